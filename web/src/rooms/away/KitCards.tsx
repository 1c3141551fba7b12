import { bestAt, pieceName, holdsPiece, whyNotAt } from "@kettleback/core";
import { Tick } from "../../controls/Tick";
import { PlaceFace } from "./PlaceFace";
import type { SeenKit } from "./KitView";
import type { ViewProps } from "./view";
import { kmText, kWText, togetherText } from "./words";

/** The kit on a phone: what is ticked, then each place with what it gives. */
export function KitCards({ garage, draft, onChange, seen }: ViewProps & { readonly seen: SeenKit }) {
  const { kit, attempts, packed } = seen;
  const unit = garage.household.spec.distanceUnit;
  const pieces = kit.pieces.map(({ piece }) => piece);
  return (
    <section className="view-panel" aria-label="What fits where">
      <ul className="pieces-short">
        {kit.pieces.map(({ id, piece }, at) => (
          <li key={id}>
            <Tick
              checked={holdsPiece(packed, at)}
              onChange={(on) =>
                onChange({
                  ...draft,
                  packed: on ? [...draft.packed, id] : draft.packed.filter((one) => one !== id),
                })
              }
            >
              {pieceName(piece)}
              {piece.have === "own" ? "" : ` (${piece.have})`}
            </Tick>
          </li>
        ))}
      </ul>
      <ul className="place-cards">
        {kit.places.map(({ id, place }, i) => {
          const now = bestAt(attempts[i]!, packed, draft.wantedKm);
          const careful = now?.cautions.find(({ severity }) => severity !== "note");
          return (
            <li key={id} className={now && now.km >= draft.wantedKm ? "" : "short"}>
              <PlaceFace place={place} />
              <div>
                <b>{place.name}</b>
                {now ? (
                  <span>
                    {togetherText(now, pieces)}
                    {careful ? `; careful: ${careful.what}` : ""}
                  </span>
                ) : (
                  <span>{whyNotAt(attempts[i]!, place, packed).why}</span>
                )}
              </div>
              <span className="gives">
                {now ? (
                  <>
                    <b>{kmText(now.km, unit)}</b> {kWText(now.batteryW)}
                  </>
                ) : (
                  <b>nothing</b>
                )}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
