import type { Season } from "./pattern";

/** A time of the year as cars feel it. */
export type SeasonId = "mild" | "cold" | "hot";

/**
 * What the times of the year do to a car. Common practice, and all to be changed: a third more in frost with the cabin
 * heated, a tenth more with it cooled, a kilowatt-hour to warm a cold car through.
 */
export const SEASONS: Readonly<Record<SeasonId, { readonly name: string } & Season>> = {
  mild: { name: "mild", consumption: 1, preheatWh: 0, packC: null, sunKm: 0 },
  cold: { name: "cold", consumption: 1.3, preheatWh: 1_000, packC: 2, sunKm: 0 },
  hot: { name: "hot", consumption: 1.1, preheatWh: 300, packC: null, sunKm: 0 },
};
