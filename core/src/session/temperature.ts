import type { Celsius, Seconds } from "../units";

/** Where a pack's temperature settles while it charges, and how fast it gets there (common practice). */
export const WARM_PACK_C: Celsius = 32;
export const WARM_UP_SECONDS: Seconds = 2_400;

/** Temperature at which half the power is accepted, and the width of the change (a generic shape, common practice). */
const HALF_POWER_C: Celsius = 0;
const WIDTH_C = 6;

/** Share of its curve a battery accepts at a temperature: 0.16 at −10 °C, 0.5 at 0 °C, 0.97 at 20 °C. */
export const acceptanceFactor = (temperature: Celsius): number =>
  1 / (1 + Math.exp((HALF_POWER_C - temperature) / WIDTH_C));

/** Pack temperature after a time of charging: it approaches the warm pack's exponentially. */
export const packTemperature = (start: Celsius, time: Seconds): Celsius =>
  WARM_PACK_C + (start - WARM_PACK_C) * Math.exp(-time / WARM_UP_SECONDS);
