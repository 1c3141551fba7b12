import { z } from "zod";
import { INLET_IDS } from "../../trade/connectors";
import { choice, dateSchema, fraction, nameSchema, quantity } from "./quantity";

/** Least state of charge between two points of a curve, or between start and target: finer is finer than any car shows. */
export const LEAST_SPAN = 0.001;

/** What the battery accepts: power that raises the state of charge, by state of charge, straight between points. */
const acceptanceSchema = z
  .array(z.strictObject({ soc: fraction(), watts: quantity(100, 1_000_000, "W") }))
  .min(2, { error: "accepted: 2 to 40 points, or none where it is not known" })
  .max(40, { error: "accepted: 2 to 40 points" })
  .refine((points) => points.every((p, i) => i === 0 || p.soc >= points[i - 1]!.soc + LEAST_SPAN), {
    error: "points must rise in state of charge, by 0.1 % at least",
  });

/** What is known of a traction battery: energy (Wh), volts, resistance (Ω), what it accepts (W). */
export const batterySchema = z
  .strictObject({
    /** Energy between 0 % and 100 % as the car shows them. */
    usableWh: quantity(500, 400_000, "Wh"),
    /** Energy of the cells altogether, where it is known; the car keeps the difference back. */
    grossWh: quantity(500, 400_000, "Wh").optional(),
    /** Pack volts at 0 % and at 100 %; a twelfth below and above nominal where they are not known. */
    emptyVolts: quantity(20, 1500, "V").optional(),
    fullVolts: quantity(20, 1500, "V").optional(),
    /** Nominal pack voltage: sets the pack's I²R at a given power. */
    packVolts: quantity(24, 1500, "V"),
    /** Internal resistance of the whole pack. */
    packOhms: quantity(0, 1, "Ω"),
    acceptance: acceptanceSchema.optional(),
    /** Its owner says that it never limits, whatever comes. Without it and a curve a usual one is taken on rapid charging. */
    neverLimits: z.boolean().optional(),
  })
  .superRefine((battery, ctx) => {
    if (battery.grossWh !== undefined && battery.grossWh < battery.usableWh)
      ctx.addIssue({ code: "custom", path: ["grossWh"], message: "cannot be less than the usable capacity" });
    const { empty, full } = packSpan(battery);
    if (full < empty)
      ctx.addIssue({
        code: "custom",
        path: ["fullVolts"],
        message: "cannot be less than the volts when empty",
      });
    else if (battery.packVolts < empty || battery.packVolts > full)
      ctx.addIssue({
        code: "custom",
        path: ["packVolts"],
        message: "must lie between the volts when empty and when full",
      });
  });

/** Share of nominal by which a pack's volts lie below at 0 % and above at 100 % (common practice). */
const PACK_SWING = 1 / 12;

/**
 * Pack volts when empty and when full.
 * @example packSpan({ packVolts: 396 }) // { empty: 363, full: 429 }
 */
export const packSpan = (battery: {
  packVolts: number;
  emptyVolts?: number | undefined;
  fullVolts?: number | undefined;
}) => ({
  empty: battery.emptyVolts ?? battery.packVolts * (1 - PACK_SWING),
  full: battery.fullVolts ?? battery.packVolts * (1 + PACK_SWING),
});

/** A traction battery. */
export type Battery = z.infer<typeof batterySchema>;
/** One point of an acceptance curve: state of charge (0 to 1) and watts. */
export type AcceptancePoint = NonNullable<Battery["acceptance"]>[number];

/** What is known of an onboard charger: amps by phases, cap (W), efficiency at rated power (0 to 1). */
export const chargerSchema = z.strictObject({
  /** Most amps on each phase, by how many phases are live. */
  limits: z
    .array(z.strictObject({ phases: z.literal([1, 2, 3]), amps: quantity(6, 80, "A") }))
    .min(1, { error: "at least one limit: phases 1, 2 or 3 with 6 to 80 A" })
    .max(3)
    .refine((rows) => new Set(rows.map((r) => r.phases)).size === rows.length, {
      error: "each phase count at most once",
    }),
  /** Overall AC-side cap, where the charger has one below volts × amps. */
  capW: quantity(500, 100_000, "W").optional(),
  /** Efficiency at rated power; part load is worse by the fitted curve. */
  efficiency: quantity(0.7, 0.99, "(a share: 0.93 is 93 %)"),
  /** Can use all three lines of a supply without a neutral. */
  delta: z.boolean().optional(),
  /** Charges only on the phase counts listed; without it a charger of three phases also works on one. */
  listedPhasesOnly: z.boolean().optional(),
  /** The driver can set a lower current in the car, in whole amps; not known counts as none. */
  settable: z.boolean().optional(),
});
/** An onboard charger. */
export type OnboardCharger = z.infer<typeof chargerSchema>;

/** What of a car may be a usual value nobody has read off its papers. */
export const ASSUMED = ["ownDraw", "efficiency", "economy", "capacity", "charger", "acceptance"] as const;
/** A figure of a car that may be a usual one. */
export type Assumed = (typeof ASSUMED)[number];

/** What is known of a car. */
export const carSchema = z
  .strictObject({
    name: nameSchema,
    battery: batterySchema,
    charger: chargerSchema,
    inlets: z.array(choice(INLET_IDS)).min(1, { error: "at least one inlet" }).max(4),
    /** Somebody has looked: its inlet has the contacts of one phase only. Left out where nobody has. */
    onePhaseInlet: z.boolean().optional(),
    whPerKm: quantity(20, 1000, "Wh/km"),
    /** What the car itself draws while awake and charging. */
    ownDrawW: quantity(0, 3000, "W"),
    /** Charge at which the car itself stops and lets go, on AC and on rapid charging; left out where it goes on to what is set. */
    endsAt: z
      .strictObject({
        ac: quantity(0.3, 1, "(a share: 0.8 is 80 %)").optional(),
        rapid: quantity(0.3, 1, "(a share: 0.8 is 80 %)").optional(),
      })
      .optional(),
    /** Figures that sessions of one's own told: when, from how many, and between what they lie in nine of ten cases. */
    measured: z
      .array(
        z
          .strictObject({
            of: choice(ASSUMED),
            on: dateSchema,
            sessions: z.int().min(1, { error: "accepted: 1 or more" }),
            low: quantity(-1_000_000, 1_000_000, ""),
            high: quantity(-1_000_000, 1_000_000, ""),
          })
          .refine(({ low, high }) => low <= high, { path: ["high"], error: "cannot be below the low end" }),
      )
      .max(ASSUMED.length)
      .optional(),
    /** Figures taken for usual ones because nobody knew them; the answers say how much hangs on them. */
    assumed: z.array(choice(ASSUMED)).max(ASSUMED.length).optional(),
  })
  .superRefine(({ onePhaseInlet, charger }, ctx) => {
    if (onePhaseInlet && charger.limits.some(({ phases }) => phases > 1))
      ctx.addIssue({
        code: "custom",
        path: ["charger", "limits"],
        message: "accepted: one phase only, as its inlet has the contacts of one",
      });
  });
/** A figure of a car that sessions told. */
export type MeasuredFigure = NonNullable<z.infer<typeof carSchema>["measured"]>[number];
/** A car. */
export type Car = z.infer<typeof carSchema>;
