import type { NewRun } from "../circuit";
import type { CalendarEntry } from "../calendar";
import type { Trade } from "../../trade/supply";

/** Something that is looked at or tested again and again. */
export interface Look {
  readonly id: string;
  readonly what: string;
  readonly how: string;
  readonly who: "you" | "an electrician";
  /** Days between two of them. */
  readonly everyDays: number;
  /** Hours of charging after which it is due, where that comes sooner; null where use does not count. */
  readonly everyHours: number | null;
}

const DAYS_A_YEAR = 365;

interface LookRow extends Look {
  /** Whether it belongs to such an installation. */
  readonly holds: (run: Pick<NewRun, "end" | "outdoors">, trade: Trade) => boolean;
}

const always = () => true;

/** Common practice; the periods of inspections are asked by local code, insurer or the unit's maker. */
const LOOKS: readonly LookRow[] = [
  {
    id: "warm-plug",
    what: "Plug and socket after half an hour at full current",
    how: "Warm to the hand is well; too hot to hold, a brown edge or a smell: stop, and have it changed.",
    who: "you",
    everyDays: 90,
    everyHours: 500,
    holds: ({ end }) => end === "socket",
  },
  {
    id: "loose-socket",
    what: "How tight the plug sits in its socket",
    how: "It must not hang or turn; contacts that have gone slack get hot. The socket is changed, not bent.",
    who: "you",
    everyDays: 180,
    everyHours: 1_000,
    holds: ({ end }) => end === "socket",
  },
  {
    id: "handle",
    what: "The car's plug, its pins and its cable",
    how: "No brown or melted edge, no crack, no bent pin, no cut in the jacket; dry inside.",
    who: "you",
    everyDays: 90,
    everyHours: null,
    holds: always,
  },
  {
    id: "trip",
    what: "The test button of the residual-current device",
    how: "Press it while nothing charges: it must switch off. If it does not, the circuit stays off.",
    who: "you",
    everyDays: 180,
    everyHours: null,
    holds: (_, trade) => trade === "iec",
  },
  {
    id: "ground-fault",
    what: "The test of the ground-fault protection",
    how: "Press test on the breaker or the unit: it must switch off, and on again.",
    who: "you",
    everyDays: 30,
    everyHours: null,
    holds: (_, trade) => trade === "nec",
  },
  {
    id: "seals",
    what: "Seals, entries and lid outdoors",
    how: "No water, no insects, no moss; entries from below still tight.",
    who: "you",
    everyDays: DAYS_A_YEAR,
    everyHours: null,
    holds: ({ outdoors }) => outdoors,
  },
  {
    id: "torque-first",
    what: "Terminals at the board, the socket and the unit, tightened to their torque",
    how: "Copper settles under a terminal in its first year; a loose one is what burns.",
    who: "an electrician",
    everyDays: DAYS_A_YEAR,
    everyHours: 1_500,
    holds: ({ end }) => end === "socket",
  },
  {
    id: "torque",
    what: "Terminals at the board and the unit, tightened to their torque",
    how: "With a torque tool, the circuit off; brown or brittle insulation is cut back.",
    who: "an electrician",
    everyDays: 3 * DAYS_A_YEAR,
    everyHours: 4_000,
    holds: ({ end }) => end === "hardwired",
  },
  {
    id: "inspection",
    what: "The periodic inspection of the circuit",
    how: "Insulation, earth, loop and residual current measured and written down. Rules change: what was lawful when it was built may be below what is asked today.",
    who: "an electrician",
    everyDays: 5 * DAYS_A_YEAR,
    everyHours: null,
    holds: always,
  },
];

/** A look and when it is next due. */
export interface DueLook extends Look {
  /** Days between two, by the calendar or by use, whichever comes sooner. */
  readonly days: number;
  /** Use is what makes it due. */
  readonly byUse: boolean;
  /** Date of the next one on or after today, 2027-03-01. */
  readonly next: string;
}

const DAY_MS = 86_400_000;
const dateOf = (ms: number): string => new Date(ms).toISOString().slice(0, 10);

/**
 * What is to be looked at and when, from the day an installation was built.
 * @param built its date, 2026-11-29
 * @param hoursAYear hours of charging a year
 * @param today 2026-11-29
 * @example looksOf({ end: "hardwired", outdoors: false }, "iec", "2026-01-01", 600, "2026-01-02").map(({ id }) => id) // ["handle", "trip", "torque", "inspection"]
 */
export function looksOf(
  run: Pick<NewRun, "end" | "outdoors">,
  trade: Trade,
  built: string,
  hoursAYear: number,
  today: string,
): readonly DueLook[] {
  const [from, now] = [Date.parse(built), Date.parse(today)];
  return LOOKS.filter(({ holds }) => holds(run, trade)).map(({ holds: _, ...look }) => {
    const byHours =
      look.everyHours === null || hoursAYear <= 0 ? Infinity : (look.everyHours / hoursAYear) * DAYS_A_YEAR;
    const days = Math.max(1, Math.floor(Math.min(look.everyDays, byHours)));
    const turns = Math.max(1, Math.ceil((now - from) / (days * DAY_MS)));
    return { ...look, days, byUse: byHours < look.everyDays, next: dateOf(from + turns * days * DAY_MS) };
  });
}

/** Time of day (s) at which a look stands in a calendar: nine in the morning, universal time. */
const AT_S = 9 * 3600;
/** How long it stands there (s). */
const LASTS_S = 1800;

/**
 * Looks as entries of a calendar that come again and again, counted from the first second of a clock.
 * @param fromMs that second (ms since 1970)
 * @example looksCalendar([], 0) // []
 */
export const looksCalendar = (looks: readonly DueLook[], fromMs: number): readonly CalendarEntry[] =>
  looks.map(({ what, how, who, days, next }) => {
    const from = (Date.parse(next) - fromMs) / 1000 + AT_S;
    return {
      window: { from, to: from + LASTS_S, amps: undefined },
      summary: who === "you" ? what : `${what} (an electrician)`,
      description: how,
      everyDays: days,
    };
  });
