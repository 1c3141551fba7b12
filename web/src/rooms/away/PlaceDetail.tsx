import { bestAt, everyPiece, whyNotAt } from "@kettleback/core";
import { useInView } from "../../controls/useInView";
import { durationText } from "../../format/number";
import type { SeenKit } from "./KitView";
import type { ViewProps } from "./view";
import { ampsOn, kmText, kWText, togetherText } from "./words";

/** One place in words: what is put together there, how far that carries, what to beware of. */
export function PlaceDetail({
  garage,
  draft,
  seen,
  at,
}: ViewProps & { readonly seen: SeenKit; readonly at: number }) {
  const { kit, attempts, packed } = seen;
  const unit = garage.household.spec.distanceUnit;
  const pieces = kit.pieces.map(({ piece }) => piece);
  const { place } = kit.places[at]!;
  const its = attempts[at]!;
  const shown = useInView<HTMLElement>(kit.places[at]!.id);
  const now = bestAt(its, packed, draft.wantedKm);
  const could = bestAt(its, everyPiece(pieces.length), draft.wantedKm);
  const better = could && could.km > (now?.km ?? 0) + 0.5 && could.mask !== now?.mask ? could : null;
  return (
    <section ref={shown} className="view-panel place-detail" aria-label={place.name}>
      <h2>{place.name}</h2>
      {now ? (
        <p>
          With {togetherText(now, pieces)}: {kWText(now.batteryW)} into the battery ({ampsOn(now)}),{" "}
          {kmText(now.km, unit)} by the morning
          {now.fullAfter === null ? "" : `, done after ${durationText(now.fullAfter)}`}.
        </p>
      ) : (
        <p>With what is ticked nothing charges here: {whyNotAt(its, place, packed).why}</p>
      )}
      {better && (
        <p>
          {kmText(better.km, unit)} with {togetherText(better, pieces)}.
        </p>
      )}
      {now?.cautions
        .filter(({ severity }) => severity !== "note")
        .map(({ code, what, why, todo }) => (
          <p key={code} className="room-caution">
            <b>{what}</b> {why} {todo}
          </p>
        ))}
    </section>
  );
}
