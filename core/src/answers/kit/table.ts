import type { Amps, Kilometres, Seconds, Watts } from "../../trade/units";
import { addsOf } from "./adds";
import { whyNotAt } from "./cell";
import { attemptsEverywhere, isClean } from "./combine";
import type { KitAsked } from "./document";
import { leastKit, kitSum, type KitSum } from "./least";
import { pieceName, type Have } from "./pieces";
import { bestAt, everyPiece, holdsPiece, piecesOf } from "./serve";
import { weightOf } from "./weight";

/** A place as it goes out: what serves it best of all the pieces, and of the least kit. Null where nothing charges. */
export interface KitPlaceRow {
  readonly place: string;
  readonly pieces: readonly string[];
  readonly km: Kilometres | null;
  readonly batteryW: Watts | null;
  readonly amps: Amps | null;
  readonly phases: number | null;
  readonly setToAmps: Amps | null;
  readonly fullAfterSeconds: Seconds | null;
  readonly reaches: boolean;
  /** The worst caution of it, where there is one to be careful about. */
  readonly caution: string | null;
  readonly leastKitKm: Kilometres | null;
  readonly whyNot: string | null;
}

/** A piece as it goes out. */
export interface KitPieceRow {
  readonly piece: string;
  readonly have: Have;
  readonly massKg: number;
  readonly litres: number;
  readonly price: number;
  readonly inLeastKit: boolean;
  /** Places that only it opens, beside all the other pieces. */
  readonly opens: number;
}

/** A kit as it goes out. */
export interface KitRows {
  readonly places: readonly KitPlaceRow[];
  readonly pieces: readonly KitPieceRow[];
  readonly least: {
    readonly pieces: readonly string[];
    readonly sum: KitSum;
    readonly beyond: readonly string[];
  };
}

/**
 * A kit as rows: every place, every piece, and the least kit.
 * @example kitRows(kit).least.pieces // ["Yard portable", "thin three-phase cable", "wall-socket unit, 10 A"]
 */
export function kitRows(asked: KitAsked): KitRows {
  const { pieces, places, wantedKm, least: measure } = asked;
  const attempts = attemptsEverywhere(asked);
  const weights = pieces.map(weightOf);
  const all = everyPiece(pieces.length);
  const { kit, beyond } = leastKit(attempts, weights, wantedKm, measure);
  const names = (mask: number): string[] => piecesOf(mask).map((at) => pieceName(pieces[at]!));
  return {
    places: places.map((place, i): KitPlaceRow => {
      const best = bestAt(attempts[i]!, all, wantedKm);
      const caution = best && !isClean(best) ? best.cautions[0]!.what : null;
      return {
        place: place.name,
        pieces: best ? names(best.mask) : [],
        km: best?.km ?? null,
        batteryW: best?.batteryW ?? null,
        amps: best?.amps ?? null,
        phases: best?.phases ?? null,
        setToAmps: best?.setTo ?? null,
        fullAfterSeconds: best?.fullAfter ?? null,
        reaches: (best?.km ?? 0) >= wantedKm,
        caution,
        leastKitKm: bestAt(attempts[i]!, kit, wantedKm)?.km ?? null,
        whyNot: best ? null : whyNotAt(attempts[i]!, place, all).why,
      };
    }),
    pieces: pieces.map((piece, at): KitPieceRow => {
      const { massKg, litres, price } = weights[at]!;
      return {
        piece: pieceName(piece),
        have: piece.have,
        massKg,
        litres,
        price,
        inLeastKit: holdsPiece(kit, at),
        opens: addsOf(attempts, all, at, wantedKm).opens.length,
      };
    }),
    least: { pieces: names(kit), sum: kitSum(kit, weights), beyond: beyond.map((at) => places[at]!.name) },
  };
}
