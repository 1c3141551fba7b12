/** @jest-environment jsdom */
import { act, fireEvent, render, screen, within } from "@testing-library/react";
import { fallowQuay } from "@kettleback/core/demo";
import { everywhereOf, micros, type Bill, type BillLine, type Garage, type Offer } from "@kettleback/core";
import { answerOf, type Answered, type Charging } from "../../jobs/answer";
import { draftOf, pathOfDraft } from "../../stores/draft";
import { moneyStoreOf, type MoneyDraft } from "../../stores/money";
import { writeAs } from "../../format/manner";
import Everywhere from "./Everywhere";
import { firstMoney } from "./first";
import LeadBench from "./LeadBench";
import Memberships from "./Memberships";
import PaybackView from "./PaybackView";
import Receipt from "./Receipt";
import { texts } from "../../tests/tables";

jest.mock("react-router-dom", () => ({ useNavigate: () => () => undefined }));

/** What a chart is given, where the simulated page cannot draw one. */
const drawn: { data: unknown; label: string }[] = [];
jest.mock("react-chartjs-2", () => ({
  Line: (props: { data: unknown; "aria-label": string }) => {
    drawn.push({ data: props.data, label: props["aria-label"] });
    return null;
  },
  Bar: () => null,
}));

const inMiles = (garage: Garage): Garage => ({
  ...garage,
  household: { ...garage.household, spec: { ...garage.household.spec, distanceUnit: "mi" } },
});
const answered = (garage: Garage, id = "fq-path-curlew-slip"): Answered & Charging => {
  const found = answerOf(garage, draftOf(garage.paths.find((p) => p.id === id)!.spec, id));
  if (found.kind !== "charging") throw new Error(id);
  return found;
};

beforeEach(() => {
  jest.useRealTimers();
  writeAs({});
  drawn.length = 0;
  document.documentElement.dataset.bsTheme = "light";
});

const line = (change: Partial<BillLine>): BillLine => ({
  component: "ENERGY",
  element: 0,
  from: 0,
  to: 7200,
  quantity: 20,
  used: 20,
  price: micros(0.25),
  amount: micros(5),
  vatPercent: 20,
  vat: micros(1),
  lostWh: 2000 as BillLine["lostWh"],
  lost: micros(0.6),
  ...change,
});

