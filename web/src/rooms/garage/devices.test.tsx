/** @jest-environment jsdom */
import { act, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter } from "react-router-dom";
import type { Device, Kept, DeviceState } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { api, type Tried } from "../../api/client";
import { useGarage } from "../../stores/garage";
import { useLive } from "../../stores/live";
import { useNotices } from "../../stores/notices";
import { Devices } from "./Devices";

const HOME = fallowQuay.household.id;
const state = (id: string, change: Partial<DeviceState> = {}): DeviceState => ({
  id,
  session: null,
  readAt: null,
  trouble: null,
  limitSoc: null,
  note: null,
  secretFor: null,
  ...change,
});
const METER = "fq-boathouse-meter";
const REPORT = "fq-curlew-report";

beforeEach(() => {
  jest.restoreAllMocks();
  useGarage.setState({ garage: fallowQuay, householdId: HOME, loaded: true });
  jest.spyOn(api, "chargePoints").mockResolvedValue({ points: [], knocks: [] });
});
const shown = async (states: readonly DeviceState[] = [state(METER), state(REPORT)], garage = fallowQuay) => {
  jest.spyOn(api, "devicesNow").mockResolvedValue({ devices: [...states] });
  await act(async () => {
    render(
      <MemoryRouter>
        <Devices garage={garage} />
      </MemoryRouter>,
    );
  });
};
const press = (name: string) =>
  act(async () => void fireEvent.click(screen.getByRole("button", { name, hidden: false })));
const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const tries = (found: Tried) => jest.spyOn(api, "tryDevice").mockResolvedValue(found);

test("each says what it tells of, where it is reached, and how it stands", async () => {
  await shown([
    state(METER, { session: "7", trouble: "does not answer in time", secretFor: "mqtt://127.0.0.1:4183" }),
    state(REPORT, { session: "7", readAt: "2026-11-23T18:10:00Z" }),
  ]);
  const [meter, report] = screen.getAllByRole("listitem").map(({ textContent }) => textContent!);
  expect(meter).toContain("Boathouse meter it does not answer in time");
  expect(meter).toContain("It tells of Boathouse · wall socket: moment, power from the wall, volts");
  expect(meter).toContain("boathouse/meter");
  expect(meter).toContain("it has one");
  expect(report).toContain("Curlew's own report read along");
  expect(report).toContain("every 5 s");
  expect(report).toContain("charge at which the car ends");
});

test("a secret given for another address is said to be sent nowhere else, in the list and in the form", async () => {
  await shown([state(METER, { secretFor: "mqtts://elsewhere.example:8883" })]);
  const [meter] = screen.getAllByRole("listitem").map(({ textContent }) => textContent!);
  expect(meter).toContain(
    "not sent: it was given for mqtts://elsewhere.example:8883. Type it again to use it here.",
  );
  await press("Change Boathouse meter");
  expect(screen.getByLabelText(/^Secret, if it wants one: name:password/)).toBeTruthy();
  const said = () => screen.queryByText(/is sent nowhere else/)?.textContent ?? null;
  expect(said()).toBe(
    "The secret you gave is for mqtts://elsewhere.example:8883 and is sent nowhere else. If this address wants it too, type it again.",
  );
  type(/^Address of the broker/, "mqtts://Elsewhere.example");
  expect([said(), screen.queryByLabelText(/it has one; type another/) !== null]).toEqual([null, true]);
  type(/^Address of the broker/, "mqtts://elsewhere.example:8884");
  expect(said()).not.toBeNull();
  type(/^Secret/, "hush");
  expect(said()).toBeNull();
});

test("without any it says what is done instead; what a device told of may be gone", async () => {
  await shown([], { ...fallowQuay, devices: [] });
  expect(document.body.textContent).toContain("Without one, readings are typed.");
  document.body.innerHTML = "";
  await shown([state(REPORT)], { ...fallowQuay, cars: [] });
  expect(document.body.textContent).toContain("What it told of is gone: change it");
  expect(document.body.textContent).toContain("not read now: nothing charges where it tells of");
});

