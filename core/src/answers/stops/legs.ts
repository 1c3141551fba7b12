import { z } from "zod";
import { nameSchema, quantity } from "../../things/parts";
import type { Kilometres, Seconds, WattHours } from "../../trade/units";
import { consumption, type Road } from "./road";

/** Most that a road climbs and falls over a kilometre (m): steeper than any that is paved (common practice). */
export const STEEPEST_M_PER_KM = 400;

/** A piece of a trip: how far, how fast, how much up and down, into what wind. */
export const legSchema = z
  .strictObject({
    name: nameSchema.optional(),
    km: quantity(0.01, 3_000, "km"),
    speedKmh: quantity(5, 200, "km/h"),
    upM: quantity(0, 9_000, "m").default(0),
    downM: quantity(0, 9_000, "m").default(0),
    windKmh: quantity(-120, 120, "km/h").default(0),
    temperatureC: quantity(-40, 50, "°C").optional(),
  })
  .superRefine(({ km, upM, downM }, ctx) => {
    const most = Math.round(km * STEEPEST_M_PER_KM);
    // What is no distance at all has been named already.
    if (km > 0 && upM + downM > most)
      ctx.addIssue({
        code: "custom",
        path: [upM >= downM ? "upM" : "downM"],
        message: `steeper than any road: accepted up to ${most} m up and down over ${Math.round(km * 100) / 100} km`,
      });
  });
/** A piece of a trip. */
export type TripLeg = z.infer<typeof legSchema>;

/** What a leg, or a part of one, takes. */
export interface Taken {
  readonly km: Kilometres;
  readonly seconds: Seconds;
  /** From the battery; below zero where more comes back than it takes. */
  readonly wh: WattHours;
}

/**
 * What a leg takes. What climbs and what falls of it are driven apart, each as steep as the metres over the kilometres
 * say: height given back on one slope is not what another took.
 * @example takenBy({ km: 40, speedKmh: 80, upM: 300, downM: 100, windKmh: 0 }, road, 182, 12).wh // 7917
 */
export function takenBy(
  { km, speedKmh, upM, downM, windKmh, temperatureC }: TripLeg,
  road: Road,
  whPerKm: number,
  airC: number,
): Taken {
  const moved = upM + downM;
  const slope = moved / (km * 1000);
  const at = (signed: number): number =>
    consumption(road, whPerKm, { speedKmh, slope: signed, windKmh, temperatureC: temperatureC ?? airC });
  const up = moved > 0 ? upM / moved : 1;
  const wh = km * (up * at(slope) + (1 - up) * at(-slope));
  return { km, seconds: (km / speedKmh) * 3600, wh: wh as WattHours };
}

/** A point of a recorded track. */
export interface TrackPoint {
  readonly lat: number;
  readonly lon: number;
  /** Height (m); left out where the track has none. */
  readonly ele?: number | undefined;
}
