import { clockOf, type Clock } from "../clock";
import { compile, isRefusal, type ChargingPath, type Circuit, type Refusal } from "../path";
import {
  atOnce,
  fullest,
  LEAST_STORED_W,
  ledgerOf,
  modeOf,
  momentAt,
  pathStores,
  run,
  socAt,
  targetOn,
  type Ledger,
  type Moment,
  type Run,
  type State,
} from "../session";
import { bill, isFree, type Bill } from "../tariff";
import { wattHours, type Fraction, type Kilometres, type Seconds, type WattHours } from "../../trade/units";
import { connectionOf } from "./connection";
import type { Plan } from "./document";

/** What range a session brings. */
export interface RangeGain {
  /** Kilometres of driving an hour of charging at full flow puts in the battery. */
  readonly kmPerHour: number;
  /** The same if every watt at the meter moved the car: the figure many people quote. */
  readonly wallKmPerHour: number;
  readonly added: Kilometres;
  /** Kilometres gained after 1, 2, 4, 8 and 12 hours. */
  readonly byHour: readonly { readonly hours: number; readonly km: Kilometres }[];
}

/** A session over a circuit: when it is ready, what it did until then or until departure. Plain data. */
export interface Session {
  readonly circuit: Circuit;
  readonly start: State;
  /** The whole way to the target, as if nobody left. */
  readonly whole: Run;
  /** Until target or departure, whichever comes first. */
  readonly run: Run;
  readonly secondsToTarget: Seconds;
  readonly reached: boolean;
  readonly endSoc: Fraction;
  /** Where the car ends by itself before what was asked; null where it goes on to that. */
  readonly endsItself: Fraction | null;
  /** Still missing at departure, or once the car has ended; zero when what was asked is reached. */
  readonly shortWh: WattHours;
  readonly ledger: Ledger;
  /** The moment of full flow: answers in watts and amps are told for it. */
  readonly moment: Moment;
}

/** A solved plan: what flows, when it is ready, what it costs. Plain data: it survives `structuredClone`. */
export interface Solution extends Session {
  /** Turns the session's seconds into moments: `msAt(clock, secondsToTarget)` is when it is ready. */
  readonly clock: Clock;
  readonly bill: Bill;
  readonly range: RangeGain;
}

const HOURS = [1, 2, 4, 8, 12] as const;

/**
 * The charging path a plan describes.
 * @example pathOf(plan).evse.name // "Harbour post"
 */
export const pathOf = (plan: Plan): ChargingPath => ({
  car: plan.car,
  outlet: plan.outlet,
  lead: plan.lead ?? undefined,
  evse: plan.evse,
  cable: plan.cable ?? undefined,
  adapter: plan.adapter ?? undefined,
  houseRule: plan.household.houseRule,
  schools: plan.household.schools,
  free: isFree(plan.tariff),
  settings: {
    evseAmps: plan.settings.evseAmps ?? undefined,
    carAmps: plan.settings.carAmps ?? undefined,
    otherBusy: plan.settings.otherBusy,
    heatingW: plan.session.heatingW,
  },
});

/** What is asked of one session. */
export interface Asked {
  readonly fromSoc: Fraction;
  readonly toSoc: Fraction;
  readonly batteryC: number | null;
}

const tooLittle = ({ car, settings }: ChargingPath, inletW: number, stored: number): Refusal => {
  const heating = settings?.heatingW ? ` and ${settings.heatingW} W of heating` : "";
  return stored <= 0
    ? {
        field: "car",
        code: "own-draw-takes-all",
        message: `${Math.round(inletW)} W reach the car, and conversion, its own draw of ${car.ownDrawW} W${heating} take all of it: the battery gains nothing.`,
        remedy: "Take a way in with more power, or turn off what runs in the car.",
      }
    : {
        field: "car",
        code: "next-to-nothing",
        message: `Only ${stored.toFixed(1)} W would be stored: too little to call it charging.`,
        remedy: "Take a way in with more power, or warm the battery first.",
      };
};

