import { localMinuteOf } from "../../engine/clock";
import type { Plan } from "../../engine/plan";
import { LEAST_SPAN } from "../../things/parts";
import type { SessionRecord } from "../../answers/record";
import type { Garage } from "./kinds";
import { placeOfOutlet, planOf } from "./plan";
import type { SavedPath } from "./saved-path";

/**
 * A session told elsewhere, as charged over a saved path: its car, its place, and the path as its plan from the charge
 * before on. Where the charge after is known that is what was asked for, as nobody told anything else.
 * @returns the session as it was where the path has lost a part
 * @example asRecorded(garage, garage.paths[0].spec, recorded).carId // "fq-plover"
 */
export function asRecorded(garage: Garage, path: SavedPath, record: SessionRecord): SessionRecord {
  const made = planOf(garage, path);
  if (!made.ok) return record;
  const { session } = made.value;
  const fromSoc = record.fromSoc ?? session.fromSoc;
  const toSoc = Math.max(record.toSoc ?? session.toSoc, Math.min(1, fromSoc + LEAST_SPAN));
  const plan: Plan = {
    ...made.value,
    session: {
      ...session,
      // A battery that is full already leaves nothing to plan.
      fromSoc: Math.min(fromSoc, toSoc - LEAST_SPAN),
      toSoc,
      pluggedInAt: localMinuteOf(Date.parse(record.begin), garage.household.spec.timeZone),
      neededBy: null,
    },
  };
  return {
    ...record,
    carId: path.carId,
    placeId: placeOfOutlet(garage, path.outletId)?.id ?? null,
    plan,
  };
}
