import type { Kilometres } from "../../trade/units";
import { z } from "zod";
import { quantity } from "../../things/parts";

/** A point of the earth, in degrees. */
export const placeOnEarthSchema = z.strictObject({
  lat: quantity(-90, 90, "degrees north"),
  lon: quantity(-180, 180, "degrees east"),
});
/** A point of the earth, in degrees. */
export type PlaceOnEarth = z.infer<typeof placeOnEarthSchema>;

/** Mean radius of the earth (km; IUGG, from memory). */
const RADIUS_KM = 6371.0088;
const rad = (degrees: number): number => (degrees * Math.PI) / 180;

/**
 * Distance over ground as the crow flies (km), by the haversine on a sphere.
 * @example crowKm({ lat: 0, lon: 0 }, { lat: 1, lon: 0 }) // 111.195
 */
export function crowKm(a: PlaceOnEarth, b: PlaceOnEarth): Kilometres {
  const [dLat, dLon] = [rad(b.lat - a.lat), rad(b.lon - a.lon)];
  const h = Math.sin(dLat / 2) ** 2 + Math.cos(rad(a.lat)) * Math.cos(rad(b.lat)) * Math.sin(dLon / 2) ** 2;
  return 2 * RADIUS_KM * Math.asin(Math.min(1, Math.sqrt(h)));
}

/**
 * Direction from one point to another as one sets out (degrees from north, clockwise).
 * @example bearing({ lat: 0, lon: 0 }, { lat: 0, lon: 1 }) // 90
 */
export function bearing(a: PlaceOnEarth, b: PlaceOnEarth): number {
  const dLon = rad(b.lon - a.lon);
  const y = Math.sin(dLon) * Math.cos(rad(b.lat));
  const x =
    Math.cos(rad(a.lat)) * Math.sin(rad(b.lat)) -
    Math.sin(rad(a.lat)) * Math.cos(rad(b.lat)) * Math.cos(dLon);
  return ((Math.atan2(y, x) * 180) / Math.PI + 360) % 360;
}

const WINDS = [
  "north",
  "north-east",
  "east",
  "south-east",
  "south",
  "south-west",
  "west",
  "north-west",
] as const;
/**
 * A direction as people say it.
 * @example windOf(100) // "east"
 */
export const windOf = (degrees: number): string => WINDS[Math.round(degrees / 45) % 8]!;
