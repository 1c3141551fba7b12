import { DAYS_A_WEEK, weekAt, weekSetting, type SeasonId, type WeekAsked } from "../week";
import { courseOf, type Course } from "./course";
import { dayDistance } from "./distance";
import { drawsOf, YEARS_A_BLOCK } from "./draws";
import { estimate, WHOLE_YEAR, type Estimate } from "./estimate";
import { simulate, type YearsAt } from "./simulate";

/** A block of years at every way, in the order of the ways; null where nothing flows. */
export interface YearBlock {
  readonly block: number;
  readonly years: number;
  readonly ways: readonly (YearsAt | null)[];
}

/** What a year comes to at a way. */
export interface YearAt {
  readonly shortDays: Estimate;
  readonly stops: Estimate;
  /** Null where a stop has no price. */
  readonly cost: Estimate | null;
  readonly stopCost: Estimate | null;
  /** Stops among all sessions. */
  readonly stopShare: number;
  /** Least charge above the reserve on each day of the first year (a share); below zero what was missing. */
  readonly margins: Float32Array;
}

/** A car's week at every way, in the seasons its year has; null where nothing flows. */
export type YearCourses = readonly (Readonly<Record<string, Course>> | null)[];

/** Makes every way of a car ready, in each season its year has. Work in steps: it yields as it goes. */
function* coursesOf(asked: WeekAsked, carAt: number): Generator<void, YearCourses> {
  const { luck, pattern, ways } = asked;
  const seasons = [...new Set(luck.months)] as SeasonId[];
  const settings = seasons.map((id) =>
    weekSetting({ ...asked, pattern: { ...pattern, season: luck.seasons[id] } }, carAt),
  );
  const made: (Readonly<Record<string, Course>> | null)[] = [];
  for (const way of ways) {
    const courses: Record<string, Course> = {};
    for (const [i, setting] of settings.entries()) {
      const { rider } = weekAt(setting, way);
      if (rider) courses[seasons[i]!] = courseOf(rider, luck);
      yield;
    }
    made.push(Object.keys(courses).length === seasons.length ? courses : null);
  }
  return made;
}

/** The distance of every day of some years. */
function distancesOf({ pattern, luck }: WeekAsked, places: Float64Array): Float64Array {
  const usual = pattern.days.map(({ drives }) => drives.reduce((sum, { km }) => sum + km, 0));
  return places.map((place, i) => {
    const day = i % DAYS_A_WEEK;
    return dayDistance(luck.distance, usual[day]!, day, place);
  });
}

/**
 * How many years a block has of those that are asked.
 * @example yearsIn(1, 30) // 10
 */
export const yearsIn = (block: number, all: number): number =>
  Math.max(0, Math.min(YEARS_A_BLOCK, all - block * YEARS_A_BLOCK));

/** Years that are asked, and which blocks of them. */
export interface YearsAsked {
  readonly seed: number;
  readonly years: number;
  /** The first block, and every so-manieth after it: what one of several threads takes on. */
  readonly first: number;
  readonly stride: number;
}

/**
 * Years of luck and weather at every way. Work in steps: it yields the blocks there are so far.
 * @example [...yearBlocks(year.asked, 0, { seed: 1, years: 20, first: 0, stride: 1 })].at(-1).length // 1
 */
export function* yearBlocks(
  asked: WeekAsked,
  carAt: number,
  { seed, years, first, stride }: YearsAsked,
): Generator<readonly YearBlock[], readonly YearBlock[]> {
  const making = coursesOf(asked, carAt);
  let step = making.next();
  while (!step.done) {
    yield [];
    step = making.next();
  }
  const courses = step.value;
  const blocks: YearBlock[] = [];
  for (let block = first; yearsIn(block, years) > 0; block += stride) {
    const count = yearsIn(block, years);
    const draws = drawsOf(seed, block, count);
    const distances = distancesOf(asked, draws.distance);
    const ways: (YearsAt | null)[] = [];
    for (const course of courses)
      ways.push(course && simulate(course, asked.luck, draws, distances, asked.pattern.startSoc, count));
    blocks.push({ block, years: count, ways });
    yield [...blocks];
  }
  return blocks;
}

