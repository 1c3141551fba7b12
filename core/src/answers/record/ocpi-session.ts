import { z } from "zod";
import type { Fraction } from "../../trade/units";
import type { SessionRecord } from "./recorded";
import { ocpiMoment, readCdrs } from "./cdr";

/** What of an OCPI 2.2.1 Session object is used (9.3.1, from memory). */
const schema = z.looseObject({
  country_code: z.string().default("ZZ"),
  party_id: z.string().default("ZZZ"),
  id: z.string().min(1).max(39),
  start_date_time: ocpiMoment,
  end_date_time: ocpiMoment.nullish(),
  kwh: z.number().min(0).max(1_000),
  status: z.string(),
  last_updated: ocpiMoment,
  charging_periods: z
    .array(z.looseObject({ dimensions: z.array(z.looseObject({ type: z.string(), volume: z.number() })) }))
    .nullish(),
});

/** A session as the network of its post last told it: it tells late. Moments in ms since 1970. */
export interface NetworkSession {
  /** The network's own name for it. */
  readonly id: string;
  /** Under which it is known among all networks. */
  readonly key: string;
  readonly beginMs: number;
  /** Null while it goes on. */
  readonly endMs: number | null;
  /** What it had counted by then. */
  readonly wallWh: number;
  /** What the car showed by then; null where nobody tells. */
  readonly soc: Fraction | null;
  /** When this was so. */
  readonly atMs: number;
}

/** States of a session that comes to nothing (9.4.2, from memory). */
const VOID = new Set(["INVALID", "RESERVATION"]);

/** The charge last told of (dimension STATE_OF_CHARGE, %). */
function socOf({ charging_periods: periods }: z.infer<typeof schema>): Fraction | null {
  const told = (periods ?? [])
    .flatMap(({ dimensions }) => dimensions)
    .findLast(({ type, volume }) => type === "STATE_OF_CHARGE" && volume >= 0 && volume <= 100);
  return told ? told.volume / 100 : null;
}

/**
 * Sessions a network tells of (OCPI 2.2.1 Session objects); those that cannot be read, or come to nothing, are left out.
 * @example networkSessions([]) // []
 */
export const networkSessions = (list: readonly unknown[]): readonly NetworkSession[] =>
  list.flatMap((one): NetworkSession[] => {
    const read = schema.safeParse(one);
    if (!read.success || VOID.has(read.data.status)) return [];
    const { country_code: country, party_id: party, id, kwh, end_date_time: end } = read.data;
    return [
      {
        id,
        key: `${country}*${party}*${id}`,
        beginMs: Date.parse(read.data.start_date_time),
        endMs: read.data.status === "COMPLETED" && end ? Date.parse(end) : null,
        wallWh: kwh * 1000,
        soc: socOf(read.data),
        atMs: Date.parse(read.data.last_updated),
      },
    ];
  });

/** The network's session is ours where it began within so long (ms) of ours: one presses before the post begins, or after. */
const SAME_MS = 20 * 60_000;

/**
 * Which of a network's sessions is one's own that began at a moment: the one that began nearest to it; null where none did
 * within 20 minutes.
 * @param within how near, ms
 * @example ownAmong([], Date.now()) // null
 */
export function ownAmong(
  sessions: readonly NetworkSession[],
  beganMs: number,
  within = SAME_MS,
): NetworkSession | null {
  const off = ({ beginMs }: NetworkSession) => Math.abs(beginMs - beganMs);
  const [nearest] = sessions.filter((one) => off(one) <= within).sort((a, b) => off(a) - off(b));
  return nearest ?? null;
}

/** The bill of a session, why it cannot be taken, or null where it has not come yet. */
export type NetworkBill = { readonly bill: SessionRecord } | { readonly problem: string } | null;

/**
 * The bill (OCPI 2.2.1 CDR object) of a network's session, among those it tells of: by its session's id, or where it names
 * none by its beginning.
 * @param currency the household's: a bill in another is not taken
 * @example networkBill([], { id: "S-7", beginMs: 0 }, "EUR") // null
 */
export function networkBill(
  list: readonly unknown[],
  { id, beginMs }: Pick<NetworkSession, "id" | "beginMs">,
  currency: string,
): NetworkBill {
  const named = (one: unknown) => (one as { session_id?: unknown } | null)?.session_id;
  const began = (one: unknown) => {
    const at = ocpiMoment.safeParse((one as { start_date_time?: unknown } | null)?.start_date_time);
    return at.success ? Date.parse(at.data) : Number.NaN;
  };
  const found =
    list.find((one) => named(one) === id) ??
    list.find((one) => (named(one) ?? null) === null && Math.abs(began(one) - beginMs) < 1_000);
  if (found === undefined) return null;
  const read = readCdrs(JSON.stringify(found), currency);
  if (read.ok) return { bill: read.value[0]! };
  const [problem] = read.problems;
  // A line of a file it never was tells nothing.
  return { problem: `${problem!.field.replace(/^line \d+: /, "")}: ${problem!.message}` };
}
