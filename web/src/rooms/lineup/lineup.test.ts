/** @jest-environment jsdom */
import {
  cellOf,
  clockOfLineup,
  clockOfPlan,
  sweepOf,
  openLineup,
  planOn,
  startLineup,
  type Cell,
  type SweepSpec,
  type Row,
} from "@kettleback/core";
import { fallowQuay, larchHollow } from "@kettleback/core/demo";
import { solveLineup, useLineup } from "../../jobs/lineup";
import { draftStoreOf } from "../../stores/draft";
import { freshId, lineupDraftFrom, lineupDraftOf, lineupStoreOf, savedLineupOf } from "../../stores/lineup";
import { writeAs } from "../../format/manner";
import { marksOf, sharedClock, timeAt } from "./clock";
import { columnsFor, ends, FIRST_COLUMNS } from "./columns";
import {
  contoursOf,
  gridOf,
  placeOf,
  pointsOf,
  regionsOf,
  roundSteps,
  shapesOf,
  stepsOf,
} from "./sweepShape";
import { miniatureOf, scaleOf } from "./miniature";
import { openInPath } from "../../plan/openInPath";
import { reordered } from "./order";

const session = fallowQuay.paths[0]!.spec.session;
const saved = startLineup(fallowQuay, session);
const open = openLineup(fallowQuay, saved);
const clock = clockOfLineup(open);
const curlew = open.cars.find(({ car }) => car.name === "Curlew")!.car;
const cell = (name: string): Cell =>
  cellOf(open, curlew, open.ways.find((w) => w.saved.name === name)!.way!, clock);
const row = (name: string): Row => {
  const found = cell(name);
  if (found.kind === "blocked") throw new Error(found.refusal.message);
  return found;
};

beforeEach(() => localStorage.clear());

describe("the shared clock", () => {
  test("shows all rows up to departure and a little more, however long the slowest takes", () => {
    const { span, ticks } = sharedClock(clock, [
      cell("Boathouse, wall socket at 6 A"),
      cell("Wallbox, 3 × 16 A"),
    ]);
    expect(span).toBeGreaterThan(clock.departure!);
    expect(span).toBeLessThanOrEqual(clock.departure! * 1.3 + 1);
    expect(ticks.length).toBeGreaterThan(3);
    expect(ticks.length).toBeLessThan(12);
    expect(ticks.every(({ at, text }) => at < span && /^\d\d:00$/.test(text))).toBe(true);
  });

  test("without a departure it is as long as its rows, and never nothing", () => {
    const free = { ...clock, departure: null };
    const quick = sharedClock(free, [cell("Rapid, 350 kW")]);
    expect(quick.span).toBeGreaterThanOrEqual(row("Rapid, 350 kW").secondsToTarget);
    expect(sharedClock(free, []).span).toBe(3600);
  });
});

test("marks leave plugging in and departure their room, and one another, on a clock of twelve hours too", () => {
  const short = { ...row("Boathouse, wall socket at 6 A"), secondsToTarget: 2 * 3600 };
  for (const manner of ["24 h", "12 h"] as const) {
    writeAs({ clock: manner });
    for (const cells of [[cell("Boathouse, wall socket at 6 A")], [short]]) {
      const shared = sharedClock(clock, cells);
      const marks = marksOf(shared);
      expect(marks.length).toBeGreaterThan(2);
      // A character is 7 px, the axis 345 px at its narrowest.
      const px = (text: string) => 7 * text.length;
      const spans = [
        ...marks.map(({ at, text }) => [(345 * at) / shared.span, px(text)] as const),
        [(345 * clock.departure!) / shared.span, px(timeAt(clock, clock.departure!))] as const,
      ].map(([middle, width]) => [middle - width / 2, middle + width / 2] as const);
      spans.push([0, px(timeAt(clock, 0))]);
      spans.sort(([a], [b]) => a - b);
      spans.slice(1).forEach(([left], i) => expect(left).toBeGreaterThan(spans[i]![1]));
    }
    expect(marksOf(sharedClock(clock, [short])).every(({ text }) => /^(\d\d:00|\d+ [ap]m)$/.test(text))).toBe(
      true,
    );
  }
  const free = { ...clock, departure: null };
  expect(marksOf(sharedClock(free, [short])).map(({ text }) => text)).toContain("7:30 pm");
  writeAs({});
});

