/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router-dom";
import {
  isRefusal,
  planOn,
  PRESETS,
  printWeek,
  solvePlan,
  WEEK_FORMAT,
  type Day,
  type DistanceUnit,
  type Garage,
  type Luck,
  type Pattern,
  type Way,
} from "@kettleback/core";
import { writeAs } from "../../format/manner";
import { askedOf, firstWeek, followWeek, mondayOf, useWeek } from "../../jobs/week";
import { useSolve } from "../../jobs/store";
import { lineupDraftOf, lineupStoreOf } from "../../stores/lineup";
import { moneyStoreOf } from "../../stores/money";
import { weekStoreOf } from "../../stores/week";
import { draftStoreOf } from "../../stores/draft";
import { bay, flat, plain, plainGarage, post, rapid } from "../../tests/plain";
import { settle } from "../../tests/settle";
import { rowsOf } from "../../tests/tables";
import WeekScreen from "./WeekScreen";

// Years are gone through on the thread of the test, beside everything else.

const base = {
  lead: null,
  cable: null,
  adapter: null,
  settings: { evseAmps: null, carAmps: null, otherBusy: false },
  followsCar: false,
  place: null,
  buy: [],
};
/** Ten amps, thirty amps that have to be bought, and a rapid station to stop at. */
const WAYS: readonly Way[] = [
  { ...base, name: "Slow", outlet: bay(16), evse: post(10), tariff: flat(0.2) },
  {
    ...base,
    name: "Fast",
    outlet: bay(40),
    evse: post(30),
    tariff: flat(0.2),
    buy: [{ what: "box", price: 800 }],
  },
  { ...base, name: "Station", outlet: bay(250), evse: rapid, tariff: flat(0.6) },
];
const SESSION = {
  fromSoc: 0.2,
  toSoc: 0.8,
  pluggedInAt: "2026-11-23T18:00",
  neededBy: "08:00",
  batteryC: null,
  heatingW: 0,
};
const even = (km: number): Day[] =>
  Array.from({ length: 7 }, () => ({
    drives: km > 0 ? [{ leave: "08:00", back: "18:00", km, stands: "nowhere" as const }] : [],
    home: "home" as const,
  }));
/** Kilometres an hour Slow puts back, as its Path says. */
const PER_HOUR = (() => {
  const { household } = plainGarage();
  const solved = solvePlan(planOn({ household: household.spec, session: SESSION }, plain, WAYS[0]!));
  if (isRefusal(solved)) throw new Error(solved.message);
  return solved.range.kmPerHour;
})();
const NIGHT = 14 * PER_HOUR;

interface Asked {
  readonly unit?: DistanceUnit;
  readonly pattern?: Partial<Pattern>;
  readonly luck?: Partial<Luck>;
  readonly at?: string;
  readonly ways?: readonly Way[];
  readonly cars?: readonly (typeof plain)[];
}

let household = 0;
async function shown({
  unit = "km",
  pattern = {},
  luck = {},
  at = "/week",
  ways = WAYS,
  cars = [plain],
}: Asked = {}) {
  const plainly = plainGarage({ distance: unit });
  // Each has a history of its own.
  const garage: Garage = { ...plainly, household: { ...plainly.household, id: `plain-${++household}` } };
  lineupStoreOf(garage.household.id)
    .getState()
    .set(
      lineupDraftOf(
        {
          name: "known",
          session: SESSION,
          stayHours: 4,
          dayKm: 100,
          cars: [...cars],
          ways: ways.map((way, i) => ({ ...way, id: `w${i}` })),
          baseline: null,
        },
        null,
      ),
    );
  const first = firstWeek(garage);
  weekStoreOf(garage.household.id)
    .getState()
    .set({
      ...first,
      pattern: { ...first.pattern, start: "2026-11-23", ...pattern },
      luck: { ...first.luck, ...luck },
    });
  render(
    <MemoryRouter initialEntries={[at]}>
      <Routes>
        <Route path="/week/:view?" element={<WeekScreen garage={garage} />} />
        <Route path="*" element={<p>elsewhere</p>} />
      </Routes>
    </MemoryRouter>,
  );
  await followed();
  return garage;
}
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
const followed = () =>
  act(async () => {
    for (let i = 0; i < 400 && !useWeek.getState().solved?.done; i++) await pause(5);
  });
const draftOf = (garage: Garage) => weekStoreOf(garage.household.id).getState().draft!;
const says = () => document.querySelector(".says")!.textContent;

