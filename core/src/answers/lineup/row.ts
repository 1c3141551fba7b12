import { cautionsFor, type Caution } from "../cautions";
import { clockOf, type Clock } from "../../engine/clock";
import type { Car } from "../../things/parts";
import { isRefusal, type LinkKind, type Refusal } from "../../engine/path";
import { connectionOf, pathOf, solvePlan, type Plan, type Solution } from "../../engine/plan";
import { atOnce, ledgerOf, run, socAt, targetOn, type Ledger } from "../../engine/session";
import { bill as billOf, type Bill } from "../../engine/tariff";
import {
  sumMicros,
  type Fraction,
  type Kilometres,
  type Micros,
  type Seconds,
  type WattHours,
} from "../../trade/units";
import { planOn, type Asking, type Lineup } from "./document";
import { levelOf, type Level } from "./level";
import type { Way } from "./way";

/** Stays (h) every way is asked about beside one's own: a dinner, a time limit, a night. */
export const STAYS = [
  { hours: 2, name: "dinner" },
  { hours: 3, name: "limit" },
  { hours: 12, name: "night" },
] as const;

/** What a night gives against a day's driving. */
export interface Night {
  /** Range (km) from empty to the target that fits between plugging in and departure. */
  readonly km: Kilometres;
  /** Whether it covers the day, and by how much (km); below zero is what is missing. */
  readonly holds: boolean;
  readonly spareKm: Kilometres;
  /** The battery's own range to the target is what ends it, not the hours. */
  readonly full: boolean;
}

/** One car on one way that charges: the single solve, and what is compared of it. */
export interface Row {
  readonly kind: "charging";
  readonly plan: Plan;
  readonly level: Level;
  readonly solution: Solution;
  readonly cautions: readonly Caution[];
  readonly worst: Caution | null;
  readonly narrowest: LinkKind;
  readonly phases: number;
  readonly amps: number;
  readonly wallW: number;
  readonly batteryW: number;
  readonly secondsToTarget: Seconds;
  readonly inTime: boolean;
  readonly shortBySeconds: Seconds;
  readonly kmPerHour: number;
  /** The same if every watt at the wall moved the car: the figure many people quote. */
  readonly kmPerHourWall: number;
  /** Energy, loss and money of the same charge on every way: all of it to the target, however late that is. */
  readonly ledger: Ledger;
  readonly wallWh: WattHours;
  readonly lostWh: WattHours;
  readonly lostShare: Fraction;
  readonly cost: Micros;
  /** Of it, with VAT, what standing there costs once nothing is charged any more. */
  readonly standing: Micros;
  /** Money for 100 km of the range put in. */
  readonly per100Km: Micros;
  /** Money for a kWh in the battery. */
  readonly perKWhStored: Micros;
  /** Range (km) put in during each of {@link STAYS} and one's own stay, no longer than the place allows. */
  readonly stayKm: readonly Kilometres[];
  readonly night: Night;
  /** One-off price of what is still to be bought. */
  readonly price: number;
  /** Longest stay the place allows (s), where it ends before the target is reached. */
  readonly limitBites: Seconds | null;
}

/** One car on one way that does not charge, and why. */
export interface Blocked {
  readonly kind: "blocked";
  readonly plan: Plan;
  readonly level: Level;
  readonly refusal: Refusal;
  readonly price: number;
}

/** One car on one way: what it comes to, or why nothing charges. */
export type Cell = Row | Blocked;

/**
 * The clock of a line-up's session.
 * @example clockOfLineup(lineup).departure // 48000
 */
export const clockOfLineup = ({ session, household }: Asking): Clock => clockOf(session, household.timeZone);

/** Longest night (s) where nobody has said when the car is wanted. */
const NIGHT: Seconds = 12 * 3600;

/** What a night gives, held against what a day takes. */
const againstDay = (night: Pick<Night, "km" | "full">, dayKm: Kilometres): Night => ({
  km: night.km,
  holds: night.km >= dayKm,
  spareKm: night.km - dayKm,
  full: night.full,
});

/** What a night on a way gives a car that comes home empty. */
function nightOf({ circuit }: Solution, { car, session }: Plan, hours: Seconds, dayKm: Kilometres): Night {
  const toSoc = targetOn(circuit, session.toSoc);
  const { end } = run(circuit, atOnce(toSoc, hours), { soc: 0, packC: session.batteryC, elapsed: 0 });
  return againstDay({ km: (end.soc * circuit.pack.usableWh) / car.whPerKm, full: end.soc >= toSoc }, dayKm);
}

/** The longest stay (s) a way's place allows. */
const limitOf = ({ place }: Way): Seconds => (place?.limitMinutes ?? Infinity) * 60;

