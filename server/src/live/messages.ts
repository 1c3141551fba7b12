import { readingOf, type MeterValue, type Sample } from "@kettleback/core";
import type { PointClock } from "./point-clock";

/** Readings of a MeterValues or StopTransaction message, by our clock; what is of no use is left out. */
export function readingsIn(values: readonly MeterValue[], clock: PointClock, nowMs: number): Sample[] {
  return values.flatMap((value) => {
    const sample = readingOf(value);
    return sample ? [[clock.moment(value.timestamp, nowMs), ...sample.slice(1)] as unknown as Sample] : [];
  });
}

export interface BootNotification {
  readonly chargePointVendor: string;
  readonly chargePointModel: string;
  readonly firmwareVersion?: string;
}

export interface StatusNotification {
  readonly connectorId: number;
  readonly errorCode: string;
  readonly status: string;
  readonly info?: string;
  readonly timestamp?: string;
}

export interface StartTransaction {
  readonly connectorId: number;
  readonly idTag: string;
  readonly meterStart: number;
  readonly timestamp: string;
}

export interface StopTransaction {
  readonly transactionId: number;
  readonly idTag?: string;
  readonly meterStop: number;
  readonly timestamp: string;
  readonly reason?: string;
  readonly transactionData?: readonly MeterValue[];
}

export interface MeterValues {
  readonly connectorId: number;
  readonly transactionId?: number;
  readonly meterValue: readonly MeterValue[];
}
