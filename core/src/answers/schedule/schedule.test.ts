import fc from "fast-check";
import highsLoader from "highs";
import { isRefusal } from "../../engine/path";
import { connectionOf, solvePlan, type Plan } from "../../engine/plan";
import { run, type Window } from "../../engine/session";
import { bill, STARTERS, flatTariff } from "../../engine/tariff";
import { law, runs, SKIPPED } from "../../tests/law";
import { element, solvedDemo, tariffOf } from "../../tests/tariffs";
import { bestLeaving, leavingTimes, optimum, schedulesOf, spillOf, windowsOf, type Open, type Rate } from ".";

const highs = highsLoader();
const starter = (id: string) => STARTERS.find((s) => s.id === id)!.make(0.3);
const nightly = (plan: Plan): Plan => ({ ...plan, tariff: starter("day-night") });
const unhurried = (change: (plan: Plan) => Plan = nightly) =>
  solvedDemo(0, (plan) =>
    change({ ...plan, session: { ...plan.session, fromSoc: 0.5, toSoc: 0.7, neededBy: "07:30" } }),
  );

/** The optimum of the linear programme, by a solver of its own. */
async function linear(slots: readonly Open[], energyWh: number): Promise<number | undefined> {
  const each = slots.flatMap(({ rates }, i) => rates.map((rate, j) => ({ rate, name: `x${i}_${j}` })));
  const signed = (n: number) => `${n < 0 ? "-" : "+"} ${Math.abs(n)}`;
  const text = [
    "Minimize",
    ` cost: ${each.map(({ rate, name }) => `${signed(rate.cost)} ${name}`).join(" ")}`,
    "Subject To",
    ` stored: ${each.map(({ rate, name }) => `${signed(rate.storedW)} ${name}`).join(" ")} = ${energyWh}`,
    ...slots.map(
      ({ hours, rates }, i) => ` s${i}: ${rates.map((_, j) => `+ 1 x${i}_${j}`).join(" ")} <= ${hours}`,
    ),
    "End",
  ].join("\n");
  const solved = (await highs).solve(text, {
    primal_feasibility_tolerance: 1e-10,
    dual_feasibility_tolerance: 1e-10,
  });
  return solved.Status === "Optimal" ? solved.ObjectiveValue : undefined;
}

/** Rates with a standing draw while awake and losses that grow with the square, as a car has them, at a price a kWh. */
const ratesAt = (price: number, steps: number, standing: number): Rate[] =>
  Array.from({ length: steps }, (_, i) => {
    const wallW = 1400 + i * 900;
    return { storedW: wallW * 0.92 - standing - (wallW * wallW) / 150_000, cost: (wallW * price) / 1000 };
  });

const problem = fc.record({
  prices: fc.array(
    fc.integer({ min: -300, max: 900 }).map((n) => n / 1000),
    { minLength: 1, maxLength: 12 },
  ),
  hours: fc.array(fc.constantFrom(0.25, 0.5, 1, 3), { minLength: 12, maxLength: 12 }),
  steps: fc.integer({ min: 1, max: 6 }),
  standing: fc.integer({ min: 150, max: 350 }),
  share: fc.double({ min: 0.02, max: 0.98, noNaN: true }),
});
const openOf = ({
  prices,
  hours,
  steps,
  standing,
}: {
  prices: number[];
  hours: number[];
  steps: number;
  standing: number;
}): Open[] => prices.map((price, i) => ({ hours: hours[i]!, rates: ratesAt(price, steps, standing) }));
const mostOf = (slots: readonly Open[]) =>
  slots.reduce((sum, { hours, rates }) => sum + hours * Math.max(...rates.map((r) => r.storedW)), 0);

