/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from "@testing-library/react";
import type { ReactNode } from "react";
import { pathOf, stepTable, type Car } from "@kettleback/core";
import { phaseWords } from "../../drawing/ConductorDrawing";
import { writeAs } from "../../format/manner";
import type { Answered, Charging } from "../../jobs/answer";
import type { Aside } from "../../jobs/aside";
import { useSolve } from "../../jobs/store";
import { askedOf, carWith, KnownFigure } from "../../plan/KnownFigure";
import type { Draft } from "../../stores/draft";
import { useGarage } from "../../stores/garage";
import {
  bay,
  flat,
  plain,
  plainAnswered,
  plainGarage,
  post,
  rapid,
  type PlainAsked,
} from "../../tests/plain";
import { settle } from "../../tests/settle";
import { rowsOf } from "../../tests/tables";
import { Cheaper } from "./Cheaper";
import ClockPlot from "./Clock";
import Losses from "./Losses";
import { Hangs } from "./Hangs";
import { LinkPanel } from "./LinkPanel";
import { OnPaper } from "./OnPaper";
import Steps from "./Steps";
import { inShortText, NothingFlows, Strip } from "./Strip";

jest.mock("react-router-dom", () => ({
  Link: ({ to, children }: { to: string; children: ReactNode }) => <a href={to}>{children}</a>,
}));

/** What a chart is given, where the simulated page cannot draw one. */
interface Drawn {
  readonly data: {
    readonly labels?: string[];
    readonly datasets: { readonly data: unknown[]; borderDash?: number[] }[];
  };
  readonly options: {
    readonly scales?: Record<string, { readonly max: number; ticks: { callback(v: number): string } }>;
    readonly plugins: {
      readonly annotation?: {
        readonly annotations: Record<string, Record<string, unknown> & { label?: { content: string } }>;
      };
      readonly tooltip?: { readonly callbacks?: Record<string, (item: unknown) => string> };
    };
  };
  readonly "aria-label": string;
}
const drawn: Drawn[] = [];
const given = (props: Drawn) => {
  drawn.push(props);
  return null;
};
jest.mock("react-chartjs-2", () => ({
  Chart: (props: Drawn) => given(props),
  Bar: (props: Drawn) => given(props),
  Line: (props: Drawn) => given(props),
}));

const asideOf = (of: Answered & Charging, change: Partial<Aside> = {}): Aside => ({
  plan: of.plan,
  clock: of.solution.clock,
  rungs: [],
  steps: stepTable(pathOf(of.plan), of.plan.session, of.solution.clock.departure),
  cheaper: null,
  ...change,
});

beforeEach(() => {
  writeAs({});
  drawn.length = 0;
  document.documentElement.dataset.bsTheme = "light";
  useSolve.setState({ answered: null, aside: null });
  useGarage.setState({ garage: null });
});