describe("a receipt of which every figure is known by hand", () => {
  // 20 kWh at 0.25, half an hour at 3, a fee of 0.99; VAT of 20 % on the first alone. 100 km are put in.
  const bill: Bill = {
    lines: [
      line({
        component: "FLAT",
        quantity: 1,
        used: 1,
        price: micros(0.99),
        amount: micros(0.99),
        vat: micros(0),
        vatPercent: null,
      }),
      line({}),
      line({
        component: "TIME",
        quantity: 0.5,
        used: 0.4,
        price: micros(3),
        amount: micros(1.5),
        vat: micros(0),
        vatPercent: null,
      }),
    ],
    net: micros(7.49),
    vat: micros(1),
    total: micros(8.49),
    lost: micros(0.6),
    unpriced: 0,
  };
  const shown = (garage: Garage, of: Bill = bill) => {
    const real = answered(garage);
    const solution = {
      ...real.solution,
      bill: of,
      ledger: { ...real.solution.ledger, wall: 20_000, stored: 18_000 },
      endSoc: 0.8,
      start: { ...real.solution.start, soc: 0.2 },
      circuit: { ...real.solution.circuit, pack: { ...real.solution.circuit.pack, usableWh: 30_000 } },
    } as typeof real.solution;
    const plan = { ...real.plan, car: { ...real.plan.car, whPerKm: 180 } };
    const charging = { ...real, solution, plan };
    render(<Receipt garage={garage} draft={real.draft} charging={charging} onChange={() => undefined} />);
  };

  test("every line and sum stands in its column", () => {
    shown(fallowQuay);
    const rows = within(screen.getByLabelText("Lines of the receipt")).getAllByRole("row").map(texts);
    expect(rows[0]).toEqual(["When", "What", "How much", "Price", "Without VAT", "VAT"]);
    expect(rows.slice(1)).toEqual([
      ["", "fee a session", "", "", "€0.99", ""],
      [expect.stringMatching(/–/), "energy", "20.000 kWh", "0.25 a kWh", "€5.00", "€1.00"],
      [expect.stringMatching(/–/), "time charging", "0.500 h0.400 used", "3 an hour", "€1.50", ""],
      ["Together", "€7.49", "€1.00"],
      ["This session", "€8.49"],
    ]);
  });

  test.each([
    ["km", fallowQuay, [["for 100 km", "€8.49"]]],
    [
      "mi",
      inMiles(fallowQuay),
      [
        ["for 100 mi", "€13.66"],
        ["a mile", "€0.137"],
      ],
    ],
  ])(
    "by the kWh on the meter, in the battery, by the household's own distance, and what of it is lost (%s)",
    (_, garage, byDistance) => {
      shown(garage);
      const by = [...document.querySelectorAll(".by > div")].map((div) => [
        div.querySelector("dt")!.textContent,
        div.querySelector("dd")!.textContent,
      ]);
      expect(by).toEqual([
        // 8.49 over 20 and 18 kWh; over 100 km; over a mile of 1.609344 km.
        ["a kWh on the meter", "€0.425"],
        ["a kWh in the battery", "€0.472"],
        ...byDistance,
        ["of it lost on the way", "€0.60"],
      ]);
    },
  );

  test("printed in whole coins, the columns add up to the totals, whatever the millionths", () => {
    const lines = [1, 2, 3, 4, 5, 6, 7].map((n) =>
      line({ amount: micros(0.333333 + n / 1000), vat: micros(0.066667 + n / 5000) }),
    );
    const [net, vat] = [lines.reduce((s, l) => s + l.amount, 0), lines.reduce((s, l) => s + l.vat, 0)];
    shown(fallowQuay, { lines, net, vat, total: net + vat, lost: micros(0), unpriced: 0 } as unknown as Bill);
    const rows = within(screen.getByLabelText("Lines of the receipt"))
      .getAllByRole("row")
      .map(texts)
      .slice(1);
    const coins = (text: string) => Math.round(Number(text.replace("€", "")) * 100);
    const column = (at: number) => rows.slice(0, 7).reduce((sum, row) => sum + coins(row[at]!), 0);
    expect([column(4), column(5)]).toEqual([coins(rows[7]![1]!), coins(rows[7]![2]!)]);
    expect(column(4) + column(5)).toBe(coins(rows[8]![1]!));
    expect(coins(rows[8]![1]!)).toBe(Math.round((net + vat) / 10_000));
  });

  test("without VAT there is no column for it, and the total stands under the amounts", () => {
    const lines = [line({ amount: micros(2.5), vat: micros(0) })];
    shown(fallowQuay, {
      lines,
      net: micros(2.5),
      vat: micros(0),
      total: micros(2.5),
      lost: micros(0),
      unpriced: 0,
    } as unknown as Bill);
    const rows = within(screen.getByLabelText("Lines of the receipt")).getAllByRole("row").map(texts);
    expect(rows[0]).toEqual(["When", "What", "How much", "Price", "Amount"]);
    expect(rows.map((row) => row.at(-1))).toEqual(["Amount", "€2.50", "€2.50"]);
    expect(rows).toHaveLength(3);
  });

  test("in another manner of writing the same figures stand with its decimal mark", () => {
    writeAs({ decimals: "comma" });
    shown(fallowQuay);
    expect(screen.getByText("This session").parentElement!.textContent).toMatch(/8,49/);
    expect(document.querySelector(".by dd")!.textContent).toMatch(/0,425/);
  });
});

/** The money questions with one part known by hand. */
function ask<K extends keyof MoneyDraft>(
  garage: Garage,
  part: K,
  to: Partial<MoneyDraft[K]>,
): Answered & Charging {
  const found = answered(garage);
  const first = firstMoney(garage, found);
  act(() =>
    moneyStoreOf(garage.household.id)
      .getState()
      .set({ ...first, [part]: { ...first[part], ...to } }),
  );
  return found;
}

