/** @jest-environment jsdom */
import { act, fireEvent, render, screen, within } from "@testing-library/react";
import { fallowQuay } from "@kettleback/core/demo";
import { micros, type Garage, type Rung } from "@kettleback/core";
import { answerOf, type Answered, type Charging } from "../../jobs/answer";
import type { Aside } from "../../jobs/aside";
import { useSolve } from "../../jobs/store";
import { draftOf, type Draft } from "../../stores/draft";
import { Upgrades } from "./Upgrades";
import { shownAnswers } from "../../plan/answers";

const charging = (garage: Garage = fallowQuay): Answered & Charging => {
  const found = answerOf(garage, draftOf(garage.paths[0]!.spec, garage.paths[0]!.id));
  if (found.kind !== "charging") throw new Error("demo");
  return found;
};
const own = charging();
const rung = (change: Partial<Rung>): Rung => ({
  what: "a thicker thing",
  effort: "piece",
  plan: own.plan,
  needs: null,
  against: "now",
  gainW: 1_250,
  secondsSaved: 2 * 3600 + 600,
  costMore: micros(-0.12),
  ...change,
});
const aside = (rungs: readonly Rung[], plan = own.plan): Aside => ({
  plan,
  rungs,
  clock: own.solution.clock,
  steps: [],
  cheaper: null,
});
const show = (rungs: readonly Rung[], onChange: (draft: Draft) => void = () => undefined) => {
  act(() => useSolve.setState({ aside: aside(rungs) }));
  return render(<Upgrades charging={own} draft={own.draft} onChange={onChange} />);
};
const gains = (): string[] =>
  screen.getAllByRole("listitem").map((item) => item.querySelector(".gains")!.textContent!);

test.each<[string, Partial<Rung>, string]>([
  ["more power, sooner, cheaper", {}, "+1.25 kW, 2 h 10 min sooner, €0.12 less"],
  ["dearer", { costMore: micros(0.5), secondsSaved: 1800 }, "+1.25 kW, 30 min sooner, €0.50 more"],
  ["a difference no coin shows", { costMore: micros(0.004) }, "+1.25 kW, 2 h 10 min sooner, same cost"],
  ["no faster, but safe", { against: "safe", gainW: -5, secondsSaved: -120 }, "no faster, and safe"],
  [
    "where nothing was safe",
    { against: "nothing", secondsSaved: null, costMore: null, gainW: 2_010 },
    "2.01 kW in the battery",
  ],
])("a rung that is %s says so in figures", (_, change, text) => {
  show([rung(change)]);
  expect(gains()).toEqual([text]);
});

test("where the path is unsafe it is said what the gains are held against", () => {
  show([rung({ against: "safe" })]);
  expect(screen.getByText(/against the same path with the current lowered/)).toBeDefined();
});

test("ways that need three phases stand under their own heading, and are tried only from there", () => {
  show([
    rung({}),
    rung({ what: "three phases brought in, and a box", needs: "three-phases", effort: "wired" }),
  ]);
  const [one, three] = screen.getAllByRole("list");
  expect(within(one!).getAllByRole("listitem")).toHaveLength(1);
  expect(screen.getByText("If the utility brings three phases")).toBeDefined();
  expect(within(three!).getByText(/^Three phases brought in/)).toBeDefined();
  expect(screen.getByText(/licensed electrician’s/)).toBeDefined();
});

test.each([
  ["charger", "Nothing in the path: the car itself takes no more."],
  ["battery", "Nothing in the path: the car itself takes no more."],
  ["inlet", "Nothing in the path: the car itself takes no more."],
  ["cable", "No further improvement to suggest."],
  ["circuit", "No further improvement to suggest."],
] as const)("with nothing to advise and the %s the narrowest it is said why", (kind, said) => {
  act(() => useSolve.setState({ aside: aside([]) }));
  const links = own.point.links.map((link, i) => (i === own.point.binding ? { ...link, kind } : link));
  render(
    <Upgrades
      charging={{ ...own, point: { ...own.point, links } }}
      draft={own.draft}
      onChange={() => undefined}
    />,
  );
  expect(screen.getByText(said)).toBeDefined();
});

test("rungs of an older path are not offered on a newer one", () => {
  act(() => useSolve.setState({ aside: aside([rung({})], { ...own.plan, name: "older" }) }));
  render(<Upgrades charging={own} draft={own.draft} onChange={() => undefined} />);
  expect(screen.queryByRole("listitem")).toBeNull();
  expect(screen.getByLabelText("What would lift it").getAttribute("aria-busy")).toBe("true");
});

