import { feedOf, hasEarth, outletType } from "../../trade/outlets";
import { phasesAt, tapIdOf } from "../../things/parts";
import { supplySystem, tapOf } from "../../trade/supply";
import { above, ampsWord as a, type Rule, type WayOut } from "./caution";

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

const condition: Rule = ({ path: { outlet }, amps }) => {
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
      amount: amps,
      what: "The wiring here is old or unchecked.",
      why: "Wiring may have been legal when it was laid and still be below today's rule.",
      todo: "Use it in an emergency only, for the least energy that reaches the next charger; have it inspected.",
    };
  return undefined;
};

/** Out of an outlet without an earth on two lines and a neutral (prices and practice from memory). */
const OUT_OF_10_30: readonly WayOut[] = [
  {
    what: "A licensed electrician puts a 14-30 with four openings in its place, where an earth already reaches the box",
    euros: [150, 350],
  },
  {
    what: "Where none does: a new run with an earth from the board, to a 14-30 or straight to a wired-in unit",
    euros: [500, 1_500],
  },
];

/** Earth is lost at the first plug or socket without it, wherever on the way that is. */
const noEarth: Rule = ({ path: { outlet, lead } }) => {
  const types = [
    ...(outlet.kind === "socket" ? [outlet.type] : []),
    ...(lead ? [lead.plug, lead.socket] : []),
  ];
  const without = types.find((type) => !hasEarth(type));
  return without
    ? {
        code: "no-earth",
        severity: "stop",
        what: `${outletType(without).name} has no earth pin.`,
        why: "Without earth the unit cannot protect you from a fault in the car.",
        todo: "Have the outlet replaced by one with an earth; do not use an adapter instead.",
        ...(outlet.kind === "socket" && outlet.type === "nema-10-30" ? { waysOut: OUT_OF_10_30 } : {}),
      }
    : undefined;
};

const exposed: Rule = ({ path: { outlet }, amps }) => {
  if (!outlet.exposed) return undefined;
  const found = { code: "exposed-outlet", severity: "careful", amount: amps } as const;
  return outlet.kind === "socket"
    ? {
        ...found,
        what: "The outlet is outdoors and not weatherproof.",
        why: "Water in a plug under load is a shock and a fire.",
        todo: "Charge in the dry only, keep joints off the ground, and have a weatherproof outlet fitted.",
      }
    : {
        ...found,
        what: `${outlet.name} is outdoors and not weatherproof.`,
        why: "Water in a unit's housing or its terminals is a shock and a fire.",
        todo: "Have it seen by a licensed electrician: a unit outdoors is made and closed for it.",
      };
};

/** Volts that are rounding. */
const NEGLIGIBLE = 1e-9;

/** Measured volts are judged by the tap they were measured at. */
const voltage: Rule = ({ path: { outlet }, amps }) => {
  const measured = outlet.supply.measuredVolts;
  if (measured === undefined) return undefined;
  const { name, toleranceSource } = supplySystem(outlet.supply.system);
  const tap = tapOf(outlet.supply.system, tapIdOf(outlet)!)!;
  return measured >= tap.meter.low - NEGLIGIBLE && measured <= tap.meter.high + NEGLIGIBLE
    ? undefined
    : {
        code: "voltage-out-of-range",
        severity: "careful",
        amount: amps,
        what: `${measured} V measured lies outside what ${tap.label} of ${name} should give.`,
        why: `${toleranceSource.name}: ${Math.round(tap.meter.low)} to ${Math.round(tap.meter.high)} V.`,
        todo: "Measure again under load; if it stays, call your network operator or an electrician.",
      };
};

const oddSupply: Rule = ({ path: { outlet }, amps }) =>
  outlet.kind === "socket" && feedOf(outlet.type, outlet.supply.system)?.odd
    ? {
        code: "outlet-odd-supply",
        severity: "careful",
        amount: amps,
        what: `${outletType(outlet.type).name} on ${supplySystem(outlet.supply.system).name} is unusual.`,
        why: "Its standard does not rule it out, but an outlet on the wrong voltage looks the same from outside.",
        todo: `Have it measured before you plug in; it should give ${phasesAt(outlet).label}.`,
      }
    : undefined;

const breakerOverOutlet: Rule = ({ path: { outlet }, amps }) => {
  if (outlet.kind !== "socket") return undefined;
  const { name, largestBreaker, smallestBreaker } = outletType(outlet.type);
  const { breakerAmps } = outlet.circuit;
  if (smallestBreaker !== undefined && above(smallestBreaker, breakerAmps))
    return {
      code: "breaker-below-outlet",
      severity: "careful",
      amount: smallestBreaker / breakerAmps,
      what: `A ${breakerAmps} A breaker before ${name}.`,
      why: `What is made for that outlet may draw more than the circuit gives: it stands behind ${smallestBreaker} A at least (NEC 210.21(B)(3), from memory). Its plug tells a unit nothing of the breaker.`,
      todo: `Keep the unit at ${a(breakerAmps * supplySystem(outlet.supply.system).continuousShare)} or less, and have the outlet changed for one of the circuit's size.`,
    };
  return above(breakerAmps, largestBreaker)
    ? {
        code: "breaker-over-outlet",
        severity: "careful",
        amount: amps,
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
        amount: share,
        what: `${Math.round(dropVolts)} V are lost on the way: ${Math.round(100 * share)} %.`,
        why: "More than 5 % says the run is long and thin for this current.",
        todo: "Charge at a lower step, or have a heavier run laid.",
      }
    : undefined;
};

/** Amps up to which a socket is what people mean by a household one. */
const HOUSEHOLD_AMPS = 20;

const householdSocket: Rule = ({ path: { outlet, evse } }) => {
  if (outlet.kind !== "socket" || evse.kind !== "portable") return undefined;
  const { industrial, ratedAmps } = outletType(outlet.type);
  return !industrial && ratedAmps <= HOUSEHOLD_AMPS
    ? {
        code: "socket-as-arrangement",
        severity: "note",
        what: "Charging from a household socket every night: experts disagree.",
        why: "One says it is fine at low mileage on a checked socket of its own; the other says temporary only.",
        todo: "Feel the plug for warmth in the first hour, and have socket and run inspected now and then.",
      }
    : undefined;
};

/** Rules about the outlet, its supply and its wiring. */
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
