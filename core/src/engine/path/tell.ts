import { SOURCES } from "../../trade/sources";
import type { Amps, Volts } from "../../trade/units";
import { term, type Tell, type Term } from "../../trade/working";
import type { BoundBy, Circuit, PhaseWay } from "./circuit";
import { LINK_WORDS, type LinkKind } from "./link";

/** The symbol of a link's ceiling in a formula. */
export const ampsSymbol = (kind: LinkKind): string => `I_${kind}`;

/**
 * The current of a circuit in a formula: on AC that of each phase in use.
 * @example currentTerm(circuit, 16).unit // "A"
 */
export const currentTerm = ({ sign }: Pick<Circuit, "sign">, amps: Amps): Term =>
  term("I", sign > 0 ? "current on each phase" : "direct current", amps, "A");

/** Tells how a flow was found: the least of what limits, then the cap or the voltage drop that lowered it. */
export function tellFlow(
  tell: Tell,
  circuit: Circuit,
  way: PhaseWay,
  volts: Volts,
  set: Amps,
  amps: Amps,
  boundBy: BoundBy,
): void {
  const limits: Term[] = circuit.links
    .filter((link) => link.role === "limits" && Number.isFinite(link.ampsOn[way.phases]))
    .map((link) => term(ampsSymbol(link.kind), LINK_WORDS[link.kind], link.ampsOn[way.phases], "A"));
  if (Number.isFinite(set))
    limits.push(term("I_set", "the setting that is made", set, "A", SOURCES.arithmetic));
  const least = Math.min(way.most, set);
  const direct = circuit.sign < 0;
  tell({
    what: direct ? "The least of what limits" : "The least of what limits, on each phase in use",
    formula: `I = min(${limits.map((t) => t.symbol).join(", ")})`,
    terms: limits,
    result: currentTerm(circuit, least),
  });
  if (boundBy === "amps") return;
  const V = direct
    ? term("V", "volts of the pack now", volts, "V", SOURCES.label)
    : term("V", "volts of the phases in use together", volts, "V");
  const c = term("c", "conductors carrying current", way.conductors, "");
  const R = term("R", "resistance of one conductor, all links", circuit.ohms, "Ω");
  if (boundBy === "sag")
    tell({
      what: "The charger backs off where the inlet falls to 80 % of the supply",
      formula: "I = 0.2·V/(c·R)",
      terms: [V, c, { ...R, source: SOURCES.sag }],
      result: currentTerm(circuit, amps),
    });
  else
    tell({
      what: direct
        ? "The station's sign is met at its output, the cable's drop on top of the pack's volts"
        : "The charger's cap on AC power is met at the inlet, behind the voltage drop",
      formula: direct ? "I = 2·P_cap/(V + √(V² + 4·c·R·P_cap))" : "I = 2·P_cap/(V + √(V² − 4·c·R·P_cap))",
      terms: [
        term("P_cap", direct ? "power on the sign" : "cap on AC power", circuit.capW, "W", SOURCES.label),
        V,
        c,
        R,
      ],
      result: currentTerm(circuit, amps),
    });
}
