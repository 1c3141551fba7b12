import { z } from "zod";
import { choice, dateSchema, nameSchema, quantity } from "./quantity";

/** What a price is for, as OCPI 2.2.1 names it: a kWh, an hour of charging, an hour connected without charging, a session. */
export const COMPONENTS = ["ENERGY", "TIME", "PARKING_TIME", "FLAT"] as const;
/** What a price is for, as OCPI 2.2.1 names it. */
export type Component = (typeof COMPONENTS)[number];

/** Days of the week as OCPI 2.2.1 names them, Monday first. */
export const WEEKDAYS = [
  "MONDAY",
  "TUESDAY",
  "WEDNESDAY",
  "THURSDAY",
  "FRIDAY",
  "SATURDAY",
  "SUNDAY",
] as const;
/** A day of the week. */
export type Weekday = (typeof WEEKDAYS)[number];

/** What a price may be: below zero where the tariff really pays you. */
export const PRICE_RANGE = { min: -1_000, max: 100_000 } as const;
const price = () =>
  quantity(PRICE_RANGE.min, PRICE_RANGE.max, "(below zero where the tariff really pays you)");

/** One price: for what, how much without VAT, VAT (%), block (Wh or s). */
export const priceComponentSchema = z.strictObject({
  type: choice(COMPONENTS),
  /** Without VAT where a rate is given beside it; as it is otherwise. */
  price: price(),
  /** Per cent on top; left out where none applies or it is inside the price. */
  vat: quantity(0, 100, "%").optional(),
  /** Least amount billed, and in blocks of it: Wh of energy, seconds of time; nothing is rounded at 0 and 1. */
  step_size: quantity(0, 1_000_000, "Wh or s")
    .int({ error: "accepted: a whole number of Wh or seconds" })
    .default(1),
});
/** One price of an element. */
export type PriceComponent = z.infer<typeof priceComponentSchema>;

const hour = z
  .string()
  .regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: "accepted: a time of day from 00:00 to 23:59" });
const moment = z.iso.datetime({
  offset: true,
  local: true,
  error: "accepted: a moment such as 2026-11-23T00:00:00Z",
});
/** A designator at the end of a date-time: Z, or hours ahead of universal time. */
const DESIGNATOR = /(Z|[+-]\d{2}:?\d{2})$/i;

/**
 * The moment (ms since 1970) of a tariff's date-time. One without a designator is universal time (OCPI 2.2.1, types,
 * from memory): never that of the machine it is read on.
 * @example tariffMs("2026-11-23T00:00:00") // that of 2026-11-23T00:00:00Z
 */
export const tariffMs = (text: string): number => Date.parse(DESIGNATOR.test(text) ? text : `${text}Z`);

const whole = (most: number, unit: string) =>
  quantity(0, most, unit).int({ error: `accepted: a whole number of ${unit}` });

/** Pairs of restrictions of which the first must lie below the second, or they would never hold. */
const RANGES = [
  ["start_date", "end_date"],
  ["min_kwh", "max_kwh"],
  ["min_current", "max_current"],
  ["min_power", "max_power"],
  ["min_duration", "max_duration"],
] as const;

/** When an element holds, as OCPI 2.2.1 names it; every one that is given must hold. Ends are left out, starts are in. */
export const restrictionsSchema = z
  .strictObject({
    /** Local time of day; through midnight where the end is not after the start. */
    start_time: hour.optional(),
    end_time: hour.optional(),
    start_date: dateSchema.optional(),
    end_date: dateSchema.optional(),
    min_kwh: quantity(0, 10_000, "kWh").optional(),
    max_kwh: quantity(0, 10_000, "kWh").optional(),
    /** Amps over all phases together. */
    min_current: quantity(0, 10_000, "A").optional(),
    max_current: quantity(0, 10_000, "A").optional(),
    min_power: quantity(0, 10_000, "kW").optional(),
    max_power: quantity(0, 10_000, "kW").optional(),
    /** Seconds since plugging in. */
    min_duration: whole(31_536_000, "s").optional(),
    max_duration: whole(31_536_000, "s").optional(),
    day_of_week: z
      .array(choice(WEEKDAYS))
      .min(1, { error: "no day would be priced: leave it out for every day" })
      .max(7)
      .optional(),
    /** Prices of a reservation are kept and never charged here: nothing is reserved. */
    reservation: choice(["RESERVATION", "RESERVATION_EXPIRES"]).optional(),
  })
  .superRefine((given, ctx) => {
    for (const [low, high] of RANGES)
      if (given[low] !== undefined && given[high] !== undefined && given[low] >= given[high])
        ctx.addIssue({
          code: "custom",
          path: [high],
          message: `would never hold: it must be above ${low} (${given[low]})`,
        });
    // A day that ends at 00:00 ends with its last minute: from 00:00 to 00:00 is all of it.
    if (given.start_time !== undefined && given.start_time === given.end_time && given.start_time !== "00:00")
      ctx.addIssue({
        code: "custom",
        path: ["end_time"],
        message: "would never hold: leave both times out for the whole day",
      });
  });
