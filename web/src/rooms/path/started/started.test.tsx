/** @jest-environment jsdom */
import { act, fireEvent, render, screen, within } from "@testing-library/react";
import {
  sampleOf,
  type Device,
  type Kept,
  type Sample,
  type SessionRecord,
  type DeviceNote,
  type DeviceState,
} from "@kettleback/core";
import { api } from "../../../api/client";
import { writeAs } from "../../../format/manner";
import { draftOf } from "../../../stores/draft";
import { useLive } from "../../../stores/live";
import { useNotices } from "../../../stores/notices";
import { BY_HAND, useSessions } from "../../../stores/sessions";
import { plainAnswered, plainGarage } from "../../../tests/plain";
import { endOf } from "./endOf";
import { recordOf } from "../../../plan/recordOf";
import { readAlready } from "./FinishForm";
import { GoingOn } from "./GoingOn";
import Started from "./Started";

const mockSaved: { name: string; text: string }[] = [];
jest.mock("../../../controls/DocumentFile", () => ({
  saveAs: (name: string, text: string) => mockSaved.push({ name, text }),
}));

// The plain car: 100 kWh, 10 A of 230 V at the post.
const garage = plainGarage();
const draft = draftOf(garage.paths[0]!.spec, "path");
const { plan } = plainAnswered();
const BEGAN = Date.parse("2026-11-23T18:10:20Z");

const kept = (spec: SessionRecord, version = 1): Kept<SessionRecord> => ({
  id: "7",
  version,
  parentId: null,
  spec,
});
const running = () => kept(recordOf({ garage, draft, plan }, BEGAN));
const shown = async (rows: readonly Kept<SessionRecord>[], of: typeof plan | null = plan) => {
  jest.spyOn(api, "sessions").mockResolvedValue([...rows]);
  await act(async () => {
    render(
      <>
        <GoingOn garage={garage} />
        <Started garage={garage} draft={draft} plan={of} />
      </>,
    );
  });
};
const press = (name: string) =>
  act(async () => {
    fireEvent.click(screen.getByRole("button", { name }));
  });
const notice = () => useNotices.getState().notices[0];
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

beforeEach(() => {
  jest.restoreAllMocks();
  jest.useFakeTimers({ now: BEGAN + 3_600_000, doNotFake: ["queueMicrotask"] });
  useSessions.setState({ householdId: null, rows: [] });
  mockSaved.length = 0;
});
afterEach(() => jest.useRealTimers());

test("started now: the plan in view is recorded from this moment, with the car and the place it names", async () => {
  const add = jest.spyOn(api, "addSession").mockImplementation(async (_, spec) => kept(spec));
  await shown([]);
  await press("Started now");
  const [household, spec] = add.mock.lastCall!;
  expect(household).toBe(garage.household.id);
  expect(spec).toMatchObject({
    name: plan.name,
    carId: "car",
    placeId: "place",
    begin: "2026-11-23T19:10:20.000Z",
    end: null,
    source: BY_HAND,
    fromSoc: 0.7,
    plan: { session: { pluggedInAt: "2026-11-23T19:10", fromSoc: 0.7, toSoc: 0.8 } },
  });
  // One session a car: it is followed now, and cannot be started twice.
  expect(screen.queryByRole("button", { name: "Started now" })).toBeNull();
  expect(screen.getByRole("heading").textContent).toBe(`${plan.name}: since 19:10`);
});

test("an hour on it stands where it should, with the next moment first", async () => {
  await shown([running()]);
  // 2,300 W less the charger's loss over an hour: 2.1 kWh of 100.
  expect(document.querySelector(".standing")!.textContent).toMatch(
    /^About 72 % now, by reckoning: 80 % at \d\d:\d\d, in \d h/,
  );
  const moments = [...document.querySelectorAll(".moments li")].map((li) => [li.className, li.textContent!]);
  expect(moments.map(([state]) => state)).toEqual(["past", "next", ""]);
  expect(moments[0]![1]).toContain("18:15 Look whether it charges");
  expect(moments[1]![1]).toMatch(/80 % is there, in \d h/);
  expect(moments[2]![1]).toContain("07:00 The car is wanted");
  await act(async () => {
    jest.setSystemTime(BEGAN + 9 * 3_600_000);
    jest.advanceTimersByTime(5_000);
  });
  expect(document.querySelector(".standing")!.textContent).toContain("80 % should be there.");
});

test("what is still to come goes into a calendar, what is past does not", async () => {
  await shown([running()]);
  await press("To my calendar");
  expect(mockSaved.map(({ name }) => name)).toEqual(["started.ics"]);
  const { text } = mockSaved[0]!;
  expect(text.split("BEGIN:VEVENT")).toHaveLength(3);
  expect(text.split("BEGIN:VALARM")).toHaveLength(3);
  expect(text).not.toContain("Look whether");
});

