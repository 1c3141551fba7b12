import type { Circuit } from "../path";
import type { Celsius } from "../../trade/units";

/** Temperature above which a charging pack is cooled, so that it warms no further (common practice). */
export const WARM_PACK_C: Celsius = 32;

/** Temperature at which half the power is accepted, and the width of the change (a generic shape, common practice). */
const HALF_POWER_C: Celsius = 0;
const WIDTH_C = 6;

/**
 * Share of its curve a battery accepts at a temperature: 0.16 at −10 °C, 0.5 at 0 °C, 0.97 at 20 °C.
 * @example acceptanceFactor(0) // 0.5
 */
export const acceptanceFactor = (temperature: Celsius): number =>
  1 / (1 + Math.exp((HALF_POWER_C - temperature) / WIDTH_C));

/**
 * Whether a pack still warms while it charges; null stands for one whose temperature does not matter.
 * @example isCold(null) // false
 */
export const isCold = (packC: Celsius | null): packC is Celsius => packC !== null && packC < WARM_PACK_C;

/**
 * Share of its curve a pack accepts: all of it where its temperature does not matter.
 * @example acceptedShare(null) // 1
 */
export const acceptedShare = (packC: Celsius | null): number =>
  packC === null ? 1 : acceptanceFactor(packC);

/** Heat (Wh) that warms a pack by one kelvin, a Wh of its capacity: 1 kJ/(kg·K), 6 kg a kWh (recalled). */
const WH_PER_KELVIN_A_WH = 6 / 3600;

/**
 * Heat (Wh) that warms the pack of a circuit by one kelvin.
 * @example heatCapacity(circuit) // 118.3
 */
export const heatCapacity = ({ pack }: Circuit): number => pack.usableWh * WH_PER_KELVIN_A_WH;
