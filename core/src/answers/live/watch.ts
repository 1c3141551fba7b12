import { isRefusal } from "../../engine/path";
import { flowAt, run, socAt } from "../../engine/session";
import { amountOf, type Amps, type Fraction, type Seconds } from "../../trade/units";
import { lineOf } from "../explain";
import { onOnePhase } from "../says";
import type { Sample, SessionRecord } from "../record";
import { alarmsOf } from "./alarms";
import { IDLE_W, LIVE_A, type Banded, type LaneNow, type Watch } from "./standing";
import { expectedCourse, limitedTo, onClock, socAfterWh, wallBy, windowAt, type LiveCourse } from "./course";
import { costSoFar, progressOf, type Progress } from "./progress";

/** What a reading of the car's is off: whole per cents (see Log). */
const CAR_OFF: Fraction = 0.01;
/** … what a counter's is, of what was gained: losses and battery size are known so well (common practice). */
const COUNTER_OFF: Fraction = 0.04;
/** … and what the clock's: nobody knows whether the path carried what it should. */
const CLOCK_OFF: Fraction = 0.08;

/** A reading older than this (s), or than three of its usual steps, says nothing of now. */
const STALE: Seconds = 300;
const STALE_STEPS = 3;

const banded = (soc: Fraction, off: Fraction): Banded => ({
  soc,
  low: Math.max(0, soc - off),
  high: Math.min(1, soc + off),
});

/**
 * The charge a session should have at a time of its clock, with how far that may be off.
 * @example expectedAt(course, course.began).soc === course.start.soc // true
 */
export function expectedAt({ run: whole, start, target }: LiveCourse, at: Seconds): Banded {
  const soc = Math.min(Math.max(target, start.soc), socAt(whole, start, at));
  return banded(soc, CAR_OFF + COUNTER_OFF * Math.max(0, soc - start.soc));
}

/** The charge as it is told best: by the car, carried on by what was counted since; by the counter; by the clock. */
function chargeNow(course: LiveCourse, { latest, wallWh, energy }: Progress, now: Seconds): Watch["charge"] {
  const from = course.start.soc;
  const byCounter = wallWh === null ? null : socAfterWh(course, wallWh);
  if (latest?.soc) {
    const { at, value } = latest.soc;
    const then = energy.findLast(([time]) => time <= at)?.[1];
    const since =
      byCounter === null || then === undefined ? 0 : Math.max(0, byCounter - socAfterWh(course, then));
    const soc = Math.min(1, value + since);
    return { ...banded(soc, CAR_OFF + COUNTER_OFF * since), by: "car" };
  }
  if (byCounter !== null)
    return { ...banded(byCounter, CAR_OFF + COUNTER_OFF * Math.max(0, byCounter - from)), by: "counter" };
  const soc = socAt(course.run, course.start, now);
  return { ...banded(soc, CAR_OFF + CLOCK_OFF * Math.max(0, soc - from)), by: "clock" };
}

/** What should flow at the meter (W) at a charge in an hour's window; nothing where it is done or not to charge. */
function wattsNow(course: LiveCourse, soc: Fraction, now: Seconds): { watts: number; phases: number } {
  const window = windowAt(course.windows, now);
  const idle = { watts: 0, phases: 0 };
  if (!window || soc >= course.target) return idle;
  const soon = { ...window, from: now, to: now + 60 };
  const [slice] = run(
    course.circuit,
    { windows: [soon], toSoc: course.target },
    { soc, packC: course.start.packC, elapsed: now },
  ).slices;
  return slice ? { watts: slice.startWallW, phases: slice.phases } : idle;
}

/** Readings over which power is told (s): a single one may be a moment's. */
const OVER: Seconds = 180;

/** Power over the last minutes, the middle of what was read; null where nothing tells it. */
function recentW({ power }: Progress, now: Seconds): number | null {
  const last = power.at(-1);
  if (!last || last[0] < now - OVER - STALE) return null;
  const recent = power.filter(([at]) => at >= last[0] - OVER).map(([, watts]) => watts);
  return recent.sort((a, b) => a - b)[Math.floor(recent.length / 2)]!;
}

/** As much of what should flow as still is what should: meters and cars are off by so much. */
const AS_EXPECTED = 0.95;

/** When a session that is done was: once nothing flowed any more, or by the clock. */
function doneAt({ readyAt }: LiveCourse, { power }: Progress, now: Seconds): Seconds {
  const flowed = power.findLast(([, watts]) => watts >= IDLE_W);
  return Math.min(now, flowed?.[0] ?? readyAt ?? now);
}

/**
 * When it is done as it goes now: the rest of the session from the charge it has, over its own hours, at what really
 * flows where that is less than it should be.
 */
