import type { LeadFigures } from "@kettleback/core";
import { useWidth } from "../../charts/useWidth";
import { decimals } from "../../format/number";

interface Props {
  readonly figures: LeadFigures;
  readonly amps: number;
  readonly lengthM: number;
}

const H = 132;
const METER_W = 122;
const METER_H = 82;
const TOP = 22;
/** Lanes as in the conductor drawing: as wide as their amps, to one scale. */
const PX_PER_AMP = 0.9;

/** A meter as a bench instrument: what it is, and what it reads. */
function Meter({ x, name, watts }: { readonly x: number; readonly name: string; readonly watts: number }) {
  return (
    <g transform={`translate(${x} ${TOP})`} className="meter">
      <rect width={METER_W} height={METER_H} rx={3} />
      <rect className="glass" x={10} y={24} width={METER_W - 20} height={34} rx={1} />
      <text x={METER_W / 2} y={16} textAnchor="middle" className="name">
        {name}
      </text>
      <text x={METER_W / 2} y={49} textAnchor="middle" className="reads">
        {decimals(watts, 0)} W
      </text>
      <circle cx={16} cy={METER_H - 10} r={2.5} />
      <circle cx={METER_W - 16} cy={METER_H - 10} r={2.5} />
    </g>
  );
}

/** The two meters with the lead between them: both conductors as lanes, the heat rising where it arises. */
export function LeadDrawing({
  figures: { nearW, farW, lostW, wattsPerMetre, dropVolts },
  amps,
  lengthM,
}: Props) {
  const [box, width] = useWidth<HTMLDivElement>();
  const left = METER_W + 4;
  const right = width - METER_W - 4;
  const lane = Math.max(2, Math.min(22, amps * PX_PER_AMP));
  const y = TOP + METER_H / 2;
  const waves = Math.max(2, Math.floor((right - left) / 46));
  const rise = Math.min(24, 3 + wattsPerMetre * 6);
  return (
    <div ref={box} className="lead-drawing">
      <svg
        width={width}
        height={H}
        role="img"
        aria-label={`Meter at the wall ${decimals(nearW, 0)} W, lead of ${decimals(lengthM, 1)} m losing ${decimals(lostW, 1)} W, meter at the far end ${decimals(farW, 0)} W`}
      >
        {right > left && (
          <>
            {[-1, 1].map((side) => (
              <rect
                key={side}
                className="lane"
                x={left}
                y={y + side * (lane / 2 + 3) - lane / 2}
                width={right - left}
                height={lane}
              />
            ))}
            {Array.from({ length: waves }, (_, i) => {
              const at = left + ((i + 0.5) * (right - left)) / waves;
              const base = y - lane - 7;
              return (
                <path
                  key={i}
                  className="heat-wave"
                  d={`M${at} ${base} q -5 ${-rise / 2} 0 ${-rise / 2} t 0 ${-rise / 2}`}
                />
              );
            })}
            <text x={(left + right) / 2} y={H - 8} textAnchor="middle" className="under">
              {decimals(lengthM, 1)} m, {decimals(amps, 1)} A, −{decimals(dropVolts, 1)} V, −
              {decimals(lostW, 1)} W
            </text>
          </>
        )}
        <Meter x={2} name="at the wall" watts={nearW} />
        <Meter x={Math.max(0, width - METER_W - 2)} name="at the far end" watts={farW} />
      </svg>
    </div>
  );
}