test("the cheapest shares cost what the linear optimum costs, to 1e-9, prices below zero too (highs)", async () => {
  const cases = fc.sample(problem, { numRuns: 200, seed: 2026 });
  for (const made of cases) {
    const slots = openOf(made);
    const energy = made.share * mostOf(slots);
    const found = optimum(slots, energy)!;
    const reference = (await linear(slots, energy))!;
    expect(Math.abs(found.cost - reference)).toBeLessThanOrEqual(
      1e-9 * Math.max(1, Math.abs(reference)) + 1e-9,
    );
    const stored = found.shares.reduce(
      (sum, s) => sum + s.hours * slots[s.slot]!.rates[s.choice]!.storedW,
      0,
    );
    expect(stored).toBeCloseTo(energy, 4);
    for (const [i, { hours }] of slots.entries())
      expect(
        found.shares.filter((s) => s.slot === i).reduce((sum, s) => sum + s.hours, 0),
      ).toBeLessThanOrEqual(hours + 1e-9);
  }
});

test("on 200 random small cases in whole quarter hours it is within 0.5 % of the mixed-integer optimum (highs)", async () => {
  const small = fc.record({
    prices: fc.array(
      fc.integer({ min: 50, max: 900 }).map((n) => n / 1000),
      { minLength: 4, maxLength: 10 },
    ),
    steps: fc.integer({ min: 1, max: 3 }),
    standing: fc.integer({ min: 150, max: 350 }),
    filled: fc.integer({ min: 1, max: 100 }),
  });
  for (const { prices, steps, standing, filled } of fc.sample(small, { numRuns: 200, seed: 2026 })) {
    const slots = prices.map((price): Open => ({ hours: 0.25, rates: ratesAt(price, steps, standing) }));
    // An energy that whole slots at the largest step can meet.
    const most = slots[0]!.rates.at(-1)!.storedW * 0.25;
    const energy = most * (1 + (filled % slots.length));
    if (energy > mostOf(slots) + 1e-6) continue;
    const each = slots.flatMap(({ rates }, i) => rates.map((rate, j) => ({ rate, name: `x${i}_${j}` })));
    const text = [
      "Minimize",
      ` cost: ${each.map(({ rate, name }) => `+ ${rate.cost * 0.25} ${name}`).join(" ")}`,
      "Subject To",
      ` stored: ${each.map(({ rate, name }) => `+ ${rate.storedW * 0.25} ${name}`).join(" ")} >= ${energy - 1e-6}`,
      ...slots.map(({ rates }, i) => ` s${i}: ${rates.map((_, j) => `+ 1 x${i}_${j}`).join(" ")} <= 1`),
      "Binary",
      ` ${each.map(({ name }) => name).join(" ")}`,
      "End",
    ].join("\n");
    const solved = (await highs).solve(text);
    expect(solved.Status).toBe("Optimal");
    const { cost } = optimum(slots, energy)!;
    expect(cost).toBeLessThanOrEqual(solved.ObjectiveValue * 1.005);
    // Nor better than there is where slots may be shared out.
    const relaxed = (await highs).solve(text.replace(/Binary\n.*\n/, ""));
    expect(relaxed.Status).toBe("Optimal");
    expect(cost).toBeGreaterThanOrEqual(relaxed.ObjectiveValue * (1 - 1e-6));
  }
});

test("what the slots cannot store is said, not promised", () => {
  const slots = openOf({ prices: [0.1], hours: [1], steps: 2, standing: 200 });
  expect(optimum(slots, mostOf(slots) * 1.01)).toBeUndefined();
  expect(optimum(slots, mostOf(slots))!.shares).toEqual([{ slot: 0, choice: 1, hours: 1 }]);
});

test("a night tariff: charging waits for its hours, costs less than at once, and is ready in time", () => {
  const { plan, solution } = unhurried();
  const { by, atOnce, placing } = schedulesOf(plan, solution);
  const cheap = by.cheapest!;
  // Plugged in at 18:10: 23:00 is 4 h 50 min away.
  expect(cheap.windows[0]!.from).toBeCloseTo(4 * 3600 + 50 * 60, 3);
  expect(cheap.bill.total).toBeLessThan(atOnce.bill.total * 0.6);
  expect(cheap.readyAt!).toBeLessThanOrEqual(solution.clock.departure!);
  expect(cheap.run.end.soc).toBeCloseTo(plan.session.toSoc, 9);
  const spill = spillOf(placing, cheap);
  expect([spill.price, spill.cheapFor / 3600, spill.outsideWh]).toEqual([0.15, expect.closeTo(8, 9), 0]);
  expect(spillOf(placing, atOnce).outsideWh).toBeGreaterThan(0);
});

