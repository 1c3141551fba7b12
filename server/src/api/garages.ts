import { createHash, randomBytes } from "node:crypto";
import { setImmediate as afterOthers } from "node:timers/promises";
import { promisify } from "node:util";
import { gzip as zlibGzip } from "node:zlib";
import type { EntityManager } from "@mikro-orm/core";
import { KIND_NAMES, KINDS, type Garage, type Kept, type Kind, type Unread } from "@kettleback/core";
import {
  EARLIEST,
  paged,
  readAsItIs,
  specOf,
  tableOf,
  writesOf,
  type Paged,
  type Reading,
} from "../database";
import { turns } from "../take/turn";
import { householdOf } from "./keep";
import { notFound } from "./problem";
import { isUnread, readRow } from "./read-row";

const gzip = promisify(zlibGzip) as (text: Buffer, options: { level: number }) => Promise<Buffer>;
/** A third of the time of the usual level, for a tenth more. */
const LEVEL = 3;

/** Households whose garages are remembered. */
const MOST_REMEMBERED = 8;
/** Descriptions read at once. */
const AT_ONCE = 500;
const HEADS_AT_ONCE = 2_000;
/** Times a garage is looked at anew because it changed while it was read. */
const MOST_TRIES = 50;

/** A row without its description. */
interface Head {
  readonly kind: Kind | "household";
  readonly id: string;
  readonly version: number;
  readonly parentId: string | null;
  /** Milliseconds since 1970. */
  readonly createdAt: number;
}

/** What there is of a kind, without what it is, in the order it was made. */
const headsOf = (kind: Kind, household: string): Paged<Omit<Head, "kind">> => ({
  sql:
    `select id, version, ${KINDS[kind].parent ? "parent_id" : "null"} as parentId, created_at as createdAt from \`${tableOf(kind)}\` ` +
    "where household_id = ? and deleted_at is null and (created_at, id) > (?, ?) order by created_at, id limit ?",
  values: [household],
  start: [EARLIEST, ""],
  placeOf: ({ createdAt, id }) => [createdAt, id],
  most: HEADS_AT_ONCE,
});
const OWN_HEAD =
  "select id, version, null as parentId, created_at as createdAt from household where id = ? and deleted_at is null";

const described = (kind: Head["kind"]): string =>
  `select id, version, spec, spec_version as specVersion from \`${kind === "household" ? kind : tableOf(kind)}\` where id in (select value from json_each(?))`;

/** A row that was read and judged, with its text in an answer. */
interface Judged {
  readonly version: number;
  readonly parentId: string | null;
  readonly row: Kept<object> | Unread;
  readonly text: string;
}

/** What a household keeps: as it is worked with, and as the text it is sent as. */
export interface GarageRead {
  readonly garage: Garage;
  readonly text: Buffer;
  /** … and compressed (gzip), made once, off this thread, when it is first asked for. */
  compressed(): Promise<Buffer>;
  /** Another one where anything in it is another (RFC 9110, 8.8.3). */
  readonly etag: string;
  /** What there was and in which version, by which it is told whether anything in it has changed since. */
  readonly heads: string;
}

interface Remembered {
  readonly rows: Map<string, Judged>;
  /** What was read last, and how many writes had been begun by then. */
  read?: { readonly begun: number; readonly value: GarageRead };
  reading?: Promise<GarageRead> | undefined;
  /** What begins once the one that is read now is, for all who have asked meanwhile. */
  next?: Promise<GarageRead> | undefined;
}

const nameOf = ({ kind, id }: Head): string => `${kind} ${id}`;
const linesOf = (heads: readonly Head[]): string =>
  heads.map(({ kind, id, version, parentId }) => `${kind} ${id} ${version} ${parentId}`).join("\n");

/** What there is of a household, without what it is. @throws Problem 404 where there is no such household */
async function headsIn(reading: Reading, household: string): Promise<Head[]> {
  const [own] = await reading.rows<Omit<Head, "kind">>(OWN_HEAD, [household]);
  if (!own) throw notFound(`household ${household}`);
  const heads: Head[] = [{ kind: "household", ...own }];
  const turn = turns();
  for (const kind of KIND_NAMES)
    for await (const rows of paged(reading, headsOf(kind, household))) {
      for (const row of rows) heads.push({ kind, ...row });
      await turn();
    }
  return heads;
}

/**
 * Whether a household keeps the very same as when it was read; asked within a transaction, that stays so until its end.
 * @throws Problem 404 where it is gone
 */
export const standsAs = async (
  em: EntityManager,
  household: string,
  { heads }: GarageRead,
): Promise<boolean> => linesOf(await headsIn(readAsItIs(em), household)) === heads;

/**
 * Garages as they were last read. Each description is read and judged once for each of its versions, in turns that let
 * others in between.
 */
export class Garages {
  private remembered = new Map<string, Remembered>();
  /** Of this run, and until another copy stands in the database's place: versions begin anew there. */
  private run = randomBytes(6).toString("hex");

  /**
   * @param em for what is known of writes
   * @param reading opens what is kept as it stands at one moment
   */
  constructor(
    private readonly em: () => EntityManager,
    private readonly reading: () => Reading = () => readAsItIs(em()),
  ) {}

  /** Forgets all of it: another database stands in the place of the one it was read from. */
  forget(): void {
    this.remembered = new Map();
    this.run = randomBytes(6).toString("hex");
  }

