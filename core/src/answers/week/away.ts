import type { Day, Drive } from "./pattern";

/** Minutes of a day. */
export const DAY_MINUTES = 1_440;
/** Minutes of a week. */
export const WEEK_MINUTES = 7 * DAY_MINUTES;

/** A drive on the week's own clock: minutes from the first day's midnight. */
export interface Away {
  readonly day: number;
  /** Its place among the drives of that day. */
  readonly at: number;
  readonly drive: Drive;
  readonly leave: number;
  readonly back: number;
}

/**
 * Minutes of the day of a clock time.
 * @example minuteOf("07:30") // 450
 */
export const minuteOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));

/**
 * The drives of seven days on one clock; one that comes back at or before the time it left comes back a day later.
 * @example away([{ drives: [{ leave: "21:30", back: "06:30", km: 40, stands: "nowhere" }], home: "home" }])[0].back // 1830
 */
export const away = (days: readonly Day[]): Away[] =>
  days.flatMap(({ drives }, day) =>
    drives.map((drive, at): Away => {
      const [leave, back] = [minuteOf(drive.leave), minuteOf(drive.back)];
      const nights = drive.nights ?? (back <= leave ? 1 : 0);
      const from = day * DAY_MINUTES + leave;
      return { day, at, drive, leave: from, back: day * DAY_MINUTES + nights * DAY_MINUTES + back };
    }),
  );

interface Wrong {
  readonly path: (string | number)[];
  readonly message: string;
}

const told = ({ drive: { leave, back } }: Away): string => `${leave} to ${back}`;

/**
 * What is wrong with the drives of a week: out of order, overlapping, or over the end of the week into its first drive.
 * @example awayProblem(away([{ drives: [{ leave: "08:00", back: "12:00", km: 5 }, { leave: "11:00", back: "13:00", km: 5 }] }])).message // "overlaps the drive of 08:00 to 12:00"
 */
export function awayProblem(drives: readonly Away[]): Wrong | undefined {
  for (const [i, drive] of drives.entries()) {
    const { day, at, leave, back } = drive;
    const path = (field: string) => [day, "drives", at, field];
    if (back <= leave) return { path: path("back"), message: "it must be back after it left" };
    const before = drives[i - 1];
    if (before && leave < before.leave)
      return { path: path("leave"), message: `out of order: it leaves before the drive of ${told(before)}` };
    if (before && leave < before.back)
      return { path: path("leave"), message: `overlaps the drive of ${told(before)}` };
  }
  const [first, last] = [drives[0], drives.at(-1)];
  if (!first || !last || last.back <= WEEK_MINUTES) return undefined;
  const path = [last.day, "drives", last.at, "back"];
  if (first !== last && last.back > first.leave + WEEK_MINUTES)
    return { path, message: `overlaps the first drive of the next week, ${told(first)}` };
  return last.back - WEEK_MINUTES > DAY_MINUTES
    ? { path, message: "goes over the whole first day of the next week: begin the week on another day" }
    : undefined;
}
