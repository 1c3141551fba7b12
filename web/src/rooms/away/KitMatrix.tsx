import {
  addsOf,
  bestAt,
  cellAt,
  everyPiece,
  holdsPiece,
  pieceName,
  weightOf,
  whyNotAt,
  type KitCell,
} from "@kettleback/core";
import { Table } from "../../controls/Table";
import { Tick } from "../../controls/Tick";
import { decimals } from "../../format/number";
import { PlaceFace } from "./PlaceFace";
import { MiniLane } from "./MiniLane";
import type { SeenKit } from "./KitView";
import type { ViewProps } from "./view";
import { kmText, kWText } from "./words";

interface Props extends ViewProps {
  readonly seen: SeenKit;
  readonly selected: number;
  onSelect(place: number): void;
}

/** Places down, pieces across: what each gives with the rest of what is ticked, what serves best, what each opens. */
export function KitMatrix({ garage, draft, onChange, seen, selected, onSelect }: Props) {
  const { kit, attempts, packed, least } = seen;
  const unit = garage.household.spec.distanceUnit;
  const pieces = kit.pieces.map(({ piece }) => piece);
  const all = everyPiece(pieces.length);
  const tick = (at: number) => {
    const { id } = kit.pieces[at]!;
    const packedIds = draft.packed.includes(id)
      ? draft.packed.filter((one) => one !== id)
      : [...draft.packed, id];
    onChange({ ...draft, packed: packedIds });
  };
  return (
    <Table label="What fits where" className="kit" frame="kit-frame view-panel">
      <thead>
        <tr>
          <th scope="col">Where</th>
          {pieces.map((piece, at) => (
            <th
              key={kit.pieces[at]!.id}
              scope="col"
              className={holdsPiece(least.kit, at) ? "piece needed" : "piece"}
            >
              <Tick checked={holdsPiece(packed, at)} onChange={() => tick(at)}>
                <span className="piece-name">{pieceName(piece)}</span>
              </Tick>
              <small>
                {decimals(weightOf(piece).massKg, 1)} kg{piece.have === "own" ? "" : `, ${piece.have}`}
              </small>
            </th>
          ))}
          <th scope="col" className="figure">
            A night, ticked
          </th>
          <th scope="col" className="figure">
            Least kit
          </th>
        </tr>
      </thead>
      <tbody>
        {kit.places.map(({ id, place }, i) => {
          const its = attempts[i]!;
          const now = bestAt(its, packed, draft.wantedKm);
          const then = bestAt(its, least.kit, draft.wantedKm);
          return (
            <tr key={id} className={i === selected ? "selected" : ""}>
              <th scope="row">
                <button
                  type="button"
                  className="link"
                  aria-pressed={i === selected}
                  onClick={() => onSelect(i)}
                >
                  <PlaceFace place={place} />
                  <span>{place.name}</span>
                </button>
              </th>
              {pieces.map((_, at) => (
                <td key={kit.pieces[at]!.id} className="cell">
                  <Cell
                    cell={cellAt(its, { pieces, place, at, kit: packed, wantedKm: draft.wantedKm })}
                    closed={!holdsPiece(packed, at)}
                    best={now !== undefined && holdsPiece(now.mask, at)}
                  />
                </td>
              ))}
              <td className={`figure${now && now.km >= draft.wantedKm ? "" : " late"}`}>
                {now ? (
                  <>
                    {kmText(now.km, unit)}
                    <small>{kWText(now.batteryW)}</small>
                  </>
                ) : (
                  <>
                    nothing<small>{whyNotAt(its, place, packed).word}</small>
                  </>
                )}
              </td>
              <td className="figure">{then ? kmText(then.km, unit) : "nothing"}</td>
            </tr>
          );
        })}
      </tbody>
      <tfoot>
        <tr>
          <th scope="row">Opens, and nothing else here does</th>
          {pieces.map((_, at) => {
            const { opens } = addsOf(attempts, all, at, draft.wantedKm);
            return (
              <td key={kit.pieces[at]!.id} className="cell">
                {opens.length === 0 ? "–" : `${opens.length} of ${attempts.length}`}
              </td>
            );
          })}
          <td colSpan={2} />
        </tr>
      </tfoot>
    </Table>
  );
}

/** A piece at a place. */
function Cell({
  cell,
  closed,
  best,
}: {
  readonly cell: KitCell;
  readonly closed: boolean;
  readonly best: boolean;
}) {
  if (cell.kind === "gives") return <MiniLane gives={cell.gives} closed={closed} best={best} />;
  const quiet = cell.word === "not needed";
  return (
    <span className={cell.word === "stop" ? "none stop" : "none"} title={cell.why}>
      {quiet ? "–" : cell.word}
      {quiet && <span className="visually-hidden">not needed</span>}
    </span>
  );
}
