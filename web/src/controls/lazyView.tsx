import { createElement, lazy, useState, type ComponentType } from "react";
import { ErrorBoundary, type FallbackProps } from "react-error-boundary";
import { api } from "../api/client";
import { loadAnew } from "./anew";
import { Button } from "./Button";
import { Lost } from "./states";

type Load<Props> = () => Promise<{ readonly default: ComponentType<Props> }>;

/** A part of the page that did not come. */
class NotFetched extends Error {}

/**
 * Where a part did not come it says so in its own place; what fails within a part is told by the room. Browsers keep a
 * part that failed as failed, so that only a new page asks for it again: one that is there, as the old one stays else.
 */
function Missing({ error }: FallbackProps) {
  const [asked, setAsked] = useState(0);
  if (!(error instanceof NotFetched)) throw error;
  const again = () => api.health().then(loadAnew, () => setAsked((times) => times + 1));
  return (
    <Lost
      key={asked}
      message={`This part of the page could not be fetched: the server ${asked > 0 ? "still does not answer" : "did not answer, or has become another version"}. What you have entered is kept.`}
    >
      <Button asks={again}>Try again</Button>
    </Lost>
  );
}

/** A view that comes when it is entered, or once it is known that it will be. */
export type LazyView<Props extends object> = ComponentType<Props> & { fetchNow(): void };

/** What has not been entered yet, to be fetched while nothing else goes on. */
const toFetch = new Set<() => Promise<unknown>>();

/**
 * A view that is fetched once it is entered, or before, in an idle moment. One that is there already is drawn at once: a
 * view that waits shows its fallback, and React holds that for a third of a second.
 */
export function lazyView<Props extends object>(load: Load<Props>): LazyView<Props> {
  let there: ComponentType<Props> | undefined;
  const fetched: Load<Props> = async () => {
    toFetch.delete(fetched);
    try {
      const view = await load();
      there = view.default;
      return view;
    } catch {
      throw new NotFetched();
    }
  };
  toFetch.add(fetched);
  const Lazy = lazy(fetched) as unknown as ComponentType<Props>;
  function View(props: Props) {
    // As it was when it was entered: another component in its place would lose what is in it.
    const [shown] = useState(() => there ?? Lazy);
    return <ErrorBoundary FallbackComponent={Missing}>{createElement(shown, props)}</ErrorBoundary>;
  }
  // One that does not come is asked for again when it is entered.
  const fetchNow = () => void fetched().catch(() => undefined);
  return Object.assign(View, { fetchNow });
}

/** Longest that an idle moment is waited for (ms). */
const PATIENCE_MS = 10_000;

/** Whether whoever reads has asked for as little as possible to be fetched. */
const sparing = (): boolean =>
  (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true;

/** Fetches what has not been entered yet, one after the other, in moments in which nothing else goes on. */
export function fetchWhenIdle(): void {
  if (sparing() || typeof requestIdleCallback === "undefined") return;
  const next = () => {
    const [load] = toFetch;
    if (!load) return;
    // One that does not come is asked for again when it is entered.
    void load()
      .catch(() => undefined)
      .then(() => requestIdleCallback(next, { timeout: PATIENCE_MS }));
  };
  requestIdleCallback(next, { timeout: PATIENCE_MS });
}
