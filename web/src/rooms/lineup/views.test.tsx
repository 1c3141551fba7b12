/** @jest-environment jsdom */
import { fireEvent, render, screen, within } from "@testing-library/react";
import { MemoryRouter } from "react-router-dom";
import { writeAs } from "../../format/manner";
import { weekStoreOf } from "../../stores/week";
import { settle } from "../../tests/settle";
import { rowsOf } from "../../tests/tables";
import CarsByWays from "./CarsByWays";
import Charts from "./Charts";
import Overnight from "./Overnight";
import { Picture } from "./Picture";
import StayView from "./StayView";
import Table from "./Table";
import { propsOf } from "./tests/known";
import VaryView from "./VaryView";
import { WayPanel } from "./WayPanel";

/** What a chart is given, where the simulated page cannot draw one. */
interface Drawn {
  readonly kind: "line" | "bar";
  readonly data: {
    readonly labels?: readonly string[];
    readonly datasets: readonly { readonly label: string; readonly data: readonly unknown[] }[];
  };
  readonly options: {
    readonly plugins: {
      readonly tooltip: { readonly callbacks: Record<string, (item: unknown) => string> };
      readonly annotation: { readonly annotations: Record<string, { xMin: number }> };
    };
    readonly scales: Record<string, { ticks: { callback(value: number, i: number): string }; max: number }>;
  };
}
const drawn: Drawn[] = [];
const given = (kind: Drawn["kind"]) => (props: Omit<Drawn, "kind">) => {
  drawn.push({ ...props, kind });
  return null;
};
jest.mock("react-chartjs-2", () => ({
  Line: (props: Omit<Drawn, "kind">) => given("line")(props),
  Bar: (props: Omit<Drawn, "kind">) => given("bar")(props),
}));
jest.mock("@tanstack/react-virtual", () => jest.requireActual<object>("./tests/allRows"));

beforeEach(() => {
  writeAs({});
  drawn.length = 0;
  document.documentElement.dataset.bsTheme = "light";
  window.matchMedia = (() => ({ matches: false })) as never;
});