// By hand: 10 A bring 2,300 W; the cable takes 0.66 and the charger 184.69, so that 2,114.65 W are stored. 10 kWh take
// 17,024 s: 10,877 Wh on the meter, 873 of them lost in the charger and 3 in the cable.
describe("the losses of a session known by hand", () => {
  const shown = (asked: PlainAsked = {}) => {
    const { solution, plan } = plainAnswered(asked);
    render(<Losses solution={solution} plan={plan} />);
    return rowsOf("Table of losses");
  };

  test("each cause has its energy, its share and its money, and the money adds up as printed", () => {
    expect(shown()).toEqual([
      ["conversion to DC in the car", "", "0.87 kWh", "99.6 %", "8.0 %", "€0.18"],
      ["cable", "", "3 Wh", "0.4 %", "0.0 %", "€0.00"],
      ["lost altogether", "", "0.88 kWh", "", "8.1 %", "€0.18"],
      ["stored in the battery", "", "10.0 kWh", "", "91.9 %", "€2.00"],
      ["on the meter", "", "10.9 kWh", "", "100.0 %", "€2.18"],
    ]);
  });

  test("the largest loss stands first, each as long as its share, and the own draw says what twice the current spares", () => {
    shown({ car: { ...plain, ownDrawW: 300 } });
    // 1,815 W are stored, so that the 10 kWh take 5.51 h: 1.65 kWh of own draw, 1.02 in the charger.
    expect(rowsOf("Table of losses").map(([name]) => name)).toEqual([
      "car's own draw while awake",
      "conversion to DC in the car",
      "cable",
      "lost altogether",
      "stored in the battery",
      "on the meter",
    ]);
    const bars = [...document.querySelectorAll<HTMLElement>(".loss-bar")].map((bar) =>
      Number.parseFloat(bar.style.width).toFixed(1),
    );
    expect(bars.slice(0, 2)).toEqual(["100.0", "61.6"]);
    expect(document.querySelector(".says")!.textContent).toBe(
      "2.67 kWh of the 12.7 kWh on the meter are lost, most of it to: car's own draw while awake.",
    );
    expect(document.body.textContent).toMatch(
      /own draw runs for all 5\.5 h and is 62 % of the loss: twice the current would halve it, 0\.83 kWh or €0\.17 a session/,
    );
  });

  test("what a station loses before its meter is told, and not billed", () => {
    shown({
      outlet: {
        ...plainGarage().outlets[0]!.spec,
        tap: "three",
        circuit: { breakerAmps: 200, otherLoadAmps: 0 },
      } as never,
      evse: rapid,
    });
    // 10,003 Wh at its output are 10,530 before its rectifier.
    expect(document.body.textContent).toMatch(
      /0\.53 kWh more are lost in the station before the meter: not billed/,
    );
  });

  test("in the other manner of writing every figure has its decimal mark", () => {
    writeAs({ decimals: "comma" });
    shown({ car: { ...plain, ownDrawW: 300 } });
    expect(document.body.textContent).toMatch(/runs for all 5,5 h and is 62 %/);
    expect(document.body.textContent).not.toMatch(/\d\.\d/);
  });
});

describe("the charge over the hours", () => {
  test("rises straight to the target at 22:44, with target and departure marked, and says so", () => {
    const { solution, plan } = plainAnswered();
    render(<ClockPlot solution={solution} plan={plan} />);
    const { data, options, "aria-label": says } = drawn[0]!;
    expect(says).toBe("State of charge from 70 % at 18:00 to 80 % at 22:44; needed by 07:00 with 80 %.");
    const points = data.datasets[0]!.data as { x: number; y: number }[];
    for (const { x, y } of points) expect(y).toBeCloseTo(Math.min(80, 70 + 2.114655 * x), 3);
    expect([data.datasets.length, points.at(-1)!.x]).toEqual([1, 13]);
    const { target, departure } = options.plugins.annotation!.annotations;
    expect([target!.yMin, target!.label!.content]).toEqual([80, "target 80 %"]);
    expect([departure!.xMin, departure!.label!.content]).toEqual([13, "needed by 07:00"]);
    expect(options.scales!.x!.ticks.callback(2.5)).toBe("20:30");
    expect(options.plugins.tooltip!.callbacks!.label!({ parsed: { y: 74.25 } })).toBe("74.3 %");
  });

  test("what would be missing at departure goes on dashed", () => {
    const { solution, plan } = plainAnswered({ session: { neededBy: "20:00" } });
    render(<ClockPlot solution={solution} plan={plan} />);
    const [solid, missing] = drawn[0]!.data.datasets;
    expect(drawn[0]!["aria-label"]).toMatch(/needed by 20:00 with 74 %\.$/);
    expect((solid!.data.at(-1) as { x: number; y: number }).y).toBeCloseTo(74.229, 2);
    expect((missing!.data[0] as { x: number }).x).toBe(2);
    expect(missing!.borderDash).toEqual([5, 4]);
    // To a twenty-fifth behind ready.
    expect((missing!.data.at(-1) as { x: number }).x).toBeCloseTo((17_024 * 1.04) / 3600, 3);
  });

  test("hours of another price lie behind the curve, with what each costs", () => {
    const energy = (price: number) => ({
      price_components: [{ type: "ENERGY" as const, price, step_size: 1 }],
    });
    const { solution, plan } = plainAnswered({
      tariff: {
        name: "nights",
        elements: [{ ...energy(0.1), restrictions: { start_time: "23:00", end_time: "06:00" } }, energy(0.3)],
      },
    });
    render(<ClockPlot solution={solution} plan={plan} />);
    const bands = Object.entries(drawn[0]!.options.plugins.annotation!.annotations).filter(([id]) =>
      id.startsWith("band"),
    );
    expect(bands.map(([, { xMin, xMax, label }]) => [xMin, xMax, label!.content])).toEqual([
      [0, 5, "€0.30"],
      [5, 12, "€0.10"],
      [12, 13, "€0.30"],
    ]);
  });
});

