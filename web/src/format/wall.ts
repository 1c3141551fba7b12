const MINUTE = 60_000;
const DAY = 86_400_000;

/** A moment as a clock and a calendar on the wall show it; a DateTime of luxon's is one as well. */
export interface Wall {
  readonly year: number;
  /** From 1, January. */
  readonly month: number;
  readonly day: number;
  readonly hour: number;
  readonly minute: number;
  /** From 1, Monday, to 7. */
  readonly weekday: number;
}

/** A moment (ms since 1970) where clocks are so many minutes ahead of universal time. */
export function wallAt(ms: number, minutesAhead: number): Wall {
  const at = new Date(ms + minutesAhead * MINUTE);
  return {
    year: at.getUTCFullYear(),
    month: at.getUTCMonth() + 1,
    day: at.getUTCDate(),
    hour: at.getUTCHours(),
    minute: at.getUTCMinutes(),
    weekday: at.getUTCDay() || 7,
  };
}

/** The midnight that begins a date of a calendar; undefined for a date there is not. */
export function midnightOf(year: number, month: number, day: number): Wall | undefined {
  const at = wallAt(new Date(0).setUTCFullYear(year, month - 1, day), 0);
  // A day too many, or too few, is one of another month.
  return at.month === month ? at : undefined;
}

const dayNumber = ({ year, month, day }: Wall): number => Date.UTC(year, month - 1, day) / DAY;

/** Whole days from one to the other on the calendar, by its dates alone: a day of 23 or 25 hours is one. */
export const daysBetween = (from: Wall, to: Wall): number => dayNumber(to) - dayNumber(from);
