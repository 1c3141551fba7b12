/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router-dom";
import {
  recordSchema,
  sampleOf,
  type DistanceUnit,
  type Kept,
  type Sample,
  type SessionRecord,
} from "@kettleback/core";
import { api, type Bucket } from "../../api/client";
import { writeAs } from "../../format/manner";
import { useGarage } from "../../stores/garage";
import { useLog } from "../../stores/log";
import { useNotices } from "../../stores/notices";
import { flat, plainAnswered, plainGarage } from "../../tests/plain";
import { settle } from "../../tests/settle";
import { besideOf, meanWatts, sharedSeconds } from "./onePost";
import LogScreen from "./LogScreen";

// The plain car: 100 kWh, no resistance, nothing of its own; 10 A of 230 V: 2,300 W at the wall, of which
// 92 + 0.0325 × 2300 + 2300²/294,400 = 184.7 W are lost: 2,115.3 W stored.
const STORED = 2300 - (92 + 0.0325 * 2300 + 2300 ** 2 / 294_400);
const { plan: base } = plainAnswered();
const plan = {
  ...base,
  tariff: flat(0.5),
  session: { ...base.session, fromSoc: 0.2, toSoc: 0.5, neededBy: null, pluggedInAt: "2026-11-20T18:00" },
};
const HOURS = 10;
const record = (key: string, change: Partial<SessionRecord> = {}): SessionRecord =>
  recordSchema.parse({
    name: `night ${key}`,
    carId: "car",
    placeId: "place",
    begin: "2026-11-20T18:00:00Z",
    end: "2026-11-21T04:00:00Z",
    source: "meter",
    key,
    plan,
    wallWh: 2300 * HOURS,
    fromSoc: 0.2,
    toSoc: 0.41,
    ...change,
  });
const kept = (key: string, change: Partial<SessionRecord> = {}): Kept<SessionRecord> => ({
  id: key,
  version: 1,
  parentId: null,
  spec: record(key, change),
});
/** Readings as the server tells them in stretches: of a session at so many watts. */
const bucketsOf = (samples: readonly Sample[]): Bucket[] =>
  samples.map((sample) => ({
    from: sample[0],
    count: 1,
    of: Object.fromEntries(
      ["watts", "amps", "volts", "soc"].map((name, i) => {
        const value = sample[(i + 1) as 1];
        return [name, value === null ? null : { min: value, max: value, mean: value }];
      }),
    ) as Bucket["of"],
  }));

const show = async (at: string, rows: readonly Kept<SessionRecord>[], distance: DistanceUnit = "km") => {
  jest.spyOn(api, "sessions").mockResolvedValue([...rows]);
  const garage = plainGarage({ distance });
  await act(async () => {
    render(
      <MemoryRouter initialEntries={[at]}>
        <Routes>
          <Route path="/log/:view?" element={<LogScreen garage={garage} />} />
        </Routes>
      </MemoryRouter>,
    );
  });
  // First what was read, then what explains it.
  await settle();
  await settle();
  return garage;
};
const verdict = () => document.querySelector(".verdict")!.textContent!;
const press = async (name: string | RegExp) => {
  await act(async () => {
    fireEvent.click(screen.getByRole("button", { name }));
  });
  await settle();
};
const notice = () => useNotices.getState().notices[0];

beforeEach(() => {
  jest.restoreAllMocks();
  // Lists draw what is near the window: jsdom has no heights of its own.
  jest.spyOn(Element.prototype, "getBoundingClientRect").mockReturnValue({
    height: 44,
    width: 900,
    top: 0,
    bottom: 44,
    left: 0,
    right: 900,
    x: 0,
    y: 0,
    toJSON: () => "",
  });
  jest.spyOn(api, "buckets").mockResolvedValue([]);
  jest.spyOn(Date, "now").mockReturnValue(Date.parse("2026-11-28T12:00:00Z"));
  writeAs({ decimals: "point" } as never);
  useLog.setState({ householdId: null, year: 0, rows: null });
  useNotices.setState({ notices: [] });
});
afterEach(cleanup);

