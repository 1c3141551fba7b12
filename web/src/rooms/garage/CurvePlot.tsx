import { useRef, type KeyboardEvent, type PointerEvent } from "react";
import { decimals } from "../../format/number";
import { figureOf, moved, type TypedPoint } from "./curve";

interface Props {
  readonly value: readonly TypedPoint[];
  onChange(points: readonly TypedPoint[]): void;
}

const [W, H, LEFT, BOTTOM] = [420, 170, 36, 20];
const RIGHT = 18;
const STEPS: Readonly<Record<string, readonly [percent: number, kW: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** The curve drawn, its points to be dragged or moved by arrow keys. */
export function CurvePlot({ value, onChange }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const most = Math.max(20, ...value.map((p) => figureOf(p.kW))) * 1.15;
  const x = (percent: number) => LEFT + (percent / 100) * (W - LEFT - RIGHT);
  const y = (kW: number) => (H - BOTTOM) * (1 - kW / most) + 4;
  const put = (i: number, percent: number, kW: number) => onChange(moved(value, i, percent, kW));
  const drag = (i: number) => (event: PointerEvent<SVGCircleElement>) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const box = svg.current!.getBoundingClientRect();
    const px = ((event.clientX - box.left) / box.width) * W;
    const py = ((event.clientY - box.top) / box.height) * H;
    put(i, ((px - LEFT) / (W - LEFT - RIGHT)) * 100, most * (1 - (py - 4) / (H - BOTTOM)));
  };
  const onKey = (i: number) => (event: KeyboardEvent) => {
    const step = STEPS[event.key];
    if (!step) return;
    event.preventDefault();
    put(i, figureOf(value[i]!.percent) + step[0], figureOf(value[i]!.kW) + step[1]);
  };
  return (
    <svg ref={svg} viewBox={`0 0 ${W} ${H}`} className="curve-plot">
      {[0, 0.5, 1].map((share) => (
        <g key={share}>
          <line x1={LEFT} x2={W - RIGHT} y1={y(most * share * 0.87)} y2={y(most * share * 0.87)} />
          <text x={2} y={y(most * share * 0.87) + 4}>
            {decimals(most * share * 0.87, 0)} kW
          </text>
        </g>
      ))}
      {[0, 20, 40, 60, 80, 100].map((percent) => (
        <text key={percent} textAnchor="middle" x={x(percent)} y={H - 2}>
          {percent} %
        </text>
      ))}
      <polyline points={value.map((p) => `${x(figureOf(p.percent))},${y(figureOf(p.kW))}`).join(" ")} />
      {value.map((p, i) => (
        <circle
          key={i}
          cx={x(figureOf(p.percent))}
          cy={y(figureOf(p.kW))}
          r={7}
          tabIndex={0}
          role="slider"
          aria-label={`Point ${i + 1}, state of charge; up and down change the power`}
          aria-valuemin={0}
          aria-valuemax={100}
          aria-valuenow={figureOf(p.percent)}
          aria-valuetext={`${p.percent} %, ${p.kW} kW`}
          onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
          onPointerMove={drag(i)}
          onKeyDown={onKey(i)}
        />
      ))}
    </svg>
  );
}
