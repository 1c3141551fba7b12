import { cautionsFor } from "../cautions";
import { isRefusal } from "../../engine/path";
import { pathOf, solvePlan } from "../../engine/plan";
import { demoPlan, fallowQuay, larchHollow, startOf, wayNamed } from "../../tests/lineup";
import {
  cellOf,
  cellsOf,
  cellSupposing,
  clockOfLineup,
  openingOf,
  planOn,
  quantityThatMatters,
  ratedWOf,
  suppose,
  vary,
  WHAT_IF_IDS,
  WHAT_IFS,
  type Cell,
  type Lineup,
  type Row,
  type Supposed,
} from ".";

const europe = startOf(fallowQuay);
const america = startOf(larchHollow);
const carOf = (lineup: Lineup, name: string) => lineup.cars.find((car) => car.name === name)!;
const so = (lineup: Lineup, car: string, way: string, supposed: Supposed) =>
  cellSupposing(lineup, carOf(lineup, car), wayNamed(lineup, way), supposed, clockOfLineup(lineup));
const row = (cell: Cell): Row => {
  if (cell.kind === "blocked") throw new Error(cell.refusal.message);
  return cell;
};
const flows = (lineup: Lineup, car: string, way: string, supposed: Supposed) => {
  const { cell, unmoved } = so(lineup, car, way, supposed);
  const { phases, amps, narrowest } = row(cell);
  return [phases, Math.round(amps), narrowest, ...unmoved.map(({ why }) => why)];
};
/** Every car on every way of both demo households. */
const everywhere = [europe, america].flatMap((lineup) =>
  lineup.cars.flatMap((car) => lineup.ways.map((way) => ({ lineup, car, way }))),
);

describe("what if the cable were different", () => {
  test("a loose cable of 16 A is the narrowest of a post that gives 32", () => {
    expect(flows(europe, "Plover", "Co-op hall, post bay", { cable: 16 })).toEqual([1, 16, "cable"]);
  });
  test("a unit's own cable is told apart from the unit, and carries no more than it is rated for", () => {
    expect(flows(europe, "Curlew", "Wallbox, 1 × 32 A", { cable: 16 })).toEqual([1, 16, "cable"]);
    expect(flows(america, "Siskin", "Wallbox, 48 A", { cable: 24 })).toEqual([1, 24, "cable"]);
  });
  test("one no weaker than what the unit is set to changes nothing, and says so", () => {
    expect(flows(europe, "Curlew", "Wallbox, 3 × 16 A", { cable: 16 })).toEqual([
      3,
      16,
      "charger",
      "its own cable carries all the unit gives",
    ]);
    expect(so(europe, "Curlew", "Blue 16 A socket", { cable: 20 }).unmoved).toHaveLength(1);
  });
});

describe("what if the phases were others", () => {
  test("on one phase the same 11 kW car takes 32 A where a unit gives them, 16 where it does not", () => {
    expect(flows(europe, "Curlew", "Co-op hall, post bay", { phases: 1 })).toEqual([1, 32, "charger"]);
    expect(flows(europe, "Curlew", "Wallbox, 3 × 16 A", { phases: 1 })).toEqual([1, 16, "evse"]);
  });
  test("on three it takes 3 × 16 at a wallbox that had one, and a wall socket stays what it is", () => {
    expect(flows(europe, "Curlew", "Wallbox, 1 × 32 A", { phases: 3 })).toEqual([3, 16, "charger"]);
    expect(flows(europe, "Curlew", "Boathouse, wall socket at 10 A", { phases: 3 })).toEqual([
      1,
      10,
      "outlet",
      "this outlet has one phase",
    ]);
  });
  test("it is not asked where no house has three", () => {
    expect(WHAT_IFS.phases.sizes("split-phase")).toEqual([]);
    expect(WHAT_IFS.phases.sizes("100/200")).toEqual([]);
    expect(WHAT_IFS.phases.sizes("230/400")).toEqual([1, 3]);
  });
});

