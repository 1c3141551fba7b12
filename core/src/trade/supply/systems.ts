import { SOURCES, type Source } from "../sources";

/**
 * How an outlet is wired to its supply system:
 * `single`, one phase at the system's ordinary voltage; `high`, one phase line–line at the higher voltage
 * (240, 208 or 200 V); `three`, three phases.
 */
export const TAPS = ["single", "high", "three"] as const;
/** How an outlet is wired to its supply. */
export type Tap = (typeof TAPS)[number];

/** What a tap gives: phases, volts, and what a meter should show. */
export interface TapVolts {
  readonly phases: 1 | 3;
  /** Volts across one phase. For a delta this is the equivalent phase voltage U/√3, so power is always n·U·I. */
  readonly volts: number;
  /** The voltage as people say it. */
  readonly label: string;
  /** Taken between a line and the neutral; else between lines. */
  readonly neutral: boolean;
  /** What a meter across it should show: line to line where there is no neutral, or three phases without one. */
  readonly meter: { readonly low: number; readonly high: number };
  /** Three lines without a neutral: only cars that support it can use all three. */
  readonly delta?: true;
}

/** Where cars, plugs and chargers are sold alike. */
export const MARKETS = ["north-america", "europe", "japan"] as const;
/** A part of the world in which the same cars and plugs are sold. */
export type Market = (typeof MARKETS)[number];

/** Which of the two trades lays the wires: by the National Electrical Code, or by IEC 60364. */
export type Trade = "nec" | "iec";

/** What is known of a supply system. */
export interface SupplySystem {
  readonly name: string;
  readonly market: Market;
  readonly trade: Trade;
  /** Public posts have a socket, and the cable is one's own. */
  readonly socketedPosts: boolean;
  readonly taps: Readonly<Partial<Record<Tap, TapVolts>>>;
  /** Share of the breaker a load may hold for hours: 0.8 under the NEC, 1 under IEC practice. */
  readonly continuousShare: 0.8 | 1;
  /** Where the volts a meter should show come from. */
  readonly toleranceSource: Source;
}

/** A tap whose meter may show so many volts below and above a middle. */
const tap = (
  phases: 1 | 3,
  volts: number,
  neutral: boolean,
  [middle, off]: readonly [number, number],
  label = `${volts} V`,
): TapVolts => ({ phases, volts, label, neutral, meter: { low: middle - off, high: middle + off } });
const within = (volts: number, share: number): readonly [number, number] => [volts, volts * share];
/** ANSI C84.1 range A. */
const ansi = (volts: number) => within(volts, 0.05);
/** EN 50160. */
const EN_50160 = within(230, 0.1);

/** Low-voltage supply systems an EV owner meets. Voltages nominal. */
export const SUPPLY_SYSTEMS = {
  "split-phase": {
    name: "120/240 V split-phase",
    market: "north-america",
    trade: "nec",
    socketedPosts: false,
    taps: { single: tap(1, 120, true, ansi(120)), high: tap(1, 240, false, ansi(240)) },
    continuousShare: 0.8,
    toleranceSource: SOURCES.ansi,
  },
  "208Y": {
    name: "208Y/120 V commercial",
    market: "north-america",
    trade: "nec",
    socketedPosts: false,
    taps: { single: tap(1, 120, true, ansi(120)), high: tap(1, 208, false, ansi(208)) },
    continuousShare: 0.8,
    toleranceSource: SOURCES.ansi,
  },
  "230/400": {
    name: "230/400 V (TN or TT)",
    market: "europe",
    trade: "iec",
    socketedPosts: true,
    taps: { single: tap(1, 230, true, EN_50160), three: tap(3, 230, true, EN_50160, "400 V three-phase") },
    continuousShare: 1,
    toleranceSource: SOURCES.en50160,
  },
  "it-230": {
    name: "230 V IT, no neutral",
    market: "europe",
    trade: "iec",
    socketedPosts: true,
    taps: {
      single: tap(1, 230, false, EN_50160),
      three: {
        ...tap(3, 230 / Math.sqrt(3), false, EN_50160, "230 V three-phase without neutral"),
        delta: true,
      },
    },
    continuousShare: 1,
    toleranceSource: SOURCES.en50160,
  },
  "100/200": {
    name: "100/200 V",
    market: "japan",
    trade: "iec",
    socketedPosts: false,
    // 101 ± 6 V and 202 ± 20 V.
    taps: { single: tap(1, 100, true, [101, 6]), high: tap(1, 200, false, [202, 20]) },
    continuousShare: 1,
    toleranceSource: SOURCES.japan,
  },
} as const satisfies Record<string, SupplySystem>;

/** A supply system, by its name in the table. */
export type SupplyId = keyof typeof SUPPLY_SYSTEMS;
/** All supply systems. */
export const SUPPLY_IDS = Object.keys(SUPPLY_SYSTEMS) as SupplyId[];

/**
 * The system's row in the table.
 * @example supplySystem("230/400").trade // "iec"
 */
export const supplySystem = (id: SupplyId): SupplySystem => SUPPLY_SYSTEMS[id];

/**
 * What a tap gives on this system, or undefined where the system has no such tap.
 * @example tapOf("230/400", "three")?.volts // 230
 */
export const tapOf = (id: SupplyId, which: Tap): TapVolts | undefined => supplySystem(id).taps[which];
