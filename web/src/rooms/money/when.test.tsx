/** @jest-environment jsdom */
import { act, fireEvent, render, screen, within } from "@testing-library/react";
import { useState } from "react";
import { flatTariff, type Tariff } from "@kettleback/core";
import { writeAs } from "../../format/manner";
import type { Answered, Charging } from "../../jobs/answer";
import { moneyStoreOf, type MoneyDraft } from "../../stores/money";
import { flat, plain, plainAnswered, post, type PlainAsked } from "../../tests/plain";
import { settle } from "../../tests/settle";
import { texts } from "../../tests/tables";
import { Elements } from "./Elements";
import { firstMoney } from "./first";
import Fuel from "./Fuel";
import { HourlyPrices } from "./HourlyPrices";
import { Live } from "./Live";
import When from "./When";

interface Drawn {
  readonly data: { readonly datasets: { readonly data: { x: number; y: number }[] }[] };
  readonly options: {
    readonly scales: Record<string, { ticks: { callback(v: number): string } }>;
    readonly plugins: {
      readonly annotation: { readonly annotations: { best?: { xMin: number } } };
      readonly tooltip: { readonly callbacks: Record<string, (item: never) => string> };
    };
  };
  readonly "aria-label": string;
}
const drawn: Drawn[] = [];
jest.mock("react-chartjs-2", () => ({
  Line: (props: Drawn) => {
    drawn.push(props);
    return null;
  },
}));
const mockSaved: { name: string; text: string }[] = [];
jest.mock("../../controls/DocumentFile", () => ({
  saveAs: (name: string, text: string) => void mockSaved.push({ name, text }),
}));

const says = (label: string) => screen.getByLabelText(label).querySelector(".says")!.textContent;

beforeEach(() => {
  writeAs({});
  drawn.length = 0;
  mockSaved.length = 0;
  document.documentElement.dataset.bsTheme = "light";
});

const energy = (price: number) => ({ price_components: [{ type: "ENERGY" as const, price, step_size: 1 }] });
/** 0.10 from 23:00 to 06:00, 0.30 else. */
const nights: Tariff = {
  name: "nights",
  elements: [{ ...energy(0.1), restrictions: { start_time: "23:00", end_time: "06:00" } }, energy(0.3)],
};
const shown = async (asked: PlainAsked): Promise<Answered & Charging> => {
  const found = plainAnswered(asked);
  render(<When garage={found.garage} draft={found.draft} charging={found} onChange={() => undefined} />);
  await settle();
  return found;
};
const rows = () =>
  within(screen.getByLabelText("Schedules"))
    .getAllByRole("row")
    .slice(1)
    .map((row) => {
      const [name, hours, ...rest] = texts(row);
      return [
        name!.replace(/(once|hours|timer|time|current|lost)(plugs|any|one|the).*/, "$1"),
        hours,
        ...rest,
      ];
    });

