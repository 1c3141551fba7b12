import { SOURCES, type Source } from "../sources";
import type { SupplyId, Tap, TapVolts } from "../supply";

/** Which sustained figure a household goes by. */
export const HOUSE_RULES = ["cautious", "usual", "rated"] as const;
/** By which of three figures a household draws for hours. */
export type HouseRule = (typeof HOUSE_RULES)[number];

/** A contact of an outlet or plug: lines, neutral, protective earth. */
export type Conductor = "L1" | "L2" | "L3" | "N" | "PE";

/** Heaviest house wiring a terminal takes. */
export interface Terminals {
  readonly mm2: number;
  readonly awg: number;
}

/** How an outlet type is wired on a supply system; `odd` where its standard does not rule it out, yet nobody expects it. */
export interface OutletFeed {
  readonly tap: Tap;
  readonly odd?: true;
}

/**
 * How a type is told on a plate: by a name of its own (`written`, a pattern), by that name and its amps where several
 * types share it, by its NEMA number, or by the earth's hour on the clock face and its poles (IEC 60309).
 */
export type PlateKey =
  | { readonly by: "name"; readonly written: string }
  | { readonly by: "name and amps"; readonly written: string; readonly name: string }
  | { readonly by: "nema"; readonly number: string }
  | { readonly by: "clock"; readonly hour: 6 | 9; readonly three: boolean };

/** What is known of a type of outlet. */
export interface OutletType {
  readonly name: string;
  readonly plate: PlateKey;
  /** The supply systems it may stand on; every other one is ruled out by its standard. */
  readonly on: Readonly<Partial<Record<SupplyId, OutletFeed>>>;
  readonly ratedAmps: number;
  /** Amps a car may hold for hours, by house rule. `rated` is the figure moulded on the outlet. */
  readonly sustained: Readonly<Record<HouseRule, number>>;
  /** Largest breaker this outlet may stand behind (recalled). */
  readonly largestBreaker: number;
  readonly source: Source;
  readonly note?: string;
  /** The contacts it has. On a supply without a neutral, or between two lines, N carries a line. */
  readonly conductors: readonly Conductor[];
  /** Plugs of other types that go into it. */
  readonly takes: readonly string[];
  /** Smallest breaker it may stand behind, where its code asks for one: a smaller one is overdrawn by what plugs in. */
  readonly smallestBreaker?: number;
  /** Its sockets may stand on a ring fed from both ends, so that each end carries part of the load. */
  readonly ring?: true;
  /** Fuse in its plug (A), which protects what hangs on it. */
  readonly fuseAmps?: number;
  /** Heaviest conductors its terminals take, as house wiring comes in mm² and in AWG (recalled). */
  readonly terminals: Terminals;
  /** Made for a plug that is drawn on for hours (industrial and campsite types). */
  readonly industrial: boolean;
}

type Feeds = OutletType["on"];

const odd = (tap: Tap): OutletFeed => ({ tap, odd: true });
/** NEMA 5 and TT: 120 V, line to neutral. */
const LOW: Feeds = { "split-phase": { tap: "single" }, "208Y": { tap: "single" }, "100/200": odd("single") };
/** … and the shapes that Japan's own 100 V outlets share (JIS C 8303). */
const LOW_JIS: Feeds = { ...LOW, "100/200": { tap: "single" } };
/** NEMA 6, 10 and 14: 208 or 240 V, line to line. */
const LINE: Feeds = { "split-phase": { tap: "high" }, "208Y": { tap: "high" }, "100/200": odd("high") };
/** … and the shape that Japan's own 200 V outlets share (JIS C 8303). */
const LINE_JIS: Feeds = { ...LINE, "100/200": { tap: "high" } };
/** Domestic types of the 230 V world. */
const DOMESTIC: Feeds = { "230/400": { tap: "single" }, "it-230": { tap: "single" } };
/** IEC 60309 blue, one phase: 200 to 250 V. */
const BLUE: Feeds = { ...DOMESTIC, "split-phase": odd("high"), "208Y": odd("high"), "100/200": odd("high") };
/** IEC 60309 blue, three phases of 200 to 250 V between lines. */
const BLUE_THREE: Feeds = { "it-230": { tap: "three" } };
/** IEC 60309 red: 380 to 480 V between lines. */
const RED: Feeds = { "230/400": { tap: "three" } };

