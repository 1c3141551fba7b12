import { z } from "zod";
import { FIXED_GAUGES } from "../conductors";
import { OUTLET_TYPE_IDS, outletType } from "../outlets";
import { SUPPLY_IDS, TAPS, supplySystem, tapOf, type SupplyId, type Tap, type TapVolts } from "../supply";
import { choice, nameSchema, quantity } from "./quantity";

export const supplySchema = z.object({
  system: choice(SUPPLY_IDS as [SupplyId, ...SupplyId[]]),
  /** Measured across one lane; overrides the nominal voltage. */
  measuredVolts: quantity(80, 300, "V").optional(),
});
export type Supply = z.infer<typeof supplySchema>;

export const circuitSchema = z.object({
  breakerAmps: quantity(6, 400, "A"),
  /** What else draws on this circuit while the car charges. */
  otherLoadAmps: quantity(0, 400, "A"),
  /** The run from board to outlet, where known. */
  run: z
    .object({
      gauge: choice(FIXED_GAUGES),
      lengthM: quantity(0, 500, "m"),
      temperatureC: quantity(-40, 90, "°C"),
    })
    .optional(),
});
export type Circuit = z.infer<typeof circuitSchema>;

/** What is known of the wiring and the outlet itself. */
export const CONDITIONS = ["sound", "unknown", "worn"] as const;

const point = z.object({
  name: nameSchema,
  /** sound: checked; unknown: old or unchecked wiring; worn: loose, hot, discoloured or cracked. */
  condition: choice(CONDITIONS).default("sound"),
  /** Outdoors without a weatherproof outlet. */
  exposed: z.boolean().default(false),
  supply: supplySchema,
  circuit: circuitSchema,
});

/** Something a car can be fed from: a socket of a known type, or a unit wired in for good. */
export const outletSchema = z
  .discriminatedUnion("kind", [
    point.extend({ kind: z.literal("socket"), type: choice(OUTLET_TYPE_IDS) }),
    point.extend({ kind: z.literal("hardwired"), tap: choice(TAPS) }),
  ])
  .superRefine((outlet, ctx) => {
    if (tapOf(outlet.supply.system, tapIdOf(outlet))) return;
    const taps = Object.values(supplySystem(outlet.supply.system).taps).map((t) => t.label);
    ctx.addIssue({
      code: "custom",
      path: [outlet.kind === "socket" ? "type" : "tap"],
      message: `${supplySystem(outlet.supply.system).name} lacks the ${TAP_WORDS[tapIdOf(outlet)]} this needs; it gives ${taps.join(" or ")}`,
    });
  });
export type Outlet = z.infer<typeof outletSchema>;

const TAP_WORDS: Record<Tap, string> = {
  single: "ordinary single-phase voltage",
  high: "line-to-line voltage",
  three: "three phases",
};

/** How the outlet is wired to its supply. */
export const tapIdOf = (outlet: Outlet): Tap =>
  outlet.kind === "socket" ? outletType(outlet.type).tap : outlet.tap;

/** The lanes and volts at the outlet, a measured voltage overriding the nominal one. */
export function lanesAt(outlet: Outlet): TapVolts {
  const nominal = tapOf(outlet.supply.system, tapIdOf(outlet))!;
  const measured = outlet.supply.measuredVolts;
  if (measured === undefined) return nominal;
  // A delta is measured line to line, like every other lane without a neutral.
  const volts = nominal.delta ? measured / Math.sqrt(3) : measured;
  return { ...nominal, volts, label: `${measured} V measured` };
}
