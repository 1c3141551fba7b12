import { isRefusal, planOf, solvePlan, type Clock, type Garage, type Refusal } from "@kettleback/core";
import { pathOfDraft, type Draft } from "../stores/draft";

/** A thing of the household that would make the path work, and the draft with it. */
export interface Fix {
  readonly name: string;
  readonly draft: Draft;
}

const FIELDS = {
  evse: { key: "evseId", kind: "evses" },
  cable: { key: "cableId", kind: "cables" },
  lead: { key: "leadId", kind: "leads" },
  adapter: { key: "adapterId", kind: "adapters" },
} as const;

/** Things of the household that would make the path work if they took the place of the one blamed. */
export function fixesFor(garage: Garage, draft: Draft, refusal: Refusal, clock: Clock): Fix[] {
  const field = FIELDS[refusal.field as keyof typeof FIELDS];
  if (!field) return [];
  const candidates: { id: string | null; name: string }[] = garage[field.kind].map((row) => ({
    id: row.id,
    name: row.spec.name,
  }));
  if (field.key !== "evseId")
    candidates.push({ id: null, name: field.key === "cableId" ? "its own cable" : "none" });
  return candidates.flatMap(({ id, name }) => {
    const changed: Draft = { ...draft, [field.key]: id, trial: null };
    const plan = planOf(garage, pathOfDraft(changed));
    return plan.ok && !isRefusal(solvePlan(plan.value, clock)) ? [{ name, draft: changed }] : [];
  });
}
