import type { Way } from "../../answers/lineup";
import { luckSchema, weekAt, weekSetting, type Pattern, type WeekVerdict } from "../../answers/week";
import { MIN_AMPS } from "../../trade/signals";
import type { Amps, Kilometres } from "../../trade/units";
import { kmOver, storedAt, type FittingSetting } from "./setting";

/** What a week says of a way: whether it is enough, and what stops would have to put in. */
export interface WayWeek {
  readonly verdict: WeekVerdict;
  readonly shortKm: Kilometres;
  /** It was followed as if so many amps flowed all night. */
  readonly asAmps: Amps;
}

/** Drives of a pattern, the car plugged in at home alone. */
const atHomeAlone = (pattern: Pattern): Pattern => ({
  ...pattern,
  second: null,
  days: pattern.days.map((day) => ({
    ...day,
    drives: day.drives.map((drive) => ({ ...drive, stands: "nowhere" as const })),
  })),
});

/**
 * What a week says of a way. One that does not give the same all night is followed at the current that would bring as much
 * as it does; null where that is less than a car takes.
 * @param nightKm what a night brings
 */
export function weekOfWay(
  setting: FittingSetting,
  way: Way,
  most: Amps,
  nightKm: Kilometres,
): WayWeek | null {
  const { asked, pattern, nightHours } = setting;
  let asAmps = Math.floor(most);
  while (asAmps >= MIN_AMPS && kmOver(setting, storedAt(setting, way, asAmps), nightHours) > nightKm + 1e-6)
    asAmps -= 1;
  if (asAmps < MIN_AMPS) return null;
  const set = asAmps < way.evse.maxAmps ? { ...way, settings: { ...way.settings, evseAmps: asAmps } } : way;
  const week = weekSetting(
    {
      household: asked.household,
      cars: [asked.car],
      ways: [set],
      elsewhere: { work: null, post: null, stop: null },
      pattern: atHomeAlone(pattern),
      luck: luckSchema.parse({}),
    },
    0,
  );
  const { answer } = weekAt(week, set);
  if (answer.kind === "blocked") return null;
  const short = answer.weeks.find(({ week: at }) => at === answer.followed.short?.week);
  return {
    verdict: answer.verdict,
    shortKm: short?.days.reduce((sum, { shortKm }) => sum + shortKm, 0) ?? 0,
    asAmps,
  };
}