/** Range (km) put in during a stay, no longer than the place allows. */
const stayKmOf = (
  { solution: { whole, start, circuit }, plan: { car } }: Pick<Row, "solution" | "plan">,
  hours: number,
  limit: Seconds,
): Kilometres =>
  ((socAt(whole, start, Math.min(hours * 3600, limit)) - start.soc) * circuit.pack.usableWh) / car.whPerKm;

/** What the whole charge to the target takes and costs: past departure, and past the place's limit, if need be. */
function toTarget({ plan, solution }: { plan: Plan; solution: Solution }): { ledger: Ledger; bill: Bill } {
  const { reached, whole, ledger, circuit, clock, secondsToTarget } = solution;
  if (reached) return { ledger, bill: solution.bill };
  const connection = { ...connectionOf(plan, circuit, clock), to: secondsToTarget };
  return { ledger: ledgerOf(whole.slices), bill: billOf(plan.tariff, whole, clock, connection) };
}

/** What of a bill is for standing there without charging, with VAT. */
const standingIn = ({ lines }: Bill): Micros =>
  sumMicros(
    lines.flatMap(({ component, amount, vat }) => (component === "PARKING_TIME" ? [amount, vat] : [])),
  );

const priceOf = ({ buy }: Way): number => buy.reduce((sum, { price }) => sum + price, 0);

/**
 * One car on one way: the single solve of its plan, and what is compared.
 * @param clock the session's clock, made once for the whole line-up
 * @example cellOf(lineup, plan.car, wayOf(plan), clock).solution?.secondsToTarget // 37340
 */
export function cellOf(
  asked: Pick<Lineup, "household" | "session" | "stayHours" | "dayKm">,
  car: Car,
  way: Way,
  clock: Clock,
): Cell {
  const plan = planOn(asked, car, way);
  const level = levelOf(plan);
  const price = priceOf(way);
  const solution = solvePlan(plan, clock);
  if (isRefusal(solution)) return { kind: "blocked", plan, level, refusal: solution, price };
  const { moment, start, secondsToTarget } = solution;
  const { ledger, bill } = toTarget({ plan, solution });
  const cost = bill.total;
  const cautions = cautionsFor(pathOf(plan), solution, asked.session.toSoc);
  const limit = limitOf(way);
  const km = (soc: Fraction): Kilometres =>
    ((soc - start.soc) * solution.circuit.pack.usableWh) / car.whPerKm;
  const shortBySeconds = Math.max(0, secondsToTarget - (clock.departure ?? Infinity));
  return {
    kind: "charging",
    plan,
    level,
    solution,
    cautions,
    worst: cautions[0] ?? null,
    narrowest: solution.circuit.links[moment.binding]!.kind,
    phases: moment.flow.way.phases,
    amps: moment.amps,
    wallW: moment.balance.wall,
    batteryW: moment.balance.stored,
    secondsToTarget,
    inTime: shortBySeconds === 0,
    shortBySeconds,
    kmPerHour: solution.range.kmPerHour,
    kmPerHourWall: solution.range.wallKmPerHour,
    ledger,
    wallWh: ledger.wall,
    lostWh: ledger.lost,
    lostShare: ledger.wall > 0 ? ledger.lost / ledger.wall : 0,
    cost,
    standing: standingIn(bill),
    per100Km: Math.round((100 * cost) / km(targetOn(solution.circuit, asked.session.toSoc))) as Micros,
    perKWhStored: Math.round((1000 * cost) / ledger.stored) as Micros,
    stayKm: [...STAYS.map(({ hours }) => hours), asked.stayHours].map((hours) =>
      stayKmOf({ solution, plan }, hours, limit),
    ),
    night: nightOf(solution, plan, Math.min(clock.departure ?? NIGHT, limit), asked.dayKm),
    price,
    limitBites: secondsToTarget > limit ? limit : null,
  };
}

/**
 * The same cell where nothing but the day's drive and one's own stay is asked anew: they are read off what was solved.
 * @example cellAskedAnew(lineupRow, wayOf(plan), { stayHours: 1, dayKm: 20 }).solution === lineupRow.solution // true
 */
export function cellAskedAnew(
  cell: Cell,
  way: Way,
  { stayHours, dayKm }: Pick<Lineup, "stayHours" | "dayKm">,
): Cell {
  if (cell.kind === "blocked") return cell;
  return {
    ...cell,
    stayKm: [...cell.stayKm.slice(0, STAYS.length), stayKmOf(cell, stayHours, limitOf(way))],
    night: againstDay(cell.night, dayKm),
  };
}

/**
 * Every car on every way, car by car, ways in their order.
 * @example cellsOf(lineup).length // 51
 */
export function cellsOf(lineup: Lineup): Cell[] {
  const clock = clockOfLineup(lineup);
  return lineup.cars.flatMap((car) => lineup.ways.map((way) => cellOf(lineup, car, way, clock)));
}
