import {
  CAUSES,
  predict,
  setupOf,
  type CauseCode,
  type Channel,
  type SessionEvidence,
} from "../../answers/explain";
import { sampleOf, type FiledSession } from "../../answers/record";
import { localMinuteOf, momentOfLocal } from "../../engine/clock";
import type { Plan } from "../../engine/plan";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { placeOfOutlet, planOf } from "../garage";
import { fallowQuay } from "./fallow-quay";

/** One session of the demo's year: which saved path, when, from where to where, and what was otherwise than planned. */
interface Noted {
  readonly path: string;
  /** Local time of plugging in. */
  readonly at: string;
  readonly from: number;
  readonly to: number;
  /** Amps set for it; those of the path where nothing is said. */
  readonly amps?: number;
  /** Hours until it was unplugged; long enough where nothing is said. */
  readonly hours?: number;
  readonly wrong?: readonly [CauseCode, readonly number[]];
  /** Readings along the way. */
  readonly read?: true;
  readonly outsideC: number;
  readonly km?: number;
  readonly note?: string;
}

const PLOVER = "fq-path-plover-night";
const SLIP = "fq-path-curlew-slip";
const HALL = "fq-path-curlew-hall";
const FERRY = "fq-path-ferry";

/** The year of Fallow Quay. */
const NOTED: readonly Noted[] = [
  { path: PLOVER, at: "2026-01-09T18:20", from: 0.34, to: 0.9, outsideC: 3, km: 41_210 },
  { path: SLIP, at: "2026-01-17T19:05", from: 0.38, to: 0.8, outsideC: 5, km: 18_820 },
  { path: PLOVER, at: "2026-01-23T17:50", from: 0.29, to: 0.9, outsideC: -2, km: 41_344 },
  { path: FERRY, at: "2026-02-06T13:10", from: 0.14, to: 0.78, outsideC: 2, km: 19_260 },
  { path: PLOVER, at: "2026-02-08T18:40", from: 0.41, to: 0.9, outsideC: 4, km: 41_470 },
  { path: SLIP, at: "2026-02-21T20:15", from: 0.31, to: 0.8, outsideC: 4, km: 19_502 },
  { path: PLOVER, at: "2026-03-03T18:05", from: 0.26, to: 0.9, outsideC: 7, km: 41_631 },
  { path: HALL, at: "2026-03-12T16:30", from: 0.44, to: 0.8, outsideC: 9, km: 19_770 },
  { path: PLOVER, at: "2026-03-24T19:10", from: 0.35, to: 0.9, outsideC: 8, km: 41_790 },
  { path: SLIP, at: "2026-04-04T18:45", from: 0.27, to: 0.8, outsideC: 9, km: 20_010 },
  { path: PLOVER, at: "2026-04-14T18:30", from: 0.3, to: 0.9, outsideC: 11, km: 41_944 },
  { path: FERRY, at: "2026-05-01T15:20", from: 0.11, to: 0.8, outsideC: 13, km: 20_402 },
  { path: PLOVER, at: "2026-05-05T18:00", from: 0.39, to: 0.9, outsideC: 12, km: 42_073 },
  { path: SLIP, at: "2026-05-16T20:00", from: 0.33, to: 0.8, outsideC: 12, km: 20_655 },
  { path: PLOVER, at: "2026-05-27T19:00", from: 0.33, to: 0.9, outsideC: 15, km: 42_219 },
  { path: PLOVER, at: "2026-06-12T18:25", from: 0.24, to: 0.9, outsideC: 17, km: 42_402 },
  { path: HALL, at: "2026-06-20T11:00", from: 0.36, to: 0.8, outsideC: 19, km: 21_001 },
  { path: PLOVER, at: "2026-07-01T18:15", from: 0.38, to: 0.9, outsideC: 18, km: 42_548 },
  { path: FERRY, at: "2026-07-11T12:35", from: 0.18, to: 0.8, outsideC: 22, km: 21_388 },
  { path: FERRY, at: "2026-07-19T17:05", from: 0.12, to: 0.8, outsideC: 21, km: 21_690 },
  { path: PLOVER, at: "2026-07-25T20:10", from: 0.22, to: 0.9, outsideC: 19, km: 42_744 },
  {
    path: SLIP,
    at: "2026-08-08T19:20",
    from: 0.29,
    to: 0.8,
    outsideC: 18,
    km: 21_960,
    wrong: ["throttled", [9_600, 10]],
    read: true,
    note: "Yard box in the evening sun",
  },
  {
    path: PLOVER,
    at: "2026-08-19T18:05",
    amps: 6,
    hours: 14,
    from: 0.31,
    to: 0.9,
    outsideC: 17,
    km: 42_912,
    read: true,
  },
  { path: SLIP, at: "2026-09-02T19:40", from: 0.35, to: 0.8, outsideC: 15, km: 22_224, read: true },
  { path: PLOVER, at: "2026-09-10T18:35", from: 0.28, to: 0.9, outsideC: 14, km: 43_063, read: true },
  { path: HALL, at: "2026-09-19T16:00", from: 0.41, to: 0.8, outsideC: 13, km: 22_470, read: true },
  {
    path: PLOVER,
    at: "2026-09-29T18:00",
    amps: 8,
    from: 0.36,
    to: 0.9,
    outsideC: 12,
    km: 43_201,
    read: true,
  },
  { path: SLIP, at: "2026-10-07T20:05", from: 0.3, to: 0.8, outsideC: 11, km: 22_731, read: true },
  {
    path: PLOVER,
    at: "2026-10-15T18:50",
    amps: 6,
    hours: 13,
    from: 0.25,
    to: 0.9,
    outsideC: 10,
    km: 43_372,
    read: true,
  },
  { path: FERRY, at: "2026-10-23T14:15", from: 0.13, to: 0.8, outsideC: 8, km: 23_045, read: true },
  { path: PLOVER, at: "2026-11-03T18:10", from: 0.33, to: 0.9, outsideC: 6, km: 43_510, read: true },
  { path: SLIP, at: "2026-11-10T19:15", from: 0.34, to: 0.8, outsideC: 5, km: 23_290, read: true },
  {
    path: PLOVER,
    at: "2026-11-17T18:30",
    from: 0.27,
    to: 0.9,
    hours: 12.5,
    outsideC: 4,
    km: 43_655,
    wrong: ["set-low", [6]],
    read: true,
  },
  {
    path: HALL,
    at: "2026-11-20T16:40",
    from: 0.45,
    to: 0.8,
    hours: 2.4,
    outsideC: 5,
    km: 23_520,
    wrong: ["shared", [2_100, 6_000]],
    read: true,
    note: "Another car came to the second socket",
  },
];

