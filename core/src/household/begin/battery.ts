import type { Battery } from "../../things/parts";
import type { Volts, WattHours } from "../../trade/units";

/** Resistance of a pack of its size (common practice): about a tenth of an ohm at 60 kWh and 360 V. */
const OHMS_AT_SIZE = 0.1;
const SIZE_WH = 60_000;

/** Nominal volts of a pack of the kind that takes a high peak, and the most amps a plug for direct current carries. */
const HIGH_PACK_V = 720;
const MOST_DC_AMPS = 500;

/**
 * Pack volts where nobody knows them: the usual ones, or those of a high pack where the usual ones would ask for more
 * amps at the peak than any plug carries (common practice).
 * @example voltsFor(235, 360) // 720
 */
export const voltsFor = (peakKW: number | undefined, usual: Volts | number): number =>
  peakKW !== undefined && (peakKW * 1000) / usual > MOST_DC_AMPS ? HIGH_PACK_V : usual;

/**
 * A battery of which only its energy is known.
 * @example batteryBy(60_000, 400).usableWh // 60000
 */
export const batteryBy = (usableWh: WattHours | number, packVolts: Volts | number): Battery => ({
  usableWh,
  packVolts,
  packOhms: Math.min(
    1,
    Math.round(1000 * OHMS_AT_SIZE * (SIZE_WH / usableWh) * (packVolts / 360) ** 2) / 1000,
  ),
});
