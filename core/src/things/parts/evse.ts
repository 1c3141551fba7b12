import { z } from "zod";
import { FLEXIBLE_GAUGES } from "../../trade/conductors";
import { CONNECTOR_IDS, CONNECTORS } from "../../trade/connectors";
import { OUTLET_TYPE_IDS } from "../../trade/outlets";
import { choice, linesSchema, nameSchema, noteSchema, quantity } from "./quantity";
import { stateSchema } from "./state";

/** A cable fixed to its unit. */
export const tetherSchema = z.strictObject({
  kind: z.literal("tethered"),
  connector: choice(CONNECTOR_IDS),
  lengthM: quantity(0.5, 30, "m"),
  gauge: choice(FLEXIBLE_GAUGES),
});

const common = z.strictObject({
  name: nameSchema,
  phases: z.literal([1, 3], { error: "accepted: 1 or 3 phases" }),
  /** Most the unit ever offers, amps a phase. */
  maxAmps: quantity(1, 80, "A"),
  /** The steps its knob or menu has, where it has any. */
  steps: z
    .array(quantity(6, 80, "A"))
    .max(20)
    .refine((steps) => steps.every((a, i) => i === 0 || a > steps[i - 1]!), { error: "steps must rise" }),
  /** The step it is left on. */
  setAmps: quantity(1, 80, "A").optional(),
  /** Only an installer can change that step (behind a cover, a tool, a password); left out where nobody said. */
  setLocked: z.boolean().optional(),
  /** How its current is set, in its owner's words: "turn the dial under the lid". */
  howSet: noteSchema.optional(),
  /** What its lights and sounds mean, a line each, in its owner's words. */
  lights: linesSchema.optional(),
  /** Of the unit, its handle and its own cable. */
  state: stateSchema.optional(),
  /** It is planned, not there yet. */
  planned: z.boolean().optional(),
  standingW: quantity(0, 100, "W"),
  output: z.discriminatedUnion("kind", [
    z.strictObject({ kind: z.literal("socket"), connector: choice(CONNECTOR_IDS) }),
    tetherSchema,
  ]),
});

/** An EVSE: tells the car how much it may draw, and closes the contactor. */
export const evseSchema = z
  .discriminatedUnion("kind", [
    common.extend({
      kind: z.literal("portable"),
      /** The plugs it comes with; each may hold its own current. */
      plugs: z
        .array(z.strictObject({ type: choice(OUTLET_TYPE_IDS), amps: quantity(1, 80, "A") }))
        .min(1, { error: "at least one plug" })
        .max(12),
      /** It knows which plug it has and offers no more than that plug's amps; otherwise a plug limits nothing. */
      knowsPlugs: z.boolean(),
    }),
    common.extend({ kind: z.literal("wallbox") }),
    common.extend({ kind: z.literal("post") }),
    common.extend({
      kind: z.literal("rapid"),
      phases: z.literal(1, { error: "accepted: 1 (direct current has one pair)" }),
      maxAmps: quantity(10, 600, "A"),
      /** The power on its sign. Amps times pack volts often give less. */
      maxW: quantity(5_000, 500_000, "W"),
      maxVolts: quantity(100, 1000, "V"),
      /** Volts below which it gives nothing, where its plate says so. */
      minVolts: quantity(20, 500, "V").optional(),
      /** Halves power and amps while a second car charges beside it. */
      shared: z.boolean(),
      /** What its rectifier turns into DC, before the billed meter. */
      rectifierEfficiency: quantity(0.8, 0.99, "(a share: 0.95 is 95 %)"),
      output: tetherSchema,
    }),
  ])
  .superRefine((evse, ctx) => {
    const direct = CONNECTORS[evse.output.connector].current === "DC";
    if (direct !== (evse.kind === "rapid"))
      ctx.addIssue({
        code: "custom",
        path: ["output", "connector"],
        message: direct ? "a DC connector belongs to a rapid station" : "a rapid station has a DC connector",
      });
    if (evse.kind === "rapid" && evse.minVolts !== undefined && evse.minVolts >= evse.maxVolts)
      ctx.addIssue({ code: "custom", path: ["minVolts"], message: `accepted: below ${evse.maxVolts} V` });
    const over = evse.steps.findIndex((a) => a > evse.maxAmps);
    if (over >= 0)
      ctx.addIssue({
        code: "custom",
        path: ["steps", over],
        message: `a step above the unit's ${evse.maxAmps} A`,
      });
    if (evse.setAmps !== undefined && evse.setAmps > evse.maxAmps)
      ctx.addIssue({ code: "custom", path: ["setAmps"], message: `accepted: 1 to ${evse.maxAmps} A` });
  });
/** A charging unit: portable, wallbox, post or rapid station. */
export type Evse = z.infer<typeof evseSchema>;
/** A rapid station: direct current, bounded by amps, volts and the power on its sign. */
export type RapidStation = Extract<Evse, { kind: "rapid" }>;
