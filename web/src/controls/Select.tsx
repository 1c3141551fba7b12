import { useId } from "react";
import FormSelect from "react-bootstrap/FormSelect";
import type { UseFormRegisterReturn } from "react-hook-form";

type Value = string | number;

export interface Option<T extends Value> {
  readonly value: T;
  readonly text: string;
  readonly disabled?: boolean;
}

interface OptionGroup<T extends Value> {
  readonly group: string;
  readonly options: readonly Option<T>[];
}

/** Where a select stands: in a form, in the sentence of a path, or in the bar at the top. */
const MANNERS = { field: "form-select", sentence: "bracket", bar: "bar-select" } as const;

interface Look<T extends Value> {
  /** What it is called; what it says where it says something. */
  readonly label?: string;
  /** Words that stand before it. */
  readonly says?: string;
  readonly options: readonly (Option<T> | OptionGroup<T>)[];
  readonly manner?: keyof typeof MANNERS;
  readonly large?: boolean;
  readonly wrong?: boolean;
  readonly describedBy?: string | undefined;
  /** Of the words and the select together where words stand before it, of the select where none do. */
  readonly className?: string;
  readonly id?: string;
}

type Props<T extends Value> = Look<T> &
  (
    | { readonly value: NoInfer<T>; readonly onChange: (value: NoInfer<T>) => void }
    /** Bound to a field of a form instead. */
    | { readonly field: UseFormRegisterReturn }
  );

const isGroup = <T extends Value>(entry: Option<T> | OptionGroup<T>): entry is OptionGroup<T> =>
  "group" in entry;

const drawn = <T extends Value>({ value, text, disabled }: Option<T>) => (
  <option key={value} value={value} disabled={disabled}>
    {text}
  </option>
);

/** One of a list. The value picked is one of the options' own: a number where they are numbers. */
export function Select<T extends Value>(props: Props<T>) {
  const { label, says, options, manner = "field", large, wrong, describedBy, className } = props;
  const made = useId();
  const id = props.id ?? made;
  const all = options.flatMap((entry) => (isGroup(entry) ? entry.options : [entry]));
  const bound =
    "field" in props
      ? props.field
      : {
          value: props.value,
          onChange: (e: { target: { value: string } }) =>
            props.onChange(all.find(({ value }) => String(value) === e.target.value)!.value),
        };
  const select = (
    <FormSelect
      id={id}
      bsPrefix={MANNERS[manner]}
      {...(manner === "field" && !large ? { size: "sm" as const } : {})}
      className={says === undefined ? className : undefined}
      aria-label={label ?? says}
      aria-invalid={wrong}
      aria-describedby={describedBy}
      {...bound}
    >
      {options.map((entry) =>
        isGroup(entry) ? (
          <optgroup key={entry.group} label={entry.group}>
            {entry.options.map(drawn)}
          </optgroup>
        ) : (
          drawn(entry)
        ),
      )}
    </FormSelect>
  );
  if (says === undefined) return select;
  return (
    <label className={className} htmlFor={id}>
      {says} {select}
    </label>
  );
}

/** The options of a table of names, in its order. */
export const namedOptions = <K extends string>(names: Readonly<Record<K, string>>): readonly Option<K>[] =>
  optionsOf(Object.keys(names) as K[], (value) => names[value]);

/** Values as options, each by its name; by itself where none is given. */
export const optionsOf = <T extends Value>(
  values: readonly T[],
  nameOf: (value: T) => string = String,
): readonly Option<T>[] => values.map((value) => ({ value, text: nameOf(value) }));
