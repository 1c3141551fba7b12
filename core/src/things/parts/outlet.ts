import { z } from "zod";
import { FIXED_GAUGES } from "../../trade/conductors";
import { feedOf, OUTLET_TYPE_IDS, outletType } from "../../trade/outlets";
import {
  SUPPLY_IDS,
  TAPS,
  supplySystem,
  tapOf,
  type SupplyId,
  type Tap,
  type TapVolts,
} from "../../trade/supply";
import { choice, nameSchema, quantity } from "./quantity";
import { stateSchema } from "./state";

/** The supply behind an outlet, and what a meter showed of it (V). */
export const supplySchema = z.strictObject({
  system: choice(SUPPLY_IDS as [SupplyId, ...SupplyId[]]),
  /** Measured across one phase (line to line where there is no neutral); overrides the nominal voltage. */
  measuredVolts: quantity(80, 300, "V").optional(),
  /** Three phases reach the board here, whatever this outlet brings; left out where nobody said. */
  threePhases: z.boolean().optional(),
});
/** The supply behind an outlet. */
export type Supply = z.infer<typeof supplySchema>;

/** A branch circuit: breaker (A), other loads (A), and the run where it is known. */
export const branchCircuitSchema = z.strictObject({
  breakerAmps: quantity(6, 400, "A"),
  /** What else draws on this circuit while the car charges. */
  otherLoadAmps: quantity(0, 400, "A"),
  /** The run from board to outlet, where known. */
  run: z
    .strictObject({
      gauge: choice(FIXED_GAUGES),
      lengthM: quantity(0, 500, "m"),
      temperatureC: quantity(-40, 90, "°C"),
    })
    .optional(),
  /** Resistance of one conductor from the board to the outlet as sessions told it; it stands over what the run comes to. */
  measuredOhms: quantity(0.001, 5, "Ω").optional(),
});
/** The breaker at the board and the wiring behind it. */
export type BranchCircuit = z.infer<typeof branchCircuitSchema>;

/**
 * A circuit whose conductor is laid anew: what sessions told of the old one is no longer so.
 * @example "measuredOhms" in relaid({ breakerAmps: 16, otherLoadAmps: 0, measuredOhms: 0.3 }) // false
 */
export function relaid({ measuredOhms: _, ...circuit }: BranchCircuit): BranchCircuit {
  return circuit;
}

/** What is known of the wiring and the outlet itself. */
export const CONDITIONS = ["sound", "unknown", "worn"] as const;

const point = z.strictObject({
  name: nameSchema,
  /** sound: checked; unknown: old or unchecked wiring; worn: loose, hot, discoloured or cracked. */
  condition: choice(CONDITIONS),
  /** Its last test. */
  state: stateSchema.optional(),
  /** Outdoors without a weatherproof outlet. */
  exposed: z.boolean(),
  /** It is planned, not there yet. */
  planned: z.boolean().optional(),
  supply: supplySchema,
  circuit: branchCircuitSchema,
});

/** Share by which a measured voltage may lie off its nominal one before it must be that of another tap. */
const ANOTHER_TAP = 0.25;

/** Something a car can be fed from: a socket of a known type, or a unit wired in for good. */
export const outletSchema = z
  .discriminatedUnion("kind", [
    point.extend({ kind: z.literal("socket"), type: choice(OUTLET_TYPE_IDS) }),
    point.extend({ kind: z.literal("hardwired"), tap: choice(TAPS) }),
  ])
  .superRefine((outlet, ctx) => {
    const { system, measuredVolts } = outlet.supply;
    const { name, taps } = supplySystem(system);
    const tap = tapIdOf(outlet);
    const nominal = tap && tapOf(system, tap);
    if (!nominal) {
      const gives = Object.values(taps).map((t) => t.label);
      ctx.addIssue({
        code: "custom",
        path: [outlet.kind === "socket" ? "type" : "tap"],
        message:
          outlet.kind === "socket"
            ? `${outletType(outlet.type).name} is not made for ${name}, which gives ${gives.join(" or ")}`
            : `${name} lacks the ${TAP_WORDS[outlet.tap]} this needs; it gives ${gives.join(" or ")}`,
      });
    } else if (measuredVolts !== undefined) {
      const between = lineVolts(nominal);
      const [low, high] = [Math.round(between * (1 - ANOTHER_TAP)), Math.round(between * (1 + ANOTHER_TAP))];
      if (measuredVolts < low || measuredVolts > high)
        ctx.addIssue({
          code: "custom",
          path: ["supply", "measuredVolts"],
          message: `accepted: ${low} to ${high} V; ${measuredVolts} V is not what ${nominal.label} can show`,
          params: { code: "range", min: low, max: high, unit: "V" },
        });
    }
  });
/** Something a car can be fed from. */
export type Outlet = z.infer<typeof outletSchema>;

const TAP_WORDS: Record<Tap, string> = {
  single: "ordinary single-phase voltage",
  high: "line-to-line voltage",
  three: "three phases",
};

/**
 * Whether three phases can be had here without asking the utility: this outlet brings them, or somebody has said that
 * they reach the board. One phase is taken as given otherwise.
 * @example threePhasesHere(wallSocket) // false
 */
export const threePhasesHere = (outlet: Outlet): boolean =>
  tapIdOf(outlet) === "three" || outlet.supply.threePhases === true;

/**
 * How the outlet is wired to its supply; undefined for a type its supply cannot feed.
 * @example tapIdOf(wallSocket) // "single"
 */
export const tapIdOf = (outlet: Outlet): Tap | undefined =>
  outlet.kind === "socket" ? feedOf(outlet.type, outlet.supply.system)?.tap : outlet.tap;

/**
 * Volts a meter shows across a phase: line to line on a supply without a neutral.
 * @example lineVolts(feedAt(path).live) // 230
 */
export const lineVolts = (tap: TapVolts): number => (tap.delta ? tap.volts * Math.sqrt(3) : tap.volts);

/**
 * The phases and volts at the outlet, a measured voltage overriding the nominal one.
 * @example phasesAt(wallSocket).volts // 230
 */
export function phasesAt(outlet: Outlet): TapVolts {
  const nominal = tapOf(outlet.supply.system, tapIdOf(outlet)!)!;
  const measured = outlet.supply.measuredVolts;
  if (measured === undefined) return nominal;
  // A delta is measured line to line, like every other phase without a neutral.
  const volts = nominal.delta ? measured / Math.sqrt(3) : measured;
  return { ...nominal, volts, label: `${measured} V measured` };
}
