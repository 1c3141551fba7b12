import { bill, type Bill } from "../../engine/tariff";
import { connectionOf } from "../../engine/plan";
import { run, type Run, type State } from "../../engine/session";
import { clockFrom } from "../../engine/clock";
import type { Fraction } from "../../trade/units";
import { cheapestFirst, type Span } from "./hours";
import type { Plug } from "./plug";
import type { Rider } from "./rider";
import type { WeekStay } from "./timeline";
import { NOTHING } from "./walk";

/**
 * A session in a stay at a plug, run and billed: at once, or where the pattern asks for it in the cheapest of its hours,
 * never dearer than at once.
 * @param at the stay's place among the pieces of its timeline
 * @example week.answer.weeks[0].sessions.length // 7
 */
export function sessionIn(
  plug: Plug,
  rider: Rider,
  stay: WeekStay,
  at: number,
  from: State,
  target: Fraction,
): { readonly run: Run; readonly bill: Bill } {
  const hours = rider.hours[stay.at as "home"]!;
  const open = hours.of(stay, at);
  // Where a place allows only so long, one is gone by then.
  const clock = clockFrom(rider.timeline.clock, stay.from, Math.min(stay.to - stay.from, plug.limit));
  const over = (spans: readonly Span[]) => {
    const windows = spans.map((span) => ({ from: span.from - stay.from, to: span.to - stay.from }));
    const ran = run(plug.circuit, { windows, toSoc: target }, from);
    return {
      run: ran,
      bill: bill(plug.plan.tariff, ran, clock, connectionOf(plug.plan, plug.circuit, clock)),
    };
  };
  const first = over(open);
  if (stay.at !== "home" || rider.pattern.charges !== "cheapest") return first;
  const needed = first.run.end.soc >= target ? plug.gain.secondsTo(from.soc, target) : Infinity;
  if (!Number.isFinite(needed)) return first;
  const placed = over(cheapestFirst(open, hours.slots(), needed * (1 + 1e-9)));
  return placed.run.end.soc >= target - NOTHING && placed.bill.total < first.bill.total ? placed : first;
}
