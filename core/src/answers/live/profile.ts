import type { SentSchedule } from "../record";
import { compile, isRefusal, type Circuit } from "../../engine/path";
import { pathOf, type Plan } from "../../engine/plan";
import { flowAt, type Window } from "../../engine/session";
import { msAt, type Clock } from "../../engine/clock";
import { MIN_AMPS } from "../../trade/signals";
import type { Amps } from "../../trade/units";

/** A stretch of a charging profile of OCPP 1.6: from so many seconds after its start on, so many amps a phase at most. */
export interface ProfilePeriod {
  readonly startPeriod: number;
  readonly limit: Amps;
}

/** A charging profile of OCPP 1.6 (7.8), for one transaction, in amps. */
export interface ChargingProfile {
  readonly chargingProfileId: number;
  readonly transactionId?: number;
  readonly stackLevel: number;
  readonly chargingProfilePurpose: "TxProfile";
  readonly chargingProfileKind: "Absolute";
  readonly chargingSchedule: {
    readonly startSchedule: string;
    readonly chargingRateUnit: "A";
    readonly chargingSchedulePeriod: readonly ProfilePeriod[];
  };
}

/** Of two profiles the one of the higher level counts; a unit has to bear this one (OCPP 1.6, 3.13.2). */
const STACK_LEVEL = 0;
const PROFILE_ID = 1;

/**
 * OCPP 1.6 (7.14) has limits in steps of a tenth. Rounded down, never up.
 * @example tenthBelow(9.87) // 9.8
 */
export const tenthBelow = (amps: Amps): Amps => Math.floor(amps * 10 + 1e-6) / 10;

/**
 * The most a path may carry for hours on a phase (A): what flows by itself, and no more than any of its links holds.
 * @returns null where nothing flows, or it is direct current, which a limit in amps a phase does not set
 * @example mostForHours(plan) // 16
 */
export function mostForHours(plan: Plan): Amps | null {
  const circuit = compile(pathOf(plan));
  return isRefusal(circuit) ? null : heldBy(circuit);
}

function heldBy(circuit: Circuit): Amps | null {
  if (circuit.sign < 0) return null;
  const flow = flowAt(circuit, Infinity, 0);
  if (!flow) return null;
  const holds = circuit.links.map(({ ampsOn }) => ampsOn[flow.way.phases]).filter((amps) => amps > 0);
  return Math.min(flow.amps, ...holds);
}

/**
 * Windows of a schedule as they are sent and recorded: moments, each at no more than the path holds for hours.
 * @param most see {@link mostForHours}
 * @example sentOf([{ from: 3600, to: 7200 }], clock, 16)[0].amps // 16
 */
export const sentOf = (windows: readonly Window[], clock: Clock, most: Amps): SentSchedule =>
  windows
    .filter(({ from, to }) => Number.isFinite(to) && to > from)
    .map(({ from, to, amps }) => ({
      from: new Date(Math.round(msAt(clock, from))).toISOString(),
      to: new Date(Math.round(msAt(clock, to))).toISOString(),
      amps: tenthBelow(Math.min(most, amps ?? most)),
    }));

/**
 * A schedule as a charging profile of OCPP 1.6: between its stretches, before the first and after the last, nothing.
 * What is already past is left out; a current below 6 A is none (IEC 61851-1).
 * @param nowMs ms since 1970
 * @throws RangeError for a schedule that is over, or has a stretch without a current
 * @example profileOf(sent, nowMs, 7).chargingSchedule.chargingRateUnit // "A"
 */
export function profileOf(schedule: SentSchedule, nowMs: number, transactionId?: number): ChargingProfile {
  // Whole seconds, as a period counts them.
  const start = Math.floor(nowMs / 1000) * 1000;
  const ahead = schedule.filter(({ to }) => Date.parse(to) > nowMs);
  if (ahead.length === 0) throw new RangeError("the schedule is over");
  const periods: ProfilePeriod[] = [];
  const add = (ms: number, limit: Amps) => {
    // What has begun holds from the first second on.
    const startPeriod = ms <= nowMs ? 0 : Math.round((ms - start) / 1000);
    const last = periods.at(-1);
    if (last?.startPeriod === startPeriod) periods.pop();
    if (periods.at(-1)?.limit !== limit) periods.push({ startPeriod, limit });
  };
  add(start, 0);
  for (const { from, to, amps } of ahead) {
    if (amps === null) throw new RangeError("a stretch that is sent has a current");
    add(Date.parse(from), amps < MIN_AMPS ? 0 : tenthBelow(amps));
    add(Date.parse(to), 0);
  }
  return {
    chargingProfileId: PROFILE_ID,
    ...(transactionId === undefined ? {} : { transactionId }),
    stackLevel: STACK_LEVEL,
    chargingProfilePurpose: "TxProfile",
    chargingProfileKind: "Absolute",
    chargingSchedule: {
      startSchedule: new Date(start).toISOString(),
      chargingRateUnit: "A",
      chargingSchedulePeriod: periods,
    },
  };
}

/**
 * What a profile allows (A a phase) at a moment: of the last period that has begun; whatever flows before it starts.
 * @example allowedBy(profileOf(sent, nowMs), nowMs) // 0
 */
export function allowedBy({ chargingSchedule }: ChargingProfile, nowMs: number): Amps {
  const seconds = (nowMs - Date.parse(chargingSchedule.startSchedule)) / 1000;
  return (
    chargingSchedule.chargingSchedulePeriod.findLast(({ startPeriod }) => startPeriod <= seconds)?.limit ??
    Infinity
  );
}
