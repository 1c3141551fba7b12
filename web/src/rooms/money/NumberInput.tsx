import { FigureInput } from "../../controls/FigureInput";
import { figureLocale } from "../../format/manner";

interface Props {
  readonly label: string;
  /** In the unit shown; not a number while nothing acceptable is typed. */
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly unit?: string;
  /** Says the label beside the field; it is always its name for whoever cannot see it. */
  readonly bare?: boolean;
  onChange(value: number): void;
}

const figure = (n: number): string => n.toLocaleString(figureLocale(), { maximumFractionDigits: 6 });

/** Whether a number lies in a range. */
export const within = (value: number, min: number, max: number): boolean => value >= min && value <= max;

/** A number with its unit. What was typed stays while it is not acceptable, with what would be. */
export function NumberInput({ label, value, min, max, unit = "", bare = false, onChange }: Props) {
  return (
    <FigureInput
      label={unit ? `${label}, ${unit}` : label}
      value={value}
      wrong={(typed) => !within(typed, min, max)}
      onChange={onChange}
    >
      {(field, wrong) => (
        <label className={`number${wrong ? " wrong" : ""}`}>
          {!bare && <span className="label">{label}</span>}
          <span className="with-unit">
            {field}
            {unit && <span className="unit">{unit}</span>}
          </span>
          {wrong && (
            <span className="problem" role="alert">
              {label}: accepted: {figure(min)} to {figure(max)} {unit}
            </span>
          )}
        </label>
      )}
    </FigureInput>
  );
}