describe("what was charged", () => {
  test("the year's sum: the meter's kWh, the share that was lost, what it cost, how much of it rapid", async () => {
    await show("/log", [
      kept("a"),
      kept("b", { begin: "2026-10-02T18:00:00Z", end: "2026-10-03T04:00:00Z" }),
      kept("c", {
        plan: null,
        current: "DC",
        wallWh: 40_000,
        paid: 20,
        begin: "2026-10-05T10:00:00Z",
        end: "2026-10-05T11:00:00Z",
      }),
    ]);
    // 23 + 23 + 40 kWh; of the two that say both, 2 × (23 − 21) of 46.
    expect(verdict()).toBe("86.0 kWh in 3 sessions of 2026: 9 % of it was lost on the way, €43.00.");
    expect(document.querySelector(".answer")!.textContent).toContain(
      "1 of 3 were rapid ones (33 %). Too few sessions yet",
    );
    const october = screen.getByRole("row", { name: /^October/ });
    expect([...october.querySelectorAll("td.figure")].map((cell) => cell.textContent)).toEqual([
      "2",
      "63.0",
      "9 %",
      "11 h",
      "31.50",
      "1",
      "–",
    ]);
  });

  test("a rapid share above the common advice is marked as careful", async () => {
    const rows = Array.from({ length: 10 }, (_, i) =>
      kept(String(i), { plan: null, current: i < 3 ? "DC" : "AC" }),
    );
    await show("/log", rows);
    const said = document.querySelector(".room-caution")!.textContent!;
    expect(said).toContain("3 of 10 were rapid ones (30 %). Common advice is one in four or five at most");
  });

  test("by car and way the sums are named; a session at the year's edge belongs to its own zone's year", async () => {
    await show("/log", [
      kept("a"),
      kept("edge", { begin: "2027-01-01T00:30:00Z", end: "2027-01-01T02:30:00Z" }),
    ]);
    expect(verdict()).toContain("23.0 kWh in 1 session of 2026");
    fireEvent.change(screen.getByLabelText("Summed by"), { target: { value: "car" } });
    expect(screen.getByRole("row", { name: /^Plain/ })).toBeTruthy();
    fireEvent.change(screen.getByLabelText("Summed by"), { target: { value: "way" } });
    expect(screen.getByRole("row", { name: new RegExp(`^${plan.name}`) })).toBeTruthy();
  });

  test("a line tells charge, time, kWh, loss, cost, and how far the meter lies from what was reckoned", async () => {
    await show("/log", [kept("a", { toSoc: 0.4, wallWh: 24_000 })]);
    const [line] = document.querySelectorAll(".session-line");
    // 20 kWh stored; reckoned 20/2.1153 × 2.3 = 21.75 kWh; 24.0 is 10 % above.
    expect(line!.textContent).toContain("20 % to 40 %10 h24.0 kWh17 % lost€12.00by the tariff+10 %");
    expect(24_000 / ((20_000 / STORED) * 2300) - 1).toBeCloseTo(0.1036, 3);
  });

  test("started with the path in view and stopped, each by one press; an undo brings it back as it was", async () => {
    const add = jest
      .spyOn(api, "addSession")
      .mockImplementation(async (_, spec) => ({ id: "9", version: 1, parentId: null, spec }));
    const change = jest
      .spyOn(api, "changeSession")
      .mockImplementation(async (_, row) => ({ ...row, version: row.version + 1 }));
    const { garage, ...answered } = plainAnswered() as ReturnType<typeof plainAnswered> & { garage: unknown };
    void garage;
    const { useSolve } = await import("../../jobs/store");
    useSolve.setState({ answered: { ...answered, garage } as never });
    await show("/log", []);
    await press("Start now");
    expect(add.mock.lastCall![1]).toMatchObject({
      begin: "2026-11-28T12:00:00.000Z",
      end: null,
      source: "by hand",
    });
    await press("Stop now");
    expect(change.mock.lastCall![1].spec.end).not.toBeNull();
    await act(async () => notice()!.action!.run());
    expect(change.mock.lastCall![1].spec.end).toBeNull();
    useSolve.setState({ answered: null });
  });

  test("a year that is read late does not take the place of the one asked for since", async () => {
    let late: (rows: Kept<SessionRecord>[]) => void = () => undefined;
    jest
      .spyOn(api, "sessions")
      .mockImplementationOnce(() => new Promise((resolve) => (late = resolve)))
      .mockResolvedValueOnce([kept("new")]);
    const first = useLog.getState().load("home", 2025);
    await useLog.getState().load("home", 2026);
    late([kept("old")]);
    await first;
    expect(useLog.getState()).toMatchObject({ year: 2026, rows: [{ id: "new" }] });
  });

  test("where the server does not answer it says so, and tries again", async () => {
    const garage = plainGarage();
    const sessions = jest
      .spyOn(api, "sessions")
      .mockRejectedValueOnce(new Error("no answer"))
      .mockResolvedValue([]);
    await act(async () => {
      render(
        <MemoryRouter initialEntries={["/log"]}>
          <Routes>
            <Route path="/log/:view?" element={<LogScreen garage={garage} />} />
          </Routes>
        </MemoryRouter>,
      );
    });
    expect(screen.getByRole("alert").textContent).toContain("no answer");
    await press("Try again");
    expect(sessions).toHaveBeenCalledTimes(2);
    expect(document.body.textContent).toContain("Nothing is kept of 2026");
  });
});

