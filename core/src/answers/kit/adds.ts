import type { Kilometres } from "../../trade/units";
import type { Attempt } from "./combine";
import { bestAt } from "./serve";

/** What a piece brings to a kit that nothing else in it does. */
export interface Adds {
  /** Places at which the car charges only with it, by their place in the list. */
  readonly opens: readonly number[];
  /** Places at which the wanted range is reached only with it, those it opens among them. */
  readonly reaches: readonly number[];
  /** Range a night (km) it adds at a place, at most. */
  readonly mostKm: Kilometres;
  readonly mostAt: number | null;
}

/**
 * What a piece adds to a kit, or would add to one it is not in.
 * @example addsOf(attemptsEverywhere(kit), 0b1000, 1, 100).opens // [0, 2, 3]
 */
export function addsOf(
  attempts: readonly (readonly Attempt[])[],
  kit: number,
  piece: number,
  wantedKm: Kilometres,
): Adds {
  const bit = 1 << piece;
  const without = kit & ~bit;
  const opens: number[] = [];
  const reaches: number[] = [];
  let [mostKm, mostAt]: [number, number | null] = [0, null];
  attempts.forEach((at, place) => {
    const before = bestAt(at, without, wantedKm)?.km ?? 0;
    const after = bestAt(at, without | bit, wantedKm)?.km ?? 0;
    if (before === 0 && after > 0) opens.push(place);
    if (before < wantedKm && after >= wantedKm) reaches.push(place);
    if (after - before > mostKm) [mostKm, mostAt] = [after - before, place];
  });
  return { opens, reaches, mostKm, mostAt };
}

/**
 * The places a kit charges at, by their place in the list.
 * @example opensOf(attemptsEverywhere(kit), 0b1010, 100).length // 8
 */
export const opensOf = (
  attempts: readonly (readonly Attempt[])[],
  kit: number,
  wantedKm: Kilometres,
): number[] => attempts.flatMap((at, place) => (bestAt(at, kit, wantedKm) ? [place] : []));

/**
 * Whether taking a piece out of a kit changes nothing anywhere: it can stay at home.
 * @example addsNothing(addsOf(attemptsEverywhere(kit), 0b1010, 0, 100)) // true
 */
export const addsNothing = ({ mostKm, reaches }: Adds): boolean => mostKm < 0.5 && reaches.length === 0;