describe("the steps of a unit known by hand", () => {
  const evse = { ...post(16), steps: [8, 16] } as never;
  const shown = (asked: PlainAsked, change: Partial<Aside> = {}) => {
    const found = plainAnswered({ evse, ...asked });
    useSolve.setState({ answered: found, aside: asideOf(found, change) });
    const changes: Draft[] = [];
    render(<Steps draft={found.draft} onChange={(draft) => changes.push(draft)} />);
    return changes;
  };

  test("each step: power, ready, time, what is there at departure and what is lost", () => {
    shown({ session: { neededBy: "21:00" }, settings: { evseAmps: 8 } });
    // 8 A: 1,840 W, 163 lost in the charger; 16 A: 3,680 less 258, and 1.7 in the cable.
    expect(rowsOf("Table of current steps")).toEqual([
      ["8 A", "Set", "1.84 kW", "1.68 kW", "Mon 23:58", "5 h 58 min", "75 %", "0.98 kWh"],
      ["16 A", "Set 16 A", "3.68 kW", "3.42 kW", "Mon 20:55", "2 h 55 min", "80 %", "0.76 kWh"],
    ]);
    const { data } = drawn[0]!;
    expect([data.labels, (data.datasets[0]!.data as number[]).map((h) => h.toFixed(2))]).toEqual([
      ["8 A", "16 A"],
      ["5.97", "2.92"],
    ]);
  });

  test("one is set from there, and left as it comes again", () => {
    const changes = shown({
      settings: { evseAmps: 8 },
      evse: { ...(evse as object), howSet: "hold the button" } as never,
    });
    expect(screen.getByText("To set it: hold the button")).toBeDefined();
    fireEvent.click(screen.getByRole("button", { name: "Set 16 A" }));
    fireEvent.click(screen.getByRole("button", { name: "Leave it as it comes" }));
    expect(changes.map(({ settings }) => settings.evseAmps)).toEqual([16, null]);
  });

  test("those of an older path are dimmed, told by its own clock, and none is set", () => {
    const older = plainAnswered({ evse, session: { pluggedInAt: "2026-11-23T17:00" } });
    const changes = shown({}, { plan: older.plan, clock: older.solution.clock });
    expect(document.querySelector(".steps")!.getAttribute("aria-busy")).toBe("true");
    for (const button of screen.getAllByRole("button")) fireEvent.click(button);
    expect(changes).toEqual([]);
    expect(rowsOf("Table of current steps")[1]![4]).toBe("Mon 19:55");
  });
});