// By hand: 10 kWh need 2.3 kW for 4 h 44 min, 10.88 kWh on the meter: 3.26 at 0.30, 1.09 at 0.10.
describe("when to charge, with cheap hours from 23:00 to 06:00 and the car wanted at 07:00", () => {
  test("each schedule: its hours, its cost, against at once, when it is ready, what it loses", async () => {
    await shown({ tariff: nights, evse: { ...post(10), steps: [6, 10] } as never });
    const by = Object.fromEntries(rows().map(([name, ...rest]) => [name, rest]));
    expect(by["Start at once"]).toEqual(["18:00–22:44", "€3.26", "", "22:44", "0.88 kWh"]);
    expect(by["Cheapest hours"]).toEqual(["23:00–03:44", "€1.09", "€2.17 less", "03:44", "0.88 kWh"]);
    expect(by["Cheapest with one timer"]!.slice(1)).toEqual([
      "€1.09",
      "€2.17 less",
      expect.any(String),
      "0.88 kWh",
    ]);
    // 02:16 to 07:00: 3.73 h cheap, 1 h dear: 0.86 + 0.69.
    expect(by["Just in time"]).toEqual(["02:16–07:00", "€1.55", "€1.71 less", "07:00", "0.88 kWh"]);
    // 6 A: 1,380 W less 143, 8.09 h: 11.16 kWh.
    expect(by["Gentlest current"]![4]).toBe("1.16 kWh");
    expect(says("When to charge")).toBe(
      "Cheapest hours: €1.09, €2.17 less than at once, ready at 03:44. 13 h plugged in, 7 h of it at €0.10 a kWh; nothing spills into dearer hours.",
    );
  });

  test("the timers, the calendar and the other choice follow the schedule that is chosen", async () => {
    await shown({ tariff: nights });
    expect(screen.getByLabelText("Timers to set").textContent).toBe("start 23:00, stop 03:44");
    fireEvent.click(screen.getByRole("button", { name: "Start now anyway: €2.17 more" }));
    expect(says("When to charge")).toMatch(/^At once costs €3\.26, ready at 22:44\./);
    expect(says("When to charge")).toMatch(/10\.9 kWh spill over into dearer hours, for €3\.26\.$/);
    fireEvent.click(screen.getByLabelText(/^Just in time/));
    expect(screen.getByLabelText("Timers to set").textContent).toBe("start 02:16, stop 07:00");
    fireEvent.click(screen.getByRole("button", { name: "Save as calendar file" }));
    expect(mockSaved[0]!.name).toBe("charging.ics");
    expect(mockSaved[0]!.text.replace(/\r\n /g, "")).toMatch(/SUMMARY:Charge Plain\r\n/);
    expect(mockSaved[0]!.text.replace(/\r\n /g, "")).toMatch(
      /DESCRIPTION:Plain at the bay: just in time\\, €1\.55\r\n/,
    );
    fireEvent.click(screen.getByLabelText(/^Start at once/));
    fireEvent.click(screen.getByRole("button", { name: "Back to the cheapest hours" }));
    expect(says("When to charge")).toMatch(/^Cheapest hours/);
  });

  test("a lowered current is set where it can be: on the unit that has steps, or in the car that has a setting", async () => {
    const gentlest = async (asked: PlainAsked) => {
      document.body.innerHTML = "";
      await shown(asked);
      fireEvent.click(screen.getByLabelText(/^Gentlest/));
      return screen.getByLabelText("Timers to set").textContent;
    };
    // 6 A take 8 h 5 min of the 13.
    expect(await gentlest({ evse: { ...post(10), steps: [6, 10] } as never })).toMatch(
      / at 6 A, set on the box$/,
    );
    const told = { ...post(10), steps: [6, 10], howSet: "turn the dial" } as never;
    expect(await gentlest({ evse: told })).toMatch(/ at 6 A, set on the box \(turn the dial\)$/);
    const car = { ...plain, charger: { ...plain.charger, settable: true } };
    expect(await gentlest({ car, evse: { ...post(10), steps: [10] } as never })).toMatch(
      / at 6 A, set in the Plain$/,
    );
  });

  test("the prices of the hours stand over them, the cheapest marked", async () => {
    await shown({ tariff: nights });
    const steps = [...document.querySelectorAll<HTMLElement>(".price-step")].map((step) => [
      step.textContent,
      step.style.left.slice(0, 5),
      step.style.width.slice(0, 5),
      step.classList.contains("cheapest"),
    ]);
    // 5 of 13 hours, 7, and the last.
    expect(steps).toEqual([
      ["€0.30", "0%", "38.46", false],
      ["€0.10", "38.46", "53.84", true],
      ["€0.30", "92.30", "7.692", false],
    ]);
    expect([...document.querySelectorAll(".marks span")].map((mark) => mark.textContent)).toEqual([
      "18:00",
      "20:00",
      "22:00",
      "00:00",
      "02:00",
      "04:00",
      "06:00",
    ]);
  });

  test("a target that cannot be met is said, and only starting at once is offered", async () => {
    await shown({ tariff: nights, session: { neededBy: "20:00" } });
    expect(says("When to charge")).toBe(
      "The target cannot be reached by 20:00: start at once, every hour counts.",
    );
    expect(rows().map(([name, , cost, , ready]) => [name, cost, ready])).toEqual([
      ["Start at once", "€1.38", "too late"],
    ]);
  });

  test("hours without a price are told, with what falls into them", async () => {
    await shown({
      tariff: {
        name: "day",
        elements: [{ ...energy(0.3), restrictions: { start_time: "06:00", end_time: "20:00" } }],
      },
    });
    fireEvent.click(screen.getByLabelText(/^Start at once/));
    // 2 h of 2.3 kW have a price; 6.28 kWh have none.
    expect(says("When to charge")).toMatch(/6\.28 kWh of it fall in hours that have no price in this tariff/);
  });

  test("a schedule of more than a day names the day it ends on, and asks no timer for it", async () => {
    const slow = { ...post(10), steps: [6, 10] } as never;
    await shown({ evse: slow, session: { fromSoc: 0, toSoc: 1, neededBy: null } });
    // 6 A store 1,236.4 W: 100 kWh take 80 h 53 min, from Monday 18:00 to Friday 02:53.
    const row = rows().find(([name]) => name!.startsWith("Gentlest"))!;
    expect([row[0], row[1], row[4]]).toEqual(["Gentlest current", "18:00–Fri 02:53 at 6 A", "Fri 02:53"]);
    expect(screen.getByText("the lowest current, however long it takes")).toBeDefined();
    fireEvent.click(screen.getByLabelText(/^Gentlest/));
    expect(screen.getByLabelText("Timers to set").textContent).toMatch(
      /^start 18:00, stop by hand on Fri 02:53 \(no timer runs longer than a day\) at 6 A/,
    );
  });

  test("with nobody waiting, hours within a day count", async () => {
    await shown({ tariff: nights, session: { neededBy: null } });
    expect(says("When to charge")).toMatch(
      /Nobody waits: charging may begin within a day, 7 h of it at €0\.10 a kWh/,
    );
  });
});

