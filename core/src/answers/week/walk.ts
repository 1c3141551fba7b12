import type { Fraction, WattHours } from "../../trade/units";
import type { Pattern } from "./pattern";
import type { WeekPiece, WeekStay, Timeline } from "./timeline";

/** A car on its way through a week: what a kilometre takes at this time of the year, and by what it is charged. */
export interface Ride {
  readonly usableWh: WattHours;
  readonly whPerKm: number;
  readonly preheatWh: WattHours;
  readonly sunKm: number;
  readonly reserve: Fraction;
  readonly limit: Fraction;
  readonly pattern: Pick<Pattern, "liftedOn" | "plugIn" | "belowSoc" | "plugInDays">;
}

/** How a stay at a plug changes the charge; the charge itself where nothing is plugged in. */
export type Charger = (stay: WeekStay, at: number, soc: Fraction, limit: Fraction) => Fraction;

/** What one follows a week with; each is told as it happens. */
export interface Seen {
  /** A leg is driven; `shortSoc` is what a stop on the way had to put in, so that it ends at the reserve. */
  drove?(
    leg: Extract<WeekPiece, { kind: "leg" }>,
    at: number,
    from: Fraction,
    to: Fraction,
    shortSoc: Fraction,
  ): void;
  stood?(stay: WeekStay, at: number, from: Fraction, to: Fraction, plugged: boolean, limit: Fraction): void;
  sunned?(sun: Extract<WeekPiece, { kind: "sun" }>, from: Fraction, to: Fraction): void;
  turned?(turn: Extract<WeekPiece, { kind: "turn" }>, soc: Fraction): void;
}

/** Charge (as a share) below which nothing is missing: a few metres. */
export const NOTHING = 1e-9;

/** How far the car is charged in a stay: to the daily limit, or full before a day for which it is lifted. */
const limitFor = ({ limit, pattern: { liftedOn } }: Ride, { before }: WeekStay): Fraction =>
  before !== null && liftedOn.includes(before) ? 1 : limit;

/** Whether the car is plugged in as it comes to stand somewhere. */
function plugsIn(
  { pattern: { plugIn, belowSoc, plugInDays } }: Ride,
  { at, day }: WeekStay,
  soc: Fraction,
): boolean {
  if (at === "nowhere") return false;
  // Away from home one takes what there is; the schools are about one's own plug.
  if (at !== "home" || plugIn === "home") return true;
  return plugIn === "below" ? soc < belowSoc : plugInDays.includes(day);
}

/**
 * Takes a car through a week once. Where a drive would go below the reserve, a stop on the way puts in what is missing.
 * @param scale by how much every drive is longer than it says
 * @returns the charge at the end
 */
export function walk(
  { pieces }: Pick<Timeline, "pieces">,
  ride: Ride,
  charger: Charger,
  soc: Fraction,
  see: Seen = {},
  scale = 1,
): Fraction {
  let at = soc;
  pieces.forEach((piece, i) => {
    const from = at;
    if (piece.kind === "leg") {
      const taken = (piece.km * scale * ride.whPerKm + (piece.fromHome ? ride.preheatWh : 0)) / ride.usableWh;
      const left = from - taken;
      // Who set out below the reserve already need not come back above where they were.
      const floor = Math.min(ride.reserve, from);
      at = Math.max(left, floor);
      see.drove?.(piece, i, from, at, at - left);
    } else if (piece.kind === "stay") {
      const limit = limitFor(ride, piece);
      const plugged = plugsIn(ride, piece, from);
      at = plugged && from < limit ? charger(piece, i, from, limit) : from;
      see.stood?.(piece, i, from, at, plugged, limit);
    } else if (piece.kind === "sun") {
      const gained = (ride.sunKm * ride.whPerKm) / ride.usableWh;
      at = gained > 0 ? Math.max(from, Math.min(ride.limit, from + gained)) : from;
      see.sunned?.(piece, from, at);
    } else see.turned?.(piece, at);
  });
  return at;
}
