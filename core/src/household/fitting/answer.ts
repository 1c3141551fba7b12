import type { FollowedYear, InstallAsked } from "../../answers/install";
import type { Method } from "../../answers/service";
import type { MeterSeries } from "../../answers/meter";
import type { Amps } from "../../trade/units";
import { fittingSetting } from "./setting";
import { FIT_WAYS, fitWay, type FitWay, type FitWayId } from "./ways";

/** What an installation comes to. Plain data. */
export interface FittingAnswer {
  readonly series: MeterSeries;
  /** No meter was read: a usual house stands in. */
  readonly madeUp: boolean;
  readonly methods: readonly Method[];
  readonly method: Method;
  readonly limitAmps: Amps;
  readonly nightHours: number;
  readonly kWhAYear: number;
  readonly ways: readonly FitWay[];
  /** The way that is enough and asks least; null where none is enough. */
  readonly best: FitWayId | null;
  /** The limit that follows the house, over every night. */
  readonly followed: FollowedYear | null;
}

/**
 * A way is enough where a week at it holds.
 * @example isEnough({ week: null }) // false
 */
export const isEnough = ({ week }: Pick<FitWay, "week">): boolean =>
  week !== null && week.verdict !== "short";

/** Of the ways that go by the book and are enough the cheapest; else of those somebody has to agree to. */
function bestOf(ways: readonly FitWay[]): FitWayId | null {
  for (const fit of ["fits", "asks"] as const) {
    const [best] = ways
      .filter((way) => way.fit === fit && isEnough(way))
      .sort((a, b) => a.cost.low + a.cost.high - (b.cost.low + b.cost.high) || b.nightKm - a.nightKm);
    if (best) return best.id;
  }
  return null;
}

/**
 * What is left in a house for a car, and every way to fit it in, way by way.
 * @example [...fittingEach(installation)].length // 10
 */
export function* fittingEach(asked: InstallAsked): Generator<number, FittingAnswer> {
  const setting = fittingSetting(asked);
  const ways: FitWay[] = [];
  for (const [i, id] of FIT_WAYS.entries()) {
    const way = fitWay(setting, id);
    if (way) ways.push(way);
    yield (i + 1) / FIT_WAYS.length;
  }
  const { series, madeUp, methods, method, limitAmps, nightHours, kWhAYear } = setting;
  return {
    series,
    madeUp,
    methods,
    method,
    limitAmps,
    nightHours,
    kWhAYear,
    ways,
    best: bestOf(ways),
    followed: ways.find(({ id }) => id === "follow")?.followed ?? null,
  };
}

/**
 * What is left in a house for a car, and every way to fit it in.
 * @example fittingOf(installation).ways.length // 9
 */
export function fittingOf(asked: InstallAsked): FittingAnswer {
  const steps = fittingEach(asked);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}
