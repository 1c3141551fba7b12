import type { ChargingPath } from "../../engine/path";
import type { Fraction } from "../../trade/units";
import { SEVERITIES, type Caution, type Flowing, type Rule, type Situation } from "./caution";
import { EQUIPMENT_RULES } from "./equipment";
import { LEAD_RULES } from "./lead";
import { OVERDRAWN_RULES } from "./overdrawn";
import { PIECE_RULES } from "./pieces";
import { PROTECTION_RULES } from "./protection";
import { RAPID_RULES } from "./rapid";
import { WIRING_RULES } from "./wiring";

const RULES: readonly Rule[] = [
  ...OVERDRAWN_RULES,
  ...PROTECTION_RULES,
  ...WIRING_RULES,
  ...LEAD_RULES,
  ...PIECE_RULES,
  ...EQUIPMENT_RULES,
  ...RAPID_RULES,
];

/**
 * Every caution of a path, worst first; the same path always gives the same list.
 * @param flowing what flows, from the solved session; undefined where nothing does
 * @param toSoc how far it is to be charged
 * @example cautionsFor(pathOf(overReel), undefined, 0.8).length // 5
 */
export function cautionsFor(path: ChargingPath, flowing: Flowing | undefined, toSoc: Fraction): Caution[] {
  const situation: Situation = {
    path,
    toSoc,
    flowing,
    amps: flowing?.moment.amps ?? 0,
    direct: path.evse.kind === "rapid",
  };
  return RULES.flatMap((rule) => rule(situation) ?? []).sort(
    (a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity),
  );
}
