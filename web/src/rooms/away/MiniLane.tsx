import type { Combination } from "@kettleback/core";
import { ampsOn, kWText } from "./words";

interface Props {
  readonly gives: Combination;
  /** It needs a piece that is not ticked: the lane is closed. */
  readonly closed: boolean;
  /** It serves this place best. */
  readonly best: boolean;
}

const [WIDTH, HEIGHT] = [60, 22];
/** Amps that fill the height of one lane; beyond it its edges are broken. */
const FULL_AMPS = 32;
const LANE = 5;
const GAP = 2;

/** A conductor in small: a copper lane a phase, as thick as its amps, jaws at its end, its power under it. */
export function MiniLane({ gives, closed, best }: Props) {
  const lanes = gives.current === "DC" ? 1 : gives.phases;
  const thick = Math.max(1, (LANE * Math.min(gives.amps, FULL_AMPS)) / FULL_AMPS);
  const beyond = gives.amps > FULL_AMPS;
  const height = lanes * LANE + (lanes - 1) * GAP;
  const top = (HEIGHT - height) / 2;
  return (
    <span
      className={`mini${closed ? " closed" : ""}${best ? " best" : ""}`}
      title={`${ampsOn(gives)}${closed ? ", with a piece that is not ticked" : ""}`}
    >
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width={WIDTH} height={HEIGHT} aria-hidden="true">
        {Array.from({ length: lanes }, (_, i) => {
          const y = top + i * (LANE + GAP) + LANE / 2;
          return (
            <g key={i}>
              <rect className="bed" x={4} y={y - LANE / 2} width={WIDTH - 12} height={LANE} />
              <rect
                className={beyond ? "flow beyond" : "flow"}
                x={4}
                y={y - thick / 2}
                width={WIDTH - 12}
                height={thick}
              />
            </g>
          );
        })}
        <path
          className="jaw"
          d={`M${WIDTH - 8} ${top - 2}l6 0l-6 5zM${WIDTH - 8} ${top + height + 2}l6 0l-6 -5z`}
        />
      </svg>
      {kWText(gives.batteryW)}
    </span>
  );
}
