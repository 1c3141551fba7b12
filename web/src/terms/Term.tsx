import { lazy, Suspense, useId, useLayoutEffect, useRef, useState } from "react";
import { ErrorBoundary } from "react-error-boundary";
import type { TermId } from "@kettleback/core";
import { useWorld } from "./useWorld";
import styles from "./terms.module.scss";

/** The glossary comes when the first word is asked for. */
const TermPanel = lazy(() => import("./TermPanel"));

interface Props {
  readonly id: TermId;
  /** The word as it stands here. */
  readonly children: string;
}

const MARGIN = 8;

/** A word of the trade that explains itself where it stands. */
export function Term({ id, children }: Props) {
  const world = useWorld();
  const panel = useId();
  const word = useRef<HTMLButtonElement>(null);
  const box = useRef<HTMLSpanElement>(null);
  const [open, setOpen] = useState(false);
  const place = () => {
    if (!box.current || !word.current) return;
    const { left, top, bottom } = word.current.getBoundingClientRect();
    const { offsetWidth, offsetHeight, style } = box.current;
    const below = bottom + 4;
    const fits = below + offsetHeight <= window.innerHeight;
    style.left = `${Math.max(MARGIN, Math.min(left, window.innerWidth - offsetWidth - MARGIN))}px`;
    style.top = `${fits ? below : Math.max(MARGIN, top - offsetHeight - 4)}px`;
  };
  return (
    <>
      <button
        ref={word}
        type="button"
        className={styles.term}
        popoverTarget={panel}
        aria-label={`${children}: what it means`}
      >
        {children}
      </button>
      <span
        ref={box}
        id={panel}
        popover="auto"
        className={styles.panel}
        role="note"
        onToggle={(e) => setOpen(e.newState === "open")}
      >
        {open && (
          <ErrorBoundary fallback="What it means could not be fetched: the server did not answer.">
            <Suspense fallback="…">
              <TermPanel id={id} world={world} />
              <Placed onPlaced={place} />
            </Suspense>
          </ErrorBoundary>
        )}
      </span>
    </>
  );
}

/** Has what it stands beside placed at once, and again in every frame: the page under it may move. */
function Placed({ onPlaced }: { onPlaced(): void }) {
  useLayoutEffect(() => {
    let frame = 0;
    const follow = () => {
      onPlaced();
      frame = requestAnimationFrame(follow);
    };
    follow();
    return () => cancelAnimationFrame(frame);
  });
  return null;
}
