import type { Source } from "../../trade/sources";
import type { Amps, Ohms, Watts } from "../../trade/units";

/** The kinds of link, from the board to the battery. */
export const LINK_KINDS = [
  "circuit",
  "outlet",
  "lead",
  "evse",
  "cable",
  "adapter",
  "inlet",
  "charger",
  "battery",
] as const;
/** The kinds of link electricity walks through between the board and the battery. */
export type LinkKind = (typeof LINK_KINDS)[number];

/** The link as people call it in a sentence. */
export const LINK_WORDS: Record<LinkKind, string> = {
  circuit: "circuit",
  outlet: "outlet",
  lead: "extension lead",
  evse: "charging unit",
  cable: "cable",
  adapter: "adapter",
  inlet: "car's inlet",
  charger: "onboard charger",
  battery: "battery",
};

/**
 * What a link's ceiling does. `limits`: the current cannot pass it (the unit through its pilot, a cable through its
 * resistor, the charger, the battery). `holds`: it should not be passed for hours, yet nothing in the link holds the
 * current down; it gets hot.
 */
export type Role = "limits" | "holds";

/** Ceiling in amps a phase when n phases are in use, indexed by n; zero where it cannot use that many. */
export type AmpsOn = readonly [0, Amps, Amps, Amps];

/** One link of a path in numbers, before anything flows. */
export interface Link {
  readonly kind: LinkKind;
  readonly role: Role;
  /** Phases it can carry live: 1, 2 or 3. */
  readonly phases: number;
  readonly ampsOn: AmpsOn;
  /** Resistance of one conductor, one way. */
  readonly ohms: Ohms;
}

/**
 * The same amps whatever the number of phases, up to the phases the link has.
 * @example sameOnEachPhase(1, 16) // [0, 16, 0, 0]
 */
export const sameOnEachPhase = (phases: number, amps: Amps): AmpsOn => [
  0,
  phases >= 1 ? amps : 0,
  phases >= 2 ? amps : 0,
  phases >= 3 ? amps : 0,
];

/** What a link is called and why its ceiling is what it is. */
export interface LinkWords {
  readonly name: string;
  readonly why: string;
  readonly source: Source;
}

/** A link while current flows through it, in numbers and words. */
export interface FlowingLink extends Link, LinkWords {
  /** Ceiling a phase on the phases in use. */
  readonly ceilingAmps: Amps;
  /** What the link alone would let through on this supply, using as many phases as it has. */
  readonly ceilingW: Watts;
  /** Heat in the link at the operating point. */
  readonly lossW: Watts;
  /** More flows than the link should hold. */
  readonly over: boolean;
}