test("a clock of several days marks its days, and what does not charge takes no part in it", () => {
  const slow = { ...row("Boathouse, wall socket at 6 A"), secondsToTarget: 9 * 86_400 };
  const { span, ticks } = sharedClock({ ...clock, departure: null }, [
    slow,
    { kind: "blocked" } as Cell,
    null as never,
  ]);
  expect(span).toBe(9 * 86_400);
  // Plugged in on Monday 23: marks of whole days, a day or two apart.
  expect(ticks.map(({ text }) => text)).toEqual(
    expect.arrayContaining([expect.stringMatching(/^(Tue|Wed) 2[45]$/)]),
  );
  expect(ticks.length).toBeLessThanOrEqual(10);
  const day = { ...slow, secondsToTarget: 8 * 43_200 };
  const by12 = sharedClock({ ...clock, departure: null }, [day]).ticks;
  expect(by12.every(({ text }) => /^\d\d:00$/.test(text))).toBe(true);
});

describe("miniatures", () => {
  test("are to one scale, and mark the narrowest link only", () => {
    const rows = ["Blue 16 A socket", "Wallbox, 3 × 32 A", "Rapid, 350 kW"].map(row);
    const scale = scaleOf(rows);
    expect(scale).toEqual({ ac: 40, dc: 500 });
    const [blue, box] = rows.map((r) => miniatureOf(r, scale));
    expect(box!.links.filter(({ narrowest }) => narrowest).map(({ kind }) => kind)).toEqual(["charger"]);
    expect(blue!.flow).toBeCloseTo(16 / 40, 9);
    expect(box!.links.find(({ kind }) => kind === "evse")).toMatchObject({ phases: 3, thick: 32 / 40 });
    expect(box!.links.some(({ kind }) => kind === "inlet" || kind === "battery")).toBe(false);
  });
});

describe("columns", () => {
  const columns = columnsFor("km", "EUR", 4);
  const column = (id: string) => columns.find((c) => c.id === id)!;

  test("every column has a text and a value for every row, in the household's units", () => {
    for (const { id, text, value } of columns) {
      const words = text(row("Wallbox, 3 × 16 A"));
      expect([id, words]).toEqual([id, expect.stringMatching(/\S/)]);
      expect(words).not.toMatch(/NaN|undefined|Infinity/);
      expect(value(row("Wallbox, 3 × 16 A"))).toBeDefined();
    }
    expect(FIRST_COLUMNS.every((id) => columns.some((c) => c.id === id))).toBe(true);
    const inMiles = columnsFor("mi", "CAD", 4);
    expect(inMiles.find(({ id }) => id === "per100")!.name).toBe("Cost per 100 mi");
    // What is told of a distance is another figure in miles, by 1.609344.
    const figure = (of: typeof columns, id: string) =>
      Number(
        of
          .find((c) => c.id === id)!
          .text(row("Wallbox, 3 × 16 A"))
          .replace(/[^\d.-]/g, ""),
      );
    expect(figure(inMiles, "per100") / figure(columns, "per100")).toBeCloseTo(1.609344, 2);
  });

  test("differences are signed, and sameness is said", () => {
    const { difference } = column("batteryW");
    expect([difference!(3_500, 2_000), difference!(2_000, 3_500), difference!(2_000, 2_000)]).toEqual([
      "+1.50 kW",
      "−1.50 kW",
      "same",
    ]);
  });

  test("best and worst are told by the column's better end, and not where all are the same", () => {
    const rows = ["Blue 16 A socket", "Wallbox, 3 × 16 A"].map(row);
    expect(ends(column("batteryW"), rows)).toEqual({ best: rows[1]!.batteryW, worst: rows[0]!.batteryW });
    expect(ends(column("time"), rows)).toEqual({
      best: rows[1]!.secondsToTarget,
      worst: rows[0]!.secondsToTarget,
    });
    expect(ends(column("batteryW"), [rows[0]!, rows[0]!])).toBeUndefined();
    expect(ends(column("narrowest"), rows)).toBeUndefined();
  });
});

