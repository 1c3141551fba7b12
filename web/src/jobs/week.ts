import { create } from "zustand";
import {
  isSouthern,
  luckSchema,
  NORTHERN,
  patternSchema,
  PRESETS,
  problemsOf,
  reachOf,
  SOUTHERN,
  weekAt,
  weekSetting,
  type Car,
  type FieldProblem,
  type Garage,
  type OpenLineup,
  type Pattern,
  type PlannedSession,
  type Way,
  type WeekAsked,
  type WeekCell,
  type WeekReach,
  type WeekSetting,
} from "@kettleback/core";
import { weekStoreOf, type WeekDraft } from "../stores/week";
import { lineupInView } from "./lineup";
import { todayIn } from "./store";

/** A way of the line-up at which a car may stand for a night, or while it is away, or on its way. */
export interface WeekWay {
  readonly id: string;
  readonly way: Way;
}

/** What a week comes to: every way for the car in view, as far as it has been worked out. */
export interface SolvedWeek {
  readonly garage: Garage;
  readonly draft: WeekDraft;
  readonly lineup: OpenLineup;
  /** Ways at which it may stand at home; and all others, for work, a post, a stop. */
  readonly ways: readonly WeekWay[];
  readonly others: readonly WeekWay[];
  readonly car: Car;
  readonly carAt: number;
  /** Undefined while something is wrong. */
  readonly setting: WeekSetting | undefined;
  readonly problems: readonly FieldProblem[];
  /** By way; null until it is worked out. */
  readonly cells: readonly (WeekCell | null)[];
  readonly reach: readonly (WeekReach | null)[];
  readonly done: boolean;
}

export const useWeek = create<{ readonly solved: SolvedWeek | null }>()(() => ({ solved: null }));

/** Most ways of a line-up that are followed; the rest would be a page nobody reads. */
export const MOST_FOLLOWED = 40;

/** The Monday of a date's week. */
export const mondayOf = (date: string): string => {
  const at = new Date(date);
  return new Date(at.getTime() - ((at.getUTCDay() + 6) % 7) * 86_400_000).toISOString().slice(0, 10);
};

const firsts = new WeakMap<Garage, WeekDraft>();

/** The week a household starts with, made once a garage: a commuter's, from this week's Monday on. */
export function firstWeek(garage: Garage): WeekDraft {
  const known = firsts.get(garage);
  if (known) return known;
  const pattern: Pattern = patternSchema.parse({
    start: mondayOf(todayIn(garage)),
    days: PRESETS.commuter.days,
  });
  const months = isSouthern(garage.household.spec.timeZone) ? SOUTHERN : NORTHERN;
  const made: WeekDraft = {
    carAt: 0,
    pattern,
    elsewhere: { work: null, post: null, stop: null },
    luck: luckSchema.parse({ months }),
  };
  firsts.set(garage, made);
  return made;
}

/** The week of a household in view: the one being worked on, or the first. */
export const weekInView = (garage: Garage): WeekDraft =>
  weekStoreOf(garage.household.id).getState().draft ?? firstWeek(garage);

/**
 * Takes a night of the line-up into the week: its drive on each of seven days, away from its departure until it is plugged
 * in again.
 */
export function followWeek(
  garage: Garage,
  carAt: number,
  { toSoc, pluggedInAt, neededBy }: PlannedSession,
  km: number,
): void {
  const draft = weekInView(garage);
  const back = pluggedInAt.slice(11, 16);
  // Where nobody waits one is away by day.
  const leave = neededBy !== null && neededBy !== back ? neededBy : USUAL_LEAVE;
  const drive = { leave, back, km, stands: "nowhere" as const };
  const limitSoc = Math.min(1, Math.max(0.2, toSoc, draft.pattern.reserveSoc + 0.05));
  weekStoreOf(garage.household.id)
    .getState()
    .set({
      ...draft,
      carAt,
      pattern: {
        ...draft.pattern,
        limitSoc,
        startSoc: limitSoc,
        days: Array.from({ length: 7 }, () => ({ drives: km > 0 ? [drive] : [], home: "home" as const })),
      },
    });
}

/** When one leaves where nothing is said of it. */
const USUAL_LEAVE = "07:30";

