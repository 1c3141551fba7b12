import { z } from "zod";
import { choice, fraction, quantity } from "../../things/parts";
import { DAYS_A_WEEK, MOST_KM_A_DAY, seasonSchema } from "./pattern";
import { SEASONS, type SeasonId } from "./seasons";

/** Most distances kept of one weekday: eight years of them. */
const MOST_DISTANCES = 420;

/** How the distance of a day differs from what the pattern says. */
export const distanceLawSchema = z.discriminatedUnion("law", [
  z.strictObject({ law: z.literal("as-planned") }),
  /** Its mean is the pattern's; most days are a little below it, a few far above. */
  z.strictObject({ law: z.literal("spread"), cv: quantity(0.01, 2, "(a share of the mean)") }),
  /** Whole kilometres, each as likely to be the last as the one before: the widest of laws with that mean. */
  z.strictObject({ law: z.literal("geometric") }),
  /** Any of the distances written down for that day of the week. */
  z.strictObject({
    law: z.literal("trips"),
    distances: z
      .array(
        z
          .array(quantity(0, MOST_KM_A_DAY, "km"))
          .min(1)
          .max(MOST_DISTANCES),
      )
      .length(DAYS_A_WEEK, { error: "needed: distances of seven days" }),
  }),
]);
/** How the distance of a day differs from what the pattern says. */
export type DistanceLaw = z.infer<typeof distanceLawSchema>;

const seasonId = () => choice(["mild", "cold", "hot"]);

/** The seasons of the year's months, January first, where it is cold at its turn. */
export const NORTHERN: readonly SeasonId[] = [
  "cold",
  "cold",
  "mild",
  "mild",
  "mild",
  "mild",
  "hot",
  "hot",
  "mild",
  "mild",
  "mild",
  "cold",
];
/** … and where it is hot then. */
export const SOUTHERN: readonly SeasonId[] = [...NORTHERN.slice(6), ...NORTHERN.slice(0, 6)];

/** Zones in which it is hot at the turn of the year. */
const SOUTH =
  /^(Australia|Antarctica)\/|^Pacific\/(Auckland|Fiji|Tongatapu)|^Africa\/(Johannesburg|Harare|Maputo|Windhoek|Gaborone|Lusaka)|^America\/(Argentina|Santiago|Sao_Paulo|Montevideo|Asuncion|La_Paz|Lima)|^Indian\/(Mauritius|Reunion)/;

/**
 * Whether it is hot at the turn of the year in a zone.
 * @example isSouthern("Pacific/Auckland") // true
 */
export const isSouthern = (zone: string): boolean => SOUTH.test(zone);

const seasonOf = (id: SeasonId) => {
  const { name: _, ...season } = SEASONS[id];
  return seasonSchema.prefault(season);
};

/** What chance and weather do to a year. Shares and hours of common practice, all to be changed. */
export const luckSchema = z.strictObject({
  distance: distanceLawSchema.prefault({ law: "spread", cv: 0.35 }),
  /** Days on which one comes home late, and by how much. */
  lateChance: fraction().default(0.1),
  lateHours: quantity(0.25, 12, "h").default(2),
  /** Homecomings after which nobody thinks of plugging in. */
  forgotten: fraction().default(0.03),
  /** Days on which the public post is taken. */
  postTaken: fraction().default(0.2),
  months: z
    .array(seasonId())
    .length(12, { error: "needed: twelve months" })
    .default([...NORTHERN]),
  seasons: z
    .strictObject({ mild: seasonOf("mild"), cold: seasonOf("cold"), hot: seasonOf("hot") })
    .prefault({}),
});
/** What chance and weather do to a year. */
export type Luck = z.infer<typeof luckSchema>;
