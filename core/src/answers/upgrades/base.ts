import { CAUTIONS, cautionsFor, type Caution } from "../cautions";
import { compile, isRefusal } from "../../engine/path";
import { charge, pathOf, type Plan, type Session } from "../../engine/plan";
import { MIN_AMPS } from "../../trade/signals";

/**
 * What a change is held against: the path as it is; where that is unsafe, the same path with the current lowered until it
 * is not; where no current makes it safe, nothing at all.
 */
export type Against = "now" | "safe" | "nothing";

/** A plan solved to its target, so that time and cost are of the same charge, and what is to be said of it. */
export interface Judged {
  readonly plan: Plan;
  readonly session: Session;
  readonly cautions: readonly Caution[];
}

/** Solves and judges a plan; undefined where nothing flows. */
export function judge(plan: Plan): Judged | undefined {
  const path = pathOf(plan);
  const circuit = compile(path);
  if (isRefusal(circuit)) return undefined;
  const session = charge(path, circuit, plan.session, null);
  return isRefusal(session)
    ? undefined
    : { plan, session, cautions: cautionsFor(path, session, plan.session.toSoc) };
}

/** The base of comparison, with what was said of the path it stands for. */
export interface Base {
  readonly against: Against;
  readonly cautions: readonly Caution[];
  /** Null where nothing is safe. */
  readonly judged: Judged | null;
}

const stops = ({ cautions }: Judged): boolean => cautions.some(({ severity }) => severity === "stop");

/** Lower currents that are tried where the one that should be held is not safe either. */
const LOWER = [16, 13, 10, 8, MIN_AMPS];

/** The path with the current lowered, by whoever could, until nothing says stop. */
function safely({ plan, session }: Judged): Judged | undefined {
  const { circuit, moment } = session;
  if (circuit.sign < 0) return undefined;
  const held = Math.floor(circuit.holds + 1e-9);
  for (const carAmps of [held, ...LOWER]) {
    if (carAmps < MIN_AMPS || carAmps > held || carAmps >= moment.amps) continue;
    const lower = judge({ ...plan, settings: { ...plan.settings, carAmps } });
    if (lower && !stops(lower)) return lower;
  }
  return undefined;
}

/** What changes to a plan are held against; undefined where nothing flows at all. */
export function baseOf(plan: Plan): Base | undefined {
  const now = judge(plan);
  if (!now) return undefined;
  if (!stops(now)) return { against: "now", cautions: now.cautions, judged: now };
  const safe = safely(now);
  return safe
    ? { against: "safe", cautions: safe.cautions, judged: safe }
    : { against: "nothing", cautions: now.cautions, judged: null };
}

/** Share by which an amount may grow and still be the same. */
const SAME = 1e-6;

/**
 * Whether an electrician would sign a change: nothing that says stop; nothing to be careful of that was not there, nor
 * further than it went; nothing led through a fault of the installation.
 */
export const signed = ({ cautions: before }: Base, { cautions: after }: Judged): boolean =>
  after.every(({ code, severity, amount = Infinity }) => {
    if (severity === "note") return true;
    if (severity === "stop" || CAUTIONS[code] === "never") return false;
    const had = before.find((caution) => caution.code === code && caution.severity === "careful");
    return had?.amount !== undefined && amount <= had.amount * (1 + SAME);
  });