function readyAsItGoes(
  course: LiveCourse,
  progress: Progress,
  watch: Pick<Watch, "charge" | "now" | "expectedW" | "measuredW" | "lanes" | "stale">,
): Seconds | null {
  const { charge, now, expectedW, measuredW, lanes, stale } = watch;
  const { circuit, target, start, windows } = course;
  // It is known so well only: where nothing flows any more it is there.
  const there = charge.high >= target && measuredW !== null && measuredW < IDLE_W;
  if (there || charge.soc >= target) return doneAt(course, progress, now);
  const state = { soc: charge.soc, packC: start.packC, elapsed: now };
  const rest = (by: LiveCourse["circuit"], most: Amps): Seconds | null => {
    const ahead = windows
      .filter(({ to }) => to > now)
      .map((window) => ({
        ...window,
        from: Math.max(window.from, now),
        amps: Math.min(window.amps ?? Infinity, most),
      }));
    const { end } = run(by, { windows: ahead, toSoc: target }, state);
    return end.soc >= target - 1e-9 ? end.elapsed : null;
  };
  const asPlanned = rest(circuit, Infinity);
  if (stale || measuredW === null || expectedW < IDLE_W || measuredW >= AS_EXPECTED * expectedW)
    return asPlanned;
  if (measuredW < IDLE_W) return null;
  const live = lanes.filter(({ measured }) => measured !== null && measured > LIVE_A);
  // At a lower current, or over the one lane that is left, it is that path's session; else it takes as much longer as less flows.
  const by = live.length === lanes.length ? circuit : live.length === 1 ? onePhaseOf(course) : null;
  if (circuit.sign > 0 && live.length > 0 && by) {
    const at = rest(by, live.reduce((sum, { measured }) => sum + measured!, 0) / live.length);
    if (at !== null) return at;
  }
  return asPlanned === null ? null : now + ((asPlanned - now) * expectedW) / measuredW;
}

function onePhaseOf({ plan }: LiveCourse): LiveCourse["circuit"] | null {
  const one = onOnePhase(plan);
  const course =
    one && expectedCourse({ plan: one, begin: new Date(0).toISOString(), fromSoc: 0 } as SessionRecord);
  return course && !isRefusal(course) ? course.circuit : null;
}

function lanesNow(course: LiveCourse, watts: number, phases: number, { latest }: Progress): LaneNow[] {
  const { circuit } = course;
  if (circuit.sign < 0) {
    const volts = (circuit.pack.emptyVolts + circuit.pack.fullVolts) / 2;
    return [{ expected: watts / volts, measured: latest?.amps[0] ?? null }];
  }
  const count = phases || (flowAt(circuit, Infinity, 0)?.way.phases ?? 1);
  const { amps } = lineOf(circuit, count, watts);
  return Array.from({ length: count }, (_, i) => ({ expected: amps, measured: latest?.amps[i] ?? null }));
}

/**
 * A session that goes on, as it stands: what was measured beside what was to be, and what to look at.
 * @param nowMs ms since 1970
 * @returns null where it has no plan, or nothing would flow by it
 * @example watchOf({ ...recorded, plan: null }, [], Date.now()) // null
 */
export function watchOf(record: SessionRecord, samples: readonly Sample[], nowMs: number): Watch | null {
  const course = expectedCourse(record);
  return course && !isRefusal(course) ? watchOver(course, samples, nowMs) : null;
}

/**
 * The same over a course that was made already: it changes only with its plan and its schedule.
 * @param limit the charge at which the car itself ends, where it tells that
 * @example watchOver(course, [], Date.now()).charge.by // "clock"
 */
export function watchOver(
  whole: LiveCourse,
  samples: readonly Sample[],
  nowMs: number,
  limit: Fraction | null = null,
): Watch {
  const course = limitedTo(whole, limit);
  const progress = progressOf(course, samples);
  const now = Math.max(course.began, onClock(course, nowMs));
  const { latest, power } = progress;
  const step = power.length > 2 ? (power.at(-1)![0] - power[0]![0]) / (power.length - 1) : 0;
  const age = latest && Math.max(0, now - latest.at);
  const stale = age !== null && age > Math.max(STALE, STALE_STEPS * step);
  const charge = chargeNow(course, progress, now);
  const { watts: expectedW, phases } = wattsNow(course, charge.soc, now);
  const measuredW = stale ? null : recentW(progress, now);
  const lanes = lanesNow(course, expectedW, phases, progress);
  const cost = costSoFar(course, progress, now);
  const standing = { charge, now, expectedW, measuredW, lanes, stale };
  const told: Omit<Watch, "alarms"> = {
    course,
    wished: course === whole ? null : whole.target,
    progress,
    ...standing,
    elapsed: now - course.began,
    age,
    expected: expectedAt(course, now),
    expectedWh: wallBy(course.run, now),
    wallWh: progress.wallWh,
    cost: cost && amountOf(cost.total),
    readyAt: readyAsItGoes(course, progress, standing),
    due: windowAt(course.windows, now) !== undefined,
  };
  return { ...told, alarms: alarmsOf(told) };
}
