import { CONNECTORS } from "../../trade/connectors";
import type { Evse } from "../../things/parts";

/** What one stands before: a socket for a cable of one's own, a cable that hangs there, a rapid station, or a plain socket for a portable unit. */
export const BESIDE_KINDS = ["own-cable", "tethered", "rapid", "portable"] as const;
/** What one stands before. */
export type BesideKind = (typeof BESIDE_KINDS)[number];
/** What one stands before, in words. */
export const BESIDE_WORDS: Readonly<Record<BesideKind, string>> = {
  "own-cable": "a post with a socket: my own cable",
  tethered: "a post with its own cable",
  rapid: "a rapid station",
  portable: "a socket: my portable unit",
};

/** How a session is begun. */
export const STARTS = ["nothing", "card", "app", "bank-card", "plug-and-charge"] as const;
/** How a session is begun. */
export type Start = (typeof STARTS)[number];
/** How a session is begun, in words. */
export const START_WORDS: Readonly<Record<Start, string>> = {
  nothing: "nothing, it starts by itself",
  card: "a card held to the reader",
  app: "an app, by the number on the post",
  "bank-card": "a bank card",
  "plug-and-charge": "the car says who it is",
};

/** What the cards go by: what one stands before, and what the Path expects of it. */
export interface Beside {
  readonly kind: BesideKind;
  /** An adapter is on the plug. */
  readonly adapter: boolean;
  readonly start: Start;
  readonly limitMinutes: number | null;
  /** Something is charged for standing there when it is done. */
  readonly idleFee: boolean;
  /** The car lets go of the plug by itself when it is done. */
  readonly autoUnlock: boolean;
  /** Where on the car the inlet is, in words. */
  readonly inlet: string;
  /** What the Path expects: into the battery, and amps on so many phases. */
  readonly expected: {
    readonly kW: number;
    readonly amps: number;
    readonly phases: number;
    readonly rapid: boolean;
  } | null;
  /** The combined inlet has two lower contacts under a flap of their own. */
  readonly combined: boolean;
}

/**
 * What one stands before, by the unit and whether an adapter is on its plug.
 * @example besideKind(plan.evse) // "own-cable"
 */
export function besideKind({ kind, output }: Pick<Evse, "kind" | "output">): BesideKind {
  if (kind === "portable") return "portable";
  if (CONNECTORS[output.connector].current === "DC") return "rapid";
  return output.kind === "socket" ? "own-cable" : "tethered";
}
