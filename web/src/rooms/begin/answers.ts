import {
  begin,
  everydayOf,
  feedOf,
  OUTLET_TYPE_IDS,
  pointOfSocket,
  REGIONS,
  regionOfZone,
  type Answers,
  type HomePoint,
  type Plan,
  type Region,
} from "@kettleback/core";
import {
  carAnswersOf,
  NO_CAR,
  number,
  outside,
  rapidOfTyped,
  wrongOfCar,
  type TypedCar,
} from "../../plan/carTyped";
import { firstSession } from "../../stores/draft";

/** What is typed and picked on the page of the beginning; empty is "I don't know". */
export interface Typed extends TypedCar {
  readonly region: string;
  readonly point: string;
  readonly evseAmps: string;
  readonly perKWh: string;
}

export const browserZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

export const firstTyped = (timeZone: string): Typed => ({
  region: regionOfZone(timeZone).id,
  ...NO_CAR,
  point: "",
  evseAmps: "",
  perKWh: "",
});

/** A field and what is wrong with it. */
export type Wrong = Readonly<Partial<Record<keyof Typed, string>>>;

/** What is wrong with what was typed; nothing where it makes a plan. */
export const wrongOf = (typed: Typed): Wrong => ({
  ...wrongOfCar(typed, regionOfTyped(typed)),
  ...(outside(number(typed.evseAmps), 6, 80) ? { evseAmps: "accepted: 6 to 80 A" } : {}),
  ...(outside(number(typed.perKWh), -10, 1_000) ? { perKWh: "accepted: -10 to 1,000" } : {}),
});

/** A name that no household has yet: Home, Home 2, Home 3. */
export function freshName(name: string, taken: readonly string[]): string {
  if (!taken.includes(name)) return name;
  let number = 2;
  while (taken.includes(`${name} ${number}`)) number += 1;
  return `${name} ${number}`;
}

/** What the car is plugged into: a usual point of the region, or any socket picked by its picture; null where nobody knows. */
export function pointOfTyped({ region: regionId, point }: Pick<Typed, "region" | "point">): HomePoint | null {
  const { points, system } = REGIONS.find(({ id }) => id === regionId)!;
  const socket = OUTLET_TYPE_IDS.find((type) => type === point && feedOf(type, system));
  return (
    points.find(({ id }) => id === point) ??
    (socket ? pointOfSocket(socket, system, everydayOf(socket).called) : null)
  );
}

const regionOfTyped = ({ region }: Pick<Typed, "region">): Region => REGIONS.find(({ id }) => id === region)!;

/** What was typed as a person's own case. */
function answersOf(typed: Typed, timeZone: string, today: string): Answers {
  return {
    ...carAnswersOf(typed, regionOfTyped(typed)),
    timeZone,
    point: pointOfTyped(typed),
    evseAmps: number(typed.evseAmps),
    perKWh: number(typed.perKWh),
    session: firstSession(today),
  };
}

/** The plan of what was typed; null while something is wrong. */
export function planOfTyped(
  typed: Typed,
  timeZone: string,
  today: string,
  taken: readonly string[],
): Plan | null {
  if (Object.keys(wrongOf(typed)).length > 0 || rapidOfTyped(typed, regionOfTyped(typed))?.ok === false)
    return null;
  const plan = begin(answersOf(typed, timeZone, today));
  return { ...plan, household: { ...plan.household, name: freshName(plan.household.name, taken) } };
}
