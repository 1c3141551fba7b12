import fc from "fast-check";
import Papa from "papaparse";
import {
  cellAskedAnew,
  cellOf,
  cellsOf,
  clockOfLineup,
  csvOf,
  fittedTo,
  judgeLineup,
  levelOf,
  lineupSchema,
  MOST_WAYS,
  parseLineup,
  planOn,
  printLineup,
  spokenPower,
  staysOf,
  tableRow,
  wayOf,
  moveVerdict,
  type Row,
  type TableRow,
} from ".";
import { cautionsFor } from "../cautions";
import { isRefusal } from "../../engine/path";
import { clockOfPlan, pathOf, solvePlan, type Solution } from "../../engine/plan";
import { socAt } from "../../engine/session";
import { amountOf } from "../../trade/units";
import type { Tariff } from "../../things/parts";
import { bare, demoPlan, fallowQuay, larchHollow, startOf, wayNamed } from "../../tests/lineup";
import { realisticPlans } from "../../tests/realistic";
import { law, SKIPPED } from "../../tests/law";
import { startWays } from "../../household/start";
import { openLineup, savedFrom, documentOf } from "../../household/garage";

const europe = startOf(fallowQuay);
const america = startOf(larchHollow);
const cell = (lineup: typeof europe, car: string, way: string) => {
  const found = cellOf(
    lineup,
    lineup.cars.find(({ name }) => name === car)!,
    wayNamed(lineup, way),
    clockOfLineup(lineup),
  );
  if (found.kind === "blocked") throw new Error(found.refusal.message);
  return found;
};

test("another day's drive and another stay, read off a solved cell, are what solving it anew comes to", () => {
  const session = { ...europe.session, neededBy: null };
  for (const lineup of [europe, america, { ...europe, session }]) {
    const clock = clockOfLineup(lineup);
    for (const car of lineup.cars)
      for (const way of lineup.ways)
        for (const anew of [
          { stayHours: 0.5, dayKm: 400 },
          { stayHours: 30, dayKm: 12 },
        ])
          expect(cellAskedAnew(cellOf(lineup, car, way, clock), way, anew)).toEqual(
            cellOf({ ...lineup, ...anew }, car, way, clock),
          );
  }
});

test("a night that gives just what the day takes is enough, and nothing less", () => {
  const row = cell(europe, "Curlew", "Wallbox, 3 × 16 A");
  const way = wayNamed(europe, "Wallbox, 3 × 16 A");
  const holds = (dayKm: number) => {
    const asked = cellAskedAnew(row, way, { stayHours: 4, dayKm });
    return asked.kind === "charging" && asked.night.holds;
  };
  expect([holds(row.night.km), holds(row.night.km + 0.001), holds(0)]).toEqual([true, false, true]);
});

test("a row is the single solve of its plan, figure for figure, over a thousand realistic paths", () => {
  let blocked = 0;
  let late = 0;
  const plans = realisticPlans().filter((_, i) => i % 4 === 0);
  for (const plan of plans) {
    const clock = clockOfPlan(plan);
    const row = cellOf({ ...plan, stayHours: 4, dayKm: 40 }, plan.car, wayOf(plan), clock);
    const solution = solvePlan(plan, clock);
    expect(row.plan).toEqual(plan);
    if (isRefusal(solution)) {
      expect(row).toMatchObject({ kind: "blocked", refusal: solution });
      blocked += 1;
      continue;
    }
    if (row.kind === "blocked") throw new Error(row.refusal.message);
    const { moment, secondsToTarget, range, whole, start, circuit } = solution;
    // Who is not ready by departure is compared by the same charge: that of a night in which nobody leaves.
    const unhurried = { ...plan, session: { ...plan.session, neededBy: null } };
    const { ledger, bill } = solution.reached ? solution : (solvePlan(unhurried) as Solution);
    late += Number(!solution.reached);
    expect([row.wallW, row.batteryW]).toEqual([moment.balance.wall, moment.balance.stored]);
    expect([row.secondsToTarget, row.wallWh, row.lostWh]).toEqual([
      secondsToTarget,
      ledger.wall,
      ledger.lost,
    ]);
    expect([row.cost, row.kmPerHour, row.amps]).toEqual([bill.total, range.kmPerHour, moment.amps]);
    expect(row.narrowest).toBe(circuit.links[moment.binding]!.kind);
    expect(row.cautions).toEqual(cautionsFor(pathOf(plan), solution, plan.session.toSoc));
    expect(row.inTime).toBe(solution.reached);
    expect(row.shortBySeconds).toBe(Math.max(0, secondsToTarget - clock.departure!));
    const twoHours = ((socAt(whole, start, 7200) - start.soc) * plan.car.battery.usableWh) / plan.car.whPerKm;
    expect(row.stayKm[0]).toBeCloseTo(twoHours, 9);
  }
  expect(plans.length).toBeGreaterThan(1000);
  expect(blocked / plans.length).toBeLessThan(0.2);
  expect(late / plans.length).toBeGreaterThan(0.2);
});