const endedAlready = ({ evse }: ChargingPath, ends: Fraction, fromSoc: Fraction): Refusal => {
  const percent = (soc: Fraction) => `${Math.round(soc * 100)} %`;
  const rapid = evse.kind === "rapid";
  return {
    field: "session",
    code: "ended-already",
    message: `The car ends by itself at ${percent(ends)} on ${rapid ? "rapid charging" : "AC"}, and stands at ${percent(fromSoc)}: nothing flows.`,
    remedy: rapid
      ? "Start from less, or charge the rest on AC."
      : "Start from less, or lift the limit in the car and in the Garage.",
  };
};

/** A run ended by departure: the slices that are over by then, and what is left of the one that is not. */
function leftAt(circuit: Circuit, whole: Run, start: State, toSoc: Fraction, departure: Seconds): Run {
  const over = whole.slices.filter((slice) => slice.to <= departure);
  const last = over.at(-1);
  const from = last ? { soc: last.toSoc, packC: last.toC, elapsed: last.to } : start;
  const rest = run(circuit, atOnce(toSoc, departure), from);
  return { slices: [...over, ...rest.slices], end: rest.end };
}

/**
 * Charges a car over a compiled circuit.
 * @param departure seconds until the car leaves; null when nobody waits
 * @returns the session, or why nothing is stored and what to change
 * @example charge(path, circuit, plan.session, null).secondsToTarget // 37340
 */
export function charge(
  path: ChargingPath,
  circuit: Circuit,
  { fromSoc, toSoc, batteryC }: Asked,
  departure: Seconds | null,
): Session | Refusal {
  const start: State = { soc: fromSoc, packC: batteryC, elapsed: 0 };
  const target = targetOn(circuit, toSoc);
  if (target <= fromSoc) return endedAlready(path, target, fromSoc);
  const whole = run(circuit, atOnce(target), start);
  const { storedW } = fullest(whole, start);
  if (storedW < LEAST_STORED_W || whole.end.soc < target) {
    const mode = modeOf(circuit, Infinity)!;
    const stores = Math.min(pathStores(mode, whole.end.soc), storedW || Infinity);
    return tooLittle(path, momentAt(circuit, { ...start, storedW: 0 }).flow.inletW, stores);
  }
  const secondsToTarget = whole.end.elapsed;
  const reached = departure === null || secondsToTarget <= departure;
  const done = reached ? whole : leftAt(circuit, whole, start, target, departure);
  const endSoc = done.end.soc;
  return {
    circuit,
    start,
    whole,
    run: done,
    secondsToTarget,
    reached,
    endSoc,
    endsItself: target < toSoc ? target : null,
    shortWh: wattHours(reached && target === toSoc ? 0 : (toSoc - endSoc) * circuit.pack.usableWh),
    ledger: ledgerOf(done.slices),
    moment: momentAt(circuit, fullest(whole, start)),
  };
}

function rangeOf({ moment, whole, start, endSoc, circuit }: Session, { car, session }: Plan): RangeGain {
  const km = (toSoc: Fraction) => ((toSoc - session.fromSoc) * circuit.pack.usableWh) / car.whPerKm;
  return {
    kmPerHour: moment.balance.stored / car.whPerKm,
    wallKmPerHour: moment.balance.wall / car.whPerKm,
    added: km(endSoc),
    byHour: HOURS.map((hours) => ({ hours, km: km(socAt(whole, start, hours * 3600)) })),
  };
}

/**
 * The clock of a plan's session.
 * @example clockOfPlan(plan).departure // 48000
 */
export const clockOfPlan = (plan: Plan): Clock => clockOf(plan.session, plan.household.timeZone);

/**
 * Solves a plan.
 * @param clock the session's clock, where it has been made already; zone arithmetic costs more than all the rest
 * @returns the solution, or why nothing is charged and which part to change
 * @example const solved = solvePlan(plan); if (!isRefusal(solved)) solved.secondsToTarget
 */
export function solvePlan(plan: Plan, clock: Clock = clockOfPlan(plan)): Solution | Refusal {
  const path = pathOf(plan);
  const circuit = compile(path);
  if (isRefusal(circuit)) return circuit;
  const session = charge(path, circuit, plan.session, clock.departure);
  if (isRefusal(session)) return session;
  return {
    ...session,
    clock,
    bill: bill(plan.tariff, session.run, clock, connectionOf(plan, circuit, clock)),
    range: rangeOf(session, plan),
  };
}