test("a new one is tried, its figures are guessed and set right, and it is kept with its secret", async () => {
  await shown();
  const add = jest
    .spyOn(api, "add")
    .mockImplementation(async (_, __, spec) => ({ id: "new", version: 1, parentId: null, spec }) as never);
  const secret = jest.spyOn(api, "giveSecret").mockResolvedValue({});
  await press("Add a device");
  await press("Keep it");
  expect(screen.getAllByRole("alert").map(({ textContent }) => textContent)).toEqual([
    "Name: a name is needed: 1 to 80 characters",
    expect.stringMatching(/^Address: accepted: an address such as http:/),
    expect.stringMatching(/^What it tells: needed: at least one figure/),
  ]);
  const asked = tries({
    leaves: [
      { path: "power_w", value: 2300 },
      { path: "energy", value: 12.5 },
      { path: "x", value: 3 },
    ],
    guess: [
      { role: "watts", path: "power_w", unit: "W" },
      { role: "counterWh", path: "energy", unit: "Wh" },
    ],
    trouble: null,
  });
  type("Name", "Slip meter");
  fireEvent.change(screen.getByLabelText("It tells of"), { target: { value: "outlets fq-slip-blue" } });
  type("Address it answers at", "http://10.0.0.7/now");
  type("Asked every, s, 2 to 600", "20");
  type(/^Secret, if it wants one/, "hush");
  await press("Ask it now");
  expect(asked).toHaveBeenCalledWith(HOME, {
    reach: { kind: "http", address: "http://10.0.0.7/now", everySeconds: 20 },
    secret: "hush",
  });
  expect(screen.getByRole("status").textContent).toBe("It tells 3 figures.");
  const rows = within(screen.getByRole("table")).getAllByRole("row").slice(1);
  expect(rows.map((row) => row.querySelector(".value")!.textContent)).toEqual(["2300", "12.5", "3"]);
  fireEvent.change(screen.getByLabelText("energy in"), { target: { value: "kWh" } });
  fireEvent.change(screen.getByLabelText("x is"), { target: { value: "watts" } });
  // A thing is one figure: what was it before is left out.
  expect(screen.getByLabelText<HTMLSelectElement>("power_w is").value).toBe("");
  fireEvent.change(screen.getByLabelText("x is"), { target: { value: "" } });
  fireEvent.change(screen.getByLabelText("power_w is"), { target: { value: "watts" } });
  fireEvent.change(screen.getByLabelText("power_w in"), { target: { value: "W" } });
  await press("Keep it");
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(add.mock.lastCall).toEqual([
    HOME,
    "devices",
    {
      name: "Slip meter",
      of: { kind: "outlets", id: "fq-slip-blue" },
      reach: { kind: "http", address: "http://10.0.0.7/now", everySeconds: 20 },
      fields: [
        { role: "counterWh", path: "energy", unit: "kWh" },
        { role: "watts", path: "power_w", unit: "W" },
      ],
    },
    null,
  ]);
  expect(secret).toHaveBeenCalledWith(HOME, "new", "hush");
});

test("one that is heard has a broker and a topic; what it does not say is told, and what is kept stays", async () => {
  await shown([state(METER, { secretFor: "mqtt://127.0.0.1:4183" }), state(REPORT)]);
  const change = jest.spyOn(api, "change").mockImplementation(async (_, __, row) => row);
  const asked = tries({ leaves: [], guess: [], trouble: "said nothing within 12 s" });
  await press("Change Boathouse meter");
  expect(document.body.textContent).toContain("it has one; type another to change it");
  await press("Listen to it now");
  expect(asked).toHaveBeenCalledWith(HOME, {
    id: METER,
    reach: { kind: "mqtt", address: "mqtt://127.0.0.1:4183", topic: "boathouse/meter" },
  });
  expect(screen.getByRole("status").textContent).toBe("It said nothing within 12 s.");
  type(/^Topic it speaks under/, "boat#");
  await press("Listen to it now");
  expect(screen.getByRole("alert").textContent).toMatch(/^Topic: accepted: a topic such as/);
  expect(asked).toHaveBeenCalledTimes(1);
  type(/^Topic it speaks under/, "boat/#");
  await press("Keep it");
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  const [, , row] = change.mock.lastCall as unknown as [string, string, Kept<Device>];
  expect(row).toMatchObject({ id: METER, spec: { reach: { topic: "boat/#" } } });
  expect(row.spec.fields).toEqual(fallowQuay.devices[0]!.spec.fields);
  expect(row.spec).not.toHaveProperty("row");
});

