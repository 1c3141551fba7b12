import type { Celsius, Metres, Ohms } from "../units";
import { SOURCES, type Source } from "../sources";
import {
  AWG_OHMS_PER_KFT_75C,
  FIXED_OHMS_PER_KM,
  FLEXIBLE_OHMS_PER_KM,
  type FixedGauge,
  type FlexibleGauge,
} from "./tables";

/** Temperature coefficient of copper at 20 °C, per kelvin (IEC 60028). */
export const COPPER_ALPHA = 0.00393;
const KM_PER_KFT = 0.3048;

/**
 * How much more resistance copper has at a temperature than at 20 °C: 1 + 0.00393·(T − 20) (IEC 60028).
 * @example copperFactor(20) // 1
 */
export const copperFactor = (temperature: Celsius): number => 1 + COPPER_ALPHA * (temperature - 20);

/**
 * Cross-section (mm²) of an AWG size from its number (ASTM B258): d = 0.127 mm × 92^((36 − n)/39).
 * @example awgArea(10) // 5.261
 */
export const awgArea = (n: number): number => (Math.PI / 4) * (0.127 * 92 ** ((36 - n) / 39)) ** 2;

type AwgGauge = keyof typeof AWG_OHMS_PER_KFT_75C;
const isAwg = (gauge: string): gauge is AwgGauge => gauge in AWG_OHMS_PER_KFT_75C;
const awgOhmsPerKm20 = (gauge: AwgGauge): number =>
  AWG_OHMS_PER_KFT_75C[gauge] / KM_PER_KFT / copperFactor(75);

/**
 * Ω/km at 20 °C of one conductor of a flexible cord.
 * @example flexibleOhmsPerKm("2.5 mm2") // 7.98
 */
export const flexibleOhmsPerKm = (gauge: FlexibleGauge): number =>
  isAwg(gauge) ? awgOhmsPerKm20(gauge) : FLEXIBLE_OHMS_PER_KM[gauge];

/**
 * Ω/km at 20 °C of one conductor of house wiring.
 * @example fixedOhmsPerKm("6 mm2") // 3.08
 */
export const fixedOhmsPerKm = (gauge: FixedGauge): number =>
  isAwg(gauge) ? awgOhmsPerKm20(gauge) : FIXED_OHMS_PER_KM[gauge];

/**
 * The source of a gauge's resistance.
 * @example gaugeSource("6 mm2", "fixed").name // "IEC 60228 class 1 and 2, plain copper, 20 °C"
 */
export const gaugeSource = (gauge: string, wiring: "flexible" | "fixed"): Source =>
  isAwg(gauge) ? SOURCES.awgOhms : wiring === "flexible" ? SOURCES.flexible : SOURCES.fixedWiring;

/**
 * One-way resistance (Ω) of one conductor: Ω/km × length × copper factor. The loop is twice this.
 * @example oneWayOhms(7.41, 20, 20) // 0.1482
 */
export const oneWayOhms = (ohmsPerKm: number, length: Metres, temperature: Celsius): Ohms =>
  (ohmsPerKm * length * copperFactor(temperature)) / 1000;

const AREA_PATTERN = /^([\d.]+) (mm2|AWG)$/;

/**
 * Cross-section (mm²) of a gauge label such as "2.5 mm2" or "10 AWG".
 * @example gaugeArea("2.5 mm2") // 2.5
 */
export const gaugeArea = (gauge: FlexibleGauge | FixedGauge): number => {
  const [, size, kind] = AREA_PATTERN.exec(gauge)!;
  return kind === "mm2" ? Number(size) : awgArea(Number(size));
};
