import { tradeOf } from "../../trade/sizes";
import { supplySystem } from "../../trade/supply";
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

const KINDS = {
  portable: {
    word: "socket",
    means:
      "A socket: a portable unit with its control box in the cable, plugged into it (mode 2 of IEC 61851-1).",
  },
  wallbox: {
    word: "wallbox",
    means: "A wallbox: a fixed unit that gives alternating current (mode 3 of IEC 61851-1).",
  },
  post: {
    word: "post",
    means: "A post: a public unit that gives alternating current (mode 3 of IEC 61851-1).",
  },
  rapid: {
    word: "rapid",
    means: "Rapid: a station that gives direct current through its own cable (mode 4 of IEC 61851-1).",
  },
} as const satisfies Record<string, Level>;

/** Power below which people say a decimal (kW): 3.7, but 7, 11 and 22. */
const SAID_WHOLE = 5;

/**
 * The power people call a fixed unit by in the 230 V world: 7, 11 or 22 kW; undefined for what they call otherwise.
 * @example spokenPower(overnight) === undefined // true
 */
export function spokenPower({ outlet, evse }: Pick<Way, "outlet" | "evse">): string | undefined {
  const { system } = outlet.supply;
  if (tradeOf(system) !== "iec" || (evse.kind !== "wallbox" && evse.kind !== "post")) return undefined;
  const kW = (evse.phases * evse.maxAmps * supplySystem(system).taps.single!.volts) / 1000;
  return `${kW < SAID_WHOLE ? Number(kW.toFixed(1)) : Math.round(kW)} kW`;
}

/**
 * A way's level: by volts where North America speaks of levels, by what people call it elsewhere.
 * @example levelOf(dryerOutlet).word // "Level 2"
 */
export function levelOf(way: Pick<Way, "outlet" | "lead" | "evse">): Level {
  const { outlet, evse } = way;
  if (tradeOf(outlet.supply.system) === "iec") return KINDS[evse.kind];
  if (evse.kind === "rapid") return LEVELS.direct;
  return feedAt({ outlet, lead: way.lead ?? undefined }).live.volts < LOW_VOLTS ? LEVELS.low : LEVELS.high;
}
