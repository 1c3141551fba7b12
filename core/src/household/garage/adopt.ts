import type { Plan } from "../../engine/plan";
import { planSchema } from "../../engine/plan";
import type { Garage, Kept, Kind, SavedPath } from "./kinds";

/** A part of an imported plan: one the household already keeps, or one to add. */
export interface Adopted {
  readonly kind: Kind;
  readonly field: "carId" | "outletId" | "leadId" | "unitId" | "cableId" | "adapterId" | "tariffId";
  readonly spec: object;
  /** Id of a kept thing with the very same description. */
  readonly id: string | undefined;
}

const FIELDS = [
  ["cars", "carId", "car"],
  ["outlets", "outletId", "outlet"],
  ["leads", "leadId", "lead"],
  ["units", "unitId", "unit"],
  ["cables", "cableId", "cable"],
  ["adapters", "adapterId", "adapter"],
  ["tariffs", "tariffId", "tariff"],
] as const;

/** The same description, whatever the order of its fields. */
const sorted = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(sorted)
    : value && typeof value === "object"
      ? Object.fromEntries(
          Object.entries(value)
            .filter(([, v]) => v !== undefined)
            .sort(([a], [b]) => a.localeCompare(b))
            .map(([k, v]) => [k, sorted(v)]),
        )
      : value;
const same = (a: unknown, b: unknown): boolean => JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));

/** The parts of a plan against what a household keeps. A part the plan leaves out is not listed. */
export function adopt(garage: Garage, plan: Plan): Adopted[] {
  const shape = planSchema.shape;
  return FIELDS.flatMap(([kind, field, part]) => {
    const spec = plan[part];
    if (spec === null) return [];
    const kept = (garage[kind] as readonly Kept<object>[]).find((row) =>
      same(shape[part].parse(row.spec), spec),
    );
    return [{ kind, field, spec, id: kept?.id }];
  });
}

/** The saved path a plan becomes once its parts have ids. */
export const pathFromPlan = (
  plan: Plan,
  ids: Readonly<Partial<Record<Adopted["field"], string>>>,
): SavedPath => ({
  name: plan.name,
  carId: ids.carId!,
  outletId: ids.outletId!,
  leadId: ids.leadId ?? null,
  unitId: ids.unitId!,
  cableId: ids.cableId ?? null,
  adapterId: ids.adapterId ?? null,
  tariffId: ids.tariffId!,
  session: plan.session,
  settings: plan.settings,
  acknowledged: [],
});
