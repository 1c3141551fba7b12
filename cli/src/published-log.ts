import { judgeLog, LOG_FORMAT, SPEC_VERSION, type LogDocument } from "@kettleback/core";
import { demoSessions, fallowQuay } from "@kettleback/core/demo";

/** Which of the demo's sessions stand in the example: one as computed, one throttled, one left on 6 A. */
const SHOWN = ["demo 22", "demo 23", "demo 33"];
/** Every so many-th of their readings: enough to see what they are. */
const EVERY = 6;

/** The example of a log. */
export function logExample(): LogDocument {
  const nameOf = (
    rows: readonly { readonly id: string; readonly spec: { readonly name: string } }[],
    id: string | null,
  ) => rows.find((row) => row.id === id)?.spec.name ?? null;
  const { "fallow-quay": recorded } = demoSessions();
  const sessions = recorded!
    .filter(({ spec }) => SHOWN.includes(spec.key))
    .map(({ spec, samples }) => ({
      car: nameOf(fallowQuay.cars, spec.carId),
      place: nameOf(fallowQuay.places, spec.placeId),
      spec: { ...spec, carId: null, placeId: null },
      samples: samples.filter((_, i) => i % EVERY === 0),
    }));
  const judged = judgeLog({
    format: LOG_FORMAT,
    version: SPEC_VERSION,
    name: "Three nights at Fallow Quay",
    household: fallowQuay.household.spec,
    sessions,
  });
  if (!judged.ok) throw new Error(JSON.stringify(judged.problems));
  return judged.value;
}