test("a car that ends by itself is scheduled so far and no further, and is ready there", () => {
  const of = (endsAt: Plan["car"]["endsAt"], toSoc: number) =>
    unhurried((plan) => ({
      ...nightly(plan),
      car: { ...plan.car, endsAt },
      session: { ...plan.session, fromSoc: 0.5, toSoc, neededBy: "07:30" },
    }));
  const ends = of({ ac: 0.65 }, 0.8);
  const less = of(undefined, 0.65);
  const [a, b] = [ends, less].map(({ plan, solution }) => schedulesOf(plan, solution));
  for (const id of ["cheapest", "just-in-time"] as const) {
    const [told, expected] = [a!.by[id], b!.by[id]];
    expect(told!.run.end.soc).toBeCloseTo(0.65, 9);
    expect(told!.readyAt).toBeCloseTo(expected!.readyAt!, 3);
    expect(told!.bill.total).toBe(expected!.bill.total);
  }
});

test("a night too short for its cheap hours spills over, and says how much at which price", () => {
  const { plan, solution } = solvedDemo(0, (p) => ({
    ...nightly(p),
    session: { ...p.session, fromSoc: 0.3, toSoc: 0.9, neededBy: "13:30" },
  }));
  const { by, placing } = schedulesOf(plan, solution);
  const spill = spillOf(placing, by.cheapest!);
  expect(spill.outsideWh).toBeGreaterThan(0);
  const dear = by.cheapest!.bill.lines.filter((l) => l.price === 300_000);
  expect(spill.outsideWh / 1000).toBeCloseTo(
    dear.reduce((s, l) => s + l.quantity, 0),
    9,
  );
  expect(spill.outsideCost).toBeCloseTo(dear.reduce((s, l) => s + l.amount, 0) / 1e6, 9);
});

test("just in time ends at departure; the gentlest current is in time; least lost loses least of all", () => {
  const { plan, solution } = unhurried();
  const { by } = schedulesOf(plan, solution);
  expect(by["just-in-time"]!.readyAt).toBeCloseTo(solution.clock.departure!, 3);
  expect(by.gentlest!.readyAt!).toBeLessThanOrEqual(solution.clock.departure!);
  expect(by.gentlest!.windows[0]!.amps).toBe(plan.evse.steps[0]);
  for (const other of Object.values(by))
    expect(by["least-lost"]!.lostWh).toBeLessThanOrEqual(other.lostWh + 1e-6);
  expect(by["one-timer"]!.windows).toHaveLength(1);
});

test("what cannot be in time starts at once, and nothing else is offered", () => {
  const { plan, solution } = solvedDemo(0, (p) => ({
    ...nightly(p),
    session: { ...p.session, fromSoc: 0, toSoc: 1, neededBy: "19:00" },
  }));
  const { by, atOnce } = schedulesOf(plan, solution);
  expect(Object.keys(by)).toEqual(["at-once"]);
  expect(atOnce.readyAt).toBeNull();
});

test.each([
  // IANA time zone data: 28 March 2027 has 23 hours in Dublin, 1 November 2026 has 25 in Toronto.
  ["Europe/Dublin", "2027-03-27T22:00", 7],
  ["Europe/Dublin", "2026-10-24T22:00", 9],
  ["America/Toronto", "2027-03-13T22:00", 7],
  ["America/Toronto", "2026-10-31T22:00", 9],
])(
  "in %s from %s the night band holds %d hours, and the schedule lies in them",
  (timeZone, pluggedInAt, hours) => {
    const { plan, solution } = unhurried((p) => ({
      ...nightly(p),
      household: { ...p.household, timeZone },
      session: { ...p.session, pluggedInAt, neededBy: "09:00" },
    }));
    const { by, placing } = schedulesOf(plan, solution);
    expect(spillOf(placing, by.cheapest!).cheapFor / 3600).toBeCloseTo(hours, 9);
    expect(spillOf(placing, by.cheapest!).outsideWh).toBe(0);
  },
);

