import { plugAtCar } from "@kettleback/core";
import type { Charging } from "../jobs/answer";
import { SmallFace } from "../faces/FaceDrawing";
import { OutletFace } from "../faces/OutletFace";
import type { Drawing } from "./layout";

/** Turns (along, across) into x and y for a drawing that lies flat or stands upright. */
export type Place = (along: number, across: number) => [number, number];

/** Width of a face beside a name (px). */
const FACE = 20;

/** Where one part ends and the next begins. */
export const Joints = ({
  drawing: { links, flow },
  place,
}: {
  readonly drawing: Drawing;
  readonly place: Place;
}) =>
  links.flatMap(({ to, bars, index }, i) => {
    const next = links[i + 1];
    if (!next) return [];
    return bars.map(({ lane, mid, thick }) => {
      const other = next.bars.find((bar) => bar.lane === lane)?.thick ?? 0;
      const half = Math.max(thick, other, flow[lane]?.thick ?? 0) / 2;
      const [[x1, y1], [x2, y2]] = [place(to, mid - half), place(to, mid + half)];
      return <line key={`${index}-${lane}`} className="joint" x1={x1} y1={y1} x2={x2} y2={y2} />;
    });
  });

/** What one would look for on the wall and on the car: the faces of outlet and inlet, beside their names. */
export function Faces({
  charging: { plan },
  drawing,
}: {
  readonly charging: Charging;
  readonly drawing: Drawing;
}) {
  const inlet = plan.adapter?.to ?? plugAtCar(plan.evse, plan.cable ?? undefined);
  return drawing.links.map(({ link: { kind, over }, from, to, binding, tied }) => {
    // Under the name, or before the word that stands there.
    const x = binding || tied || over ? from + 4 : (from + to - FACE) / 2;
    if (kind === "outlet" && plan.outlet.kind === "socket")
      return <OutletFace key={kind} type={plan.outlet.type} size={FACE} x={x} y={38} />;
    if (kind === "inlet" && inlet)
      return <SmallFace key={kind} connector={inlet} width={FACE} x={x} y={37} />;
    return null;
  });
}

/** Heat leaving the lanes, down to its watts: a branch to the scale of the worst one. */
export function LossBranch({
  at,
  start,
  place,
  thick,
  flat,
  breadth,
}: {
  at: number;
  start: number;
  place: Place;
  thick: number;
  flat: boolean;
  breadth: number;
}) {
  const reach = flat ? breadth + 4 : start + 12;
  const tip = reach + 5;
  const points: [number, number][] = [
    place(at - thick / 2, start - 2),
    place(at + thick / 2, start - 2),
    place(at + thick / 2, reach),
    place(at + thick / 2 + 3, reach),
    place(at, tip + 2),
    place(at - thick / 2 - 3, reach),
    place(at - thick / 2, reach),
  ];
  return <polygon className="branch" points={points.map((p) => p.join(",")).join(" ")} />;
}

interface JawsProps {
  readonly at: number;
  readonly top: number;
  readonly bottom: number;
  readonly place: Place;
  /** Of what comes next, or ties. */
  readonly hollow: boolean;
}

/** Two jaws that pinch the narrowest link: the mark that does not need colour. */
export function Jaws({ at, top, bottom, place, hollow }: JawsProps) {
  const jaw = (edge: number, sign: 1 | -1): string =>
    [
      place(at - 13, edge + sign * 13),
      place(at + 13, edge + sign * 13),
      place(at + 4, edge + sign * 1.5),
      place(at - 4, edge + sign * 1.5),
    ]
      .map((p) => p.join(","))
      .join(" ");
  return (
    <>
      <polygon className={hollow ? "jaw hollow" : "jaw"} points={jaw(top, -1)} />
      <polygon className={hollow ? "jaw hollow" : "jaw"} points={jaw(bottom, 1)} />
    </>
  );
}
