import { useRef, type KeyboardEvent, type PointerEvent } from "react";
import { CURVE_SHAPES, curveOf, type CurveShape } from "@kettleback/core";
import { decimals } from "../format/number";

/** A point as typed: per cent and kW. */
export interface TypedPoint {
  readonly percent: string;
  readonly kW: string;
}

interface Props {
  readonly value: readonly TypedPoint[];
  readonly usableWh: number;
  readonly problem: string | undefined;
  onChange(points: readonly TypedPoint[]): void;
}

const [W, H, LEFT, BOTTOM] = [420, 170, 36, 20];
const RIGHT = 18;
const SHAPES = Object.keys(CURVE_SHAPES) as CurveShape[];
const number = (typed: string) => (Number.isFinite(Number(typed)) ? Number(typed) : 0);

/** What the battery accepts: a generic shape to start from, points to drag or move by arrow keys, and figures to type. */
export function CurveEditor({ value, usableWh, problem, onChange }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const most = Math.max(20, ...value.map((p) => number(p.kW))) * 1.15;
  const x = (percent: number) => LEFT + (percent / 100) * (W - LEFT - RIGHT);
  const y = (kW: number) => (H - BOTTOM) * (1 - kW / most) + 4;
  const put = (i: number, percent: number, kW: number) => {
    // A point stays between its neighbours, so the curve always rises in state of charge.
    const low = i > 0 ? number(value[i - 1]!.percent) + 1 : 0;
    const high = i < value.length - 1 ? number(value[i + 1]!.percent) - 1 : 100;
    const moved = {
      percent: String(Math.round(Math.min(high, Math.max(low, percent)))),
      kW: String(Math.round(Math.max(0.1, kW) * 10) / 10),
    };
    onChange(value.map((p, j) => (j === i ? moved : p)));
  };
  const drag = (i: number) => (event: PointerEvent<SVGCircleElement>) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const box = svg.current!.getBoundingClientRect();
    const px = ((event.clientX - box.left) / box.width) * W;
    const py = ((event.clientY - box.top) / box.height) * H;
    put(i, ((px - LEFT) / (W - LEFT - RIGHT)) * 100, most * (1 - (py - 4) / (H - BOTTOM)));
  };
  const onKey = (i: number) => (event: KeyboardEvent) => {
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    if (!step) return;
    event.preventDefault();
    put(i, number(value[i]!.percent) + step[0]!, number(value[i]!.kW) + step[1]!);
  };
  const preset = (shape: string) =>
    onChange(
      shape === ""
        ? []
        : curveOf(shape as CurveShape, usableWh).map(({ soc, watts }) => ({
            percent: String(Math.round(soc * 100)),
            kW: String(Math.round(watts / 100) / 10),
          })),
    );
  const change = (i: number, point: Partial<TypedPoint>) =>
    onChange(value.map((p, j) => (j === i ? { ...p, ...point } : p)));

  /** A new point in the middle of the widest gap, on the line that is there. */
  const addPoint = () => {
    const gaps = value.slice(1).map((p, i) => number(p.percent) - number(value[i]!.percent));
    const i = gaps.indexOf(Math.max(...gaps));
    const [a, b] = [value[i]!, value[i + 1]!];
    const middle = {
      percent: String(Math.round((number(a.percent) + number(b.percent)) / 2)),
      kW: String(Math.round(5 * (number(a.kW) + number(b.kW))) / 10),
    };
    onChange([...value.slice(0, i + 1), middle, ...value.slice(i + 1)]);
  };

  return (
    <div className="field wide curve" role="group" aria-label="What the battery accepts">
      <label>
        Start from a generic shape{" "}
        <select
          className="form-select form-select-sm"
          value="(keep)"
          onChange={(e) => preset(e.target.value)}
        >
          <option value="(keep)" disabled>
            {value.length ? "choose…" : "none: it never limits"}
          </option>
          {SHAPES.map((shape) => (
            <option key={shape} value={shape}>
              {shape}
            </option>
          ))}
          <option value="">none: it never limits</option>
        </select>
      </label>
      {value.length > 0 && (
        <>
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
            <polyline points={value.map((p) => `${x(number(p.percent))},${y(number(p.kW))}`).join(" ")} />
            {value.map((p, i) => (
              <circle
                key={i}
                cx={x(number(p.percent))}
                cy={y(number(p.kW))}
                r={7}
                tabIndex={0}
                role="slider"
                aria-label={`Point ${i + 1}, state of charge; up and down change the power`}
                aria-valuemin={0}
                aria-valuemax={100}
                aria-valuenow={number(p.percent)}
                aria-valuetext={`${p.percent} %, ${p.kW} kW`}
                onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
                onPointerMove={drag(i)}
                onKeyDown={onKey(i)}
              />
            ))}
          </svg>
          <div className="curve-points">
            {value.map((p, i) => (
              <span key={i} className="measure">
                <input
                  className="form-control form-control-sm"
                  type="number"
                  aria-label={`Point ${i + 1}, per cent`}
                  value={p.percent}
                  onChange={(e) => change(i, { percent: e.target.value })}
                />
                %
                <input
                  className="form-control form-control-sm"
                  type="number"
                  aria-label={`Point ${i + 1}, kW`}
                  value={p.kW}
                  onChange={(e) => change(i, { kW: e.target.value })}
                />
                kW
                <button
                  type="button"
                  aria-label={`Remove point ${i + 1}`}
                  onClick={() => onChange(value.filter((_, j) => j !== i))}
                >
                  ✕
                </button>
              </span>
            ))}
          </div>
        </>
      )}
      {value.length > 1 && value.length < 40 && (
        <button type="button" className="btn btn-quiet btn-sm add-point" onClick={addPoint}>
          Add a point
        </button>
      )}
      {problem && (
        <small className="problem" role="alert">
          What the battery accepts: {problem}
        </small>
      )}
    </div>
  );
}
