import { SOURCES, type Source } from "../sources";
import type { Amps, Celsius, Fraction } from "../units";
import { fixedAmps } from "./ampacity";
import type { FixedGauge } from "./tables";

/**
 * How a new run is laid: in conduit, clipped straight to a wall (IEC method C), or as a sheathed cable in the house's
 * walls (NEC 334).
 */
export const LAYINGS = ["conduit", "clipped", "cable"] as const;
/** How a new run is laid. */
export type Laying = (typeof LAYINGS)[number];

/** Temperatures (°C) insulation of house wiring is made for. */
export const INSULATIONS = [70, 75, 90] as const;
/** What a run's insulation is made for (°C). */
export type Insulation = (typeof INSULATIONS)[number];

/** IEC 60364-5-52, XLPE, 30 °C, two loaded conductors: methods B2 and C. Recalled. */
const XLPE_TWO: Readonly<Record<string, readonly [Amps, Amps]>> = {
  "1.5 mm2": [22, 24],
  "2.5 mm2": [30, 33],
  "4 mm2": [40, 45],
  "6 mm2": [51, 58],
  "10 mm2": [69, 80],
  "16 mm2": [91, 107],
  "25 mm2": [119, 138],
  "35 mm2": [146, 171],
};

/** … with three loaded conductors. */
const XLPE_THREE: Readonly<Record<string, readonly [Amps, Amps]>> = {
  "1.5 mm2": [19.5, 22],
  "2.5 mm2": [26, 30],
  "4 mm2": [35, 40],
  "6 mm2": [44, 52],
  "10 mm2": [60, 71],
  "16 mm2": [80, 96],
  "25 mm2": [105, 119],
  "35 mm2": [128, 147],
};

/** NEC 310.16, copper, 90 °C column. Recalled. */
const NEC_90: Readonly<Record<string, Amps>> = {
  "14 AWG": 25,
  "12 AWG": 30,
  "10 AWG": 40,
  "8 AWG": 55,
  "6 AWG": 75,
  "4 AWG": 95,
  "3 AWG": 115,
  "2 AWG": 130,
  "1 AWG": 145,
};

/** A factor up to a value, of a table that rises. */
type Factors = readonly (readonly [upTo: number, factor: Fraction])[];

/** Of insulation for 90 °C, alike in both: IEC 60364-5-52, table B.52.14, and NEC 310.15(B)(1). Recalled. */
const AT_90: Factors = [
  [10, 1.15],
  [15, 1.12],
  [20, 1.08],
  [25, 1.04],
  [30, 1],
  [35, 0.96],
  [40, 0.91],
  [45, 0.87],
  [50, 0.82],
  [55, 0.76],
  [60, 0.71],
  [65, 0.65],
  [70, 0.58],
  [75, 0.5],
  [80, 0.41],
];

/** Factors by what surrounds the run (°C), of insulation for 70, 75 and 90 °C. */
const AMBIENT: Readonly<Record<"iec" | "nec", Readonly<Partial<Record<Insulation, Factors>>>>> = {
  iec: {
    70: [
      [10, 1.22],
      [15, 1.17],
      [20, 1.12],
      [25, 1.06],
      [30, 1],
      [35, 0.94],
      [40, 0.87],
      [45, 0.79],
      [50, 0.71],
      [55, 0.61],
      [60, 0.5],
    ],
    90: AT_90,
  },
  nec: {
    75: [
      [10, 1.2],
      [15, 1.15],
      [20, 1.11],
      [25, 1.05],
      [30, 1],
      [35, 0.94],
      [40, 0.88],
      [45, 0.82],
      [50, 0.75],
      [55, 0.67],
      [60, 0.58],
      [65, 0.47],
      [70, 0.33],
    ],
    90: AT_90,
  },
};

/** IEC 60364-5-52, table B.52.17: circuits bunched or in one conduit, each at full load. */
const GROUPED: Factors = [
  [1, 1],
  [2, 0.8],
  [3, 0.7],
  [4, 0.65],
  [5, 0.6],
  [6, 0.57],
  [7, 0.54],
  [8, 0.52],
  [9, 0.5],
  [12, 0.45],
  [16, 0.41],
  [20, 0.38],
];

/** NEC 310.15(C)(1): current-carrying conductors in one raceway or bundle. */
const TOGETHER: Factors = [
  [3, 1],
  [6, 0.8],
  [9, 0.7],
  [20, 0.5],
  [30, 0.45],
  [40, 0.4],
  [Infinity, 0.35],
];