describe("a sweep's shape", () => {
  const plan = planOn(open, curlew, open.ways.find((w) => w.saved.name.startsWith("Co-op"))!.way!);
  const spec: SweepSpec = {
    x: { quantity: "cable", from: 6, to: 32, count: 27 },
    y: { quantity: "volts", from: 215, to: 245, count: 7 },
    of: "batteryW",
  };
  const make = sweepOf(plan, spec, clockOfPlan(plan));
  const grid = gridOf(
    spec,
    Array.from({ length: 7 }, (_, j) => make(j)),
  );

  test("regions cover the grid, each named inside itself", () => {
    const regions = [...regionsOf(grid)].sort((a, b) => b.cells - a.cells);
    expect(regions.map(({ kind }) => kind)).toEqual(["charger", "cable"]);
    expect(regions.reduce((sum, { cells }) => sum + cells, 0)).toBe(27 * 7);
    // Curlew takes 16 A on three phases: ten of the 27 amps of the cable bind, 6 to 15.
    expect(regions[1]!.cells).toBe(10 * 7);
    expect(regions[1]!.at[0]).toBeLessThan(11);
    expect(regions[0]!.at[0]).toBeGreaterThan(11);
  });

  test("contours rise through round steps between the lowest and the highest value", () => {
    const steps = stepsOf(grid);
    expect(steps.length).toBeGreaterThan(3);
    expect([...contoursOf(grid)].map(({ value }) => value)).toEqual(steps);
    for (const step of steps) expect([grid.low < step, step <= grid.high]).toEqual([true, true]);
    expect(stepsOf({ ...grid, low: 5, high: 5 })).toEqual([]);
  });

  test("shapes come with a turn for the screen after each, and can be left", async () => {
    let turns = 0;
    const { contours, regions } = await shapesOf(grid, () => Promise.resolve(void (turns += 1)));
    expect(turns).toBe(contours.length + regions.length);
    expect(regions.map(({ kind }) => kind)).toEqual(["charger", "cable"]);
    await expect(shapesOf(grid, () => Promise.reject(new Error("left")))).rejects.toThrow("left");
  });

  test("round steps are round, inside their ends, and not too many", () => {
    expect(roundSteps(6, 32, 10)).toEqual([10, 15, 20, 25, 30]);
    expect(roundSteps(0, 1, 10)).toEqual([0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1]);
    expect(roundSteps(-30, 60, 5)).toEqual([-20, 0, 20, 40, 60]);
  });

  test("goes out point by point, and the path as it is has its place", () => {
    const points = pointsOf(grid) as { cable: number; volts: number; batteryW: number; narrowest: string }[];
    expect(points).toHaveLength(189);
    expect(points[0]).toMatchObject({ cable: 6, volts: 215, narrowest: "cable", batteryW: grid.values[0] });
    expect(points[188]).toMatchObject({ cable: 32, volts: 245, narrowest: "charger" });
    expect(placeOf(spec.x, 19)).toBeCloseTo(13.5, 9);
    expect(placeOf(spec.x, 33)).toBeUndefined();
    // 27 places from 6 to 32 A: both ends are on the axis, the first at the middle of its place.
    expect([6, 32].map((amps) => placeOf(spec.x, amps))).toEqual([0.5, 26.5]);
    expect([5.99, 32.01].map((amps) => placeOf(spec.x, amps))).toEqual([undefined, undefined]);
  });
});

test("a way is moved to the place of another, and a strange one moves nothing", () => {
  const list = ["a", "b", "c"].map((id) => ({ id }));
  const ids = (moved: readonly { id: string }[]) => moved.map(({ id }) => id).join("");
  expect([
    ids(reordered(list, "a", "c")),
    ids(reordered(list, "c", "a")),
    ids(reordered(list, "x", "a")),
  ]).toEqual(["bca", "cab", "abc"]);
});

