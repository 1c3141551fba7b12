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