/** When an element holds. */
export type Restrictions = z.infer<typeof restrictionsSchema>;

/** Prices and when they hold. */
export const tariffElementSchema = z.strictObject({
  price_components: z
    .array(priceComponentSchema)
    .min(1, { error: "at least one price" })
    .max(4, { error: "accepted: up to 4 prices" })
    .refine((rows) => new Set(rows.map(({ type }) => type)).size === rows.length, {
      error: "each kind of price at most once",
    }),
  restrictions: restrictionsSchema.optional(),
  /** Beyond OCPI: the amps a phase chosen at the post, and the only dates, for which this element holds. */
  kettleback: z
    .strictObject({
      min_amps: quantity(0, 600, "A").optional(),
      max_amps: quantity(0, 600, "A").optional(),
      /** Holidays and the like, each a whole local day. */
      on_dates: z
        .array(dateSchema)
        .min(1, { error: "no day would be priced: leave it out for every day" })
        .max(60, { error: "accepted: up to 60 dates" })
        .refine((dates) => dates.every((day, i) => i === 0 || day > dates[i - 1]!), {
          error: "dates must rise, each once",
        })
        .optional(),
    })
    .refine(({ min_amps = 0, max_amps = Infinity }) => min_amps < max_amps, {
      path: ["max_amps"],
      error: "would never hold: it must be above min_amps",
    })
    .optional(),
});
/** Prices and when they hold. */
export type TariffElement = z.infer<typeof tariffElementSchema>;

/** Most prices of a series: a year of quarter hours. */
export const MOST_PRICES = 366 * 96;

/** What owners meet and OCPI 2.2.1 has no word for. */
const beyondSchema = z.strictObject({
  /** A fee a month, and the share it takes off the prices of energy and time. */
  membership: z
    .strictObject({
      monthly_fee: quantity(0, 10_000, "a month"),
      discount: quantity(0, 1, "(a share: 0.2 is 20 %)"),
      joined: z.boolean(),
    })
    .optional(),
  /** What being connected costs a month, whatever is drawn. No session is billed for it. */
  standing_monthly: quantity(0, 10_000, "a month").optional(),
  /** Minutes after charging has ended in which standing costs nothing yet. */
  grace_minutes: quantity(0, 10_080, "minutes").optional(),
  /** Prices of energy that change by the hour or quarter hour; they come before the elements wherever they reach. */
  hourly: z
    .strictObject({
      starts_at: moment,
      minutes: z.literal([15, 30, 60], { error: "accepted: 15, 30 or 60 minutes" }),
      prices: z
        .array(price())
        .min(1, { error: "at least one price" })
        .max(MOST_PRICES, { error: `accepted: up to ${MOST_PRICES} prices, a year of quarter hours` }),
      /** On top of every price, a kWh. */
      markup: price().default(0),
      vat: quantity(0, 100, "%").optional(),
    })
    .optional(),
});
/** What owners meet and OCPI 2.2.1 has no word for. */
export type Beyond = z.infer<typeof beyondSchema>;

const amount = z.strictObject({
  excl_vat: quantity(0, 1_000_000, "a session"),
  incl_vat: quantity(0, 2_000_000, "a session").optional(),
});

/** Keys of restrictions but those of the time of day. */
const others = ({ start_time: _, end_time: __, ...rest }: Restrictions): string =>
  JSON.stringify(Object.entries(rest).sort(([a], [b]) => a.localeCompare(b)));

const minutes = (text: string | undefined, otherwise: number): number =>
  text === undefined ? otherwise : Number(text.slice(0, 2)) * 60 + Number(text.slice(3));

/** Minutes of the day an element's hours cover, as spans that do not pass midnight. */
function spansOf({ start_time, end_time }: Restrictions): readonly (readonly [number, number])[] {
  const [from, to] = [minutes(start_time, 0), minutes(end_time, 1440)];
  return from < to
    ? [[from, to]]
    : to === 0
      ? [[from, 1440]]
      : [
          [0, to],
          [from, 1440],
        ];
}

const within = (inner: Restrictions, outer: Restrictions): boolean =>
  spansOf(inner).every(([a, b]) => spansOf(outer).some(([c, d]) => c <= a && b <= d));
const touch = (a: Restrictions, b: Restrictions): boolean =>
  spansOf(a).some(([p, q]) => spansOf(b).some(([r, s]) => p < s && r < q));

