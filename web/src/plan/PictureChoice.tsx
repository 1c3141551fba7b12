import { useId, type ReactNode } from "react";
import { Radio } from "../controls/Tick";
import styles from "./picture-choice.module.scss";

/** One thing to choose, told by its face where it has one. */
export interface Pictured {
  readonly value: string;
  readonly face?: ReactNode;
  readonly title: string;
  readonly small?: string | undefined;
}

interface Props {
  /** What is chosen, as a group of radios is called. */
  readonly says: string;
  readonly value: string;
  readonly options: readonly Pictured[];
  /** What is seldom met, folded away under words of its own. */
  readonly more?: { readonly says: string; readonly options: readonly Pictured[] } | undefined;
  onChange(value: string): void;
}

/** One of several things, each by its picture, its everyday name and what it is told by. */
export function PictureChoice({ says, value, options, more, onChange }: Props) {
  const name = useId();
  const cards = (some: readonly Pictured[]) => (
    <div className="cards">
      {some.map(({ value: own, face, title, small }) => (
        <Radio
          key={own}
          name={name}
          className={own === value ? "card picked" : "card"}
          checked={own === value}
          onChange={() => onChange(own)}
        >
          {face && (
            <span className="face" aria-hidden="true">
              {face}
            </span>
          )}
          <span className="told">
            <b>
              <Unbroken text={title} />
            </b>
            {small && <small>{small}</small>}
          </span>
        </Radio>
      ))}
    </div>
  );
  return (
    <div className={styles.choice} role="radiogroup" aria-label={says}>
      {cards(options)}
      {more && more.options.length > 0 && (
        <details open={more.options.some((one) => one.value === value) || undefined}>
          <summary>{more.says}</summary>
          {cards(more.options)}
        </details>
      )}
    </div>
  );
}

/** A name whose last part in parentheses, a type such as (10-30), stays in one line. */
function Unbroken({ text }: { readonly text: string }) {
  const [, head, type] = /^(.*?)(\([^()]*\))?$/.exec(text)!;
  return (
    <>
      {head}
      {type && <span className="type">{type}</span>}
    </>
  );
}