describe("one session", () => {
  const begin = Date.parse("2026-11-20T18:00:00Z");
  /** Readings every quarter of an hour at so many watts, the battery filling with what is stored of them. */
  const readings = (watts: number, stored: number) =>
    Array.from({ length: 40 }, (_, i) =>
      sampleOf(begin + i * 900_000, {
        watts,
        amps: watts / 230,
        volts: 230,
        soc: 0.2 + (stored * i) / 4 / 100_000,
      }),
    );

  test("as computed it says so", async () => {
    jest.spyOn(api, "buckets").mockResolvedValue(bucketsOf(readings(2300, STORED)));
    await show("/log/session?id=a", [kept("a")]);
    expect(verdict()).toContain("It charged as computed");
    expect(
      screen.getByRole("img", { name: "Measured against computed: 41 % measured, 41 % computed at the end" }),
    ).toBeTruthy();
  });

  test("at 6 A it was left on 6 A; the picture's measured and computed kWh stand below it", async () => {
    // 1,380 W, of which 92 + 44.85 + 6.47 = 143.3 are lost.
    const stored = 1380 - (92 + 0.0325 * 1380 + 1380 ** 2 / 294_400);
    jest.spyOn(api, "buckets").mockResolvedValue(bucketsOf(readings(1380, stored)));
    await show("/log/session?id=a", [kept("a", { wallWh: 13_800, toSoc: 0.32 })]);
    expect(verdict()).toBe("Unit or car was left on 6 A. ");
    expect(document.querySelector(".keys")!.textContent).toBe(
      "measured 13.8 kWhcomputed 23.0 kWhleft on a lower current 13.8 kWh",
    );
    const came = screen.getByRole("region", { name: "What it came to" }).textContent!;
    // 12 % of 100 kWh at 2,115.3 of 2,300 W: 13.05 kWh, 13.1 as told; 13.8 counted less 12 stored.
    expect(came).toContain("13.8 kWh; 13.1 kWh reckoned");
    expect(came).toContain("Lost1.80 kWh");
    // 13.8 kWh at 0.50.
    expect(came).toContain("energy13.80 kWh€0.50€6.90altogether€6.90");
  });

  test("readings that come late for another session are not shown for this one", async () => {
    let late: (buckets: Bucket[]) => void = () => undefined;
    jest
      .spyOn(api, "buckets")
      .mockImplementation((_, id) =>
        id === "a"
          ? new Promise((resolve) => (late = resolve))
          : Promise.resolve(bucketsOf(readings(2300, STORED))),
      );
    await show("/log/session?id=a", [kept("a"), kept("b", { begin: "2026-11-20T18:00:00Z" })]);
    fireEvent.change(screen.getByLabelText("Session"), { target: { value: "b" } });
    await settle();
    await settle();
    expect(verdict()).toContain("It charged as computed");
    await act(async () => late(bucketsOf(readings(1380, 1236))));
    await settle();
    expect(verdict()).toContain("It charged as computed");
  });

  test("without a plan it says what is missing", async () => {
    await show("/log/session?id=a", [kept("a", { plan: null })]);
    expect(verdict()).toBe(
      "It cannot be compared. It has no plan: say over which way it was charged, and with which car.",
    );
  });

  test.each([
    ["km", "1000", 1000],
    ["mi", "1000", 1609.344],
  ] as const)("what it had driven is typed in %s and kept in kilometres", async (unit, typed, km) => {
    const change = jest
      .spyOn(api, "changeSession")
      .mockImplementation(async (_, row) => ({ ...row, version: 2 }));
    await show("/log/session?id=a", [kept("a", { odometerKm: 160.9344 })], unit);
    const field = screen.getByLabelText<HTMLInputElement>(`Had driven, ${unit}`);
    expect(Number(field.value)).toBeCloseTo(unit === "mi" ? 100 : 160.9344, 6);
    fireEvent.change(field, { target: { value: typed } });
    fireEvent.change(screen.getByLabelText("Charge after, %"), { target: { value: "43.5" } });
    fireEvent.change(screen.getByLabelText("The meter counted, kWh"), { target: { value: "24.5" } });
    fireEvent.change(screen.getByLabelText("Paid, EUR"), { target: { value: "7.2" } });
    await press("Keep it");
    const { spec } = change.mock.lastCall![1];
    expect(spec).toMatchObject({
      toSoc: 0.435,
      wallWh: 24_500,
      paid: 7.2,
      begin: record("a").begin,
      end: record("a").end,
    });
    expect(spec.odometerKm).toBeCloseTo(km, 6);
    await act(async () => notice()!.action!.run());
    expect(change.mock.lastCall![1]).toMatchObject({ version: 2, spec: { wallWh: 23_000 } });
  });

  test("what is wrong is named at its field in the unit typed, and nothing is sent", async () => {
    const change = jest.spyOn(api, "changeSession");
    await show("/log/session?id=a", [kept("a")], "mi");
    fireEvent.change(screen.getByLabelText("Charge before, %"), { target: { value: "120" } });
    fireEvent.change(screen.getByLabelText("The meter counted, kWh"), { target: { value: "-3" } });
    fireEvent.change(screen.getByLabelText("Had driven, mi"), { target: { value: "many" } });
    await press("Keep it");
    expect(screen.getAllByRole("alert").map((one) => one.textContent)).toEqual([
      "Charge before: accepted: 0 to 100 %",
      "The meter counted: accepted: 0 to 1,000 kWh",
      "Had driven: accepted: 0 to 6,213,711 mi",
    ]);
    expect(change).not.toHaveBeenCalled();
  });
});