beforeEach(() => {
  writeAs({});
  localStorage.clear();
  window.matchMedia = (() => ({ matches: false })) as never;
  Element.prototype.setPointerCapture = () => undefined;
  Object.defineProperty(HTMLElement.prototype, "clientWidth", { value: 800, configurable: true });
  Object.defineProperty(navigator, "hardwareConcurrency", { value: 3, configurable: true });
  useWeek.setState({ solved: null });
});
afterEach(cleanup);

describe("a week known by hand", () => {
  // A hundred kilometres are a tenth of the battery.
  test.each([
    ["km", "100 km", "296 km", "€794"],
    ["mi", "62 mi", "184 mi", "€794"],
  ] as const)(
    "in %s: the smallest way, what it carries, what would do, what a year costs",
    async (unit, driven, carries, year) => {
      await shown({ unit, pattern: { days: even(100) } });
      expect(says()).toBe(
        "Slow is enough for Plain this week, the smallest of 2 ways. It holds: every night puts back what the day took.",
      );
      expect(Math.round(NIGHT)).toBe(296);
      const [slow, fast] = rowsOf("Ways through this week");
      expect(slow).toEqual(["", "Slow", "holds", carries, year]);
      // Seven tenths of the battery are between limit and reserve.
      expect(fast!.slice(1, 4)).toEqual(["Fast", "holds", unit === "km" ? "700 km" : "435 mi"]);
      const hours = (Math.ceil((2 * 100) / PER_HOUR) / 2).toFixed(1);
      const panel = screen.getByLabelText("The week at this way").textContent;
      expect(panel).toContain(
        `Day after day it carries ${carries}; ${hours} h of charging a day at home would do for this week.`,
      );
      expect(panel).toContain(`A year at Slow costs ${year}, with no stop on the way.`);
      expect(rowsOf("Day by day, figures")[0]).toEqual([
        "Mon 23 Nov",
        driven,
        driven,
        "–",
        "–",
        "70 %",
        "80 %",
      ]);
      expect(screen.getByRole("img").getAttribute("aria-label")).toBe(
        "Charge of Plain through the week at Slow: lowest 70 %",
      );
    },
  );

  test("short: on which day, by how much, what is carried, what the stop takes and costs", async () => {
    // 700 km to go on; each day 400 off and a night on.
    await shown({ pattern: { days: even(400) } });
    const left = [700];
    for (let day = 0; left.at(-1)! >= 400; day++) left.push(left.at(-1)! - 400 + NIGHT);
    const short = 400 - left.at(-1)!;
    const on = left.length - 1;
    expect(on).toBe(3);
    const missing = `${Math.ceil(short)} km`;
    const slow = rowsOf("Ways through this week")[0]!;
    expect(slow[2]).toBe(`${missing} short`);
    fireEvent.click(screen.getByRole("button", { name: "Slow" }));
    const panel = screen.getByLabelText("The week at this way");
    expect(panel.textContent).toContain(`Slow falls short by ${missing} on Thu 26 Nov`);
    const days = rowsOf("Day by day, figures");
    expect(days[0]!.slice(1, 6)).toEqual(["400 km", "296 km", "–", "104 km", "40 %"]);
    expect(days[3]![3]).toBe(missing);
    // 50 kW at the output of the station: what the path and the car lose is not known by hand, but the price is by its kWh.
    const stop = within(panel).getAllByRole("listitem")[0]!.textContent;
    expect(stop).toMatch(new RegExp(`^Thu 1\\d:\\d\\d: ${missing}, \\d+ min at Station, €`));
    expect(Number(/€([\d.]+)/.exec(stop)![1])).toBeGreaterThan(short * 0.1 * 0.6 - 0.005);
    const [plugs, stops] = [/costs €([\d,]+)/, /on the way €([\d,]+)/].map((of) =>
      Number(of.exec(panel.textContent)![1]!.replaceAll(",", "")),
    );
    const year = /^€([\d,]+)(\d) stops a week$/.exec(slow[4]!)!;
    expect(Math.abs(Number(year[1]!.replaceAll(",", "")) - plugs! - stops!)).toBeLessThanOrEqual(1);
    expect(panel.textContent).toMatch(
      /and its stops on the way €[\d,]+, \d+ of them\. \d+ % of all sessions are stops/,
    );
  });

  test("a shortage is hatched and named in the picture, other ways are drawn on asking", async () => {
    await shown({ pattern: { days: even(400) } });
    fireEvent.click(screen.getByRole("button", { name: "Slow" }));
    expect(document.querySelectorAll(".short-box").length).toBeGreaterThan(0);
    expect(screen.getByRole("img").getAttribute("aria-label")).toMatch(/km short, Thu 1\d:\d\d/);
    expect(document.querySelectorAll("path.other")).toHaveLength(0);
    fireEvent.click(screen.getByLabelText("Draw Fast"));
    expect(document.querySelectorAll("path.other")).toHaveLength(1);
    expect(document.querySelector("text.name")!.textContent).toBe("Fast");
  });

  test("none is enough: which comes closest", async () => {
    await shown({ pattern: { days: even(900) } });
    // From 80 % down to the reserve are 700.
    expect(says()).toBe(
      "None of these 2 ways carries Plain through this week without a stop on the way. Fast comes closest: 200 km short on Mon 23 Nov.",
    );
  });

  test("a day opens to its working", async () => {
    await shown({ pattern: { days: even(100) } });
    fireEvent.click(screen.getByRole("button", { name: "Mon 23 Nov: the working" }));
    expect(screen.getByText("A day of this week: the working")).toBeDefined();
    expect(screen.getByText(/Put back at home, 18:00 to 22:4\d/)).toBeDefined();
  });

  test("a way that does not charge says why, and a week in which nobody drives needs nothing", async () => {
    const type1 = { ...post(10), output: { ...post(10).output, connector: "type1" as const } };
    await shown({
      pattern: { days: even(0) },
      ways: [WAYS[0]!, { ...WAYS[1]!, name: "Wrong plug", evse: type1 as Way["evse"] }],
    });
    const [slow, wrong] = rowsOf("Ways through this week");
    expect(slow!.slice(1)).toEqual(["Slow", "holds", "296 km", "€0.00"]);
    expect(wrong![2]).toMatch(/Type 1/);
    expect(screen.getByLabelText("The week at this way").textContent).toContain(
      "this week needs no hour at home",
    );
  });
});

