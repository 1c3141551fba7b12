import { cautionsFor, type Caution } from "../cautions";
import { isRefusal, type Circuit, type Refusal } from "../../engine/path";
import { pathOf, type Plan } from "../../engine/plan";
import type { Car } from "../../things/parts";
import { sumMicros, type Fraction, type Kilometres, type Micros } from "../../trade/units";
import type { Asking, Way } from "../lineup";
import type { WeekAsked } from "./document";
import { follow, type Followed } from "./follow";
import type { Span } from "./hours";
import { DAYS_A_WEEK, type Pattern } from "./pattern";
import { plugOf, type Plug } from "./plug";
import { recordWeek, type WeekRecord } from "./record";
import { riderOf, type Plugs, type Rider } from "./rider";
import { evenDays, hoursNeeded, sustainedKm } from "./sustain";
import { timelineOf, type Timeline } from "./timeline";

/** Whether a week is enough: it holds, it holds with the battery as a buffer, or some drive falls short. */
export type WeekVerdict = "holds" | "buffer" | "short";

/** One car's week at one way. Plain data. */
export interface WeekAnswer {
  readonly kind: "charging";
  readonly car: Car;
  readonly plan: Plan;
  readonly circuit: Circuit;
  readonly verdict: WeekVerdict;
  readonly followed: Followed;
  /** Weeks that were run: the first, the one in which it first falls short, and the one every later week is like. */
  readonly weeks: readonly WeekRecord[];
  /** The weeks that come round in the long run, up to a quarter of a year of them: what a year is told from. */
  readonly longRun: readonly WeekRecord[];
  readonly timeline: Timeline;
  /** Into the battery at full flow (W): which of two ways is the smaller. */
  readonly batteryW: number;
  readonly cautions: readonly Caution[];
  /** One-off price of what is still to be bought. */
  readonly price: number;
}

/** One car at a way at which nothing flows. */
export interface WeekBlocked {
  readonly kind: "blocked";
  readonly car: Car;
  readonly way: string;
  readonly refusal: Refusal;
}

/** How far a way carries, beyond the week that is asked. */
export interface WeekReach {
  /** The largest even distance a day that is sustained without a stop. */
  readonly sustainedKmPerDay: Kilometres;
  /** Hours of charging a day at home that would do; null where no number of hours does. */
  readonly hoursNeeded: number | null;
}

/** A car's week at a way, and that of the other car on the same unit. */
export interface WeekCell {
  readonly answer: WeekAnswer | WeekBlocked;
  /** The other car of the unit; null where there is none. */
  readonly other: WeekAnswer | WeekBlocked | null;
  /** The way's rider, to ask further. Not data: it stays where it was made. */
  readonly rider: Rider | null;
}

/** What all ways of a week have in common for one car, made once. */
export interface WeekSetting {
  readonly asked: WeekAsked;
  readonly asking: Asking;
  readonly car: Car;
  readonly timeline: Timeline;
  readonly even: Timeline;
  readonly elsewhere: Omit<Plugs, "home">;
  readonly other: { readonly car: Car; readonly pattern: Pattern; readonly timeline: Timeline } | null;
}

const asking = ({ household, pattern }: WeekAsked): Asking => ({
  household,
  session: {
    fromSoc: 0,
    toSoc: 1,
    pluggedInAt: `${pattern.start}T18:00`,
    neededBy: null,
    batteryC: null,
    heatingW: 0,
  },
});

/** How far a week ever charges. */
const topOf = ({ limitSoc, liftedOn }: Pattern): Fraction => (liftedOn.length > 0 ? 1 : limitSoc);

const isPlug = (found: Plug | Refusal): found is Plug => !isRefusal(found);

/** Plugs away from home, for one car; null where there is none or nothing would flow. */
function elsewhereOf(asked: WeekAsked, ask: Asking, car: Car): Omit<Plugs, "home"> {
  const { elsewhere, pattern, ways } = asked;
  const at = (way: Way | null, packC: number | null): Plug | null => {
    const found = way && plugOf(ask, car, way, { packC, top: topOf(pattern) });
    return found && isPlug(found) ? found : null;
  };
  const { packC } = pattern.season;
  // Driven to, a pack is warm; where nobody says what one stops at it is a rapid station of the ways, if there is one.
  const stop =
    at(elsewhere.stop, null) ??
    ways
      .filter(({ evse }) => evse.kind === "rapid")
      .reduce<Plug | null>((found, way) => found ?? at(way, null), null);
  return { work: at(elsewhere.work, packC), post: at(elsewhere.post, packC), stop };
}

