import { useId } from "react";
import { acceptedRange } from "@kettleback/core";
import { FigureInput } from "../../controls/FigureInput";

interface Props {
  readonly says: string;
  readonly unit: string;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly decimals?: number;
  /** Nobody has said so: it is a usual figure. */
  readonly assumed?: boolean;
  onChange(value: number): void;
}

/** A figure that is taken once it may be; until then it says what is accepted. */
export function Figure({ says, unit, value, low, high, decimals, assumed, onChange }: Props) {
  const id = useId();
  return (
    <FigureInput
      label={`${says}${unit ? `, ${unit}` : ""}`}
      value={value}
      {...(decimals === undefined ? {} : { decimals })}
      className="number"
      describedBy={id}
      wrong={(typed) => !(typed >= low && typed <= high)}
      onChange={(typed) => typed >= low && typed <= high && onChange(typed)}
    >
      {(field, wrong) => (
        <label className="figure-field">
          <span>
            {says}
            {assumed && <small> assumed</small>}
          </span>
          <span className="with-unit">
            {field}
            <span>{unit}</span>
          </span>
          {wrong && (
            <span id={id} className="problem" role="alert">
              {says}: {acceptedRange(low, high, unit)}
            </span>
          )}
        </label>
      )}
    </FigureInput>
  );
}