test("a schedule is never dearer than charging at once, nor later than departure where that can be met", () => {
  const hour = fc.integer({ min: 0, max: 95 }).map((q) => new Date(q * 900_000).toISOString().slice(11, 16));
  const price = fc.integer({ min: -200, max: 900 }).map((n) => n / 1000);
  const banded = fc
    .tuple(price, hour, hour)
    .filter(([, from, to]) => from !== to)
    .map(([ENERGY, start_time, end_time]) => element({ ENERGY }, { start_time, end_time }));
  const timed = fc
    .record({ TIME: price, PARKING_TIME: price })
    .map((prices) => element(prices, { min_duration: 3600 }));
  const any = fc.record({
    path: fc.integer({ min: 0, max: 2 }),
    elements: fc.array(fc.oneof(banded, timed), { maxLength: 5 }),
    otherwise: price,
    from: fc.double({ min: 0.05, max: 0.6, noNaN: true }),
    span: fc.double({ min: 0.02, max: 0.4, noNaN: true }),
    by: hour,
  });
  law(any, { runs: 150, mostSkipped: 0.6 }, ({ path, elements, otherwise, from, span, by: neededBy }) => {
    const { plan, solution } = solvedDemo(path, (p) => ({
      ...p,
      tariff: tariffOf(...elements, element({ ENERGY: otherwise })),
      session: { ...p.session, fromSoc: from, toSoc: from + span, neededBy },
    }));
    const { by, atOnce } = schedulesOf(plan, solution);
    if (atOnce.readyAt === null) return SKIPPED;
    expect(by.cheapest!.bill.total).toBeLessThanOrEqual(atOnce.bill.total);
    for (const placed of Object.values(by)) {
      expect(placed.readyAt).not.toBeNull();
      expect(placed.readyAt!).toBeLessThanOrEqual(solution.clock.departure! + 1e-3);
      expect(placed.run.end.soc).toBeCloseTo(plan.session.toSoc, 9);
      placed.windows
        .slice(1)
        .forEach((w, i) => expect(w.from).toBeGreaterThanOrEqual(placed.windows[i]!.to - 1e-6));
    }
    return undefined;
  });
});

test("a slot that two currents fill between them ends where the next begins", () => {
  const flat = (from: number, to: number) => ({ from, to, hours: (to - from) / 3_600, rates: [] }) as never;
  const windows = windowsOf(
    [
      { slot: 0, choice: 0, hours: 0.6 },
      { slot: 0, choice: 1, hours: 0.41 },
      { slot: 1, choice: 0, hours: 0.5 },
    ],
    [flat(0, 3_600), flat(3_600, 7_200)],
    [
      { amps: 6, by: "evse" },
      { amps: 10, by: "evse" },
    ] as never,
  );
  expect(windows).toEqual([
    { from: 0, to: 2_160, amps: 6 },
    { from: 2_160, to: 3_600, amps: 10 },
    { from: 3_600, to: 5_400, amps: 6 },
  ]);
});

describe("with nobody waiting", () => {
  const { plan, solution } = unhurried((p) => ({ ...nightly(p), session: { ...p.session, neededBy: null } }));

  test("charging may begin within a day and ends when it is done: nothing is too late, nothing just in time", () => {
    const { placing, by, atOnce } = schedulesOf(plan, solution);
    expect([placing.departure, placing.until]).toEqual([null, 24 * 3600 + solution.secondsToTarget]);
    expect(by.cheapest!.bill.lines.every((l) => l.price === 150_000)).toBe(true);
    expect(by["just-in-time"]).toBeUndefined();
    for (const placed of Object.values(by)) expect(placed.readyAt).not.toBeNull();
    expect(atOnce.windows[0]!.from).toBe(0);
    expect(by["one-timer"]!.windows[0]!.from).toBeLessThanOrEqual(24 * 3600);
  });

  test("a session longer than a day is not cut off, and can still be placed", () => {
    const long = unhurried((p) => ({
      ...nightly(p),
      car: { ...p.car, battery: { ...p.car.battery, usableWh: 260_000 } },
      session: { ...p.session, neededBy: null },
    }));
    expect(long.solution.secondsToTarget).toBeGreaterThan(24 * 3600);
    const { by, atOnce } = schedulesOf(long.plan, long.solution);
    expect(atOnce.readyAt).toBeCloseTo(long.solution.secondsToTarget, 3);
    expect(by["least-lost"]!.lostWh).toBeLessThanOrEqual(atOnce.lostWh);
  });
});

