import { useId, useState, type KeyboardEvent, type ReactNode } from "react";
import FormControl from "react-bootstrap/FormControl";
import type { UseFormRegisterReturn } from "react-hook-form";

/** Where a line stands: in a form, in the sentence of a path, or as the heading of what stands below. */
const MANNERS = { field: "form-control", sentence: "bracket", title: "title-input" } as const;
export type Manner = keyof typeof MANNERS;

/** From so many characters on a line holds words, and ends unexpectedly. */
const NAME_LENGTH = 40;

interface Look {
  /** What it is called; what it says where it says something. */
  readonly label?: string;
  /** Words that stand before it. */
  readonly says?: ReactNode;
  readonly manner?: Manner;
  readonly large?: boolean;
  /** Of the words and the field together where words stand before it, of the field where none do. */
  readonly className?: string;
  readonly wrong?: boolean;
  readonly describedBy?: string | undefined;
  readonly placeholder?: string;
  readonly maxLength?: number;
  /** A figure is typed, or something is sought: phones bring other keys. */
  readonly kind?: "figure" | "search" | "text";
  readonly focused?: boolean;
  /** What may be chosen instead of being typed. */
  readonly choices?: readonly string[];
  readonly id?: string;
  onBlur?(): void;
  onKeyDown?(event: KeyboardEvent<HTMLInputElement>): void;
}

type Props = Look &
  (
    | { readonly value: string; onChange(value: string): void }
    /** Bound to a field of a form instead. */
    | { readonly field: UseFormRegisterReturn }
  );

/** A line of text. */
export function TextInput(props: Props) {
  const {
    label,
    says,
    manner = "field",
    large,
    className,
    wrong,
    describedBy,
    placeholder,
    maxLength,
    kind,
    focused,
    choices,
  } = props;
  const made = useId();
  const id = props.id ?? made;
  const [full, setFull] = useState(false);
  const input = (
    <FormControl
      id={id}
      bsPrefix={MANNERS[manner]}
      {...(manner === "field" && !large ? { size: "sm" as const } : {})}
      type={kind === "search" ? "search" : "text"}
      inputMode={kind === "figure" ? "decimal" : undefined}
      autoComplete="off"
      className={says === undefined ? className : undefined}
      aria-label={label ?? (typeof says === "string" ? says : undefined)}
      aria-invalid={wrong}
      aria-describedby={describedBy}
      placeholder={placeholder}
      maxLength={maxLength}
      onInput={(e) => setFull(e.currentTarget.value.length >= (maxLength ?? Infinity))}
      autoFocus={focused}
      list={choices && `${id}-choices`}
      onBlur={props.onBlur}
      onKeyDown={props.onKeyDown}
      {...("field" in props
        ? props.field
        : {
            value: props.value,
            onChange: (e: { target: { value: string } }) => props.onChange(e.target.value),
          })}
    />
  );
  // A line of a few signs (a currency, a time) shows by itself what fits.
  const note = full && maxLength! >= NAME_LENGTH && (
    <small className="quiet" role="status">
      {maxLength} characters at most: no more fits.
    </small>
  );
  const list = choices && (
    <datalist id={`${id}-choices`}>
      {choices.map((choice) => (
        <option key={choice} value={choice} />
      ))}
    </datalist>
  );
  if (says === undefined)
    return (
      <>
        {input}
        {note}
        {list}
      </>
    );
  return (
    <label className={className} htmlFor={id}>
      {says} {input}
      {note}
      {list}
    </label>
  );
}
