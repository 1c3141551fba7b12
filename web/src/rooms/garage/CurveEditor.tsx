import { SHAPES, shaped, withPoint, type TypedPoint } from "./curve";
import { CurvePlot } from "./CurvePlot";

interface Props {
  readonly value: readonly TypedPoint[];
  readonly usableWh: number;
  readonly problem: string | undefined;
  onChange(points: readonly TypedPoint[]): void;
}

const MOST_POINTS = 40;

/** What the battery accepts: a generic shape to start from, points to drag or move by arrow keys, and figures to type. */
export function CurveEditor({ value, usableWh, problem, onChange }: Props) {
  return (
    <div className="field wide curve" role="group" aria-label="What the battery accepts">
      <label>
        Start from a generic shape{" "}
        <select
          className="form-select form-select-sm"
          value="(keep)"
          onChange={(e) => onChange(shaped(e.target.value, usableWh))}
        >
          <option value="(keep)" disabled>
            {value.length ? "choose…" : "not known"}
          </option>
          {SHAPES.map((shape) => (
            <option key={shape} value={shape}>
              {shape}
            </option>
          ))}
          <option value="">not known: a usual one at rapid stations</option>
        </select>
      </label>
      {value.length > 0 && (
        <>
          <CurvePlot value={value} onChange={onChange} />
          <PointRows value={value} onChange={onChange} />
        </>
      )}
      {value.length > 1 && value.length < MOST_POINTS && (
        <button
          type="button"
          className="btn btn-quiet btn-sm add-point"
          onClick={() => onChange(withPoint(value))}
        >
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

/** The points as figures to type. */
function PointRows({ value, onChange }: Pick<Props, "value" | "onChange">) {
  const change = (i: number, point: Partial<TypedPoint>) =>
    onChange(value.map((p, j) => (j === i ? { ...p, ...point } : p)));
  return (
    <div className="curve-points">
      {value.map((p, i) => (
        <span key={i} className="measure">
          <input
            className="form-control form-control-sm"
            inputMode="decimal"
            aria-label={`Point ${i + 1}, per cent`}
            value={p.percent}
            onChange={(e) => change(i, { percent: e.target.value })}
          />
          %
          <input
            className="form-control form-control-sm"
            inputMode="decimal"
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
  );
}
