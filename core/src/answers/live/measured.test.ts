import fc from "fast-check";
import { law } from "../../tests/law";
import { element, solvedDemo, tariffOf } from "../../tests/tariffs";
import { isRefusal } from "../../engine/path";
import type { Plan } from "../../engine/plan";
import { recordSchema, sampleOf, type Measured, type Sample, type SessionRecord } from "../record";
import { expectedCourse, limitedTo, measuredRun, progressOf, socAfterWh, type LiveCourse } from ".";

const BEGAN = "2026-11-23T18:10:00Z";
const beganMs = Date.parse(BEGAN);
const hall = solvedDemo(5).plan;
const plain: Plan = {
  ...hall,
  place: null,
  tariff: tariffOf(element({ ENERGY: 0.4 })),
  session: { ...hall.session, fromSoc: 0.5, toSoc: 0.8, neededBy: null },
};
function courseOf(change: Partial<SessionRecord> = {}): LiveCourse {
  const record = recordSchema.parse({
    name: "evening",
    begin: BEGAN,
    source: "charge point",
    key: "ocpp point 1",
    plan: plain,
    fromSoc: 0.5,
    ...change,
  });
  const course = expectedCourse(record);
  if (course === null || isRefusal(course)) throw new Error("it charges");
  return course;
}
const read = (seconds: number, of: Partial<Record<Measured, number>>): Sample =>
  sampleOf(beganMs + seconds * 1000, of);
const iso = (minutes: number): string => new Date(beganMs + minutes * 60_000).toISOString();

describe("what a session was to be", () => {
  test("a car that brings more than was asked for is to be taken no lower", () => {
    const course = courseOf({ fromSoc: 0.93 });
    expect([course.target, course.readyAt]).toEqual([0.93, course.began]);
  });

  test("a limit its hours do not reach is one it is never ready at; one below the beginning is there at once", () => {
    const short = courseOf({ schedule: [{ from: iso(0), to: iso(20), amps: 16 }] });
    expect(short.readyAt).toBeNull();
    expect(short.run.end.soc).toBeLessThan(0.6);
    expect(limitedTo(short, 0.7)).toMatchObject({ target: 0.7, readyAt: null });
    const low = limitedTo(courseOf(), 0.3);
    expect(low.target).toBe(0.5);
    expect(low.readyAt!).toBeCloseTo(low.began, 2);
  });
});

describe("what was measured", () => {
  test("a figure told some minutes before the newest reading is of another time, but the car's own charge stays", () => {
    const samples = [
      read(0, { watts: 11_000, plugC: 40, soc: 0.5 }),
      read(179, { plugC: 41 }),
      read(181, { amps: 16 }),
    ];
    expect(progressOf(courseOf(), samples).latest).toMatchObject({
      at: 181,
      watts: null,
      plugC: 41,
      soc: { at: 0, value: 0.5 },
    });
    expect(progressOf(courseOf(), samples.slice(0, 2)).latest).toMatchObject({ watts: 11_000 });
  });

  test("a counter tells the power over twenty seconds and more, whatever its last figure moves by", () => {
    const samples = [0, 10, 19, 20, 50].map((seconds, i) =>
      read(seconds, { counterWh: [0, 40, 41, 61, 152][i]! }),
    );
    // 61 Wh in 20 s, 91 in the 30 after.
    expect(progressOf(courseOf(), samples).power).toEqual([
      [20, (61 * 3600) / 20],
      [50, (91 * 3600) / 30],
    ]);
  });

  test("as a run it takes every watt-hour its counter moved by, also those it only stood there for", () => {
    const course = courseOf();
    law(
      fc.array(fc.integer({ min: 0, max: 400 }), { minLength: 2, maxLength: 30 }),
      { runs: 200, mostSkipped: 0.2 },
      (steps) => {
        let counterWh = 0;
        const samples = [
          read(0, { counterWh }),
          ...steps.map((wh, i) => read(300 * (i + 1), { counterWh: (counterWh += wh) })),
        ];
        const progress = progressOf(course, samples);
        const done = measuredRun(course, progress);
        // Where nothing to speak of flowed in any step, there is no run to add it to.
        if (done.slices.length === 0) return expect(Math.max(...steps)).toBeLessThan(5) as never;
        expect(done.slices.reduce((sum, { wall }) => sum + wall, 0)).toBeCloseTo(counterWh, 6);
        const charged = samples.findLast(([, ...rest], i) => i > 0 && rest.length > 0 && steps[i - 1]! >= 5)!;
        expect(done.end.soc).toBeCloseTo(socAfterWh(course, charged[10]!), 9);
        for (const [i, slice] of done.slices.entries())
          expect(slice.fromSoc).toBe(i === 0 ? course.start.soc : done.slices[i - 1]!.toSoc);
      },
    );
  });
});