test("a schedule that sets a current is billed at that current, not at the one that would flow", () => {
  const byAmps = tariffOf(
    { ...element({ ENERGY: 0.12 }), kettleback: { max_amps: 9 } },
    { ...element({ ENERGY: 0.4 }), kettleback: { min_amps: 9 } },
  );
  const { plan, solution } = unhurried((p) => ({ ...p, tariff: byAmps }));
  const { by, atOnce, placing } = schedulesOf(plan, solution);
  expect(placing.choices.filter(({ by: who }) => who === "evse").map(({ amps }) => amps)).toContain(8);
  expect(atOnce.bill.lines.every(({ price }) => price === 400_000)).toBe(true);
  // Set to 8 A or less every kWh costs 0.12, and so says the bill of the schedule that sets it.
  const cheap = by.cheapest!;
  expect(cheap.windows.every(({ amps }) => amps !== undefined && amps <= 8)).toBe(true);
  expect(cheap.bill.lines.every(({ price }) => price === 120_000)).toBe(true);
  const set = solvePlan({ ...plan, settings: { ...plan.settings, evseAmps: cheap.windows[0]!.amps! } });
  if (isRefusal(set)) throw new Error(set.message);
  expect(cheap.bill.total / cheap.wallWh).toBeCloseTo(set.bill.total / set.ledger.wall, 6);
});

test("an hour without a price is not free: nothing is placed there while there are others", () => {
  const nightOnly = tariffOf(
    element({ ENERGY: 0.3 }, { start_time: "18:00", end_time: "23:00" }),
    element({ ENERGY: 0.2 }, { start_time: "04:00", end_time: "08:00" }),
  );
  const { plan, solution } = unhurried((p) => ({ ...p, tariff: nightOnly }));
  const { by } = schedulesOf(plan, solution);
  for (const id of ["cheapest", "one-timer"] as const) expect([id, by[id]!.bill.unpriced]).toEqual([id, 0]);
  const never = unhurried((p) => ({
    ...p,
    tariff: tariffOf(element({ ENERGY: 0.3 }, { start_time: "12:00", end_time: "13:00" })),
  }));
  const all = schedulesOf(never.plan, never.solution);
  expect(all.atOnce.bill.unpriced).toBeGreaterThan(1);
});