test("tried, a rung puts its parts, its settings and the pack's temperature in place of what stands", () => {
  const onChange = jest.fn<void, [Draft]>();
  const evse = { ...own.plan.evse, name: "another" };
  const settings = { evseAmps: 8, carAmps: null, otherBusy: false };
  const session = { ...own.plan.session, batteryC: -3 };
  show([rung({ plan: { ...own.plan, evse, settings, session } })], onChange);
  fireEvent.click(screen.getByRole("button", { name: "Try it: a thicker thing" }));
  expect(onChange.mock.lastCall![0]).toMatchObject({
    settings,
    session: { ...own.draft.session, batteryC: -3 },
    trial: { what: "a thicker thing", parts: { evse } },
  });
  expect(Object.keys(onChange.mock.lastCall![0].trial!.parts)).toEqual(["evse"]);
});

describe("the answers of a solution known by hand", () => {
  // 20 kWh on the meter, 18 stored, 2 lost; 2.4 kW from the wall, 2.1 kW into the battery; 100 km at 180 Wh each.
  const known = (distanceUnit: "km" | "mi"): Charging => ({
    ...own,
    plan: { ...own.plan, household: { ...own.plan.household, distanceUnit } },
    point: { ...own.point, current: "AC", amps: 10.4, volts: 231, dropVolts: 4.2, phases: 1 },
    solution: {
      ...own.solution,
      reached: true,
      // 30 to 70 % of 38 kWh at 150 Wh/km: 76 to 177 km.
      start: { ...own.solution.start, soc: 0.3 },
      endSoc: 0.7,
      secondsToTarget: 9 * 3600 + 1500,
      clock: { ...own.solution.clock, departure: 10 * 3600 },
      ledger: { ...own.solution.ledger, wall: 20_000, stored: 18_000, lost: 2_000 },
      moment: {
        ...own.solution.moment,
        balance: { ...own.solution.moment.balance, wall: 2_400, stored: 2_100 },
      },
      range: { ...own.solution.range, kmPerHour: 11.7, wallKmPerHour: 13.3, added: 100 },
      bill: {
        lines: [],
        net: micros(5),
        vat: micros(0.4),
        total: micros(5.4),
        lost: micros(0.54),
        unpriced: 0,
      },
    } as unknown as Charging["solution"],
  });
  const shown = (unit: "km" | "mi") =>
    shownAnswers(known(unit)).map(({ answer, figure, aside: beside }) => [
      answer,
      `${figure.value} ${figure.unit}`.trim(),
      beside,
    ]);

  test("in kilometres each figure stands at its own name", () => {
    expect(shown("km")).toEqual([
      ["ready", "03:35", "9 h 25 min, the next day; 35 min to spare"],
      ["battery", "2.10 kW", "18.0 kWh stored"],
      ["wall", "2.40 kW", "20.0 kWh on the meter"],
      ["flow", "10.4 A on 1 phase", "231 V, 4.2 V lost in the wires"],
      ["range", "11.7 km/h", "100 km added, 76 to 177 km in it; 13.3 km/h counted at the wall"],
      ["lost", "2.00 kWh", "10 % of the meter, €0.54"],
      ["cost", "€5.40", "€0.30 a kWh in the battery"],
    ]);
  });

  test("asked for so much distance more, it says when that is back, or how much of it is by departure", () => {
    const of = (unit: "km" | "mi", change: object = {}) => {
      const charging = known(unit);
      const session = { ...charging.plan.session, fromSoc: 0.3, toSoc: 0.7 };
      const asked = {
        ...charging,
        plan: { ...charging.plan, session },
        solution: { ...charging.solution, ...change },
      } as Charging;
      return shownAnswers(asked, true)[0]!.aside;
    };
    expect(of("km")).toBe("101 km are back by 03:35; 9 h 25 min, the next day; 35 min to spare");
    expect(of("mi")).toMatch(/^63 mi are back by 03:35; /);
    const late = {
      reached: false,
      secondsToTarget: 11 * 3600,
      range: { ...known("km").solution.range, added: 80 },
    };
    expect(of("km", late)).toMatch(/^80 of 101 km are back by 04:10; 1 h too late/);
  });

  test("in miles only what is a distance changes", () => {
    // 100 km are 62 mi, 11.7 km/h 7.27 mi/h, 13.3 km/h 8.26 mi/h.
    const [km, mi] = [shown("km"), shown("mi")];
    expect(mi[4]).toEqual([
      "range",
      "7.27 mi/h",
      "62 mi added, 47 to 110 mi in it; 8.26 mi/h counted at the wall",
    ]);
    mi.forEach((answer, i) => i !== 4 && expect(answer).toEqual(km[i]));
  });
});
