import { proximityToAmps } from "../../trade/signals";
import type { Amps, Ohms } from "../../trade/units";
import { readAmps, readMarking, readRating, type Marking } from "./read";

/** Contacts of a Type 2 face that can be seen filled or empty. Type 1 has L1, N and PE only. */
export const POWER_CONTACTS = ["L1", "L2", "L3", "N", "PE"] as const;
/** A contact of a Type 2 plug that may carry current. */
export type PowerContact = (typeof POWER_CONTACTS)[number];

/** What was looked at; each part may be left out. */
export interface Evidence {
  readonly marking?: string | undefined;
  /** Which contacts are filled, on either end; undefined when nobody looked. */
  readonly filled?: ReadonlySet<PowerContact> | undefined;
  readonly proximityOhms?: Ohms | undefined;
}

/** What is read off a cable: its print, its contacts, its resistor (Ω). */
export interface Reading {
  readonly marking: Marking | undefined;
  /** Phases it carries, or undefined where the evidence does not say. */
  readonly phases: 1 | 3 | undefined;
  readonly amps: Amps | undefined;
  /** certain: a standard code or empty contacts say so; likely: the usual pair of cores and area; open: not known. */
  readonly certainty: { readonly phases: Certainty; readonly amps: Certainty };
  /** How each conclusion was reached. */
  readonly because: readonly string[];
  /** Pieces of evidence that cannot all be true of one cable, or that people fall for. */
  readonly contradictions: readonly string[];
}
/** How sure a figure is: printed, measured, or only usual. */
export type Certainty = "certain" | "likely" | "open";

/** Usual amps by area (common practice): 3G2.5 and 5G2.5 are sold as 16 A, 3G4, 3G6 and 5G6 as 32 A. */
const USUAL_AMPS: readonly {
  readonly area: number;
  readonly amps: Amps;
  /** Most its resistor may code without promising more than the copper holds: 680 Ω goes with 2.5 mm². */
  readonly codes: Amps;
  readonly cores?: number;
}[] = [
  { area: 1.5, amps: 10, codes: 13 },
  { area: 2.5, amps: 16, codes: 20 },
  { area: 4, amps: 20, codes: 32, cores: 5 },
  { area: 4, amps: 32, codes: 32, cores: 3 },
  { area: 6, amps: 32, codes: 32 },
  { area: 10, amps: 32, codes: 63 },
  { area: 16, amps: 63, codes: 63 },
];

/** Phases that cores allow: three with earth are one phase, five are three. Four and others do not say. */
const phasesOfCores = (cores: number): 1 | 3 | undefined => (cores === 3 ? 1 : cores === 5 ? 3 : undefined);

/** Phases that filled contacts show: with L2 or L3 empty it is certainly one. Filled contacts prove nothing. */
const phasesOfFace = (filled: ReadonlySet<PowerContact>): { most: 1 | 3; certain: boolean } =>
  filled.has("L2") && filled.has("L3") ? { most: 3, certain: false } : { most: 1, certain: true };

/**
 * Puts marking, contacts and proximity resistor together. Cores decide, pins do not.
 * @example readCable({ proximityOhms: 220 }).amps // 32
 */
export function readCable(evidence: Evidence): Reading {
  const marking = evidence.marking ? readMarking(evidence.marking) : undefined;
  const rating = evidence.marking ? readRating(evidence.marking) : undefined;
  const because: string[] = [];
  const contradictions: string[] = [];
  const bare = evidence.marking ? readAmps(evidence.marking) : undefined;
  const printed = rating?.amps ?? bare;
  if (evidence.marking?.trim() && !marking && printed === undefined)
    contradictions.push(
      "The marking names no power cores that could be read: look for something like 3G2.5 or 5G6.",
    );

  const byCores = marking && phasesOfCores(marking.cores);
  const face = evidence.filled && phasesOfFace(evidence.filled);
  let phases = byCores;
  let phasesCertainty: Certainty = phases ? "certain" : "open";
  if (marking)
    because.push(
      byCores === 1
        ? `${marking.cores} cores${marking.earth ? " with earth" : ""}: one phase.`
        : byCores === 3
          ? `${marking.cores} cores${marking.earth ? " with earth" : ""}: three phases and neutral.`
          : `${marking.cores} cores are neither the three of one phase nor the five of three phases.`,
    );
  if (face?.certain) {
    because.push("L2 or L3 is empty: certainly one phase.");
    if (byCores === 3)
      contradictions.push(
        "Five cores, yet L2 or L3 is empty: the spare cores end nowhere; count on one phase.",
      );
    [phases, phasesCertainty] = [1, "certain"];
  } else if (face) {
    because.push("All contacts are filled; that alone proves nothing, cores decide.");
    if (byCores === 1)
      contradictions.push("A three-phase face on a three-core cable: cores decide, so it is one phase.");
    if (!marking) [phases, phasesCertainty] = [3, "likely"];
  }
  if (rating) {
    because.push(`It is printed ${rating.phases} × ${rating.amps} A.`);
    if (phases === undefined && rating.phases !== 2)
      [phases, phasesCertainty] = [rating.phases as 1 | 3, "likely"];
    if (phases !== undefined && phases < rating.phases)
      contradictions.push(
        `${rating.phases} × ${rating.amps} A is printed on it, but it carries one phase only: cores decide.`,
      );
  }
  if (!rating && bare !== undefined) because.push(`${bare} A is printed on it.`);
  if (evidence.filled && !evidence.filled.has("PE"))
    contradictions.push(
      "The earth contact (PE) is empty: no charging cable is made like that. Do not use it.",
    );
  if (marking && marking.earth === false)
    contradictions.push("X in a harmonised code means no earth core: not a charging cable. Do not use it.");

  const coded = evidence.proximityOhms === undefined ? undefined : proximityToAmps(evidence.proximityOhms);
  if (evidence.proximityOhms !== undefined)
    if (coded) because.push(`${evidence.proximityOhms} Ω codes ${coded} A (IEC 62196-2).`);
    else
      contradictions.push(`${evidence.proximityOhms} Ω is none of the four codes: 1500, 680, 220 or 100 Ω.`);
  const pair =
    marking &&
    USUAL_AMPS.find((row) => row.area === marking.areaMm2 && (!row.cores || row.cores === marking.cores));
  if (pair && !coded && printed === undefined)
    because.push(`${marking.areaMm2} mm² is usually sold as ${pair.amps} A (common practice).`);
  if (coded && pair && coded > pair.codes)
    contradictions.push(
      `The resistor codes ${coded} A, but ${marking.areaMm2} mm² is usually sold as ${pair.amps} A: thinner copper than the code promises.`,
    );
  if (printed !== undefined && coded && printed > coded)
    contradictions.push(
      `${printed} A is printed on it, but its resistor codes ${coded} A: that is what flows.`,
    );
  if (printed !== undefined && pair && printed > pair.codes)
    contradictions.push(
      `${printed} A is printed on it, but ${marking.areaMm2} mm² is usually sold as ${pair.amps} A.`,
    );
  // What is printed is what it may carry; the resistor is what both sides are told, and the lesser flows.
  const told = coded ?? pair?.amps;
  const amps = printed === undefined ? told : Math.min(printed, told ?? Infinity);
  return {
    marking,
    phases,
    amps,
    certainty: { phases: phasesCertainty, amps: coded ? "certain" : amps ? "likely" : "open" },
    because,
    contradictions,
  };
}
