import { useId } from "react";
import type { LaneNow } from "@kettleback/core";
import type { Drawing } from "./layout";
import type { Place } from "./marks";

interface Props {
  readonly lanes: readonly LaneNow[];
  readonly drawing: Drawing;
  readonly place: Place;
  /** What was read is old. */
  readonly stale: boolean;
}

/** Amps beyond what should flow that are drawn: less is a meter's own error. */
const SPILLS = 1.05;

/** What really flows in each lane over what should: an unfilled rim is missing, what spills over it is too much. */
export function MeasuredFlow({ lanes, drawing, place, stale }: Props) {
  const { supply, battery, flow, across, perAmp, scale } = drawing;
  const from = supply.to - 20;
  const to = battery.from + 6;
  const hatch = useId();
  const bar = (className: string, mid: number, amps: number, fill?: string) => {
    const half = (Math.min(amps, scale) * perAmp) / 2;
    const [[x1, y1], [x2, y2]] = [place(from, mid - half), place(to, mid + half)];
    return (
      <rect
        className={className}
        {...(fill ? { fill } : {})}
        x={Math.min(x1, x2)}
        y={Math.min(y1, y2)}
        width={Math.abs(x2 - x1)}
        height={Math.abs(y2 - y1)}
      />
    );
  };
  const drawn = lanes.map(({ expected, measured }, lane) => {
    const mid = flow[lane]?.mid ?? (across.to * (lane + 0.5)) / lanes.length;
    const spills = measured !== null && measured > expected * SPILLS;
    return (
      <g key={lane} className={stale ? "measured stale" : "measured"}>
        {spills && bar("spill", mid, measured, `url(#${hatch})`)}
        {measured !== null && bar("flow", mid, Math.min(measured, spills ? expected : measured))}
        {bar("expected", mid, expected)}
      </g>
    );
  });
  return (
    <>
      <pattern id={hatch} width={6} height={6} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect className="spill-ground" width={6} height={6} />
        <line className="spill-line" x1={0} x2={0} y1={0} y2={6} />
      </pattern>
      {drawn}
    </>
  );
}
