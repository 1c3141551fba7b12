import { FigureInput } from "../controls/FigureInput";
import { PROBLEMS_ID } from "./problemsId";

interface Props {
  readonly label: string;
  /** A share, 0–1; may be out of range while it is being typed. */
  readonly value: number;
  readonly problem: string | undefined;
  /** The sign stands after it; not where a choice of units does. */
  readonly sign?: boolean;
  onChange(value: number): void;
}

/** State of charge typed as per cent, to a tenth. */
export function PercentInput({ label, value, problem, sign = true, onChange }: Props) {
  return (
    <span className={problem ? "percent wrong" : "percent"}>
      <FigureInput
        manner="sentence"
        label={`${label}, per cent`}
        value={value * 100}
        decimals={1}
        wrong={!!problem}
        {...(problem ? { describedBy: PROBLEMS_ID } : {})}
        onChange={(percent) => onChange(percent / 100)}
      />
      {sign && "%"}
    </span>
  );
}
