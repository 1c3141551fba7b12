import { Select } from "./Select";

/** Phases over which an onboard charger takes current; undefined where nobody has said. */
export type KnownPhases = 1 | 2 | 3 | undefined;

interface Props {
  readonly says?: string;
  /** What stands for "I don't know". */
  readonly unknown?: string;
  readonly large?: boolean;
  readonly className?: string;
  readonly value: KnownPhases;
  onChange(value: KnownPhases): void;
}

/** Over how many phases the onboard charger takes current, as far as one knows. */
export const PhasesSelect = ({ unknown = "I don’t know", value, onChange, ...rest }: Props) => (
  <Select<1 | 2 | 3 | "">
    label="Phases of the charger"
    {...rest}
    value={value ?? ""}
    onChange={(picked) => onChange(picked === "" ? undefined : picked)}
    options={[
      { value: "", text: unknown },
      { value: 1, text: "one phase" },
      { value: 2, text: "two phases" },
      { value: 3, text: "three phases" },
    ]}
  />
);
