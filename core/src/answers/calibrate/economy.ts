import type { SessionRecord } from "../record";
import { FEWEST_SESSIONS } from "./calibrate";

/** What a car uses for a distance, by what it had driven and what it had left between sessions. */
export interface EconomyTold {
  /** Wh a kilometre out of the battery. */
  readonly value: number;
  readonly low: number;
  readonly high: number;
  /** Drives it is from, and the kilometres of all. */
  readonly drives: number;
  readonly km: number;
}

/** One drive, from the end of a session to the beginning of the next. */
interface Drive {
  readonly km: number;
  readonly wh: number;
}

/** Shortest drive (km) whose per cent say anything. */
const SHORTEST_KM = 20;
/** Error of a difference of two readings in whole per cent (one standard deviation, a share of the battery). */
const READ = 0.0042;
const NINE_OF_TEN = 1.645;

/** Drives between sessions that follow one another, with the odometer read at both. */
function drivesOf(records: readonly SessionRecord[], usableWh: number): Drive[] {
  const sorted = [...records].sort((a, b) => Date.parse(a.begin) - Date.parse(b.begin));
  return sorted.slice(1).flatMap((next, i): Drive[] => {
    const before = sorted[i]!;
    const [from, to] = [before.odometerKm, next.odometerKm];
    if (from === undefined || to === undefined || before.toSoc === null || next.fromSoc === null) return [];
    const km = to - from;
    const used = before.toSoc - next.fromSoc;
    // More in it than before: it was charged in between, and nobody told.
    return km >= SHORTEST_KM && used > 0 ? [{ km, wh: used * usableWh }] : [];
  });
}

/**
 * What a car uses for a distance, from sessions that say what it had driven. Weather and speed make drives differ: the
 * range is of the mean.
 * @returns why not, in words, where too few drives say it
 * @example "refused" in economyTold([], 50_000) // true
 */
export function economyTold(
  records: readonly SessionRecord[],
  usableWh: number,
): EconomyTold | { readonly refused: string } {
  const drives = drivesOf(records, usableWh);
  if (drives.length < FEWEST_SESSIONS)
    return {
      refused: `${drives.length === 0 ? "No drive" : drives.length === 1 ? "One drive" : `${drives.length} drives`} of ${SHORTEST_KM} km or more between two sessions that both say what the car had driven; ${FEWEST_SESSIONS} at least.`,
    };
  const km = drives.reduce((sum, drive) => sum + drive.km, 0);
  const value = drives.reduce((sum, drive) => sum + drive.wh, 0) / km;
  const spread = drives.reduce((sum, drive) => sum + drive.km * (drive.wh / drive.km - value) ** 2, 0) / km;
  const reading = (READ * usableWh * Math.sqrt(drives.length)) / km;
  const sigma = Math.hypot(Math.sqrt(spread / (drives.length - 1)), reading);
  return {
    value,
    low: value - NINE_OF_TEN * sigma,
    high: value + NINE_OF_TEN * sigma,
    drives: drives.length,
    km,
  };
}
