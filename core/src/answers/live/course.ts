import { clockOf, localMinuteOf, msAt, type Clock } from "../../engine/clock";
import { compile, isRefusal, type Circuit, type Refusal } from "../../engine/path";
import { pathOf, type Plan } from "../../engine/plan";
import { run, socAt, targetOn, wallInside, type Run, type State, type Window } from "../../engine/session";
import type { Fraction, Seconds } from "../../trade/units";
import type { SentSchedule, SessionRecord } from "../record";

/** What a session that goes on was to be: the way it is charged over, when, and how it should run. Seconds of its clock. */
export interface LiveCourse {
  readonly plan: Plan;
  readonly circuit: Circuit;
  readonly clock: Clock;
  /** Its beginning on that clock, which starts with the minute. */
  readonly began: Seconds;
  readonly windows: readonly Window[];
  readonly start: State;
  readonly target: Fraction;
  /** As it should run, from its beginning. */
  readonly run: Run;
  /** When it should be done; null where its hours do not suffice. */
  readonly readyAt: Seconds | null;
}

const NEAR = 1e-9;

const windowsOn = (clock: Clock, schedule: SentSchedule): Window[] =>
  schedule.map(({ from, to, amps }) => ({
    from: (Date.parse(from) - clock.startMs) / 1000,
    to: (Date.parse(to) - clock.startMs) / 1000,
    ...(amps === null ? {} : { amps }),
  }));

/**
 * What a recorded session was to be, from its plan and its schedule.
 * @returns null where it has no plan, or why nothing would flow by it
 * @example expectedCourse({ ...recorded, plan: null }) // null
 */
export function expectedCourse(record: SessionRecord): LiveCourse | Refusal | null {
  const { plan, begin, fromSoc, schedule } = record;
  if (!plan) return null;
  const circuit = compile(pathOf(plan));
  if (isRefusal(circuit)) return circuit;
  const beginMs = Date.parse(begin);
  const clock = clockOf(
    { pluggedInAt: localMinuteOf(beginMs, plan.household.timeZone), neededBy: plan.session.neededBy },
    plan.household.timeZone,
  );
  const began = (beginMs - clock.startMs) / 1000;
  const windows = schedule ? windowsOn(clock, schedule) : [{ from: began, to: Infinity }];
  const start: State = {
    soc: fromSoc ?? plan.session.fromSoc,
    packC: plan.session.batteryC,
    elapsed: began,
  };
  const target = Math.max(start.soc, targetOn(circuit, plan.session.toSoc));
  const whole = run(circuit, { windows, toSoc: target }, start);
  return {
    plan,
    circuit,
    clock,
    began,
    windows,
    start,
    target,
    run: whole,
    readyAt: whole.end.soc >= target - NEAR ? whole.end.elapsed : null,
  };
}

/**
 * What a run should have taken at the meter (Wh) by a time of its clock.
 * @example wallBy(course.run, course.began) // 0
 */
export function wallBy({ slices }: Run, time: Seconds): number {
  let sum = 0;
  for (const slice of slices) {
    if (slice.from >= time) break;
    sum += slice.to <= time ? slice.wall : wallInside(slice, time);
  }
  return sum;
}

const ROUNDS = 50;

/**
 * The charge a run has reached once its meter has counted so much (Wh): what the counter tells of the battery.
 * @example socAfterWh(course, 0) === course.start.soc // true
 */
export function socAfterWh({ run: whole, start }: Pick<LiveCourse, "run" | "start">, wh: number): Fraction {
  if (wh <= 0) return start.soc;
  let passed = 0;
  for (const slice of whole.slices) {
    if (passed + slice.wall < wh) {
      passed += slice.wall;
      continue;
    }
    let [low, high] = [slice.from, slice.to];
    for (let i = 0; i < ROUNDS && high - low > 1e-6; i++) {
      const middle = (low + high) / 2;
      if (passed + wallInside(slice, middle) < wh) low = middle;
      else high = middle;
    }
    return socAt(whole, start, (low + high) / 2);
  }
  return whole.end.soc;
}

/**
 * A course that ends sooner: the car's own limit is below what was asked for. Where it is not, the same.
 * @example limitedTo(course, 1) === course // true
 */
export function limitedTo(course: LiveCourse, limit: Fraction | null): LiveCourse {
  const { target, start, run: whole } = course;
  const ends = limit === null ? target : Math.max(start.soc, limit);
  if (ends >= target - NEAR_SOC) return course;
  const slice = whole.slices.find(({ toSoc }) => toSoc >= ends - NEAR);
  if (!slice) return { ...course, target: ends, readyAt: null };
  let [low, high] = [slice.from, slice.to];
  for (let i = 0; i < ROUNDS && high - low > 1e-3; i++) {
    const middle = (low + high) / 2;
    if (socAt(whole, start, middle) < ends) low = middle;
    else high = middle;
  }
  return { ...course, target: ends, readyAt: high };
}

/** Limits of cars are whole per cents: what is less than half of one below is the same. */
const NEAR_SOC: Fraction = 0.005;

/**
 * The window in which a moment lies, if any.
 * @example windowAt(course.windows, course.began)?.from // 0
 */
export const windowAt = (windows: readonly Window[], time: Seconds): Window | undefined =>
  windows.find(({ from, to, amps }) => time >= from && time < to && amps !== 0);

/**
 * A moment (ms since 1970) on the clock of a course.
 * @example onClock(course, nowMs) // 1800
 */
export const onClock = ({ clock }: Pick<LiveCourse, "clock">, ms: number): Seconds =>
  (ms - msAt(clock, 0)) / 1000;