  /** What a household keeps. @throws Problem 404 where there is none, 500 where its own row cannot be read */
  async read(household: string): Promise<GarageRead> {
    const own = this.remembered.get(household) ?? { rows: new Map<string, Judged>() };
    this.remembered.delete(household);
    this.remembered.set(household, own);
    if (this.remembered.size > MOST_REMEMBERED) this.remembered.delete(this.remembered.keys().next().value!);
    const begin = (): Promise<GarageRead> => {
      own.next = undefined;
      own.reading = this.readAnew(household, own).finally(() => (own.reading = undefined));
      return own.reading;
    };
    // What is read for somebody is read after they asked: what they have written is in it.
    return own.reading ? (own.next ??= own.reading.catch(() => undefined).then(begin)) : begin();
  }

  private async readAnew(household: string, own: Remembered): Promise<GarageRead> {
    for (let i = 0; ; i++) {
      const writes = writesOf(this.em());
      const { begun } = writes;
      if (own.read?.begun === begun) return own.read.value;
      const reading = this.reading();
      let heads: Head[];
      let lines: string;
      try {
        heads = await headsIn(reading, household);
        await afterOthers();
        lines = linesOf(heads);
        if (own.read?.value.heads === lines) {
          own.read = { ...own.read, begun };
          return own.read.value;
        }
        await afterOthers();
        const missing = heads.filter((row) => !isSame(own.rows.get(nameOf(row)), row));
        await this.describe(reading, missing, own.rows);
      } finally {
        reading.close();
      }
      // Not of one moment, and something was written while it was read: it is looked at anew, and what was read is read.
      if (!reading.ofOneMoment && writes.begun !== begun && i < MOST_TRIES) continue;
      await afterOthers();
      const there = new Set(heads.map(nameOf));
      for (const name of own.rows.keys()) if (!there.has(name)) own.rows.delete(name);
      await afterOthers();
      const value = { ...(await together(heads, own.rows)), etag: this.etagOf(lines), heads: lines };
      own.read = { begun, value };
      return value;
    }
  }

  private etagOf(lines: string): string {
    return `"${this.run}-${createHash("sha256").update(lines).digest("hex").slice(0, 24)}"`;
  }

  /** Reads and judges descriptions, some at a time. */
  private async describe(
    reading: Reading,
    missing: readonly Head[],
    rows: Map<string, Judged>,
  ): Promise<void> {
    const turn = turns();
    for (const kind of ["household", ...KIND_NAMES] as const) {
      const heads = new Map(missing.filter((row) => row.kind === kind).map((row) => [row.id, row]));
      const ids = [...heads.keys()];
      for (let i = 0; i < ids.length; i += AT_ONCE) {
        const lying = await reading.rows<{ id: string; version: number; spec: string; specVersion: number }>(
          described(kind),
          [JSON.stringify(ids.slice(i, i + AT_ONCE))],
        );
        for (const { spec, ...rest } of lying) {
          const { parentId } = heads.get(rest.id)!;
          const whole = { ...rest, parentId, spec: specOf(spec) };
          const row = kind === "household" ? householdOf(whole) : readRow(kind, whole);
          rows.set(`${kind} ${rest.id}`, { version: rest.version, parentId, row, text: JSON.stringify(row) });
          await turn();
        }
      }
    }
  }
}

const isSame = (judged: Judged | undefined, { version, parentId }: Head): boolean =>
  judged !== undefined && judged.version === version && judged.parentId === parentId;

/** The texts of rows as one list, in turns. */
async function listOf(rows: readonly Judged[], turn: () => Promise<void>): Promise<Buffer> {
  const parts: Buffer[] = [];
  for (let i = 0; i < rows.length; i += AT_ONCE) {
    const texts = rows.slice(i, i + AT_ONCE).map(({ text }) => text);
    parts.push(Buffer.from(`${i > 0 ? "," : ""}${texts.join(",")}`));
    await turn();
  }
  return Buffer.concat([Buffer.from("["), ...parts, Buffer.from("]")]);
}

/** The rows put together, in the order of their heads, in turns. */
async function together(
  heads: readonly Head[],
  rows: ReadonlyMap<string, Judged>,
): Promise<Omit<GarageRead, "etag" | "heads">> {
  const turn = turns();
  const lists = Object.fromEntries(KIND_NAMES.map((kind) => [kind, [] as Judged[]])) as Record<
    Kind,
    Judged[]
  >;
  const unread: Judged[] = [];
  let household: Judged | undefined;
  for (const one of heads) {
    const judged = rows.get(nameOf(one));
    if (!judged) continue;
    if (one.kind === "household") household = judged;
    else if (isUnread(judged.row)) unread.push(judged);
    else lists[one.kind].push(judged);
    await turn();
  }
  const parts: Buffer[] = [Buffer.from(`{"household":${household!.text}`)];
  for (const kind of KIND_NAMES) parts.push(Buffer.from(`,"${kind}":`), await listOf(lists[kind], turn));
  if (unread.length > 0) parts.push(Buffer.from(',"unread":'), await listOf(unread, turn));
  const text = Buffer.concat([...parts, Buffer.from("}")]);
  const garage = {
    household: household!.row,
    ...Object.fromEntries(KIND_NAMES.map((kind) => [kind, lists[kind].map(({ row }) => row)])),
    ...(unread.length > 0 ? { unread: unread.map(({ row }) => row) } : {}),
  } as unknown as Garage;
  let compressed: Promise<Buffer> | undefined;
  return { garage, text, compressed: () => (compressed ??= gzip(text, { level: LEVEL })) };
}
