import { ANSWERS, flatTariff, type Garage } from "@kettleback/core";
import { DEMO_GARAGES, fallowQuay, larchHollow } from "@kettleback/core/demo";
import { answerOf, type Answered, type Charging } from "../jobs/answer";
import { draftOf, type Draft } from "../stores/draft";
import { shownAnswers, type Shown } from "./answers";

const charging = (
  garage: Garage,
  id: string,
  change: (draft: Draft) => Draft = (d) => d,
): Answered & Charging => {
  const spec = garage.paths.find((p) => p.id === id)!.spec;
  const answered = answerOf(garage, change(draftOf(spec, id)));
  if (answered.kind !== "charging") throw new Error(JSON.stringify(answered));
  return answered;
};
const answers = (...args: Parameters<typeof charging>): Record<string, Shown> =>
  Object.fromEntries(shownAnswers(charging(...args)).map((shown) => [shown.answer, shown]));

test("every answer of every demo path is shown once, with a figure and no broken number", () => {
  for (const garage of DEMO_GARAGES)
    for (const { id } of garage.paths) {
      const list = shownAnswers(charging(garage, id));
      expect(list.map((a) => a.answer).sort()).toEqual([...ANSWERS].sort());
      for (const { figure, aside } of list)
        expect(`${figure.value} ${figure.unit} ${aside}`).not.toMatch(/NaN|undefined|Infinity/);
    }
});

test("too late says by how much and what there will be at departure", () => {
  const { ready } = answers(fallowQuay, "fq-path-plover-night");
  expect(ready).toMatchObject({ name: "Not in time", alarm: true, figure: { value: "08:53" } });
  expect(ready!.aside).toBe("1 h 23 min too late: 83 % at 07:30");
});

test("the same evening is told by the clock of where it is, in summer and over a night of 25 hours too", () => {
  const told = (timeZone: string, pluggedInAt: string) => {
    const { household } = fallowQuay;
    const garage = { ...fallowQuay, household: { ...household, spec: { ...household.spec, timeZone } } };
    const { ready } = answers(garage, "fq-path-curlew-harbour", (draft) => ({
      ...draft,
      session: { ...draft.session, pluggedInAt, neededBy: null },
    }));
    return [ready!.figure.value, ready!.aside];
  };
  const winter = told("Europe/Dublin", "2026-11-23T18:10");
  expect(winter).toEqual(["04:32", "10 h 22 min, the next day"]);
  expect(told("America/St_Johns", "2026-11-23T18:10")).toEqual(winter);
  expect(told("Europe/Dublin", "2026-07-23T18:10")).toEqual(winter);
  expect(told("Europe/Dublin", "2026-10-24T18:10")).toEqual(["03:32", "10 h 22 min, the next day"]);
});

test("in time says how much is to spare; with nobody waiting only how long it takes", () => {
  expect(answers(fallowQuay, "fq-path-curlew-harbour").ready!.aside).toBe(
    "10 h 22 min, the next day; 2 h 58 min to spare",
  );
  const open = answers(fallowQuay, "fq-path-curlew-harbour", (p) => ({
    ...p,
    session: { ...p.session, neededBy: null },
  }));
  expect(open.ready!.aside).toBe("10 h 22 min, the next day");
});

test("a car that ends by itself says so in place of ready, with where it stops and what of the distance is back", () => {
  const ending = (toSoc: number, askedMore = false): Shown => {
    const car = fallowQuay.paths.find(({ id }) => id === "fq-path-curlew-harbour")!.spec.carId;
    const garage: Garage = {
      ...fallowQuay,
      cars: fallowQuay.cars.map((row) =>
        row.id === car ? { ...row, spec: { ...row.spec, endsAt: { ac: 0.7 } } } : row,
      ),
    };
    const solved = charging(garage, "fq-path-curlew-harbour", (p) => ({
      ...p,
      session: { ...p.session, fromSoc: 0.5, toSoc, neededBy: null },
    }));
    return shownAnswers(solved, askedMore).find(({ answer }) => answer === "ready")!;
  };
  expect(ending(0.9)).toMatchObject({ name: "Ends by itself at", alarm: false });
  expect(ending(0.9).aside).toMatch(/^the car stops at 70 %; \d+ h \d+ min, /);
  expect(ending(0.9).figure).toEqual(ending(0.7).figure);
  expect(ending(0.7).name).toBe("Ready at");
  // 20 % of 40 %: half of the distance that was asked for.
  const [back, of] = /^(\d+) of (\d+) km are back by/.exec(ending(0.9, true).aside)!.slice(1).map(Number);
  expect(back! / of!).toBeCloseTo(0.5, 2);
});

