import { z } from "zod";
import { choice, quantity } from "../../things/parts";
import { INSULATIONS, LAYINGS } from "../../trade/conductors";
import type { Trade } from "../../trade/supply";

/** What a car's unit hangs on: a socket it is plugged into, or wired in for good. */
export const ENDS = ["hardwired", "socket"] as const;

/** The run from the board to where the car stands, as it is to be laid. */
export const newRunSchema = z.strictObject({
  lengthM: quantity(1, 300, "m"),
  laying: choice(LAYINGS),
  insulationC: z.literal(INSULATIONS, { error: `accepted: ${INSULATIONS.join(", ")} °C` }),
  /** What surrounds it at its hottest (°C). */
  ambientC: quantity(-40, 80, "°C"),
  /** Circuits that lie together with it, itself among them. */
  circuits: z
    .int({ error: "accepted: 1 to 20" })
    .min(1, { error: "accepted: 1 to 20" })
    .max(20, { error: "accepted: 1 to 20" }),
  /** What the terminals at both ends are marked for (°C), under the NEC. */
  terminalsC: z.literal([60, 75], { error: "accepted: 60 or 75 °C" }).default(75),
  /** Most of the volts that may be lost on the way (a share). */
  dropShare: quantity(0.005, 0.1, "(a share: 0.03 is 3 %)").default(0.03),
  outdoors: z.boolean().default(false),
  end: choice(ENDS).default("hardwired"),
});
/** The run from the board to where the car stands, as it is to be laid. */
export type NewRun = z.infer<typeof newRunSchema>;

/**
 * A run as it usually is where nobody has said anything.
 * @example usualRun("iec").laying // "conduit"
 */
export const usualRun = (trade: Trade): NewRun => ({
  lengthM: 18,
  laying: "conduit",
  insulationC: trade === "nec" ? 90 : 70,
  ambientC: 30,
  circuits: 1,
  terminalsC: 75,
  dropShare: 0.03,
  outdoors: false,
  end: "hardwired",
});

/**
 * What of a run does not go with the trade that lays it, in words; undefined where all does.
 * @example runProblem({ laying: "clipped" }, "nec") // "accepted: conduit or cable"
 */
export function runProblem({ laying }: Pick<NewRun, "laying">, trade: Trade): string | undefined {
  if (trade === "nec" && laying === "clipped") return "accepted: conduit or cable";
  if (trade === "iec" && laying === "cable") return "accepted: conduit or clipped";
  return undefined;
}