describe("what is known of the ways of the start sets", () => {
  const wall = (lineup: typeof europe, car: string, way: string) => {
    const { solution } = cell(lineup, car, way);
    return solution.moment.balance.wall - solution.moment.balance.evse;
  };
  /** A car that takes whatever comes, so that the way itself is measured. */
  const open = (lineup: typeof europe, phases: 1 | 3, amps: number): typeof europe => ({
    ...lineup,
    cars: lineup.cars.slice(0, 1).map((car) => ({
      ...car,
      name: "open",
      inlets: phases === 3 ? ["ccs2"] : ["ccs1"],
      battery: { ...car.battery, acceptance: undefined },
      charger: {
        limits: [{ phases: 1, amps }, ...(phases === 3 ? [{ phases: 3 as const, amps }] : [])],
        efficiency: 0.93,
      },
    })),
  });
  const na = { ...open(america, 1, 80), ways: startOfBare("split-phase") };
  const eu = { ...open(europe, 3, 32), ways: startOfBare("230/400") };

  test.each([
    // SAE J1772 AC levels: 120 V at 12 A is 1.44 kW, 240 V at 80 A is 19.2 kW.
    [na, "Receptacle at 12 A", 1_440],
    [na, "Wallbox, 80 A", 19_200],
    // Arithmetic on a 208Y/120 V supply: 6.66 kW at 32 A, not the 7.68 kW of 240 V.
    [na, "208 V public post, 32 A", 6_656],
    [na, "14-50 outlet at 32 A", 7_680],
    [na, "Wallbox, 48 A", 11_520],
    // IEC 61851-1, European steps at 230 V.
    [eu, "Wallbox, 1 × 16 A", 3_680],
    [eu, "Wallbox, 1 × 32 A", 7_360],
    [eu, "Wallbox, 3 × 16 A", 11_040],
    [eu, "Wallbox, 3 × 32 A", 22_080],
    [eu, "Public post, 22 kW", 22_080],
  ])("%#: power at the wall is the published figure", (lineup, way, watts) => {
    expect(wall(lineup as typeof europe, "open", way)).toBeCloseTo(watts, 6);
  });

  test("240 V at 48 A against 120 V at 12 A is 8 : 1 in wall power (arithmetic)", () => {
    expect(wall(na, "open", "Wallbox, 48 A") / wall(na, "open", "Receptacle at 12 A")).toBeCloseTo(8, 9);
  });

  test("socket charging, common practice: 240 V × 10 A is 2.4 kW, 4 h are 9.6 kWh from the wall", () => {
    const plan = demoPlan(fallowQuay, "Curlew", "Boathouse, wall socket at 10 A");
    const measured = {
      ...plan,
      outlet: { ...plan.outlet, supply: { ...plan.outlet.supply, measuredVolts: 240 } },
    };
    const row = cellOf(
      { ...europe, session: { ...europe.session, neededBy: "22:10" } },
      plan.car,
      wayOf(measured),
      clockOfLineup({ ...europe, session: { ...europe.session, neededBy: "22:10" } }),
    );
    if (row.kind === "blocked") throw new Error(row.refusal.message);
    const { evse } = row.solution.ledger;
    expect(row.wallW - row.solution.moment.balance.evse).toBeCloseTo(2_400, 6);
    expect((row.solution.ledger.wall - evse) / 1000).toBeCloseTo(9.6, 6);
  });

  test("level 1, common practice: a car using 100 Wh a mile gains about 14 miles an hour from the wall at 12 A", () => {
    const { solution } = cell(na, "open", "Receptacle at 12 A");
    expect((solution.moment.balance.wall - solution.moment.balance.evse) / 100).toBeCloseTo(14.4, 1);
  });

  test("a 22 kW post and an 11 kW car: 11 kW, and the onboard charger is the narrowest (common practice)", () => {
    const row = cell(europe, "Curlew", "Wallbox, 3 × 32 A");
    expect(row).toMatchObject({ narrowest: "charger", phases: 3 });
    expect(row.amps).toBeCloseTo(16, 9);
  });

  function startOfBare(system: "split-phase" | "230/400") {
    const garage = bare(system === "split-phase" ? larchHollow : fallowQuay);
    const ways = startWays(garage, undefined, system);
    return openLineup(garage, { ...savedFrom(garage, europe), ways }).ways.map(({ way }) => way!);
  }
});

