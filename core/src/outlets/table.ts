import { SOURCES, type Source } from "../sources";
import type { Tap } from "../supply";

/** Which sustained figure a household goes by. */
export const HOUSE_RULES = ["cautious", "usual", "rated"] as const;
export type HouseRule = (typeof HOUSE_RULES)[number];

export interface OutletType {
  readonly name: string;
  readonly tap: Tap;
  readonly ratedAmps: number;
  /** Amps a car may hold for hours, by house rule. `rated` is the figure moulded on the outlet. */
  readonly sustained: Readonly<Record<HouseRule, number>>;
  readonly source: Source;
  readonly note?: string;
  /** False where the outlet has no protective earth contact. */
  readonly earth: boolean;
  /** Made for a plug that is drawn on for hours (industrial and campsite types). */
  readonly industrial: boolean;
}

const nema = (name: string, tap: Tap, rated: number, cautious: number, extra: Partial<OutletType> = {}) => ({
  name,
  tap,
  ratedAmps: rated,
  sustained: { cautious, usual: rated * 0.8, rated },
  source: SOURCES.continuous,
  earth: true,
  industrial: false,
  ...extra,
});

const domestic = (name: string, rated: number, usual: number, cautious: number, note: string) => ({
  name,
  tap: "single" as Tap,
  ratedAmps: rated,
  sustained: { cautious, usual, rated },
  source: SOURCES.practice,
  earth: true,
  industrial: false,
  note,
});

const iec60309 = (name: string, tap: Tap, rated: number, cautious: number) => ({
  name,
  tap,
  ratedAmps: rated,
  sustained: { cautious, usual: rated, rated },
  source: SOURCES.rating,
  earth: true,
  industrial: true,
  note: "made for hours of steady load",
});

/** Outlet types with rated amps and the amps a car may hold for hours. Cautious figures are common practice. */
export const OUTLET_TYPES = {
  "nema-5-15": nema("NEMA 5-15", "single", 15, 8),
  "nema-5-20": nema("NEMA 5-20", "single", 20, 12),
  "nema-tt-30": nema("NEMA TT-30", "single", 30, 16),
  "nema-6-20": nema("NEMA 6-20", "high", 20, 12),
  "nema-10-30": nema("NEMA 10-30", "high", 30, 16, {
    earth: false,
    note: "no earth pin: older houses; have it replaced",
  }),
  "nema-14-30": nema("NEMA 14-30", "high", 30, 20),
  "nema-6-50": nema("NEMA 6-50", "high", 50, 32),
  "nema-14-50": nema("NEMA 14-50", "high", 50, 32),
  bs1363: domestic("BS 1363 (13 A three-pin)", 13, 10, 8, "more than 10 A for hours makes the plug hot"),
  "cee-7": domestic("CEE 7/4 or 7/5 (16 A)", 16, 10, 8, "8 A on older or unknown wiring"),
  "as3112-10": domestic("AS/NZS 3112, 10 A", 10, 10, 8, "8 A on a lead or unknown wiring"),
  "as3112-15": domestic("AS/NZS 3112, 15 A", 15, 15, 10, "wider earth pin than the 10 A outlet"),
  "type-j": domestic("SN 441011 type J", 10, 8, 6, "8 A for hours"),
  "blue-16": iec60309("IEC 60309 blue 16 A", "single", 16, 13),
  "blue-32": iec60309("IEC 60309 blue 32 A", "single", 32, 25),
  "red-16": iec60309("IEC 60309 red 16 A", "three", 16, 13),
  "red-32": iec60309("IEC 60309 red 32 A", "three", 32, 25),
  "red-63": iec60309("IEC 60309 red 63 A", "three", 63, 50),
} as const satisfies Record<string, OutletType>;

export type OutletTypeId = keyof typeof OUTLET_TYPES;
export const OUTLET_TYPE_IDS = Object.keys(OUTLET_TYPES) as [OutletTypeId, ...OutletTypeId[]];

/** The outlet type's row in the table. */
export const outletType = (id: OutletTypeId): OutletType => OUTLET_TYPES[id];