const LINE_NEUTRAL: readonly Conductor[] = ["L1", "N", "PE"];
const TWO_LINES: readonly Conductor[] = ["L1", "L2", "PE"];
const TWO_LINES_NEUTRAL: readonly Conductor[] = ["L1", "L2", "N", "PE"];
const THREE_LINES: readonly Conductor[] = ["L1", "L2", "L3", "PE"];
const THREE_LINES_NEUTRAL: readonly Conductor[] = ["L1", "L2", "L3", "N", "PE"];

/** Terminals of North American receptacles by their amps (from memory). */
const NEMA_TERMINALS: Readonly<Record<number, Terminals>> = {
  15: { mm2: 4, awg: 10 },
  20: { mm2: 4, awg: 10 },
  30: { mm2: 10, awg: 8 },
  50: { mm2: 16, awg: 4 },
};

const nema = (
  number: string,
  on: Feeds,
  conductors: readonly Conductor[],
  rated: number,
  cautious: number,
  extra: Partial<OutletType> = {},
): OutletType => ({
  name: `NEMA ${number}`,
  plate: { by: "nema", number },
  on,
  conductors,
  takes: [],
  ratedAmps: rated,
  sustained: { cautious, usual: rated * 0.8, rated },
  largestBreaker: rated,
  smallestBreaker: rated,
  terminals: NEMA_TERMINALS[rated]!,
  source: SOURCES.continuous,
  industrial: false,
  ...extra,
});

/** Terminals of household sockets (from memory). */
const HOUSEHOLD_TERMINALS: Terminals = { mm2: 4, awg: 10 };

const domestic = (
  name: string,
  plate: PlateKey,
  rated: number,
  usual: number,
  cautious: number,
  largestBreaker: number,
  note: string,
  extra: Partial<OutletType> = {},
): OutletType => ({
  name,
  plate,
  on: DOMESTIC,
  conductors: LINE_NEUTRAL,
  takes: [],
  ratedAmps: rated,
  sustained: { cautious, usual, rated },
  largestBreaker,
  terminals: HOUSEHOLD_TERMINALS,
  source: SOURCES.practice,
  industrial: false,
  note,
  ...extra,
});

/** Terminals of industrial outlets by their amps (IEC 60309-1, from memory). */
const INDUSTRIAL_TERMINALS: Readonly<Record<number, Terminals>> = {
  16: { mm2: 4, awg: 10 },
  20: { mm2: 6, awg: 10 },
  32: { mm2: 10, awg: 8 },
  40: { mm2: 16, awg: 6 },
  63: { mm2: 25, awg: 4 },
};

const industrial = (
  name: string,
  plate: PlateKey,
  on: Feeds,
  conductors: readonly Conductor[],
  rated: number,
  cautious: number,
): OutletType => ({
  name,
  plate,
  on,
  conductors,
  takes: [],
  ratedAmps: rated,
  sustained: { cautious, usual: rated, rated },
  largestBreaker: rated,
  terminals: INDUSTRIAL_TERMINALS[rated]!,
  source: SOURCES.rating,
  industrial: true,
  note: "made for hours of steady load",
});

const iec60309 = (
  name: string,
  hour: 6 | 9,
  on: Feeds,
  conductors: readonly Conductor[],
  rated: number,
  cautious: number,
): OutletType =>
  industrial(name, { by: "clock", hour, three: conductors.includes("L3") }, on, conductors, rated, cautious);

