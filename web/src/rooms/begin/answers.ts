import {
  begin,
  CAR_CLASSES,
  chargerFromPower,
  everydayOf,
  feedOf,
  inletLook,
  OUTLET_TYPE_IDS,
  pointOfSocket,
  rapidOfAnswers,
  REGIONS,
  regionOfZone,
  type Answers,
  type FromBrochure,
  type FromPower,
  type HomePoint,
  type Plan,
} from "@kettleback/core";
import type { KnownPhases } from "../../controls/PhasesSelect";
import { readNumber } from "../../format/manner";
import { brochureOf, NO_BROCHURE, type TypedBrochure } from "../../plan/brochure";
import { firstSession } from "../../stores/draft";

/** What is typed and picked on the page of the beginning; empty is "I don't know". */
export interface Typed {
  readonly region: string;
  readonly carName: string;
  readonly carClass: string;
  readonly batteryKWh: string;
  readonly chargerKW: string;
  readonly phases: KnownPhases;
  /** What was seen in the inlet, by its name in the table; empty where nobody has looked. */
  readonly inlet: string;
  readonly rapid: TypedBrochure;
  readonly point: string;
  readonly evseAmps: string;
  readonly perKWh: string;
}

export const browserZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

export const firstTyped = (timeZone: string): Typed => ({
  region: regionOfZone(timeZone).id,
  carName: "",
  carClass: "",
  batteryKWh: "",
  chargerKW: "",
  phases: undefined,
  inlet: "",
  rapid: NO_BROCHURE,
  point: "",
  evseAmps: "",
  perKWh: "",
});

/** A field and what is wrong with it. */
export type Wrong = Readonly<Partial<Record<keyof Typed, string>>>;

const number = (text: string): number | null => (text.trim() === "" ? null : readNumber(text));
const outside = (value: number | null, low: number, high: number): boolean =>
  value !== null && !(value >= low && value <= high);

/** The charger a stated power comes to; null where nothing is stated. */
export function chargerOfTyped({ chargerKW, phases: said, inlet, region }: Typed): FromPower | null {
  const kW = number(chargerKW);
  // What the inlet proves need not be said again.
  const phases = said ?? inletLook(inlet)?.phases;
  if (kW === null) return null;
  if (Number.isNaN(kW)) return { ok: false, problem: "accepted: a number of kW such as 7.4" };
  const { system } = REGIONS.find(({ id }) => id === region)!;
  return chargerFromPower(kW, phases, system);
}

/** What is wrong with what was typed; nothing where it makes a plan. */
export function wrongOf(typed: Typed): Wrong {
  const battery = number(typed.batteryKWh);
  const charger = chargerOfTyped(typed);
  return {
    ...(outside(battery, 2, 400)
      ? {
          batteryKWh: `accepted: 2 to 400 kWh${battery !== null && battery < 2 ? "; is that the charger's kW?" : ""}`,
        }
      : {}),
    ...(charger && !charger.ok ? { chargerKW: charger.problem } : {}),
    ...(typed.phases !== undefined && typed.phases > 1 && inletLook(typed.inlet)?.phases === 1
      ? { phases: "accepted: one phase, as the inlet has the contacts of one" }
      : {}),
    ...(outside(number(typed.evseAmps), 6, 80) ? { evseAmps: "accepted: 6 to 80 A" } : {}),
    ...(outside(number(typed.perKWh), -10, 1_000) ? { perKWh: "accepted: -10 to 1,000" } : {}),
  };
}

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

/** What was typed as a person's own case. */
function answersOf(typed: Typed, timeZone: string, today: string): Answers {
  const region = REGIONS.find(({ id }) => id === typed.region)!;
  const charger = chargerOfTyped(typed);
  return {
    region,
    timeZone,
    carName: typed.carName.trim() || null,
    carClass: CAR_CLASSES.find(({ id }) => id === typed.carClass) ?? null,
    batteryKWh: number(typed.batteryKWh),
    charger: charger?.ok ? charger.charger : null,
    inlet: inletLook(typed.inlet) ?? null,
    rapid: brochureOf(typed.rapid),
    point: pointOfTyped(typed),
    evseAmps: number(typed.evseAmps),
    perKWh: number(typed.perKWh),
    session: firstSession(today),
  };
}

/** What the brochure's rapid charging comes to for the car that was typed; null where nothing is typed of it. */
export const rapidOfTyped = (typed: Typed): FromBrochure | null =>
  // What is wrong with the rest of the car is told at its own field.
  rapidOfAnswers(
    answersOf(
      { ...typed, ...("batteryKWh" in wrongOf(typed) ? { batteryKWh: "" } : {}) },
      "UTC",
      "2000-01-01",
    ),
  );

/** The plan of what was typed; null while something is wrong. */
export function planOfTyped(
  typed: Typed,
  timeZone: string,
  today: string,
  taken: readonly string[],
): Plan | null {
  if (Object.keys(wrongOf(typed)).length > 0 || rapidOfTyped(typed)?.ok === false) return null;
  const plan = begin(answersOf(typed, timeZone, today));
  return { ...plan, household: { ...plan.household, name: freshName(plan.household.name, taken) } };
}
