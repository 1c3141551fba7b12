import { Select } from "../controls/Select";

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
  const options = (list: readonly Option[]) => list.map(({ id, label: text }) => ({ value: id, text }));
  return (
    <Select
      label={label}
      manner="sentence"
      wrong={wrong}
      value={tried === undefined ? value : TRIED}
      onChange={onPick}
      options={[
        ...(tried !== undefined ? [{ value: TRIED, text: `${tried} (tried out)`, disabled: true }] : []),
        ...(!known ? [{ value, text: "(deleted: choose another)", disabled: true }] : []),
        ...options(fits),
        ...(others.length > 0 ? [{ group: othersLabel, options: options(others) }] : []),
      ]}
    />
  );
}
