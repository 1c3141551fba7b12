import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";

/** Weeks of a simulated year: whole ones, so that every weekday comes as often. */
export const WEEKS = 52;
/** Days of a simulated year. */
export const DAYS = WEEKS * 7;
/** Years drawn together: one stream of chance. */
export const YEARS_A_BLOCK = 20;

/** What chance has for each day of some years: the day's place among all such days, and three more. Each 0 to 1. */
export interface Draws {
  readonly distance: Float64Array;
  readonly late: Float64Array;
  readonly forgotten: Float64Array;
  readonly postTaken: Float64Array;
}

/**
 * The draws of a block of years: the same for every way, whatever thread draws them. Each block has a stream of its own
 * out of one seed.
 * @example drawsOf(7, 0, 1).distance.length // 364
 */
export function drawsOf(seed: number, block: number, years: number): Draws {
  const random = xoroshiro128plus(seed);
  for (let i = 0; i < block; i++) random.jump();
  const draws: Draws = {
    distance: new Float64Array(years * DAYS),
    late: new Float64Array(years * DAYS),
    forgotten: new Float64Array(years * DAYS),
    postTaken: new Float64Array(years * DAYS),
  };
  for (let day = 0; day < years * DAYS; day++)
    for (const chance of [draws.distance, draws.late, draws.forgotten, draws.postTaken])
      chance[day] = uniformFloat64(random);
  return draws;
}
