/** @jest-environment jsdom */
import { act, fireEvent, render, screen, within } from "@testing-library/react";
import { useState } from "react";
import {
  sweepOf,
  clockOfPlan,
  carSchema,
  regionOfZone,
  type Car,
  worldOf,
  type SweepRow,
  type SweepSpec,
  type Plan,
  type StartWay,
} from "@kettleback/core";
import { fallowQuay, larchHollow } from "@kettleback/core/demo";
import { writeAs } from "../../format/manner";
import type { LineupDraft } from "../../stores/lineup";
import { plain } from "../../tests/plain";
import { settle } from "../../tests/settle";
import { rowsOf } from "../../tests/tables";
import { AddCandidate } from "./AddCandidate";
import { AddWays } from "./AddWays";
import { AskedSentence } from "./AskedSentence";
import Choosers from "./Choosers";
import SweepView from "./SweepView";
import { QuickWay } from "./QuickWay";
import { propsOf } from "./tests/known";

/** Fields that were asked for: a test answers when it likes. */
interface Asked {
  readonly plan: Plan;
  readonly spec: SweepSpec;
  readonly progress: (share: number) => void;
  answer(rows: SweepRow[] | null): void;
  fail(error: Error): void;
  left: boolean;
}
const mockAsked: Asked[] = [];
jest.mock("../../jobs/pool", () => {
  const real = jest.requireActual<{ ask: (...asked: unknown[]) => unknown }>("../../jobs/pool");
  return {
    ...real,
    ask: (kind: string, input: [Plan, SweepSpec], options: { progress: (share: number) => void }) => {
      if (kind !== "sweep") return real.ask(kind, input, options);
      const [plan, spec] = input;
      const one = { plan, spec, progress: options.progress, left: false } as Asked;
      mockAsked.push(one);
      const result = new Promise((answer, fail) => Object.assign(one, { answer, fail }));
      return { result, leave: () => (one.left = true) };
    },
  };
});
const mockSaved: { name: string; text: string }[] = [];
jest.mock("../../controls/DocumentFile", () => ({
  saveAs: (name: string, text: string) => void mockSaved.push({ name, text }),
}));

const type = (label: string, text: string) => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
};

beforeEach(() => {
  writeAs({});
  mockAsked.length = 0;
  mockSaved.length = 0;
  document.documentElement.dataset.bsTheme = "light";
});

const IRELAND = regionOfZone("Europe/Dublin");

