import type { QuoteItem } from "../../answers/install";
import type { FitWayId } from "./ways";

/** What any of them needs. */
const ALWAYS: readonly QuoteItem[] = ["unit", "mounting", "breaker", "run", "permit", "test"];
/** What some need beside it. */
const BESIDE: Readonly<Partial<Record<FitWayId, readonly QuoteItem[]>>> = {
  follow: ["sensor"],
  dryer: ["panel"],
  "sub-panel": ["panel"],
  upgrade: ["service", "panel"],
  "second-meter": ["service", "panel"],
};

/**
 * Lines of a quote a way needs, whoever does them.
 * @example neededItems("follow").includes("sensor") // true
 */
export const neededItems = (way: FitWayId): readonly QuoteItem[] =>
  way === "socket" ? ["test"] : [...ALWAYS, ...(BESIDE[way] ?? [])];