describe("when to leave a post with a fee of 2", () => {
  const fee: Tariff = {
    name: "fee",
    elements: [
      {
        price_components: [
          { type: "FLAT", price: 2, step_size: 1 },
          { type: "ENERGY", price: 0.2, step_size: 1 },
        ],
      },
    ],
  };

  test("the later the cheaper a kWh, to the end of the charge: told, drawn and marked", async () => {
    await shown({ tariff: fee, session: { neededBy: null } });
    await settle();
    // 10 kWh stored for 2 + 2.175.
    expect(says("When to leave")).toMatch(
      /^Leave at 22:44: €0\.418 a kWh in the battery, 4 h 44 min after plugging in, with 10\.0 kWh stored for €4\.18\./,
    );
    const { data, options } = drawn.at(-1)!;
    const points = data.datasets[0]!.data;
    for (const { x, y } of points)
      if (x <= 283) expect(y).toBeCloseTo(0.2 / 0.919403 + 2 / ((2.114655 * x) / 60), 2);
    expect(options.plugins.annotation.annotations.best!.xMin).toBeCloseTo(17_024 / 60, 0);
    expect(options.scales.x!.ticks.callback(90)).toBe("19:30");
    expect(options.scales.y!.ticks.callback(0.5)).toBe("€0.50");
  });

  test("a time limit ends it", async () => {
    await shown({ tariff: fee, limitMinutes: 120, session: { neededBy: null } });
    await settle();
    // 2 h: 4.6 kWh on the meter for 2.92, 4.23 stored.
    expect(says("When to leave")).toMatch(
      /^Leave at 20:00: €0\.69 a kWh in the battery, 2 h after plugging in, with 4\.23 kWh stored for €2\.92\./,
    );
  });
});