describe("a way described in a line", () => {
  // A form judges what is typed a moment after the press.
  const add = () =>
    act(async () => {
      fireEvent.click(screen.getByRole("button", { name: "Add it" }));
    });
  const made = async (
    choices: Record<string, string>,
    system = "230/400",
  ): Promise<[StartWay, string] | undefined> => {
    const added: [StartWay, string][] = [];
    const { unmount } = render(
      <QuickWay system={system as never} region={IRELAND} onAdd={(entry, on) => added.push([entry, on])} />,
    );
    for (const [label, value] of Object.entries(choices)) type(label, value);
    await add();
    unmount();
    return added[0];
  };

  test("the country's own outlets come first, by their everyday names", () => {
    render(<QuickWay system="230/400" region={IRELAND} onAdd={() => undefined} />);
    const [own, others] = [...screen.getByLabelText("Outlet").querySelectorAll("optgroup")];
    expect(own!.label).toBe("Found here");
    expect(own!.textContent).toContain("three-pin socket (type G): BS 1363 (13 A three-pin)");
    expect(own!.textContent).not.toContain("CEE 7");
    expect(others!.textContent).toContain("CEE 7");
  });

  test.each([
    [
      { Outlet: "blue-32", "Set to, A": "20" },
      { at: "socket", name: "IEC 60309 blue 32 A at 20 A", type: "blue-32", breakerAmps: 32, amps: 20 },
    ],
    [
      { "It is": "wallbox", "Amps a phase": "10" },
      {
        at: "wired",
        name: "Wallbox, 1 × 10 A",
        kind: "wallbox",
        tap: "single",
        phases: 1,
        amps: 10,
        breakerAmps: 13,
      },
    ],
    [
      { "It is": "wallbox", Phases: "3", "Amps a phase": "32" },
      {
        at: "wired",
        name: "Wallbox, 3 × 32 A",
        kind: "wallbox",
        tap: "three",
        phases: 3,
        amps: 32,
        breakerAmps: 40,
      },
    ],
    [
      { "It is": "post", Phases: "3", "Amps a phase": "16", Name: "By the weir" },
      { at: "wired", name: "By the weir", kind: "post", tap: "three", phases: 3, amps: 16, breakerAmps: 20 },
    ],
    [
      { "It is": "rapid", "Power on its sign, kW": "100" },
      { at: "rapid", name: "Rapid, 100 kW", kW: 100, amps: 250 },
    ],
    [
      { "It is": "rapid", "Power on its sign, kW": "22" },
      { at: "rapid", name: "Rapid, 22 kW", kW: 22, amps: 125 },
    ],
    [
      { "It is": "rapid", "Power on its sign, kW": "400" },
      { at: "rapid", name: "Rapid, 400 kW", kW: 400, amps: 500 },
    ],
  ] as const)("%j", async (choices, entry) => {
    expect(await made(choices as never)).toEqual([entry, "230/400"]);
  });

  test("where a supply has 240 V a wallbox gets them, behind a breaker that is made", async () => {
    expect(await made({ "It is": "wallbox", "Amps a phase": "30" }, "split-phase")).toEqual([
      {
        at: "wired",
        name: "Wallbox, 1 × 30 A",
        kind: "wallbox",
        tap: "high",
        phases: 1,
        amps: 30,
        breakerAmps: 40,
      },
      "split-phase",
    ]);
    // Another supply is chosen, with its own outlets; no three phases there.
    expect(
      (await made({ Supply: "split-phase", Outlet: "nema-14-30", "Set to, A": "24" }))![0],
    ).toMatchObject({
      type: "nema-14-30",
      breakerAmps: 30,
    });
    render(<QuickWay system="split-phase" region={IRELAND} onAdd={() => undefined} />);
    type("It is", "wallbox");
    expect(screen.queryByLabelText("Phases")).toBeNull();
  });

  test.each([
    [{ "Set to, A": "5.9" }, "accepted: 6 to 80 A"],
    [{ "Set to, A": "81" }, "accepted: 6 to 80 A"],
    [{ "Set to, A": "" }, "accepted: 6 to 80 A"],
    [{ "It is": "rapid", "Power on its sign, kW": "4" }, "accepted: 5 to 500 kW"],
    [{ "It is": "rapid", "Power on its sign, kW": "501" }, "accepted: 5 to 500 kW"],
  ] as const)("%j is not taken, and is told only once it was tried", async (choices, said) => {
    const added: StartWay[] = [];
    render(<QuickWay system="230/400" region={IRELAND} onAdd={(entry) => added.push(entry)} />);
    for (const [label, value] of Object.entries(choices)) type(label, value);
    expect(screen.queryByRole("alert")).toBeNull();
    await add();
    expect([screen.getByRole("alert").textContent, added]).toEqual([said, []]);
  });

  test("a name of 81 letters is not taken, one of 80 is", async () => {
    expect(await made({ Name: "n".repeat(81) })).toBeUndefined();
    expect((await made({ Name: "n".repeat(80) }))![0].name).toHaveLength(80);
    render(<QuickWay system="230/400" region={IRELAND} onAdd={() => undefined} />);
    type("Name", "n".repeat(81));
    await add();
    expect(screen.getByLabelText(/^Name/).getAttribute("aria-invalid")).toBe("true");
  });
});

describe("ways are added", () => {
  const opened = (garage = fallowQuay) => {
    const changes: LineupDraft[] = [];
    const { draft } = propsOf("km").solved;
    render(<AddWays garage={garage} draft={draft} onChange={(next) => changes.push(next)} />);
    fireEvent.click(screen.getByRole("button", { name: "Add ways…" }));
    return changes;
  };

  test("a saved path behind those there are, with an id nobody has and its place", () => {
    const changes = opened();
    fireEvent.click(screen.getByRole("button", { name: /^Curlew at the harbour/ }));
    const [{ ways, baseline }] = changes as [LineupDraft];
    expect(ways.map(({ id }) => id)).toEqual(["w0", "w1", "w2", "way-4"]);
    expect([ways[3]!.outlet, ways[3]!.place, baseline]).toEqual(["fq-harbour-bay", "fq-harbour", "w0"]);
  });

  test("a start set in place of those there are, its first way the baseline; one's own supply is marked", () => {
    const changes = opened(larchHollow);
    expect(screen.getByRole("button", { name: /\(yours\)$/ }).textContent).toMatch(/120/);
    fireEvent.click(screen.getByRole("button", { name: /\(yours\)$/ }));
    const [{ ways, baseline }] = changes as [LineupDraft];
    expect([ways.length, baseline]).toEqual([12, ways[0]!.id]);
    expect(worldOf(larchHollow)).toBe("split-phase");
  });

  test("one described there joins the others", async () => {
    const changes = opened();
    fireEvent.change(screen.getByLabelText("It is"), { target: { value: "rapid" } });
    await act(async () => {
      fireEvent.click(screen.getByRole("button", { name: "Add it" }));
    });
    expect(changes[0]!.ways.at(-1)).toMatchObject({ id: "way-4", name: "Rapid, 16 kW" });
  });
});