test("a night of several days names the day", () => {
  const slow = answers(fallowQuay, "fq-path-curlew-harbour", (p) => ({
    ...p,
    settings: { ...p.settings, carAmps: 6 },
    session: { ...p.session, fromSoc: 0, toSoc: 1, neededBy: null },
  }));
  expect(slow.ready!.aside).toMatch(/days later, \w{3} \d+ Nov/);
});

test("where it is neither today nor tomorrow the figure has its day, late or not", () => {
  const slow = (neededBy: string | null) =>
    answers(fallowQuay, "fq-path-curlew-harbour", (p) => ({
      ...p,
      settings: { ...p.settings, carAmps: 6 },
      session: { ...p.session, fromSoc: 0, toSoc: 1, neededBy },
    })).ready!;
  const [weekday] = slow("07:30").figure.value.split(" ");
  expect(slow("07:30").figure.value).toBe(slow(null).figure.value);
  expect(slow("07:30").aside).toMatch(new RegExp(`^${weekday} \\d+ Nov, \\d+ h( \\d+ min)? too late: `));
});

test("miles and a price below zero", () => {
  const { household, tariffs } = fallowQuay;
  const garage: Garage = {
    ...fallowQuay,
    household: { ...household, spec: { ...household.spec, distanceUnit: "mi" } },
    tariffs: tariffs.map((t) => ({ ...t, spec: flatTariff(t.spec.name, -0.05) })),
  };
  const paid = answers(garage, "fq-path-plover-night");
  expect(paid.range!.figure.unit).toBe("mi/h");
  expect(paid.cost!.figure.value).toMatch(/^-€/);
});

test("what of the cost is for standing until the car is needed is told apart", () => {
  expect(answers(fallowQuay, "fq-path-curlew-hall").cost!.aside).toContain("€12.60 of it for standing");
  expect(answers(fallowQuay, "fq-path-curlew-slip").cost!.aside).not.toContain("standing");
});

test("direct current is not told in phases", () => {
  expect(answers(fallowQuay, "fq-path-ferry").flow!.figure.unit).toBe("A at full flow");
});

test("a draft that is tried out is solved with the tried parts; what it was stays beneath", () => {
  const now = charging(fallowQuay, "fq-path-plover-night");
  const evse = { ...now.plan.evse, name: "tried", maxAmps: 8, steps: [] } as typeof now.plan.evse;
  const trial = { what: "a smaller one", parts: { evse } };
  const tried = charging(fallowQuay, "fq-path-plover-night", (d) => ({ ...d, trial }));
  expect(tried.point.amps).toBe(8);
  expect(tried.draft.evseId).toBe(now.draft.evseId);
});

test("a path that cannot charge names what of one's own would do; a field out of range is named", () => {
  const harbour = fallowQuay.paths.find((p) => p.id === "fq-path-curlew-harbour")!.spec;
  const stuck = answerOf(fallowQuay, draftOf({ ...harbour, cableId: "fq-plover-cable" }, null));
  expect(stuck.kind === "stuck" && stuck.fixes.map((f) => f.name)).toContain("plain single-phase cable");
  const broken = { ...harbour, session: { ...harbour.session, toSoc: 3 } };
  const unsound = answerOf(fallowQuay, draftOf(broken, null));
  expect(unsound.kind === "unsound" && unsound.problems[0]).toMatchObject({
    field: "session.toSoc",
    accepts: { min: 0, max: 1 },
  });
});

test("an hour that comes twice offers both of its moments", () => {
  const twice = charging(fallowQuay, "fq-path-plover-night", (d) => ({
    ...d,
    session: { ...d.session, pluggedInAt: "2026-10-25T01:30" },
  }));
  expect(twice.repeated).toEqual(["+01:00", "+00:00"]);
  expect(charging(larchHollow, "lh-path-siskin-barn").repeated).toEqual([]);
});
