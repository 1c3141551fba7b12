import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import type { Plan } from "../../engine/plan";
import { CASE_KINDS, shuffled, type CaseKind, type Chance, type LearnCase, type MadeCase } from "./case";
import { demoPlans } from "./plans";
import { cableCase } from "./cable";
import { morningCase } from "./morning";
import { narrowestCase } from "./narrowest";
import { sessionCase } from "./session";

/** Cases of one sitting. */
export const CASES = 20;

const MAKERS: Readonly<Record<CaseKind, (plans: readonly Plan[], chance: Chance) => MadeCase | null>> = {
  narrowest: narrowestCase,
  morning: morningCase,
  cable: cableCase,
  session: sessionCase,
};
/** What is given in a case, by which one is the same as another. */
const givenIn = ({ facts }: Pick<LearnCase, "facts">): string => facts.join("\n");

/** Cases made before: those of a sitting are compared with each other. */
const made = new Map<string, LearnCase>();
const MOST_KEPT = 200;

/** Draws after which a case that cannot be made is left out: the demo's parts make one within a few. */
const MOST_DRAWS = 200;

/**
 * A case of a sitting, made from its seed: the same again for the same seed, and none twice in a sitting.
 * @param seed of the sitting, a whole number
 * @param n which of the twenty, 0 to 19
 * @throws RangeError where none can be made
 */
export function caseOf(seed: number, n: number): LearnCase {
  const id = `${seed}-${n}`;
  const known = made.get(id);
  if (known) return known;
  const random = xoroshiro128plus(seed * 64 + n);
  const chance = () => uniformFloat64(random);
  const kinds = kindsOf(seed);
  const kind = kinds[n]!;
  const before = kinds.flatMap((other, i) => (i < n && other === kind ? [givenIn(caseOf(seed, i))] : []));
  for (let draw = 0; draw < MOST_DRAWS; draw++) {
    const found = MAKERS[kind](demoPlans(), chance);
    if (!found || before.includes(givenIn(found))) continue;
    const one: LearnCase = { id, kind, ...found, options: shuffled(found.options, chance) };
    if (made.size > MOST_KEPT) made.clear();
    made.set(id, one);
    return one;
  }
  throw new RangeError(`no case of kind ${kind} within ${MOST_DRAWS} draws`);
}

/** The kinds of a sitting in their order: five of each. */
function kindsOf(seed: number): readonly CaseKind[] {
  const random = xoroshiro128plus(seed);
  const all = Array.from({ length: CASES }, (_, i) => CASE_KINDS[i % CASE_KINDS.length]!);
  return shuffled(all, () => uniformFloat64(random));
}
