import { flexibleOhmsPerKm, oneWayOhms, type FlexibleGauge } from "../../trade/conductors";
import type { Amps, Celsius, Metres, Ohms, Volts, Watts } from "../../trade/units";

/** A lead as it is known: its loop measured, a meter at each end, or its conductor and length. */
export type Known =
  | { readonly by: "loop"; readonly ohms: Ohms }
  | { readonly by: "meters"; readonly nearW: Watts; readonly farW: Watts }
  | { readonly by: "conductor"; readonly gauge: FlexibleGauge; readonly temperatureC: Celsius };

/** What is asked of the bench: a single-phase lead in use. */
export interface LeadAsked {
  readonly known: Known;
  readonly amps: Amps;
  readonly volts: Volts;
  readonly lengthM: Metres;
}

/** What the lead does while the car charges over it. */
export interface LeadFigures {
  /** Both conductors, contacts included where they were measured. */
  readonly loopOhms: Ohms;
  readonly lostW: number;
  readonly wattsPerMetre: number;
  readonly dropVolts: Volts;
  /** Of the volts at its near end. */
  readonly dropShare: number;
  readonly nearW: number;
  readonly farW: number;
}

/** Heat (W a metre) above which a lead gets warm to the hand even unrolled (common practice). */
export const WARM_W_PER_M = 3;
/** Heat (W a metre) that a coil cannot shed (common practice). */
export const COIL_W_PER_M = 1;

/** Share by which a plug-in meter may be off, either way (common practice; its papers say). */
export const METER_OFF = 0.01;

/**
 * What a lead may really lose (W) where each of two meters may be off: a small difference of two large readings.
 * @example lossBetween(watts(2240), watts(2190)) // { leastW: 5.7, mostW: 94.3 }
 */
export function lossBetween(
  nearW: Watts,
  farW: Watts,
  off = METER_OFF,
): { readonly leastW: number; readonly mostW: number } {
  const spread = off * (nearW + farW);
  return { leastW: Math.max(0, nearW - farW - spread), mostW: Math.max(0, nearW - farW + spread) };
}

/** Loop resistance (Ω): as measured, from what two meters differ by, or of two conductors. */
const loopOf = ({ known, amps, lengthM }: LeadAsked): Ohms =>
  known.by === "loop"
    ? known.ohms
    : known.by === "meters"
      ? (known.nearW - known.farW) / (amps * amps)
      : 2 * oneWayOhms(flexibleOhmsPerKm(known.gauge), lengthM, known.temperatureC);

/**
 * What a lead loses: I²·R of its loop.
 * @example leadFigures({ known: { by: "loop", ohms: 0.44 }, amps: 9.8, volts: 230, lengthM: 18 }).lostW // 42.3
 */
export function leadFigures(asked: LeadAsked): LeadFigures {
  const { known, amps, volts, lengthM } = asked;
  const loopOhms = loopOf(asked);
  const lostW = amps * amps * loopOhms;
  const nearW = known.by === "meters" ? known.nearW : volts * amps;
  return {
    loopOhms,
    lostW,
    wattsPerMetre: lostW / lengthM,
    dropVolts: amps * loopOhms,
    dropShare: (amps * loopOhms) / volts,
    nearW,
    farW: nearW - lostW,
  };
}
