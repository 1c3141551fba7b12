import {
  idFieldOf,
  NAMED_PARTS,
  PART_KINDS,
  placeOfOutlet,
  sameSpec,
  type Garage,
  type NamedPart,
  type Plan,
  type SavedWay,
} from "@kettleback/core";
import { draftStoreOf, type Draft, type Trial } from "../stores/draft";
import { firstDraftOf } from "../jobs/store";
import type { LineupDraft } from "../stores/lineup";

type Part = Exclude<NamedPart, "car">;
const PARTS = NAMED_PARTS.filter((part): part is Part => part !== "car");

/**
 * Opens a way on the Path: parts of the household by id, what was described in place as something tried out, to be
 * undone or kept under a name with the parts it brings.
 */
export function openInPath(
  garage: Garage,
  { session }: Pick<LineupDraft, "session">,
  way: SavedWay,
  { plan }: { readonly plan: Plan },
): void {
  const store = draftStoreOf(garage.household.id);
  const base = store.getState().draft ?? firstDraftOf(garage);
  if (!base) return;
  const own = garage.cars.find(({ spec }) => spec === plan.car);
  const parts: Record<string, unknown> = {};
  const ids: Record<string, string | null> = {};
  for (const field of PARTS) {
    const idField = idFieldOf(field);
    const said = way[field];
    const row = typeof said === "string" ? said : null;
    const same = row !== null && sameSpec(specOf(garage, field, row), plan[field]);
    if (same || plan[field] === null) ids[idField] = row && plan[field] ? row : null;
    else parts[field] = plan[field];
  }
  if (!own) parts.car = plan.car;
  const placed = typeof ids.outletId === "string" ? placeOfOutlet(garage, ids.outletId)?.spec : undefined;
  if (!sameSpec(placed ?? null, plan.place)) parts.place = plan.place;
  const found = Object.fromEntries(
    Object.entries(ids).filter(([key, id]) => id !== null || !NEEDED.has(key)),
  );
  const draft: Draft = {
    ...base,
    ...found,
    carId: own?.id ?? base.carId,
    name: way.name,
    session,
    settings: way.settings,
    acknowledged: [],
    savedId: null,
    trial: Object.keys(parts).length > 0 ? { what: way.name, parts: parts as Trial["parts"] } : null,
  };
  store.getState().set(draft);
}

/** A path always has these: where a way describes its own, the one of the draft stays beneath it. */
const NEEDED = new Set(["outletId", "evseId", "tariffId"]);

const specOf = (garage: Garage, field: Part, id: string): unknown =>
  garage[PART_KINDS[field]].find((row) => row.id === id)?.spec;
