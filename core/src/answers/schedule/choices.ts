import { MIN_AMPS } from "../../trade/signals";
import type { Circuit } from "../../engine/path";
import type { Plan } from "../../engine/plan";
import {
  acceptedShare,
  acceptedAt,
  flowAt,
  modeOf,
  pathStores,
  varyingAt,
  wallOf,
  type State,
} from "../../engine/session";
import type { Amps } from "../../trade/units";

/** A current somebody can really choose for a session, and what it comes to while the battery takes it. */
export interface Choice {
  /** Amps a phase to set; undefined for whatever flows without a hand on it. */
  readonly amps: Amps | undefined;
  readonly by: "evse" | "car" | null;
  readonly storedW: number;
  readonly wallW: number;
}

const NEAR = 1e-6;

/** Amps that can be set below what flows: steps of the unit, whole amps in a car that has such a limit. */
function settable({ evse, car }: Plan, circuit: Circuit, flows: Amps): { amps: Amps; by: "evse" | "car" }[] {
  if (circuit.current === "DC") return [];
  const below = (amps: Amps) => amps >= MIN_AMPS && amps < flows - NEAR;
  const steps = evse.steps.filter(below).map((amps) => ({ amps, by: "evse" as const }));
  const whole = car.charger.settable
    ? Array.from({ length: Math.ceil(flows) }, (_, i) => i)
        .filter((amps) => below(amps) && !steps.some((step) => step.amps === amps))
        .map((amps) => ({ amps, by: "car" as const }))
    : [];
  return [...steps, ...whole].sort((a, b) => a.amps - b.amps);
}

function choiceAt(
  circuit: Circuit,
  amps: Amps | undefined,
  by: Choice["by"],
  { soc, packC }: State,
): Choice | undefined {
  const mode = modeOf(circuit, amps ?? Infinity);
  const flow = mode && flowAt(circuit, amps ?? Infinity, soc);
  if (!mode || !flow) return undefined;
  const storedW = Math.min(pathStores(mode, soc), acceptedAt(circuit.pack, soc) * acceptedShare(packC));
  return storedW > 0
    ? { amps, by, storedW, wallW: wallOf(circuit, varyingAt(circuit, flow, storedW, soc)) }
    : undefined;
}

/**
 * The currents there are to choose from, least first, whatever flows by itself last.
 * @example choicesOf(overnight, overnightSolved.circuit, overnightSolved.start).map(({ amps }) => amps)
 */
export function choicesOf(plan: Plan, circuit: Circuit, start: State): Choice[] {
  const flow = flowAt(circuit, Infinity, start.soc);
  const chosen = flow ? settable(plan, circuit, flow.amps) : [];
  return [
    ...chosen.map(({ amps, by }) => choiceAt(circuit, amps, by, start)),
    choiceAt(circuit, undefined, null, start),
  ].filter((choice) => choice !== undefined);
}
