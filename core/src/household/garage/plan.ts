import { problemsOf, type FieldProblem } from "../../things/documents";
import { PLAN_FORMAT, PLAN_VERSION, sessionSchema, settingsSchema, type Plan } from "../../engine/plan";
import type { Place } from "../../things/parts";
import type { Garage, Kept } from "./kinds";
import type { SavedPath } from "./saved-path";
import { idFieldOf, NAMED_PARTS, PART_KINDS, type NamedPart } from "./part-ids";

/**
 * The place an outlet belongs to; undefined where it stands nowhere yet.
 * @example placeOfOutlet(garage, boathouseSocket.id)?.spec.name // "Boathouse"
 */
export function placeOfOutlet(garage: Garage, outletId: string): Kept<Place> | undefined {
  const outlet = garage.outlets.find(({ id }) => id === outletId);
  return garage.places.find(({ id }) => id === outlet?.parentId);
}

/**
 * The self-contained plan of a path over a household's parts.
 * @returns the plan, or the fields that are missing or out of range
 * @example planOf(garage, garage.paths[0].spec).ok // true
 */
export function planOf(
  garage: Garage,
  path: SavedPath,
): { readonly ok: true; readonly value: Plan } | { readonly ok: false; readonly problems: FieldProblem[] } {
  const problems: FieldProblem[] = [];
  const found = (part: NamedPart): object | null => {
    const id = path[idFieldOf(part)];
    if (id === null) return null;
    const row = (garage[PART_KINDS[part]] as readonly Kept<object>[]).find((r) => r.id === id);
    if (!row) problems.push({ field: part, message: "no longer in the garage: choose another" });
    return row?.spec ?? null;
  };
  const session = sessionSchema.safeParse(path.session);
  if (!session.success) problems.push(...prefixed("session", problemsOf(session.error, sessionSchema)));
  const settings = settingsSchema.safeParse(path.settings);
  if (!settings.success) problems.push(...prefixed("settings", problemsOf(settings.error, settingsSchema)));

  const parts = Object.fromEntries(NAMED_PARTS.map((part) => [part, found(part)])) as Pick<Plan, NamedPart>;
  const plan: Plan = {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    name: path.name,
    household: garage.household.spec,
    place: placeOfOutlet(garage, path.outletId)?.spec ?? null,
    ...parts,
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
