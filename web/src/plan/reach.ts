import {
  fromKm,
  toKm,
  USUAL_KM_A_YEAR,
  type Car,
  type Household,
  type PlannedSession,
} from "@kettleback/core";
import type { StartIn, TargetIn } from "../stores/spanIn";

/** What turns a state of charge into a distance: a car's battery and what it uses, and the household's unit. */
export interface Reach {
  readonly usableWh: number;
  readonly whPerKm: number;
  readonly unit: Household["distanceUnit"];
}

export const reachOf = (car: Car, unit: Household["distanceUnit"]): Reach => ({
  usableWh: car.battery.usableWh,
  whPerKm: car.whPerKm,
  unit,
});

/** Distance (in the household's unit) of a share of the battery, and the share of a distance. */
export const distanceOf = (share: number, { usableWh, whPerKm, unit }: Reach): number =>
  fromKm((share * usableWh) / whPerKm, unit);
export const shareOf = (distance: number, { usableWh, whPerKm, unit }: Reach): number =>
  (toKm(distance, unit) * whPerKm) / usableWh;

type Span = Pick<PlannedSession, "fromSoc" | "toSoc">;

/** What a usual day takes (km): an average driver's year, spread over its days. */
export const USUAL_DAY_KM = Math.round(USUAL_KM_A_YEAR / 365);

/** How a span is told. */
export interface Told {
  readonly start: StartIn;
  readonly target: TargetIn;
}

/** What a car is usually charged to, where the target says nothing of it. */
const USUAL_FULL = 0.8;

/** What it was charged to before a usual evening: the target, or where that is only so much more, the usual charge. */
export const usualFull = ({ toSoc }: Span, target: TargetIn): number =>
  target === "more" ? USUAL_FULL : toSoc;

/** What a usual evening leaves of that: less by a usual day's drive. */
const usualStart = (full: number, reach: Reach): number =>
  Math.max(0, full - shareOf(fromKm(USUAL_DAY_KM, reach.unit), reach));

/**
 * The span with another start: so much distance more stays so much more. While one of them is not typed yet the target
 * stays where it is.
 */
export function withStart({ fromSoc, toSoc }: Span, start: number, target: TargetIn): Span {
  const moved = start + (toSoc - fromSoc);
  return {
    fromSoc: start,
    toSoc: target === "more" && Number.isFinite(moved) ? Math.min(1, moved) : toSoc,
  };
}

/** The span of somebody who does not know the start: that of a usual evening. */
export const fromUsual = (span: Span, target: TargetIn, reach: Reach): Span =>
  withStart(span, usualStart(usualFull(span, target), reach), target);

/** The span with another target: an unknown start is that of a usual evening before it. */
export const withTarget = (span: Span, toSoc: number, told: Told, reach: Reach): Span => {
  const next = { ...span, toSoc };
  const follows = told.start === "unknown" && told.target !== "more" && Number.isFinite(toSoc);
  return follows ? fromUsual(next, told.target, reach) : next;
};

/** Shares nearer to each other than this are the same. */
const SAME = 1e-6;

/** How a span is told: a start that is no usual evening's is known, whatever was last said of another one. */
export function asTold(span: Span, told: Told, reach: Reach): Told {
  const usual = usualStart(usualFull(span, told.target), reach);
  const other = Number.isFinite(span.toSoc) && !(Math.abs(span.fromSoc - usual) < SAME);
  return told.start === "unknown" && other ? { ...told, start: "percent" } : told;
}

/** The span for another car: what is told as a distance stays that distance. */
export function forCar(span: Span, from: Reach, to: Reach, told: Told): Span {
  const kept = (share: number) => Math.min(1, shareOf(distanceOf(share, from), to));
  const fromSoc = told.start === "range" ? kept(span.fromSoc) : span.fromSoc;
  const toSoc =
    told.target === "range"
      ? kept(span.toSoc)
      : told.target === "more"
        ? Math.min(1, fromSoc + kept(span.toSoc - span.fromSoc))
        : span.toSoc;
  return told.start === "unknown" ? fromUsual({ fromSoc, toSoc }, told.target, to) : { fromSoc, toSoc };
}