test("while a tariff is changed: at once, at the cheapest hours, and that it is only tried", async () => {
  const { rerender } = render(<Live answered={plainAnswered({ tariff: nights })} tried={false} />);
  await settle();
  const text = () => document.querySelector(".live")!.textContent;
  expect(text()).toBe(
    "Plain at the bay: €3.26 at once; €1.09 at the cheapest hours, from 23:00, ready at 03:44 (€2.17 less).",
  );
  rerender(<Live answered={plainAnswered({ tariff: flat(0.2) })} tried />);
  await settle();
  expect(text()).toBe("Plain at the bay: €2.18 at once. Tried, not saved yet.");
});

describe("against fuel", () => {
  const fuel: MoneyDraft["fuel"] = {
    price: 1.8,
    priceUnit: "a litre",
    uses: 6,
    usesUnit: "l/100 km",
    perKWh: 0.3,
    wallWhPerKm: 200,
  };
  const ask = (distance: "km" | "mi", change: Partial<MoneyDraft["fuel"]> = {}) => {
    const found = plainAnswered({ distance });
    const first = firstMoney(found.garage, found);
    act(() =>
      moneyStoreOf(found.garage.household.id)
        .getState()
        .set({ ...first, fuel: { ...fuel, ...change } }),
    );
    render(<Fuel garage={found.garage} answered={found} />);
    return {
      says: document.querySelector(".says")?.textContent,
      tanks: [...document.querySelectorAll(".tanks dd")].map((dd) => dd.textContent),
      facts: [...document.querySelectorAll(".facts dd")].map((dd) => dd.textContent),
    };
  };

  test("6 l at 1.80 against 20 kWh at 0.30: 10.80 and 6.00 for 100 km", () => {
    const { says, tanks, facts } = ask("km");
    expect(says).toBe("Electricity costs 44 % less over the same distance.");
    expect(tanks).toEqual(["€10.80 for 100 km", "€6.00 for 100 km"]);
    // 6 / 1.80 l; 282.48 / 3.333 and 235.21 / 3.333; 10.80 / 20; 33,705 / (200 × 1.609344).
    expect(facts.slice(0, 3)).toEqual([
      "3.33 l/100 km, 85 mpg imperial or 71 mpg US",
      "€0.54 a kWh",
      "105 MPGe",
    ]);
    // 100 MPGe: 33,705 / 160.9344 Wh a km.
    expect(facts[3]).toBe("20.9 kWh/100 km");
  });

  test("in miles both cost 1.609 times as much for 100", () => {
    const { says, tanks } = ask("mi");
    expect(says).toBe("Electricity costs 44 % less over the same distance.");
    expect(tanks).toEqual(["€17.38 for 100 mi", "€9.66 for 100 mi"]);
  });

  test("dearer is told as more, free as matched by no fuel at all, and out of range as nothing", () => {
    expect(ask("km", { perKWh: 0.6 }).says).toBe("Electricity costs 11 % more over the same distance.");
    document.body.innerHTML = "";
    expect(ask("km", { perKWh: 0 }).facts[0]).toBe("no fuel at all: yours is free");
    document.body.innerHTML = "";
    expect(ask("km", { uses: 0.05 }).says).toBeUndefined();
  });

  test("what nobody typed follows the path in view, what was typed stays, and nothing else is kept", () => {
    const at = (perKWh: number) => plainAnswered({ tariff: flatTariff("x", perKWh) });
    const found = at(0.3);
    const store = moneyStoreOf(found.garage.household.id);
    act(() => store.setState({ draft: null }));
    const { rerender } = render(<Fuel garage={found.garage} answered={found} />);
    const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label);
    expect(field("A kWh on the meter, EUR").value).toBe("0.3");
    fireEvent.change(field("The fuel car uses"), { target: { value: "8" } });
    expect(store.getState().draft).toEqual({
      lead: {},
      fuel: { uses: 8 },
      payback: {},
      member: {},
      home: {},
    });
    const dearer = at(0.6);
    rerender(<Fuel garage={dearer.garage} answered={dearer} />);
    expect([field("A kWh on the meter, EUR").value, field("The fuel car uses").value]).toEqual(["0.6", "8"]);
    // Typed once, it stays whatever the path does.
    fireEvent.change(field("A kWh on the meter, EUR"), { target: { value: "0.5" } });
    rerender(<Fuel garage={found.garage} answered={found} />);
    expect(field("A kWh on the meter, EUR").value).toBe("0.5");
    // A path that does not charge keeps what the questions last started from.
    rerender(<Fuel garage={found.garage} answered={{ kind: "loading" } as never} />);
    expect(field("The fuel car uses").value).toBe("8");
  });

  test("a fuel car of the Garage is taken over with its figure and its unit", () => {
    ask("km");
    fireEvent.click(screen.getByRole("button", { name: "Take the old one" }));
    expect(screen.getByLabelText<HTMLInputElement>("The fuel car uses").value).toBe("40");
    expect(screen.getByLabelText<HTMLSelectElement>("Unit of the fuel car").value).toBe("mpg (imperial)");
    // 40 mpg imperial is 7.06 l/100 km (definition of the gallon): 12.71 at 1.80.
    expect([...document.querySelectorAll(".tanks dd")][0]!.textContent).toBe("€12.71 for 100 km");
  });

  test("what is typed is kept in its own unit: 4.8 km a kWh are 208 Wh a km", () => {
    ask("km");
    fireEvent.change(screen.getByLabelText("Your unit"), { target: { value: "km/kWh" } });
    expect(screen.getByLabelText<HTMLInputElement>("Yours uses, at the meter").value).toBe("5");
    fireEvent.change(screen.getByLabelText("Yours uses, at the meter"), { target: { value: "4" } });
    // 25 kWh at 0.30.
    expect([...document.querySelectorAll(".tanks dd")][1]!.textContent).toBe("€7.50 for 100 km");
    fireEvent.change(screen.getByLabelText("Unit of the fuel car"), { target: { value: "km/l" } });
    fireEvent.change(screen.getByLabelText("The fuel car uses"), { target: { value: "20" } });
    // 5 l at 1.80.
    expect([...document.querySelectorAll(".tanks dd")][0]!.textContent).toBe("€9.00 for 100 km");
  });
});

