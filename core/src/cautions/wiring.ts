import { feedOf, outletType } from "../outlets";
import { lanesAt, lineVolts, tapIdOf } from "../parts";
import { supplySystem, tapOf } from "../supply";
import { above, ampsWord as a, type Rule } from "./caution";

const sharedCircuit: Rule = ({ path: { outlet }, direct }) =>
  !direct && outlet.circuit.otherLoadAmps > 0
    ? {
        code: "shared-circuit",
        severity: "note",
        what: `${a(outlet.circuit.otherLoadAmps)} of other loads share this circuit.`,
        why: "If more is switched on while the car charges, the breaker may trip in the night.",
        todo: "Keep the circuit for the car, or charge at a lower step.",
      }
    : undefined;

const condition: Rule = ({ path: { outlet } }) => {
  if (outlet.condition === "worn")
    return {
      code: "outlet-worn",
      severity: "stop",
      what: `${outlet.name} is loose, hot, discoloured or cracked.`,
      why: "A bad contact heats with the square of the current; taped up is not repaired.",
      todo: "Stop using it and have a licensed electrician test it.",
    };
  if (outlet.condition === "unknown")
    return {
      code: "wiring-unknown",
      severity: "careful",
      what: "The wiring here is old or unchecked.",
      why: "Wiring may have been legal when it was laid and still be below today's rule.",
      todo: "Use it in an emergency only, for the least energy that reaches the next charger; have it inspected.",
    };
  return undefined;
};

/** Earth is lost at the first plug or socket without it, wherever on the way that is. */
const noEarth: Rule = ({ path: { outlet, lead } }) => {
  const types = [
    ...(outlet.kind === "socket" ? [outlet.type] : []),
    ...(lead ? [lead.plug, lead.socket] : []),
  ];
  const without = types.find((type) => !outletType(type).earth);
  return without
    ? {
        code: "no-earth",
        severity: "stop",
        what: `${outletType(without).name} has no earth pin.`,
        why: "Without earth the unit cannot protect you from a fault in the car.",
        todo: "Have the outlet replaced by one with an earth; do not use an adapter instead.",
      }
    : undefined;
};

const exposed: Rule = ({ path: { outlet } }) =>
  outlet.exposed
    ? {
        code: "exposed-outlet",
        severity: "careful",
        what: "The outlet is outdoors and not weatherproof.",
        why: "Water in a plug under load is a shock and a fire.",
        todo: "Charge in the dry only, keep joints off the ground, and have a weatherproof outlet fitted.",
      }
    : undefined;

/** Measured volts are judged by the tap they were measured at. */
const voltage: Rule = ({ path: { outlet } }) => {
  const measured = outlet.supply.measuredVolts;
  if (measured === undefined) return undefined;
  const { name, tolerance } = supplySystem(outlet.supply.system);
  const tap = tapOf(outlet.supply.system, tapIdOf(outlet)!)!;
  const nominal = lineVolts(tap);
  return measured >= nominal * tolerance.low && measured <= nominal * tolerance.high
    ? undefined
    : {
        code: "voltage-out-of-range",
        severity: "careful",
        what: `${measured} V measured lies outside what ${tap.label} of ${name} should give.`,
        why: tolerance.source.name,
        todo: "Measure again under load; if it stays, call your network operator or an electrician.",
      };
};

const oddSupply: Rule = ({ path: { outlet } }) =>
  outlet.kind === "socket" && feedOf(outlet.type, outlet.supply.system)?.odd
    ? {
        code: "outlet-odd-supply",
        severity: "careful",
        what: `${outletType(outlet.type).name} on ${supplySystem(outlet.supply.system).name} is unusual.`,
        why: "Its standard does not rule it out, but an outlet on the wrong voltage looks the same from outside.",
        todo: `Have it measured before you plug in; it should give ${lanesAt(outlet).label}.`,
      }
    : undefined;

const breakerOverOutlet: Rule = ({ path: { outlet } }) => {
  if (outlet.kind !== "socket") return undefined;
  const { name, largestBreaker } = outletType(outlet.type);
  const { breakerAmps } = outlet.circuit;
  return above(breakerAmps, largestBreaker)
    ? {
        code: "breaker-over-outlet",
        severity: "careful",
        what: `A ${breakerAmps} A breaker before ${name}.`,
        why: `It does not protect the outlet: ${largestBreaker} A at most stands before one (from memory).`,
        todo: "Have a licensed electrician check outlet, wiring and breaker against each other.",
      }
    : undefined;
};

/** Share of the supply lost on the way that is worth a word (common practice). */
const LARGE_DROP = 0.05;

const drop: Rule = ({ flowing, direct }) => {
  if (!flowing || direct) return undefined;
  const { dropVolts, flow } = flowing.moment;
  const share = dropVolts / flow.way.volts;
  return share > LARGE_DROP
    ? {
        code: "voltage-drop",
        severity: "careful",
        what: `${Math.round(dropVolts)} V are lost on the way: ${Math.round(100 * share)} %.`,
        why: "More than 5 % says the run is long and thin for this current.",
        todo: "Charge at a lower step, or have a heavier run laid.",
      }
    : undefined;
};

/** Amps up to which a socket is what people mean by a household one. */
const HOUSEHOLD_AMPS = 20;

const householdSocket: Rule = ({ path: { outlet, unit } }) => {
  if (outlet.kind !== "socket" || unit.kind !== "portable") return undefined;
  const { industrial, ratedAmps } = outletType(outlet.type);
  return !industrial && ratedAmps <= HOUSEHOLD_AMPS
    ? {
        code: "socket-as-arrangement",
        severity: "note",
        what: "A household socket as a lasting arrangement: the schools differ.",
        why: "One says it is fine at low mileage on a checked socket of its own; the other says temporary only.",
        todo: "Feel the plug for warmth in the first hour, and have socket and run inspected now and then.",
      }
    : undefined;
};

export const WIRING_RULES: readonly Rule[] = [
  sharedCircuit,
  condition,
  noEarth,
  exposed,
  voltage,
  oddSupply,
  breakerOverOutlet,
  drop,
  householdSocket,
];