// By hand, W into the battery: 10 A bring 2,300, the cable takes 1 and the charger 185; 30 A bring 6,900, 6 and 477.
// Rapid: 50,000, 17 in its cable. So 4 h 44 min, 1 h 34 min and 12 min for the 10 kWh from 70 to 80 %.
describe.each([
  {
    unit: "km",
    slow: { h2: "42 km", night: "85 km", short: "15 km", speed: "21.1 km/h", per100: "€2.18" },
    fast: {
      all: "100 km",
      more: "58 km",
      night: "257 km",
      spare: "157 km",
      speed: "64.2 km/h",
      per100: "€3.23",
    },
    rapid: {
      min6: "50 km",
      more: "8 km",
      night: "50 km",
      short: "50 km",
      speed: "500 km/h",
      per100: "€6.00",
    },
    day: "100 km",
    worth: "15 km",
  },
  {
    unit: "mi",
    slow: { h2: "26 mi", night: "53 mi", short: "9 mi", speed: "13.1 mi/h", per100: "€3.50" },
    fast: {
      all: "62 mi",
      more: "36 mi",
      night: "159 mi",
      spare: "97 mi",
      speed: "39.9 mi/h",
      per100: "€5.19",
    },
    rapid: {
      min6: "31 mi",
      more: "5 mi",
      night: "31 mi",
      short: "31 mi",
      speed: "311 mi/h",
      per100: "€9.66",
    },
    day: "62 mi",
    worth: "9 mi",
  },
] as const)("three ways known by hand, in $unit", ({ unit, slow, fast, rapid, day, worth }) => {
  test("a stay: each way to its own end, against where one stands", async () => {
    render(<StayView {...propsOf(unit)} />);
    await settle();
    // The move takes 15 min of the 2 h; the target, the time limit and the stay end them.
    expect(rowsOf("What each way gives in the stay")).toEqual([
      [
        "Fast",
        "1 h 45 min",
        fast.all,
        "10.8 kWh",
        "€3.23",
        `+${fast.more}, €2.31 more`,
        "reaches the target",
      ],
      [
        "Rapid",
        "6 min",
        rapid.min6,
        "5.00 kWh",
        "€3.00",
        `+${rapid.more}, €2.08 more`,
        "the time limit ends it",
      ],
      ["Slow", "2 h", slow.h2, "4.60 kWh", "€0.92", "you stand here", ""],
    ]);
    expect(document.querySelector(".says")!.textContent).toBe(
      `Fast is worth the move: ${fast.more} more, for €2.31 more.`,
    );
  });

  test("a stay in which the move is not worth it, and one at the best way", async () => {
    const { rerender } = render(<StayView {...propsOf(unit)} />);
    fireEvent.change(screen.getByLabelText("Moving the car takes, minutes"), { target: { value: "84" } });
    await settle();
    // 36 min at 30 A are 38 km against 42: only the rapid one's 6 min give more.
    const says = () => document.querySelector(".says")!.textContent;
    expect(says()).toBe(
      `Not worth the move: Rapid would give ${rapid.more} more, below the ${worth} it takes to get up for.`,
    );
    rerender(<StayView {...propsOf(unit)} selected={1} />);
    await settle();
    expect(says()).toBe("Stay where you are: nothing else gives more in 2 h.");
    expect(rowsOf("What each way gives in the stay")[0]).toEqual([
      "Fast",
      "2 h",
      fast.all,
      "10.8 kWh",
      "€3.23",
      "you stand here",
      "reaches the target",
    ]);
  });

  test("the picture: power, times its baseline's, flow, ready and how long", () => {
    render(<Picture {...propsOf(unit)} />);
    const seen = [...document.querySelectorAll(".way-row")].map((row) =>
      [...row.querySelectorAll(".way-name, .way-power, .way-ready")].map((part) => part.textContent),
    );
    expect(seen).toEqual([
      ["Slowpost · baseline", "2.11 kW1 × 10 A", "22:4478 % by then"],
      ["Fastpost", "6.42 kW1 × 30 A, 3.0 ×", "19:341 h 34 min"],
      ["Rapidrapid", "50.0 kW1 × 119.0 A, 24 ×", "18:1212 min"],
    ]);
    expect(screen.getByText(/Thickness to one scale/).textContent).toBe(
      "Thickness to one scale: 40 A AC, 200 A DC. 3 ways charge.",
    );
    expect([...document.querySelectorAll(".picture-head .tick")].map((tick) => tick.textContent)).toEqual([
      "18:00",
      "19:00",
      "20:00",
      "21:00",
      "22:00",
    ]);
    expect(
      [...document.querySelectorAll(".way-body")].map((body) => body.getAttribute("aria-label")),
    ).toEqual([
      "Slow, the baseline, post: 2.11 kW into the battery, 1 × 10 A. The charging unit is the narrowest link. Ready Mon 22:44, short by 44 min: 78 % at departure.",
      "Fast, post: 6.42 kW into the battery, 1 × 30 A. The charging unit is the narrowest link. Ready Mon 19:34, in time.",
      "Rapid, rapid: 50.0 kW into the battery, 1 × 119.0 A. The charging unit is the narrowest link. Ready Mon 18:12, in time.",
    ]);
  });

  test("the picture's bars end at ready or departure, on one clock, and what is missing and a limit are marked", () => {
    render(<Picture {...propsOf(unit)} />);
    // The clock runs to 22:43:44 (17,024 s), departure is at 14,400 s, the limit at 360 s.
    const of = (row: number, part: string) =>
      document.querySelectorAll(".way-row")[row]!.querySelector<HTMLElement>(`.way-bar .${part}`);
    const grown = (row: number) => Number(/scaleX\((.*)\)/.exec(of(row, "charged")!.style.transform)![1]);
    expect([0, 1, 2].map((row) => grown(row).toFixed(3))).toEqual(["0.846", "0.330", "0.042"]);
    expect([of(0, "missing")!.style.left.slice(0, 5), of(0, "missing")!.style.width.slice(0, 5)]).toEqual([
      "84.58",
      "15.41",
    ]);
    expect([of(1, "missing"), of(2, "missing"), of(0, "limit"), of(1, "limit")]).toEqual([
      null,
      null,
      null,
      null,
    ]);
    expect(of(2, "limit")!.style.left.slice(0, 5)).toBe("2.114");
    expect(of(1, "leave")!.style.left.slice(0, 5)).toBe("84.58");
  });

  test("the table: each figure under its own heading, with the best and the worst", () => {
    render(<Table {...propsOf(unit)} />);
    for (const name of ["From the wall", "On the meter", "Lost", "To be bought"])
      fireEvent.click(within(document.querySelector<HTMLElement>(".column-chooser")!).getByLabelText(name));
    const table = screen.getByLabelText("Rows of the line-up");
    const bare = (text: string) => text.replace(/€| (km|mi)\/h/, "");
    // One car: every row is of another way, and shows its name.
    expect(table.querySelector("th .visually-hidden")).toBeNull();
    const heads = [...table.querySelectorAll("thead th")].map((th) => th.textContent!.trim());
    const [first, second, third] = rowsOf("Rows of the line-up").map((row) =>
      Object.fromEntries(row.map((text, i) => [heads[i], text])),
    );
    expect(first).toEqual({
      Way: "Slow",
      Kind: "post",
      Flows: "1 × 10 A",
      "From the wall, kW": "▽ worst: 2.30",
      "Into the battery, kW": "▽ worst: 2.11",
      "Narrowest link": "charging unit",
      "Time to target": "▽ worst: 4 h 44 min",
      "In time": "short by 44 min",
      [`Range an hour, ${unit}/h`]: `▽ worst: ${bare(slow.speed)}`,
      "On the meter, kWh": "10.9",
      "Lost, kWh": "0.88",
      "Share lost, %": "▽ worst: 8",
      "Cost of the charge, €": "2.18",
      [`Cost per 100 ${unit}, €`]: `▲ best: ${bare(slow.per100)}`,
      "To be bought, €": "▲ best: nothing",
      "Worst caution": "none",
    });
    expect(second).toMatchObject({
      Way: "Fast",
      "From the wall, kW": "6.90",
      "Into the battery, kW": "6.42",
      "Time to target": "1 h 34 min",
      "In time": "yes, 19:34",
      [`Range an hour, ${unit}/h`]: bare(fast.speed),
      "On the meter, kWh": "10.8",
      "Lost, kWh": "0.75",
      "Cost of the charge, €": "3.23",
      [`Cost per 100 ${unit}, €`]: bare(fast.per100),
      "To be bought, €": "▽ worst: 800",
    });
    expect(third).toMatchObject({
      Way: "Rapid",
      Kind: "rapid",
      "Into the battery, kW": "▲ best: 50.0",
      [`Range an hour, ${unit}/h`]: `▲ best: ${bare(rapid.speed)}`,
      "Cost of the charge, €": "6.00",
      [`Cost per 100 ${unit}, €`]: `▽ worst: ${bare(rapid.per100)}`,
    });
    // What was chosen is kept from visit to visit: back to the first columns.
    for (const name of ["From the wall", "On the meter", "Lost", "To be bought"])
      fireEvent.click(within(document.querySelector<HTMLElement>(".column-chooser")!).getByLabelText(name));
  });

  test("cars by ways: one figure a way, the best marked", () => {
    render(<CarsByWays {...propsOf(unit)} />);
    const shown = (figure: string) => {
      fireEvent.change(screen.getByLabelText("Figure"), { target: { value: figure } });
      return rowsOf("Cars by ways, scrolls sideways").map((row) => row.join(" "));
    };
    expect(shown("hour")).toEqual([
      `Slow ${slow.speed} U`,
      `Fast ${fast.speed} U`,
      `Rapid ▲ ${rapid.speed} U`,
    ]);
    expect(shown("night")).toEqual([
      `Slow ${slow.night} U`,
      `Fast ▲ ${fast.night} U`,
      `Rapid ${rapid.night} U`,
    ]);
    expect(shown("time")).toEqual(["Slow 4 h 44 min U", "Fast 1 h 34 min U", "Rapid ▲ 12 min U"]);
    // Against the longest: 4 h 44 min, 1 h 34 min and 12 min.
    const bars = [...document.querySelectorAll<HTMLElement>(".cell-bar")].map(({ style }) =>
      parseFloat(style.width),
    );
    expect(bars.map(Math.round)).toEqual([100, 33, 4]);
    expect(shown("per100")).toEqual([
      `Slow ▲ ${slow.per100} U`,
      `Fast ${fast.per100} U`,
      `Rapid ${rapid.per100} U`,
    ]);
    // 10,880 − 10,000; 10,753 − 10,000; 10,003 − 10,000.
    expect(shown("lost")).toEqual(["Slow 0.88 kWh U", "Fast 0.75 kWh U", "Rapid ▲ 3 Wh U"]);
  });

  test("enough overnight: what a night of 4 h gives against the day, and the least that does", () => {
    render(<Overnight {...propsOf(unit)} />, { wrapper: MemoryRouter });
    expect(document.querySelector(".says")!.textContent).toBe(
      `Fast is the least that puts back ${day} for Plain in 4 h.`,
    );
    const verdicts = [...document.querySelectorAll(".nights .verdict")].map((verdict) => verdict.textContent);
    expect(verdicts).toEqual([
      `short by ${slow.short}${slow.night} a night`,
      `enough, ${fast.spare} to spare${fast.night} a night`,
    ]);
    // Bars are of the longest night and a twentieth: 85 and 257 of 269, the day at 100; the rapid station is no night.
    const widths = [...document.querySelectorAll<HTMLElement>(".night-bar .charged")].map(({ style }) =>
      style.width.slice(0, 4),
    );
    expect(widths).toEqual(["31.3", "95.2"]);
    expect(document.querySelector<HTMLElement>(".night-bar .leave")!.style.left.slice(0, 4)).toBe("37.1");
    fireEvent.click(screen.getByRole("link", { name: "Follow a whole week of it" }));
    const { household } = propsOf(unit).garage;
    expect(weekStoreOf(household.id).getState().draft).toMatchObject({
      carAt: 0,
      pattern: {
        limitSoc: 0.8,
        days: Array(7).fill({ drives: [{ leave: "22:00", back: "18:00", km: 100 }] }) as object[],
      },
    });
  });

  test("the panel: the figures of the way in view", () => {
    const props = propsOf(unit);
    const facts = () =>
      Object.fromEntries(
        [...document.querySelectorAll("dl dt")].map((dt) => [
          dt.textContent,
          dt.nextElementSibling!.textContent,
        ]),
      );
    const shown = (selected: number) =>
      render(
        <WayPanel {...props} selected={selected} garage={props.solved.garage} onOpenPath={() => undefined} />,
      );
    const { unmount } = shown(0);
    expect(facts()).toEqual({
      Ready: "Mon 22:44, after 4 h 44 min",
      Range: `${slow.speed} (${unit === "km" ? "23.0 km/h" : "14.3 mi/h"} counted at the wall)`,
      "From the wall": "2.30 kW",
      Lost: "8 % of what the meter counts",
      Cost: "€2.18 the whole charge",
      "A night": `falls short by ${slow.short} against ${day} a day`,
    });
    unmount();
    const second = shown(1);
    expect(facts()["A night"]).toBe(`enough, ${fast.spare} to spare against ${day} a day`);
    expect(screen.getByLabelText<HTMLInputElement>("box, EUR").value).toBe("800");
    second.unmount();
    shown(2);
    expect(facts()["Time limit"]).toBe("ends it after 6 min");
  });

  test("one thing varied: a row a size, and where it stops helping", async () => {
    render(<VaryView {...propsOf(unit)} />);
    fireEvent.change(screen.getByLabelText("Vary"), { target: { value: "evse" } });
    await settle();
    expect(rowsOf("Sizes of the unit's rating").slice(0, 3)).toEqual([
      [
        "10 A as it is",
        "2.11 kW",
        "1 × 10 A",
        "charging unit",
        "4 h 44 min",
        "short by 44 min",
        "8 %",
        "€2.18",
        "",
      ],
      ["16 A", "3.42 kW", "1 × 16 A", "circuit", "2 h 55 min", "Mon 20:55", "7 %", "€2.15", ""],
      ["20 A", "4.28 kW", "1 × 20 A", "charging unit", "2 h 20 min", "Mon 20:20", "7 %", "€2.15", "stop"],
    ]);
    expect(document.querySelector(".says")!.textContent).toBe(
      "The unit's rating still helps at 16 A, the largest that is safe here. As the rest stands it is not safe at 20 A to 80 A.",
    );
    // Bars are of the most that any size gives: 2.11 of 6.84 kW.
    expect(document.querySelector<HTMLElement>(".small-bar span")!.style.width.slice(0, 4)).toBe("30.9");
  });
});