/** Whether one may stand there for a night: no rapid station, no time limit, no fee for standing. */
const mayStand = ({ way: { evse, place, tariff } }: WeekWay): boolean =>
  evse.kind !== "rapid" &&
  place?.limitMinutes === undefined &&
  !tariff.elements.some(({ price_components: prices }) =>
    prices.some(({ type, price }) => type === "PARKING_TIME" && price > 0),
  );

/** What is wrong with what is asked, field by field. */
function problemsIn({ pattern, luck, elsewhere }: WeekDraft): FieldProblem[] {
  const [judged, chance] = [patternSchema.safeParse(pattern), luckSchema.safeParse(luck)];
  const missing = (["work", "post"] as const).filter(
    (at) =>
      elsewhere[at] === null && pattern.days.some(({ drives }) => drives.some(({ stands }) => stands === at)),
  );
  return [
    ...(judged.success ? [] : problemsOf(judged.error, patternSchema)),
    ...(chance.success ? [] : problemsOf(chance.error, luckSchema)),
    ...missing.map((field) => ({ field, message: "say what it is plugged into there" })),
  ];
}

/** Longest stretch of work (ms) before the screen gets its turn. */
const SLICE_MS = 24;
let turn = 0;

/** What is asked of the week, self-contained. */
export function askedOf(
  { household, cars }: OpenLineup,
  { pattern, luck, elsewhere }: WeekDraft,
  ways: readonly WeekWay[],
  others: readonly WeekWay[],
): WeekAsked {
  const all = [...ways, ...others];
  const byId = (id: string | null) => all.find((one) => one.id === id)?.way ?? null;
  const rapid = others.find(({ way }) => way.evse.kind === "rapid")?.way ?? null;
  return {
    household,
    cars: cars.map(({ car }) => car),
    ways: ways.map(({ way }) => way),
    elsewhere: {
      work: byId(elsewhere.work),
      post: byId(elsewhere.post),
      stop: byId(elsewhere.stop) ?? rapid,
    },
    pattern,
    luck,
  };
}

/** Solves a week at every way: at once where it is quick, in slices with what is done so far in view where it is not. */
export function solveWeek(garage: Garage): void {
  const before = useWeek.getState().solved;
  const draft = weekInView(garage);
  const lineup = lineupInView(garage);
  if (before?.garage === garage && before.draft === draft && before.lineup === lineup) return;
  const mine = ++turn;
  const found = (lineup?.ways ?? []).flatMap(({ id, way }) => (way ? [{ id, way }] : []));
  if (!lineup || lineup.cars.length === 0 || found.length === 0) {
    useWeek.setState({ solved: null });
    return;
  }
  const ways = found.filter(mayStand).slice(0, MOST_FOLLOWED);
  const others = found.filter((one) => !ways.includes(one));
  const carAt = Math.min(draft.carAt, lineup.cars.length - 1);
  const problems = problemsIn(draft);
  const setting = problems.length > 0 ? undefined : weekSetting(askedOf(lineup, draft, ways, others), carAt);
  const cells: (WeekCell | null)[] = ways.map(() => null);
  const reach: (WeekReach | null)[] = ways.map(() => null);
  let step = 0;
  const steps = setting ? 2 * ways.length : 0;
  const show = () =>
    useWeek.setState({
      solved: {
        garage,
        draft,
        lineup,
        ways,
        others,
        car: lineup.cars[carAt]!.car,
        carAt,
        setting,
        problems,
        cells: [...cells],
        reach: [...reach],
        done: step === steps,
      },
    });
  /** One step: a way's week; once all of them are in view, how far each carries. */
  const advance = (week: WeekSetting) => {
    const at = step % ways.length;
    if (step < ways.length) cells[at] = weekAt(week, ways[at]!.way);
    else {
      const { rider } = cells[at]!;
      reach[at] = rider && reachOf(week, rider);
    }
    step += 1;
  };
  const slice = () => {
    if (mine !== turn || !setting) return;
    const until = performance.now() + SLICE_MS;
    do advance(setting);
    while (step < steps && step !== ways.length && performance.now() < until);
    show();
    if (step < steps) setTimeout(slice);
  };
  if (steps === 0) {
    show();
    return;
  }
  slice();
}
