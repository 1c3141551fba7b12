import { useId, useRef, type ReactNode } from "react";
import { Link } from "react-router-dom";
import { inWords, namesOf, TERMS, type TermId } from "@kettleback/core";
import { useWorld } from "./useWorld";
import "./words.scss";

interface Props {
  readonly id: TermId;
  /** The word as it stands here; the world's own word where it is left out. */
  readonly children?: ReactNode;
}

const MARGIN = 8;

/** A word of the trade that explains itself where it stands: two lines, its number, whose it is. */
export function Term({ id, children }: Props) {
  const world = useWorld();
  const panel = useId();
  const word = useRef<HTMLButtonElement>(null);
  const { first, also } = namesOf(id, world);
  const { means, number, source } = TERMS[id];
  const place = (box: HTMLElement) => {
    const at = word.current!.getBoundingClientRect();
    const left = Math.min(at.left, window.innerWidth - box.offsetWidth - MARGIN);
    const below = at.bottom + 4;
    const fits = below + box.offsetHeight <= window.innerHeight;
    box.style.left = `${Math.max(MARGIN, left)}px`;
    box.style.top = `${fits ? below : Math.max(MARGIN, at.top - box.offsetHeight - 4)}px`;
  };
  return (
    <>
      <button
        ref={word}
        type="button"
        className="term"
        popoverTarget={panel}
        aria-label={children === undefined ? `${first}: what it means` : undefined}
      >
        {children ?? first}
      </button>
      <span
        id={panel}
        popover="auto"
        className="term-panel"
        role="note"
        onToggle={(e) => e.newState === "open" && place(e.currentTarget)}
      >
        <strong>{first}</strong>
        {also.length > 0 && <small> also {also.slice(0, 3).join(", ")}</small>}
        <span className="means">{inWords(means, world)}</span>
        <span className="number">{inWords(number, world)}</span>
        <small>
          {source} · <Link to="/words">all words</Link>
        </small>
      </span>
    </>
  );
}