describe("two cars on one post", () => {
  const other = kept("b", {
    carId: "other",
    begin: "2026-11-20T22:00:00Z",
    end: "2026-11-21T06:00:00Z",
    wallWh: 8_000,
  });
  const now = Date.parse("2026-11-28T12:00:00Z");
  test("at once or within two hours they are on one clock, farther apart they are not", () => {
    expect(besideOf([kept("a"), other], kept("a"), now).map(({ id }) => id)).toEqual(["b"]);
    const later = kept("c", { begin: "2026-11-21T05:30:00Z", end: "2026-11-21T07:30:00Z" });
    const far = kept("d", { begin: "2026-11-21T06:30:00Z", end: "2026-11-21T07:30:00Z" });
    const elsewhere = { ...other, id: "e", spec: { ...other.spec, plan: null, placeId: "far" } };
    expect(besideOf([later, far, elsewhere], kept("a"), now).map(({ id }) => id)).toEqual(["c"]);
    // 22:00 to 04:00.
    expect(sharedSeconds([kept("a"), other], now)).toBe(6 * 3600);
    expect(meanWatts(other.spec)).toBe(1_000);
  });
  test("the page shows both with what each drew", async () => {
    await show("/log/session?id=a", [kept("a"), other]);
    const section = screen.getByRole("region", { name: "On one post" });
    expect(section.textContent).toContain("For 6 h they charged at the same time.");
    expect(section.textContent).toContain("2.30 kW in the mean");
    expect(section.textContent).toContain("1.00 kW in the mean");
  });
});

