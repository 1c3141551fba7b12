import { awayProblem, away, MOST_DRIVES, MOST_KM_A_DAY, type Day, type Drive } from "@kettleback/core";

/** Minutes to which what is dragged snaps. */
export const SNAP = 15;
const DAY = 1_440;

/** Which drive of a week is meant. */
export interface DriveAt {
  readonly day: number;
  readonly at: number;
}

/** What is done to a drive: moved, its leaving or its coming back moved alone (minutes), or its distance changed (km). */
export type Move =
  | { readonly of: "both" | "leave" | "back"; readonly minutes: number }
  | { readonly of: "km"; readonly km: number };

const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));
export const timeOf = (minutes: number): string =>
  new Date((((minutes % DAY) + DAY) % DAY) * 60_000).toISOString().slice(11, 16);

/** Minutes a drive stays away, from its leaving. */
export const spanOf = ({ leave, back, nights }: Drive): number => {
  const same = minutesOf(back) - minutesOf(leave);
  return same + DAY * (nights ?? (same <= 0 ? 1 : 0));
};

/** A drive that leaves at a minute of its day and stays away for some minutes. */
function driven(drive: Drive, leave: number, span: number): Drive {
  const back = leave + span;
  const { nights: _, ...rest } = drive;
  const over = Math.floor(back / DAY);
  const plain = back % DAY <= leave ? 1 : 0;
  return {
    ...rest,
    leave: timeOf(leave),
    back: timeOf(back),
    ...(over === plain ? {} : { nights: over }),
  };
}

const clamp = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));

/** A drive after a move; it never leaves its day, and is away for a quarter of an hour at least. */
export function moved(drive: Drive, move: Move): Drive {
  if (move.of === "km")
    return { ...drive, km: clamp(Math.round((drive.km + move.km) * 10) / 10, 0, MOST_KM_A_DAY) };
  const [leave, span] = [minutesOf(drive.leave), spanOf(drive)];
  if (move.of === "back") return driven(drive, leave, clamp(span + move.minutes, SNAP, 6 * DAY));
  const to = clamp(
    leave + move.minutes,
    0,
    move.of === "both" ? DAY - SNAP : Math.min(DAY - SNAP, leave + span - SNAP),
  );
  return driven(drive, to, move.of === "both" ? span : span + leave - to);
}

/** Days of which nothing is wrong; undefined where something is. */
export const sound = (days: readonly Day[]): readonly Day[] | undefined =>
  awayProblem(away(days)) ? undefined : days;

export const withDrive = (days: readonly Day[], { day, at }: DriveAt, drive: Drive): Day[] =>
  days.map((one, i) =>
    i === day ? { ...one, drives: one.drives.map((other, j) => (j === at ? drive : other)) } : one,
  );

export const withoutDrive = (days: readonly Day[], { day, at }: DriveAt): Day[] =>
  days.map((one, i) => (i === day ? { ...one, drives: one.drives.filter((_, j) => j !== at) } : one));

/** A new drive between two minutes of a day, among the others in order; undefined where it overlaps one or is too many. */
export function added(
  days: readonly Day[],
  day: number,
  from: number,
  to: number,
): { readonly days: readonly Day[]; readonly at: DriveAt } | undefined {
  const [leave, back] = [Math.min(from, to), Math.max(from, to)].map((m) =>
    clamp(Math.round(m / SNAP) * SNAP, 0, DAY),
  ) as [number, number];
  const one = days[day]!;
  if (back - leave < SNAP || one.drives.length >= MOST_DRIVES) return undefined;
  const drive = driven(
    { leave: "", back: "", km: 20, stands: "nowhere" },
    Math.min(leave, DAY - SNAP),
    back - leave,
  );
  const drives = [...one.drives, drive].sort((a, b) => minutesOf(a.leave) - minutesOf(b.leave));
  const made = sound(days.map((other, i) => (i === day ? { ...other, drives } : other)));
  return made && { days: made, at: { day, at: drives.indexOf(drive) } };
}

/** A stretch of a drive as a day's strip shows it, in minutes of that day; one over midnight goes on in the next. */
export interface Block extends DriveAt {
  readonly row: number;
  readonly from: number;
  readonly to: number;
  readonly drive: Drive;
  /** It is where the drive begins, and where it ends. */
  readonly begins: boolean;
  readonly ends: boolean;
}

/** Every drive as blocks of the days it touches; past the seventh it goes on in the first. */
export const blocksOf = (days: readonly Day[]): Block[] =>
  days.flatMap(({ drives }, day) =>
    drives.flatMap((drive, at) => {
      const [from, end] = [minutesOf(drive.leave), minutesOf(drive.leave) + spanOf(drive)];
      return Array.from({ length: Math.ceil(end / DAY) }, (_, i): Block => ({
        row: (day + i) % days.length,
        day,
        at,
        drive,
        from: i === 0 ? from : 0,
        to: Math.min(DAY, end - i * DAY),
        begins: i === 0,
        ends: end <= (i + 1) * DAY,
      }));
    }),
  );
