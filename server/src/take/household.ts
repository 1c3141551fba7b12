import { createHash, randomUUID } from "node:crypto";
import { readFileSync, rmSync, statSync } from "node:fs";
import type { IncomingMessage } from "node:http";
import type { EntityManager } from "@mikro-orm/core";
import {
  HOUSEHOLD_MAX_BYTES,
  judgeHousehold,
  judgeInPieces,
  KINDS,
  PARENTS_FIRST,
  SPEC_VERSION,
  specTextOnce,
  withReferences,
  type Filed,
  type Garage,
  type Household,
  type Kept,
  type Kind,
  type Sample,
  type SessionRecord,
} from "@kettleback/core";
import { standsAs, type GarageRead } from "../api/garages";
import { Problem, refused } from "../api/problem";
import { Arrival, columnsOf, HouseholdRow, type Arriving, type ArrivingSession } from "../database";
import { householdOf } from "../api/keep";
import { Aside } from "./aside";
import { piecesOf } from "./pieces";
import { spool } from "./spool";
import { turns } from "./turn";

/** What comes of the sessions of a file: what is said of one, and then its readings, some at a time. */
type Recorded =
  | { readonly spec: SessionRecord; readonly samples?: never }
  | { readonly samples: readonly Sample[]; readonly spec?: never };

/** A household file that was judged: its things and what was recorded are read again when they are kept. */
interface Judged {
  readonly household: Household;
  things(kind: Kind): AsyncIterable<Filed> | Iterable<Filed>;
  recorded(): AsyncIterable<Recorded>;
}

/** Where a household file is taken in: the database it goes to, and the file beside which it is put meanwhile. */
export interface TakeOptions {
  readonly em: () => EntityManager;
  readonly beside: string;
  /** Aborted when whoever sends it has gone: nothing of it is kept then. */
  readonly gone: AbortSignal;
  /** What a household keeps now. */
  garageOf(id: string): Promise<GarageRead>;
}

/**
 * Takes a household file in as it is sent, of any size, all of it or nothing: as a household of its own, or into one there
 * is, where what it keeps already is used and not doubled. What is recorded comes along only into a household of its own.
 * @throws Problem naming the field where something is wrong with it
 */
export async function takeHousehold(
  req: IncomingMessage,
  into: string | null,
  options: TakeOptions,
): Promise<Kept<Household>> {
  const file = await spool(req, options.beside);
  // All of it has come; judging and keeping it takes as long as it takes, and nothing is said meanwhile.
  req.socket.setTimeout(0);
  const aside = new Aside(file);
  try {
    const whole = await judged(file, aside, options.gone);
    return await (into === null ? keepAsOwn(whole, options) : keepWithin(whole, into, options));
  } finally {
    aside.drop();
    rmSync(file, { force: true });
  }
}

/** Its version, as far as one has to read for it; what is no number is left for the judge. */
async function versionOf(file: string): Promise<number> {
  for await (const pieces of piecesOf(file))
    for (const piece of pieces)
      if (piece.is === "field" && piece.name === "version")
        return typeof piece.value === "number" ? piece.value : 0;
  return 0;
}

async function judged(file: string, aside: Aside, gone: AbortSignal): Promise<Judged> {
  const version = await versionOf(file);
  return version >= 1 && version < SPEC_VERSION ? judgedWhole(file) : judgedInPieces(file, aside, gone);
}

/** A file of an older version, which no Kettleback wrote larger than it was read back. */
function judgedWhole(file: string): Judged {
  if (statSync(file).size > HOUSEHOLD_MAX_BYTES)
    throw new Problem(413, "Too large", `accepted: up to ${HOUSEHOLD_MAX_BYTES} bytes of an older version`);
  const read = judgeHousehold(JSON.parse(readFileSync(file, "utf8")));
  if (!read.ok) throw refused(read.problems);
  const { household, things, sessions } = read.value;
  return {
    household,
    things: (kind) => things[kind],
    async *recorded() {
      for (const { spec, samples } of sessions) {
        yield { spec };
        yield await Promise.resolve({ samples });
      }
    },
  };
}

