import { isRefusal } from "../../engine/path";
import { explain, solvePlan, type Plan } from "../../engine/plan";
import { pick, type CaseOption, type Chance, type MadeCase } from "./case";
import { factsOf } from "./plans";

/** Least difference between two answers, in per cent of charge. */
const APART = 4;
const percent = (soc: number): number => Math.round(soc * 100);

/** What will it be by morning? Judged by the session until departure; the wrong answers are the usual mistakes. */
export function morningCase(plans: readonly Plan[], chance: Chance): MadeCase | null {
  const chosen = pick(plans, chance);
  if (chosen.evse.kind === "rapid") return null;
  const fromSoc = (15 + Math.floor(chance() * 30)) / 100;
  const hours = 7 + Math.floor(chance() * 6);
  const from = `${17 + Math.floor(chance() * 4)}:00`;
  const till = `${String((Number(from.slice(0, 2)) + hours) % 24).padStart(2, "0")}:00`;
  const day = chosen.session.pluggedInAt.slice(0, 10);
  const plan: Plan = {
    ...chosen,
    session: { ...chosen.session, fromSoc, toSoc: 1, pluggedInAt: `${day}T${from}`, neededBy: till },
  };
  const solution = solvePlan(plan);
  if (isRefusal(solution) || solution.reached) return null;
  const { usableWh } = plan.car.battery;
  const { balance, amps } = solution.moment;
  const right = percent(solution.endSoc);
  const tried: readonly (readonly [number, string])[] = [
    [right, "Losses in cable, onboard charger and the car’s own draw are counted."],
    [
      percent(fromSoc + (balance.wall * hours) / usableWh),
      "That is every watt of the wall in the battery: no losses.",
    ],
    [
      percent(
        fromSoc + ((amps * 230 * 3 * hours) / usableWh) * (solution.moment.flow.way.phases === 3 ? 1 / 3 : 1),
      ),
      "That counts another number of phases than are in use.",
    ],
    [
      percent(fromSoc + (balance.stored * hours) / (usableWh * 1.25)),
      "That is a larger battery than this car has.",
    ],
    [
      percent(fromSoc + (balance.stored * hours * 0.6) / usableWh),
      "That is what a setting of about 60 % would give.",
    ],
  ];
  const options: CaseOption[] = [];
  for (const [value, because] of tried) {
    if (value > 100 || value <= percent(fromSoc)) continue;
    if (options.some(({ id }) => Math.abs(Number(id) - value) < APART)) continue;
    options.push({ id: String(value), says: `${value} %`, because });
  }
  return options.length < 3
    ? null
    : {
        facts: [...factsOf(plan), `Plugged in at ${from} with ${percent(fromSoc)} %, wanted at ${till}`],
        asks: "What will the car show in the morning?",
        options,
        answer: String(right),
        working: explain("battery", solution, plan),
        plan,
      };
}