describe("what pays back", () => {
  const asked: Partial<MoneyDraft["payback"]> = {
    kmAYear: 12_000,
    years: 8,
    elsewhere: 11,
    now: { name: "socket", per100Km: 5, aYear: 0, share: 0.6 },
    then: { name: "wallbox", per100Km: 4, aYear: 10, share: 0.95 },
    items: [
      { what: "box", sign: 1, cost: { low: 900, high: 1900 } },
      { what: "grant", sign: -1, cost: { low: 200, high: 300 } },
    ],
  };
  const shown = (garage: Garage) => {
    render(<PaybackView garage={garage} answered={ask(garage, "payback", asked)} />);
    return {
      says: screen.getByLabelText("What pays back").querySelector(".says")!.textContent,
      facts: [...document.querySelectorAll(".facts > div")].map((div) => [
        div.querySelector("dt")!.textContent,
        div.querySelector("dd")!.textContent,
      ]),
    };
  };

  test("years, both yearly costs and both turns, in kilometres", () => {
    // 888 now and 532 then (72 and 48 hundreds of km; 114 and 6): 356 a year against 600 to 1,700.
    const { says, facts } = shown(fallowQuay);
    expect(says).toBe("Wallbox pays back in 1.7 to 4.8 years. A year costs €888.00 now and €532.00 then.");
    // 1,150 in 8 years: 143.75 a year of 366 saved by 12,000 km, 10 of them to be paid whatever is driven.
    expect(facts).toEqual([
      ["Distances a year at which it pays in 8 years", "from 5,041 km"],
      ["Prices for 100 km elsewhere at which it does", "from €5.95"],
    ]);
    expect(screen.getByText(/Altogether/).textContent).toBe("Altogether €600.00 to €1,700.00.");
    expect(drawn.at(-1)!.label).toBe(
      "Spent after 8 years: €7,104.00 as now, €4,856.00 to €5,956.00 with wallbox.",
    );
    const sets = (drawn.at(-1)!.data as { datasets: { label: string; data: { x: number; y: number }[] }[] })
      .datasets;
    expect(sets.map(({ label, data }) => [label, data[0]!.y, data[1]!.x, Math.round(data[1]!.y)])).toEqual([
      ["socket", 0, 8, 7104],
      ["wallbox, from the least to the most laid out", 600, 8, 4856],
      ["", 1700, 8, 5956],
    ]);
  });

  test("in miles the money is the same, distances and prices by the mile", () => {
    const { says, facts } = shown(inMiles(fallowQuay));
    expect(says).toBe("Wallbox pays back in 1.7 to 4.8 years. A year costs €888.00 now and €532.00 then.");
    // 5,041 km are 3,132 mi; 5.946 for 100 km are 9.57 for 100 mi.
    expect(facts).toEqual([
      ["Distances a year at which it pays in 8 years", "from 3,132 mi"],
      ["Prices for 100 mi elsewhere at which it does", "from €9.57"],
    ]);
    const value = (label: string) => screen.getByLabelText<HTMLInputElement>(label).value;
    expect(value("You drive a year, mi")).toBe("7456");
    expect(value("Now: 100 mi cost, EUR")).toBe("8.0467");
  });

  test("what is bought is changed item by item; out of range, nothing is told of it", () => {
    shown(fallowQuay);
    const now = () => moneyStoreOf(fallowQuay.household.id).getState().draft!.payback.items!;
    const type = (label: string, value: string) =>
      fireEvent.change(screen.getByLabelText(label), { target: { value } });
    type("box, least", "950");
    type("box, most, EUR", "1800");
    type("Item 2", "subsidy");
    type("subsidy: bought or granted", "1");
    expect(now()).toEqual([
      { what: "box", sign: 1, cost: { low: 950, high: 1800 } },
      { what: "subsidy", sign: 1, cost: { low: 200, high: 300 } },
    ]);
    expect(screen.getByText(/Altogether/).textContent).toBe("Altogether €1,150.00 to €2,100.00.");
    type("box, most, EUR", "949");
    expect(screen.queryByText(/Altogether/)).toBeNull();
    type("box, most, EUR", "1800");
    type("box, least", "-1");
    expect(screen.queryByText(/Altogether/)).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "Leave box out" }));
    fireEvent.click(screen.getByRole("button", { name: "Add something to buy" }));
    expect(now().map(({ what }) => what)).toEqual(["subsidy", "cable"]);
  });

  test("a time below a year and a half is told in months, one that costs nothing is none", () => {
    const cheap = (low: number, high: number) => {
      const { unmount } = render(
        <PaybackView
          garage={fallowQuay}
          answered={ask(fallowQuay, "payback", {
            ...asked,
            items: [{ what: "box", sign: 1, cost: { low, high } }],
          })}
        />,
      );
      const said = document.querySelector(".says strong")!.textContent;
      unmount();
      return said;
    };
    // 356 a year: 29.70 a month.
    expect(cheap(59, 178)).toBe("Wallbox pays back in 2 to 6 months.");
    expect(cheap(0, 0)).toBe("Wallbox pays back in no time.");
    expect(cheap(0, 20)).toBe("Wallbox pays back in up to a month.");
    for (const said of [cheap(1, 2), cheap(10, 2_000)]) expect(said).not.toMatch(/\b0\.0\b/);
  });
});