async function judgedInPieces(file: string, aside: Aside, gone: AbortSignal): Promise<Judged> {
  const judge = judgeInPieces();
  const turn = turns(gone);
  let household: unknown;
  for await (const pieces of piecesOf(file)) {
    for (const piece of pieces) {
      if (piece.is === "field") {
        judge.field(piece.name, piece.value);
        if (piece.name === "household") household = piece.value;
      } else if (piece.is === "thing") {
        const thing = judge.thing(piece.kind, piece.at, piece.value);
        if (thing) aside.put(piece.kind, thing);
      } else if (piece.is === "session") judge.session(piece.at, piece.value);
      else if (piece.is === "sample") judge.sample(piece.session, piece.at, piece.value);
      await turn();
    }
  }
  const looking = judge.inTurns();
  let step = looking.next();
  for (; !step.done; step = looking.next()) await turn();
  if (step.value.length > 0) throw refused(step.value);
  return {
    household: household as Household,
    things: (kind) => aside.of(kind),
    recorded: () => recordedIn(file),
  };
}

/** Readings that are handed on at once. */
const SAMPLES_AT_ONCE = 1_000;

/** What was recorded, of a file in which nothing is wrong. Readings that stand before what is said of their session wait. */
async function* recordedIn(file: string): AsyncGenerator<Recorded> {
  const judge = judgeInPieces();
  let [told, samples]: [number, Sample[]] = [-1, []];
  for await (const pieces of piecesOf(file)) {
    for (const piece of pieces) {
      if (piece.is === "spec") {
        yield { spec: judge.session(piece.at, { spec: piece.value, samples: [] })! };
        told = piece.at;
      } else if (piece.is === "sample") samples.push(judge.sample(piece.session, piece.at, piece.value)!);
      if (
        samples.length > 0 &&
        (piece.is === "session" || (told >= 0 && samples.length >= SAMPLES_AT_ONCE && isOf(piece, told)))
      ) {
        yield { samples };
        samples = [];
      }
    }
  }
}

const isOf = (piece: { readonly is: string; readonly session?: number }, session: number): boolean =>
  piece.is === "sample" && piece.session === session;

/** A thing by its kind, what it belongs to and its description, however long that is. */
const markOf = (kind: Kind, parentId: string | null, spec: object): string =>
  createHash("sha256")
    .update(`${kind} ${parentId} ${specTextOnce(spec)}`)
    .digest("base64");

/** Ids of the things a household keeps already, by their marks. */
async function knownOf(garage: Garage): Promise<Map<string, string>> {
  const ids = new Map<string, string>();
  const turn = turns();
  for (const kind of PARENTS_FIRST)
    for (const { id, parentId, spec } of garage[kind]) {
      ids.set(markOf(kind, parentId, spec), id);
      await turn();
    }
  return ids;
}

const takenInto = async (em: EntityManager, id: string): Promise<Kept<Household>> =>
  householdOf((await em.findOne(HouseholdRow, { id }))!);

/** Keeps a file as a household of its own, with all that was recorded. */
async function keepAsOwn(
  { household, things, recorded }: Judged,
  { em, gone }: TakeOptions,
): Promise<Kept<Household>> {
  const arrival = new Arrival(em);
  await arrival.begin(household);
  try {
    const ids = await keepThings(arrival, things, new Map(), gone);
    await keepRecorded(arrival, recorded(), ids, gone);
    gone.throwIfAborted();
    await arrival.finish();
  } catch (error) {
    await arrival.drop();
    throw error;
  }
  return takenInto(em(), arrival.id);
}

/** Times a file is taken into a household anew because that was changed meanwhile. */
const MOST_TRIES = 20;

/**
 * Keeps of a file what a household lacks, without what was recorded. What others do to that household meanwhile is seen:
 * what they have put in is not doubled, and nothing hangs on what they have taken out.
 */