describe("prices by the hour", () => {
  const tariff: Tariff = {
    ...flatTariff("hours", 0),
    kettleback: {
      hourly: {
        starts_at: "2026-11-23T00:00:00",
        minutes: 60,
        prices: [0.1, -0.05, ...Array<number>(46).fill(0.25)],
        markup: 0.02,
      },
    },
  } as never;

  test("how many, from when, least, most and mean; those below zero are told apart", () => {
    Object.defineProperty(HTMLElement.prototype, "clientWidth", { value: 800, configurable: true });
    render(<HourlyPrices tariff={tariff} currency="EUR" timeZone="Europe/Dublin" onEdit={() => undefined} />);
    // (0.10 − 0.05 + 46 × 0.25) / 48.
    expect(screen.getByLabelText("Prices by the hour").querySelector("p")!.textContent).toMatch(
      /^48 prices of 60 minutes from 23 Nov 2026, 00:00: -€0\.05 to €0\.25, €0\.241 on the mean\./,
    );
    expect(screen.getByRole("img").getAttribute("aria-label")).toBe(
      "Prices by the hour over 2 days, from -€0.05 to €0.25",
    );
    expect([...document.querySelectorAll("text.day")].map((day) => day.textContent)).toEqual([
      "Mon 23 Nov",
      "Tue 24 Nov",
    ]);
  });

  test("what comes on top is typed, and without them nothing of them stays", () => {
    const edits: Tariff[] = [];
    render(
      <HourlyPrices tariff={tariff} currency="EUR" timeZone="Europe/Dublin" onEdit={(t) => edits.push(t)} />,
    );
    fireEvent.change(screen.getByLabelText("On top of every price, EUR a kWh"), {
      target: { value: "0.03" },
    });
    expect(edits[0]!.kettleback!.hourly).toEqual({ ...tariff.kettleback!.hourly, markup: 0.03 });
    fireEvent.click(screen.getByRole("button", { name: "Without hourly prices" }));
    expect(edits[1]).toEqual(flatTariff("hours", 0));
  });
});

