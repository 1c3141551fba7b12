import { bestAt, holdsPiece, isClean, kitSum, pieceName, piecesOf, weightOf } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { decimals } from "../../format/number";
import type { SeenKit } from "./KitView";
import type { ViewProps } from "./view";
import { listText } from "../../format/words";
import { amountText, kmText } from "./words";

/** What the ticked kit comes to, and the least that would do as much. */
export function KitAnswer({ garage, draft, onChange, seen }: ViewProps & { readonly seen: SeenKit }) {
  const { kit, attempts, packed, least } = seen;
  const { distanceUnit: unit, currency } = garage.household.spec;
  const { wantedKm } = draft;
  const pieces = kit.pieces.map(({ piece }) => piece);
  const reached = attempts.filter((its) => (bestAt(its, packed, wantedKm)?.km ?? 0) >= wantedKm).length;
  const possible = attempts.length - least.beyond.length;
  const names = piecesOf(least.kit).map((at) => pieceName(pieces[at]!));
  const { mass, volume, price } = least.sum;
  const usual = piecesOf(least.kit).some((at) => weightOf(pieces[at]!).usual.includes("massKg"));
  const toBuy = piecesOf(least.kit)
    .filter((at) => pieces[at]!.have === "buy")
    .map((at) => pieceName(pieces[at]!));
  const packedSum = kitSum(packed, pieces.map(weightOf));
  const careful = kit.places.filter((_, at) => {
    const best = bestAt(attempts[at]!, least.kit, wantedKm);
    return best && best.km >= wantedKm && !isClean(best);
  });
  const all = packed === least.kit;
  const take = () => {
    const ids = kit.pieces.flatMap(({ id }, at) => (holdsPiece(least.kit, at) ? [id] : []));
    const others = draft.packed.filter((id) => !kit.pieces.some((piece) => piece.id === id));
    onChange({ ...draft, packed: [...others, ...ids] });
  };
  return (
    <div className="answer">
      <p className="verdict" role="status">
        {possible === 0 ? (
          <>
            <b>None of these pieces brings {kmText(wantedKm, unit)} in a night</b> at any of these places.
          </>
        ) : names.length === 0 ? (
          <>
            <b>Nothing has to be packed:</b> {kmText(wantedKm, unit)} a night come at{" "}
            {placesText(possible, attempts.length)} from what hangs there.
          </>
        ) : (
          <>
            <b>Pack {listText(names)}</b>: {decimals(mass, 1)} kg, {decimals(volume, 0)} litres
            {price > 0 ? `, ${amountText(price, currency)} to buy` : ""}. That brings {kmText(wantedKm, unit)}{" "}
            a night at {placesText(possible, attempts.length)}.
          </>
        )}{" "}
        {least.beyond.length > 0 && possible > 0 && (
          <>No piece here does it at {listText(least.beyond.map((at) => kit.places[at]!.place.name))}.</>
        )}
      </p>
      <p className="quiet">
        {all ? (
          "That is what is ticked."
        ) : (
          <>
            What is ticked weighs {decimals(packedSum.mass, 1)} kg and does it at {reached} of{" "}
            {attempts.length}.{" "}
            <Button quiet onClick={take}>
              Tick the least kit
            </Button>
          </>
        )}
        {careful.length > 0 &&
          ` With care only at ${listText(careful.map(({ place }) => place.name))}: look at what is said there.`}
        {toBuy.length > 0 && ` Still to be bought: ${listText(toBuy)}.`}
        {usual && " Weights nobody stated are usual ones."}
      </p>
    </div>
  );
}

const placesText = (n: number, all: number): string =>
  n === all ? (n === 1 ? "the one place" : `all ${n} places`) : `${n} of ${all} places`;