const factorAt = (factors: Factors, value: number): Fraction =>
  factors.find(([upTo]) => value <= upTo)?.[1] ?? 0;

/** What surrounds a run and how it is laid. */
export interface Surroundings {
  readonly laying: Laying;
  readonly insulationC: Insulation;
  /** What surrounds it at its hottest (°C). */
  readonly ambientC: Celsius;
  /** Circuits that lie together, this one among them. */
  readonly circuits: number;
  /** What the terminals at both ends are marked for under the NEC (°C). */
  readonly terminalsC: 60 | 75;
}

/** How the amps a conductor carries for hours come about. */
export interface Carried {
  /** Of the table, for its insulation. */
  readonly table: Amps;
  readonly ambient: Fraction;
  readonly grouping: Fraction;
  /** Most its ends and its kind of cable allow, however cool it lies. */
  readonly ends: Amps;
  readonly amps: Amps;
  readonly sources: { readonly table: Source; readonly factors: Source; readonly ends: Source };
}

/**
 * Amps (A) a new run carries for hours: the table's figure for its insulation, less what heat around it and other circuits
 * beside it take, and never more than its ends are made for. Nothing where it lies hotter than its insulation may.
 * @param phases live phases of the circuit, 1 or 3
 * @example carriedBy("6 mm2", 1, { laying: "conduit", insulationC: 70, ambientC: 30, circuits: 1, terminalsC: 75 }).amps // 38
 */
export function carriedBy(
  gauge: FixedGauge,
  phases: number,
  { laying, insulationC, ambientC, circuits, terminalsC }: Surroundings,
): Carried {
  if (gauge.endsWith("AWG")) {
    const kind = insulationC === 90 || laying === "cable" ? 90 : 75;
    const table = kind === 90 ? NEC_90[gauge]! : fixedAmps(gauge, phases, "kind");
    const ambient = factorAt(AMBIENT.nec[kind]!, ambientC);
    const grouping = factorAt(TOGETHER, (phases === 3 ? 3 : 2) * circuits);
    const ends = fixedAmps(gauge, phases, laying === "cable" || terminalsC === 60 ? "strict" : "kind");
    const amps = Math.min(table * ambient * grouping, ends);
    return {
      table,
      ambient,
      grouping,
      ends,
      amps,
      sources: { table: SOURCES.ampacityNec, factors: SOURCES.deratingNec, ends: SOURCES.terminalsNec },
    };
  }
  const kind = insulationC === 90 ? 90 : 70;
  const judgement = laying === "conduit" ? "strict" : "kind";
  // Terminals of house wiring are made for 70 °C: neither better insulation nor a cool place gains anything there.
  const ends = fixedAmps(gauge, phases, judgement);
  const table =
    kind === 90 ? (phases > 1 ? XLPE_THREE : XLPE_TWO)[gauge]![judgement === "strict" ? 0 : 1] : ends;
  const ambient = factorAt(AMBIENT.iec[kind]!, ambientC);
  const grouping = factorAt(GROUPED, circuits);
  return {
    table,
    ambient,
    grouping,
    ends,
    amps: Math.min(table * ambient * grouping, ends),
    sources: {
      table: kind === 90 ? SOURCES.ampacity90 : SOURCES.ampacityIec,
      factors: SOURCES.deratingIec,
      ends: SOURCES.ampacityIec,
    },
  };
}

/** NEC 250.122: copper equipment grounding conductor by the breaker before it. Recalled. */
const EARTH_NEC: readonly (readonly [breaker: Amps, gauge: FixedGauge])[] = [
  [15, "14 AWG"],
  [20, "12 AWG"],
  [60, "10 AWG"],
  [100, "8 AWG"],
];

/**
 * The earth conductor that belongs to a run: by its breaker under the NEC, as thick as the others in house wiring elsewhere
 * up to 16 mm², then 16 mm² up to 35 mm² (IEC 60364-5-54).
 * @example earthFor("6 AWG", 60) // "10 AWG"
 */
export function earthFor(gauge: FixedGauge, breakerAmps: Amps): FixedGauge {
  if (gauge.endsWith("AWG")) return EARTH_NEC.find(([most]) => breakerAmps <= most)?.[1] ?? gauge;
  return gauge === "25 mm2" || gauge === "35 mm2" ? "16 mm2" : gauge;
}