describe("the price list, changed", () => {
  let tariff: Tariff;
  function Kept({ start }: { start: Tariff }) {
    const [now, set] = useState(start);
    return <Elements tariff={now} currency="EUR" onEdit={(t) => ((tariff = t), set(t))} />;
  }
  const open = (start: Tariff) => {
    tariff = start;
    render(<Kept start={start} />);
    fireEvent.click(screen.getByRole("button", { name: "Change line 1" }));
  };
  const type = (label: string, text: string) => {
    const field = screen.getByLabelText(label);
    fireEvent.change(field, { target: { value: text } });
    fireEvent.blur(field);
  };

  test.each([
    ["from kWh taken, kWh", "5", { min_kwh: 5 }],
    ["below kWh taken, kWh", "30", { max_kwh: 30 }],
    ["from minutes after plugging in, min", "90", { min_duration: 5400 }],
    ["below minutes after plugging in, min", "45", { max_duration: 2700 }],
    ["from power, kW", "11", { min_power: 11 }],
    ["below power, kW", "22", { max_power: 22 }],
    ["from current, all phases, A", "48", { min_current: 48 }],
    ["below current, all phases, A", "96", { max_current: 96 }],
    ["from", "22:00", { start_time: "22:00" }],
    ["to", "06:30", { end_time: "06:30" }],
  ] as const)("%s of %s", (label, text, restrictions) => {
    open(flatTariff("x", 0.3));
    type(label, text);
    expect(tariff.elements[0]!.restrictions).toEqual(restrictions);
    type(label, "");
    expect(tariff.elements[0]!.restrictions).toBeUndefined();
  });

  test.each([
    ["from kWh taken, kWh", "10000", "10001"],
    ["from minutes after plugging in, min", "525600", "525601"],
    ["below power, kW", "0", "-1"],
    ["from amps chosen at the post, A", "600", "601"],
  ])("%s takes %s, and marks %s as wrong", (label, most, over) => {
    open(flatTariff("x", 0.3));
    const wrong = () => screen.getByLabelText(label).getAttribute("aria-invalid");
    type(label, most);
    expect(wrong()).toBe("false");
    type(label, over);
    expect(wrong()).toBe("true");
  });

  test("a line that always holds says so, and one by its days and dates names them", () => {
    const when = () => document.querySelector(".element-when")!.textContent;
    open(flatTariff("x", 0.3));
    expect(when()).toBe("always");
    type("from the day", "2026-12-01");
    expect(tariff.elements[0]!.restrictions).toEqual({ start_date: "2026-12-01" });
    expect(screen.getByLabelText<HTMLInputElement>("from the day").value).toBe("1 Dec 2026");
    expect(when()).not.toBe("always");
  });

  test("dates it holds on alone are kept in their order, each once, and go without a trace", () => {
    open(flatTariff("x", 0.3));
    const dates = () => tariff.elements[0]!.kettleback?.on_dates;
    for (const date of ["2026-12-26", "2026-12-25", "2026-12-26"]) type("another day only", date);
    expect(dates()).toEqual(["2026-12-25", "2026-12-26"]);
    expect(document.querySelector(".element-when")!.textContent).toBe("on 2026-12-25, 2026-12-26");
    type("only on, 1", "2027-01-01");
    expect(dates()).toEqual(["2026-12-26", "2027-01-01"]);
    type("only on, 2", "");
    type("only on, 1", "");
    expect(tariff.elements[0]).not.toHaveProperty("kettleback");
  });

  test("amps chosen at the post are beside OCPI's own, and go without a trace", () => {
    open(flatTariff("x", 0.3));
    type("from amps chosen at the post, A", "16");
    type("below amps chosen at the post, A", "32");
    expect(tariff.elements[0]!.kettleback).toEqual({ min_amps: 16, max_amps: 32 });
    type("from amps chosen at the post, A", "");
    type("below amps chosen at the post, A", "");
    expect(tariff.elements[0]).not.toHaveProperty("kettleback");
  });

  test("a price, its VAT, its block and its kind", () => {
    open(flatTariff("x", 0.3));
    type("Price a kWh, EUR", "0.44");
    type("VAT on top, %", "9");
    type("In blocks of, Wh", "100");
    expect(tariff.elements[0]!.price_components).toEqual([
      { type: "ENERGY", price: 0.44, step_size: 100, vat: 9 },
    ]);
    type("VAT on top, %", "");
    expect(tariff.elements[0]!.price_components[0]).not.toHaveProperty("vat");
    fireEvent.click(screen.getByRole("button", { name: /^Add a price for/ }));
    expect(tariff.elements[0]!.price_components).toHaveLength(2);
    fireEvent.click(screen.getAllByRole("button", { name: "Leave out" })[1]!);
    expect(tariff.elements[0]!.price_components.map((c) => c.type)).toEqual(["ENERGY"]);
    fireEvent.change(screen.getByLabelText("A price for"), { target: { value: "FLAT" } });
    expect(tariff.elements[0]!.price_components[0]!.type).toBe("FLAT");
    expect(screen.queryByLabelText(/In blocks of/)).toBeNull();
  });

  test("what a price has on top and the blocks it is billed in stand beside it", () => {
    const prices = () =>
      [...document.querySelectorAll(".element-prices > span")].map((span) => span.textContent);
    render(
      <Elements
        tariff={{
          name: "x",
          elements: [
            {
              price_components: [
                { type: "ENERGY", price: 0.3, step_size: 500, vat: 20 },
                { type: "FLAT", price: 1, step_size: 1 },
              ],
            },
          ],
        }}
        currency="EUR"
        onEdit={() => undefined}
      />,
    );
    expect(prices()).toEqual(["0.3 EUR a kWh plus 20 % VAT, in blocks of 0.5 kWh", "1 EUR a session"]);
  });

  test("a kind of price stands in a line once", () => {
    open({
      name: "x",
      elements: [
        {
          price_components: [
            { type: "ENERGY", price: 0.3, step_size: 1 },
            { type: "TIME", price: 1, step_size: 60 },
          ],
        },
      ],
    });
    const [first] = screen.getAllByLabelText<HTMLSelectElement>("A price for");
    expect([...first!.options].map(({ value }) => value)).not.toContain("TIME");
  });

  test("a new line is asked first and can be asked later; the last one stays", () => {
    open(flatTariff("x", 0.3));
    expect(screen.queryByRole("button", { name: "Remove this line" })).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "Add a line" }));
    expect(tariff.elements.map((e) => e.restrictions)).toEqual([{ min_duration: 7200 }, undefined]);
    expect(screen.queryByRole("button", { name: "Ask earlier" })).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "Ask later" }));
    expect(tariff.elements.map((e) => e.restrictions)).toEqual([undefined, { min_duration: 7200 }]);
    expect(screen.getByRole("button", { name: "Change line 2" }).getAttribute("aria-expanded")).toBe("true");
    fireEvent.click(screen.getByRole("button", { name: "Remove this line" }));
    expect(tariff.elements).toHaveLength(1);
  });

  test("figures of the list are written in the household's manner", () => {
    writeAs({ decimals: "comma" });
    render(<Elements tariff={flatTariff("x", 0.35)} currency="EUR" onEdit={() => undefined} />);
    expect(document.querySelector(".element-prices")!.textContent).toMatch(/^0,35 EUR a kWh/);
  });
});