/**
 * What all ways of a week have in common for one car.
 * @example weekSetting(week.asked, 0).timeline.turns.length // 8
 */
export function weekSetting(asked: WeekAsked, carAt: number): WeekSetting {
  const { pattern, household, cars } = asked;
  const car = cars[carAt]!;
  const ask = asking(asked);
  const zone = household.timeZone;
  const { second } = pattern;
  return {
    asked,
    asking: ask,
    car,
    timeline: timelineOf(pattern.start, pattern.days, zone),
    even: timelineOf(pattern.start, evenDays(pattern.days), zone),
    elsewhere: elsewhereOf(asked, ask, car),
    other:
      second && cars[second.car]
        ? {
            car: cars[second.car]!,
            pattern: { ...pattern, days: second.days, second: null },
            timeline: timelineOf(pattern.start, second.days, zone),
          }
        : null,
  };
}

/** The spans in which a car charges at home in a week, as another's timeline counts, the weeks around it too. */
function busyIn({ timeline, weeks }: WeekAnswer, other: Timeline): Span[] {
  const shift = (timeline.clock.startMs - other.clock.startMs) / 1000;
  const length = timeline.turns[DAYS_A_WEEK]!;
  return weeks
    .at(-1)!
    .sessions.filter(({ stay }) => stay.at === "home")
    .flatMap(({ stay, run }) =>
      run.slices.map(({ from, to }) => ({ from: stay.from + from, to: stay.from + to })),
    )
    .flatMap(({ from, to }) =>
      [-length, 0, length].map((by) => ({ from: from + shift + by, to: to + shift + by })),
    );
}

function verdictOf({ short, putBack }: Followed): WeekVerdict {
  if (short) return "short";
  return putBack ? "holds" : "buffer";
}

/** Most weeks over which a long run is averaged. */
const MOST_AVERAGED = 13;

/** A rider's answer: followed until it repeats, and the weeks worth showing run exactly. */
function answerOf(rider: Rider, home: Plug, car: Car, startSoc: Fraction, price: number): WeekAnswer {
  const followed = follow(rider, startSoc);
  const { starts, cycle, short } = followed;
  const shown = new Set([0, short?.week ?? 0, starts.length - 1]);
  const known = new Map<number, WeekRecord>();
  const record = (week: number): WeekRecord => {
    const found = known.get(week) ?? recordWeek(rider, starts[week]!, week);
    known.set(week, found);
    return found;
  };
  const many = Math.min(cycle ?? MOST_AVERAGED, MOST_AVERAGED, starts.length);
  return {
    kind: "charging",
    car,
    plan: home.plan,
    circuit: home.circuit,
    verdict: verdictOf(followed),
    followed,
    weeks: [...shown].sort((a, b) => a - b).map(record),
    longRun: starts.slice(-many).map((_, i) => record(starts.length - many + i)),
    timeline: rider.timeline,
    batteryW: home.solution.moment.balance.stored,
    cautions: cautionsFor(pathOf(home.plan), home.solution, topOf(rider.pattern)),
    price,
  };
}

const priceOf = ({ buy }: Way): number => buy.reduce((sum, { price }) => sum + price, 0);

/**
 * A car's week at a way, solved exactly; with a second car on the same unit, that one's too: who goes first charges as
 * if alone, the other while the unit is free.
 * @example weekAt(weekSetting(week.asked, 0), week.asked.ways[0]).answer.kind // "charging"
 */