test("a way that does not charge is a dash with its reason, counts for no best, and is told in the picture", () => {
  const props = propsOf("km");
  const { cells, byCar } = props.solved;
  const blocked = {
    kind: "blocked",
    plan: { ...cells[2]![0]!.plan, name: "Rapid" },
    level: cells[2]![0]!.level,
    refusal: { message: "Nothing goes in there.", remedy: "Take another." },
    price: 0,
  } as never;
  const solved = {
    ...props.solved,
    cells: [cells[0]!, cells[1]!, [blocked]],
    byCar: [[...byCar[0]!.slice(0, 2), blocked]],
  };
  const grid = render(<CarsByWays {...props} solved={solved} />);
  expect(rowsOf("Cars by ways, scrolls sideways")).toEqual([
    ["Slow", "21.1 km/h U"],
    ["Fast", "▲ 64.2 km/h U"],
    ["Rapid", "–"],
  ]);
  expect(screen.getByTitle("Nothing goes in there.").textContent).toBe("–");
  grid.unmount();
  render(<Picture {...props} solved={solved} />);
  expect(document.querySelector(".way-blocked")!.textContent).toBe("Nothing goes in there.");
  expect(document.querySelectorAll(".way-body")[2]!.getAttribute("aria-label")).toBe(
    "Rapid: Nothing goes in there.",
  );
  expect(screen.getByText(/Thickness to one scale/).textContent).toMatch(/2 ways charge\.$/);
});

