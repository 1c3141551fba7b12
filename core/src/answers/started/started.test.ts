import ICAL from "ical.js";
import { calendarOf } from "../calendar";
import { isRefusal } from "../../engine/path";
import { solvePlan, type Plan, type Solution } from "../../engine/plan";
import { element, solvedDemo, tariffOf } from "../../tests/tariffs";
import { finishedBy, momentsOf, reckonedWh, standingAt, startedNow, type Readings } from ".";

const at = (text: string) => Date.parse(text);
const { plan: demo } = solvedDemo(0, (plan) => plan);
const solved = (change: Partial<Plan>, session: Partial<Plan["session"]> = {}) => {
  const plan: Plan = { ...demo, ...change, session: { ...demo.session, ...session } };
  const solution = solvePlan(plan);
  if (isRefusal(solution)) throw new Error(solution.message);
  return { plan, solution };
};
const ids = ({ plan, solution }: { plan: Plan; solution: Solution }) =>
  momentsOf(plan, solution).map(({ id }) => id);

describe("a session that begins now", () => {
  const zoned = (timeZone: string): Plan => ({ ...demo, household: { ...demo.household, timeZone } });
  test.each([
    ["Europe/Dublin", "2026-11-28T06:10:40Z", "2026-11-28T06:10"],
    ["America/New_York", "2026-07-04T23:59:59Z", "2026-07-04T19:59"],
    // The hour that comes twice is told by its offset (IANA time zone data).
    ["Europe/Dublin", "2026-10-25T00:30:00Z", "2026-10-25T01:30+01:00"],
    ["Europe/Dublin", "2026-10-25T01:30:00Z", "2026-10-25T01:30+00:00"],
    // The hour that does not come: an hour before it and right after.
    ["Europe/Dublin", "2027-03-28T00:59:00Z", "2027-03-28T00:59"],
    ["Europe/Dublin", "2027-03-28T01:00:00Z", "2027-03-28T02:00"],
  ])("in %s at %s is plugged in at %s", (zone, moment, local) => {
    const plan = startedNow(zoned(zone), at(moment));
    expect(plan.session.pluggedInAt).toBe(local);
    const solution = solvePlan(plan);
    if (isRefusal(solution)) throw new Error(solution.message);
    // To the minute, the clock of the session is the moment of the press.
    expect(Math.floor(at(moment) / 60_000) * 60_000).toBe(solution.clock.startMs);
  });

  test("stands where the session says, charges until its target and no further", () => {
    const { plan, solution } = solved({}, { fromSoc: 0.2, toSoc: 0.6, neededBy: null });
    const end = solution.secondsToTarget;
    expect(standingAt(solution, 0)).toEqual({ soc: 0.2, charging: true, left: end });
    expect(standingAt(solution, -5).soc).toBe(0.2);
    const half = standingAt(solution, end / 2);
    expect(half.soc).toBeGreaterThan(0.35);
    expect(half.soc).toBeLessThan(0.45);
    expect(standingAt(solution, end + 9999)).toEqual({ soc: plan.session.toSoc, charging: false, left: 0 });
  });
});

describe("the moments of a session", () => {
  const open = { fromSoc: 0.2, toSoc: 0.6, neededBy: null };

  test("five minutes on, and when it is done; the car's departure where it is wanted", () => {
    const plain = solved({ place: null }, open);
    expect(momentsOf(plain.plan, plain.solution)).toMatchObject([
      { id: "look", at: 300 },
      { id: "ready", at: plain.solution.secondsToTarget, what: "60 % is there" },
    ]);
    const wanted = solved({ place: null }, { ...open, neededBy: "07:30" });
    expect(momentsOf(wanted.plan, wanted.solution).find(({ id }) => id === "departure")!.at).toBe(
      wanted.solution.clock.departure,
    );
  });

  test("the longest stay stands where it falls, before or after the end", () => {
    const limited = (limitMinutes: number) => ids(solved({ place: { name: "Weir", limitMinutes } }, open));
    expect(limited(60)).toEqual(["look", "limit", "ready"]);
    expect(limited(7 * 24 * 60)).toEqual(["look", "ready", "limit"]);
  });

  test("an idle fee begins when nothing flows any more, and only where the tariff has one", () => {
    const fee = () => {
      const its = solved(
        {
          place: null,
          tariff: tariffOf(element({ ENERGY: 0.4 }), element({ PARKING_TIME: 6 })),
        },
        open,
      );
      const idle = momentsOf(its.plan, its.solution).find(({ id }) => id === "idle");
      return idle && idle.at - its.solution.secondsToTarget;
    };
    expect(fee()).toBeCloseTo(0, 6);
    const free = solved({ place: null, tariff: tariffOf(element({ ENERGY: 0.4 })) }, open);
    expect(ids(free)).not.toContain("idle");
  });

  test("a car that ends by itself is said to, at the charge at which it does", () => {
    const its = solved({ place: null, car: { ...demo.car, endsAt: { ac: 0.5 } } }, open);
    expect(momentsOf(its.plan, its.solution).at(-1)).toMatchObject({
      id: "ready",
      at: its.solution.secondsToTarget,
      what: "The car ends by itself at 50 %",
    });
  });

  test("they are in order, and in a calendar each rings when it begins", () => {
    const { plan, solution } = solved(
      { place: { name: "Weir", limitMinutes: 60 }, tariff: tariffOf(element({ PARKING_TIME: 6 })) },
      { ...open, neededBy: "07:30" },
    );
    const moments = momentsOf(plan, solution);
    const times = moments.map((moment) => moment.at);
    expect(times).toEqual([...times].sort((a, b) => a - b));
    const entries = moments.map(({ at: from, what, todo }) => ({
      window: { from, to: from + 600 },
      summary: what,
      description: todo,
      rings: true as const,
    }));
    const text = calendarOf("Plover", entries, solution.clock, 0);
    const events = new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents("vevent");
    expect(events).toHaveLength(moments.length);
    events.forEach((event, i) => {
      const [alarm] = event.getAllSubcomponents("valarm");
      expect(String(alarm!.getFirstPropertyValue("trigger"))).toMatch(/^-?P?T?0S?$|^PT0S$/);
      expect(new ICAL.Event(event).startDate.toJSDate().getTime()).toBe(
        Math.round((solution.clock.startMs + times[i]! * 1000) / 1000) * 1000,
      );
    });
    const [silent] = new ICAL.Component(
      ICAL.parse(
        calendarOf("x", [{ ...entries[0]!, rings: undefined as never }], solution.clock, 0),
      ) as unknown[],
    ).getAllSubcomponents("vevent");
    expect(silent!.getAllSubcomponents("valarm")).toEqual([]);
  });
});

