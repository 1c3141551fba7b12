import { MIN_AMPS } from "../../trade/signals";
import type { Amps, Fraction, Kilometres, Seconds } from "../../trade/units";
import { stepOf, type MeterSeries } from "../meter";
import type { NightStretch } from "./nights";

/** A limit that follows the house: what it holds the house and the car to, and how it goes about it. */
export interface HouseLimit {
  /** Most that house and car may draw together on a line (A). */
  readonly limitAmps: Amps;
  /** How long there has to be room again before a paused car starts anew (s). */
  readonly waitS: Seconds;
}

/** A car that follows: the most its unit offers, and what goes into the battery at each whole ampere (W). */
export interface FollowingCar {
  readonly unitAmps: Amps;
  readonly storedW: readonly number[];
  readonly whPerKm: number;
}

/** One night under a limit. */
export interface FollowedNight {
  readonly from: number;
  readonly to: number;
  /** Seconds at each whole ampere, 0 for paused. */
  readonly secondsAt: Float64Array;
  /** Below the unit's amps, paused or not (s). */
  readonly throttledS: Seconds;
  readonly pausedS: Seconds;
  readonly pauses: number;
  /** House and car together at their most (A). */
  readonly peakAmps: Amps;
  /** Time of which nothing was told: the car waits (s). */
  readonly unknownS: Seconds;
}

/** Whole amps a car may have beside a house; 0 where it is less than a car takes. */
function roomFor(unit: Amps, limit: Amps, house: Amps): Amps {
  const room = Math.min(unit, Math.floor(limit - house + 1e-9));
  return room >= MIN_AMPS ? room : 0;
}

/** A stretch of a night in which nothing changes: what the house draws on the line, and what the car has (A). */
export interface NightPiece {
  readonly from: number;
  readonly to: number;
  /** NaN where nothing was told. */
  readonly house: Amps;
  readonly car: Amps;
}

/**
 * A night under a limit, piece by piece and exactly: within an interval of the meter the house is even, and a paused car
 * starts once there has been room for as long as it waits. As if the car took all it can have, all night.
 * @param houseAmps what the house draws on the line that counts, interval by interval; NaN where nothing was told
 * @example nightPieces({ from: 0, to: 3_600_000 }, [10, 27], 0, 1_800_000, { unitAmps: 16 }, { limitAmps: 30, waitS: 600 }).map(({ car }) => car) // [16, 0]
 */
export function nightPieces(
  { from, to }: NightStretch,
  houseAmps: ArrayLike<Amps>,
  startMs: number,
  stepMs: number,
  { unitAmps }: Pick<FollowingCar, "unitAmps">,
  { limitAmps, waitS }: HouseLimit,
): NightPiece[] {
  const most = Math.floor(unitAmps);
  const pieces: NightPiece[] = [];
  const add = (begins: number, ends: number, house: Amps, car: Amps) => {
    if (ends > begins) pieces.push({ from: begins, to: ends, house, car });
  };
  let charging = true;
  // Since when there has been room, while it is paused.
  let roomSince = Infinity;
  for (let at = from; at < to;) {
    const i = Math.floor((at - startMs) / stepMs);
    const end = Math.min(to, startMs + (i + 1) * stepMs);
    const house = houseAmps[i]!;
    const room = Number.isNaN(house) ? 0 : roomFor(most, limitAmps, house);
    if (room === 0) {
      // It stops, or stays stopped; whatever room there was is gone.
      [charging, roomSince] = [false, Infinity];
      add(at, end, house, 0);
    } else if (charging) add(at, end, house, room);
    else {
      roomSince = Math.min(roomSince, at);
      const starts = Math.min(end, Math.max(at, roomSince + waitS * 1000));
      add(at, starts, house, 0);
      add(starts, end, house, room);
      if (starts < end) [charging, roomSince] = [true, Infinity];
    }
    at = end;
  }
  return pieces;
}

/**
 * A night under a limit, summed up.
 * @example followNight({ from: 0, to: 3_600_000 }, [10, 10], 0, 1_800_000, { unitAmps: 16 }, { limitAmps: 30, waitS: 600 }).secondsAt[16] // 3600
 */
export function followNight(
  night: NightStretch,
  houseAmps: ArrayLike<Amps>,
  startMs: number,
  stepMs: number,
  car: Pick<FollowingCar, "unitAmps">,
  limit: HouseLimit,
): FollowedNight {
  const most = Math.floor(car.unitAmps);
  const secondsAt = new Float64Array(most + 1);
  let [pauses, peakAmps, unknownS, before] = [0, 0, 0, Number.NaN];
  for (const { from, to, house, car: amps } of nightPieces(night, houseAmps, startMs, stepMs, car, limit)) {
    secondsAt[amps]! += (to - from) / 1000;
    if (amps === 0 && before > 0) pauses += 1;
    before = amps;
    if (Number.isNaN(house)) unknownS += (to - from) / 1000;
    else peakAmps = Math.max(peakAmps, house + amps);
  }
  const { from, to } = night;
  const throttledS = (to - from) / 1000 - secondsAt[most]!;
  return { from, to, secondsAt, throttledS, pausedS: secondsAt[0]!, pauses, peakAmps, unknownS };
}

