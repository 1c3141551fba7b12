import { useState } from "react";
import { readNumber, typedNumber } from "../format/manner";

interface Props {
  readonly label: string;
  /** A share, 0–1; may be out of range while it is being typed. */
  readonly value: number;
  readonly problem: string | undefined;
  onChange(value: number): void;
}

const shown = (share: number): string =>
  Number.isFinite(share) ? typedNumber(Math.round(share * 1000) / 10) : "";

/** State of charge typed as per cent. What was typed stays, also when it is not acceptable. */
export function PercentInput({ label, value, problem, onChange }: Props) {
  const [typed, setTyped] = useState({ text: shown(value), value });
  // The value also changes from outside (undo, another path): then what was typed no longer stands.
  const text = Object.is(typed.value, value) ? typed.text : shown(value);
  return (
    <span className={problem ? "percent wrong" : "percent"}>
      <input
        className="bracket"
        inputMode="decimal"
        aria-label={`${label}, per cent`}
        aria-invalid={!!problem}
        value={text}
        onChange={(e) => {
          const next = readNumber(e.target.value) / 100;
          setTyped({ text: e.target.value, value: next });
          onChange(next);
        }}
      />
      %
    </span>
  );
}