describe("the draft of a line-up", () => {
  test("what is no line-up of ours is left out; numbers being typed survive", () => {
    const draft = lineupDraftOf(saved, "kept");
    expect(lineupDraftFrom(JSON.parse(JSON.stringify(draft)), 2)).toEqual(draft);
    for (const rubbish of [
      null,
      7,
      {},
      { ...draft, cars: [] },
      { ...draft, colour: 1 },
      { ...draft, ways: [{ id: "x" }] },
    ])
      expect(lineupDraftFrom(rubbish, 2)).toBeNull();
    expect(lineupDraftFrom({ ...draft, dayKm: null }, 2)!.dayKm).toBeNaN();
    expect(savedLineupOf(draft)).toEqual(saved);
  });

  test("a new way gets an id nobody has", () => {
    expect(freshId(saved.ways)).toBe("way-18");
    expect(freshId([{ id: "way-2" }, { id: "way-3" }])).toBe("way-4");
  });
});

describe("solving", () => {
  const solved = () => useLineup.getState().solved!;
  const whole = async () => {
    while (solved().done < solved().all) await new Promise((done) => setTimeout(done, 5));
    return solved();
  };

  test("every car on every way, equal to the single cell; what has not changed is not solved again", async () => {
    const draft = lineupDraftOf(saved, null);
    solveLineup(fallowQuay, draft);
    expect(await whole()).toMatchObject({ done: 51, all: 51, problems: [] });
    const at = open.ways.findIndex((w) => w.saved.name === "Wallbox, 3 × 16 A");
    const before = solved().cells[at]![1];
    expect(before).toMatchObject({ kind: "charging", batteryW: row("Wallbox, 3 × 16 A").batteryW });
    solveLineup(fallowQuay, { ...draft, baseline: null, ways: reordered(draft.ways, "way-1", "way-2") });
    expect((await whole()).cells[at]![1]).toBe(before);
    solveLineup(fallowQuay, { ...draft, session: { ...session, toSoc: 0.85 } });
    expect((await whole()).cells[at]![1]).not.toBe(before);
  });

  test("another day's drive or stay is read off what was solved, to and fro", async () => {
    const draft = lineupDraftOf(saved, null);
    const at = open.ways.findIndex((w) => w.saved.name === "Wallbox, 3 × 16 A");
    const asking = async (change: Partial<typeof draft>) => {
      solveLineup(fallowQuay, { ...draft, ...change });
      const cell = (await whole()).cells[at]![1];
      if (cell?.kind !== "charging") throw new Error("the wallbox charges");
      return cell;
    };
    const before = await asking({});
    const far = await asking({ dayKm: before.night.km + 1 });
    const near = await asking({ dayKm: before.night.km - 1, stayHours: 0.5 });
    expect([far, near].map(({ solution }) => solution === before.solution)).toEqual([true, true]);
    expect([far.night.holds, near.night.holds]).toEqual([false, true]);
    expect([far.night.spareKm, near.night.spareKm]).toEqual([expect.closeTo(-1), expect.closeTo(1)]);
    expect([far.stayKm.at(-1), near.stayKm.at(-1)]).toEqual([
      before.stayKm.at(-1),
      expect.closeTo(before.kmPerHour / 2),
    ]);
    // What is asked of the session itself is solved, also from there.
    const other = await asking({ dayKm: 5, session: { ...session, toSoc: 0.85 } });
    expect(other.solution).not.toBe(before.solution);
    expect(other.night.spareKm).toBeCloseTo(other.night.km - 5);
  });

  test("another garage is solved anew, the same question of the same one is not", async () => {
    const draft = lineupDraftOf(saved, null);
    solveLineup(fallowQuay, draft);
    const first = await whole();
    solveLineup(fallowQuay, draft);
    expect(solved()).toBe(first);
    const tidied = { ...fallowQuay };
    solveLineup(tidied, draft);
    expect((await whole()).garage).toBe(tidied);
  });

  test("what is asked and cannot be is named by its field, and no cell is made up", () => {
    const draft = lineupDraftOf(saved, null);
    solveLineup(fallowQuay, { ...draft, dayKm: -1, session: { ...session, toSoc: 0.1, fromSoc: 0.5 } });
    expect(solved().problems.map(({ field }) => field)).toEqual(["session.toSoc", "dayKm"]);
    expect(
      solved()
        .cells.flat()
        .every((c) => c === null),
    ).toBe(true);
  });

  test("the car in view is worked out first, and a car that is gone is no cell", async () => {
    const ways = Array.from({ length: 1000 }, (_, i) => ({ ...saved.ways[i % 17]!, id: `v-${i}` }));
    solveLineup(fallowQuay, { ...lineupDraftOf(saved, null), ways, carAt: 2 });
    const { byCar, done } = solved();
    expect(done).toBeGreaterThan(0);
    expect(byCar[2]!.filter(Boolean)).toHaveLength(Math.min(done, 1000));
    expect((await whole()).byCar.map((cells) => cells.filter(Boolean).length)).toEqual([1000, 1000, 1000]);
    solveLineup(fallowQuay, { ...lineupDraftOf(saved, null), cars: ["gone"] });
    expect(await whole()).toMatchObject({ done: 0, all: 0, byCar: [], problems: [] });
  });

  test("ways are compared only once all of the car in view are there, however slow the machine is", async () => {
    const draft = { ...lineupDraftOf(saved, null), carAt: 1 };
    solveLineup({ ...fallowQuay }, draft);
    const old = await whole();
    // Every look at the clock is a slice later: one way a slice.
    let now = 0;
    jest.spyOn(performance, "now").mockImplementation(() => (now += 20));
    solveLineup({ ...fallowQuay }, { ...draft, session: { ...session, toSoc: 0.77 } });
    let half = 0;
    while (solved().done < saved.ways.length) {
      half += 1;
      expect(useLineup.getState().whole).toBe(old);
      await new Promise((done) => setTimeout(done));
    }
    expect(half).toBeGreaterThan(5);
    const now77 = useLineup.getState().whole!;
    expect(now77.draft.session.toSoc).toBe(0.77);
    expect(now77.byCar[1]!.filter(Boolean)).toHaveLength(saved.ways.length);
    jest.restoreAllMocks();
    expect((await whole()).done).toBe(51);
  });

  test("a thousand ways are worked out in slices, and all of them in the end", async () => {
    const ways = Array.from({ length: 1000 }, (_, i) => ({ ...saved.ways[i % 17]!, id: `w-${i}` }));
    solveLineup(fallowQuay, { ...lineupDraftOf(saved, null), ways });
    expect(solved().done).toBeLessThan(3000);
    expect((await whole()).cells.flat().filter(Boolean)).toHaveLength(3000);
  });
});