describe("levels in the words of the region", () => {
  test.each([
    [america, "Barn, receptacle at 8 A", "Level 1"],
    [america, "House, dryer outlet at 24 A", "Level 2"],
    [america, "Library, post bay", "Level 2"],
    [america, "Rapid, 350 kW", "Level 3"],
    [europe, "Boathouse, wall socket at 6 A", "socket"],
    [europe, "Wallbox, 3 × 16 A", "wallbox"],
    [europe, "Rapid, 350 kW", "rapid"],
  ])("%#", (lineup, way, word) => {
    const found = (lineup as typeof europe).ways.find((w) => w.name.startsWith(way))!;
    const level = levelOf(found);
    expect(level.word).toBe(word);
    expect(level.means.toLowerCase()).toContain(`${word.toLowerCase()}: `);
  });

  test("a fixed unit of the 230 V world goes by the power people say, nothing else does", () => {
    const said = (lineup: typeof europe, name: string) =>
      spokenPower(lineup.ways.find((way) => way.name.startsWith(name))!);
    expect([
      said(europe, "Wallbox, 1 × 32 A"),
      said(europe, "Wallbox, 3 × 16 A"),
      said(europe, "Wallbox, 3 × 32 A"),
    ]).toEqual(["7 kW", "11 kW", "22 kW"]);
    expect([said(europe, "Wallbox, 1 × 16 A"), said(europe, "Public post, 11 kW")]).toEqual([
      "3.7 kW",
      "11 kW",
    ]);
    expect([said(europe, "Boathouse"), said(europe, "Rapid, 350"), said(america, "Wallbox, 48 A")]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });
});

describe("a way that follows the car", () => {
  const [plover, curlew, dunlin] = ["Plover", "Curlew", "Dunlin"].map((n) =>
    europe.cars.find((c) => c.name === n)!,
  );
  const rapid = wayNamed(europe, "Rapid, 350 kW");

  test("turns its last plug into one the car takes, no stronger than that plug", () => {
    expect(fittedTo(rapid, curlew!)).toBe(rapid);
    const { evse } = fittedTo(rapid, plover!);
    expect(evse.output.connector).toBe("chademo");
    expect(evse.maxAmps).toBe(400);
    const post = wayNamed(europe, "Public post, 11 kW");
    expect(fittedTo(post, plover!).cable).toMatchObject({ vehicleEnd: "type1", phases: 1, amps: 16 });
  });

  test("leaves out an adapter that the car does not need, and keeps one that it does", () => {
    const dryer = wayNamed(america, "House, dryer outlet at 24 A");
    const [grosbeak, siskin] = ["Grosbeak", "Siskin"].map((n) => america.cars.find((c) => c.name === n)!);
    expect(fittedTo(dryer, grosbeak!).adapter).toBe(dryer.adapter);
    expect(dryer.adapter).not.toBeNull();
    expect(fittedTo(dryer, siskin!)).toEqual({ ...dryer, adapter: null });
  });

  test("stays as it is for a car without that current, and where it does not follow", () => {
    expect(fittedTo(rapid, dunlin!)).toBe(rapid);
    const fixed = { ...rapid, followsCar: false };
    expect(fittedTo(fixed, plover!)).toBe(fixed);
  });
});

describe("enough overnight, and stays", () => {
  test("a night holds where what it puts back covers the day, and says by how much", () => {
    const slow = cell({ ...europe, dayKm: 100 }, "Curlew", "Boathouse, wall socket at 6 A");
    expect(slow.night.holds).toBe(false);
    expect(slow.night.spareKm).toBeCloseTo(slow.night.km - 100, 9);
    // 13 h 20 min at the power stored, over the car's use: the battery is far from full.
    expect(slow.night.km).toBeCloseTo((slow.batteryW * (13 + 1 / 3)) / slow.plan.car.whPerKm, 6);
    const fast = cell({ ...europe, dayKm: 100 }, "Curlew", "Wallbox, 3 × 16 A");
    expect(fast.night).toMatchObject({ holds: true, full: true });
    expect(fast.night.km).toBeCloseTo((0.8 * 71_000) / 182, 6);
  });

  test("a place with a time limit gives no more than it allows, and says where it bites", () => {
    const post = { ...wayNamed(europe, "Public post, 11 kW"), place: { name: "Weir", limitMinutes: 180 } };
    const curlew = europe.cars.find(({ name }) => name === "Curlew")!;
    const row = cellOf(europe, curlew, post, clockOfLineup(europe));
    if (row.kind === "blocked") throw new Error(row.refusal.message);
    expect(row.limitBites).toBe(10_800);
    expect(row.stayKm[2]).toBe(row.stayKm[1]);
    // Common practice, scaled: a steady power for a 3 h limit is three times its hour.
    expect(row.stayKm[1]).toBeCloseTo(3 * row.kmPerHour, 6);
  });

  test("a car that ends by itself is reckoned for what it really takes", () => {
    const post = wayNamed(europe, "Public post, 11 kW");
    const curlew = europe.cars.find(({ name }) => name === "Curlew")!;
    const clock = clockOfLineup(europe);
    const ends = cellOf(europe, { ...curlew, endsAt: { ac: 0.6 } }, post, clock);
    const asked = cellOf({ ...europe, session: { ...europe.session, toSoc: 0.6 } }, curlew, post, clock);
    if (ends.kind === "blocked" || asked.kind === "blocked") throw new Error("it charges");
    expect(ends.solution.endsItself).toBe(0.6);
    for (const figure of ["per100Km", "perKWhStored", "cost", "secondsToTarget", "wallWh", "night"] as const)
      expect([figure, ends[figure]]).toEqual([figure, asked[figure]]);
  });

  test("moving to a faster way costs the time it takes, and is worth it only where it brings enough", () => {
    const names = ["Public post, 11 kW", "Rapid, 150 kW"];
    const rows = names.map((name) => cell(europe, "Curlew", name));
    const limitOf = () => null;
    const [here] = rows as [Row, Row];
    const stays = staysOf(rows, { hours: 2, moveMinutes: 30, here, limitOf });
    const rapid = stays.find(({ row }) => row !== here)!;
    expect(rapid.plugged).toBe(5_400);
    expect(rapid.moreKm).toBeCloseTo(rapid.km - stays.find(({ row }) => row === here)!.km, 9);
    expect(moveVerdict(stays, here)).toMatchObject({ worth: true, best: { row: rows[1] } });
    const short = staysOf(rows, { hours: 0.5, moveMinutes: 30, here, limitOf });
    expect(moveVerdict(short, here).worth).toBe(false);
    // Where both reach the target the one that asks for no move comes first.
    const long = staysOf(rows, { hours: 48, moveMinutes: 30, here, limitOf });
    expect(long[0]!.row).toBe(here);
    expect(long.every(({ full }) => full)).toBe(true);
    const limited = staysOf(rows, { hours: 4, moveMinutes: 0, here, limitOf: () => 60 });
    expect(limited.find(({ row }) => row === here)).toMatchObject({ limited: true, plugged: 3_600 });
    expect(limited.find(({ row }) => row === here)!.wallWh).toBeCloseTo(here.wallW, 3);
  });
});

describe("the document", () => {
  test("reads back what it writes, byte for byte", () => {
    for (const lineup of [europe, america]) {
      const text = printLineup(lineup);
      const read = parseLineup(text);
      expect(read).toEqual({ ok: true, value: lineup });
      expect(printLineup((read as { value: typeof lineup }).value)).toBe(text);
    }
  });

  test.each([
    ["no JSON", "{", "(document)", /not JSON/],
    ["another kind", JSON.stringify({ format: "x" }), "format", /kettleback-lineup/],
    [
      "an unknown part",
      JSON.stringify({ ...europe, ways: [{ ...europe.ways[0], flux: 1 }] }),
      "ways.0.flux",
      /leave it out/,
    ],
    [
      "too many ways",
      JSON.stringify({ ...europe, ways: Array(MOST_WAYS + 1).fill(0) }),
      "ways",
      /up to 10000 ways/,
    ],
    ["no cars", JSON.stringify({ ...europe, cars: [] }), "cars", /at least one car/],
    ["a baseline that is not there", JSON.stringify({ ...europe, baseline: 99 }), "baseline", /0 to 16/],
    [
      "a day that is none",
      JSON.stringify({ ...europe, session: { ...europe.session, pluggedInAt: "2026-02-30T18:10" } }),
      "session.pluggedInAt",
      /a day that exists/,
    ],
    ["a stay out of range", JSON.stringify({ ...europe, stayHours: 0 }), "stayHours", /0.25 to 168/],
  ])("%s is refused by its field", (_, text, field, message) => {
    const read = parseLineup(text);
    if (read.ok) throw new Error("accepted");
    const problem = read.problems.find((p) => p.field === field);
    expect(problem?.message).toMatch(message);
  });

  test("parts described by an older version are brought up to this one", () => {
    const { condition: _, exposed: __, ...outlet } = europe.ways[0]!.outlet;
    const old = { ...europe, version: 1, ways: [{ ...europe.ways[0], outlet }], baseline: null };
    const read = judgeLineup(JSON.parse(JSON.stringify(old)));
    expect(read.ok && read.value.ways[0]!.outlet.condition).toBe("sound");
  });

  test("parses whatever it is given without throwing", () => {
    law(fc.oneof(fc.json(), fc.string()), { runs: 300, mostSkipped: 0 }, (text) => {
      expect(parseLineup(text).ok).toBe(false);
    });
  });

  test("kept in a household by id where it has the very part, it comes out the same", () => {
    const saved = savedFrom(fallowQuay, europe);
    expect(saved.cars).toEqual(fallowQuay.cars.map(({ id }) => id));
    expect(saved.ways[0]!.outlet).toBe("fq-boathouse-socket");
    const back = documentOf(saved.name, openLineup(fallowQuay, saved));
    const { format: _, version: __, ...whole } = europe;
    expect(back).toEqual(whole);
    expect(lineupSchema.safeParse({ ...europe, ...back }).success).toBe(true);
  });

  test("a part that is gone from the household is named, and its way left out of the document", () => {
    const saved = savedFrom(fallowQuay, europe);
    const outlets = fallowQuay.outlets.filter(({ id }) => id !== "fq-boathouse-socket");
    const open = openLineup({ ...fallowQuay, outlets, cars: fallowQuay.cars.slice(1) }, saved);
    expect(open.ways[0]).toMatchObject({ way: null, gone: ["outlet"] });
    expect(open.cars.map(({ car }) => car.name)).toEqual(["Curlew", "Dunlin"]);
    // By hand: the ways that are not at the boathouse's socket, in their order.
    const left = europe.ways.filter((_, i) => saved.ways[i]!.outlet !== "fq-boathouse-socket");
    expect(left.length).toBeGreaterThan(0);
    expect(left.length).toBeLessThan(europe.ways.length);
    expect(documentOf("x", open).ways.map(({ name }) => name)).toEqual(left.map(({ name }) => name));
  });
});

test("rows go out as CSV and as JSON and read back equal", () => {
  const rows = cellsOf(europe).map(tableRow);
  expect(rows).toHaveLength(europe.cars.length * europe.ways.length);
  const { data } = Papa.parse<Record<keyof TableRow, string>>(csvOf(rows).trim(), { header: true });
  // What JSON cannot say (no number, nothing there) would come back as something else.
  expect(JSON.parse(JSON.stringify(rows))).toStrictEqual(rows);
  rows.forEach((row, i) => {
    for (const [key, value] of Object.entries(row)) {
      const text = data[i]![key as keyof TableRow];
      if (value === null) expect(text).toBe("");
      else if (typeof value === "number") expect(Number(text)).toBe(value);
      else expect(text).toBe(String(value));
    }
  });
  expect(csvOf([{ way: "=1+1" }])).toBe("way\r\n'=1+1\r\n");
});

test("money of a row is that of its bill, in the household's currency", () => {
  const row = cell(europe, "Plover", "Wallbox, 1 × 16 A");
  expect(tableRow(row)).toMatchObject({
    cost: amountOf(row.cost),
    currency: "EUR",
    refusal: null,
    price: 930,
  });
  expect(row.cost).toBe(row.solution.bill.total);
  expect(row.per100Km).toBeCloseTo((100 * row.cost) / (0.6 * (38_000 / 150)), -1);
});

test("what standing there costs once the charge is done is told of the cost, with its VAT", () => {
  const parking = (price: number): Tariff => ({
    name: "a lot",
    elements: [
      {
        price_components: [
          { type: "ENERGY", price: 0.3, step_size: 1 },
          { type: "PARKING_TIME", price, vat: 20, step_size: 1 },
        ],
      },
    ],
  });
  const of = (tariff: Tariff) => {
    const at = europe.ways.findIndex(({ name }) => name === "Wallbox, 1 × 16 A");
    return cellOf(europe, europe.cars[0]!, { ...europe.ways[at]!, tariff }, clockOfLineup(europe)) as Row;
  };
  const row = of(parking(5));
  const { clock, secondsToTarget } = row.solution;
  const hours = (clock.departure! - secondsToTarget) / 3600;
  expect(hours).toBeGreaterThan(1);
  expect(amountOf(row.standing)).toBeCloseTo(6 * hours, 5);
  expect(amountOf(row.cost) - amountOf(row.standing)).toBeCloseTo((0.3 * row.wallWh) / 1000, 5);
  expect(of(parking(0)).standing).toBe(0);
});

test("a cell's plan is the way with the car, and nothing of the session is lost", () => {
  law(
    fc.tuple(fc.nat(europe.ways.length - 1), fc.nat(europe.cars.length - 1)),
    { runs: 60, mostSkipped: 0.4 },
    ([w, c]) => {
      const plan = planOn(europe, europe.cars[c]!, europe.ways[w]!);
      expect(plan.session).toBe(europe.session);
      expect(plan.car).toBe(europe.cars[c]);
      if (isRefusal(solvePlan(plan))) return SKIPPED;
      expect(plan.name).toBe(europe.ways[w]!.name);
    },
  );
});