test("reached another way it asks for what that wants, and its figures stay", async () => {
  await shown();
  await press("Change Curlew's own report");
  fireEvent.change(screen.getByLabelText("It is"), { target: { value: "mqtt" } });
  expect(screen.getByLabelText<HTMLInputElement>(/^Address of the broker/).value).toBe("mqtt://");
  expect(screen.getByLabelText(/^Topic it speaks under/)).toBeTruthy();
  expect(within(screen.getByRole("table")).getAllByRole("row")).toHaveLength(5);
  // A network tells no figures of its own: those that were chosen go, and how it stands is asked anew once it is kept.
  fireEvent.change(screen.getByLabelText("It is"), { target: { value: "ocpi" } });
  type("Address of its list of versions, as the network gave it", "https://island.example/ocpi/versions");
  const change = jest.spyOn(api, "change").mockImplementation(async (_, __, row) => row);
  const stands = jest.mocked(api.devicesNow).mock.calls.length;
  await press("Keep it");
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(change.mock.lastCall![2]).toMatchObject({ spec: { reach: { kind: "ocpi" }, fields: [] } });
  expect(jest.mocked(api.devicesNow).mock.calls).toHaveLength(stands + 1);
});

test("a network has no figures to be told apart; asked it says how many sessions and bills it has", async () => {
  await shown();
  const add = jest
    .spyOn(api, "add")
    .mockImplementation(async (_, __, spec) => ({ id: "new", version: 1, parentId: null, spec }) as never);
  tries({
    leaves: [
      { path: "sessions", value: 4 },
      { path: "bills", value: 3 },
    ],
    guess: [],
    trouble: null,
  });
  await press("Add a device");
  type("Name", "Island");
  fireEvent.change(screen.getByLabelText("It is"), { target: { value: "ocpi" } });
  expect(screen.getByLabelText(/the token the network gave you$/)).toBeTruthy();
  type("Address of its list of versions, as the network gave it", "https://island.example/ocpi/versions");
  await press("Ask it now");
  expect(screen.getByRole("status").textContent).toBe("sessions: 4, bills: 3");
  expect(screen.queryByRole("table")).toBeNull();
  await press("Keep it");
  expect(screen.getByRole("alert").textContent).toBe(
    "It tells of: accepted: a car; a network tells of sessions, not of outlets",
  );
  fireEvent.change(screen.getByLabelText("It tells of"), { target: { value: "cars fq-curlew" } });
  await press("Keep it");
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(add.mock.lastCall![2]).toEqual({
    name: "Island",
    of: { kind: "cars", id: "fq-curlew" },
    reach: { kind: "ocpi", address: "https://island.example/ocpi/versions", everySeconds: 60 },
    fields: [],
  });
});

test("deleted it is read no more, until that is undone", async () => {
  await shown();
  const row = fallowQuay.devices[0]!;
  const gone = jest.spyOn(api, "remove").mockResolvedValue({ ...row, version: 2 });
  const back = jest.spyOn(api, "restore").mockResolvedValue({ ...row, version: 3 } as never);
  await press("Delete Boathouse meter");
  expect(gone).toHaveBeenCalledWith(HOME, "devices", row);
  const notice = useNotices.getState().notices[0]!;
  expect(notice.text).toBe("Boathouse meter is deleted, and read no more.");
  await act(async () => notice.action!.run());
  expect(back).toHaveBeenCalled();
});

test("states of another household are not shown as this one's", async () => {
  await shown();
  act(() =>
    useLive.setState({
      householdId: "elsewhere",
      devices: [state(METER, { secretFor: "mqtt://127.0.0.1:4183" })],
    }),
  );
  expect(screen.getAllByRole("listitem")[0]!.textContent).toContain("Boathouse meter …");
});