describe("what is asked", () => {
  const pick = async (label: string, text: string) => {
    fireEvent.change(screen.getByLabelText(label, { exact: true }), {
      target: {
        value: within(screen.getByLabelText(label, { exact: true })).getByText<HTMLOptionElement>(text).value,
      },
    });
    await followed();
  };

  test("a week to start from, a season, a limit, a school, when it charges", async () => {
    const garage = await shown({ pattern: { days: even(100) } });
    expect(
      screen.getByLabelText<HTMLSelectElement>("Week to start from").selectedOptions[0]!.textContent,
    ).toBe("week of your own");
    await pick("Week to start from", "far commuter");
    expect(draftOf(garage).pattern.days).toEqual(PRESETS["far-commuter"].days);
    await pick("Season", "cold");
    expect(draftOf(garage).pattern.season).toEqual({
      consumption: 1.3,
      preheatWh: 1_000,
      packC: 2,
      sunKm: 0,
    });
    await pick("Daily limit", "90 %");
    expect(draftOf(garage).pattern).toMatchObject({ limitSoc: 0.9, startSoc: 0.9 });
    await pick("Plugged in", "only below");
    fireEvent.change(screen.getByLabelText("Plugged in below, per cent"), { target: { value: "35" } });
    await pick("Charging", "in the cheapest hours alone");
    expect(draftOf(garage).pattern).toMatchObject({
      plugIn: "below",
      belowSoc: 0.35,
      charges: "cheap-hours",
    });
    await pick("Plugged in", "on the days ticked below");
    fireEvent.click(screen.getByLabelText("Plugged in on Wednesday"));
    fireEvent.click(screen.getByLabelText("Charged full, for Friday"));
    expect(draftOf(garage).pattern).toMatchObject({ plugInDays: [0, 1, 3, 4, 5, 6], liftedOn: [4] });
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Undo" })));
    expect(draftOf(garage).pattern.liftedOn).toEqual([]);
  });

  test("what is out of range stays in its field and is not taken; what contradicts itself is told by field", async () => {
    const garage = await shown({ pattern: { days: even(100) } });
    fireEvent.change(screen.getByLabelText("Consumption"), { target: { value: "900" } });
    expect(screen.getByLabelText("Consumption").getAttribute("aria-invalid")).toBe("true");
    expect(draftOf(garage).pattern.season.consumption).toBe(1);
    fireEvent.change(screen.getByLabelText("Consumption"), { target: { value: "120" } });
    expect(draftOf(garage).pattern.season.consumption).toBe(1.2);
    fireEvent.change(screen.getByLabelText("Reserve, per cent"), { target: { value: "85" } });
    await act(async () => undefined);
    expect(screen.getByRole("alert").textContent).toContain(
      "Reserve: the reserve must be below the limit of 80 %",
    );
    expect(screen.queryByLabelText("The week at this way")).toBeNull();
  });

  test("where it is plugged in at work has to be said, and then it charges there", async () => {
    const days = even(200).map((day) => ({
      ...day,
      drives: day.drives.map((one) => ({ ...one, stands: "work" as const })),
    }));
    await shown({ pattern: { days, plugIn: "days", plugInDays: [] } });
    expect(screen.getByRole("alert").textContent).toContain("At work: say what it is plugged into there");
    await pick("At work it is plugged into", "Fast");
    expect(says()).toContain("is enough for Plain this week");
  });

  test("another car on the same unit: both verdicts, and who goes first", async () => {
    const other = { ...plain, name: "Other" };
    await shown({ pattern: { days: even(200) }, cars: [plain, other] });
    await pick("On the same unit too", "Other");
    // Nine and a half of fourteen hours are the first car's.
    expect(rowsOf("Ways through this week")[0]![2]).toMatch(/^holdsOther: \d+ km short$/);
    await pick("Where both are home", "Other goes first");
    expect(rowsOf("Ways through this week")[0]![2]).toMatch(/^\d+ km shortOther: holds$/);
    await pick("Whose week", "by Other");
    act(() => screen.getByRole("button", { name: /^Monday, 200 km/ }).focus());
    fireEvent.change(screen.getByLabelText("Monday: there and back, km"), { target: { value: "50" } });
    await followed();
    expect(screen.getByRole("button", { name: /^Monday, 50 km/ })).toBeDefined();
  });
});

