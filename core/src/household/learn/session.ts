import {
  CAUSES,
  explainSession,
  predict,
  setupOf,
  type CauseCode,
  type SessionEvidence,
} from "../../answers/explain";
import type { Plan } from "../../engine/plan";
import { pick, shuffled, type CaseOption, type Chance, type MadeCase } from "./case";
import { factsOf } from "./plans";

/** What may be wrong in a case, with figures that show. */
const WRONG: readonly (readonly [CauseCode, readonly number[]])[] = [
  ["set-low", [6]],
  ["set-low", [8]],
  ["one-phase", []],
  ["climate", [1_800]],
  ["climate", [2_400]],
  ["battery-size", [0.8]],
  ["meter-place", [1]],
  ["pause", [3_600, 5_400]],
];
const READINGS = 24;
const kW = (watts: number): string => `${(watts / 1000).toFixed(1)} kW`;
const percent = (soc: number): number => Math.round(soc * 100);

/** What is wrong with this session? Judged by what explains its readings best. */
export function sessionCase(plans: readonly Plan[], chance: Chance): MadeCase | null {
  const plan = pick(plans, chance);
  if (plan.evse.kind === "rapid") return null;
  const [code, values] = pick(WRONG, chance);
  const fromSoc = (15 + Math.floor(chance() * 20)) / 100;
  const hours = 3 + Math.floor(chance() * 4);
  const asked: Plan = { ...plan, session: { ...plan.session, fromSoc, toSoc: 1 } };
  const seconds = hours * 3600;
  const at = Array.from({ length: READINGS }, (_, i) => ((i + 0.5) * seconds) / READINGS);
  const shape: SessionEvidence = {
    plan: asked,
    fromSoc,
    toSoc: null,
    seconds,
    wallWh: null,
    along: Object.fromEntries(
      ["watts", "amps", "amps2", "amps3", "volts", "soc"].map((one) => [
        one,
        { at, values: at.map(() => 0) },
      ]),
    ),
  };
  const base = setupOf(asked, fromSoc);
  const cause = CAUSES.find((one) => one.code === code)!;
  const knobs = base && cause.knobs(shape, base);
  // A step this unit does not have cannot have been left on it.
  if (!base || !knobs || knobs.some(({ values: some }, i) => some && !some.includes(values[i]!))) return null;
  const setup = cause.change(base, values, shape);
  if (!setup) return null;
  const [was, should] = [predict(setup, shape), predict(base, shape)];
  if (should.toSoc > 0.97 || (Math.abs(was.toSoc - should.toSoc) < 0.04 && code !== "meter-place"))
    return null;
  const evidence: SessionEvidence = {
    ...shape,
    toSoc: percent(was.toSoc) / 100,
    wallWh: Math.round(was.wallWh / 10) * 10,
    along: Object.fromEntries(
      Object.entries(was.along).map(([one, read]) => [one, { at, values: [...read] }]),
    ),
  };
  const { explanations, cannotTell } = explainSession(evidence);
  if (cannotTell || explanations[0]!.codes[0] !== code) return null;
  const others = shuffled(
    CAUSES.filter(
      (one) => one.code !== code && one.code !== "as-computed" && one.knobs(evidence, base) !== null,
    ),
    chance,
  ).slice(0, 3);
  const middle = Math.floor(READINGS / 2);
  const lanes = (["amps", "amps2", "amps3"] as const)
    .map((one) => was.along[one]?.[middle])
    .filter((amps) => amps !== undefined && amps > 0.5);
  const options = [cause, ...others].map((one): CaseOption => ({
    id: one.code,
    says: one.name,
    because: one.code === code ? explanations[0]!.says : "It would have shown otherwise in the readings.",
  }));
  return {
    facts: [
      ...factsOf(plan),
      `Computed: ${percent(fromSoc)} to ${percent(should.toSoc)} % in ${hours} h, ${kW(should.along.watts?.[middle] ?? 0)} at the wall`,
      `Read: ${percent(fromSoc)} to ${percent(was.toSoc)} %, ${kW(was.along.watts?.[middle] ?? 0)} on the meter halfway, ${(was.wallWh / 1000).toFixed(1)} kWh counted, ${lanes.map((amps) => `${amps!.toFixed(1)} A`).join(" + ") || "no amps halfway"}, ${Math.round(was.along.volts?.[middle] ?? 0)} V`,
    ],
    asks: "What is wrong with this session?",
    options,
    answer: code,
    working: null,
    plan: asked,
  };
}
