import { compile, isRefusal } from "../../engine/path";
import { explain, pathOf, solvePlan, type Plan } from "../../engine/plan";
import { cableTo } from "../../answers/lineup";
import type { Cable } from "../../things/parts";
import { pick, type CaseOption, type Chance, type MadeCase } from "./case";
import { factsOf } from "./plans";

/** Sizes cables are sold in. */
const SIZES = [
  [1, 16],
  [1, 32],
  [3, 16],
  [3, 32],
] as const;
/** Power (W) within which two cables are as good as each other. */
const AS_GOOD = 60;

/** Which cable is the least that loses nothing? Judged by the power each lets through. */
export function cableCase(plans: readonly Plan[], chance: Chance): MadeCase | null {
  const plan = pick(plans, chance);
  const { evse } = plan;
  if (!plan.cable || evse.output.kind !== "socket") return null;
  const { stationEnd, vehicleEnd } = plan.cable;
  if (stationEnd !== "type2") return null;
  const base = cableTo(evse, stationEnd, vehicleEnd);
  const tried = SIZES.flatMap(([phases, amps]) => {
    const cable: Cable = {
      ...base,
      phases,
      amps,
      name: `${phases} × ${amps} A`,
      gauge: amps > 16 ? "6 mm2" : "2.5 mm2",
    };
    const thus = { ...plan, cable };
    if (isRefusal(compile(pathOf(thus)))) return [];
    const solution = solvePlan(thus);
    return isRefusal(solution)
      ? []
      : [{ plan: thus, solution, id: cable.name, watts: solution.moment.balance.stored }];
  });
  const most = Math.max(...tried.map(({ watts }) => watts));
  const answer = tried.find(({ watts }) => watts > most - AS_GOOD);
  if (tried.length < 3 || !answer) return null;
  const options = tried.map(({ id, watts }): CaseOption => ({
    id,
    says: `A cable of ${id}`,
    because:
      watts > most - AS_GOOD
        ? id === answer.id
          ? `${(watts / 1000).toFixed(2)} kW into the battery, as much as any.`
          : `${(watts / 1000).toFixed(2)} kW too, but heavier and dearer than it need be.`
        : `Only ${(watts / 1000).toFixed(2)} kW into the battery.`,
  }));
  return {
    facts: factsOf({ ...plan, cable: null }),
    asks: "Which is the least cable with which it charges as fast as it can here?",
    options,
    answer: answer.id,
    working: explain("flow", answer.solution, answer.plan),
    plan: answer.plan,
  };
}
