import {
  begin,
  CAR_CLASSES,
  chargerFromPower,
  REGIONS,
  regionOfZone,
  type FromPower,
  type Plan,
} from "@kettleback/core";
import type { KnownPhases } from "../../controls/PhasesSelect";
import { readNumber } from "../../format/manner";
import { firstSession } from "../../stores/draft";

/** What is typed and picked on the page of the beginning; empty is "I don't know". */
export interface Typed {
  readonly region: string;
  readonly carName: string;
  readonly carClass: string;
  readonly batteryKWh: string;
  readonly chargerKW: string;
  readonly phases: KnownPhases;
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
export function chargerOfTyped({ chargerKW, phases, region }: Typed): FromPower | null {
  const kW = number(chargerKW);
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

/** The plan of what was typed; null while something is wrong. */
export function planOfTyped(
  typed: Typed,
  timeZone: string,
  today: string,
  taken: readonly string[],
): Plan | null {
  if (Object.keys(wrongOf(typed)).length > 0) return null;
  const region = REGIONS.find(({ id }) => id === typed.region)!;
  const charger = chargerOfTyped(typed);
  const plan = begin({
    region,
    timeZone,
    carName: typed.carName.trim() || null,
    carClass: CAR_CLASSES.find(({ id }) => id === typed.carClass) ?? null,
    batteryKWh: number(typed.batteryKWh),
    charger: charger?.ok ? charger.charger : null,
    point: region.points.find(({ id }) => id === typed.point) ?? null,
    evseAmps: number(typed.evseAmps),
    perKWh: number(typed.perKWh),
    session: firstSession(today),
  });
  return { ...plan, household: { ...plan.household, name: freshName(plan.household.name, taken) } };
}
