import { sameSpec } from "../../things/documents";
import { PATH_PARTS, type PathPart } from "../../things/parts";
import type { Plan } from "../../engine/plan";
import type { Garage, Kept } from "./kinds";
import type { SavedPath } from "./saved-path";
import { idFieldOf, NAMED_PARTS, PART_KINDS, type PartId } from "./part-ids";

/** A part of an imported plan: one the household already keeps, or one to add. */
export interface Adopted {
  readonly part: PathPart;
  readonly kind: (typeof PART_KINDS)[PathPart];
  readonly spec: object;
  /** Id of a kept thing with the very same description. */
  readonly id: string | undefined;
}

/** What others belong to comes first: a place has a tariff, an outlet a place, a wired-in unit an outlet. */
const IN_ORDER: readonly PathPart[] = [
  "tariff",
  "place",
  "car",
  "outlet",
  "lead",
  "evse",
  "cable",
  "adapter",
];

/**
 * The parts of a plan against what a household keeps. A part the plan leaves out is not listed.
 * @example adopt(garage, plan).map(({ kind }) => kind) // ["tariffs", "places", "cars", "outlets", "evses", "cables"]
 */
export const adopt = (garage: Garage, plan: Plan): Adopted[] =>
  IN_ORDER.flatMap((part) => {
    const spec = plan[part];
    if (spec === null) return [];
    const kind = PART_KINDS[part];
    const kept = (garage[kind] as readonly Kept<object>[]).find((row) =>
      sameSpec(PATH_PARTS[part].parse(row.spec), spec),
    );
    return [{ part, kind, spec, id: kept?.id }];
  });

/**
 * The saved path a plan becomes once its parts have ids.
 * @example pathFromPlan(plan, { car: garage.cars[0].id }).name // "Curlew at the harbour with the wrong cable"
 */
export const pathFromPlan = (plan: Plan, ids: Readonly<Partial<Record<PathPart, string>>>): SavedPath => ({
  name: plan.name,
  ...(Object.fromEntries(NAMED_PARTS.map((part) => [idFieldOf(part), ids[part] ?? null])) as Pick<
    SavedPath,
    PartId
  >),
  session: plan.session,
  settings: plan.settings,
  acknowledged: [],
});
