import { laneMiddles, thicknessOf } from "./scale";

interface Props {
  readonly x: number;
  /** Middle of all lanes. */
  readonly y: number;
  readonly length: number;
  readonly phases: number;
  readonly amps: number;
  /** What of it may be carried for hours, where that is less: the lane is filled so far only. */
  readonly holds?: number;
  /** Drawn shorter than it is. */
  readonly broken?: boolean;
}

/** Copper lanes, as wide as their amps. */
export function Lanes({ x, y, length, phases, amps, holds = amps, broken = false }: Props) {
  const { px, broken: thick } = thicknessOf(amps, phases);
  const fill = Math.min(px, thicknessOf(holds, phases).px);
  return (
    <g className="lanes">
      {laneMiddles(phases, amps).map((mid) => (
        <g key={mid}>
          <rect className="lane" x={x} y={y + mid - px / 2} width={length} height={px} />
          <rect className="flow" x={x} y={y + mid - fill / 2} width={length} height={fill} />
        </g>
      ))}
      {(broken || thick) && <path className="break" d={`M${x + length / 2 - 5} ${y + 30}l6 -60m4 0l-6 60`} />}
    </g>
  );
}