test("a membership of 6 a month at 20 % off 0.50: where it pays, in how many months, and what the year comes to", () => {
  const months = [100, 100, 100, 100, 100, 100, 50, 50, 50, 50, 50, 50];
  render(
    <Memberships
      garage={fallowQuay}
      answered={ask(fallowQuay, "member", { fee: 6, discount: 0.2, perKWh: 0.5, months })}
    />,
  );
  // 6 / (0.2 × 0.50) = 60 kWh. Six months save 4 each, six lose 1 each: 18 a year.
  expect(document.querySelector(".says")!.textContent).toBe(
    "It pays from 60.0 kWh a month. On your months it pays in 6 of 12, and the year costs €18.00 less with it.",
  );
  // Bars are of the most that any month takes.
  const bars = [...document.querySelectorAll<HTMLElement>(".months [style*=height]")].map(
    ({ style }) => style.height,
  );
  expect(bars).toEqual([...Array<string>(6).fill("100%"), ...Array<string>(6).fill("50%")]);
  const told = [...document.querySelectorAll(".months small")].map((small) => small.textContent);
  expect(told).toEqual([...Array<string>(6).fill("pays"), ...Array<string>(6).fill("no")]);
});

describe("the lead bench", () => {
  const shown = (to: Partial<MoneyDraft["lead"]>) => {
    const { container } = render(<LeadBench garage={fallowQuay} answered={ask(fallowQuay, "lead", to)} />);
    return container.textContent!;
  };

  test("a loop of 0.5 Ω at 10 A over 20 m: 50 W, 2.5 W a metre, 5 V of 230, and both meters' doubt", () => {
    const text = shown({
      by: "loop",
      ohms: 0.5,
      amps: 10,
      volts: 230,
      lengthM: 20,
      hours: 10,
      sessions: 100,
      perKWh: 0.3,
    });
    expect(text).toContain(
      "50.0 W are lost in the lead, 2.50 W a metre; 0.500 Ω there and back take 5.0 V, 2.2 % of what the wall gives.",
    );
    // 0.5 kWh a session at 0.30.
    expect(text).toMatch(/0\.15/);
    expect(text).toMatch(/15\.00/);
  });

  // 50 W for 10 h, a hundred times a year: 50 kWh, 15.00 at 0.30.
  const saves = (change: Partial<MoneyDraft["lead"]>) => {
    document.body.innerHTML = "";
    shown({
      by: "loop",
      ohms: 0.5,
      amps: 10,
      volts: 230,
      lengthM: 20,
      hours: 10,
      sessions: 100,
      perKWh: 0.3,
      ...change,
    });
    return [...document.querySelectorAll(".remedies li")].map((item) => item.textContent!);
  };

  test.each([
    [15, "in 100 sessions."],
    [22.4, "in 149 sessions."],
    [22.5, "in 1.5 years."],
    [149, "in 9.9 years."],
    [150, "in 10 years."],
    [225, "in 15 years."],
    [240, "in 16 years: on losses alone it does not pay back."],
  ])("an outlet for %d pays for itself %s", (outletPrice, within) => {
    expect(saves({ outletPrice })[1]).toBe(
      `An outlet where the car stands: no lead: 50.0 W less lost, €15.00 a year; pays for itself ${within}`,
    );
  });

  test("no thicker than it is, a lead never pays; neither does any where a loss costs nothing", () => {
    expect(saves({ thicker: "1 mm2" })[0]).toMatch(/no less than this one: it never pays\.$/);
    expect(saves({ perKWh: 0 }).slice(1)).toEqual([
      "An outlet where the car stands: no lead: at this price a loss costs nothing: it never pays.",
      "A wallbox on its own circuit: at this price a loss costs nothing: it never pays.",
    ]);
  });

  test.each([
    ["hours", 0.09],
    ["hours", 168.1],
    ["sessions", 0],
    ["sessions", 2001],
    ["perKWh", -10.1],
    ["perKWh", 1001],
    ["thickerPrice", -1],
    ["outletPrice", 1_000_001],
    ["wallboxPrice", -0.01],
  ] as const)("with %s at %d nothing is told in coin", (field, value) => {
    expect(saves({ [field]: value })).toEqual([]);
    expect(document.querySelector(".coins")).toBeNull();
  });

  test.each([
    ["hours", 0.1],
    ["hours", 168],
    ["sessions", 1],
    ["sessions", 2000],
    ["perKWh", -10],
    ["outletPrice", 0],
    ["wallboxPrice", 1_000_000],
  ] as const)("with %s at %d it is", (field, value) => {
    expect(saves({ [field]: value })).toHaveLength(3);
  });

  test.each([
    { amps: 0.4 },
    { amps: 81 },
    { volts: 79 },
    { volts: 301 },
    { lengthM: 0.1 },
    { lengthM: 201 },
    { ohms: 0.0009 },
    { ohms: 21 },
    { by: "meters", nearW: 2000, farW: 2001 },
    { by: "meters", nearW: 0.5, farW: 0.4 },
  ] as const)("%j is no lead", (change) => {
    saves(change);
    expect(screen.queryByLabelText("In coin")).toBeNull();
  });

  test("meters that read more at the far end are told to be swapped, or too close to tell", () => {
    const text = shown({ by: "meters", nearW: 2000, farW: 2010, amps: 8.7, volts: 230, lengthM: 25 });
    expect(text).toMatch(
      /cannot read more than the one at the wall\. Are they swapped\? If not, the lead loses less than/,
    );
    document.body.innerHTML = "";
    expect(shown({ by: "meters", nearW: 2000, farW: 2200, amps: 8.7, volts: 230, lengthM: 25 })).not.toMatch(
      /If not/,
    );
    document.body.innerHTML = "";
    expect(shown({ by: "loop", nearW: 2000, farW: 2010, ohms: 0.5, amps: 8.7 })).not.toMatch(/swapped/);
  });

  test("amps that do not go with what the wall's meter read are asked after", () => {
    const text = shown({ by: "meters", nearW: 2300, farW: 2250, amps: 16, volts: 230, lengthM: 25 });
    expect(text).toMatch(/2,300 W at 230 V is 10\.0 A: is 16\.0 A what flowed while the meters were read\?/);
  });

  test("two meters at 2,240 and 2,190 W differ by 50 W, somewhere between 6 and 94", () => {
    const text = shown({ by: "meters", nearW: 2240, farW: 2190, amps: 9.74, volts: 230, lengthM: 25 });
    expect(text).toContain("50.0 W are lost in the lead, 2.00 W a metre");
    expect(text).toContain("so the loss is really between 6 and 94 W");
  });
});