describe("strips", () => {
  const block = (name: RegExp) => screen.getByRole("button", { name });
  const first = (garage: Garage) => draftOf(garage).pattern.days[0]!.drives[0];

  test("by keys a drive moves, stays longer, grows and goes; each is one step to undo", async () => {
    const garage = await shown({ pattern: { days: even(100) } });
    const monday = () => block(/^Monday/);
    act(() => monday().focus());
    fireEvent.keyDown(monday(), { key: "ArrowRight" });
    expect(first(garage)).toMatchObject({ leave: "08:15", back: "18:15" });
    fireEvent.keyDown(monday(), { key: "ArrowRight", shiftKey: true });
    expect(first(garage)).toMatchObject({ leave: "08:15", back: "18:30" });
    fireEvent.keyDown(monday(), { key: "+" });
    expect(first(garage)).toMatchObject({ km: 105 });
    fireEvent.keyDown(monday(), { key: "Delete" });
    expect(draftOf(garage).pattern.days[0]!.drives).toEqual([]);
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Undo" })));
    expect(first(garage)).toMatchObject({ km: 105 });
    await followed();
  });

  test("typed: hours, nights, distance in one's own unit, where it stands; overlapping is said", async () => {
    const garage = await shown({ unit: "mi", pattern: { days: even(100) } });
    act(() => block(/^Tuesday, 62 mi, 08:00 to 18:00$/).focus());
    fireEvent.change(screen.getByLabelText("Tuesday: there and back, mi"), { target: { value: "50" } });
    expect(draftOf(garage).pattern.days[1]!.drives[0]!.km).toBeCloseTo(80.4672, 6);
    fireEvent.change(screen.getByLabelText("Tuesday: while it is away"), { target: { value: "post" } });
    expect(draftOf(garage).pattern.days[1]!.drives[0]!.stands).toBe("post");
    fireEvent.change(screen.getByLabelText("Tuesday: nights away"), { target: { value: "1" } });
    expect(screen.getByText(/It overlaps another drive/)).toBeDefined();
    fireEvent.click(screen.getByRole("button", { name: "Take it away" }));
    expect(draftOf(garage).pattern.days[1]!.drives).toEqual([]);
    fireEvent.change(screen.getByLabelText("Add a drive on"), { target: { value: "1" } });
    expect(draftOf(garage).pattern.days[1]!.drives).toEqual([
      { leave: "09:00", back: "10:00", km: 20, stands: "nowhere" },
    ]);
    await followed();
  });

  test("dragged: its hours by its ends, its distance by its words, a new one over the empty strip; a drag is one step", async () => {
    const garage = await shown({ pattern: { days: even(100) } });
    // A pixel is a minute and a half.
    jest.spyOn(HTMLElement.prototype, "getBoundingClientRect").mockImplementation(function (
      this: HTMLElement,
    ) {
      const strip = this.hasAttribute("data-strip");
      return {
        left: strip ? 0 : 320,
        width: strip ? 960 : 400,
        right: 0,
        top: 0,
        bottom: 0,
        height: 30,
        x: 0,
        y: 0,
      } as DOMRect;
    });
    const drag = (element: Element, from: number, to: number) => {
      const at = (type: "pointerDown" | "pointerMove" | "pointerUp", clientX: number) =>
        fireEvent(
          element,
          Object.assign(new MouseEvent(type.toLowerCase(), { bubbles: true, button: 0, clientX }), {
            pointerId: 1,
          }),
        );
      at("pointerDown", from);
      at("pointerMove", (from + to) / 2);
      at("pointerMove", to);
      at("pointerUp", to);
    };
    drag(block(/^Monday/), 718, 758);
    expect(first(garage)).toMatchObject({ leave: "08:00", back: "19:00" });
    drag(block(/^Monday/), 322, 282);
    expect(first(garage)).toMatchObject({ leave: "07:00", back: "19:00" });
    drag(block(/^Monday/), 500, 520);
    expect(first(garage)).toMatchObject({ leave: "07:30", back: "19:30" });
    drag(within(block(/^Monday/)).getByText("100 km"), 500, 760);
    expect(first(garage)).toMatchObject({ km: 360 });
    drag(screen.getByRole("group", { name: /^Sunday/ }), 800, 860);
    expect(draftOf(garage).pattern.days[6]!.drives.map(({ leave, back }) => `${leave} ${back}`)).toEqual([
      "08:00 18:00",
      "20:00 21:30",
    ]);
    for (let i = 0; i < 2; i++)
      await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Undo" })));
    expect(first(garage)).toMatchObject({ km: 100, leave: "07:30" });
    expect(draftOf(garage).pattern.days[6]!.drives).toHaveLength(1);
    // Into the next drive it does not go.
    jest.restoreAllMocks();
    await followed();
  });
});