describe("what if the amps were others", () => {
  test("a unit gives them, over a circuit that holds them, laid by our own rules where it did not", () => {
    expect(flows(america, "Grosbeak", "Library, post bay", { amps: 48 })).toEqual([1, 48, "charger"]);
    const laid = suppose(demoPlan(larchHollow, "Grosbeak", "Library, post bay"), { amps: 48 }).plan;
    // NEC 625.41: 48 A for hours ask for a breaker of 60.
    expect(laid.outlet.circuit.breakerAmps).toBe(60);
    expect(flows(europe, "Curlew", "Wallbox, 3 × 16 A", { amps: 8 })).toEqual([3, 8, "evse"]);
  });
  test("no circuit laid for it is a fault of ours: of its own making no stop arises", () => {
    let judged = 0;
    for (const { lineup, car, way } of everywhere)
      for (const amps of [16, 32]) {
        const plan = planOn(lineup, car, way);
        const then = suppose(plan, { amps }).plan;
        if (plan.outlet.kind === "socket" || then.outlet === plan.outlet) continue;
        const solved = solvePlan(then);
        if (isRefusal(solved)) continue;
        const stops = cautionsFor(pathOf(then), solved, 0.8).filter(({ severity }) => severity === "stop");
        expect(stops).toEqual([]);
        judged += 1;
      }
    expect(judged).toBeGreaterThan(5);
  });
  test("what was set lower, on the unit or in the car, no longer holds it back", () => {
    const plan = demoPlan(fallowQuay, "Curlew", "Co-op hall, post bay");
    const lowered = { ...plan, settings: { ...plan.settings, evseAmps: 8, carAmps: 6 } };
    const solved = solvePlan(suppose(lowered, { amps: 16 }).plan);
    if (isRefusal(solved)) throw new Error(solved.message);
    expect(solved.moment.amps).toBeCloseTo(16, 6);
  });
  test("a socket gives no more than it is made for, nor for hours more than it and its circuit hold", () => {
    expect(flows(europe, "Curlew", "Boathouse, wall socket at 6 A", { amps: 32 })).toEqual([
      1,
      6,
      "evse",
      "this socket is made for 16 A",
    ]);
    // 16 A are its contacts' for a while; for hours this household lets it hold 10.
    expect(flows(europe, "Curlew", "Boathouse, wall socket at 6 A", { amps: 16 })).toEqual([1, 10, "outlet"]);
    expect(flows(america, "Grosbeak", "Sugar shack, 14-50 outlet at 40 A", { amps: 48 })).toEqual([
      1,
      40,
      "circuit",
      "its circuit holds 40 A for hours",
    ]);
  });
});

describe("what if the onboard charger were another", () => {
  test("11 kW are 3 × 16 A, or 32 on one phase (common practice)", () => {
    expect(flows(europe, "Plover", "Wallbox, 1 × 32 A", { charger: 11 })).toEqual([1, 32, "charger"]);
    const next = suppose(demoPlan(fallowQuay, "Curlew", "Co-op hall, post bay"), { charger: 22 }).plan.car;
    expect(next.charger.limits).toEqual([
      { phases: 1, amps: 32 },
      { phases: 3, amps: 32 },
    ]);
  });
  test("it is the same car at every plug: 11.5 kW at a 208 V post are the post's amps", () => {
    expect(flows(america, "Siskin", "Library, post bay", { charger: 11.5 })).toEqual([1, 32, "circuit"]);
    expect(flows(america, "Siskin", "Wallbox, 48 A", { charger: 11.5 })).toEqual([1, 48, "charger"]);
  });
  test("what a car has is told as its makers do", () => {
    expect(ratedWOf(carOf(europe, "Curlew"), "230/400")).toBe(11_040);
    expect(ratedWOf(carOf(america, "Grosbeak"), "split-phase")).toBe(11_520);
  });
  test("direct current goes past it", () => {
    const { cell, unmoved } = so(europe, "Curlew", "Rapid, 150 kW", { charger: 3.7 });
    expect(unmoved).toEqual([{ id: "charger", why: "direct current goes past the onboard charger" }]);
    expect(row(cell).batteryW).toBe(row(so(europe, "Curlew", "Rapid, 150 kW", {}).cell).batteryW);
  });
});

test("several at once: a 22 kW car on 3 × 32 A over a 16 A cable has 3 × 16", () => {
  const asked = { charger: 22, phases: 3, amps: 32, cable: 16 };
  expect(flows(europe, "Plover", "Wallbox, 1 × 32 A", asked).slice(0, 3)).toEqual([1, 16, "cable"]);
  expect(flows(europe, "Curlew", "Wallbox, 1 × 32 A", asked)).toEqual([3, 16, "cable"]);
  // A cable is held against what the unit would give, not against what it gives.
  expect(flows(europe, "Curlew", "Wallbox, 1 × 16 A", { amps: 32, cable: 20 })).toEqual([1, 20, "cable"]);
});

test("supposing nothing is the cell as it is, and what is to be bought stays", () => {
  const clock = clockOfLineup(europe);
  for (const { lineup, car, way } of everywhere.filter((one) => one.lineup === europe)) {
    const { cell, unmoved } = cellSupposing(lineup, car, way, {}, clock);
    const is = cellOf(lineup, car, way, clock);
    expect(unmoved).toEqual([]);
    expect([cell.kind, cell.price]).toEqual([is.kind, is.price]);
    if (cell.kind === "charging") expect([cell.cost, cell.lostWh]).toEqual([row(is).cost, row(is).lostWh]);
  }
});