test("what was done to a session from here is told with its time, and what the unit did not take", async () => {
  const at = (minutes: number) =>
    new Date(Date.parse("2026-11-20T18:00:00Z") + minutes * 60_000).toISOString();
  await show("/log/session", [
    kept("1", {
      acts: [
        { at: at(0), act: "start", taken: true },
        { at: at(40), act: "limit", amps: 8, taken: true },
        { at: at(50), act: "schedule", taken: false, said: "NotSupported" },
        { at: at(70), act: "stop", taken: true },
      ],
    }),
  ]);
  const came = screen.getByRole("region", { name: "What it came to" });
  expect(came.textContent).toContain(
    "18:00 started; 18:40 lowered to 8 A; 18:50 sent its hours: not taken, it said “NotSupported”; 19:10 stopped",
  );
});

test("what a household's sessions tell is put into its car, marked; undo puts back what was there", async () => {
  const rows = Array.from({ length: 6 }, (_, i) => {
    const amps = i % 2 === 0 ? 10 : 6;
    const wall = amps * 230;
    // The car is really one of 90 kWh.
    const stored = wall - (92 + 0.0325 * wall + wall ** 2 / 294_400);
    return kept(String(i), {
      begin: `2026-11-0${i + 1}T18:00:00Z`,
      end: `2026-11-0${i + 2}T04:00:00Z`,
      plan: {
        ...plan,
        settings: { ...plan.settings, evseAmps: amps },
        session: { ...plan.session, toSoc: 0.95 },
      },
      wallWh: wall * 10,
      toSoc: Math.round(100 * (0.2 + (stored * 10) / 90_000)) / 100,
    });
  });
  const garage = await show("/log/car", rows);
  const keep = jest.fn(async (_: string, row: { spec: unknown }) => ({ ...row, version: 2 }));
  useGarage.setState({ keep: keep as never });
  await press("Estimate from 6 sessions");
  await settle();
  const row = screen.getByRole("row", { name: /^what the battery holds/ });
  const cells = [...row.querySelectorAll("td")].map((cell) => cell.textContent!);
  expect(cells[0]).toBe("100.0 kWh");
  expect(Number.parseFloat(cells[1]!)).toBeGreaterThan(87);
  expect(Number.parseFloat(cells[1]!)).toBeLessThan(93);
  await press("Take it over");
  const [kind, taken] = keep.mock.calls[0] as unknown as [
    string,
    { spec: { battery: { usableWh: number }; measured: { of: string }[] } },
  ];
  expect(kind).toBe("cars");
  expect(taken.spec.battery.usableWh / 1000).toBeCloseTo(Number.parseFloat(cells[1]!), 1);
  expect(taken.spec.measured.map(({ of }) => of)).toContain("capacity");
  await act(async () => notice()!.action!.run());
  expect(keep.mock.lastCall![1].spec).toEqual(garage.cars[0]!.spec);
});

test("a claim is told in the household's own distance", async () => {
  await show("/log/claim", [], "mi");
  fireEvent.change(screen.getByLabelText("What is claimed"), {
    target: { value: "25 miles of range an hour at 7.4 kW, 300 Wh/mi" },
  });
  // 7.4 kW at 300 Wh a mile: 24.7 miles.
  expect(document.querySelector(".answer")!.textContent).toContain(
    "Claimed 25.0 mi/h, its own figures give 24.7 mi/h.",
  );
});