describe("a link looked at", () => {
  const shown = (index: number, asked: PlainAsked = {}) => {
    const charging = plainAnswered(asked);
    const changes: Draft[] = [];
    render(
      <LinkPanel
        pressed={null}
        charging={charging}
        draft={charging.draft}
        index={index}
        onChange={(d) => changes.push(d)}
      />,
    );
    const facts = Object.fromEntries(
      [...document.querySelectorAll("dt")].map((dt) => [dt.textContent, dt.nextElementSibling!.textContent]),
    );
    return { facts, changes };
  };

  test("its ceiling, what it carries, its resistance and its heat", () => {
    const { facts } = shown(1);
    expect(screen.getByRole("heading").textContent).toBe("2. box");
    expect(facts["What it is"]).toMatch(/charging unit/);
    expect(facts.Ceiling).toMatch(/^lets through 10 A, 2\.30 kW alone/);
    expect(facts.Carries).toBe("10 A, 100 % of its ceiling");
  });

  test("a cable of its own heats by its resistance there and back", () => {
    const { facts } = shown(2);
    // 0.5 m of 35 mm² at 30 °C and the pair of contacts: 3.3 mΩ; 100 A² twice.
    expect(facts.Resistance).toBe("3.3 mΩ a conductor");
    expect(facts.Heat).toBe("1 W at full flow");
    expect(facts.Carries).toMatch(/^10 A, \d+ % of its ceiling$/);
  });

  test("what should hold less than flows is told as too much", () => {
    const { facts } = shown(0, { evse: post(20) });
    expect(facts.Ceiling).toMatch(/^should hold 16 A, 3\.68 kW alone/);
    expect(facts.Carries).toBe("20 A, 125 % of its ceiling: too much");
  });

  test("how a unit is set stands beside its setting, in its owner's words, and at no other link", () => {
    const evse = { ...post(16), howSet: "turn the dial under the lid" };
    shown(1, { evse });
    expect(document.querySelector(".step small")!.textContent).toBe("To set it: turn the dial under the lid");
    document.body.innerHTML = "";
    shown(
      plainAnswered().point.links.findIndex(({ kind }) => kind === "charger"),
      { evse },
    );
    expect(document.body.textContent).not.toContain("dial");
  });

  test("a unit with steps is set to one of them, the car to a common one up to its most", () => {
    const { changes } = shown(1, { evse: { ...post(16), steps: [8, 16] } as never });
    const options = [...screen.getByLabelText<HTMLSelectElement>("Set on the unit").options].map(
      (o) => o.text,
    );
    expect(options).toEqual(["as it comes", "8 A", "16 A"]);
    fireEvent.change(screen.getByLabelText("Set on the unit"), { target: { value: "8" } });
    expect(changes[0]!.settings).toEqual({ evseAmps: 8, carAmps: null, otherBusy: false });
    document.body.innerHTML = "";
    const charger = plainAnswered().point.links.findIndex(({ kind }) => kind === "charger");
    const car = shown(charger);
    const steps = [...screen.getByLabelText<HTMLSelectElement>("Set in the car").options].map((o) => o.text);
    expect([steps[0], steps[1], steps.at(-1)]).toEqual(["as it comes", "5 A", "32 A"]);
    fireEvent.change(screen.getByLabelText("Set in the car"), { target: { value: "6" } });
    fireEvent.change(screen.getByLabelText("Set in the car"), { target: { value: "" } });
    expect(car.changes.map(({ settings }) => settings.carAmps)).toEqual([6, null]);
  });
});

describe("the answer in short, for a phone", () => {
  const lines = () => [...document.querySelectorAll(".strip p")].map(({ textContent }) => textContent);
  test("ready, power, cost, the narrowest link and the worst caution, with how many more", () => {
    const charging = plainAnswered({ session: { neededBy: "22:00" } });
    const caution = (severity: string, what: string) => ({ severity, what, todo: "", code: what }) as never;
    render(
      <Strip charging={{ ...charging, cautions: [caution("stop", "Hot plug."), caution("note", "Old.")] }} />,
    );
    expect(lines()).toEqual([
      "Not in time 22:442.11 kW€1.84",
      "Narrowest: charging unit",
      "stop Hot plug. And 1 more.",
    ]);
    expect(document.querySelector(".figures")!.className).toBe("figures alarm");
    document.body.innerHTML = "";
    render(<Strip dimmed charging={{ ...plainAnswered(), cautions: [] }} />);
    expect(lines()).toEqual(["Ready at 22:442.11 kW€2.18", "Narrowest: charging unit"]);
    expect(document.querySelector(".strip")!.className).toBe("strip dimmed");
  });
  test("as it is heard: one sentence of the same figures", () => {
    expect(inShortText(plainAnswered())).toBe(
      "Ready at 22:44, 2.11 kW into the battery, €2.18. The charging unit is the narrowest link.",
    );
  });
  test("at a rapid station the unit is called what it is; where nothing flows it says why", () => {
    render(
      <Strip charging={plainAnswered({ evse: rapid, outlet: { ...bay(200), tap: "three" } as never })} />,
    );
    expect(lines()[1]).toBe("Narrowest: rapid station");
    document.body.innerHTML = "";
    render(<NothingFlows because="No plug goes in." />);
    expect(lines()).toEqual(["Nothing flows. No plug goes in."]);
  });
});