test("more of one thing never gives less: power rises with each size, wherever it can be asked", () => {
  let asked = 0;
  for (const { lineup, car, way } of everywhere) {
    const { system } = way.outlet.supply;
    for (const id of ["cable", "amps", "phases"] as const) {
      const powers = WHAT_IFS[id].sizes(system).flatMap((size) => {
        const { cell, unmoved } = cellSupposing(lineup, car, way, { [id]: size }, clockOfLineup(lineup));
        return cell.kind === "charging" && unmoved.length === 0 ? [cell.batteryW] : [];
      });
      powers.slice(1).forEach((power, i) => expect(power).toBeGreaterThan(powers[i]! * 0.995));
      asked += powers.length;
    }
  }
  expect(asked).toBeGreaterThan(300);
});

test("every question is asked in some size on every supply, or not at all", () => {
  expect(WHAT_IF_IDS).toEqual(["cable", "phases", "amps", "charger"]);
  for (const system of ["split-phase", "208Y", "230/400", "it-230", "100/200"] as const)
    for (const id of WHAT_IF_IDS) {
      const sizes = WHAT_IFS[id].sizes(system);
      expect([...sizes].sort((a, b) => a - b)).toEqual(sizes);
      if (id !== "phases") expect(sizes.length).toBeGreaterThan(1);
    }
});

describe("the ways a comparison opens on", () => {
  const opened = (lineup: Lineup, name: string, marks: Readonly<Record<string, boolean>> = {}) => {
    const cells = cellsOf({ ...lineup, cars: [carOf(lineup, name)] });
    const offered = cells.map((cell, at) => ({ at, first: marks[lineup.ways[at]!.name], cell }));
    return openingOf(offered).map((at) => lineup.ways[at]!.name);
  };

  test("the socket one has, the next better, a wallbox, a post, and two rapid stations", () => {
    expect(opened(europe, "Plover")).toEqual([
      "Boathouse, wall socket at 10 A",
      "Slip, 32 A blue socket at 32 A",
      "Wallbox, 1 × 32 A",
      "Co-op hall, post bay",
      "Ferry terminal, rapid pair, 50 kW",
      "Rapid, 150 kW",
    ]);
    expect(opened(america, "Grosbeak")).toEqual([
      "Barn, receptacle at 8 A",
      "Sugar shack, 14-50 outlet at 40 A",
      "Wallbox, 48 A",
      "Library, post bay",
      "Rapid, 50 kW",
      "Town square, rapid station, 150 kW",
    ]);
  });
  test("a three-phase wallbox beside the other where the car gains by it", () => {
    expect(opened(europe, "Curlew").filter((name) => name.startsWith("Wallbox"))).toEqual([
      "Wallbox, 1 × 32 A",
      "Wallbox, 3 × 16 A",
    ]);
  });
  test("a rapid station a car cannot take is there too: that it cannot is the answer", () => {
    expect(
      opened(europe, "Dunlin").filter((name) => name.includes("Rapid") || name.includes("rapid")),
    ).toEqual(["Ferry terminal, rapid pair, 50 kW", "Rapid, 150 kW"]);
  });
  test("what its owner wants there is there, and what not is not", () => {
    const marks = { "Red 32 A socket": true, "Rapid, 150 kW": false };
    const names = opened(europe, "Plover", marks);
    expect(names).toContain("Red 32 A socket");
    // The next nearest takes the place of a station that was taken out.
    expect(names).not.toContain("Rapid, 150 kW");
    expect(names).toContain("Rapid, 350 kW");
  });
  test("of few ways all are shown but those taken out", () => {
    const few = { ...europe, ways: europe.ways.slice(0, 5) };
    expect(opened(few, "Plover")).toHaveLength(5);
    expect(opened(few, "Plover", { [few.ways[1]!.name]: false })).toHaveLength(4);
  });
  test("nothing that says stop is put first while the same kind has one that does not", () => {
    const cells = cellsOf({ ...europe, cars: [carOf(europe, "Curlew")] });
    const socket = opened(europe, "Curlew")[0];
    const chosen = row(cells[europe.ways.findIndex(({ name }) => name === socket)]!);
    const at13 = row(cells[europe.ways.findIndex(({ name }) => name.endsWith("at 13 A"))]!);
    expect([chosen.worst?.severity, at13.worst?.severity]).toEqual(["note", "careful"]);
    expect(at13.batteryW).toBeGreaterThan(chosen.batteryW);
  });
});

test("what is varied first matters: on nearly every way something comes of it", () => {
  let [flat, all] = [0, 0];
  for (const { lineup, car, way } of everywhere) {
    const cell = cellOf(lineup, car, way, clockOfLineup(lineup));
    if (cell.kind === "blocked") continue;
    all += 1;
    const { says } = vary(lineup, cell.plan, quantityThatMatters(cell));
    if (/changes nothing here/.test(says)) flat += 1;
  }
  expect(all).toBeGreaterThan(60);
  expect(flat / all).toBeLessThan(0.05);
});
