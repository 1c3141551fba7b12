import { Button } from "../../controls/Button";
import { Icon } from "../../controls/Icon";
import { Select } from "../../controls/Select";
import { TextInput } from "../../controls/TextInput";
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
      <Select
        says="Start from a generic shape"
        value="(keep)"
        onChange={(picked) => onChange(shaped(picked, usableWh))}
        options={[
          { value: "(keep)", text: value.length ? "choose…" : "not known", disabled: true },
          ...SHAPES.map((shape) => ({ value: shape, text: shape })),
          { value: "", text: "not known: a usual one at rapid stations" },
        ]}
      />
      {value.length > 0 && (
        <>
          <CurvePlot value={value} onChange={onChange} />
          <PointRows value={value} onChange={onChange} />
        </>
      )}
      {value.length > 1 && value.length < MOST_POINTS && (
        <Button quiet className="add-point" onClick={() => onChange(withPoint(value))}>
          Add a point
        </Button>
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
          <TextInput
            label={`Point ${i + 1}, per cent`}
            kind="figure"
            value={p.percent}
            onChange={(text) => change(i, { percent: text })}
          />
          %
          <TextInput
            label={`Point ${i + 1}, kW`}
            kind="figure"
            value={p.kW}
            onChange={(text) => change(i, { kW: text })}
          />
          kW
          <button
            type="button"
            aria-label={`Remove point ${i + 1}`}
            onClick={() => onChange(value.filter((_, j) => j !== i))}
          >
            <Icon name="close" />
          </button>
        </span>
      ))}
    </div>
  );
}