describe("the charts", () => {
  test("charge against the clock: a line a way, its table at quarters of the time there is", () => {
    render(<Charts {...propsOf("km")} selected={1} />);
    const { data, options } = drawn.find(({ kind }) => kind === "line")!;
    expect(data.datasets.map(({ label }) => label)).toEqual(["Slow", "Fast", "Rapid"]);
    const ends = data.datasets.map(({ data: points }) => points.at(-1) as { x: number; y: number });
    expect(ends.map(({ x, y }) => [x.toFixed(2), y.toFixed(1)])).toEqual([
      ["4.73", "80.0"],
      ["4.73", "80.0"],
      ["4.73", "80.0"],
    ]);
    // 2.115 kW of 100 kWh: 2.1 points an hour.
    const [slow] = data.datasets as unknown as { data: { x: number; y: number }[]; borderWidth: number }[];
    for (const { x, y } of slow!.data) expect(y).toBeCloseTo(70 + 2.1147 * x, 2);
    expect((data.datasets as unknown as { borderWidth: number }[]).map((d) => d.borderWidth)).toEqual([
      1.4, 4, 1.4,
    ]);
    // Each is named where it ends: two over the moment they reach the target, the late one at the right edge too.
    const { annotations } = options.plugins.annotation as unknown as {
      annotations: Record<string, { content?: string; xMin?: number; yMin?: number }>;
    };
    const named = Object.entries(annotations).flatMap(([id, { content }]) =>
      content ? [[id, content]] : [],
    );
    expect(named).toEqual([
      ["ready0", "Slow, 22:44"],
      ["ready1", "Fast, 19:34"],
      ["ready2", "Rapid, 18:12"],
    ]);
    expect([annotations.leader1!.xMin!.toFixed(2), annotations.leader1!.yMin]).toEqual(["1.56", 80]);
    expect(options.plugins.annotation.annotations.leave!.xMin).toBe(4);
    expect(options.scales.x!.ticks.callback(1.5, 0)).toBe("19:30");
    expect(options.plugins.tooltip.callbacks.label!({ datasetIndex: 0, parsed: { y: 74.2 } })).toBe(
      "Slow: 74 %",
    );
    const heads = within(screen.getByLabelText("Table: State of charge")).getAllByRole("columnheader");
    expect(heads.map(({ textContent }) => textContent)).toEqual([
      "Way",
      "at Mon 19:00",
      "at Mon 20:00",
      "at Mon 21:00",
      "at Mon 22:00",
    ]);
    expect(rowsOf("Table: State of charge")).toEqual([
      ["Slow", "72 %", "74 %", "76 %", "78 %"],
      ["Fast", "76 %", "80 %", "80 %", "80 %"],
      ["Rapid", "80 %", "80 %", "80 %", "80 %"],
    ]);
  });

  test("where the energy goes: a stack a way, cause by cause, and altogether", () => {
    render(<Charts {...propsOf("km")} />);
    const { data, options } = drawn.find(({ kind }) => kind === "bar")!;
    expect(data.labels).toEqual(["Slow", "Fast", "Rapid"]);
    expect(data.datasets.map(({ label }) => label)).toEqual(["cable", "conversion to DC in the car"]);
    // 185 W for 4 h 44 min and 477 W for 1 h 34 min in the charger; nothing of either on DC.
    expect(data.datasets[1]!.data.map((kWh) => (kWh as number).toFixed(3))).toEqual([
      "0.873",
      "0.744",
      "0.000",
    ]);
    expect(
      options.plugins.tooltip.callbacks.label!({ dataset: { label: "cable" }, parsed: { x: 0.739 } }),
    ).toBe("cable: 0.74 kWh");
    expect(rowsOf("Table: Energy lost, kWh")).toEqual([
      ["Slow", "0.00", "0.87", "0.88"],
      ["Fast", "0.01", "0.74", "0.75"],
      ["Rapid", "0.00", "0.00", "0.00"],
    ]);
  });

  test("in the other manner of writing the same figures stand with its decimal mark", () => {
    writeAs({ decimals: "comma" });
    render(<Charts {...propsOf("km")} />);
    expect(rowsOf("Table: Energy lost, kWh")[1]).toEqual(["Fast", "0,01", "0,74", "0,75"]);
  });

  test("of thirty ways the first 24 are drawn, and it is said", () => {
    const props = propsOf("km");
    const many = Array.from({ length: 30 }, (_, i) => props.solved.byCar[0]![i % 3]!);
    render(<Charts {...props} solved={{ ...props.solved, byCar: [many] }} />);
    expect(screen.getByText("The first 24 of 30 ways; the table has them all.")).toBeDefined();
    expect(drawn.find(({ kind }) => kind === "bar")!.data.labels).toHaveLength(24);
    // Lines nobody could tell apart are one, and counted; the way in view is named.
    expect(drawn.find(({ kind }) => kind === "line")!.data.datasets.map(({ label }) => label)).toEqual([
      "Slow and 7 more",
      "8 ways",
      "8 ways",
    ]);
  });

  test("with nothing that charges they say so", () => {
    const props = propsOf("km");
    render(<Charts {...props} solved={{ ...props.solved, byCar: [[null, null, null]] }} />);
    expect(document.body.textContent).toBe("Nothing here charges Plain.");
  });
});