describe("files", () => {
  const take = async (name: string, text: string) => {
    const file = Object.assign(new File([text], name), { text: () => Promise.resolve(text) });
    await act(
      async () => void fireEvent.change(screen.getByLabelText("Week file"), { target: { files: [file] } }),
    );
  };
  const TRIPS =
    "Day,Out,Home,Distance (km)\n2026-11-02,07:00,17:00,40\n2026-11-03,08:00,19:00,60\n2026-11-09,07:00,17:00,20\n";

  test("trips make a week that is seen before it is taken; undo brings back the one before", async () => {
    const garage = await shown({ pattern: { days: even(100) } });
    await take("trips.csv", TRIPS);
    const dialog = screen.getByRole("dialog");
    expect(dialog.textContent).toContain("3 trips, 2 Nov 2026 to 9 Nov 2026, make this week");
    expect(dialog.textContent).toContain("Monday: 30 km, 07:00 to 17:00");
    expect(dialog.textContent).toContain("Wednesday: at home");
    expect(draftOf(garage).pattern.days).toEqual(even(100));
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Take this week" })));
    expect(draftOf(garage).pattern.days[1]!.drives).toEqual([
      { leave: "08:00", back: "19:00", km: 60, stands: "nowhere" },
    ]);
    expect(draftOf(garage).luck.distance).toEqual({
      law: "trips",
      distances: [[40, 20], [60], [0], [0], [0], [0], [0]],
    });
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Undo" })));
    expect(draftOf(garage).pattern.days).toEqual(even(100));
  });

  test("a broken line is told with its field, and nothing changes; columns can be said otherwise", async () => {
    const garage = await shown({ pattern: { days: even(100) } });
    await take("trips.csv", TRIPS.replace(",60", ",far"));
    expect(screen.getByRole("alert").textContent).toBe(
      "line 3: distance: accepted: a number of km, 0 to 2000. Nothing has changed.",
    );
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Take this week" }).disabled).toBe(true);
    fireEvent.change(screen.getByLabelText("Distance"), { target: { value: "1" } });
    expect(screen.getByRole("alert").textContent).toContain(
      "columns: date, distance, out and back each need a column of their own",
    );
    fireEvent.click(screen.getByRole("button", { name: "Leave it" }));
    expect(draftOf(garage).pattern.days).toEqual(even(100));
    await take("none.csv", "hello\n");
    expect(screen.getByRole("alert").textContent).toContain(
      "line 1: needed: a header with a date, a distance, a time out and a time back",
    );
  });

  test("a week document brings its pattern, its luck and what ways the line-up lacks; a broken one changes nothing", async () => {
    const garage = await shown({ pattern: { days: even(100) } });
    const { lineup, draft, ways, others } = useWeek.getState().solved!;
    const asked = askedOf(lineup, draft, ways, others);
    const printed = printWeek({
      format: WEEK_FORMAT,
      version: 4,
      name: "from a file",
      ...asked,
      ways: [...asked.ways, { ...WAYS[1]!, name: "Faster", evse: post(32) }],
      elsewhere: { ...asked.elsewhere, work: WAYS[1]! },
      pattern: { ...asked.pattern, days: even(250), limitSoc: 0.9 },
    });
    await take("bad.json", printed.replace('"limitSoc": 0.9', '"limitSoc": 9'));
    expect(screen.getByRole("alert").textContent).toContain("pattern.limitSoc: accepted: 0.2 to 1");
    expect(draftOf(garage).pattern.limitSoc).toBe(0.8);
    await take("week.json", printed);
    await followed();
    expect(draftOf(garage).elsewhere).toEqual({ work: "w1", post: null, stop: "w2" });
    expect(draftOf(garage).pattern).toMatchObject({ limitSoc: 0.9, days: even(250) });
    expect(rowsOf("Ways through this week").map((row) => row[1])).toEqual(["Slow", "Fast", "Faster"]);
  });
});