async function keepWithin(
  { household, things }: Judged,
  into: string,
  { em, garageOf, gone }: TakeOptions,
): Promise<Kept<Household>> {
  for (let i = 0; i < MOST_TRIES; i++) {
    const read = await garageOf(into);
    const { currency } = read.garage.household.spec;
    if (currency !== household.currency)
      throw refused([
        {
          field: "household.currency",
          message: `this household counts in ${currency}, the file in ${household.currency}: take it in as a household of its own`,
        },
      ]);
    const arrival = new Arrival(em);
    await arrival.begin(household);
    try {
      await keepThings(arrival, things, await knownOf(read.garage), gone);
      gone.throwIfAborted();
      if (await arrival.join(into, (tx) => standsAs(tx, into, read))) return await takenInto(em(), into);
    } catch (error) {
      await arrival.drop();
      throw error;
    }
    await arrival.drop();
  }
  throw new Problem(
    503,
    "Changed meanwhile",
    "This household was changed again and again while the file came in; nothing of it was kept. Try again in a moment.",
  );
}

/** Things written at once: some ten milliseconds, so that others get their turn. */
const THINGS_AT_ONCE = 500;
/** … and characters of them at the most. */
const MOST_AT_ONCE = 256 * 1024;

/** @returns the id each thing has now, by kind and key */
async function keepThings(
  arrival: Arrival,
  things: Judged["things"],
  known: ReadonlyMap<string, string>,
  gone: AbortSignal,
): Promise<ReadonlyMap<string, string>> {
  const ids = new Map<string, string>();
  const idOf = (kind: Kind, key: string): string => ids.get(`${kind} ${key}`) ?? key;
  const turn = turns(gone);
  for (const kind of PARENTS_FIRST) {
    const { parent: belongs } = KINDS[kind];
    let fresh: Arriving[] = [];
    let length = 0;
    for await (const { key, parent, spec } of things(kind)) {
      const parentId = parent === null || belongs === null ? null : idOf(belongs, parent);
      const mapped = withReferences(kind, spec, idOf);
      const same = known.size > 0 ? known.get(markOf(kind, parentId, mapped)) : undefined;
      const id = same ?? randomUUID();
      ids.set(`${kind} ${key}`, id);
      if (same === undefined) {
        const text = JSON.stringify(mapped);
        fresh.push({ id, parentId, spec: text });
        length += text.length;
      }
      await turn();
      if (fresh.length < THINGS_AT_ONCE && length < MOST_AT_ONCE) continue;
      await arrival.things(kind, belongs !== null, fresh);
      [fresh, length] = [[], 0];
    }
    if (fresh.length > 0) await arrival.things(kind, belongs !== null, fresh);
  }
  return ids;
}

/** Sessions written at once: some ten milliseconds with their readings. */
const SESSIONS_AT_ONCE = 20;

async function keepRecorded(
  arrival: Arrival,
  recorded: AsyncIterable<Recorded>,
  ids: ReadonlyMap<string, string>,
  gone: AbortSignal,
): Promise<void> {
  const turn = turns(gone);
  let some: (ArrivingSession & { samples: readonly Sample[] })[] = [];
  let [readings, row] = [0, 0];
  const keep = async (): Promise<void> => {
    if (some.length > 0) row = await arrival.sessions(some);
    [some, readings] = [[], 0];
  };
  for await (const { spec, samples } of recorded) {
    if (spec) {
      if (some.length >= SESSIONS_AT_ONCE || readings >= SAMPLES_AT_ONCE) await keep();
      // What was gone when it was filed is gone here too.
      const {
        spec: described,
        car,
        place,
        beganAt,
        endedAt,
        key,
      } = columnsOf({
        ...spec,
        carId: (spec.carId && ids.get(`cars ${spec.carId}`)) ?? null,
        placeId: (spec.placeId && ids.get(`places ${spec.placeId}`)) ?? null,
      });
      some.push({
        carId: car ?? null,
        placeId: place ?? null,
        beganAt: beganAt.getTime(),
        endedAt: endedAt?.getTime() ?? null,
        key,
        spec: JSON.stringify(described),
        samples: [],
      });
    } else if (
      some.length > 0 &&
      some.at(-1)!.samples.length === 0 &&
      readings + samples.length <= SAMPLES_AT_ONCE
    ) {
      some.at(-1)!.samples = samples;
      readings += samples.length;
    } else {
      await keep();
      await arrival.samples(row, samples);
    }
    await turn();
  }
  await keep();
}
