import * as core from "@kettleback/core";

/** A session that goes on over a plan, half an hour after it began, and what the examples of Live say of it. */
export function spokenLive(plan: core.Plan): Readonly<Record<string, unknown>> {
  const began = Date.parse("2026-11-23T18:10:00Z");
  const nowMs = began + 1_800_000;
  const running: core.SessionRecord = {
    name: plan.name,
    carId: null,
    placeId: null,
    begin: new Date(began).toISOString(),
    end: null,
    source: "charge point",
    key: "live-1",
    plan,
    wallWh: null,
    fromSoc: plan.session.fromSoc,
    toSoc: null,
  };
  const course = core.expectedCourse(running);
  if (course === null || core.isRefusal(course)) throw new Error("it charges");
  return {
    nowMs,
    running,
    course,
    watch: core.watchOver(course, [], nowMs),
    sent: [{ from: "2026-11-23T19:10:00.000Z", to: "2026-11-23T20:10:00.000Z", amps: 16 }],
  };
}
