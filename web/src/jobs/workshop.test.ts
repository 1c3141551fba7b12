import {
  clockOfPlan,
  isRefusal,
  luckSchema,
  patternSchema,
  planOf,
  PRESETS,
  schedulesOf,
  solvePlan,
  sweepOf,
  type Plan,
  type SweepSpec,
  type WeekAsked,
  wayOf,
} from "@kettleback/core";
import { demoSessions, fallowQuay } from "@kettleback/core/demo";
import { firstAway, knownPosts, openKit, openTrip } from "./away";
import { firstDraft, openInstall } from "./install";
import { JOBS, type JobKind } from "./table";
import { workshop } from "./workshop";

const made = planOf(fallowQuay, fallowQuay.paths[0]!.spec);
if (!made.ok) throw new Error("demo");
const plan: Plan = made.value;
const solution = solvePlan(plan);
if (isRefusal(solution)) throw new Error(solution.message);
const spec = (count: number): SweepSpec => ({
  x: { quantity: "run", from: 5, to: 60, count },
  y: { quantity: "start", from: 0, to: 60, count },
  of: "cost",
});

afterEach(() => void jest.restoreAllMocks());

test("a job comes to what its sum gives", async () => {
  expect(await workshop().start(1, "schedules", [plan, solution])).toEqual(schedulesOf(plan, solution));
  const rows = await workshop().start(2, "sweep", [plan, spec(4)]);
  const rowAt = sweepOf(plan, spec(4), clockOfPlan(plan));
  expect(rows).toEqual([0, 1, 2, 3].map(rowAt));
});

test("a sum that fails fails its job with its reason, and the next one works", async () => {
  const shop = workshop();
  await expect(shop.start(1, "schedules", [])).rejects.toThrow(TypeError);
  expect(await shop.start(2, "hangs", [plan, solution.clock])).toBeDefined();
});

/** A clock that goes on by 25 ms each time it is read: two steps of a job are a slice. */
const slowly = () => {
  let now = 0;
  jest.spyOn(performance, "now").mockImplementation(() => (now += 25));
};

test("it tells how far it is slice by slice, ever further", async () => {
  slowly();
  const shares: number[] = [];
  await workshop().start(1, "sweep", [plan, spec(9)], (share) => shares.push(share as number));
  expect(shares.length).toBeGreaterThan(2);
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
  expect(shares.at(-1)).toBeLessThanOrEqual(1);
});

test("left between two slices it ends and comes to nothing; another one at work beside it does not", async () => {
  slowly();
  const shop = workshop();
  const shares: number[] = [];
  const left = shop.start(1, "sweep", [plan, spec(9)], (share) => {
    shares.push(share as number);
    shop.leave(1);
  });
  const other = shop.start(2, "sweep", [plan, spec(5)]);
  expect(await left).toBeUndefined();
  expect(shares).toHaveLength(1);
  expect(await other).toHaveLength(5);
});

const week: WeekAsked = {
  household: plan.household,
  cars: [plan.car],
  ways: [wayOf(plan)],
  elsewhere: { work: null, post: null, stop: null },
  pattern: patternSchema.parse({ start: "2026-11-23", days: PRESETS.commuter.days }),
  luck: luckSchema.parse({}),
};

const kitAsked = openKit(fallowQuay, firstAway(fallowQuay)).asked!;

const recorded = demoSessions()["fallow-quay"]!.filter(({ spec }) => spec.carId === "fq-plover");

/** What each job is asked with, from the demo. */
const ASKED: { readonly [K in JobKind]: Parameters<(typeof JOBS)[K]> } = {
  aside: [plan, solution.clock],
  sweep: [plan, spec(3)],
  fits: [fallowQuay],
  fitting: [openInstall(fallowQuay, firstDraft(fallowQuay), null, null).asked],
  meterFile: ["start,kWh\n2026-03-02 00:00,0.1\n2026-03-02 00:15,0.2", "UTC"],
  meterMapped: [
    "start,kWh\n2026-03-02 00:00,0.1\n2026-03-02 00:15,0.2",
    {
      columns: ["begin", "drawn"],
      unit: "kWh",
      dates: "day-first",
      zone: "UTC",
      sign: "drawn-positive",
    },
  ],
  vary: [{ household: plan.household, stayHours: 3, dayKm: 40 }, plan, "run"],
  schedules: [plan, solution],
  leaving: [plan, solution, null],
  everywhere: [fallowQuay, fallowQuay.paths[0]!.spec],
  hangs: [plan, solution.clock],
  hangOnStart: [plan, solution.clock],
  logged: [
    recorded.map(({ spec }, i) => ({ id: String(i), version: 1, parentId: null, spec })),
    { cars: {}, places: {}, zone: "Europe/Dublin" },
    2026,
  ],
  explained: [recorded.at(-1)!.spec, recorded.at(-1)!.samples],
  calibrated: [recorded.slice(-5), 38_000],
  tableRead: ["start,kWh\n2026-11-23 18:10,9.4", null, "Europe/Dublin"],
  learnCase: [7, 3],
  homeTariffs: [plan, [plan.tariff], { kmADay: 40, house: { day: 0, evening: 0, night: 0 } }],
  cables: [
    {
      car: plan.car,
      household: plan.household,
      session: plan.session,
      posts: [{ phases: 1, amps: 32, perMonth: 4 }],
      lengthM: 5,
      system: "230/400",
    },
  ],
  portables: [
    {
      car: plan.car,
      household: plan.household,
      session: plan.session,
      system: "230/400",
      sockets: ["cee-7"],
    },
    [],
    "cee-7",
  ],
  kit: [kitAsked],
  posts: ['{"locations":[]}', { ...kitAsked, stayHours: 2 }, null, knownPosts(fallowQuay)],
  trip: [openTrip(fallowQuay, firstAway(fallowQuay)).asked!],
  whyShown: [plan, { kind: "power", watts: 1_000, step: 100 }],
  weekMatters: [week, 0, week.ways[0]!],
  weekSchools: [week, 0, week.ways[0]!],
  years: [week, 0, { seed: 1, years: 1, first: 0, stride: 1 }],
  fromTimes: [
    plan,
    [
      { amps: 6, time: 100 },
      { amps: 10, time: 55 },
    ],
    false,
  ],
};

test.each(Object.entries(ASKED))(
  "%s: what goes in and comes out survives the way between threads",
  async (kind, input) => {
    const result = await workshop().start(1, kind as JobKind, structuredClone(input));
    expect(result).toBeDefined();
    expect(structuredClone(result)).toEqual(result);
  },
);
