import { problemsOf, type FieldProblem } from "../../things/documents";
import { PLAN_FORMAT, PLAN_VERSION, sessionSchema, settingsSchema, type Plan } from "../../engine/plan";
import type { Garage, Kept, SavedPath } from "./kinds";

/**
 * The self-contained plan of a path over a household's parts.
 * @returns the plan, or the fields that are missing or out of range
 */
export function planOf(
  garage: Garage,
  path: SavedPath,
): { readonly ok: true; readonly value: Plan } | { readonly ok: false; readonly problems: FieldProblem[] } {
  const problems: FieldProblem[] = [];
  const need = <T>(field: string, rows: readonly Kept<T>[], id: string): T => {
    const row = rows.find((r) => r.id === id);
    if (!row) problems.push({ field, message: "no longer in the garage: choose another" });
    return row?.spec as T;
  };
  const maybe = <T>(field: string, rows: readonly Kept<T>[], id: string | null): T | null =>
    id === null ? null : need(field, rows, id);
  const session = sessionSchema.safeParse(path.session);
  if (!session.success) problems.push(...prefixed("session", problemsOf(session.error, sessionSchema)));
  const settings = settingsSchema.safeParse(path.settings);
  if (!settings.success) problems.push(...prefixed("settings", problemsOf(settings.error, settingsSchema)));

  const plan: Plan = {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    name: path.name,
    household: garage.household.spec,
    car: need("car", garage.cars, path.carId),
    outlet: need("outlet", garage.outlets, path.outletId),
    lead: maybe("lead", garage.leads, path.leadId),
    unit: need("unit", garage.units, path.unitId),
    cable: maybe("cable", garage.cables, path.cableId),
    adapter: maybe("adapter", garage.adapters, path.adapterId),
    tariff: need("tariff", garage.tariffs, path.tariffId),
    session: path.session,
    settings: path.settings,
  };
  const { currency } = garage.household.spec;
  if (plan.tariff?.currency !== undefined && plan.tariff.currency !== currency)
    problems.push({
      field: "tariff",
      message: `this household counts in ${currency}, "${plan.tariff.name}" in ${plan.tariff.currency}: currencies are never mixed`,
    });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: plan };
}

const prefixed = (prefix: string, problems: readonly FieldProblem[]): FieldProblem[] =>
  problems.map((p) => ({ ...p, field: `${prefix}.${p.field}` }));
