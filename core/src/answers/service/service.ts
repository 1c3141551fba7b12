import { z } from "zod";
import { choice, fraction, quantity } from "../../things/parts";
import { SUPPLY_IDS, supplySystem, tapOf, type SupplyId } from "../../trade/supply";
import type { Amps, Volts, Watts } from "../../trade/units";
import { loadSchema } from "./loads";

/** Most loads of one house. */
export const MOST_LOADS = 40;

const countOf = (most: number) =>
  z
    .int({ error: `accepted: 0 to ${most}` })
    .min(0, { error: `accepted: 0 to ${most}` })
    .max(most, { error: `accepted: 0 to ${most}` });

/** A peak somebody read: off a bill, the meter itself, or the supplier's page. */
export const measuredPeakSchema = z.strictObject({
  /** The highest mean over an interval (W). */
  peakW: quantity(100, 400_000, "W"),
  /** Days it was the highest of. */
  days: quantity(1, 3_660, "days"),
  /** Length of the interval (min). */
  minutes: z.literal([15, 30, 60], { error: "accepted: 15, 30 or 60 minutes" }),
});
/** A peak somebody read. */
export type MeasuredPeak = z.infer<typeof measuredPeakSchema>;

/** Ways to find what is left, by their names in a document. */
export const METHOD_IDS = ["nec-220.82", "nec-220.87", "diversity", "measured-peak"] as const;
/** A way to find what is left. */
export type MethodId = (typeof METHOD_IDS)[number];

/** What feeds a house, and what hangs on it. */
export const serviceSchema = z
  .strictObject({
    system: choice(SUPPLY_IDS as [SupplyId, ...SupplyId[]]),
    phases: z.literal([1, 3], { error: "accepted: 1 or 3 phases" }),
    /** The main breaker or fuse, amps a phase. */
    mainAmps: quantity(10, 400, "A"),
    /** Floor area (m²), for lights and sockets. */
    areaM2: quantity(10, 2_000, "m²"),
    /** Circuits of kitchen sockets and of the laundry (NEC 220.82). */
    kitchenCircuits: countOf(10).default(2),
    laundryCircuits: countOf(5).default(1),
    loads: z.array(loadSchema).max(MOST_LOADS, { error: `accepted: up to ${MOST_LOADS} loads` }),
    measured: measuredPeakSchema.nullable().default(null),
    /** Of what a meter of three phases tells, the share on the phase that carries most. */
    heaviestShare: fraction()
      .min(1 / 3, { error: "accepted: 0.33 to 1" })
      .default(0.45),
    /** Added to a measured peak outside the NEC (a share of it). */
    marginShare: quantity(0, 1, "(a share: 0.1 is 10 %)").default(0.1),
    /** Most a unit on one phase may draw where the utility limits it (A); null where it does not. */
    imbalanceAmps: quantity(5, 80, "A").nullable().default(null),
    /** By which it is judged; null for the one that fits best what is known. */
    method: choice(METHOD_IDS).nullable().default(null),
  })
  .superRefine(({ system, phases, loads }, ctx) => {
    if (phases === 3 && !tapOf(system, "three"))
      ctx.addIssue({
        code: "custom",
        path: ["phases"],
        message: `accepted: 1; ${supplySystem(system).name} feeds a house by one phase, over two lines`,
      });
    loads.forEach((load, i) => {
      if (load.phases > phases)
        ctx.addIssue({
          code: "custom",
          path: ["loads", i, "phases"],
          message: "accepted: 1, as the house has one phase",
        });
    });
  });
/** What feeds a house, and what hangs on it. */
export type Service = z.infer<typeof serviceSchema>;

/** Lines of a service that are counted each for itself. @example linesOf({ phases: 3 }) // 3 */
export const linesOf = ({ phases }: Pick<Service, "phases">): 1 | 3 => phases;

/**
 * Volts (V) between what a load of one phase hangs on: line to line where a house has two lines of one phase.
 * @example serviceVolts({ system: "split-phase" }) // 240
 */
export const serviceVolts = ({ system }: Pick<Service, "system">): Volts =>
  (tapOf(system, "high") ?? tapOf(system, "single"))!.volts;

/**
 * Whether its three lines have no neutral: what hangs on one phase hangs on two lines.
 * @example isDelta({ system: "it-230", phases: 3 }) // true
 */
export const isDelta = ({ system, phases }: Pick<Service, "system" | "phases">): boolean =>
  phases === 3 && tapOf(system, "three")?.delta === true;

/**
 * Amps (A) a load puts on each line.
 * @example ampsOn({ system: "230/400", phases: 3 }, { watts: 6900, phases: 3, lane: 1 }) // [10, 10, 10]
 */
export function ampsOn(
  service: Pick<Service, "system" | "phases">,
  { watts, phases, lane }: { readonly watts: number; readonly phases: 1 | 3; readonly lane: 1 | 2 | 3 },
): readonly Amps[] {
  const volts = serviceVolts(service);
  if (service.phases === 1) return [watts / volts];
  if (phases === 3) {
    const each = watts / (3 * tapOf(service.system, "three")!.volts);
    return [each, each, each];
  }
  const amps = watts / volts;
  // Between two lines it loads both.
  return [1, 2, 3].map((line) => (line === lane || (isDelta(service) && line === (lane % 3) + 1) ? amps : 0));
}

/** Adds up amps line by line. @example addedUp([[1], [2]]) // [3] */
export const addedUp = (rows: readonly (readonly Amps[])[]): readonly Amps[] =>
  rows[0]!.map((_, line) => rows.reduce((sum, row) => sum + row[line]!, 0));

/**
 * Amps (A) on the line that carries most, of a power (W) a meter tells for all lines together.
 * @example heaviestAmps({ system: "split-phase", phases: 1, heaviestShare: 0.45 }, 2400) // 10
 */
export function heaviestAmps(
  service: Pick<Service, "system" | "phases" | "heaviestShare">,
  drawn: Watts | number,
): Amps {
  if (service.phases === 1) return drawn / serviceVolts(service);
  const each = drawn / (3 * tapOf(service.system, "three")!.volts);
  return each * 3 * service.heaviestShare;
}
