import { useState } from "react";
import { figureLocale, readNumber, typedNumber } from "../format/manner";

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

const shown = (value: number): string =>
  Number.isFinite(value) ? typedNumber(Number(value.toPrecision(10))) : "";
const figure = (n: number): string => n.toLocaleString(figureLocale(), { maximumFractionDigits: 6 });

/** Whether a number lies in a range. */
export const within = (value: number, min: number, max: number): boolean => value >= min && value <= max;

/** A number with its unit. What was typed stays while it is not acceptable, with what would be. */
export function NumberInput({ label, value, min, max, unit = "", bare = false, onChange }: Props) {
  const [typed, setTyped] = useState({ text: shown(value), value, seen: value });
  // The value also changes from outside (undo, another choice): then what was typed no longer stands.
  const stands = Object.is(typed.value, value) || Object.is(typed.seen, value);
  const text = stands ? typed.text : shown(value);
  const wrong = !within(stands ? typed.value : value, min, max);
  return (
    <label className={`number${wrong ? " wrong" : ""}`}>
      {!bare && <span className="label">{label}</span>}
      <span className="with-unit">
        <input
          className="form-control form-control-sm"
          inputMode="decimal"
          aria-label={unit ? `${label}, ${unit}` : label}
          aria-invalid={wrong}
          value={text}
          onChange={(e) => {
            const next = readNumber(e.target.value);
            setTyped({ text: e.target.value, value: next, seen: value });
            onChange(next);
          }}
        />
        {unit && <span className="unit">{unit}</span>}
      </span>
      {wrong && (
        <span className="problem" role="alert">
          {label}: accepted: {figure(min)} to {figure(max)} {unit}
        </span>
      )}
    </label>
  );
}