describe("a car one thinks of", () => {
  const added: Car[] = [];
  const field = (label: string, value: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value } });
  const press = (name: string) => fireEvent.click(screen.getByRole("button", { name }));
  beforeEach(() => {
    added.length = 0;
    render(<AddCandidate garage={fallowQuay} onAdd={(car) => added.push(car)} />);
    press("Add a candidate…");
  });

  test("is its class where nothing else is said, marked as assumed, under the name of its class", () => {
    field("What it is", "small");
    press("Add it");
    expect(added).toHaveLength(1);
    expect(added[0]).toMatchObject({ name: "small car", battery: { usableWh: 40_000 }, whPerKm: 150 });
    expect(added[0]!.assumed).toEqual(expect.arrayContaining(["capacity", "charger", "economy"]));
    expect(carSchema.safeParse(added[0]).success).toBe(true);
  });

  test("three trims follow one another: what was typed stays but for the name", () => {
    field("What you call it", "Short range");
    field("Battery, usable, kWh", "50");
    field("Onboard charger, kW", "11");
    press("Add it");
    expect(screen.getByRole("status").textContent).toBe("In the line-up: Short range.");
    field("What you call it", "Long range");
    field("Battery, usable, kWh", "75");
    press("Add this one too");
    field("What you call it", "Long range, 22 kW");
    field("Onboard charger, kW", "22");
    press("Add this one too");
    expect(added.map(({ name, battery, charger }) => [name, battery.usableWh, charger.limits])).toEqual([
      ["Short range", 50_000, [{ phases: 3, amps: 16 }]],
      ["Long range", 75_000, [{ phases: 3, amps: 16 }]],
      ["Long range, 22 kW", 75_000, [{ phases: 3, amps: 32 }]],
    ]);
    press("Done");
    expect(screen.queryByRole("dialog")).toBeNull();
  });

  test("what cannot be is refused at its field, and nothing is added from it", () => {
    field("Battery, usable, kWh", "1");
    expect(screen.getByRole("alert").textContent).toContain("Battery, usable: accepted: 2 to 400 kWh");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Add it" }).disabled).toBe(true);
    fireEvent.submit(screen.getByRole("dialog").querySelector("form")!);
    expect(added).toEqual([]);
  });
});

describe("what is asked of every way", () => {
  const asked = (unit: "km" | "mi", change: Partial<LineupDraft> = {}) => {
    const changes: LineupDraft[] = [];
    const { solved } = propsOf(unit);
    const draft = { ...solved.draft, ...change };
    render(
      <AskedSentence
        garage={solved.garage}
        solved={{ ...solved, draft }}
        onChange={(next) => changes.push(next)}
      />,
    );
    return changes;
  };

  test("a day's drive is typed in the household's unit and kept in kilometres", () => {
    const changes = asked("mi");
    expect(screen.getByLabelText<HTMLInputElement>("A day's drive, mi").value).toBe("62.1");
    type("A day's drive, mi", "50");
    expect(changes[0]!.dayKm).toBeCloseTo(80.4672, 9);
    type("Own stay, hours", "6");
    expect(changes[1]!.stayHours).toBe(6);
  });

  test("what is wrong stands at its own field", () => {
    const { solved } = propsOf("km");
    const problems = [{ field: "dayKm", message: "accepted: 0 to 2,000 km" }];
    render(
      <AskedSentence garage={solved.garage} solved={{ ...solved, problems }} onChange={() => undefined} />,
    );
    const wrong = (label: string) => screen.getByLabelText(label).getAttribute("aria-invalid");
    expect([wrong("A day's drive, km"), wrong("Own stay, hours")]).toEqual(["true", "false"]);
  });

  test("cars are ticked into the line-up and out of it, and the last one stays", () => {
    const changes = asked("km");
    fireEvent.click(screen.getByLabelText("Curlew"));
    expect(changes[0]!.cars).toEqual([plain, "fq-curlew"]);
    fireEvent.click(screen.getByLabelText(/Plain, a candidate/));
    expect(changes).toHaveLength(1);
  });

  test("of two cars one is left out, by its own tick, and the first is in view", () => {
    const changes = asked("km", { cars: ["fq-curlew", plain], carAt: 1 });
    fireEvent.click(screen.getByLabelText("Curlew"));
    fireEvent.click(screen.getByLabelText(/Plain, a candidate/));
    expect(changes.map(({ cars, carAt }) => [cars, carAt])).toEqual([
      [[plain], 0],
      [["fq-curlew"], 0],
    ]);
  });
});