describe("from and to the other rooms", () => {
  test("a way opens in the Path", async () => {
    const garage = await shown({ pattern: { days: even(100) } });
    useSolve.setState({ answered: null });
    await act(async () => void fireEvent.click(screen.getByRole("link", { name: "Open it in the Path" })));
    expect(draftStoreOf(garage.household.id).getState().draft).toMatchObject({
      name: "Slow",
      trial: { what: "Slow" },
    });
  });

  test("the smallest that suffices goes to what pays back, with a year's distance and shares", async () => {
    const garage = await shown({ pattern: { days: even(400), limitSoc: 1, startSoc: 1 } });
    fireEvent.click(screen.getByRole("button", { name: "Slow" }));
    await act(async () => void fireEvent.click(screen.getByRole("link", { name: /pays back/ })));
    const { payback } = moneyStoreOf(garage.household.id).getState().draft!;
    expect(payback.kmAYear).toBe(146_100);
    expect(payback.then).toMatchObject({ name: "Fast", share: 1 });
    expect(payback.now!.name).toBe("Slow");
    // In the long run a night puts back 296 of every 400.
    expect(payback.now!.share).toBeCloseTo(NIGHT / 400, 4);
    expect(payback.items).toEqual([{ what: "Fast", sign: 1, cost: { low: 800, high: 800 } }]);
    expect(payback.elsewhere).toBeGreaterThan(6);
  });

  test("a night of the line-up is followed over a whole week", async () => {
    const garage = await shown();
    await act(async () => followWeek(garage, 0, { ...SESSION, toSoc: 0.9 }, 120));
    await followed();
    expect(draftOf(garage).pattern).toMatchObject({ limitSoc: 0.9, startSoc: 0.9 });
    expect(draftOf(garage).pattern.days[6]!.drives).toEqual([
      { leave: "08:00", back: "18:00", km: 120, stands: "nowhere" },
    ]);
    await act(async () => followWeek(garage, 0, { ...SESSION, neededBy: null, toSoc: 0.05 }, 0));
    expect(draftOf(garage).pattern).toMatchObject({ limitSoc: 0.2 });
    expect(draftOf(garage).pattern.days[0]!.drives).toEqual([]);
    expect(mondayOf("2026-11-29")).toBe("2026-11-23");
    expect(mondayOf("2026-11-30")).toBe("2026-11-30");
  });

  test("where standing costs, or a stay is limited, or a station is rapid, no night is spent", async () => {
    const idle = {
      name: "idle",
      elements: [
        {
          price_components: [
            { type: "ENERGY" as const, price: 0.3, step_size: 1 },
            { type: "PARKING_TIME" as const, price: 2, step_size: 1 },
          ],
        },
      ],
    };
    const limited = { name: "yard", limitMinutes: 120 };
    await shown({
      ways: [
        ...WAYS,
        { ...WAYS[1]!, name: "Idle", tariff: idle },
        { ...WAYS[1]!, name: "Limited", place: limited },
      ],
    });
    expect(rowsOf("Ways through this week").map((row) => row[1])).toEqual(["Slow", "Fast"]);
    // For a stop, for work, for a post they are there all the same.
    const offered = [...screen.getByLabelText<HTMLSelectElement>("On the way it stops at").options].map(
      ({ text }) => text,
    );
    expect(offered).toEqual([
      "the first rapid station (Station)",
      "Station",
      "Idle",
      "Limited",
      "Slow",
      "Fast",
    ]);
  });

  test("without a car, without a way for a night, at an address that is none: what is missing is said", async () => {
    const none = plainGarage();
    render(<WeekScreen garage={{ ...none, cars: [], household: { ...none.household, id: "none" } }} />, {
      wrapper: MemoryRouter,
    });
    expect(screen.getByRole("heading").textContent).toBe("No week to follow yet");
    cleanup();
    await shown({ ways: [WAYS[2]!] });
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("Nowhere to stand for a night");
    cleanup();
    await shown({ at: "/week/nothing-of-ours" });
    expect(screen.getByRole("heading").textContent).toBe("There is nothing at this address");
  });
});

