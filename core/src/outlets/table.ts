import { SOURCES, type Source } from "../sources";
import type { SupplyId, Tap } from "../supply";

/** Which sustained figure a household goes by. */
export const HOUSE_RULES = ["cautious", "usual", "rated"] as const;
export type HouseRule = (typeof HOUSE_RULES)[number];

/** How an outlet type is wired on a supply system; `odd` where its standard does not rule it out, yet nobody expects it. */
export interface OutletFeed {
  readonly tap: Tap;
  readonly odd?: true;
}

export interface OutletType {
  readonly name: string;
  /** The supply systems it may stand on; every other one is ruled out by its standard. */
  readonly on: Readonly<Partial<Record<SupplyId, OutletFeed>>>;
  readonly ratedAmps: number;
  /** Amps a car may hold for hours, by house rule. `rated` is the figure moulded on the outlet. */
  readonly sustained: Readonly<Record<HouseRule, number>>;
  /** Largest breaker this outlet may stand behind (recalled). */
  readonly largestBreaker: number;
  readonly source: Source;
  readonly note?: string;
  /** False where the outlet has no protective earth contact. */
  readonly earth: boolean;
  /** Made for a plug that is drawn on for hours (industrial and campsite types). */
  readonly industrial: boolean;
}

type Feeds = OutletType["on"];
const odd = (tap: Tap): OutletFeed => ({ tap, odd: true });

/** NEMA 5 and TT: 120 V, line to neutral. Of the same shape as the Japanese 100 V outlet. */
const LOW: Feeds = {
  "split-phase": { tap: "single" },
  "208Y": { tap: "single" },
  "100/200": odd("single"),
};
/** NEMA 6, 10 and 14: 208 or 240 V, line to line. */
const LINE: Feeds = { "split-phase": { tap: "high" }, "208Y": { tap: "high" }, "100/200": odd("high") };
/** Domestic types of the 230 V world. */
const DOMESTIC: Feeds = { "230/400": { tap: "single" }, "it-230": { tap: "single" } };
/** IEC 60309 blue, one phase: 200 to 250 V. */
const BLUE: Feeds = { ...DOMESTIC, "split-phase": odd("high"), "208Y": odd("high"), "100/200": odd("high") };
/** IEC 60309 blue, three phases of 200 to 250 V between lines. */
const BLUE_THREE: Feeds = { "it-230": { tap: "three" } };
/** IEC 60309 red: 380 to 480 V between lines. */
const RED: Feeds = { "230/400": { tap: "three" } };

const nema = (
  name: string,
  on: Feeds,
  rated: number,
  cautious: number,
  extra: Partial<OutletType> = {},
): OutletType => ({
  name,
  on,
  ratedAmps: rated,
  sustained: { cautious, usual: rated * 0.8, rated },
  largestBreaker: rated,
  source: SOURCES.continuous,
  earth: true,
  industrial: false,
  ...extra,
});

const domestic = (
  name: string,
  rated: number,
  usual: number,
  cautious: number,
  largestBreaker: number,
  note: string,
): OutletType => ({
  name,
  on: DOMESTIC,
  ratedAmps: rated,
  sustained: { cautious, usual, rated },
  largestBreaker,
  source: SOURCES.practice,
  earth: true,
  industrial: false,
  note,
});

const iec60309 = (name: string, on: Feeds, rated: number, cautious: number): OutletType => ({
  name,
  on,
  ratedAmps: rated,
  sustained: { cautious, usual: rated, rated },
  largestBreaker: rated,
  source: SOURCES.rating,
  earth: true,
  industrial: true,
  note: "made for hours of steady load",
});

/** Outlet types with rated amps and the amps a car may hold for hours. Cautious figures are common practice. */
export const OUTLET_TYPES = {
  "nema-5-15": nema("NEMA 5-15", LOW, 15, 8, {
    largestBreaker: 20,
    note: "15 or 20 A circuits with several outlets (NEC 210.21(B)(3))",
  }),
  "nema-5-20": nema("NEMA 5-20", LOW, 20, 12),
  "nema-tt-30": nema("NEMA TT-30", LOW, 30, 16),
  "nema-6-20": nema("NEMA 6-20", LINE, 20, 12),
  "nema-10-30": nema("NEMA 10-30", LINE, 30, 16, {
    earth: false,
    note: "no earth pin: older houses; have it replaced",
  }),
  "nema-14-30": nema("NEMA 14-30", LINE, 30, 20),
  "nema-6-50": nema("NEMA 6-50", LINE, 50, 32),
  "nema-14-50": nema("NEMA 14-50", LINE, 50, 32),
  bs1363: domestic("BS 1363 (13 A three-pin)", 13, 10, 8, 32, "more than 10 A for hours makes the plug hot"),
  "cee-7": domestic("CEE 7/4 or 7/5 (16 A)", 16, 10, 8, 16, "8 A on older or unknown wiring"),
  "as3112-10": domestic("AS/NZS 3112, 10 A", 10, 10, 8, 20, "8 A on a lead or unknown wiring"),
  "as3112-15": domestic("AS/NZS 3112, 15 A", 15, 15, 10, 20, "wider earth pin than the 10 A outlet"),
  "type-j": domestic("SN 441011 type J", 10, 8, 6, 13, "8 A for hours"),
  "blue-16": iec60309("IEC 60309 blue 16 A", BLUE, 16, 13),
  "blue-32": iec60309("IEC 60309 blue 32 A", BLUE, 32, 25),
  "blue-16-three": iec60309("IEC 60309 blue 16 A, three-phase", BLUE_THREE, 16, 13),
  "blue-32-three": iec60309("IEC 60309 blue 32 A, three-phase", BLUE_THREE, 32, 25),
  "red-16": iec60309("IEC 60309 red 16 A", RED, 16, 13),
  "red-32": iec60309("IEC 60309 red 32 A", RED, 32, 25),
  "red-63": iec60309("IEC 60309 red 63 A", RED, 63, 50),
} as const satisfies Record<string, OutletType>;

export type OutletTypeId = keyof typeof OUTLET_TYPES;
export const OUTLET_TYPE_IDS = Object.keys(OUTLET_TYPES) as [OutletTypeId, ...OutletTypeId[]];

/** The outlet type's row in the table. */
export const outletType = (id: OutletTypeId): OutletType => OUTLET_TYPES[id];

/** How an outlet type is wired on a supply, or undefined where its standard rules the supply out. */
export const feedOf = (id: OutletTypeId, system: SupplyId): OutletFeed | undefined =>
  outletType(id).on[system];