describe("a way opened on the Path", () => {
  const draft = () => draftStoreOf("fallow-quay").getState().draft!;

  test("of one's own parts only is a path of one's own", () => {
    const way = saved.ways.find(({ name }) => name.startsWith("Slip"))!;
    openInPath(fallowQuay, saved, way, row(way.name));
    expect(draft()).toMatchObject({
      carId: "fq-curlew",
      outletId: "fq-slip-blue",
      evseId: "fq-yard-portable",
      tariffId: "fq-house-rate",
    });
  });

  test("with parts described in place tries those out, and keeps what is one's own", () => {
    const way = saved.ways.find(({ name }) => name === "Wallbox, 3 × 16 A")!;
    openInPath(fallowQuay, saved, way, row(way.name));
    expect(draft().trial).toMatchObject({
      what: "Wallbox, 3 × 16 A",
      parts: { outlet: { tap: "three" }, evse: { kind: "wallbox" } },
    });
    expect(draft().trial!.parts.tariff).toBeUndefined();
    expect(draft().settings).toEqual(way.settings);
  });

  test("with another place than its outlet's tries that out too, and with its own does not", () => {
    const way = saved.ways.find(({ name }) => name.startsWith("Slip"))!;
    const lineup = { ...lineupDraftOf(saved, null), carAt: 1 };
    const open = (place: typeof way.place, opened: object | null) =>
      openInPath(fallowQuay, lineup, { ...way, place }, {
        ...row(way.name),
        plan: { ...row(way.name).plan, place: opened },
      } as Row);
    const limited = { name: "Slip", limitMinutes: 30 };
    open(limited, limited);
    expect(draft().trial!.parts).toMatchObject({ place: limited });
    open(way.place, row(way.name).plan.place);
    expect(draft().trial?.parts ?? {}).not.toHaveProperty("place");
  });
});

test("each household has a line-up of its own", () => {
  lineupStoreOf("fallow-quay").getState().set(lineupDraftOf(saved, null));
  expect(lineupStoreOf("larch-hollow").getState().draft).toBeNull();
  expect(startLineup(larchHollow, session).ways).toHaveLength(12);
});