describe("years", () => {
  const planned: Partial<Luck> = {
    distance: { law: "as-planned" },
    lateChance: 0,
    forgotten: 0,
    months: Array<"mild">(12).fill("mild"),
  };
  const years = async (asked: Asked) => {
    const garage = await shown({ at: "/week/year", ...asked });
    await act(async () => void (await screen.findByLabelText("How often it falls short")));
    await settle();
    return garage;
  };

  test.each(["km", "mi"] as const)("in %s: without luck a year is its weeks", async (unit) => {
    await years({ unit, pattern: { days: even(100) }, luck: planned });
    const panel = screen.getByLabelText("How often it falls short");
    expect(panel.textContent).toContain(
      "Slow catches Plain short on no day of these years (nine times in ten the truth lies between 0.0 and 0.1); a year costs €794.",
    );
    expect(panel.textContent).toContain(
      "Sure enough after 40 years: days short within half a day or a twentieth, cost within a fiftieth.",
    );
    const [slow] = rowsOf("A year at every way, figures");
    expect(slow!.slice(0, 4)).toEqual(["Slow", "0.00.0 to 0.1", "0.00.0 to 0.1", "0 %"]);
    expect(slow!.slice(4)).toEqual(["€794€794 to €794", "€0.00"]);
    expect(within(panel).getByRole("img").getAttribute("aria-label")).toBe(
      `One of the years at Slow, day by day: short on 0 of 364 days; least to spare ${unit === "km" ? "600 km" : "373 mi"}`,
    );
    // A law as wide as its mean: one in twenty above three times it.
    fireEvent.change(screen.getByLabelText("Distances are"), { target: { value: "geometric" } });
    expect(screen.getByText(/^The longest day of the week/).textContent).toContain(
      unit === "km"
        ? "half of such days between 28 km and 139 km, one in twenty above 301 km"
        : "half of such days between 17 mi and 86 mi, one in twenty above 187 mi",
    );
    await settle();
  });

  test("what the next better way spares and saves is told, and the way is picked in the table", async () => {
    await years({ pattern: { days: even(400) }, luck: planned });
    fireEvent.click(screen.getByRole("button", { name: "Slow" }));
    const panel = screen.getByLabelText("How often it falls short");
    // Seven in seven days are short in the long run.
    expect(panel.textContent).toMatch(/Slow catches Plain short on 36\d days a year/);
    expect(panel.textContent).toMatch(
      /The next better, Fast, spares 36\d of them and saves €[\d,]+ a year\./,
    );
  });

  test("another seed, more years, to the last of them", async () => {
    await years({ pattern: { days: even(250) }, luck: { ...planned, distance: { law: "spread", cv: 0.5 } } });
    const slow = () => rowsOf("A year at every way, figures")[0]!.slice(1, 3).join();
    const before = slow();
    fireEvent.change(screen.getByLabelText("Seed"), { target: { value: "2" } });
    await settle();
    const other = slow();
    expect(other).not.toBe(before);
    fireEvent.change(screen.getByLabelText("Seed"), { target: { value: "1" } });
    fireEvent.change(screen.getByLabelText("Seed"), { target: { value: "2" } });
    await settle();
    expect(slow()).toBe(other);
    fireEvent.change(screen.getByLabelText("Years at most"), { target: { value: "200" } });
    fireEvent.click(screen.getByLabelText(/go on to the last year/));
    await settle();
    expect(screen.getByRole("status").textContent).toContain("200 years gone through.");
  });

  test("ended by hand it says after how many, and can be gone through again", async () => {
    await years({ pattern: { days: even(250) }, luck: planned });
    fireEvent.change(screen.getByLabelText("Years at most"), { target: { value: "200" } });
    fireEvent.click(screen.getByLabelText(/go on to the last year/));
    fireEvent.click(screen.getByRole("button", { name: "Cancel" }));
    expect(screen.getByRole("status").textContent).toMatch(/^Ended by hand after \d+ years\./);
    await act(
      async () => void fireEvent.click(screen.getByRole("button", { name: "Go through them again" })),
    );
    await settle();
    expect(screen.getByRole("status").textContent).toContain("200 years gone through.");
  });

  test("figures of luck are taken in range alone", async () => {
    const garage = await years({ pattern: { days: even(100) }, luck: planned });
    const type = (label: string, value: string) =>
      fireEvent.change(screen.getByLabelText(label), { target: { value } });
    type("Late home on, per cent", "25");
    type("Late by, hours", "3.5");
    type("Forgotten to plug in, per cent", "120");
    type("A public post is taken on, per cent", "40");
    fireEvent.change(screen.getByLabelText("March is"), { target: { value: "cold" } });
    const { luck } = draftOf(garage);
    expect(luck).toMatchObject({ lateChance: 0.25, lateHours: 3.5, forgotten: 0, postTaken: 0.4 });
    expect(luck.months[2]).toBe("cold");
    type("Sun of its own, mild", "9");
    type("Consumption, cold", "150");
    expect(draftOf(garage).luck.seasons).toMatchObject({
      mild: { sunKm: 9, consumption: 1 },
      cold: { consumption: 1.5 },
    });
    expect(screen.queryByLabelText("Consumption, hot")).toBeNull();
    fireEvent.change(screen.getByLabelText("Distances are"), { target: { value: "spread" } });
    type("by, per cent", "60");
    expect(draftOf(garage).luck.distance).toEqual({ law: "spread", cv: 0.6 });
    await settle();
  });
});