/** What the cars really are, beside what their papers say: what sessions can tell. */
const REALLY: Readonly<Record<string, { readonly ownDrawW: number; readonly capacity: number }>> = {
  "fq-plover": { ownDrawW: 265, capacity: 0.93 },
  "fq-curlew": { ownDrawW: 280, capacity: 0.975 },
};
const CHANNELS: readonly Channel[] = ["watts", "amps", "amps2", "amps3", "volts", "soc"];
const READINGS = 96;
/** Longest a session is waited for (h). */
const LONGEST = 20;

/** Noise of instruments, the same whenever the demo is made: the sum of four even numbers. */
function noiseOf(seed: number): () => number {
  const random = xoroshiro128plus(seed);
  return () => {
    let sum = 0;
    for (let i = 0; i < 4; i++) sum += uniformFloat64(random);
    return (sum - 2) * Math.sqrt(3);
  };
}

function reallyOf(plan: Plan, carId: string): Plan {
  const { ownDrawW, capacity } = REALLY[carId]!;
  const { battery } = plan.car;
  return {
    ...plan,
    car: { ...plan.car, ownDrawW, battery: { ...battery, usableWh: battery.usableWh * capacity } },
  };
}

function sessionOf(noted: Noted, n: number): FiledSession {
  const { spec: path } = fallowQuay.paths.find(({ id }) => id === noted.path)!;
  const made = planOf(fallowQuay, path);
  if (!made.ok) throw new RangeError(`the demo has no path ${noted.path}`);
  const zone = fallowQuay.household.spec.timeZone;
  const beginMs = momentOfLocal(noted.at, zone)!;
  const plan: Plan = {
    ...made.value,
    session: {
      ...made.value.session,
      fromSoc: noted.from,
      toSoc: noted.to,
      pluggedInAt: localMinuteOf(beginMs, zone),
      neededBy: null,
    },
    settings: { ...made.value.settings, ...(noted.amps === undefined ? {} : { evseAmps: noted.amps }) },
  };
  const real = reallyOf(plan, path.carId);
  const normal = noiseOf(n + 1);
  const shape = (seconds: number): SessionEvidence => {
    const at = Array.from({ length: READINGS }, (_, i) => Math.round(((i + 0.5) * seconds) / READINGS));
    return {
      plan: real,
      fromSoc: noted.from,
      toSoc: 0,
      seconds,
      wallWh: 0,
      along: Object.fromEntries(CHANNELS.map((channel) => [channel, { at, values: [] }])),
    };
  };
  const base = setupOf(real, noted.from)!;
  const longest = shape((noted.hours ?? LONGEST) * 3600);
  const setup = noted.wrong
    ? CAUSES.find(({ code }) => code === noted.wrong![0])!.change(base, noted.wrong[1], longest)!
    : base;
  const done = predict(setup, longest).course.end.elapsed;
  const seconds = Math.round(Math.min(done + 240, longest.seconds));
  const shown = shape(seconds);
  const truth = predict(setup, shown);
  const percent = (soc: number) => Math.round(soc * 100) / 100;
  const digits = (value: number, unit: number) => Math.round(value / unit) * unit;
  const samples = noted.read
    ? shown.along.soc!.at.map((at, i) =>
        sampleOf(beginMs + at * 1000, {
          ...Object.fromEntries(
            Object.entries(truth.along).map(([channel, values]) => {
              const value = values[i]!;
              if (channel === "soc") return [channel, percent(value)];
              if (channel === "watts")
                return [channel, Math.max(0, digits(value * (1 + 0.006 * normal()), 10))];
              const noise = channel === "volts" ? 0.5 : 0.06;
              const read = Math.max(0, value + (value > 0.1 ? noise * normal() : 0));
              return [channel, Math.round(read * 10) / 10];
            }),
          ),
          outsideC: noted.outsideC,
        }),
      )
    : [];
  return {
    spec: {
      name: path.name,
      carId: path.carId,
      placeId: placeOfOutlet(fallowQuay, path.outletId)?.id ?? null,
      begin: new Date(beginMs).toISOString(),
      end: new Date(beginMs + seconds * 1000).toISOString(),
      source: plan.evse.kind === "rapid" || plan.evse.kind === "post" ? "post" : "meter",
      key: `demo ${n + 1}`,
      plan,
      wallWh: digits(truth.wallWh * (1 + 0.006 * normal()), 10),
      fromSoc: noted.from,
      toSoc: percent(truth.toSoc),
      outsideC: noted.outsideC,
      ...(noted.km === undefined ? {} : { odometerKm: noted.km }),
      ...(noted.note === undefined ? {} : { note: noted.note }),
    },
    samples,
  };
}

/** What the first demo household has recorded, by the id of the household. */
export const demoSessions = (): Readonly<Record<string, readonly FiledSession[]>> => ({
  [fallowQuay.household.id]: NOTED.map(sessionOf),
});
