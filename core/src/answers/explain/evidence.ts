import { compile, isRefusal } from "../../engine/path";
import { pathOf, type Plan } from "../../engine/plan";
import type { Window } from "../../engine/session";
import type { Fraction, Seconds } from "../../trade/units";
import { measuredIn, seriesOf, thinned, type Measured, type Sample, type SessionRecord } from "../record";

/** Figures of one kind over a session: seconds since it began, and what was read. */
export interface ReadingsAlong {
  readonly at: readonly Seconds[];
  readonly values: readonly number[];
}

/** What is read along a session and compared with what is computed. */
export const CHANNELS = [
  "watts",
  "amps",
  "amps2",
  "amps3",
  "volts",
  "soc",
  "packC",
] as const satisfies readonly Measured[];
/** A kind of reading along a session. */
export type Channel = (typeof CHANNELS)[number];

/** What was measured of a session, beside what was planned. */
export interface SessionEvidence {
  readonly plan: Plan;
  readonly fromSoc: Fraction;
  /** What the car showed at the end; null where nobody read it. */
  readonly toSoc: Fraction | null;
  /** From its beginning to its end. */
  readonly seconds: Seconds;
  /** The hours it was sent to charge in, from its beginning; left out where it was to charge at once. */
  readonly windows?: readonly Window[];
  readonly wallWh: number | null;
  readonly along: Readonly<Partial<Record<Channel, ReadingsAlong>>>;
}

/** ReadingsAlong an explanation looks at, at most: more say the same again. */
const MOST_READINGS = 120;

/** Why nothing can be compared, in words. */
export interface NoEvidence {
  readonly missing: string;
}

/** What a comparison needs at least (s). */
const SHORTEST: Seconds = 120;

/**
 * What was measured of a recorded session, or what is missing to compare it.
 * @example "missing" in evidenceOf({ ...recorded, plan: null }, []) // true
 */
export function evidenceOf(record: SessionRecord, samples: readonly Sample[]): SessionEvidence | NoEvidence {
  const { plan } = record;
  if (!plan) return { missing: "It has no plan: say over which way it was charged, and with which car." };
  const circuit = compile(pathOf(plan));
  if (isRefusal(circuit)) return { missing: `By its plan nothing would charge at all. ${circuit.message}` };
  const { samples: ordered, totals } = seriesOf(samples);
  const beginMs = Date.parse(record.begin);
  const endMs = record.end === null ? totals.endMs : Date.parse(record.end);
  const seconds = (endMs - beginMs) / 1000;
  const fromSoc = record.fromSoc ?? totals.fromSoc ?? plan.session.fromSoc;
  if (!(seconds >= SHORTEST)) return { missing: "It is too short to compare: two minutes at least." };
  const inside = thinned(
    ordered.filter(([at]) => at >= beginMs - 60_000 && at <= endMs + 60_000),
    MOST_READINGS,
  );
  const along: Partial<Record<Channel, ReadingsAlong>> = {};
  for (const channel of CHANNELS) {
    const [at, values]: [number[], number[]] = [[], []];
    for (const sample of inside) {
      const value = measuredIn(sample, channel);
      if (value === null) continue;
      at.push((sample[0] - beginMs) / 1000);
      values.push(value);
    }
    if (values.length > 0) along[channel] = { at, values };
  }
  const toSoc = record.toSoc;
  const wallWh = record.wallWh ?? totals.counterWh;
  if (toSoc === null && wallWh === null && Object.keys(along).length === 0)
    return { missing: "Nothing was read: what the car shows at the end, or what the meter counted." };
  const windows = record.schedule?.map(({ from, to, amps }): Window => ({
    from: Math.max(0, (Date.parse(from) - beginMs) / 1000),
    to: Math.max(0, (Date.parse(to) - beginMs) / 1000),
    ...(amps === null ? {} : { amps }),
  }));
  return { plan, fromSoc, toSoc, seconds, wallWh, along, ...(windows ? { windows } : {}) };
}
