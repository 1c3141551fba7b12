import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
} from "node:fs";
import { basename, dirname, extname, join } from "node:path";
import type { MikroORM } from "@mikro-orm/libsql";
import { stampOf } from "./files";
import { unmark } from "./watched";

/** How many daily copies are kept. */
const KEPT = 7;
/** A copy's name: what made it, its number, and the date or moment this machine's clock gave it. */
const NUMBERED = /^(kettleback|before)-(\d{6})-(\d{4}-\d{2}-\d{2})[\d-]*\.sqlite$/;
/** … and one that an older Kettleback made, without a number. */
const UNNUMBERED = /^(kettleback|before)-(\d{4}-\d{2}-\d{2})[\d-]*\.sqlite$/;

/** A copy of the database: its file's name, when it was made by the clock of then, its size in bytes. */
export interface Copy {
  readonly name: string;
  readonly madeAt: string;
  readonly bytes: number;
}

/** A copy with what its name says: its place in the order they were made in, which no clock decides. */
interface Numbered extends Copy {
  readonly number: number;
  readonly daily: boolean;
  /** The date in its name. */
  readonly date: string;
}

/** Where the copies of a database lie: beside it, under its own name. */
export const copiesFolder = (file: string): string =>
  join(dirname(file), `${basename(file, extname(file))}-copies`);

function numberedCopies(file: string): Numbered[] {
  const folder = copiesFolder(file);
  if (!statSync(folder, { throwIfNoEntry: false })?.isDirectory()) return [];
  return readdirSync(folder)
    .flatMap((name): Numbered[] => {
      const numbered = NUMBERED.exec(name);
      const [, word, date] = numbered
        ? [numbered[0], numbered[1], numbered[3]]
        : (UNNUMBERED.exec(name) ?? []);
      if (word === undefined) return [];
      const { mtime, size } = statSync(join(folder, name));
      const number = numbered ? Number(numbered[2]) : 0;
      return [
        { name, madeAt: mtime.toISOString(), bytes: size, number, daily: word === "kettleback", date: date! },
      ];
    })
    .sort((a, b) => b.number - a.number || b.madeAt.localeCompare(a.madeAt));
}

/** The copies there are, newest first: by their numbers, whatever a clock said. */
export const copiesOf = (file: string): Copy[] =>
  numberedCopies(file).map(({ name, madeAt, bytes }) => ({ name, madeAt, bytes }));

/** A name for the next copy. @param stamp the date or moment it is made at */
const nextName = (file: string, word: "kettleback" | "before", stamp: string): string => {
  const number = 1 + (numberedCopies(file)[0]?.number ?? 0);
  return `${word}-${String(number).padStart(6, "0")}-${stamp}.sqlite`;
};

/** A name for a copy of what stood there before something else took its place. */
export const nameBefore = (file: string, now: Date): string => nextName(file, "before", stampOf(now));

const DAY_MS = 86_400_000;
const dateOf = (now: number): string => new Date(now).toISOString().slice(0, 10);

/**
 * What is odd about the clock, from the copies: one that says it was made after now. Undefined where nothing is.
 * @param now ms since 1970
 */
export function oddClock(file: string, now: number): string | undefined {
  const late = numberedCopies(file).find(({ date }) => Date.parse(date) > now + DAY_MS);
  return (
    late &&
    `The copy ${late.name} bears a date after today's, ${dateOf(now)}: this machine's clock is wrong now or was then. Copies go on, by their numbers.`
  );
}

/** Most days between the last two copies and now for a clock to be trusted with taking things out for good. */
const TRUSTED_DAYS = 40;

/**
 * Whether the clock agrees with the last two daily copies: they bear different dates, in their order, not long ago. A
 * clock that has just jumped does not.
 * @param now ms since 1970
 */
export function clockHolds(file: string, now: number): boolean {
  const [last, before] = numberedCopies(file).filter(({ daily }) => daily);
  return (
    last !== undefined &&
    before !== undefined &&
    before.date < last.date &&
    Date.parse(last.date) <= now &&
    Date.parse(before.date) > now - TRUSTED_DAYS * DAY_MS
  );
}

/** Copies the database as it stands while it is in use. A copy that fails half way leaves the one before as it was. */
export async function copyInto(orm: MikroORM, file: string, name: string): Promise<void> {
  const part = await copyBeside(orm, file);
  try {
    renameSync(part, join(copiesFolder(file), name));
  } finally {
    rmSync(part, { force: true });
  }
}

/** Makes a copy that has no name yet. @returns its file, to be renamed or removed */
async function copyBeside(orm: MikroORM, file: string): Promise<string> {
  const folder = copiesFolder(file);
  if (existsSync(folder) && !statSync(folder).isDirectory())
    throw new Error(`${folder} is no folder, and copies need one of that name: move it out of the way.`);
  mkdirSync(folder, { recursive: true });
  const part = join(folder, "next.part");
  rmSync(part, { force: true });
  try {
    await orm.em.getConnection().execute("vacuum into ?", [part]);
    unmark(part);
    return part;
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
}

/** Makes the daily copies of a database, and lets the oldest beyond seven go. */
export class DailyCopies {
  /** The date on which the database was last found to be as its newest copy has it. */
  private sameOn: string | undefined;

  constructor(private readonly file: string) {}

  /**
   * Makes the day's copy of a database that is not as its last one has it. Whether a day has begun is told by the date
   * in that one's name being another, earlier or later: a clock that was wrong for a while stops nothing.
   * @param now ms since 1970
   * @returns the copy's name, or undefined where none was due
   */
  async make(orm: MikroORM, now: number): Promise<string | undefined> {
    const today = dateOf(now);
    const daily = numberedCopies(this.file).filter((copy) => copy.daily);
    const [last] = daily;
    if (last?.date === today || this.sameOn === today) return undefined;
    const part = await copyBeside(orm, this.file);
    try {
      if (last && sameBytes(part, join(copiesFolder(this.file), last.name))) {
        this.sameOn = today;
        return undefined;
      }
      const name = nextName(this.file, "kettleback", today);
      renameSync(part, join(copiesFolder(this.file), name));
      for (const { name: old } of daily.slice(KEPT - 1))
        rmSync(join(copiesFolder(this.file), old), { force: true });
      return name;
    } finally {
      rmSync(part, { force: true });
    }
  }
}

const PIECE = 1 << 20;

/** Whether two files hold the same, a piece at a time. */
function sameBytes(one: string, other: string): boolean {
  if (statSync(one).size !== statSync(other).size) return false;
  const handles = [one, other].map((path) => openSync(path, "r"));
  try {
    const [a, b] = [Buffer.alloc(PIECE), Buffer.alloc(PIECE)];
    for (;;) {
      const [read] = [readSync(handles[0]!, a), readSync(handles[1]!, b)];
      if (read === 0) return true;
      if (!a.subarray(0, read).equals(b.subarray(0, read))) return false;
    }
  } finally {
    handles.forEach((handle) => closeSync(handle));
  }
}
