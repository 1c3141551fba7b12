import { clockOf, localMinuteOf, momentOfLocal, msAt, type Clock } from "../../engine/clock";
import type { Seconds } from "../../trade/units";
import { away, DAY_MINUTES, minuteOf, WEEK_MINUTES, type Away } from "./away";
import { DAYS_A_WEEK, type AwayPlace, type Day } from "./pattern";

/** Mean speed on the road, towns and all (km/h, common practice): how long a drive is driving rather than standing. */
export const MEAN_KMH = 50;
/** Where a day turns on which nothing is driven in the whole week. */
const USUAL_TURN = 8 * 60;
/** When the sun of a day has mostly been caught. */
const SUN_BY = 13 * 60;

/** One way of a drive. */
export interface Leg {
  readonly kind: "leg";
  readonly day: number;
  /** The day of the pattern whose drive it is, and which of that day's. */
  readonly of: number;
  readonly drive: number;
  readonly out: boolean;
  readonly from: Seconds;
  readonly to: Seconds;
  readonly km: number;
  /** From home: what warms or cools the car before it is taken here. */
  readonly fromHome: boolean;
}

/** The car stands somewhere. A stay at home is one a day, from the turn of one to the turn of the next. */
export interface WeekStay {
  readonly kind: "stay";
  readonly day: number;
  readonly at: "home" | AwayPlace;
  readonly from: Seconds;
  readonly to: Seconds;
  /** The day of the next departure; null where nothing is driven. */
  readonly before: number | null;
  /** The last stay at home of its day. */
  readonly last: boolean;
  /** The car has just come home to it; else it stands on from before the day turned. */
  readonly arrives: boolean;
  /** It ends because the car is driven away, not because a day turns. */
  readonly leaves: boolean;
}

/** What the sun brings in a day, all at once. */
export interface Sunned {
  readonly kind: "sun";
  readonly day: number;
  readonly from: Seconds;
  readonly to: Seconds;
}

/** The turn of a day: its end, the next one's beginning. */
export interface Turned {
  readonly kind: "turn";
  readonly day: number;
  readonly from: Seconds;
  readonly to: Seconds;
}

/** A piece of a week. */
export type WeekPiece = Leg | WeekStay | Sunned | Turned;

/** Seven days as pieces in order, in true seconds from where the first begins. Plain data. */
export interface Timeline {
  readonly clock: Clock;
  /** Where each day begins, and where the last ends: at its first departure, or at the hour of the earliest of the week. */
  readonly turns: readonly Seconds[];
  readonly pieces: readonly WeekPiece[];
}

const dateOf = (start: string, day: number): string =>
  new Date(Date.parse(start) + day * 86_400_000).toISOString().slice(0, 10);

/** A minute of the week as local time; one that clocks jump over is an hour later. */
function momentAt(start: string, minutes: number, zone: string): number {
  const day = Math.floor(minutes / DAY_MINUTES);
  const whole = Math.floor(minutes - day * DAY_MINUTES);
  const text = new Date(whole * 60_000).toISOString().slice(11, 16);
  const ms = momentOfLocal(`${dateOf(start, day)}T${text}`, zone) ?? momentAt(start, minutes + 60, zone);
  return ms + (minutes - day * DAY_MINUTES - whole) * 60_000;
}

/** The minute of the week at which each day begins. */
function turnsOf(drives: readonly Away[]): number[] {
  const firsts = drives.filter(({ at }) => at === 0);
  const usual = Math.min(...firsts.map(({ drive }) => minuteOf(drive.leave)), DAY_MINUTES);
  const turn = firsts.length > 0 ? usual : USUAL_TURN;
  const own = Array.from(
    { length: DAYS_A_WEEK },
    (_, day) => firsts.find((drive) => drive.day === day)?.leave ?? day * DAY_MINUTES + turn,
  );
  // A week does not begin on the road.
  const over = (drives.at(-1)?.back ?? 0) - WEEK_MINUTES;
  const begin = Math.max(own[0]!, over);
  return [begin, ...own.slice(1), begin + WEEK_MINUTES];
}

/** What is driven and where the car stands, in minutes of the week. */
type Rough = Leg | WeekStay;

/** The day a minute of the week lies in. */
const dayIn = (turns: readonly number[], minute: number): number =>
  Math.min(
    DAYS_A_WEEK - 1,
    Math.max(
      0,
      turns.findLastIndex((turn) => turn <= minute),
    ),
  );