export function weekAt(setting: WeekSetting, way: Way): WeekCell {
  const { asked, asking: ask, car, timeline, elsewhere, other } = setting;
  const { pattern } = asked;
  const season = { packC: pattern.season.packC, top: topOf(pattern) };
  const plugFor = (of: Car) => plugOf(ask, of, way, season);
  const home = plugFor(car);
  const blocked = (of: Car, refusal: Refusal): WeekBlocked => ({
    kind: "blocked",
    car: of,
    way: way.name,
    refusal,
  });
  const answerFor = (rider: Rider, plug: Plug, of: Car) =>
    answerOf(rider, plug, of, pattern.startSoc, priceOf(way));
  if (!other) {
    if (!isPlug(home)) return { answer: blocked(car, home), other: null, rider: null };
    const rider = riderOf(car, pattern, timeline, { home, ...elsewhere });
    return { answer: answerFor(rider, home, car), other: null, rider };
  }
  const otherHome = plugFor(other.car);
  const otherPlugs = { ...elsewhereOf(asked, ask, other.car) };
  const riders = (busyForMe: readonly Span[], busyForOther: readonly Span[]) => ({
    mine: isPlug(home) ? riderOf(car, pattern, timeline, { home, ...elsewhere }, busyForMe) : null,
    theirs: isPlug(otherHome)
      ? riderOf(other.car, other.pattern, other.timeline, { home: otherHome, ...otherPlugs }, busyForOther)
      : null,
  });
  const alone = riders([], []);
  const mine = (rider: Rider | null) => (isPlug(home) ? answerFor(rider!, home, car) : blocked(car, home));
  const theirs = (rider: Rider | null) =>
    isPlug(otherHome) ? answerFor(rider!, otherHome, other.car) : blocked(other.car, otherHome);
  if (pattern.second!.first) {
    const first = theirs(alone.theirs);
    const { mine: rider } = riders(first.kind === "charging" ? busyIn(first, timeline) : [], []);
    return { answer: mine(rider), other: first, rider };
  }
  const first = mine(alone.mine);
  const { theirs: after } = riders([], first.kind === "charging" ? busyIn(first, other.timeline) : []);
  return { answer: first, other: theirs(after), rider: alone.mine };
}

/**
 * How far a way carries beyond what is asked of it.
 * @example reachOf(week.setting, week.cell.rider).hoursNeeded // 8.9
 */
export function reachOf({ car, even, asked }: WeekSetting, rider: Rider): WeekReach {
  const { pattern } = asked;
  const days = evenDays(pattern.days);
  return {
    sustainedKmPerDay: sustainedKm(riderOf(car, { ...pattern, days, liftedOn: [] }, even, rider.plugs)),
    hoursNeeded: hoursNeeded(rider),
  };
}

/** Weeks of a year, leap years among them. */
export const WEEKS_A_YEAR = 365.25 / 7;

/** What a week costs in the long run, where its distance comes from, and how often it stops on the way: means a week. */
export interface WeekSums {
  readonly plugs: Micros;
  /** Null where a stop is needed and nobody says at what. */
  readonly stops: Micros | null;
  readonly stopCount: number;
  /** Sessions at plugs. */
  readonly sessionCount: number;
  /** Sessions on the way among all sessions. */
  readonly stopShare: Fraction;
  readonly drivenKm: Kilometres;
  /** Put in at plugs and by the sun, and by stops. */
  readonly addedKm: Kilometres;
  readonly shortKm: Kilometres;
  /** Some of what was charged has no price. */
  readonly unpriced: boolean;
}

/**
 * The means of weeks that were run.
 * @example weekSums(week.answer.longRun).stopCount // 0
 */
export function weekSums(records: readonly WeekRecord[]): WeekSums {
  const sessions = records.flatMap((record) => record.sessions);
  const stops = records.flatMap((record) => record.stops);
  const days = records.flatMap((record) => record.days);
  const mean = (sum: number): number => sum / records.length;
  const money = (costs: readonly Micros[]): Micros => Math.round(mean(sumMicros(costs))) as Micros;
  const km = (of: (day: (typeof days)[number]) => number) =>
    mean(days.reduce((sum, day) => sum + of(day), 0));
  const count = sessions.length + stops.length;
  return {
    plugs: money(sessions.map(({ bill }) => bill.total)),
    stops: stops.every(({ cost }) => cost !== null) ? money(stops.map(({ cost }) => cost!)) : null,
    stopCount: mean(stops.length),
    sessionCount: mean(sessions.length),
    stopShare: count > 0 ? stops.length / count : 0,
    drivenKm: km((day) => day.drivenKm),
    addedKm: km((day) => day.addedKm),
    shortKm: km((day) => day.shortKm),
    unpriced: sessions.some(({ bill }) => bill.unpriced > 0),
  };
}
