import fc from "fast-check";
import { DEMO_GARAGES } from "../demo";
import { planOf } from "../garage";
import { compile, isRefusal, type ChargingPath, type Circuit } from "../path";
import { anyAcPath, anyDcPath } from "../tests/arbitraries";
import figures from "../tests/fixtures/session-figures.json";
import type { Step } from "../working";
import {
  acceptedAt,
  balanceFor,
  cutRun,
  fullest,
  glance,
  ledgerOf,
  modeOf,
  momentAt,
  pathLimiter,
  pathStores,
  run,
  socAt,
  storedFrom,
  wallInside,
  type Schedule,
  type State,
} from ".";

type Told = Readonly<Record<string, number | string | null | readonly (number | string | null)[]>>;

interface Case {
  readonly name: string;
  readonly circuit: Circuit;
  readonly schedule: Schedule;
  readonly start: State;
}

const demos = (): ChargingPath[] =>
  DEMO_GARAGES.flatMap((garage) =>
    garage.paths.map(({ spec }) => {
      const plan = planOf(garage, spec);
      if (!plan.ok) throw new Error("demo");
      const { car, outlet, lead, unit, cable, adapter, household, session } = plan.value;
      return {
        car,
        outlet,
        unit,
        lead: lead ?? undefined,
        cable: cable ?? undefined,
        adapter: adapter ?? undefined,
        houseRule: household.houseRule,
        settings: { unitAmps: undefined, carAmps: undefined, otherBusy: false, heatingW: session.heatingW },
      };
    }),
  );

const HOUR = 3600;
const SCHEDULES: readonly Schedule[] = [
  { windows: [{ from: 0, to: Infinity }], toSoc: 0.95 },
  // Late, at a lower current, a pause, and whatever flows.
  {
    windows: [
      { from: HOUR, to: 2 * HOUR, amps: 8 },
      { from: 2.5 * HOUR, to: 3 * HOUR, amps: 5 },
      { from: 3 * HOUR, to: 40 * HOUR },
    ],
    toSoc: 0.9,
  },
];

/** The demo's paths and random ones of both currents, warm and cold, at once and by windows. */
function cases(): Case[] {
  const random = [
    ...fc.sample(anyAcPath, { numRuns: 9, seed: 2026 }),
    ...fc.sample(anyDcPath, { numRuns: 9, seed: 2026 }),
  ];
  return [...demos(), ...random].flatMap((path, i): Case[] => {
    const circuit = compile(path);
    if (isRefusal(circuit)) return [];
    const packC = [null, -8, 15, 40][i % 4]!;
    return SCHEDULES.slice(0, i % 3 === 0 ? 2 : 1).map((schedule, j) => ({
      name: `${i} ${circuit.current} ${packC ?? "warm"} ${j === 0 ? "at once" : "by windows"}`,
      circuit,
      schedule,
      start: { soc: 0.08 + (i % 5) / 20, packC, elapsed: 0 },
    }));
  });
}

/** Everything the room says of a session, as one row of figures and words. */
function told({ circuit, schedule, start }: Case): Told {
  const done = run(circuit, schedule, start);
  const { slices, end } = done;
  const steps: Step[] = [];
  const mode = modeOf(circuit, Infinity);
  const seen = { slices: slices.length, soc: end.soc, elapsed: end.elapsed, packC: end.packC };
  if (!mode || slices.length === 0) return seen;
  const full = fullest(done, start);
  const moment = momentAt(circuit, full);
  const { flow, balance, ceilings } = moment;
  storedFrom(circuit, flow.inletW, full.soc, (step) => steps.push(step));
  balanceFor(circuit, flow, full.storedW, full.soc, (step) => steps.push(step));
  const middle = slices[Math.floor(slices.length / 2)]!;
  const at = middle.from + 0.37 * (middle.to - middle.from);
  const [before, after] = cutRun(done, start, at);
  const seconds = glance(circuit, schedule.toSoc, start);
  const lowered = modeOf(circuit, 10);
  return {
    ...seen,
    ledger: Object.values(ledgerOf(slices)),
    first: Object.values({ ...slices[0]!, wh: null }),
    middle: [...Object.values({ ...middle, wh: null }), ...Object.values(middle.wh)],
    last: Object.values({ ...slices.at(-1)!, wh: null }),
    limits: slices.map((slice) => slice.limitedBy).filter((kind, i, all) => kind !== all[i - 1]),
    fullest: Object.values(full),
    moment: [moment.amps, moment.dropVolts, moment.inletW, moment.binding, moment.runnerUp, moment.because],
    balance: Object.values(balance),
    ceilings: ceilings.flatMap(({ amps, watts }) => [amps, watts].filter(Number.isFinite)),
    stores: [0.1, 0.5, 0.9].flatMap((soc) => [
      pathStores(mode, soc),
      acceptedAt(circuit.pack, soc) === Infinity ? null : acceptedAt(circuit.pack, soc),
      lowered ? pathStores(lowered, soc) : null,
    ]),
    limiter: [pathLimiter(mode, 0.2), lowered ? pathLimiter(lowered, 0.6) : null],
    glance: [seconds.seconds, seconds.endSoc, ...Object.values(seconds.fullest)],
    cut: [
      wallInside(middle, at),
      socAt(done, start, at),
      socAt(done, start, -1),
      socAt(done, start, Infinity),
      ...Object.values(ledgerOf(before.slices)),
      ...Object.values(ledgerOf(after.slices)),
      before.end.soc,
      before.end.packC,
      after.slices[0]!.startW,
      after.slices[0]!.startWallW,
      after.slices[0]!.fromC,
    ],
    steps: steps.flatMap(({ what, formula, result, terms }) => [
      what,
      formula,
      result.symbol,
      result.name,
      result.value,
      result.unit,
      ...terms.flatMap((t) => [t.symbol, t.name, t.value, t.unit, t.source?.name ?? null]),
    ]),
  };
}

/** The share by which a figure may be off on another machine. */
const SHARE = 2e-8;

function compare(is: unknown, was: unknown, where: string): void {
  if (Array.isArray(was)) {
    expect([where, (is as unknown[]).length]).toEqual([where, was.length]);
    was.forEach((w, i) => compare((is as unknown[])[i], w, `${where}.${i}`));
  } else if (typeof was === "number" && typeof is === "number") {
    if (!(Math.abs(is - was) <= SHARE * Math.max(1e-3, Math.abs(was))))
      throw new Error(`${where}: ${is}, was ${was}`);
  } else expect([where, is]).toEqual([where, was]);
}

const known = figures as unknown as Readonly<Record<string, Told>>;
const all = cases();

test("the figures are of all the sessions there are here, both currents among them", () => {
  expect(all.map(({ name }) => name)).toEqual(Object.keys(known));
  expect(all.filter(({ circuit }) => circuit.current === "DC").length).toBeGreaterThan(8);
});

test.each(all.map((one) => [one.name, one] as const))(
  "session %s comes to the figures written down when the laws and brute force had judged it",
  (name, one) => {
    const is = told(one);
    expect(Object.keys(is)).toEqual(Object.keys(known[name]!));
    for (const [field, was] of Object.entries(known[name]!)) compare(is[field], was, field);
  },
);
