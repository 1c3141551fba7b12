import type { EntityManager } from "@mikro-orm/core";
import {
  deviceSchema,
  householdSchema,
  isAtPost,
  originOf,
  type Device,
  type SessionRecord,
} from "@kettleback/core";
import { readSession } from "../../api/sessions";
import {
  ENTITY_OF,
  HouseholdRow,
  isNoJson,
  SecretEntity,
  SessionEntity,
  type SecretRow,
} from "../../database";

/** A device and the session it tells of. */
export interface Reading {
  readonly device: string;
  readonly household: string;
  readonly currency: string;
  readonly spec: Device;
  readonly session: number;
  readonly beginMs: number;
  /** Whether the session goes on: of one that is over a network's bill alone is still to come. */
  readonly running: boolean;
  /** Under which a network knows the session, once that was found. */
  readonly known: string | null;
  /** Another meter counts already: a charge point's own, or that of a device before it. */
  readonly metered: boolean;
  readonly secret: string | null;
}

/** A kept secret, where it was given for this address; null where it was given for another, or there is none. */
export const secretFor = (kept: SecretRow | null | undefined, reach: Device["reach"]): string | null =>
  kept?.origin === originOf(reach) ? kept.secret : null;

/** What the key of a session begins with that a network knows: the rest is the network's own. */
const OF_NETWORK = "ocpi ";
/** The key of a session once a network's session was found to be it. */
export const keyOfNetwork = (key: string): string => `${OF_NETWORK}${key}`;
/** The key of a session at a charge point of one's own. */
const OF_POINT = "ocpp ";
/** How long (ms) after its end a bill is waited for. */
const BILL_WITHIN_MS = 3 * 24 * 3_600_000;

interface Session {
  readonly id: number;
  readonly household: string;
  readonly spec: SessionRecord;
}

/** Sessions that go on, or whose bill is still to come; the newest last. */
async function sessionsNow(em: EntityManager): Promise<Session[]> {
  const rows = await em.find(
    SessionEntity,
    {
      deletedAt: null,
      $or: [
        { endedAt: null },
        { endedAt: { $gt: new Date(Date.now() - BILL_WITHIN_MS) }, key: { $like: `${OF_NETWORK}%` } },
      ],
    } as never,
    { orderBy: { id: "asc" } },
  );
  return rows.flatMap((row) => {
    const read = readSession(row);
    const waits = read && (read.spec.end === null || read.spec.paid === undefined);
    return waits ? [{ id: row.id, household: row.household.id, spec: read.spec }] : [];
  });
}

/** An outlet as a session names it: its place, and its name there. */
interface OutletOf {
  readonly place: string | null;
  readonly name: string | undefined;
}

/** Whether a device tells of a session. @param outlet the one it is at, where it is at one */
function tellsOf(
  { of, reach }: Device,
  { carId, placeId, plan, key, end }: SessionRecord,
  outlet: OutletOf | null,
): boolean {
  if (of.kind === "outlets")
    return end === null && outlet !== null && placeId === outlet.place && plan?.outlet.name === outlet.name;
  if (carId !== of.id) return false;
  if (reach.kind !== "ocpi") return end === null;
  // A network tells of its own posts; what is over it was found to know.
  const publicly = plan !== null && isAtPost(plan);
  return key.startsWith(OF_NETWORK) || (end === null && publicly && !key.startsWith(OF_POINT));
}

/** Every device that tells of a session now. */
export async function readingsNow(em: EntityManager): Promise<Reading[]> {
  const rows = await em.find(ENTITY_OF.devices, { deletedAt: null, household: { deletedAt: null } } as never);
  if (rows.length === 0) return [];
  const sessions = await sessionsNow(em);
  if (sessions.length === 0) return [];
  const outlets = await em.find(ENTITY_OF.outlets, { deletedAt: null } as never);
  const households = await em.find(HouseholdRow, { deletedAt: null });
  const secrets = new Map((await em.find(SecretEntity, {})).map((row) => [row.id, row]));
  const found = rows.flatMap((row): Reading[] => {
    const read = isNoJson(row.spec) ? undefined : deviceSchema.safeParse(row.spec);
    if (!read?.success) return [];
    const household = row.household.id;
    const outlet = outlets.find(({ id }) => id === read.data.of.id);
    const at = outlet
      ? { place: outlet.parent?.id ?? null, name: (outlet.spec as { name?: string }).name }
      : null;
    const own = sessions.filter((one) => one.household === household && tellsOf(read.data, one.spec, at));
    // One car at a time: of those that go on the newest counts, and before all that are over.
    const session = own.findLast(({ spec }) => spec.end === null) ?? own.at(-1);
    const counts = householdSchema.safeParse(households.find(({ id }) => id === household)?.spec);
    if (!session || !counts.success) return [];
    const { key, begin, end } = session.spec;
    return [
      {
        device: row.id,
        household,
        currency: counts.data.currency,
        spec: read.data,
        session: session.id,
        beginMs: Date.parse(begin),
        running: end === null,
        known: key.startsWith(OF_NETWORK) ? key.slice(OF_NETWORK.length) : null,
        metered: key.startsWith(OF_POINT),
        secret: secretFor(secrets.get(row.id), read.data.reach),
      },
    ];
  });
  return withOneMeter(found);
}

/** Which of several meters counts: one at the outlet before one in the car, and a network that tells late last. */
const rankOf = ({ spec: { of, reach } }: Reading): number =>
  reach.kind === "ocpi" ? 2 : of.kind === "outlets" ? 0 : 1;
const counts = ({ spec: { reach, fields } }: Reading): boolean =>
  reach.kind === "ocpi" || fields.some(({ role }) => role === "counterWh" || role === "watts");

/** Of several devices that count the same session one does: two counters in one series would be added up. */
function withOneMeter(found: readonly Reading[]): Reading[] {
  const counted = new Set<number>();
  return [...found]
    .sort((a, b) => rankOf(a) - rankOf(b))
    .map((reading) => {
      if (!counts(reading)) return reading;
      const metered = reading.metered || counted.has(reading.session);
      counted.add(reading.session);
      return { ...reading, metered };
    });
}