describe("what is told beside the answers", () => {
  test("waiting for the cheapest hours: from when, for how much, against at once; an older path's says nothing", () => {
    const charging = plainAnswered();
    const cheaper = { cost: 1_090_000, atOnce: 2_180_000, from: 5 * 3600 } as never;
    useSolve.setState({ aside: asideOf(charging, { cheaper }) });
    const { container } = render(<Cheaper charging={charging} />);
    expect(container.textContent).toBe(
      "At the cheapest hours, from 23:00, this charge costs €1.09, €1.09 less than at once. When to charge",
    );
    act(() => useSolve.setState({ aside: asideOf(plainAnswered({ session: { toSoc: 0.9 } }), { cheaper }) }));
    expect(container.textContent).toBe("");
  });

  test("on paper: the date, and every setting that has to be made by hand", () => {
    const { rerender } = render(<OnPaper charging={plainAnswered()} />);
    expect(screen.getByRole("heading", { hidden: true }).textContent).toBe("Plain at the bay, 23 Nov 2026");
    expect(document.body.textContent).toMatch(/none; box and Plain as they are\.$/);
    rerender(
      <OnPaper charging={plainAnswered({ settings: { evseAmps: 8, carAmps: 6, otherBusy: true } })} />,
    );
    expect(document.body.textContent).toMatch(
      /box: set to 8 A\. Plain: limited to 6 A\. Another car draws on the same station\.$/,
    );
    const evse = { ...post(10), howSet: "turn the dial" };
    rerender(<OnPaper charging={plainAnswered({ evse, settings: { evseAmps: 8 } })} />);
    expect(document.body.textContent).toMatch(/box: set to 8 A \(turn the dial\)\.$/);
  });

  const assumed: Car = { ...plain, ownDrawW: 200, assumed: ["ownDraw", "economy"] };
  test("what was assumed, how far the answer moves with it, and the figure taken there and then", async () => {
    const kept: unknown[] = [];
    const charging = plainAnswered({ car: assumed });
    useGarage.setState({
      garage: charging.garage,
      keep: ((kind: string, row: unknown) => Promise.resolve(void kept.push([kind, row]))) as never,
    });
    render(<Hangs charging={charging} draft={charging.draft} />);
    await settle();
    const [own, economy] = screen.getAllByRole("listitem").map(({ textContent }) => textContent!);
    expect(own).toMatch(/ready between \d\d:\d\d and \d\d:\d\d; €\d\.\d\d to €\d\.\d\d/);
    expect(economy).toMatch(/\d+ km to \d+ km put in/);
    fireEvent.click(screen.getByRole("button", { name: /own draw.*enter my figure/i }));
    fireEvent.change(screen.getByLabelText("Own draw while charging, W"), { target: { value: "310" } });
    fireEvent.click(screen.getByRole("button", { name: "Take it" }));
    await settle();
    expect(kept).toMatchObject([["cars", { id: "car", spec: { ownDrawW: 310, assumed: ["economy"] } }]]);
  });

  test("what moves nothing here is told to be hardly anything", async () => {
    // Nothing to speak of is charged: a thousandth of the battery.
    const charging = plainAnswered({
      car: { ...plain, assumed: ["ownDraw"], ownDrawW: 200 },
      session: { fromSoc: 0.7, toSoc: 0.701 },
      tariff: flat(0),
    });
    render(<Hangs charging={charging} draft={charging.draft} />);
    await settle();
    expect(screen.getByRole("listitem").textContent).toMatch(/: hardly anything here$/);
  });

  test("in miles what only moves the distance is told in miles", async () => {
    const charging = plainAnswered({ car: { ...assumed, assumed: ["economy"] }, distance: "mi" });
    render(<Hangs charging={charging} draft={charging.draft} />);
    await settle();
    expect(screen.getByRole("listitem").textContent).toMatch(/\d+ mi to \d+ mi put in$/);
    expect(screen.queryByRole("button")).toBeNull();
  });
});

