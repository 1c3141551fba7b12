import type { Kilometres } from "../../trade/units";
import { crowKm } from "../posts";
import { STEEPEST_M_PER_KM, type TripLeg, type TrackPoint } from "./legs";

/** Most legs a track is cut into, and the least and most one of them is long (km). */
const MOST_LEGS = 60;
const LEAST_LEG_KM = 5;
/** Metres by which height has to turn before it counts: what is less is the receiver's own noise (common practice). */
const NOISE_M = 8;

/** A track as legs, and what of it had no height. */
export interface TrackLegs {
  readonly legs: readonly TripLeg[];
  readonly km: Kilometres;
  readonly withHeight: boolean;
}

/** Metres up and down along heights, each turn counted once it is more than noise. */
function climbed(heights: readonly number[]): { readonly up: number; readonly down: number } {
  let [up, down] = [0, 0];
  let [mark, top, low] = [heights[0] ?? 0, heights[0] ?? 0, heights[0] ?? 0];
  for (const height of heights) {
    [top, low] = [Math.max(top, height), Math.min(low, height)];
    if (height - low >= NOISE_M && low < mark) {
      down += mark - low;
      [mark, top] = [low, height];
    }
    if (top - height >= NOISE_M && top > mark) {
      up += top - mark;
      [mark, low] = [top, height];
    }
  }
  const last = heights.at(-1) ?? mark;
  if (last > mark) up += last - mark;
  else down += mark - last;
  return { up, down };
}

/**
 * A recorded track as legs of about even length, driven at one speed, with what each climbs and falls.
 * @example legsOfTrack([{ lat: 53, lon: -14, ele: 5 }, { lat: 53.1, lon: -14, ele: 60 }], 80).legs.length // 1
 */
export function legsOfTrack(points: readonly TrackPoint[], speedKmh: number): TrackLegs {
  const steps = points.slice(1).map((point, i) => crowKm(points[i]!, point));
  const km = steps.reduce((sum, step) => sum + step, 0);
  const each = Math.max(LEAST_LEG_KM, km / MOST_LEGS);
  const withHeight = points.some(({ ele }) => ele !== undefined);
  const legs: TripLeg[] = [];
  let [from, run] = [0, 0];
  steps.forEach((step, i) => {
    run += step;
    const last = i === steps.length - 1;
    if (run < each && !last) return;
    if (run >= 0.01) {
      const heights = points.slice(from, i + 2).flatMap(({ ele }) => ele ?? []);
      const { up, down } = climbed(heights);
      // Steeper than any road is a receiver that lost its way.
      const share = Math.min(1, (run * STEEPEST_M_PER_KM) / Math.max(1, up + down));
      legs.push({
        km: run,
        speedKmh,
        upM: Math.floor(up * share),
        downM: Math.floor(down * share),
        windKmh: 0,
      });
    }
    [from, run] = [i + 1, 0];
  });
  return { legs, km, withHeight };
}