describe("finished by two readings", () => {
  const readings = (change: Partial<Readings> = {}): Readings => ({
    beginMs: at("2026-11-28T18:10:00Z"),
    endMs: at("2026-11-29T06:40:00Z"),
    nowMs: at("2026-11-29T06:45:00Z"),
    fromSoc: 0.2,
    toSoc: 0.65,
    beforeKWh: 1204.6,
    afterKWh: 1226.1,
    ...change,
  });

  test.each([
    ["both", {}, { toSoc: 0.65, wallWh: 21_500 }],
    ["the car alone", { beforeKWh: null, afterKWh: null }, { toSoc: 0.65, wallWh: null }],
    [
      "a counter that begins anew",
      { toSoc: null, beforeKWh: null, afterKWh: 9.8 },
      { toSoc: null, wallWh: 9_800 },
    ],
    ["nothing charged", { toSoc: 0.2, afterKWh: 1204.6 }, { toSoc: 0.2, wallWh: 0 }],
  ] as const)("%s", (_, change, expected) =>
    expect(finishedBy(readings(change))).toEqual({ ok: true, end: "2026-11-29T06:40:00.000Z", ...expected }),
  );

  test.each([
    [
      { toSoc: null, beforeKWh: null, afterKWh: null },
      ["toSoc: needed: what the car shows, or what the meter counted"],
    ],
    [{ toSoc: 0.1 }, ["toSoc: accepted: 20 to 100 %, as it began at 20 %"]],
    [{ toSoc: 1.2 }, ["toSoc: accepted: 20 to 100 %, as it began at 20 %"]],
    [{ toSoc: Number.NaN }, ["toSoc: accepted: 20 to 100 %, as it began at 20 %"]],
    [{ afterKWh: 1200 }, ["afterKWh: accepted: a reading not below the one before"]],
    [
      { afterKWh: 12_261 },
      ["afterKWh: accepted: up to 1000 kWh more than before; a counter that runs on has a reading before"],
    ],
    [{ beforeKWh: -1, afterKWh: 5 }, ["beforeKWh: accepted: a reading of 0 kWh or more"]],
    [
      { endMs: at("2026-11-28T18:09:00Z") },
      ["end: accepted: a time after the session began, and not yet to come"],
    ],
    [
      { endMs: at("2026-11-29T06:46:00Z") },
      ["end: accepted: a time after the session began, and not yet to come"],
    ],
  ])("%j is refused at its field", (change, said) => {
    const found = finishedBy(readings(change));
    expect(!found.ok && found.problems.map(({ field, message }) => `${field}: ${message}`)).toEqual(said);
  });

  test("what had been reckoned is the plan's own energy to that charge, whoever was waiting", () => {
    const { plan, solution } = solved({}, { fromSoc: 0.2, toSoc: 0.6, neededBy: null });
    expect(reckonedWh(plan, 0.6)).toBeCloseTo(solution.ledger.wall, 9);
    expect(reckonedWh({ ...plan, session: { ...plan.session, neededBy: "18:20" } }, 0.6)).toBeCloseTo(
      solution.ledger.wall,
      9,
    );
    expect(reckonedWh(plan, 0.2)).toBeNull();
  });
});
