import { outletType } from "../outlets";
import { circuitAmps } from "../path";
import { supplySystem } from "../supply";
import type { Rule } from "./caution";

const a = (amps: number): string => `${Math.round(amps * 10) / 10} A`;
const LOWER = "Lower the current in the car or on the unit before you plug in.";

/** Nothing in a socket limits the current: the car pulls what unit, cable and charger allow. */
const outletOverdrawn: Rule = ({ path: { outlet }, pulls, houseRule }) => {
  if (outlet.kind !== "socket" || pulls === undefined) return undefined;
  const { name, ratedAmps, sustained } = outletType(outlet.type);
  if (pulls > ratedAmps)
    return {
      code: "outlet-over-rating",
      severity: "stop",
      what: `The car would pull ${a(pulls)} from a ${ratedAmps} A outlet.`,
      why: `${name} is made for ${ratedAmps} A; the socket itself limits nothing.`,
      todo: `${LOWER} ${a(sustained[houseRule])} is what your house rule allows here.`,
    };
  if (pulls > sustained[houseRule])
    return {
      code: "outlet-over-sustained",
      severity: "careful",
      what: `The car would pull ${a(pulls)} for hours; this outlet should hold ${a(sustained[houseRule])}.`,
      why: `${name}: ${ratedAmps} A is for minutes to an hour or two. The figures above count ${a(sustained[houseRule])}, which nothing enforces.`,
      todo: LOWER,
    };
  return undefined;
};

const breakerOverdrawn: Rule = ({ path: { outlet }, pulls }) => {
  if (pulls === undefined) return undefined;
  const { breakerAmps, otherLoadAmps } = outlet.circuit;
  const continuous = supplySystem(outlet.supply.system).continuousShare;
  const total = pulls + otherLoadAmps;
  const others = otherLoadAmps > 0 ? ` with ${a(otherLoadAmps)} of other loads` : "";
  if (total > breakerAmps)
    return {
      code: "breaker-over-rating",
      severity: "stop",
      what: `The car would pull ${a(pulls)}${others} on a ${breakerAmps} A breaker.`,
      why: `${a(total)} is above the breaker's ${breakerAmps} A: it will trip, or the wiring runs hot until it does.`,
      todo: LOWER,
    };
  if (total > breakerAmps * continuous + 1e-9)
    return {
      code: "breaker-over-continuous",
      severity: "careful",
      what: `The car would pull ${a(pulls)}${others}; this circuit should hold ${a(circuitAmps(outlet))} for hours.`,
      why: `A load of hours may take ${continuous * 100} % of the breaker (NEC 625.41, 210.19).`,
      todo: LOWER,
    };
  return undefined;
};

const sharedCircuit: Rule = ({ path: { outlet } }) =>
  outlet.circuit.otherLoadAmps > 0
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

const noEarth: Rule = ({ path: { outlet } }) =>
  outlet.kind === "socket" && !outletType(outlet.type).earth
    ? {
        code: "no-earth",
        severity: "stop",
        what: `${outletType(outlet.type).name} has no earth pin.`,
        why: "Without earth the unit cannot protect you from a fault in the car.",
        todo: "Have the outlet replaced by one with an earth; do not use an adapter instead.",
      }
    : undefined;

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

const voltage: Rule = ({ path: { outlet } }) => {
  const measured = outlet.supply.measuredVolts;
  if (measured === undefined) return undefined;
  const system = supplySystem(outlet.supply.system);
  const { tolerance } = system;
  const fits = Object.values(system.taps).some((tap) => {
    const nominal = tap.delta ? tap.volts * Math.sqrt(3) : tap.volts;
    return measured >= nominal * tolerance.low && measured <= nominal * tolerance.high;
  });
  return fits
    ? undefined
    : {
        code: "voltage-out-of-range",
        severity: "careful",
        what: `${measured} V measured lies outside what ${system.name} should give.`,
        why: tolerance.source.name,
        todo: "Measure again under load; if it stays, call your network operator or an electrician.",
      };
};

/** Share of the supply lost on the way that is worth a word (common practice). */
const LARGE_DROP = 0.05;

const drop: Rule = ({ point }) =>
  point && point.current === "AC" && point.dropVolts > LARGE_DROP * point.volts
    ? {
        code: "voltage-drop",
        severity: "careful",
        what: `${Math.round(point.dropVolts)} V are lost on the way: ${Math.round((100 * point.dropVolts) / point.volts)} %.`,
        why: "More than 5 % says the run is long and thin for this current.",
        todo: "Charge at a lower step, or have a heavier run laid.",
      }
    : undefined;

const domesticSocket: Rule = ({ path: { outlet, unit } }) =>
  outlet.kind === "socket" &&
  !outletType(outlet.type).industrial &&
  unit.kind === "portable" &&
  unit.maxAmps <= 16
    ? {
        code: "socket-as-arrangement",
        severity: "note",
        what: "A household socket as a lasting arrangement: the schools differ.",
        why: "One says it is fine at low mileage on a checked socket of its own; the other says temporary only.",
        todo: "Feel the plug for warmth in the first hour, and have socket and run inspected now and then.",
      }
    : undefined;

export const WIRING_RULES: readonly Rule[] = [
  outletOverdrawn,
  breakerOverdrawn,
  sharedCircuit,
  condition,
  noEarth,
  exposed,
  voltage,
  drop,
  domesticSocket,
];
