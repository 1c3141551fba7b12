import { amountOf, type Fraction, type Kilometres } from "../../trade/units";
import type { Way } from "../lineup";
import { weekAt, weekSetting, weekSums, WEEKS_A_YEAR, type WeekVerdict } from "./answer";
import type { WeekAsked } from "./document";
import { spareKm } from "./matters";
import { PLUG_INS, type PlugIn } from "./pattern";

/** What a school of plugging in comes to at a way. */
export interface SchoolOfPlugging {
  readonly plugIn: PlugIn;
  readonly verdict: WeekVerdict;
  readonly spareKm: Kilometres;
  readonly lowestSoc: Fraction;
  /** Times a week it is plugged in and charges, in the long run: a mean. */
  readonly sessions: number;
  /** Stops and all, in the household's currency; null where something has no price. */
  readonly costPerYear: number | null;
}

/**
 * The three schools of plugging in at a way, side by side; none where nothing flows there.
 * @example weekSchools(week.asked, 0, week.asked.ways[0]).map(({ plugIn }) => plugIn) // ["home", "below", "days"]
 */
export const weekSchools = (asked: WeekAsked, carAt: number, way: Way): SchoolOfPlugging[] =>
  PLUG_INS.flatMap((plugIn): SchoolOfPlugging[] => {
    const pattern = { ...asked.pattern, plugIn };
    const { answer } = weekAt(weekSetting({ ...asked, pattern }, carAt), way);
    if (answer.kind === "blocked") return [];
    const { plugs, stops, unpriced, sessionCount } = weekSums(answer.longRun);
    return [
      {
        plugIn,
        verdict: answer.verdict,
        spareKm: spareKm(answer, pattern),
        lowestSoc: answer.followed.lowest.soc,
        sessions: sessionCount,
        costPerYear: stops === null || unpriced ? null : (amountOf(plugs) + amountOf(stops)) * WEEKS_A_YEAR,
      },
    ];
  });
