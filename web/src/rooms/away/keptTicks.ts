/** A tick as a session keeps it. */
interface KeptTick {
  readonly step: string;
  readonly at: string;
}

/** How long before a session begins one may already stand at its post (ms): older ticks are of another. */
const BEFORE = 2 * 3_600_000;

/**
 * What a session is to keep: its own ticks and those made here for it. What was ticked elsewhere stays; only what was
 * ticked here and taken back is taken out.
 * @param ticks steps that are ticked here, and when (ms)
 * @param seen steps that have been ticked here
 */
export function keptTicks(
  { begin, ticks: kept = [] }: { readonly begin: string; readonly ticks?: readonly KeptTick[] | undefined },
  ticks: Readonly<Record<string, number>>,
  seen: ReadonlySet<string>,
): KeptTick[] {
  const since = Date.parse(begin) - BEFORE;
  const mine = Object.entries(ticks).filter(([, ms]) => ms >= since);
  const others = kept.filter(({ step }) => !seen.has(step) && !mine.some(([own]) => own === step));
  return [...others, ...mine.map(([step, ms]) => ({ step, at: new Date(ms).toISOString() }))].sort(
    (a, b) => Date.parse(a.at) - Date.parse(b.at),
  );
}
