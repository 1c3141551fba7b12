import type { Kilometres } from "../../trade/units";
import { isClean, isStopped, type Attempt, type Combination } from "./combine";

/**
 * All pieces of a list, as a mask.
 * @example everyPiece(3) // 7
 */
export const everyPiece = (count: number): number => 2 ** count - 1;
/**
 * Whether a kit has all a combination needs.
 * @example holdsAll(0b101, 0b001) // true
 */
export const holdsAll = (kit: number, mask: number): boolean => (mask & ~kit) === 0;
/**
 * Whether a piece is in a kit.
 * @example holdsPiece(0b101, 2) // true
 */
export const holdsPiece = (kit: number, piece: number): boolean => (kit & (1 << piece)) !== 0;
/**
 * The pieces of a kit, by their places in the list.
 * @example piecesOf(0b101) // [0, 2]
 */
export const piecesOf = (kit: number): number[] =>
  Array.from({ length: 32 - Math.clz32(kit) }, (_, at) => at).filter((at) => holdsPiece(kit, at));

/** How well a combination serves: it reaches what is wanted, and nothing has to be watched for that. */
function rankOf(gives: Combination, wantedKm: Kilometres): number {
  const reaches = gives.km >= wantedKm * (1 - 1e-9);
  if (reaches) return isClean(gives) ? 3 : 2;
  return isClean(gives) ? 1 : 0;
}

const pieceCount = (mask: number): number => piecesOf(mask).length;
/** Range (km) below which two combinations give the same. */
const SAME_KM = 0.5;
/** Power (W) below which two are as fast. */
const SAME_W = 60;

/** Whether one combination serves better: what reaches before what does not, what needs no care before what does, then range, then fewer pieces. */
function serves(a: Combination, b: Combination, wantedKm: Kilometres): boolean {
  const [ra, rb] = [rankOf(a, wantedKm), rankOf(b, wantedKm)];
  if (ra !== rb) return ra > rb;
  if (Math.abs(a.km - b.km) > SAME_KM) return a.km > b.km;
  return pieceCount(a.mask) < pieceCount(b.mask);
}

/** What a kit can put together at a place, nothing that must not be used among it. */
const usable = (attempts: readonly Attempt[], kit: number): Combination[] =>
  attempts.flatMap((attempt) =>
    attempt.kind === "gives" && holdsAll(kit, attempt.mask) && !isStopped(attempt.gives)
      ? [attempt.gives]
      : [],
  );

/**
 * The combination of a kit that serves a place best; undefined where none charges the car.
 * @example bestAt(attemptsAt(kit, kit.places[0]), 0b1010, 100)?.amps // 16
 */
export function bestAt(
  attempts: readonly Attempt[],
  kit: number,
  wantedKm: Kilometres,
): Combination | undefined {
  let best: Combination | undefined;
  for (const gives of usable(attempts, kit)) if (!best || serves(gives, best, wantedKm)) best = gives;
  return best;
}

/**
 * The combination of a kit that charges fastest at a place: what needs no care first, then by what reaches the battery,
 * then by fewer pieces.
 * @example fastestAt(attemptsAt(kit, kit.places[0]), 0b1010)?.amps // 16
 */
export function fastestAt(attempts: readonly Attempt[], kit: number): Combination | undefined {
  const faster = (a: Combination, b: Combination): boolean => {
    if (isClean(a) !== isClean(b)) return isClean(a);
    if (Math.abs(a.batteryW - b.batteryW) > SAME_W) return a.batteryW > b.batteryW;
    return pieceCount(a.mask) < pieceCount(b.mask);
  };
  let best: Combination | undefined;
  for (const gives of usable(attempts, kit)) if (!best || faster(gives, best)) best = gives;
  return best;
}

/**
 * Every smallest set of pieces that reaches what is wanted at a place: those that need no care where any does without.
 * @example smallestAt(attemptsAt(kit, kit.places[0]), 4, 100) // [0b1010]
 */
export function smallestAt(attempts: readonly Attempt[], count: number, wantedKm: Kilometres): number[] {
  const all = usable(attempts, everyPiece(count));
  const [clean, careful] = [3, 2].map((rank) => all.filter((gives) => rankOf(gives, wantedKm) === rank));
  const masks = [...new Set((clean!.length > 0 ? clean! : careful!).map(({ mask }) => mask))];
  return masks.filter((mask) => !masks.some((other) => other !== mask && holdsAll(mask, other)));
}
