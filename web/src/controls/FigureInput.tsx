import { useState, type ReactNode } from "react";
import { readNumber, typedNumber } from "../format/manner";
import { TextInput, type Manner } from "./TextInput";

interface Props {
  /** What it is called, its unit with it. */
  readonly label: string;
  /** In the unit typed; not a number where nothing is typed. */
  readonly value: number;
  /** Whether a figure is not acceptable. A function is asked of what is typed, also where that was not taken. */
  readonly wrong?: boolean | ((typed: number) => boolean);
  /** Decimals to which a figure from outside is written; what is typed keeps its own. */
  readonly decimals?: number;
  readonly manner?: Manner;
  readonly large?: boolean;
  readonly className?: string;
  readonly placeholder?: string;
  readonly describedBy?: string;
  /** Gets what was typed as a number; not a number for what is none, and for an empty field. */
  onChange(value: number): void;
  /** What stands beside the field, given whether what is typed is wrong. */
  children?(field: ReactNode, wrong: boolean): ReactNode;
}

const DIGITS = 10;
const shown = (value: number, decimals = DIGITS): string =>
  Number.isFinite(value) ? typedNumber(Number(Number(value.toPrecision(DIGITS)).toFixed(decimals))) : "";
/** Units are converted on the way there and back, which may leave a trifle. */
const same = (a: number, b: number): boolean => shown(a) === shown(b);

/** A figure typed in the household's own manner. What was typed stays, also when it is not acceptable. */
export function FigureInput({
  label,
  value,
  wrong = false,
  decimals,
  manner,
  large,
  className,
  placeholder,
  describedBy,
  onChange,
  children = (field) => field,
}: Props) {
  const [typed, setTyped] = useState({ text: shown(value, decimals), value, seen: value });
  // What was typed was taken: from now on any other value comes from outside (undo, another choice).
  if (same(typed.value, value) && !same(typed.seen, value)) setTyped({ ...typed, seen: value });
  const stands = same(typed.value, value) || same(typed.seen, value);
  const text = stands ? typed.text : shown(value, decimals);
  const unread = text.trim() !== "" && Number.isNaN(readNumber(text));
  const isWrong = unread || (typeof wrong === "function" ? wrong(stands ? typed.value : value) : wrong);
  return children(
    <TextInput
      kind="figure"
      manner={manner}
      large={large}
      className={className}
      label={label}
      wrong={isWrong}
      describedBy={describedBy}
      placeholder={placeholder}
      value={text}
      onChange={(typedText) => {
        const next = readNumber(typedText);
        setTyped({ text: typedText, value: next, seen: value });
        onChange(next);
      }}
    />,
    isWrong,
  );
}
