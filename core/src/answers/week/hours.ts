import type { Clock } from "../../engine/clock";
import type { Window } from "../../engine/session";
import type { Slot } from "../schedule";
import type { Seconds } from "../../trade/units";
import type { Charges } from "./pattern";
import { pricedHours, type Plug } from "./plug";
import type { WeekStay, Timeline } from "./timeline";

/** A stretch of time. */
export type Span = Pick<Window, "from" | "to">;

/** What spans leave of others. */
export const without = (spans: readonly Span[], taken: readonly Span[]): Span[] =>
  taken.reduce<readonly Span[]>(
    (left, gone) =>
      left.flatMap((span) =>
        gone.to <= span.from || gone.from >= span.to
          ? [span]
          : [
              { from: span.from, to: gone.from },
              { from: gone.to, to: span.to },
            ].filter(({ from, to }) => to > from),
      ),
    spans,
  ) as Span[];

/** What spans have in common with one, in order. */
const within = (spans: readonly Span[], { from, to }: Span): Span[] =>
  spans.flatMap((span) => {
    const [a, b] = [Math.max(span.from, from), Math.min(span.to, to)];
    return b > a ? [{ from: a, to: b }] : [];
  });

const length = (spans: readonly Span[]): Seconds => spans.reduce((sum, { from, to }) => sum + (to - from), 0);

/** Prices of a kWh that are one price to who pays them. */
const SAME_PRICE = 1e-9;

/** The hours of a week at its cheapest price. */
function cheapOf(slots: readonly Slot[]): Span[] {
  const least = Math.min(...slots.flatMap(({ perKWh }) => perKWh ?? []));
  return slots.filter(({ perKWh }) => perKWh !== null && perKWh <= least + SAME_PRICE);
}

/** The cheapest spans of some hours that are so long together, the earlier of two at one price. */
export function cheapestFirst(hours: readonly Span[], slots: readonly Slot[], seconds: Seconds): Span[] {
  const priced = slots
    .filter(({ perKWh }) => perKWh !== null)
    .flatMap(({ from, to, perKWh }) => within(hours, { from, to }).map((span) => ({ span, perKWh: perKWh! })))
    .sort((a, b) => a.perKWh - b.perKWh || a.span.from - b.span.from);
  let left = seconds;
  const taken: Span[] = [];
  for (const { span } of priced) {
    if (left <= 0) break;
    const to = Math.min(span.to, span.from + left);
    taken.push({ from: span.from, to });
    left -= to - span.from;
  }
  taken.sort((a, b) => a.from - b.from);
  return taken.reduce<Span[]>((joined, span) => {
    const last = joined.at(-1);
    if (last?.to === span.from) joined[joined.length - 1] = { from: last.from, to: span.to };
    else joined.push(span);
    return joined;
  }, []);
}

/** When a car may charge in each stay of a week at a plug. */
export interface PlugHours {
  /** In a stay, in order. */
  of(this: void, stay: WeekStay, at: number): readonly Span[];
  /** Seconds of them. */
  secondsOf(this: void, stay: WeekStay, at: number): Seconds;
  /** The hours of the week by their price; made once they are asked for. */
  slots(this: void): readonly Slot[];
}

/**
 * When a car may charge at a plug: all the while, or only in the cheapest hours of the week; no longer than the place
 * allows, and not while another car is at the unit.
 */
export function plugHours(
  plug: Plug,
  { clock, turns }: Pick<Timeline, "clock" | "turns">,
  charges: Charges,
  busy: readonly Span[],
): PlugHours {
  let priced: readonly Slot[] | undefined;
  const slots = () => (priced ??= pricedHours(plug, clock as Clock, turns.at(-1)!));
  let cheap: readonly Span[] | undefined;
  const known = new Map<number, readonly Span[]>();
  const seconds = new Map<number, Seconds>();
  const of = (stay: WeekStay, at: number): readonly Span[] => {
    const found = known.get(at);
    if (found) return found;
    const whole = { from: stay.from, to: Math.min(stay.to, stay.from + plug.limit) };
    const open = charges === "cheap-hours" ? within((cheap ??= cheapOf(slots())), whole) : [whole];
    const made = busy.length > 0 ? without(open, busy) : open;
    known.set(at, made);
    return made;
  };
  return {
    of,
    secondsOf: (stay, at) => {
      const found = seconds.get(at) ?? length(of(stay, at));
      seconds.set(at, found);
      return found;
    },
    slots,
  };
}