function legsOf({ day, at, drive, leave, back }: Away, turns: readonly number[]): Rough[] {
  const road = Math.min((drive.km / 2 / MEAN_KMH) * 60, (back - leave) / 2);
  const leg = (out: boolean, from: number): Leg => ({
    kind: "leg",
    day: dayIn(turns, from),
    of: day,
    drive: at,
    out,
    from,
    to: from + road,
    km: drive.km / 2,
    fromHome: out,
  });
  const stay: WeekStay = {
    kind: "stay",
    day,
    at: drive.stands,
    from: leave + road,
    to: back - road,
    before: day,
    last: false,
    arrives: true,
    leaves: true,
  };
  return [leg(true, leave), ...(stay.to > stay.from ? [stay] : []), leg(false, back - road)];
}

/** Where a car is at home between two moments, one stay a day. */
function staysOf(
  days: readonly Day[],
  turns: readonly number[],
  from: number,
  to: number,
  before: number | null,
) {
  const cuts = [from, ...turns.filter((turn) => turn > from && turn < to), to];
  return cuts.slice(1).flatMap((end, i): WeekStay[] => {
    const begin = cuts[i]!;
    if (end <= begin) return [];
    const day = dayIn(turns, begin);
    return [
      {
        kind: "stay",
        day,
        at: days[day]!.home,
        from: begin,
        to: end,
        before,
        last: false,
        arrives: i === 0,
        leaves: before !== null && end === to,
      },
    ];
  });
}

/** The last stay at home of each day, marked. */
function marked(pieces: readonly Rough[]): Rough[] {
  const lasts = new Map<number, Rough>();
  for (const piece of pieces) if (piece.kind === "stay" && piece.at === "home") lasts.set(piece.day, piece);
  return pieces.map((piece) =>
    lasts.get(piece.day) === piece ? ({ ...piece, last: true } as WeekStay) : piece,
  );
}

/** Where a day's sun has been caught without a stay at a plug being cut for it. */
function sunAt(pieces: readonly Rough[], minute: number): number {
  const piece = pieces.find(({ from, to }) => from <= minute && minute < to);
  if (!piece) return minute;
  if (piece.kind === "leg") return piece.to;
  return piece.at === "nowhere" ? minute : piece.from;
}

const ORDER = { turn: 0, sun: 1, leg: 2, stay: 2 } as const;

/**
 * Seven days in a zone as pieces in order.
 * @param start the date of the first day, `2026-11-23`
 * @param days seven of them, in order, that {@link awayProblem} finds nothing wrong with
 */
export function timelineOf(start: string, days: readonly Day[], zone: string): Timeline {
  const drives = away(days);
  const turns = turnsOf(drives);
  const end = turns[DAYS_A_WEEK]!;
  const rough: Rough[] = [];
  let at = turns[0]!;
  for (const drive of drives) {
    rough.push(...staysOf(days, turns.slice(0, -1), at, drive.leave, drive.day), ...legsOf(drive, turns));
    at = drive.back;
  }
  rough.push(...staysOf(days, turns.slice(0, -1), at, end, drives[0]?.day ?? null));
  const standing = marked(rough);
  const suns = Array.from({ length: DAYS_A_WEEK }, (_, day): Sunned => {
    const noon = day * DAY_MINUTES + SUN_BY;
    const minute = sunAt(standing, noon < turns[0]! ? noon + WEEK_MINUTES : noon);
    return {
      kind: "sun",
      day: dayIn(turns, minute),
      from: minute,
      to: minute,
    };
  });
  const turned = turns.slice(1).map((turn, day): Turned => ({ kind: "turn", day, from: turn, to: turn }));
  const zero = momentAt(start, turns[0]!, zone);
  const seconds = (minutes: number): Seconds => (momentAt(start, minutes, zone) - zero) / 1000;
  const pieces = [...standing, ...suns, ...turned]
    .map((piece, i) => ({ piece, i }))
    .sort((a, b) => a.piece.from - b.piece.from || ORDER[a.piece.kind] - ORDER[b.piece.kind] || a.i - b.i)
    .map(({ piece }): WeekPiece => ({ ...piece, from: seconds(piece.from), to: seconds(piece.to) }));
  return {
    clock: clockOf({ pluggedInAt: localMinuteOf(zero, zone), neededBy: null }, zone),
    turns: turns.map(seconds),
    pieces,
  };
}

/**
 * Local time at a second of a week, `2026-11-23T18:10`, so many weeks on by the calendar.
 * @example localAt(week.timeline, 0, 1) // "2026-11-30T07:40"
 */
export function localAt({ clock }: Timeline, seconds: Seconds, weeks = 0): string {
  const text = localMinuteOf(msAt(clock, seconds), clock.zone);
  return weeks === 0 ? text : dateOf(text.slice(0, 10), weeks * DAYS_A_WEEK) + text.slice(10, 16);
}
