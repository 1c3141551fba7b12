import { SOURCES, type Source } from "../sources";
import type { Amps } from "../units";
import type { FixedGauge, FlexibleGauge } from "./tables";

/** Amps a conductor may carry for hours: [laid in conduit on a wall (B2) or 60 °C, clipped direct (C) or 75 °C]. */
type Pair = readonly [strict: Amps, kind: Amps];

/** IEC 60364-5-52, PVC, 30 °C, two loaded conductors, methods B2 and C. Recalled. */
const IEC_TWO: Readonly<Record<string, Pair>> = {
  "1.5 mm2": [16.5, 19.5],
  "2.5 mm2": [23, 27],
  "4 mm2": [30, 36],
  "6 mm2": [38, 46],
  "10 mm2": [52, 63],
  "16 mm2": [69, 85],
  "25 mm2": [90, 112],
  "35 mm2": [111, 138],
};

/** … with three loaded conductors. */
const IEC_THREE: Readonly<Record<string, Pair>> = {
  "1.5 mm2": [15, 17.5],
  "2.5 mm2": [20, 24],
  "4 mm2": [27, 32],
  "6 mm2": [34, 41],
  "10 mm2": [46, 57],
  "16 mm2": [62, 76],
  "25 mm2": [80, 96],
  "35 mm2": [99, 119],
};

/** NEC 310.16, copper, 60 and 75 °C columns. Recalled. */
const NEC: Readonly<Record<string, Pair>> = {
  "14 AWG": [15, 20],
  "12 AWG": [20, 25],
  "10 AWG": [30, 35],
  "8 AWG": [40, 50],
  "6 AWG": [55, 65],
  "4 AWG": [70, 85],
  "3 AWG": [85, 100],
  "2 AWG": [95, 115],
  "1 AWG": [110, 130],
};

/** Largest breaker that small conductors may stand behind in North America (NEC 240.4(D)). Recalled. */
const SMALL_CONDUCTOR_BREAKER: Readonly<Record<string, Amps>> = { "14 AWG": 15, "12 AWG": 20, "10 AWG": 30 };

/** Flexible cords, copper, usual amps. Recalled. */
const CORD: Readonly<Record<string, Amps>> = {
  "0.75 mm2": 6,
  "1 mm2": 10,
  "1.5 mm2": 16,
  "2.5 mm2": 25,
  "4 mm2": 32,
  "6 mm2": 40,
  // NEC table 400.5(A)(1), column B: two loaded conductors and earth.
  "18 AWG": 10,
  "16 AWG": 13,
};

/**
 * How the table is read: `strict` for work to be done, in the worst usual way of laying; `kind` for judging wiring
 * that is there, in the best usual way, so that nothing sound is called unsound.
 */
export type Judgement = "strict" | "kind";

/**
 * Amps (A) house wiring may carry for hours.
 * @example fixedAmps("6 mm2", 1, "strict") // 38
 */
export function fixedAmps(gauge: FixedGauge, phases: number, judgement: Judgement): Amps {
  const row = NEC[gauge] ?? (phases > 1 ? IEC_THREE : IEC_TWO)[gauge]!;
  return row[judgement === "strict" ? 0 : 1];
}

/**
 * Largest breaker (A) a conductor may stand behind: its amps, and in North America the rule for small conductors.
 * @example largestBreakerFor("6 mm2", 1, "strict") // 38
 */
export const largestBreakerFor = (gauge: FixedGauge, phases: number, judgement: Judgement): Amps =>
  SMALL_CONDUCTOR_BREAKER[gauge] ?? fixedAmps(gauge, phases, judgement);

/** Sizes breakers are made in: NEC 240.6(A); IEC 60898-1, preferred values, and 63 A and up as they are sold. */
const BREAKERS = {
  nec: [
    15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400,
  ],
  iec: [6, 10, 13, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125, 160, 200, 250, 315, 400],
} as const satisfies Record<string, readonly Amps[]>;

/** Which of the two families of sizes is meant. */
export type BreakerSizes = keyof typeof BREAKERS;

/**
 * The smallest breaker (A) that is made for so many amps or more.
 * @example breakerFrom(65, "nec") // 70
 */
export const breakerFrom = (amps: Amps, sizes: BreakerSizes): Amps =>
  BREAKERS[sizes].find((size) => size >= amps) ?? amps;

/**
 * The largest breaker (A) that is made for so many amps or fewer; undefined below the smallest.
 * @example breakerUpTo(19.5, "iec") // 16
 */
export const breakerUpTo = (amps: Amps, sizes: BreakerSizes): Amps | undefined =>
  BREAKERS[sizes].findLast((size) => size <= amps);

/**
 * Amps (A) a flexible cord may carry for hours; undefined for sizes the table does not have.
 * @example cordAmps("2.5 mm2") // 25
 */
export const cordAmps = (gauge: FlexibleGauge): Amps | undefined => CORD[gauge] ?? NEC[gauge]?.[0];

/**
 * Where the amps of a gauge come from.
 * @example ampacitySource("6 mm2").mark // "M"
 */
export const ampacitySource = (gauge: string): Source =>
  gauge in NEC ? SOURCES.ampacityNec : SOURCES.ampacityIec;