/**
 * Blocks that follow one another from the first: those from which an answer is told, whichever thread was faster.
 * @example inOrder(year.blocks).length // 1
 */
export function inOrder(blocks: readonly YearBlock[]): YearBlock[] {
  const sorted = [...blocks].sort((a, b) => a.block - b.block);
  const gap = sorted.findIndex(({ block }, i) => block !== i);
  return gap < 0 ? sorted : sorted.slice(0, gap);
}

const joined = (arrays: readonly Float64Array[]): number[] => arrays.flatMap((array) => [...array]);

/**
 * What years came to, way by way; null where nothing flows.
 * @example yearsAt(year.blocks)[0].shortDays.mean
 */
export function yearsAt(blocks: readonly YearBlock[]): (YearAt | null)[] {
  const [first] = blocks;
  if (!first) return [];
  return first.ways.map((_, way): YearAt | null => {
    const at = blocks.flatMap(({ ways }) => ways[way] ?? []);
    if (at.length < blocks.length) return null;
    const all = (of: (years: YearsAt) => Float64Array) => joined(at.map(of));
    const money = (values: readonly number[]) =>
      values.every(Number.isFinite) ? estimate(values, WHOLE_YEAR, false) : null;
    const [stops, sessions] = [all((a) => a.stops), all((a) => a.sessions)];
    const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);
    const count = sum(stops) + sum(sessions);
    return {
      shortDays: estimate(
        all((a) => a.shortDays),
        WHOLE_YEAR,
        true,
      ),
      stops: estimate(stops, WHOLE_YEAR, true),
      cost: money(all((a) => a.cost)),
      stopCost: money(all((a) => a.stopCost)),
      stopShare: count > 0 ? sum(stops) / count : 0,
      margins: at[0]!.margins,
    };
  });
}

/**
 * What a year at one way costs more than at another, under the same luck.
 * @example yearSaving(year.blocks, 0, 0).mean // 0
 */
export function yearSaving(blocks: readonly YearBlock[], way: number, other: number): Estimate | null {
  const costs = (at: number) => joined(blocks.flatMap(({ ways }) => ways[at]?.cost ?? []));
  const [mine, theirs] = [costs(way), costs(other)];
  if (mine.length === 0 || mine.length !== theirs.length) return null;
  const more = mine.map((cost, i) => cost - theirs[i]!);
  return more.every(Number.isFinite) ? estimate(more, WHOLE_YEAR, false) : null;
}

/** Precision at which a year is known well enough: days short within half a day or a twentieth, cost within a fiftieth. */
export const PRECISION = { days: 0.5, daysShare: 0.05, costShare: 0.02 } as const;
/** Years below which nothing is called sure. */
const LEAST_YEARS = 2 * YEARS_A_BLOCK;

const half = ({ low, high }: Estimate): number => (high - low) / 2;

/**
 * Whether the blocks so far tell every way well enough.
 * @example sureEnough([]) // false
 */
export function sureEnough(blocks: readonly YearBlock[]): boolean {
  const years = blocks.reduce((sum, block) => sum + block.years, 0);
  if (years < LEAST_YEARS) return false;
  return yearsAt(blocks).every((at) => {
    if (!at) return true;
    const days = Math.max(PRECISION.days, PRECISION.daysShare * at.shortDays.mean);
    const cost = at.cost && PRECISION.costShare * Math.abs(at.cost.mean);
    return half(at.shortDays) <= days && (!at.cost || half(at.cost) <= Math.max(cost!, 1));
  });
}

/**
 * The blocks after which it was sure enough, all of them where it never was: the same whichever thread was faster.
 * @param asked how many of the first blocks have been asked about before, and were not enough
 * @example untilSure(year.blocks).sure // false
 */
export function untilSure(
  blocks: readonly YearBlock[],
  asked = 0,
): { readonly blocks: YearBlock[]; readonly sure: boolean } {
  const ordered = inOrder(blocks);
  for (let n = asked + 1; n <= ordered.length; n++)
    if (sureEnough(ordered.slice(0, n))) return { blocks: ordered.slice(0, n), sure: true };
  return { blocks: ordered, sure: false };
}
