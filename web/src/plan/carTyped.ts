import {
  CAR_CLASSES,
  chargerFromPower,
  inletLook,
  rapidOfAnswers,
  type CarAnswers,
  type FromBrochure,
  type FromPower,
  type Region,
} from "@kettleback/core";
import type { KnownPhases } from "../controls/PhasesSelect";
import { readNumber } from "../format/manner";
import { brochureOf, NO_BROCHURE, type TypedBrochure } from "./brochure";

/** What is typed and picked of a car; empty is "I don't know". */
export interface TypedCar {
  readonly carName: string;
  readonly carClass: string;
  readonly batteryKWh: string;
  readonly chargerKW: string;
  readonly phases: KnownPhases;
  /** What was seen in the inlet, by its name in the table; empty where nobody has looked. */
  readonly inlet: string;
  readonly rapid: TypedBrochure;
}

/** Nothing said of a car yet. */
export const NO_CAR: TypedCar = {
  carName: "",
  carClass: "",
  batteryKWh: "",
  chargerKW: "",
  phases: undefined,
  inlet: "",
  rapid: NO_BROCHURE,
};

/** A field of a car and what is wrong with it. */
export type WrongCar = Readonly<Partial<Record<keyof TypedCar, string>>>;

export const number = (text: string): number | null => (text.trim() === "" ? null : readNumber(text));
export const outside = (value: number | null, low: number, high: number): boolean =>
  value !== null && !(value >= low && value <= high);

/** The charger a stated power comes to; null where nothing is stated. */
export function chargerOfTyped(
  { chargerKW, phases: said, inlet }: TypedCar,
  { system }: Region,
): FromPower | null {
  const kW = number(chargerKW);
  // What the inlet proves need not be said again.
  const phases = said ?? inletLook(inlet)?.phases;
  if (kW === null) return null;
  if (Number.isNaN(kW)) return { ok: false, problem: "accepted: a number of kW such as 7.4" };
  return chargerFromPower(kW, phases, system);
}

/** What is wrong with what was typed of a car; nothing where it makes one. */
export function wrongOfCar(typed: TypedCar, region: Region): WrongCar {
  const battery = number(typed.batteryKWh);
  const charger = chargerOfTyped(typed, region);
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
  };
}

/** What was typed of a car, as the core takes it. */
export function carAnswersOf(typed: TypedCar, region: Region): CarAnswers {
  const charger = chargerOfTyped(typed, region);
  return {
    region,
    carName: typed.carName.trim() || null,
    carClass: CAR_CLASSES.find(({ id }) => id === typed.carClass) ?? null,
    batteryKWh: number(typed.batteryKWh),
    charger: charger?.ok ? charger.charger : null,
    inlet: inletLook(typed.inlet) ?? null,
    rapid: brochureOf(typed.rapid),
  };
}

/** What the brochure's rapid charging comes to for the car that was typed; null where nothing is typed of it. */
export const rapidOfTyped = (typed: TypedCar, region: Region): FromBrochure | null =>
  // What is wrong with the rest of the car is told at its own field.
  rapidOfAnswers(
    carAnswersOf(
      { ...typed, ...("batteryKWh" in wrongOfCar(typed, region) ? { batteryKWh: "" } : {}) },
      region,
    ),
  );
