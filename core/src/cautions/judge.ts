import { isRefusal, linksOf, fitProblem, type ChargingPath, type OperatingPoint } from "../path";
import { charge, type SessionRequest } from "../session";
import { SEVERITIES, type Caution, type Rule, type Situation } from "./caution";
import { EQUIPMENT_RULES } from "./equipment";
import { RAPID_RULES } from "./rapid";
import { WIRING_RULES } from "./wiring";

const RULES: readonly Rule[] = [...WIRING_RULES, ...EQUIPMENT_RULES, ...RAPID_RULES];

/** Links that hold the current down by themselves; all others only get hot. */
const LIMITING = new Set(["unit", "cable", "charger"]);

/** Amps a lane the car would pull if nobody lowered anything. */
function pullsOf(path: ChargingPath, point: OperatingPoint | undefined): number | undefined {
  if (path.unit.kind === "rapid" || fitProblem(path)) return undefined;
  const lanes = point?.lanes ?? 1;
  const amps = linksOf(path)
    .filter((link) => LIMITING.has(link.kind))
    .map((link) => link.ampsOn[lanes]);
  const least = Math.min(...amps);
  return least > 0 ? least : undefined;
}

/** Every caution of a path, worst first; the same path always gives the same list. */
export function cautionsFor(path: ChargingPath, request: SessionRequest): Caution[] {
  const session = charge(path, request);
  const point = isRefusal(session) ? undefined : session.point;
  const situation: Situation = {
    path,
    request,
    point,
    houseRule: path.houseRule,
    pulls: pullsOf(path, point),
  };
  return RULES.flatMap((rule) => rule(situation) ?? []).sort(
    (a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity),
  );
}
