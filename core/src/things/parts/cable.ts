import { z } from "zod";
import { FLEXIBLE_GAUGES, flexibleOhmsPerKm, oneWayOhms } from "../../trade/conductors";
import { CONNECTOR_IDS, connectorAmps, CONNECTORS } from "../../trade/connectors";
import { OUTLET_TYPE_IDS } from "../../trade/outlets";
import type { Ohms } from "../../trade/units";
import { choice, nameSchema, quantity } from "./quantity";
import { stateSchema } from "./state";

const ENDS = ["stationEnd", "vehicleEnd"] as const;

/** A charging cable of one's own, for a socketed unit or post. */
export const cableSchema = z
  .strictObject({
    name: nameSchema,
    stationEnd: choice(CONNECTOR_IDS),
    vehicleEnd: choice(CONNECTOR_IDS),
    phases: z.literal([1, 3], { error: "accepted: 1 or 3 phases" }),
    amps: quantity(6, 70, "A"),
    lengthM: quantity(0.5, 50, "m"),
    gauge: choice(FLEXIBLE_GAUGES),
    state: stateSchema.optional(),
    massKg: quantity(0.1, 50, "kg").optional(),
    price: quantity(0, 10_000, "in the household's currency").optional(),
  })
  .superRefine((cable, ctx) => {
    for (const end of ENDS)
      if (cable.phases > CONNECTORS[cable[end]].phases)
        ctx.addIssue({
          code: "custom",
          path: ["phases"],
          message: `a ${CONNECTORS[cable[end]].name} end carries one phase only`,
        });
    const most = Math.min(...ENDS.map((end) => connectorAmps(cable[end], cable.phases)));
    if (cable.amps > most)
      ctx.addIssue({
        code: "custom",
        path: ["amps"],
        message: `accepted: 6 to ${most} A on ${cable.phases === 3 ? "three phases" : "one phase"} of these ends`,
        params: { code: "range", min: 6, max: most, unit: "A" },
      });
  });
/** A loose charging cable. */
export type Cable = z.infer<typeof cableSchema>;

/** An extension lead between outlet and portable unit. Its resistance by conductor, by loop, or by two meters. */
export const leadSchema = z.strictObject({
  name: nameSchema,
  plug: choice(OUTLET_TYPE_IDS),
  socket: choice(OUTLET_TYPE_IDS),
  amps: quantity(2, 63, "A"),
  lengthM: quantity(0.2, 200, "m"),
  coiled: z.boolean(),
  /** Joined from two or more leads. */
  chained: z.boolean(),
  /** With a block or travel adapter in between. */
  overBlock: z.boolean(),
  state: stateSchema.optional(),
  resistance: z.discriminatedUnion("by", [
    z.strictObject({ by: z.literal("conductor"), gauge: choice(FLEXIBLE_GAUGES) }),
    z.strictObject({ by: z.literal("loop"), loopOhms: quantity(0.001, 20, "Ω") }),
    z
      .strictObject({
        by: z.literal("meters"),
        wattsIn: quantity(1, 50_000, "W"),
        wattsOut: quantity(1, 50_000, "W"),
        amps: quantity(0.5, 63, "A"),
      })
      .refine((m) => m.wattsIn >= m.wattsOut, {
        path: ["wattsOut"],
        error: "the far meter cannot read more than the near one",
      }),
  ]),
});
/** An extension lead. */
export type Lead = z.infer<typeof leadSchema>;

const CORD_TEMPERATURE = 30;

/**
 * Whether a lead's resistance was measured with its contacts in it, so that none are to be added.
 * @example leadMeasured({ ...lead, resistance: { by: "loop", loopOhms: 0.44 } }) // true
 */
export const leadMeasured = (lead: Lead): boolean => lead.resistance.by !== "conductor";

/**
 * One-way resistance (Ω) of one conductor of a lead, by whichever way it is known; a cord in use is taken at 30 °C.
 * A loop is two conductors. Two meters see the heat of every conductor that carries current: two on one phase, three
 * on three phases.
 * @example leadOhms({ ...lead, resistance: { by: "loop", loopOhms: 0.44 } }) // 0.22
 */
export function leadOhms(lead: Lead, phases: number): Ohms {
  const r = lead.resistance;
  if (r.by === "loop") return r.loopOhms / 2;
  if (r.by === "meters") return (r.wattsIn - r.wattsOut) / (r.amps * r.amps) / (phases === 1 ? 2 : 3);
  return oneWayOhms(flexibleOhmsPerKm(r.gauge), lead.lengthM, CORD_TEMPERATURE);
}

/**
 * One-way resistance (Ω) of a charging cable, tethered or loose, taken at 30 °C.
 * @example cableOhms({ gauge: "2.5 mm2", lengthM: 6 }) // 0.04976
 */
export const cableOhms = (cable: Pick<Cable, "gauge" | "lengthM">): Ohms =>
  oneWayOhms(flexibleOhmsPerKm(cable.gauge), cable.lengthM, CORD_TEMPERATURE);

/** A piece that turns one plug into another, between cable and inlet. */
export const adapterSchema = z.strictObject({
  name: nameSchema,
  from: choice(CONNECTOR_IDS),
  to: choice(CONNECTOR_IDS),
  amps: quantity(6, 500, "A"),
  state: stateSchema.optional(),
});
/** A piece that turns one plug into another. */
export type Adapter = z.infer<typeof adapterSchema>;
