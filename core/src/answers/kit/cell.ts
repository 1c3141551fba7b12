import { CONNECTORS } from "../../trade/connectors";
import { REFUSAL_WORDS, type Refusal } from "../../engine/path";
import type { Kilometres } from "../../trade/units";
import { isStopped, type Attempt, type Combination } from "./combine";
import type { StopPlace } from "./document";
import type { KitPiece } from "./pieces";
import { bestAt, holdsAll, holdsPiece } from "./serve";

/** A piece at a place: what it gives there with the rest of the kit, or in a word why nothing. */
export type KitCell =
  | { readonly kind: "gives"; readonly gives: Combination }
  | { readonly kind: "none"; readonly word: string; readonly why: string };

/** Refusals in the order in which they say most: one that only wants another piece says less than a fault of this one. */
const TELLING: readonly Refusal["code"][] = [
  "below-six-amps",
  "no-common-phases",
  "station-volts-too-low",
  "station-volts-too-high",
  "lead-cannot-feed",
  "own-draw-takes-all",
  "next-to-nothing",
  "ended-already",
  "adapter-changes-current",
  "adapter-does-not-fit",
  "plug-does-not-fit-inlet",
  "cable-does-not-fit-evse",
  "lead-does-not-fit",
  "cable-needed",
  "cable-not-wanted",
  "evse-does-not-fit-outlet",
];

const moreTelling = (a: Refusal, b: Refusal): Refusal =>
  TELLING.indexOf(a.code) <= TELLING.indexOf(b.code) ? a : b;

/** Why a piece that was never tried at a place has no part to play there. */
function noPart(piece: KitPiece, { evse, outlet }: StopPlace): KitCell {
  const none = (word: string, why: string): KitCell => ({ kind: "none", word, why });
  switch (piece.kind) {
    case "banned":
      return none("never", "Never charge through it.");
    case "unit":
      return none("not needed", `${evse?.name ?? outlet.name} is a charging unit already.`);
    case "cable":
      return evse?.output.kind === "tethered"
        ? none("not needed", `${evse.name} has a cable of its own.`)
        : none("no unit", "No unit here has a socket for a cable of one's own.");
    case "lead":
      return evse
        ? none("not needed", "Nothing is plugged into a socket here.")
        : none("no plug", `Its plug does not go into ${outlet.name}, or there is no unit to put behind it.`);
    case "adapter":
      return none(
        "other plug",
        evse?.output.kind === "tethered"
          ? `The plug here is ${CONNECTORS[evse.output.connector].name}; the adapter is for ${CONNECTORS[piece.adapter.from].name}.`
          : `Nothing here ends in ${CONNECTORS[piece.adapter.from].name}.`,
      );
  }
}

/**
 * What one piece gives at a place together with a kit, whether or not it is in it.
 * @example cellAt(attemptsAt(kit, kit.places[0]), { pieces: kit.pieces, place: kit.places[0], at: 1, kit: 0b1010, wantedKm: 100 }).kind // "gives"
 */
export function cellAt(
  attempts: readonly Attempt[],
  asked: {
    readonly pieces: readonly KitPiece[];
    readonly place: StopPlace;
    readonly at: number;
    readonly kit: number;
    readonly wantedKm: Kilometres;
  },
): KitCell {
  const { pieces, place, at, kit, wantedKm } = asked;
  const its = attempts.filter(({ mask }) => holdsPiece(mask, at));
  const within = its.filter(({ mask }) => holdsAll(kit | (1 << at), mask));
  const gives = bestAt(within, kit | (1 << at), wantedKm);
  if (gives) return { kind: "gives", gives };
  const stopped = within.find((one) => one.kind === "gives" && isStopped(one.gives));
  if (stopped?.kind === "gives")
    return {
      kind: "none",
      word: "stop",
      why: `${stopped.gives.cautions[0]!.what} ${stopped.gives.cautions[0]!.todo}`,
    };
  const refusals = (within.length > 0 ? within : its).flatMap((one) =>
    one.kind === "refused" ? [one.refusal] : [],
  );
  if (refusals.length > 0) {
    const { code, message, remedy } = refusals.reduce(moreTelling);
    return { kind: "none", word: REFUSAL_WORDS[code], why: `${message} ${remedy}` };
  }
  if (its.length > 0)
    return {
      kind: "none",
      word: "needs more",
      why: "It charges here only with another piece that is not ticked.",
    };
  return noPart(pieces[at]!, place);
}

/**
 * Why a kit charges nothing at a place, in a word and in a sentence.
 * @example whyNotAt(attemptsAt(kit, kit.places[0]), kit.places[0], 0).word // "no unit"
 */
export function whyNotAt(
  attempts: readonly Attempt[],
  { outlet, evse }: StopPlace,
  kit: number,
): { readonly word: string; readonly why: string } {
  const within = attempts.filter(({ mask }) => holdsAll(kit, mask));
  const stopped = within.find((one) => one.kind === "gives" && isStopped(one.gives));
  if (stopped?.kind === "gives") return { word: "stop", why: stopped.gives.cautions[0]!.what };
  const refusals = within.flatMap((one) => (one.kind === "refused" ? [one.refusal] : []));
  if (refusals.length > 0) {
    const { code, message } = refusals.reduce(moreTelling);
    return { word: REFUSAL_WORDS[code], why: message };
  }
  return evse
    ? { word: "no cable", why: `${evse.name} has a socket, and no cable is packed.` }
    : { word: "no unit", why: `Nothing that is packed can be fed from ${outlet.name}.` };
}