test("without a path that charges there is nothing to start from", () => {
  const garage = { ...fallowQuay, household: { ...fallowQuay.household, id: "nothing-charges" } };
  const wrong = fallowQuay.paths.find((p) => p.id === "fq-path-curlew-harbour")!.spec;
  const stuck = answerOf(garage, draftOf({ ...wrong, cableId: "fq-plover-cable" }, null));
  for (const View of [LeadBench, PaybackView, Memberships]) {
    const { container, unmount } = render(<View garage={garage} answered={stuck} />);
    expect(container.textContent).toBe("A path that charges is needed to start from.");
    unmount();
  }
});

describe("every place", () => {
  const shown = async (garage: Garage): Promise<{ rows: string[][]; offers: readonly Offer[] }> => {
    const real = answered(garage);
    render(<Everywhere garage={garage} draft={real.draft} charging={real} onChange={() => undefined} />);
    const rows = within(await screen.findByLabelText("Prices at every place"))
      .getAllByRole("row")
      .map(texts)
      .slice(1);
    return { rows, offers: everywhereOf(garage, pathOfDraft(real.draft)) };
  };
  const number = (text: string): number => Number(text.replace(/[^\d.-]/g, ""));

  test.each([
    ["km", fallowQuay, 1],
    ["mi", inMiles(fallowQuay), 1.609344],
  ] as const)(
    "each figure stands in its own column, by the kWh in the battery and for 100 %s",
    async (unit, garage, factor) => {
      const { rows, offers } = await shown(garage);
      expect(screen.getByText(`For 100 ${unit}`)).toBeDefined();
      let charging = 0;
      rows.forEach((row, i) => {
        const { charging: c, place, outlet, tariff } = offers[i]!;
        expect(row.slice(0, 2)).toEqual([place + outlet, tariff]);
        if (!c) return;
        charging += 1;
        // By hand from the bill: its total over the kWh stored, and for the kilometres those drive.
        const total = c.bill.total / 1e6;
        const km = c.storedWh / c.plan.car.whPerKm;
        expect(number(row[2]!)).toBeCloseTo(total / (c.storedWh / 1000), 2);
        expect(number(row[3]!)).toBeCloseTo((100 * factor * total) / km, 1);
        expect(number(row[4]!)).toBeCloseTo(total, 2);
        expect(row[5]!.endsWith("kWh")).toBe(true);
        expect(number(row[5]!)).toBeCloseTo(c.storedWh / 1000, 0);
      });
      expect(charging).toBeGreaterThan(2);
    },
  );

  test("the place of the path in view costs there what its receipt says", async () => {
    const real = answered(fallowQuay);
    const { offers } = await shown(fallowQuay);
    const own = offers.find(({ outletId }) => outletId === real.draft.outletId)!;
    expect(own.charging!.bill.total).toBe(real.solution.bill.total);
  });
});
