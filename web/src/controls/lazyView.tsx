import { createElement, lazy, useState, type ComponentType } from "react";

type Load<Props> = () => Promise<{ readonly default: ComponentType<Props> }>;

/** What has not been entered yet, to be fetched while nothing else goes on. */
const toFetch = new Set<() => Promise<unknown>>();

/**
 * A view that is fetched once it is entered, or before, in an idle moment. One that is there already is drawn at once: a
 * view that waits shows its fallback, and React holds that for a third of a second.
 */
export function lazyView<Props extends object>(load: Load<Props>): ComponentType<Props> {
  let there: ComponentType<Props> | undefined;
  const fetched: Load<Props> = async () => {
    toFetch.delete(fetched);
    const view = await load();
    there = view.default;
    return view;
  };
  toFetch.add(fetched);
  const Lazy = lazy(fetched) as unknown as ComponentType<Props>;
  return function View(props: Props) {
    // As it was when it was entered: another component in its place would lose what is in it.
    const [shown] = useState(() => there ?? Lazy);
    return createElement(shown, props);
  };
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
