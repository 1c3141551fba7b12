import { tradeOf } from "../../trade/sizes";
import { supplySystem } from "../../trade/supply";
import type { Amps } from "../../trade/units";
import { ampsOfBreakerFor } from "./breaker";
import { above, ampsWord as a, type Caution, type Rule } from "./caution";
import { withArticle } from "../../trade/units";

const capital = (text: string): string => text.replace(/^./, (c) => c.toUpperCase());

/** Length above which some cars refuse to charge (common practice). */
const LONG_CABLE_M = 10;

const longCable: Rule = ({ path: { cable, evse }, direct }) => {
  const lengthM = evse.output.kind === "tethered" ? evse.output.lengthM : cable?.lengthM;
  return !direct && lengthM !== undefined && lengthM > LONG_CABLE_M
    ? {
        code: "cable-long",
        severity: "careful",
        amount: lengthM,
        what: `A charging cable of ${lengthM} m.`,
        why: "Over 10 m some cars refuse, and it is heavy: 5 m suits most bays.",
        todo: "Try it with this car before you rely on it.",
      }
    : undefined;
};

/**
 * A fixed unit and the breaker before it: 125 % in North America, no less than the unit elsewhere. A unit turned down by
 * a setting counts as its setting only where not everybody can turn it up again (NEC 625.42).
 */
const breakerBelowEvse: Rule = ({ path: { evse, outlet } }) => {
  if (evse.kind !== "wallbox" && evse.kind !== "post") return undefined;
  const american = supplySystem(outlet.supply.system).continuousShare < 1;
  const { breakerAmps } = outlet.circuit;
  const needed = (amps: Amps) => (american ? ampsOfBreakerFor(amps) : amps);
  const holds = a(american ? breakerAmps * 0.8 : breakerAmps);
  if (!above(needed(evse.maxAmps), breakerAmps)) return undefined;
  const offers = evse.setAmps ?? evse.maxAmps;
  if (!above(needed(offers), breakerAmps))
    return evse.setLocked
      ? undefined
      : {
          code: "setting-open",
          severity: american && evse.setLocked === false ? "stop" : "careful",
          amount: needed(evse.maxAmps) / breakerAmps,
          what: `${capital(withArticle(`${a(evse.maxAmps)} unit`))}, set to ${a(offers)}, on ${withArticle(`${breakerAmps} A breaker`)}.`,
          why: american
            ? `The setting counts only where its adjustment has restricted access: behind a cover, a tool or the installer's password (NEC 625.42). ${evse.setLocked === false ? "Here anybody can turn it up." : "Whether it has is not said."}`
            : `Whoever turns it up again overloads the circuit. ${evse.setLocked === false ? "Here anybody can." : "Whether only an installer can is not said."}`,
          todo: "Have the setting locked by whoever installs it, and say so with the unit in the Garage.",
        };
  return {
    code: american ? "breaker-below-125" : "breaker-below-evse",
    severity: "stop",
    what: `${capital(withArticle(`${a(offers)} unit`))} on ${withArticle(`${breakerAmps} A breaker`)}.`,
    why: american
      ? `The breaker must be at least 125 % of the unit's amps: ${a(needed(offers))} (NEC 625.41).`
      : "A unit may not offer more than the breaker before it is rated for.",
    todo:
      evse.kind === "post"
        ? "Tell whoever runs the post; set the car lower until it is put right."
        : `Have the unit set to ${holds} or less, with the setting locked, or the circuit renewed.`,
  };
};

/** What residual-current protection the codes ask of an outlet or unit for a car (from memory). */
const RESIDUAL = {
  nec: "Ground-fault protection: a breaker or receptacle that trips when a few milliamps go astray (NEC 625.54)",
  iec: "Residual-current protection of its own: a switch that trips when 30 mA go astray, direct current too (type B, or type A where the unit switches off at 6 mA of it; IEC 60364-7-722)",
} as const;
/** … and of a unit that is wired in, which in North America has it built in. */
const RESIDUAL_WIRED = {
  nec: "The unit itself trips when a few milliamps go astray (NEC 625.22)",
  iec: RESIDUAL.iec,
} as const;

const fixedEvse: Rule = ({ path }) =>
  path.evse.kind === "wallbox"
    ? {
        code: "fixed-evse",
        severity: "note",
        what: "A wired-in unit is licensed work.",
        why: `It needs a circuit of its own. ${RESIDUAL_WIRED[tradeOf(path.outlet.supply.system)]}. Some places forbid doing it yourself, and codes change.`,
        todo: "Have a licensed electrician fit it and check the service capacity.",
      }
    : undefined;

/** An outlet meant for a car asks for the same protection as a unit that is wired in. */
const residualCurrent: Rule = ({ path, direct }) =>
  path.outlet.kind === "socket" && !direct
    ? {
        code: "residual-current",
        severity: "note",
        what: "An outlet for a car needs its own protection against current that goes astray.",
        why: `${RESIDUAL[tradeOf(path.outlet.supply.system)]}. Some portable units have part of it in their box; their papers say so.`,
        todo: "Press its test button once, and have it fitted where there is none.",
      }
    : undefined;

/** Share above which the difference is more than a matter of rounding. */
const CLEARLY = 1.02;

/** On DC the figures count the adapter's own rating; a plain one holds nothing down by itself. */
const directAdapter: Rule = ({ path: { adapter }, flowing, direct }) => {
  if (!direct || !adapter || !flowing) return undefined;
  const { ceilings } = flowing.moment;
  const would = Math.min(
    ...flowing.circuit.links.map((link, i) => (link.kind === "adapter" ? Infinity : ceilings[i]!.amps)),
  );
  const found: Caution[] = above(would, adapter.amps * CLEARLY)
    ? [
        {
          code: "adapter-below-path",
          severity: "careful",
          amount: would / adapter.amps,
          what: `Station and car could pass ${a(would)}; the adapter is rated ${a(adapter.amps)}.`,
          why: `The figures count ${a(adapter.amps)}. Whether the adapter really holds the current there, only its maker can say; a plain one gets hot.`,
          todo: "Use it only if its maker names station and car, and feel it for warmth; else take a larger one.",
        },
      ]
    : [];
  return found;
};

/** Rules about cables, units and adapters themselves. */
export const EQUIPMENT_RULES: readonly Rule[] = [
  longCable,
  breakerBelowEvse,
  fixedEvse,
  residualCurrent,
  directAdapter,
];
