import { tradeOf } from "../../trade/sizes";
import { feedAt } from "../../engine/path";
import type { Way } from "./way";

/** A way's level in the words of its region, and what the word means. */
export interface Level {
  readonly word: string;
  readonly means: string;
}

/** Volts below which a supply is the low one of a region that has two (100 or 120 V). */
const LOW_VOLTS = 150;

const LEVELS = {
  low: {
    word: "Level 1",
    means: "Level 1: alternating current at 120 V from an ordinary receptacle (SAE J1772).",
  },
  high: { word: "Level 2", means: "Level 2: alternating current at 208 to 240 V (SAE J1772)." },
  direct: {
    word: "Level 3",
    means: "Level 3: what people call rapid charging; direct current straight to the battery.",
  },
} as const satisfies Record<string, Level>;

const MODES = {
  portable: {
    word: "Mode 2",
    means: "Mode 2: a portable unit with its control box in the cable, plugged into a socket (IEC 61851-1).",
  },
  fixed: {
    word: "Mode 3",
    means: "Mode 3: a fixed wallbox or post that gives alternating current (IEC 61851-1).",
  },
  rapid: {
    word: "Mode 4",
    means: "Mode 4: a rapid station that gives direct current through its own cable (IEC 61851-1).",
  },
} as const satisfies Record<string, Level>;

/**
 * A way's level: by volts where North America speaks of levels, by what stands between supply and car elsewhere.
 * @example levelOf(dryerOutlet).word // "Level 2"
 */
export function levelOf(way: Pick<Way, "outlet" | "lead" | "evse">): Level {
  const { outlet, evse } = way;
  if (tradeOf(outlet.supply.system) === "iec")
    return evse.kind === "rapid" ? MODES.rapid : evse.kind === "portable" ? MODES.portable : MODES.fixed;
  if (evse.kind === "rapid") return LEVELS.direct;
  return feedAt({ outlet, lead: way.lead ?? undefined }).live.volts < LOW_VOLTS ? LEVELS.low : LEVELS.high;
}
