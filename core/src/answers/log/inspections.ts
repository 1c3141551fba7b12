import type { PieceState } from "../../things/parts";

/** A piece that somebody looks at now and then, with what is known of its state. */
export interface Inspected {
  readonly name: string;
  readonly kind: "outlet" | "evse" | "cable" | "lead" | "adapter";
  readonly state?: PieceState | undefined;
}

/** A look that is due, or comes. */
export interface Due {
  readonly name: string;
  readonly kind: Inspected["kind"];
  /** When somebody last looked; null for never. */
  readonly last: string | null;
  /** By when somebody should look again: a day; today for one nobody has looked at. */
  readonly by: string;
  readonly overdue: boolean;
  readonly todo: string;
}

/** How many months a look is good for, by what is looked at (common practice; local rules and makers say their own). */
const MONTHS: Readonly<Record<Inspected["kind"], number>> = {
  outlet: 12,
  evse: 12,
  cable: 12,
  // Leads are trodden on, and adapters add two pairs of contacts.
  lead: 6,
  adapter: 6,
};
const WHAT_TO_DO: Readonly<Record<Inspected["kind"], string>> = {
  outlet:
    "Charge for an hour at full current and feel the plug: warm is usual, too hot to hold is not. Press the test button of its residual-current device.",
  evse: "Look at handle and strain relief, and press its test button where it has one.",
  cable: "Look along the whole of it for cuts, at both plugs for dark contacts.",
  lead: "Unwind it whole, look along it, and feel plug and socket after an hour.",
  adapter: "Look into it for dark contacts, and feel it after an hour.",
};
/** Looks that come within so many days are told of. */
const AHEAD_DAYS = 30;

const later = (day: string, months: number): string => {
  const [year, month, date] = day.split("-").map(Number) as [number, number, number];
  const last = new Date(Date.UTC(year, month - 1 + months + 1, 0)).getUTCDate();
  return new Date(Date.UTC(year, month - 1 + months, Math.min(date, last))).toISOString().slice(0, 10);
};

/**
 * Looks at one's own pieces that are due, or come within a month; what is overdue longest first, what nobody has ever
 * looked at after those.
 * @param today a day: 2026-11-28
 * @example inspectionsDue([{ name: "Lead", kind: "lead" }], "2026-11-28")[0].overdue // true
 */
export function inspectionsDue(pieces: readonly Inspected[], today: string): Due[] {
  const ahead = new Date(Date.parse(today) + AHEAD_DAYS * 86_400_000).toISOString().slice(0, 10);
  return pieces
    .map(({ name, kind, state }): Due => {
      const last = state?.tested?.on ?? null;
      const by = last === null ? today : later(last, MONTHS[kind]);
      return { name, kind, last, by, overdue: last === null || by <= today, todo: WHAT_TO_DO[kind] };
    })
    .filter(({ by }) => by <= ahead)
    .sort((a, b) => a.by.localeCompare(b.by) || Number(a.last === null) - Number(b.last === null));
}