/** Round pins of Australian and New Zealand workshops: 250 V on one phase, 500 V on three (from memory). */
const as3123 = (name: string, on: Feeds, conductors: readonly Conductor[], rated: number, cautious: number) =>
  industrial(
    name,
    { by: "name and amps", written: String.raw`AS\s*/?\s*NZS\s*3123`, name: "AS/NZS 3123" },
    on,
    conductors,
    rated,
    cautious,
  );

const AS_NZS: PlateKey = {
  by: "name and amps",
  written: String.raw`AS\s*/?\s*NZS\s*3112`,
  name: "AS/NZS 3112",
};

/** Outlet types with rated amps and the amps a car may hold for hours. Cautious figures are common practice. */
export const OUTLET_TYPES = {
  "nema-5-15": nema("5-15", LOW_JIS, LINE_NEUTRAL, 15, 8, {
    largestBreaker: 20,
    note: "15 or 20 A circuits with several outlets (NEC 210.21(B)(3))",
  }),
  "nema-5-20": nema("5-20", LOW_JIS, LINE_NEUTRAL, 20, 12, { takes: ["nema-5-15"] }),
  "nema-tt-30": nema("TT-30", LOW, LINE_NEUTRAL, 30, 16),
  "nema-6-20": nema("6-20", LINE_JIS, TWO_LINES, 20, 12),
  "nema-10-30": nema("10-30", LINE, ["L1", "L2", "N"], 30, 16, {
    note: "no earth pin: older houses; have it replaced",
  }),
  "nema-14-30": nema("14-30", LINE, TWO_LINES_NEUTRAL, 30, 20),
  "nema-6-50": nema("6-50", LINE, TWO_LINES, 50, 32, { smallestBreaker: 40 }),
  "nema-14-50": nema("14-50", LINE, TWO_LINES_NEUTRAL, 50, 32, { smallestBreaker: 40 }),
  bs1363: domestic(
    "BS 1363 (13 A three-pin)",
    { by: "name", written: String.raw`BS\s*1363(?:-\d|/[A-Z])?` },
    13,
    10,
    8,
    32,
    "more than 10 A for hours makes the plug hot",
    { fuseAmps: 13, ring: true },
  ),
  "cee-7": domestic(
    "CEE 7/4 or 7/5 (16 A)",
    { by: "name", written: String.raw`CEE\s*7(?:\s*/\s*\d{1,2})?(?!\d)` },
    16,
    10,
    8,
    16,
    "8 A on older or unknown wiring",
  ),
  "as3112-10": domestic("AS/NZS 3112, 10 A", AS_NZS, 10, 10, 8, 20, "8 A on a lead or unknown wiring"),
  "as3112-15": domestic("AS/NZS 3112, 15 A", AS_NZS, 15, 15, 10, 20, "wider earth pin than the 10 A outlet", {
    takes: ["as3112-10"],
  }),
  "type-j": domestic(
    "SN 441011 type J",
    { by: "name", written: String.raw`SN\s*441011|\btype\s*J(?![A-Za-z])` },
    10,
    8,
    6,
    13,
    "8 A for hours",
  ),
  "type-l": domestic(
    "CEI 23-50 type L (16 A)",
    { by: "name", written: String.raw`CEI\s*23-50|\btype\s*L(?![A-Za-z])` },
    16,
    10,
    8,
    16,
    "8 A on older or unknown wiring; its 10 A sister has thinner pins",
  ),
  // IS 1293, which follows BS 546 (both from memory): 6 A takes the old 5 A plug, 16 A the old 15 A one.
  "type-d": domestic(
    "IS 1293 type D (6 A)",
    {
      by: "name",
      written: String.raw`(?:IS\s*1293(?::\d{4})?|BS\s*546)(?=\D{0,12}[56]\s*A)|\b(?:plug|socket|outlet)\s+type\s*D(?![A-Za-z])`,
    },
    6,
    6,
    6,
    10,
    "6 A is the least a car takes, and all this socket gives: a 16 A socket is meant for it",
  ),
  "type-m": domestic(
    "IS 1293 type M (16 A)",
    {
      by: "name",
      written: String.raw`(?:IS\s*1293(?::\d{4})?|BS\s*546)(?=\D{0,12}1[56]\s*A)|\b(?:plug|socket|outlet)\s+type\s*M(?![A-Za-z])`,
    },
    15,
    12,
    10,
    20,
    "BS 546 rates it 15 A, IS 1293 16 A: the smaller is taken",
  ),
  "as3123-20": as3123("AS/NZS 3123, 20 A", DOMESTIC, LINE_NEUTRAL, 20, 16),
  "as3123-20-three": as3123("AS/NZS 3123, 20 A, three-phase", RED, THREE_LINES_NEUTRAL, 20, 16),
  "as3123-32-three": as3123("AS/NZS 3123, 32 A, three-phase", RED, THREE_LINES_NEUTRAL, 32, 25),
  "as3123-40-three": as3123("AS/NZS 3123, 40 A, three-phase", RED, THREE_LINES_NEUTRAL, 40, 32),
  "blue-16": iec60309("IEC 60309 blue 16 A", 6, BLUE, LINE_NEUTRAL, 16, 13),
  "blue-32": iec60309("IEC 60309 blue 32 A", 6, BLUE, LINE_NEUTRAL, 32, 25),
  "blue-16-three": iec60309("IEC 60309 blue 16 A, three-phase", 9, BLUE_THREE, THREE_LINES, 16, 13),
  "blue-32-three": iec60309("IEC 60309 blue 32 A, three-phase", 9, BLUE_THREE, THREE_LINES, 32, 25),
  "red-16": iec60309("IEC 60309 red 16 A", 6, RED, THREE_LINES_NEUTRAL, 16, 13),
  "red-32": iec60309("IEC 60309 red 32 A", 6, RED, THREE_LINES_NEUTRAL, 32, 25),
  "red-63": iec60309("IEC 60309 red 63 A", 6, RED, THREE_LINES_NEUTRAL, 63, 50),
} as const satisfies Record<string, OutletType>;