/** A year under a limit. */
export interface FollowedYear {
  readonly nights: readonly (FollowedNight & { readonly km: Kilometres })[];
  /** Nights left out because of them too little was told. */
  readonly leftOut: number;
  /** Of the time it is plugged in, the share with less than the unit's amps. */
  readonly throttledShare: Fraction;
  readonly pausedHours: number;
  readonly pauses: number;
  /** What a night could give, if the battery took all of it: on average, at the least, and on nine nights of ten at least. */
  readonly nightKm: Kilometres;
  readonly leastKm: Kilometres;
  readonly nineInTenKm: Kilometres;
  /** Nights that give less than is wanted. */
  readonly shortNights: number;
  /** The highest house and car together come to: with the limit, and if the car knew nothing of the house. */
  readonly peakWithAmps: Amps;
  readonly peakWithoutAmps: Amps;
  /** Hours in which they would be over the limit together without it. */
  readonly overHours: number;
}

/** A night of which more than this share is unknown tells nothing. */
const UNKNOWN = 0.05;

/** What a night could bring (km), if the battery took all of it. */
const kmOf = (secondsAt: ArrayLike<number>, { storedW, whPerKm }: FollowingCar): Kilometres => {
  let wh = 0;
  for (let amps = MIN_AMPS; amps < secondsAt.length; amps++)
    wh += ((storedW[amps] ?? 0) * secondsAt[amps]!) / 3600;
  return wh / whPerKm;
};

/** The value below which a share of a list lies, of one in order. */
const atShare = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;

/**
 * Follows a limit through every night a series tells of.
 * @param ampsOf amps on the line that counts of a power (W)
 * @param wantedKm what a night should give
 * @example followed({ startMs: 0, stepMinutes: 60, watts: [0, 0] }, [{ from: 0, to: 7_200_000 }], (w) => w / 230, follower, { limitAmps: 25, waitS: 600 }, 10).pausedHours // 0
 */
export function followed(
  series: MeterSeries,
  nights: readonly NightStretch[],
  ampsOf: (drawn: number) => Amps,
  car: FollowingCar,
  limit: HouseLimit,
  wantedKm: Kilometres,
): FollowedYear {
  const stepMs = stepOf(series) * 1000;
  const { startMs } = series;
  const house = Float64Array.from(series.watts, (drawn) =>
    drawn === null ? Number.NaN : ampsOf(Math.max(0, drawn)),
  );
  const all = nights.map((night) => followNight(night, house, startMs, stepMs, car, limit));
  const known = all
    .filter(({ unknownS, from, to }) => unknownS <= (UNKNOWN * (to - from)) / 1000)
    .map((night) => ({ ...night, km: kmOf(night.secondsAt, car) }));
  const sum = (of: (night: (typeof known)[number]) => number) =>
    known.reduce((total, night) => total + of(night), 0);
  const sorted = known.map(({ km }) => km).sort((a, b) => a - b);
  const plugged = sum(({ from, to }) => (to - from) / 1000);
  return {
    nights: known,
    leftOut: all.length - known.length,
    throttledShare: plugged > 0 ? sum(({ throttledS }) => throttledS) / plugged : 0,
    pausedHours: sum(({ pausedS }) => pausedS) / 3600,
    pauses: sum(({ pauses }) => pauses),
    nightKm: known.length > 0 ? sum(({ km }) => km) / known.length : 0,
    leastKm: sorted[0] ?? 0,
    nineInTenKm: atShare(sorted, 0.1),
    shortNights: sorted.filter((km) => km < wantedKm - 1e-9).length,
    peakWithAmps: known.reduce((most, { peakAmps }) => Math.max(most, peakAmps), 0),
    ...unheld(known, house, startMs, stepMs, car, limit),
  };
}

/** What house and car come to where the car knows nothing of the house. */
function unheld(
  nights: readonly NightStretch[],
  house: Float64Array,
  startMs: number,
  stepMs: number,
  { unitAmps }: FollowingCar,
  { limitAmps }: HouseLimit,
): Pick<FollowedYear, "peakWithoutAmps" | "overHours"> {
  let [peakWithoutAmps, over] = [0, 0];
  for (const { from, to } of nights)
    for (let i = Math.floor((from - startMs) / stepMs); startMs + i * stepMs < to; i++) {
      const amps = house[i]! + unitAmps;
      if (amps !== amps) continue;
      peakWithoutAmps = Math.max(peakWithoutAmps, amps);
      const [begins, ends] = [Math.max(from, startMs + i * stepMs), Math.min(to, startMs + (i + 1) * stepMs)];
      if (amps > limitAmps + 1e-9) over += ends - begins;
    }
  return { peakWithoutAmps, overHours: over / 3_600_000 };
}
