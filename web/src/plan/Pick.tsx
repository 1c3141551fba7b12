import type { ReactNode } from "react";

/** A choice in a picker of the sentence. */
export interface Option {
  readonly id: string;
  readonly label: string;
}

const TRIED = "(tried)";

interface PickProps {
  readonly label: string;
  readonly value: string;
  /** Name of what is tried out in place of the choice; picking anything ends that. */
  readonly tried?: string | undefined;
  readonly wrong: boolean;
  readonly fits: readonly Option[];
  /** Choices that are there but do not fit: shown apart, so the reason can be asked for. */
  readonly others?: readonly Option[];
  readonly othersLabel?: string;
  onPick(id: string): void;
}

/** A bracket of the sentence that is picked from a list. */
export function Pick({
  label,
  value,
  tried,
  wrong,
  fits,
  others = [],
  othersLabel = "does not fit",
  onPick,
}: PickProps) {
  const known = [...fits, ...others].some((option) => option.id === value);
  const options = (list: readonly Option[]): ReactNode =>
    list.map(({ id, label: text }) => (
      <option key={id} value={id}>
        {text}
      </option>
    ));
  return (
    <select
      className={wrong ? "bracket wrong" : "bracket"}
      aria-label={label}
      aria-invalid={wrong}
      value={tried === undefined ? value : TRIED}
      onChange={(e) => onPick(e.target.value)}
    >
      {tried !== undefined && (
        <option value={TRIED} disabled>
          {tried} (tried out)
        </option>
      )}
      {!known && (
        <option value={value} disabled>
          (deleted: choose another)
        </option>
      )}
      {options(fits)}
      {others.length > 0 && <optgroup label={othersLabel}>{options(others)}</optgroup>}
    </select>
  );
}