/** Whether an element holds whenever another one does, as far as their hours and the rest of their words tell. */
function covers(outer: TariffElement, inner: TariffElement): boolean {
  const [a, b] = [outer.restrictions ?? {}, inner.restrictions ?? {}];
  const always = !outer.kettleback && Object.keys(a).length === 0;
  return always || (alike(outer, inner) && within(b, a));
}

/** Whether two elements differ in their hours alone. */
const alike = (a: TariffElement, b: TariffElement): boolean =>
  others(a.restrictions ?? {}) === others(b.restrictions ?? {}) &&
  JSON.stringify(a.kettleback) === JSON.stringify(b.kettleback);

/**
 * What is wrong between elements: the first that holds prices, so a later one all of whose prices lie inside earlier ones
 * is never reached; and two that share some hours but not all, everything else being equal, are a slip of the pen.
 */
function clashes(elements: readonly TariffElement[]): { path: (string | number)[]; message: string }[] {
  return elements.flatMap((later, j) => {
    const path = ["elements", j, "restrictions"];
    const before = elements.slice(0, j);
    const prices = ({ price_components }: TariffElement, type: Component) =>
      price_components.some((c) => c.type === type);
    // Which earlier element takes each of its prices away; one that nobody takes is what it is there for.
    const taken = later.price_components.map(({ type }) =>
      before.findIndex((earlier) => prices(earlier, type) && covers(earlier, later)),
    );
    if (taken.every((i) => i >= 0))
      return [
        {
          path,
          message: `never reached: element ${taken[0]! + 1} prices ${later.price_components[0]!.type} whenever this one would`,
        },
      ];
    return before.flatMap((earlier, i) => {
      const shared = later.price_components.find(({ type }) => prices(earlier, type));
      const [a, b] = [earlier.restrictions ?? {}, later.restrictions ?? {}];
      return shared && alike(earlier, later) && touch(a, b) && !within(a, b) && !within(b, a)
        ? [
            {
              path,
              message: `its hours overlap those of element ${i + 1} for ${shared.type}: let one end where the other begins`,
            },
          ]
        : [];
    });
  });
}

/**
 * A tariff: the OCPI 2.2.1 Tariff object, by its own field names, with a name of the household's and what OCPI lacks
 * under a name of ours. The first element that prices a component and holds at a moment prices it.
 */
export const tariffSchema = z
  .strictObject({
    name: nameSchema,
    country_code: z
      .string()
      .regex(/^[A-Za-z]{2}$/, { error: "accepted: two letters" })
      .optional(),
    party_id: z
      .string()
      .regex(/^[A-Za-z0-9]{3}$/, { error: "accepted: three letters or digits" })
      .optional(),
    id: z.string().min(1).max(36, { error: "accepted: 1 to 36 characters" }).optional(),
    /** Left out: the household's. Another than the household's is refused where the two meet. */
    currency: z
      .string()
      .regex(/^[A-Z]{3}$/, { error: "accepted: a three-letter currency code such as EUR" })
      .optional(),
    type: choice(["AD_HOC_PAYMENT", "PROFILE_CHEAP", "PROFILE_FAST", "PROFILE_GREEN", "REGULAR"]).optional(),
    tariff_alt_text: z
      .array(z.strictObject({ language: z.string().min(2).max(2), text: z.string().max(512) }))
      .max(20)
      .optional(),
    tariff_alt_url: z.string().max(255).optional(),
    /** Least and most a session costs. */
    min_price: amount.optional(),
    max_price: amount.optional(),
    elements: z
      .array(tariffElementSchema)
      .min(1, { error: "at least one element" })
      .max(200, { error: "accepted: up to 200 elements" }),
    start_date_time: moment.optional(),
    end_date_time: moment.optional(),
    last_updated: moment.optional(),
    kettleback: beyondSchema.optional(),
  })
  .superRefine(({ elements, min_price, max_price, start_date_time, end_date_time }, ctx) => {
    for (const { path, message } of clashes(elements)) ctx.addIssue({ code: "custom", path, message });
    for (const kind of ["excl_vat", "incl_vat"] as const) {
      const [least, most] = [min_price?.[kind], max_price?.[kind]];
      if (least !== undefined && most !== undefined && least > most)
        ctx.addIssue({
          code: "custom",
          path: ["max_price", kind],
          message: `must not be below min_price (${least})`,
        });
    }
    if (start_date_time && end_date_time && tariffMs(start_date_time) >= tariffMs(end_date_time))
      ctx.addIssue({ code: "custom", path: ["end_date_time"], message: "must be after start_date_time" });
  });
/** A tariff: the OCPI 2.2.1 Tariff object with a name of the household's. */
export type Tariff = z.infer<typeof tariffSchema>;
