import { TextInput } from "../controls/TextInput";

interface Props {
  readonly label: string;
  readonly unit: string;
  readonly value: string;
  readonly placeholder?: string;
  readonly problem: string | undefined;
  onChange(value: string): void;
}

/** A figure off a label or the papers, which may be left open. */
export function FigureField({ label, unit, value, placeholder = "I don’t know", problem, onChange }: Props) {
  return (
    <label className={problem ? "wrong" : ""}>
      {label}
      <span className="with-unit">
        <TextInput
          label={`${label}, ${unit}`}
          large
          wrong={!!problem}
          placeholder={placeholder}
          kind="figure"
          value={value}
          onChange={onChange}
        />
        <span>{unit}</span>
      </span>
      {problem && (
        <span className="problem" role="alert">
          {label}: {problem}
        </span>
      )}
    </label>
  );
}
