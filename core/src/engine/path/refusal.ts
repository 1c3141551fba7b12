/** Parts of the setting a person can change; a refusal names the one to change. */
export type PathField = "car" | "outlet" | "lead" | "evse" | "cable" | "adapter" | "session" | "settings";

/** Why no current flows, which part to change, and what to do. */
export interface Refusal {
  readonly field: PathField;
  readonly code:
    | "evse-does-not-fit-outlet"
    | "lead-does-not-fit"
    | "lead-cannot-feed"
    | "cable-needed"
    | "cable-not-wanted"
    | "cable-does-not-fit-evse"
    | "plug-does-not-fit-inlet"
    | "adapter-does-not-fit"
    | "adapter-changes-current"
    | "station-volts-too-low"
    | "station-volts-too-high"
    | "below-six-amps"
    | "no-common-phases"
    | "ended-already"
    | "own-draw-takes-all"
    | "next-to-nothing";
  readonly message: string;
  readonly remedy: string;
}

/**
 * Whether a result is a refusal.
 * @example isRefusal(solution) // false
 */
export const isRefusal = (result: object): result is Refusal => "remedy" in result;

/** Why nothing charges, in two words: for a cell of a table. */
export const REFUSAL_WORDS: Readonly<Record<Refusal["code"], string>> = {
  "evse-does-not-fit-outlet": "no unit",
  "lead-does-not-fit": "no unit",
  "lead-cannot-feed": "no unit",
  "cable-needed": "no cable",
  "cable-not-wanted": "no cable",
  "cable-does-not-fit-evse": "no cable",
  "plug-does-not-fit-inlet": "other plug",
  "adapter-does-not-fit": "other plug",
  "adapter-changes-current": "other plug",
  "station-volts-too-low": "other volts",
  "station-volts-too-high": "other volts",
  "below-six-amps": "under 6 A",
  "no-common-phases": "other phases",
  "ended-already": "ended",
  "own-draw-takes-all": "too little",
  "next-to-nothing": "too little",
};
