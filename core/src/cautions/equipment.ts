import { ampsOfBreakerFor } from "./breaker";
import type { Caution, Rule } from "./caution";
import { leadHeat } from "../steps";
import { supplySystem } from "../supply";

const a = (amps: number): string => `${Math.round(amps * 10) / 10} A`;

/** Current above which a lead should not be used for hours (common practice). */
const LEAD_AMPS = 8;

const lead: Rule = ({ path, point, pulls }) => {
  const { lead: used } = path;
  if (!used) return undefined;
  const found: Caution[] = [];
  const heat = point ? leadHeat(used, point.amps, point.conductors) : undefined;
  const warmth = heat === undefined ? "" : ` It gives off ${heat.toFixed(1)} W a metre.`;
  if (used.coiled)
    found.push({
      code: "lead-coiled",
      severity: "stop",
      what: `The ${used.name} is used coiled.`,
      why: `A coil cannot shed its heat.${warmth}`,
      todo: "Unwind it to the last turn before you charge.",
    });
  if (used.chained)
    found.push({
      code: "lead-chained",
      severity: "stop",
      what: `The ${used.name} is joined from several leads.`,
      why: "Every joint is another contact that heats, and the fault protection may no longer act in time.",
      todo: "Use one lead that is long enough, or none.",
    });
  if (used.overBlock)
    found.push({
      code: "lead-over-block",
      severity: "stop",
      what: "There is a block or travel adapter in between.",
      why: "They are not made for hours of load.",
      todo: "Take it out.",
    });
  if (pulls !== undefined && pulls > used.amps)
    found.push({
      code: "lead-over-rating",
      severity: "stop",
      what: `The car would pull ${a(pulls)} through a lead rated ${a(used.amps)}.`,
      why: "The lead limits nothing; it only gets hot.",
      todo: `Set the unit or the car to ${a(Math.min(used.amps, LEAD_AMPS))} or less.`,
    });
  const over = (pulls ?? 0) > LEAD_AMPS;
  found.push({
    code: over ? "lead-over-eight" : "lead-used",
    severity: over ? "careful" : "note",
    what: over ? `An extension lead at ${a(pulls!)}.` : "An extension lead is in use.",
    why: `Extension leads are not recommended for charging.${warmth}`,
    todo: `If you must: one only, heavy, fully unwound, dry, at ${LEAD_AMPS} A or less, and feel it for warmth. A window left ajar for it is an open house.`,
  });
  return found;
};

const adapter: Rule = ({ path: { adapter: piece }, point, pulls }) =>
  piece && pulls !== undefined && point?.current === "AC" && pulls > piece.amps
    ? {
        code: "adapter-below-path",
        severity: "stop",
        what: `The car would pull ${a(pulls)} through an adapter rated ${a(piece.amps)}.`,
        why: "An adapter limits nothing; it only gets hot.",
        todo: "Lower the current, or take an adapter rated for the path.",
      }
    : undefined;

/** Length above which some cars refuse to charge (common practice). */
const LONG_CABLE_M = 10;

const cable: Rule = ({ path: { cable: own } }) =>
  own && own.lengthM > LONG_CABLE_M
    ? {
        code: "cable-long",
        severity: "careful",
        what: `A charging cable of ${own.lengthM} m.`,
        why: "Over 10 m some cars refuse, and it is heavy: 5 m suits most bays.",
        todo: "Try it with this car before you rely on it.",
      }
    : undefined;

const fixedUnit: Rule = ({ path: { unit, outlet } }) => {
  if (unit.kind !== "wallbox") return undefined;
  const american = supplySystem(outlet.supply.system).continuousShare < 1;
  const found: Caution[] = [
    {
      code: "fixed-unit",
      severity: "note",
      what: "A wired-in unit is licensed work.",
      why: "It needs a circuit of its own and the residual-current protection your local code asks for; some places forbid doing it yourself, and codes change.",
      todo: "Have a licensed electrician fit it and check the service capacity.",
    },
  ];
  const set = unit.setAmps ?? unit.maxAmps;
  const needed = ampsOfBreakerFor(set);
  if (american && outlet.circuit.breakerAmps < needed)
    found.push({
      code: "breaker-below-125",
      severity: "stop",
      what: `A ${a(set)} unit on a ${outlet.circuit.breakerAmps} A breaker.`,
      why: `The breaker must be at least 125 % of the unit's amps: ${needed} A (NEC 625.41).`,
      todo: `Have the unit set to ${a(outlet.circuit.breakerAmps * 0.8)} or less, or the circuit renewed.`,
    });
  return found;
};

export const EQUIPMENT_RULES: readonly Rule[] = [lead, adapter, cable, fixedUnit];
