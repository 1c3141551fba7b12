import { DateTime } from "luxon";

const MINUTE = 60_000;

/**
 * The moment (ms since 1970) a time of day stands for as the end of a session: the last one up to now. Within the minute
 * in which it began it is the beginning, within this one it is now.
 */
export function endOf(time: string, beginMs: number, nowMs: number, zone: string): number {
  const [hour, minute] = time.split(":").map(Number);
  const now = DateTime.fromMillis(nowMs, { zone });
  const today = now.set({ hour: hour!, minute: minute!, second: 0, millisecond: 0 });
  const at = (today > now ? today.minus({ days: 1 }) : today).toMillis();
  if (nowMs - at < MINUTE) return nowMs;
  return at < beginMs && beginMs - at < MINUTE ? beginMs : at;
}