describe("what to carry", () => {
  const props = propsOf("km");
  const shown = async (garage = fallowQuay) => {
    render(<Choosers {...props} garage={garage} />);
    await settle();
  };

  test("cables: power at each post, hours saved a year, mass and price", async () => {
    await shown();
    const rows = rowsOf("Cables one could carry");
    expect(rows.length).toBeGreaterThan(3);
    const cable = (amps: string): string[] =>
      rows.find(([name]) => name!.includes(amps) && !name!.includes("three"))!;
    const [thin, thick] = [cable("16 A"), cable("32 A")] as const;
    // The car takes 32 A on one phase: 3,680 W bring 3.4 kW or so, 7,360 W 6.8. 10 kWh, four times a month on one
    // phase and four on three: 96 sessions a year, 1.4 to 1.5 h less each where the post gives 32 A (72 of them).
    expect(thin.slice(1, 5)).toEqual(["3.40 kW", "3.40 kW", "3.40 kW", "3.40 kW"]);
    expect(thick.slice(1, 5)).toEqual(["3.41 kW", "6.80 kW", "3.41 kW", "6.80 kW"]);
    expect(thin[5]).toBe("–");
    expect(Number(/^(\d+) h$/.exec(thick[5]!)![1])).toBeCloseTo(72 * (10 / 3.4 - 10 / 6.8), -1);
    for (const row of rows)
      expect([row[6], row[7]]).toEqual([
        expect.stringMatching(/^\d\.\d kg$/),
        expect.stringMatching(/^€\d+$/),
      ]);
  });

  test("a post one never meets saves nothing, and with none met nobody recommends", async () => {
    await shown();
    for (const post of ["1 × 32 A", "3 × 16 A", "3 × 32 A"]) type(`${post} post, times a month`, "0");
    await settle();
    expect(screen.getByText(/^Say how often you meet a post/)).toBeDefined();
    type("1 × 16 A post, times a month", "10");
    await settle();
    // A thicker cable loses a little less, an hour of some 350 at most: it is the post that holds all of them back.
    for (const row of rowsOf("Cables one could carry")) expect(row[5]).toMatch(/^(–|1 h)$/);
    expect(document.querySelectorAll(".school")).toHaveLength(2);
    type("1 × 16 A post, times a month", "201");
    expect(screen.getByLabelText("1 × 16 A post, times a month").getAttribute("aria-invalid")).toBe("true");
  });

  test.each([
    ["once", "Buy once, as you do"],
    ["used", "Carry light, as you do"],
  ] as const)("the household's own school has its say first: %s", async (cable, heading) => {
    const { open } = props.solved;
    const household = { ...open.household, schools: { cable } };
    render(
      <Choosers {...props} solved={{ ...props.solved, open: { ...open, household } }} garage={fallowQuay} />,
    );
    await settle();
    const headings = [...document.querySelectorAll(".school h3")].map((found) => found.textContent);
    expect(headings).toHaveLength(2);
    expect(headings[0]).toBe(heading);
    expect(headings[1]).not.toContain("as you do");
  });

  test("on 230 V without neutral too a cable is one's own", async () => {
    const outlets = fallowQuay.outlets.map((row) => ({
      ...row,
      spec: { ...row.spec, supply: { ...row.spec.supply, system: "it-230" } },
    }));
    await shown({ ...fallowQuay, outlets } as never);
    expect(rowsOf("Cables one could carry").length).toBeGreaterThan(3);
  });

  test("where posts bring their cable there is none to carry", async () => {
    await shown(larchHollow);
    expect(screen.getByLabelText("Cables").textContent).toMatch(/none to carry for Plain/);
  });

  test("portables: one's own first, what each gives at each socket one ticks", async () => {
    await shown();
    const table = screen.getByLabelText("Portable units one could carry");
    expect(rowsOf("Portable units one could carry")[0]![0]).toMatch(/yours$/);
    expect(rowsOf("Portable units one could carry").filter((row) => row.at(-1) === "owned").length).toBe(
      rowsOf("Portable units one could carry").filter(([name]) => name!.endsWith("yours")).length,
    );
    const sockets = () => within(table).getAllByRole("columnheader").length - 5;
    const before = sockets();
    const box = screen.getAllByRole<HTMLInputElement>("checkbox").find(({ checked }) => checked)!;
    fireEvent.click(box);
    await settle();
    expect(sockets()).toBe(before - 1);
  });
});

