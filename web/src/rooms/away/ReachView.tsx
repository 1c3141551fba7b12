import {
  needOf,
  parkings,
  reachingOf,
  toBuy,
  type Need,
  type Parked,
  plugsFor,
  type ConnectorId,
  type KitPiece,
} from "@kettleback/core";
import { decimals } from "../../format/number";
import { carOf, openKit } from "../../jobs/away";
import { ReachDrawing } from "./ReachDrawing";
import { ReachFields } from "./ReachFields";
import type { ViewProps } from "./view";
import { listText } from "../../format/words";

const PARKED_WORDS: Readonly<Record<Parked, string>> = { "nose-in": "nose in", "back-in": "backed in" };
const metres = (m: number): string => `${decimals(m, 1)} m`;

/** The plug a cable, or a unit with a cable of its own, ends in at the car. */
function endsIn(piece: KitPiece): ConnectorId[] {
  if (piece.kind === "cable") return [piece.cable.vehicleEnd];
  return piece.kind === "unit" && piece.unit.output.kind === "tethered" ? [piece.unit.output.connector] : [];
}

/** Which cable is long enough: the bay, the car in it, the way round, and what of one's own reaches. */
export default function ReachView(props: ViewProps) {
  const { garage, draft, onChange } = props;
  const { reach, reachFrom: from } = draft;
  const need = needOf(reach);
  const [better] = parkings(reach);
  const other = better!.parked === reach.parked || better!.lengthM > need.lengthM - 0.05 ? null : better!;
  const { inlets } = carOf(garage, draft)!.car;
  // Of what reaches the car nothing is said that does not go into it.
  const pieces = openKit(garage, { ...draft, offered: [] })
    .pieces.map(({ piece }) => piece)
    .filter((piece) => endsIn(piece).every((plug) => plugsFor(inlets, "AC").includes(plug)));
  const reaching = reachingOf(pieces, need.lengthM, from);
  const enough = reaching.filter(({ reaches, overLead }) => reaches && !overLead);
  const buy = toBuy(need.lengthM, from);
  return (
    <>
      <div className="answer">
        <p className="verdict" role="status">
          {need.blocked ? (
            <b>The car cannot stand so: what one charges from is in its way.</b>
          ) : (
            <>
              <b>
                {PARKED_WORDS[reach.parked].replace(/^./, (c) => c.toUpperCase())} you need{" "}
                {metres(need.lengthM)}
              </b>
              {enough.length > 0
                ? `: ${listText(enough.map(({ name }) => name))} ${enough.length === 1 ? "reaches" : "reach"}.`
                : ": nothing of yours reaches."}
            </>
          )}{" "}
          {other && !other.blocked && (
            <>
              {PARKED_WORDS[other.parked].replace(/^./, (c) => c.toUpperCase())} it is {metres(other.lengthM)}
              {shorterText(pieces, other, from)}.
            </>
          )}
        </p>
        <p className="quiet">
          {metres(need.groundM)} on the ground{need.around ? " round the car" : ""}, {metres(need.upAndDownM)}{" "}
          down and up, {metres(need.slackM)} of slack. {buy.says}
        </p>
      </div>
      <div className="two">
        <section className="view-panel" aria-label="The bay from above">
          <ReachDrawing asked={reach} need={need} onChange={(next) => onChange({ ...draft, reach: next })} />
        </section>
        <div>
          <section className="view-panel" aria-label="What of yours reaches">
            <h2>What of yours reaches</h2>
            {reaching.length === 0 ? (
              <p>
                {from === "post"
                  ? "No cable of yours is kept in the Garage."
                  : "No portable unit with a cable of its own is kept in the Garage."}
              </p>
            ) : (
              <ul className="reaching">
                {reaching.map(({ name, lengthM, spareM, reaches, overLead }) => (
                  <li key={name} className={reaches ? "" : "short"}>
                    <span>{name}</span>
                    <span className="bar" aria-hidden="true">
                      <i
                        style={
                          {
                            "--share": Math.min(1, lengthM / Math.max(lengthM, need.lengthM)),
                          } as React.CSSProperties
                        }
                      />
                      <b
                        style={
                          {
                            "--share": Math.min(1, need.lengthM / Math.max(lengthM, need.lengthM)),
                          } as React.CSSProperties
                        }
                      />
                    </span>
                    <span>
                      {metres(lengthM)},{" "}
                      {reaches ? `${metres(spareM)} to spare` : `${metres(-spareM)} too short`}
                      {overLead ? "; a lead is not recommended: one only, unwound, at 8 A or less" : ""}
                    </span>
                  </li>
                ))}
              </ul>
            )}
          </section>
          <ReachFields {...props} />
        </div>
      </div>
    </>
  );
}

/** What reaches the shorter way of parking and not this one. */
function shorterText(pieces: Parameters<typeof reachingOf>[0], other: Need, from: "post" | "socket"): string {
  const able = reachingOf(pieces, other.lengthM, from).filter(
    ({ reaches, overLead }) => reaches && !overLead,
  );
  return able.length === 0
    ? ""
    : `, which ${listText(able.map(({ name }) => name))} ${able.length === 1 ? "reaches" : "reach"}`;
}