test.each([
  ["km", "600 km to spare", "301 km to spare"],
  ["mi", "373 mi to spare", "187 mi to spare"],
] as const)(
  "in %s: three schools of plugging in, side by side, to be taken with a press",
  async (unit, most, least) => {
    const garage = await shown({
      unit,
      at: "/week/matters",
      pattern: { days: even(100), plugInDays: [0, 3] },
    });
    await settle();
    const rows = rowsOf("Schools of plugging in, figures");
    expect(rows[0]).toEqual(["whenever it is home", "holds", `70 %${most}`, "7", "€794"]);
    // It comes home with forty; a night puts back 296 of the four hundred.
    expect(rows[1]!.slice(0, 3)).toEqual(["only below 50 %", "holds, as buffer", `40 %${least}`]);
    expect(rows[2]![0]).toBe("on Mon, Thu");
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: "only below 50 %" })));
    expect(draftOf(garage).pattern.plugIn).toBe("below");
    await settle();
  },
);

describe("what matters most", () => {
  test.each([
    ["km", "a fifth more: 580 km to spare", "from 580 km to spare to 620 km to spare"],
    ["mi", "a fifth more: 360 mi to spare", "from 360 mi to spare to 385 mi to spare"],
  ] as const)("in %s: each assumption by itself; a press takes its value", async (unit, more, swing) => {
    const garage = await shown({ unit, at: "/week/matters", pattern: { days: even(100) } });
    await settle();
    const rows = rowsOf("What matters most, figures");
    // 600 km above the reserve at its lowest; another fifth of a hundred are twenty.
    const distance = rows.find(([name]) => name === "How far you drive")!;
    expect(`from ${distance[1]}`).toBe(swing);
    expect(distance[2]).toContain(more);
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: more })));
    expect(draftOf(garage).pattern.days[0]!.drives[0]!.km).toBe(120);
    await settle();
    // Plugged in only below half it comes home with 40 %: three hundred kilometres less, and nothing else swings as far.
    expect(rows[0]![0]).toBe("When it is plugged in");
  });

  test("what would fall short is told as that", async () => {
    await shown({ at: "/week/matters", pattern: { days: even(650) } });
    await settle();
    fireEvent.click(screen.getByRole("link", { name: "The week" }));
    fireEvent.click(screen.getByRole("button", { name: "Fast" }));
    await act(async () => void fireEvent.click(screen.getByRole("link", { name: "What matters most" })));
    await settle();
    const distance = rowsOf("What matters most, figures").find(([name]) => name === "How far you drive")!;
    // 700 km are between limit and reserve; a fifth more are 780, the other days' too.
    expect(distance[2]).toMatch(/a fifth less: 1\d\d km to spare/);
    expect(distance[2]).toMatch(/a fifth more: [1-9]\d* km short/);
  });
});