describe("a figure that was assumed and is known now", () => {
  const { household } = plainGarage();
  const ask = (assumed: Parameters<typeof askedOf>[0], phases?: 1 | 2 | 3, car: Car = plain) =>
    askedOf(assumed, car, household.spec, "230/400", phases);

  test.each([
    ["ownDraw", 310, { ownDrawW: 310 }],
    ["efficiency", 91.5, { charger: { ...plain.charger, efficiency: 0.915 } }],
    // The household writes kWh/100 km.
    ["economy", 17.5, { whPerKm: 175 }],
    ["capacity", 58.4, { battery: { ...plain.battery, usableWh: 58_400 } }],
  ] as const)("%s goes where it belongs, in the unit it is typed in", (assumed, typed, change) => {
    const car = { ...plain, assumed: [assumed] } as Car;
    expect(carWith(ask(assumed, undefined, car), typed, assumed)).toEqual({ ...plain, ...change });
  });

  test("a charger by its power: 7.4 kW is 32 A on one phase, 11 kW 16 A on three", () => {
    expect(carWith(ask("charger"), 7.4, "charger")).toMatchObject({
      charger: { limits: [{ phases: 1, amps: 32 }] },
    });
    expect((carWith(ask("charger", 3), 11, "charger") as Car).charger.limits).toContainEqual({
      phases: 3,
      amps: 16,
    });
  });

  test("a peak at a rapid station scales the usual shape to it", () => {
    const { neverLimits: _, ...usual } = plain.battery;
    const { battery } = carWith(
      ask("acceptance", undefined, { ...plain, battery: usual }),
      90,
      "acceptance",
    ) as Car;
    expect(Math.max(...battery.acceptance!.map(({ watts }) => watts))).toBe(90_000);
  });

  test.each([
    ["ownDraw", 3001, /^accepted: 0 to 3,000 W$/],
    ["efficiency", 60, /^accepted: 70 to 99 %$/],
    ["economy", 150, /^accepted: 2 to 100 kWh\/100 km$/],
    ["capacity", 401, /^accepted: 0\.5 to 400 kWh$/],
    ["capacity", Number.NaN, /accepted: a number of kWh/],
    ["charger", 500, /./],
  ] as const)("%s of %d is not taken, and it is said what is", (assumed, typed, said) => {
    expect(carWith(ask(assumed), typed, assumed)).toMatch(said);
  });

  test("what is not taken is said at the field, and goes when it is typed anew; leaving changes nothing", () => {
    const taken: Car[] = [];
    let left = 0;
    render(
      <KnownFigure
        assumed="ownDraw"
        car={plain}
        household={household.spec}
        system="230/400"
        onKnown={(car) => taken.push(car)}
        onCancel={() => (left += 1)}
      />,
    );
    const field = screen.getByLabelText<HTMLInputElement>("Own draw while charging, W");
    expect(document.activeElement).toBe(field);
    fireEvent.change(field, { target: { value: "9999" } });
    fireEvent.click(screen.getByRole("button", { name: "Take it" }));
    expect(screen.getByRole("alert").textContent).toMatch(/^Own draw while charging: accepted: 0 to 3,000 W/);
    fireEvent.change(field, { target: { value: "99" } });
    expect(screen.queryByRole("alert")).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "Leave it assumed" }));
    expect([taken, left]).toEqual([[], 1]);
  });
});

test.each([
  ["AC", 1, "on one phase"],
  ["AC", 2, "on two phases"],
  ["AC", 3, "on three phases"],
  ["DC", 1, "of direct current"],
] as const)("what %s flows on with %d", (current, phases, words) =>
  expect(phaseWords({ current, phases })).toBe(words),
);