/** A type of outlet, by its name in the table. */
export type OutletTypeId = keyof typeof OUTLET_TYPES;
/** All types of outlet. */
export const OUTLET_TYPE_IDS = Object.keys(OUTLET_TYPES) as [OutletTypeId, ...OutletTypeId[]];

/**
 * The outlet type's row in the table.
 * @example outletType("cee-7").sustained.usual // 10
 */
export const outletType = (id: OutletTypeId): OutletType => OUTLET_TYPES[id];

/**
 * How an outlet type is wired on a supply, or undefined where its standard rules the supply out.
 * @example feedOf("cee-7", "230/400")?.tap // "single"
 */
export const feedOf = (id: OutletTypeId, system: SupplyId): OutletFeed | undefined =>
  outletType(id).on[system];

/**
 * Whether a type has a protective earth contact.
 * @example hasEarth("cee-7") // true
 */
export const hasEarth = (id: OutletTypeId): boolean => outletType(id).conductors.includes("PE");

/**
 * Whether a plug goes into an outlet: one of its own type, or one its table lists.
 * @example plugGoesInto("nema-5-15", "nema-5-20") // true, and not the other way
 */
export const plugGoesInto = (plug: OutletTypeId, outlet: OutletTypeId): boolean =>
  plug === outlet || outletType(outlet).takes.includes(plug);

/**
 * Whether a plug or socket of a type has the contacts a tap needs: nothing behind it brings one that it lacks.
 * @example hasContactsFor("cee-7", feedAt(path).live) // true
 */
export const hasContactsFor = (id: OutletTypeId, { neutral, phases }: TapVolts): boolean => {
  const { conductors } = outletType(id);
  const lives = conductors.filter((c) => c !== "PE").length;
  return phases === 3 ? conductors.includes("L3") : neutral ? conductors.includes("N") : lives >= 2;
};