describe("devices that tell of a session", () => {
  const of = (fields: Device["fields"]): Kept<Device> => ({
    id: "teller",
    version: 1,
    parentId: null,
    spec: {
      name: "Bay meter",
      of: { kind: "outlets", id: "bay" },
      reach: { kind: "http", address: "http://10.0.0.7/", everySeconds: 15 },
      fields,
    },
  });
  const COUNTS: Device["fields"] = [{ role: "counterWh", path: "e", unit: "Wh" }];
  const watched = async (
    fields: Device["fields"],
    state: Partial<DeviceState>,
    samples: readonly Sample[] = [],
  ) => {
    jest.spyOn(api, "samples").mockResolvedValue([...samples]);
    useLive.setState({
      householdId: garage.household.id,
      devices: [
        {
          id: "teller",
          session: "7",
          readAt: null,
          trouble: null,
          limitSoc: null,
          note: null,
          secretFor: null,
          ...state,
        },
      ],
      samples: {},
    });
    jest.spyOn(useLive.getState(), "loadPoints").mockResolvedValue();
    jest.spyOn(api, "sessions").mockResolvedValue([running()]);
    await act(async () => {
      render(<GoingOn garage={{ ...garage, devices: [of(fields)] }} />);
    });
  };
  const readBy = () => screen.queryByRole("list", { name: "Read by" })?.textContent;
  afterEach(() => act(() => useLive.setState({ householdId: null, devices: [], samples: {} })));

  test("say that they are read, that they were not yet, or what is wrong with them", async () => {
    await watched(COUNTS, {});
    expect(readBy()).toBe("Bay meter is asked; nothing was read yet.");
    act(() =>
      useLive.setState({ devices: [{ ...useLive.getState().devices[0]!, readAt: "2026-11-23T19:10:00Z" }] }),
    );
    expect(readBy()).toBe("Bay meter is read along.");
    const says = (note: DeviceNote) =>
      act(() => useLive.setState({ devices: [{ ...useLive.getState().devices[0]!, note }] }));
    says({ says: "no-session", at: null });
    expect(readBy()).toBe("Bay meter tells of no session yet that began when this one did.");
    says({ says: "late", at: "2026-11-23T18:20:00Z" });
    expect(readBy()).toBe(`Bay meter tells late: what it shows is of 18:20.`);
    writeAs({ clock: "12 h" });
    says({ says: "ended", at: "2026-11-23T18:40:00Z" });
    expect(readBy()).toBe("Bay meter says it ended at 6:40 pm; its bill is still to come.");
    writeAs({});
    act(() =>
      useLive.setState({ devices: [{ ...useLive.getState().devices[0]!, trouble: "cannot be reached" }] }),
    );
    expect(readBy()).toBe("Bay meter cannot be reached. What is shown is what was read before.");
    act(() => useLive.setState({ devices: [{ ...useLive.getState().devices[0]!, session: "8" }] }));
    expect(readBy()).toBeUndefined();
  });

  test("of two counters only one is added up: where one tells, none is typed", async () => {
    await watched(COUNTS, {});
    expect(screen.queryByLabelText("The meter counts, kWh")).toBeNull();
    expect(screen.getByLabelText("The car shows, %")).toBeTruthy();
    document.body.innerHTML = "";
    await watched([{ role: "soc", path: "s", unit: "%" }], {});
    expect(screen.getByLabelText("The meter counts, kWh")).toBeTruthy();
  });

  test("a car's own limit below what was asked for is an alarm, and what is ready by then", async () => {
    const samples = [0, 30, 60].map((minute) =>
      sampleOf(BEGAN + minute * 60_000, { watts: 2_300, amps: 10, volts: 230, counterWh: minute * 38.3 }),
    );
    await watched([{ role: "limitSoc", path: "l", unit: "%" }], { limitSoc: 0.75 }, samples);
    expect(screen.getByRole("alert").textContent).toContain(
      "The car is set to end at 75 %; 80 % was asked for. Raise the limit in the car, or leave with less.",
    );
    expect(document.body.textContent).toContain("75 % at");
  });

  test("what was read need not be typed again at its end", async () => {
    const read = (minute: number, counterWh: number, soc?: number) =>
      sampleOf(BEGAN + minute * 60_000, { counterWh, ...(soc === undefined ? {} : { soc }) });
    expect(readAlready([])).toEqual({ toSoc: "", beforeKWh: "", afterKWh: "" });
    expect(readAlready([read(0, 1_204_600), read(60, 1_206_900.4, 0.723)])).toEqual({
      toSoc: "72.3",
      beforeKWh: "1204.6",
      afterKWh: "1206.9",
    });
    // Begun anew on the way: 400 Wh before, 700 Wh after.
    expect(readAlready([read(0, 1_000), read(10, 1_400), read(20, 300), read(30, 700)])).toEqual({
      toSoc: "",
      beforeKWh: "",
      afterKWh: "1.1",
    });
    await watched(COUNTS, {}, [read(0, 1_204_600), read(60, 1_206_900)]);
    await press("Finish it…");
    expect(screen.getByLabelText<HTMLInputElement>("Counter after, kWh").value).toBe("1206.9");
  });
});