describe("the sweep", () => {
  const answerOf = ({ plan, spec }: Asked): SweepRow[] => {
    const make = sweepOf(plan, spec, clockOfPlan(plan));
    return Array.from({ length: spec.y.count }, (_, j) => make(j));
  };
  /** The view, following its own choice of way. */
  function Shown({ unit = "km" }: { unit?: "km" | "mi" }) {
    const [selected, setSelected] = useState(0);
    return <SweepView {...propsOf(unit)} selected={selected} onSelect={setSelected} />;
  }
  /** The view with the answer it opens on; what it asks after that is the test's. */
  const opened = async (unit: "km" | "mi" = "km") => {
    render(<Shown unit={unit} />);
    const [first] = mockAsked.splice(0) as [Asked];
    await act(async () => first.answer(answerOf(first)));
    return first;
  };
  const work = () => fireEvent.click(screen.getByRole("button", { name: "Work it out" }));
  const ends = (axis: string, quantity: string, from: string, to: string) => {
    type(`${axis}: quantity`, quantity);
    type(`${axis}: from`, from);
    type(`${axis}: to`, to);
  };

  test("it opens on what holds the way back and one more, worked out", async () => {
    const { spec } = await opened();
    expect([spec.x.quantity, spec.y.quantity, spec.of, spec.x.count]).toEqual([
      "step",
      "run",
      "batteryW",
      50,
    ]);
    expect(document.querySelector("#sweep-readout")!.textContent).toContain("is the narrowest");
    expect(screen.getByRole("button", { name: "CSV" })).toBeDefined();
  });

  test("asks for what was chosen, tells how far it is, and reads out each point with its narrowest link", async () => {
    await opened();
    ends("Across", "evse", "6", "30");
    ends("Up", "volts", "210", "250");
    type("Points a side", "50");
    work();
    const [first] = mockAsked as [Asked];
    expect(first.spec).toEqual({
      x: { quantity: "evse", from: 6, to: 30, count: 50 },
      y: { quantity: "volts", from: 210, to: 250, count: 50 },
      of: "batteryW",
    });
    act(() => first.progress(0.4));
    expect(screen.getByLabelText<HTMLProgressElement>("Working it out").value).toBeCloseTo(0.4, 9);
    await act(async () => first.answer(answerOf(first)));
    // The middle: 18.24 A at 230.4 V are 4,203 W; 3 in the cable, 92 + 137 + 60 in the charger.
    const readout = () => document.querySelector("#sweep-readout")!.textContent;
    expect(readout()).toBe("18.24 A, 230.4 V: 3.91 kW; the charging unit is the narrowest");
    const frame = screen.getByRole("application");
    fireEvent.keyDown(frame, { key: "ArrowLeft", shiftKey: true });
    fireEvent.keyDown(frame, { key: "ArrowUp" });
    fireEvent.keyDown(frame, { key: "q" });
    expect(readout()).toMatch(/^13.35 A, 231.2 V: 2.8\d kW/);
    for (let i = 0; i < 9; i++) fireEvent.keyDown(frame, { key: "ArrowDown", shiftKey: true });
    for (let i = 0; i < 9; i++) fireEvent.keyDown(frame, { key: "ArrowRight", shiftKey: true });
    expect(readout()).toMatch(/^30 A, 210 V: 5.8\d kW/);
    fireEvent.click(screen.getByRole("button", { name: "CSV" }));
    const lines = mockSaved[0]!.text.trim().split("\r\n");
    expect([mockSaved[0]!.name, lines.length, lines[0]]).toEqual([
      "sweep.csv",
      2501,
      "evse,volts,batteryW,narrowest",
    ]);
  });

  test.each([
    ["km", "kmPerHour", /^18.24 A, 230.4 V: 39.1 km\/h/],
    ["mi", "kmPerHour", /^18.24 A, 230.4 V: 24.3 mi\/h/],
    ["km", "secondsToTarget", /: 2 h 33 min/],
    ["km", "lostShare", /: 6.9 %/],
    ["km", "cost", /: €2.15/],
    ["km", "wallW", /: 4.20 kW/],
    ["km", "wallWh", /: 10.7 kWh/],
  ] as const)("in %s, %s is told in its own unit", async (unit, of, said) => {
    await opened(unit);
    ends("Across", "evse", "6", "30");
    ends("Up", "volts", "210", "250");
    type("Points a side", "50");
    type("Show", of);
    work();
    await act(async () => mockAsked[0]!.answer(answerOf(mockAsked[0]!)));
    expect(document.querySelector("#sweep-readout")!.textContent).toMatch(said);
  });

  test("what varies in names or in phases is no axis, and neither is what this way does not have", async () => {
    await opened();
    const axes = [...screen.getByLabelText<HTMLSelectElement>("Across: quantity").options].map(
      ({ value }) => value,
    );
    for (const never of ["conductor", "phases", "lead", "station", "cable"])
      expect(axes).not.toContain(never);
    expect(axes).toEqual(expect.arrayContaining(["evse", "volts", "breaker", "charger", "start", "target"]));
  });

  test("ends out of range are named, and nothing is asked", async () => {
    await opened();
    ends("Across", "evse", "2", "30");
    work();
    expect(screen.getByRole("alert").textContent).toMatch(/^across\.from: accepted: 6 to 80/);
    expect(screen.getByLabelText("Across: from").getAttribute("aria-invalid")).toBe("true");
    expect(mockAsked).toEqual([]);
  });

  test("is read by pointing: the place under the pointer, and nothing outside of the frame", async () => {
    await opened();
    ends("Across", "evse", "6", "30");
    ends("Up", "volts", "210", "250");
    type("Points a side", "50");
    work();
    await act(async () => mockAsked[0]!.answer(answerOf(mockAsked[0]!)));
    const canvas = document.querySelector("canvas")!;
    // Drawn 572 by 380 at (100, 50): 58 left, 14 right, 12 above and 44 below are for the axes: 500 by 324 of sweep.
    canvas.getBoundingClientRect = () => ({ left: 100, top: 50, width: 572, height: 380 }) as DOMRect;
    const point = (x: number, y: number) => {
      const at = new MouseEvent("pointermove", { bubbles: true, clientX: x, clientY: y });
      fireEvent(canvas, at);
      return document.querySelector("#sweep-readout")!.textContent!.split(":")[0];
    };
    // A tenth from the left is the sixth of 50 places, a quarter from the bottom the thirteenth.
    expect(point(158 + 50 + 1, 62 + 243 - 1)).toBe("8.449 A, 219.8 V");
    expect(point(158 + 499, 62 + 1)).toBe("30 A, 250 V");
    for (const [x, y] of [
      [150, 200],
      [670, 200],
      [300, 55],
      [300, 400],
    ] as const)
      expect(point(x, y)).toBe("30 A, 250 V");
  });

  test("cancelled, it says so and a late answer is not shown; a newer question's answer is", async () => {
    render(<Shown />);
    fireEvent.click(screen.getByRole("button", { name: "Cancel" }));
    expect(screen.getByRole("status").textContent).toBe("Cancelled; nothing was kept.");
    const [old] = mockAsked as [Asked];
    expect(old.left).toBe(true);
    await act(async () => old.answer(answerOf(old)));
    expect(document.querySelector("#sweep-readout")).toBeNull();
    work();
    await act(async () => mockAsked[1]!.answer(answerOf(mockAsked[1]!)));
    expect(document.querySelector("#sweep-readout")).not.toBeNull();
    expect(screen.queryByRole("status")).toBeNull();
  });

  test("what could not be worked out is said, and asked again it comes", async () => {
    render(<Shown />);
    await act(async () => mockAsked[0]!.fail(new Error("the worker was lost")));
    expect(screen.getByRole("alert").textContent).toBe(
      "This could not be worked out: the worker was lost. Press “Work it out” to try again.",
    );
    work();
    expect(screen.queryByRole("alert")).toBeNull();
    await act(async () => mockAsked[1]!.answer(answerOf(mockAsked[1]!)));
    expect(document.querySelector("#sweep-readout")).not.toBeNull();
  });
});
