import { cordAmps } from "../conductors";
import { gaugeText } from "../path";
import { supplySystem } from "../supply";
import { ampsOfBreakerFor } from "./breaker";
import { above, ampsWord as a, type Caution, type Rule } from "./caution";

/** Length above which some cars refuse to charge (common practice). */
const LONG_CABLE_M = 10;

const longCable: Rule = ({ path: { cable, unit }, direct }) => {
  const lengthM = unit.output.kind === "tethered" ? unit.output.lengthM : cable?.lengthM;
  return !direct && lengthM !== undefined && lengthM > LONG_CABLE_M
    ? {
        code: "cable-long",
        severity: "careful",
        what: `A charging cable of ${lengthM} m.`,
        why: "Over 10 m some cars refuse, and it is heavy: 5 m suits most bays.",
        todo: "Try it with this car before you rely on it.",
      }
    : undefined;
};

/** Share above what a cord usually carries at which it is no longer a matter of reserve. */
const FAR_OVER = 1.25;

/** A cable's code says what it may carry; its copper says what it can. */
const thinCable: Rule = ({ path: { cable, unit }, amps, direct }) => {
  const gauge = unit.output.kind === "tethered" ? unit.output.gauge : cable?.gauge;
  const carries = gauge === undefined || direct ? undefined : cordAmps(gauge);
  return carries !== undefined && above(amps, carries)
    ? {
        code: "cable-conductor-thin",
        severity: above(amps, carries * FAR_OVER) ? "stop" : "careful",
        what: `${a(amps)} through a charging cable of ${gaugeText(gauge!)}.`,
        why: `Cords of that size usually carry ${a(carries)}; thinner copper gets hotter.`,
        todo: "Check what is printed on the cable; lower the current, or take a heavier one.",
      }
    : undefined;
};

/** A fixed unit and the breaker before it: 125 % in North America, no less than the unit elsewhere. */
const breakerBelowUnit: Rule = ({ path: { unit, outlet } }) => {
  if (unit.kind !== "wallbox" && unit.kind !== "post") return undefined;
  const american = supplySystem(outlet.supply.system).continuousShare < 1;
  const offers = unit.setAmps ?? unit.maxAmps;
  const { breakerAmps } = outlet.circuit;
  const needed = american ? ampsOfBreakerFor(offers) : offers;
  if (!above(needed, breakerAmps)) return undefined;
  return {
    code: american ? "breaker-below-125" : "breaker-below-unit",
    severity: "stop",
    what: `A ${a(offers)} unit on a ${breakerAmps} A breaker.`,
    why: american
      ? `The breaker must be at least 125 % of the unit's amps: ${a(needed)} (NEC 625.41).`
      : "A unit may not offer more than the breaker before it is rated for.",
    todo:
      unit.kind === "post"
        ? "Tell whoever runs the post; set the car lower until it is put right."
        : `Have the unit set to ${a(american ? breakerAmps * 0.8 : breakerAmps)} or less, or the circuit renewed.`,
  };
};

const fixedUnit: Rule = ({ path: { unit } }) =>
  unit.kind === "wallbox"
    ? {
        code: "fixed-unit",
        severity: "note",
        what: "A wired-in unit is licensed work.",
        why: "It needs a circuit of its own and the residual-current protection your local code asks for; some places forbid doing it yourself, and codes change.",
        todo: "Have a licensed electrician fit it and check the service capacity.",
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
          what: `Station and car could pass ${a(would)}; the adapter is rated ${a(adapter.amps)}.`,
          why: `The figures count ${a(adapter.amps)}. Whether the adapter really holds the current there, only its maker can say; a plain one gets hot.`,
          todo: "Use it only if its maker names station and car, and feel it for warmth; else take a larger one.",
        },
      ]
    : [];
  return found;
};

export const EQUIPMENT_RULES: readonly Rule[] = [
  longCable,
  thinCable,
  breakerBelowUnit,
  fixedUnit,
  directAdapter,
];