test("finished by two readings it is kept, told beside what was reckoned, and taken back with undo", async () => {
  const change = jest
    .spyOn(api, "changeSession")
    .mockImplementation(async (_, row) => ({ ...row, version: row.version + 1 }));
  await shown([running()]);
  await press("Finish it…");
  await press("Keep it");
  expect(screen.getByRole("alert").textContent).toBe(
    "The car shows: needed: what the car shows, or what the meter counted",
  );
  type("The car shows, %", "60");
  await press("Keep it");
  expect(screen.getByRole("alert").textContent).toBe(
    "The car shows: accepted: 70 to 100 %, as it began at 70 %",
  );
  expect(change).not.toHaveBeenCalled();
  type("The car shows, %", "72");
  type("Counter before, kWh", "100,5");
  type("Counter after, kWh", "102.7");
  await press("Keep it");
  expect(change.mock.lastCall![1].spec).toMatchObject({
    end: "2026-11-23T19:10:20.000Z",
    toSoc: 0.72,
    wallWh: 2_200,
    fromSoc: 0.7,
  });
  // 2 % of 100 kWh at 92 to 93 %: 2.18 kWh at the wall.
  expect(notice()!.text).toMatch(
    /^Kept for the log: 70 % to 72 %, 2\.20 kWh counted, 2\.1\d kWh reckoned\.$/,
  );
  expect(within(document.querySelector("details")!).getByText(/70 % to 72 %/)).toBeTruthy();
  expect(screen.getByRole("button", { name: "Started now" })).toBeTruthy();
  await act(async () => notice()!.action!.run());
  expect(change.mock.lastCall![1]).toMatchObject({ version: 2, spec: { end: null, toSoc: null } });
  expect(screen.getByRole("button", { name: "Finish it…" })).toBeTruthy();
});

test("a write that fails is told, and the readings stay", async () => {
  jest.spyOn(api, "changeSession").mockRejectedValue(new Error("no answer"));
  await shown([running()]);
  await press("Finish it…");
  type("The car shows, %", "75");
  await press("Keep it");
  expect(notice()).toMatchObject({ tone: "trouble", text: "no answer" });
  expect(screen.getByLabelText<HTMLInputElement>("The car shows, %").value).toBe("75");
});

test("what did not charge is taken out, and back", async () => {
  const row = running();
  jest.spyOn(api, "removeSession").mockResolvedValue({ ...row, version: 2 });
  jest.spyOn(api, "restoreSession").mockResolvedValue({ ...row, version: 3 });
  await shown([row]);
  await press("It did not charge");
  expect(screen.queryByRole("heading")).toBeNull();
  await act(async () => notice()!.action!.run());
  expect(screen.getByRole("heading").textContent).toContain("since 18:10");
});

test("another car that charges does not keep this one from being started", async () => {
  const { spec, ...row } = running();
  await shown([{ ...row, spec: { ...spec, carId: "other" } }]);
  expect(screen.getByRole("heading").textContent).toContain("since 18:10");
  expect(screen.getByRole("button", { name: "Started now" })).toBeTruthy();
});

test("where the path in view does not charge nothing can be started, yet what runs is followed", async () => {
  await shown([running()], null);
  expect(screen.queryByRole("button", { name: "Started now" })).toBeNull();
  expect(screen.getByRole("heading").textContent).toContain("since 18:10");
});

test("sessions that a device told of are not taken for one's own", async () => {
  const { spec } = running();
  await shown([kept({ ...spec, source: "meter" })]);
  expect(screen.queryByRole("heading")).toBeNull();
});

test("an older answer that comes late does not take the place of a newer one", async () => {
  let answer: (rows: Kept<SessionRecord>[]) => void = () => undefined;
  jest
    .spyOn(api, "sessions")
    .mockImplementationOnce(() => new Promise((resolve) => (answer = resolve)))
    .mockResolvedValueOnce([running()]);
  const first = useSessions.getState().load("one");
  await useSessions.getState().load("two");
  answer([]);
  await first;
  expect(useSessions.getState()).toMatchObject({ householdId: "two", rows: [{ id: "7" }] });
});

test.each([
  // The last such time up to now; within a minute of either end it is that end.
  ["06:40", "2026-11-24T06:40:00Z"],
  ["18:10", "2026-11-23T18:10:20Z"],
  ["06:45", "2026-11-24T06:45:30Z"],
  ["06:46", "2026-11-23T06:46:00Z"],
  ["23:00", "2026-11-23T23:00:00Z"],
] as const)("ended at %s is %s", (time, moment) =>
  expect(
    new Date(endOf(time, BEGAN, Date.parse("2026-11-24T06:45:30Z"), "Europe/Dublin")).toISOString(),
  ).toBe(new Date(moment).toISOString()),
);
