import type { Car, Household } from "../../things/parts";
import { compile, isRefusal } from "../../engine/path";
import { charge, type PlannedSession } from "../../engine/plan";
import { bayOf, fixedOf } from "../start";
import { plugFor } from "./plug";
import type { SupplyId } from "../../trade/supply";
import type { Seconds } from "../../trade/units";
import { cableCandidates, type Candidate } from "./candidates";
import type { MetPost } from "./met";

/** What a cable gives at one kind of post. */
export interface AtPost {
  readonly post: MetPost;
  /** Power into the battery (W); zero where nothing charges. */
  readonly batteryW: number;
  readonly seconds: Seconds;
}

/** A cable one could buy, over a year of the posts one meets. */
export interface CableChoice {
  readonly candidate: Candidate;
  readonly at: readonly AtPost[];
  /** Sessions a month at posts one meets where it charges nothing. */
  readonly missedAMonth: number;
  /** Hours at the plug in a year, at the posts where it charges, and how many fewer than with the slowest that charges at as many. */
  readonly hoursAYear: number;
  readonly savedAYear: number;
}

/** Two schools of buying. */
export const SCHOOLS = ["carry-light", "buy-once"] as const;
/** A school of choosing what to carry. */
export type School = (typeof SCHOOLS)[number];
/** What each school says of itself. */
export const SCHOOL_WORDS: Readonly<Record<School, string>> = {
  "carry-light": "carry light",
  "buy-once": "buy once",
};

/** What a school would buy, and why. */
export interface CableVerdict {
  readonly school: School;
  readonly choice: CableChoice;
  readonly why: string;
}

/** What is asked of the chooser. */
export interface CablesAsked {
  readonly car: Car;
  readonly household: Household;
  readonly session: PlannedSession;
  readonly posts: readonly MetPost[];
  readonly lengthM: number;
  readonly system: SupplyId;
}

const MONTHS = 12;

function atPost(
  { car, household, session, system }: CablesAsked,
  { cable }: Candidate,
  post: MetPost,
): AtPost {
  const path = {
    car,
    outlet: bayOf(post.phases === 3 ? "three" : "single", system, Math.max(post.amps, 16)),
    evse: { ...fixedOf("post", post.phases, post.amps, "type2", system) },
    cable,
    houseRule: household.houseRule,
    schools: household.schools,
    settings: { heatingW: session.heatingW },
  };
  const circuit = compile(path);
  const done = isRefusal(circuit) ? circuit : charge(path, circuit, session, null);
  return isRefusal(done)
    ? { post, batteryW: 0, seconds: Infinity }
    : { post, batteryW: done.moment.balance.stored, seconds: done.secondsToTarget };
}

/**
 * Every build of cable in a length at every kind of post one meets.
 * @example cableChoices(cableQuestion).length // 4
 */
export function cableChoices(asked: CablesAsked): CableChoice[] {
  const met = asked.posts.filter(({ perMonth }) => perMonth > 0);
  const choices = cableCandidates(plugFor(asked.car, asked.system), asked.lengthM).map((candidate) => {
    const at = asked.posts.map((post) => atPost(asked, candidate, post));
    const charging = at.filter(({ post, batteryW }) => met.includes(post) && batteryW > 0);
    const hoursAYear = charging.reduce(
      (sum, { post, seconds }) => sum + (post.perMonth * MONTHS * seconds) / 3600,
      0,
    );
    const sessions = (posts: readonly MetPost[]) => posts.reduce((sum, { perMonth }) => sum + perMonth, 0);
    const missedAMonth = sessions(met) - sessions(charging.map(({ post }) => post));
    return { candidate, at, hoursAYear, missedAMonth };
  });
  return choices.map((choice) => {
    const alike = choices.filter(({ missedAMonth }) => missedAMonth === choice.missedAMonth);
    const slowest = Math.max(...alike.map(({ hoursAYear }) => hoursAYear));
    return { ...choice, savedAYear: slowest - choice.hoursAYear };
  });
}

/** The choices that charge at as many of the posts one meets as any does; none where no cable charges anywhere. */
function serving(choices: readonly CableChoice[]): CableChoice[] {
  const fewest = Math.min(...choices.map(({ missedAMonth }) => missedAMonth));
  return choices.filter(({ missedAMonth, hoursAYear }) => missedAMonth === fewest && hoursAYear > 0);
}

/** Share of a year's hours at the plug that is not worth carrying a heavier cable for (common practice). */
const NOT_WORTH_CARRYING = 0.05;

const hoursText = (hours: number): string => `${hours < 10 ? hours.toFixed(1) : Math.round(hours)} h`;

/** The lightest cable with which hardly any time is lost at the posts that are really met. */
function carryLight(choices: readonly CableChoice[]): CableVerdict {
  const best = Math.min(...choices.map(({ hoursAYear }) => hoursAYear));
  const order = [...choices].sort(
    (a, b) => a.candidate.massKg - b.candidate.massKg || a.candidate.euros - b.candidate.euros,
  );
  const choice = order.find(({ hoursAYear }) => hoursAYear <= best * (1 + NOT_WORTH_CARRYING)) ?? order[0]!;
  const lost = choice.hoursAYear - best;
  const lighter = order.indexOf(choice) > 0 ? order[0]! : undefined;
  return {
    school: "carry-light",
    choice,
    why:
      (lighter
        ? `The lightest with which hardly any time is lost at the posts you meet: the ${lighter.candidate.cable.name} would take ${hoursText(lighter.hoursAYear - choice.hoursAYear)} a year more.`
        : `The lightest, and no heavier one saves more than ${NOT_WORTH_CARRYING * 100} % of your hours at the plug.`) +
      (lost > 0.5 ? ` The fastest would save another ${hoursText(lost)} a year.` : ""),
  };
}

/** Always 32 A; three-phase where the car has a three-phase charger, as it costs little more and covers the next car. */
function buyOnce(choices: readonly CableChoice[], car: Car): CableVerdict {
  const three = car.charger.limits.some(({ phases }) => phases === 3);
  const wide = choices.filter(({ candidate: { cable } }) => cable.amps === 32);
  // Where no cable of 32 A charges at as many posts, the widest that does.
  const choice =
    wide.find(({ candidate: { cable } }) => cable.phases === (three ? 3 : 1)) ?? wide[0] ?? choices.at(-1)!;
  const { phases, amps } = choice.candidate.cable;
  if (amps !== 32)
    return { school: "buy-once", choice, why: "No cable of 32 A charges at as many of the posts you meet." };
  return {
    school: "buy-once",
    choice,
    why:
      phases === 3
        ? "32 A always, and three-phase because the car has a three-phase charger: it costs little more and covers the next car."
        : three
          ? "32 A always; the car's end takes one phase only."
          : "32 A always; single-phase, as this car charges on one phase.",
  };
}

/**
 * What each school would buy. Nothing is said where no post is met, or none at which any cable charges this car.
 * @example cableVerdicts(cableQuestion, cableChoices(cableQuestion)).length // 2
 */
export function cableVerdicts(asked: CablesAsked, choices: readonly CableChoice[]): CableVerdict[] {
  const able = serving(choices);
  return able.length === 0 ? [] : [carryLight(able), buyOnce(able, asked.car)];
}