describe("whole bills decide: fees, tiers, blocks, time, least and most", () => {
  const hour = fc.integer({ min: 0, max: 23 }).map((h) => `${String(h).padStart(2, "0")}:00`);
  const price = fc.integer({ min: 2, max: 60 }).map((n) => n / 100);
  /** A tariff whose hours alone do not tell what a session costs. */
  const knotted = fc
    .record({
      base: price,
      night: price,
      from: hour,
      to: hour,
      tier: fc.option(fc.record({ above: fc.integer({ min: 1, max: 9 }), price }), { nil: null }),
      fee: fc.option(fc.record({ from: hour, to: hour, early: price, late: price }), { nil: null }),
      block: fc.constantFrom(1, 1, 500, 2000),
      time: fc.option(price, { nil: null }),
      most: fc.option(fc.integer({ min: 1, max: 6 }), { nil: null }),
    })
    .filter(({ from, to, fee }) => from !== to && (fee === null || fee.from !== fee.to))
    .map(({ base, night, from, to, tier, fee, block, time, most }): Plan["tariff"] => {
      const energy = (p: number) => ({ ENERGY: { price: p, step_size: block } });
      return {
        name: "knotted",
        elements: [
          ...(fee
            ? [
                element({ FLAT: fee.early }, { start_time: fee.from, end_time: fee.to }),
                element({ FLAT: fee.late }),
              ]
            : []),
          ...(tier ? [element(energy(tier.price), { min_kwh: tier.above })] : []),
          element(energy(night), { start_time: from, end_time: to }),
          element(energy(base)),
          ...(time === null ? [] : [element({ TIME: time })]),
        ],
        ...(most === null ? {} : { max_price: { excl_vat: most } }),
      };
    });
  const cases = fc.sample(
    fc.record({ tariff: knotted, hours: fc.integer({ min: 4, max: 8 }), plugged: hour }),
    { numRuns: runs(200), seed: 2026 },
  );
  const placed = ({ tariff, hours, plugged }: (typeof cases)[number]) => {
    const end = (Number(plugged.slice(0, 2)) + hours) % 24;
    return solvedDemo(0, (p) => ({
      ...p,
      tariff,
      session: {
        ...p.session,
        fromSoc: 0.5,
        toSoc: 0.6,
        pluggedInAt: `2026-11-24T${plugged}`,
        neededBy: `${String(end).padStart(2, "0")}:00`,
      },
    }));
  };

  test("over 200 of them the cheapest is no dearer than two windows on a five-minute grid, nor one timer than any", () => {
    let windows = 0;
    for (const one of cases) {
      const { plan, solution } = placed(one);
      const { by, placing, atOnce } = schedulesOf(plan, solution);
      if (atOnce.readyAt === null) continue;
      const [length, until] = [solution.secondsToTarget, placing.until];
      const costOf = (list: readonly Window[]) => {
        windows += 1;
        const done = run(solution.circuit, { windows: list, toSoc: plan.session.toSoc }, solution.start);
        return bill(plan.tariff, done, solution.clock, connectionOf(plan, solution.circuit, solution.clock))
          .total;
      };
      const STEP = 300;
      let [timer, best] = [Infinity, Infinity];
      for (let start = 0; start + length <= until; start += STEP)
        timer = Math.min(timer, costOf([{ from: start, to: until }]));
      // Coarser in the length of the first window, so that the whole takes seconds.
      for (let start = 0; start + length <= until; start += 3 * STEP)
        for (let first = 3 * STEP; first < length; first += 4 * STEP)
          for (let next = start + first + STEP; next + length - first <= until; next += 3 * STEP)
            best = Math.min(
              best,
              costOf([
                { from: start, to: start + first },
                { from: next, to: until },
              ]),
            );
      const cheap = by.cheapest!.bill.total;
      expect([one.tariff, by["one-timer"]!.bill.total <= timer + 200]).toEqual([one.tariff, true]);
      expect(by["one-timer"]!.bill.total).toBeLessThanOrEqual(by["just-in-time"]!.bill.total + 200);
      // A hundredth of a unit of currency: what a finer first window may still be worth.
      expect([one.tariff, cheap <= Math.min(best, timer) + 10_000]).toEqual([one.tariff, true]);
      expect(cheap).toBeLessThanOrEqual(by["one-timer"]!.bill.total + 200);
    }
    expect(windows).toBeGreaterThan(cases.length * 20);
  });
});

describe("when to leave a public post", () => {
  const leave = (tariff: Plan["tariff"], limit: number | null = null) => {
    const { plan, solution } = solvedDemo(2, (p) => ({
      ...p,
      tariff,
      session: { ...p.session, fromSoc: 0.2, toSoc: 1, neededBy: null },
    }));
    return { times: leavingTimes(plan, solution, limit), solution };
  };

  test("paid by time, a rapid session is cheapest a kWh before its taper bites", () => {
    const { times, solution } = leave(tariffOf(element({ TIME: 12 })));
    const best = bestLeaving(times)!;
    expect(best.at).toBeLessThan(solution.secondsToTarget * 0.9);
    for (const time of times) expect(time.perKWhStored).toBeGreaterThanOrEqual(best.perKWhStored - 1e-9);
  });

  test("with a fee a session longer is cheaper; by the kWh alone it hardly matters; a limit ends it", () => {
    const fee = leave(tariffOf(element({ ENERGY: 0.4, FLAT: 5 })));
    expect(bestLeaving(fee.times)!.at).toBeGreaterThan(fee.solution.secondsToTarget * 0.9);
    const limited = leave(flatTariff("x", 0.5), 900);
    expect(Math.max(...limited.times.map(({ at }) => at))).toBeLessThanOrEqual(900);
  });
});
