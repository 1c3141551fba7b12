import type { Battery } from "../../things/parts";
import type { Volts, WattHours } from "../../trade/units";

/** Resistance of a pack of its size (common practice): about a tenth of an ohm at 60 kWh and 360 V. */
const OHMS_AT_SIZE = 0.1;
const SIZE_WH = 60_000;

/**
 * A battery of which only its energy is known.
 * @example batteryBy(60_000, 400).usableWh // 60000
 */
export const batteryBy = (usableWh: WattHours | number, packVolts: Volts): Battery => ({
  usableWh,
  packVolts,
  packOhms: Math.min(
    1,
    Math.round(1000 * OHMS_AT_SIZE * (SIZE_WH / usableWh) * (packVolts / 360) ** 2) / 1000,
  ),
});
