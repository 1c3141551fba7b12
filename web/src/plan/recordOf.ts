import { placeOfOutlet, startedNow, type Garage, type Plan, type SessionRecord } from "@kettleback/core";
import type { Draft } from "../stores/draft";
import { BY_HAND } from "../stores/sessions";

interface Of {
  readonly garage: Garage;
  readonly draft: Pick<Draft, "carId" | "outletId">;
  readonly plan: Plan;
}

/** What a path becomes once it is charging, as it is recorded. */
export const recordOf = ({ garage, draft, plan }: Of, nowMs: number): SessionRecord => ({
  name: plan.name,
  carId: draft.carId,
  placeId: placeOfOutlet(garage, draft.outletId)?.id ?? null,
  begin: new Date(nowMs).toISOString(),
  end: null,
  source: BY_HAND,
  key: `${BY_HAND} ${nowMs} ${Math.random().toString(36).slice(2)}`,
  plan: startedNow(plan, nowMs),
  wallWh: null,
  fromSoc: plan.session.fromSoc,
  toSoc: null,
});
