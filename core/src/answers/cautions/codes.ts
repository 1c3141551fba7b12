/**
 * What advice may do on a path that has a caution to be careful of: `no further` than its amount goes already; `never`
 * lead through it, as it is a fault of the installation itself. One that says stop is never advised, a note never stands
 * in the way, whatever is said here.
 */
export type Advice = "no further" | "never";

/** Every caution by its code, and what advice may do while it asks for care. A rule may tell of no other. */
export const CAUTIONS = {
  "outlet-over-rating": "no further",
  "outlet-over-sustained": "no further",
  "breaker-over-rating": "no further",
  "breaker-over-continuous": "no further",
  "conductor-over": "no further",
  "conductor-over-continuous": "no further",
  "plug-over-rating": "no further",
  "lead-over-rating": "no further",
  "lead-over-sustained": "no further",
  "adapter-below-path": "no further",
  "set-lower": "no further",
  "breaker-over-conductor": "never",
  "breaker-over-lead": "no further",
  "cable-conductor-thin": "no further",
  "shared-circuit": "no further",
  "outlet-worn": "never",
  "wiring-unknown": "never",
  "no-earth": "never",
  "exposed-outlet": "never",
  "voltage-out-of-range": "never",
  "outlet-odd-supply": "never",
  "breaker-below-outlet": "no further",
  "breaker-over-outlet": "never",
  "voltage-drop": "no further",
  "socket-as-arrangement": "no further",
  "lead-coiled": "no further",
  "lead-chained": "no further",
  "lead-over-block": "no further",
  "lead-over-eight": "no further",
  "lead-used": "no further",
  "lead-changes-type": "no further",
  "fault-too-weak": "no further",
  "piece-worn": "no further",
  "piece-failed": "no further",
  "cable-long": "no further",
  "setting-open": "no further",
  "breaker-below-125": "no further",
  "breaker-below-evse": "no further",
  "fixed-evse": "no further",
  "residual-current": "no further",
  "rapid-minority": "no further",
  "rapid-watch": "no further",
  "rapid-past-80": "no further",
  "pack-cold": "no further",
  "ends-itself": "no further",
  "plugged-in-cold": "no further",
} as const satisfies Record<string, Advice>;

/** The code of a caution, by which a saved path acknowledges it. */
export type CautionCode = keyof typeof CAUTIONS;
