import { useEffect, useRef } from "react";
import {
  RESULT_DIGITS,
  TERM_DIGITS,
  type SourceMark,
  type Step,
  type Term,
  type Working,
} from "@kettleback/core";
import { Button } from "../controls/Button";
import { worked } from "../format/number";
import styles from "./working.module.scss";

const MARK_WORDS: Record<SourceMark, string> = {
  S: "standard",
  P: "common practice",
  M: "from memory",
  U: "stated",
};

/** The working behind an answer: each step's formula, this case's numbers, and where every constant comes from. */
export function WorkingPanel({ working, onClose }: { working: Working; onClose(): void }) {
  const panel = useRef<HTMLDivElement>(null);
  // What was pressed opens in view.
  useEffect(() => void panel.current?.scrollIntoView?.({ block: "nearest" }), [working.title]);
  return (
    <div ref={panel} className={styles.working}>
      <header>
        <h2>{working.title}: the working</h2>
        <Button quiet onClick={onClose}>
          Close
        </Button>
      </header>
      <ol>
        {working.steps.map((step, i) => (
          <li key={i}>
            <WorkingStep step={step} />
          </li>
        ))}
      </ol>
      {working.notes.map((note) => (
        <p key={note} className="note">
          {note}
        </p>
      ))}
    </div>
  );
}

function WorkingStep({ step }: { step: Step }) {
  return (
    <>
      <div className="what">{step.what}</div>
      <div className="formula">
        <code>{step.formula}</code> <strong>= {quantityText(step.result, RESULT_DIGITS)}</strong>
      </div>
      <ul>
        {step.terms.map((term, i) => (
          <li key={i}>
            {term.symbol && <code>{term.symbol}</code>} {term.name}: <b>{quantityText(term, TERM_DIGITS)}</b>
            {term.source && term.source.name !== "arithmetic" && (
              <small>
                {" "}
                {term.source.name} ({MARK_WORDS[term.source.mark]})
              </small>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

const quantityText = ({ value, unit }: Term, digits: number): string =>
  `${worked(value, digits)}${unit ? ` ${unit}` : ""}`;
