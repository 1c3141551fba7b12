import { quantity } from "../../things/parts";

/** Most ways in one line-up. */
export const MOST_WAYS = 10_000;
/** Most cars in one line-up. */
export const MOST_CARS = 50;
/** What is asked of every way in a line-up, beside the session. */
export const lineupAsked = {
  /** A stay of one's own (h), beside the usual ones. */
  stayHours: quantity(0.25, 168, "h").default(4),
  /** Distance driven a day (km), for whether a night is enough. */
  dayKm: quantity(0, 2000, "km").default(40),
};
