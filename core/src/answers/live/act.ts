import { compile, isRefusal } from "../../engine/path";
import { pathOf, solvePlan, type Plan } from "../../engine/plan";
import { MIN_AMPS } from "../../trade/signals";
import type { Amps } from "../../trade/units";
import { cautionsFor } from "../cautions";
import type { SentSchedule, SessionRecord } from "../record";
import { mostForHours, tenthBelow } from "./profile";

/** A stretch that has no end in sight (ms): longer than any car stands. */
const LONG = 7 * 24 * 3_600_000;

/**
 * Why nothing is started over a path from afar, in words; null where nothing speaks against it. What a person at the plug
 * may look at and allow, nobody does from elsewhere: one caution to stop is enough.
 * @example whyNotStart(plan) // null
 */
export function whyNotStart(plan: Plan): string | null {
  const path = pathOf(plan);
  const circuit = compile(path);
  if (isRefusal(circuit)) return circuit.message;
  const solution = solvePlan(plan);
  if (isRefusal(solution)) return solution.message;
  // Before its caution, which has the current lowered: to this no car can be.
  const held = heldTo(plan);
  if (held !== null && held < MIN_AMPS)
    return `What this path holds for hours, ${held} A, is less than the ${MIN_AMPS} A a car needs. Have it looked at by an electrician.`;
  const stop = cautionsFor(path, solution, plan.session.toSoc).find(({ severity }) => severity === "stop");
  return stop ? `${stop.what} ${stop.todo}` : null;
}

/**
 * The current (A a phase) a unit has to be held to over a path: the most that path carries for hours, where the car would
 * pull more if nobody lowered it; null where it pulls no more than that by itself, or on direct current.
 * @example heldTo(plan) // null
 */
export function heldTo(plan: Plan): Amps | null {
  const circuit = compile(pathOf(plan));
  const most = mostForHours(plan);
  if (most === null || isRefusal(circuit)) return null;
  return circuit.pulls > most + NEAR ? tenthBelow(most) : null;
}

/** Amps below which a current is not above another. */
const NEAR = 1e-6;

/**
 * Why a session is not set to a current, in words that say what is accepted; null where it can be.
 * @example whyNotAmps(plan, 10) // null
 */
export function whyNotAmps(plan: Plan, amps: Amps): string | null {
  const most = mostForHours(plan);
  if (most === null) return "Direct current is not set in amps a phase from here.";
  return amps >= MIN_AMPS && amps <= most + 1e-9
    ? null
    : `accepted: ${MIN_AMPS} to ${Number(most.toFixed(1))} A; more this path does not hold for hours`;
}

/** What of a schedule is over by a moment, cut there. */
function pastOf(schedule: SentSchedule | undefined, began: string, now: string): SentSchedule {
  const rows = schedule ?? [{ from: began, to: now, amps: null }];
  return rows
    .filter(({ from }) => from < now)
    .map((row) => (row.to > now ? { ...row, to: now } : row))
    .filter(({ from, to }) => from < to);
}

/**
 * A session's schedule once something else holds from a moment on; what has been stays as it was.
 * @param rest what holds from then on; a current, or null for whatever flows
 * @example scheduleFrom(running, nowMs, 10).at(-1)?.amps // 10
 */
export function scheduleFrom(
  { begin, schedule }: { readonly begin: string; readonly schedule?: SentSchedule | undefined },
  nowMs: number,
  rest: SentSchedule | Amps | null,
): SentSchedule {
  const now = new Date(Math.max(nowMs, Date.parse(begin))).toISOString();
  const past = pastOf(schedule, new Date(begin).toISOString(), now);
  if (Array.isArray(rest))
    return [
      ...past,
      ...rest.filter(({ to }) => to > now).map((row) => (row.from < now ? { ...row, from: now } : row)),
    ].slice(-MOST_STRETCHES);
  const end = new Date(Date.parse(now) + LONG).toISOString();
  return [...past, { from: now, to: end, amps: rest as Amps | null }].slice(-MOST_STRETCHES);
}

/** As many as a record has room for. */
const MOST_STRETCHES = 200;

/** What stretches on for longer than this (ms) was set to hold until something else is. */
const UNTIL_FURTHER = 24 * 3_600_000;

/**
 * Whether a schedule has a session wait, or flow lower than its way is held to anyway: something that can be taken back.
 * @param nowMs ms since 1970
 * @example isLowered({ plan, schedule: sent }, nowMs) // true
 */
export function isLowered(
  { plan, schedule }: Pick<SessionRecord, "plan" | "schedule">,
  nowMs: number,
): boolean {
  if (!schedule) return false;
  const [now, ...later] = schedule.filter(({ to }) => Date.parse(to) > nowMs);
  const untilFurther =
    now !== undefined &&
    later.length === 0 &&
    Date.parse(now.from) <= nowMs &&
    Date.parse(now.to) - nowMs > UNTIL_FURTHER;
  return !(untilFurther && now.amps === (plan && heldTo(plan)));
}
