/** @jest-environment jsdom */
import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import { fallowQuay } from "@kettleback/core/demo";
import { api, Refused } from "../../api/client";
import { useGarage } from "../../stores/garage";
import { blankOf } from "./blanks";
import { cardOf } from "./cards";
import { Editor } from "./Editor";

const plover = fallowQuay.cars[0]!;
const save = () => fireEvent.click(screen.getByRole("button", { name: "Save" }));

beforeEach(() => {
  jest.restoreAllMocks();
  useGarage.setState({ garage: fallowQuay, householdId: "fallow-quay", loaded: true });
});

test("a car is changed in people's units and sent in canonical ones", async () => {
  const change = jest.spyOn(api, "change").mockImplementation(async (_, __, row) => row);
  const close = jest.fn();
  render(<Editor garage={fallowQuay} kind="cars" row={plover} onClose={close} />);
  fireEvent.input(screen.getByLabelText("Usable capacity"), { target: { value: "40.5" } });
  fireEvent.click(screen.getByLabelText(/set a lower current in the car/));
  save();
  await waitFor(() => expect(close).toHaveBeenCalled());
  expect(change.mock.lastCall![2].spec).toMatchObject({
    battery: { usableWh: 40_500 },
    charger: { settable: true, limits: plover.spec.charger.limits },
  });
});

test("a figure out of range is refused at its field in the unit typed; nothing is sent, nothing is lost", async () => {
  const change = jest.spyOn(api, "change");
  render(<Editor garage={fallowQuay} kind="cars" row={plover} onClose={() => undefined} />);
  fireEvent.input(screen.getByLabelText("Usable capacity"), { target: { value: "0" } });
  save();
  expect((await screen.findAllByRole("alert"))[0]!.textContent).toContain(
    "Usable capacity: accepted: 0.5 to 400 kWh",
  );
  expect(screen.getByLabelText<HTMLInputElement>("Usable capacity").value).toBe("0");
  expect(change).not.toHaveBeenCalled();
});

test("fields that do not apply to a kind are not there, and come when it does", () => {
  const row = { spec: { ...blankOf("evses", "230/400"), name: "box" }, parentId: null };
  render(<Editor garage={fallowQuay} kind="evses" row={row} onClose={() => undefined} />);
  expect(screen.queryByLabelText("Power on its sign")).toBeNull();
  fireEvent.change(screen.getByLabelText("Kind"), { target: { value: "rapid" } });
  expect(screen.getByLabelText("Power on its sign")).toBeTruthy();
  expect(screen.queryByLabelText("It knows which plug it has")).toBeNull();
});

test("a refusal of the server is told at its field, and the form stays", async () => {
  jest
    .spyOn(api, "add")
    .mockRejectedValue(new Refused(422, "Not accepted", [{ field: "spec.name", message: "taken" }]));
  const row = { spec: { ...blankOf("adapters", "230/400"), name: "Adapter" }, parentId: null };
  render(<Editor garage={fallowQuay} kind="adapters" row={row} onClose={() => undefined} />);
  save();
  await waitFor(() => expect(screen.getByText("Name: taken")).toBeTruthy());
  expect(screen.getByText("Not accepted")).toBeTruthy();
});

test("saved elsewhere meanwhile: theirs comes in where I changed nothing, mine stands where both did, and Save keeps it", async () => {
  const theirs = {
    ...plover,
    version: plover.version + 1,
    spec: {
      ...plover.spec,
      whPerKm: 200,
      battery: { ...plover.spec.battery, usableWh: 40_000 },
    },
  };
  const change = jest
    .spyOn(api, "change")
    .mockRejectedValueOnce(new Refused(409, "changed elsewhere", [], theirs))
    .mockImplementation(async (_, __, row) => row);
  const close = jest.fn();
  render(<Editor garage={fallowQuay} kind="cars" row={plover} onClose={close} />);
  fireEvent.input(screen.getByLabelText("Name"), { target: { value: "Plover II" } });
  fireEvent.input(screen.getByLabelText("Usable capacity"), { target: { value: "39" } });
  save();
  const found = await screen.findByText(/Nothing of yours is saved yet/);
  const said = found.closest("section")!;
  expect(said.textContent).toContain("Taken over from there, as you had left it alone: Economy. Where both");
  expect([...said.querySelectorAll("li")].map((li) => li.textContent)).toEqual([
    "Usable capacity: 40 kWh Take that",
  ]);
  expect(close).not.toHaveBeenCalled();
  expect(screen.getByLabelText<HTMLInputElement>("Usable capacity").value).toBe("39");
  expect(screen.getByLabelText<HTMLInputElement>("Economy").value).toBe("20");
  save();
  await waitFor(() => expect(close).toHaveBeenCalled());
  expect(change.mock.lastCall![2]).toMatchObject({
    version: plover.version + 1,
    spec: { name: "Plover II", whPerKm: 200, battery: { usableWh: 39_000 } },
  });
});

test("of a field both changed, theirs can be taken", async () => {
  const theirs = { ...plover, version: 9, spec: { ...plover.spec, name: "Theirs" } };
  const change = jest
    .spyOn(api, "change")
    .mockRejectedValueOnce(new Refused(409, "changed elsewhere", [], theirs))
    .mockImplementation(async (_, __, row) => row);
  render(<Editor garage={fallowQuay} kind="cars" row={plover} onClose={() => undefined} />);
  fireEvent.input(screen.getByLabelText("Name"), { target: { value: "Mine" } });
  save();
  fireEvent.click(await screen.findByRole("button", { name: "Take Name from there" }));
  expect(screen.getByLabelText<HTMLInputElement>("Name").value).toBe("Theirs");
  expect(screen.queryByRole("button", { name: /from there/ })).toBeNull();
  save();
  await waitFor(() => expect(change).toHaveBeenCalledTimes(2));
  expect(change.mock.lastCall![2]).toMatchObject({ version: 9, spec: { name: "Theirs" } });
});

test("a brochure's rapid charging becomes the battery's curve, marked as assumed, and a pack that takes its peak", async () => {
  const change = jest.spyOn(api, "change").mockImplementation(async (_, __, row) => row);
  render(<Editor garage={fallowQuay} kind="cars" row={plover} onClose={() => undefined} />);
  const put = (label: string, value: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value } });
  const take = screen.getByRole("button", { name: "Take these figures" });
  put("Peak at a rapid station, kW", "40");
  put("Time 1, minutes", "10");
  // 26.6 kWh in ten minutes.
  await screen.findByText(/is 160 kW on average, more than the peak of 40 kW/);
  expect(take.hasAttribute("disabled")).toBe(true);
  put("Battery, usable", "76");
  put("Peak at a rapid station, kW", "235");
  put("Time 1, minutes", "18");
  await screen.findByText(/235 kW are taken until/);
  fireEvent.click(take);
  save();
  await waitFor(() => expect(change).toHaveBeenCalled());
  const { battery, assumed } = change.mock.lastCall![2].spec as typeof plover.spec;
  expect(battery).toMatchObject({ usableWh: 76_000, packVolts: 720 });
  expect(Math.max(...battery.acceptance!.map(({ watts }) => watts))).toBe(235_000);
  expect(assumed).toContain("acceptance");
});

test("what is seen in the inlet fills inlets, one phase and its amps, and is kept with the car", async () => {
  const change = jest.spyOn(api, "change").mockImplementation(async (_, __, row) => row);
  const close = jest.fn();
  const three = {
    ...plover,
    spec: {
      ...plover.spec,
      inlets: ["ccs2" as const],
      charger: { ...plover.spec.charger, limits: [{ phases: 3 as const, amps: 16 }] },
    },
  };
  render(<Editor garage={fallowQuay} kind="cars" row={three} onClose={close} />);
  fireEvent.click(screen.getByText("Look into its inlet, and point at what you see"));
  fireEvent.click(
    await screen.findByRole("radio", { name: /^flat on top, seven places, the two lower ones empty/ }),
  );
  expect(screen.getByLabelText<HTMLInputElement>("Type 2").checked).toBe(true);
  expect(screen.getByLabelText<HTMLInputElement>("CCS2").checked).toBe(false);
  save();
  await waitFor(() => expect(close).toHaveBeenCalled());
  expect(change.mock.lastCall![2].spec).toMatchObject({
    inlets: ["type2"],
    onePhaseInlet: true,
    charger: { limits: [{ phases: 1, amps: 16 }] },
  });
});

test("a socket is found by its picture, the country's own first, and changes the outlet", async () => {
  const change = jest.spyOn(api, "change").mockImplementation(async (_, __, row) => row);
  const close = jest.fn();
  const socket = fallowQuay.outlets.find(({ spec }) => spec.kind === "socket" && spec.type === "cee-7")!;
  render(<Editor garage={fallowQuay} kind="outlets" row={socket} onClose={close} />);
  fireEvent.click(screen.getByText("find it by its picture"));
  const [first] = await screen.findAllByRole("radio");
  expect(first!.closest("label")!.textContent).toContain("three-pin socket (type G)");
  // What the household has is its own, whatever others there have.
  const seldom = screen.getByText("What is seldom met here").closest("details")!;
  expect(seldom.textContent).not.toContain("CEE 7");
  expect(seldom.textContent).toContain("NEMA 14-50");
  fireEvent.click(screen.getByRole("radio", { name: /^blue camping socket, 16 A/ }));
  save();
  await waitFor(() => expect(close).toHaveBeenCalled());
  expect(change.mock.lastCall![2].spec).toMatchObject({ type: "blue-16" });
});

test("a lead's taped joint and its last test are kept with it and stand on its card; untouched, nothing is", async () => {
  const change = jest.spyOn(api, "change").mockImplementation(async (_, __, row) => row);
  const close = jest.fn();
  const lead = fallowQuay.leads[0]!;
  const { unmount } = render(<Editor garage={fallowQuay} kind="leads" row={lead} onClose={close} />);
  save();
  await waitFor(() => expect(close).toHaveBeenCalled());
  expect(change.mock.lastCall![2].spec).not.toHaveProperty("state");
  unmount();

  close.mockClear();
  render(<Editor garage={fallowQuay} kind="leads" row={lead} onClose={close} />);
  fireEvent.click(screen.getByText("Its state"));
  fireEvent.click(screen.getByLabelText("a taped joint"));
  fireEvent.click(screen.getByLabelText("It was looked at or tested"));
  fireEvent.change(await screen.findByLabelText("On"), { target: { value: "2026-03-02" } });
  save();
  // By whom has to be said; nothing is lost meanwhile.
  await waitFor(() => expect(screen.getByText(/^By: a name is needed/)).toBeTruthy());
  fireEvent.input(screen.getByLabelText("By"), { target: { value: "R. Moss" } });
  // What is no date is refused on saving, and the one before it is not kept in its place.
  change.mockClear();
  fireEvent.change(screen.getByLabelText("On"), { target: { value: "2 Mach" } });
  save();
  await waitFor(() => expect(screen.getAllByText(/^On: accepted: a date such as/).length).toBeGreaterThan(1));
  expect(change).not.toHaveBeenCalled();
  expect(screen.getByLabelText<HTMLInputElement>("On").value).toBe("2 Mach");
  fireEvent.change(screen.getByLabelText("On"), { target: { value: "2026-03-02" } });
  save();
  await waitFor(() => expect(close).toHaveBeenCalled());
  const kept = change.mock.lastCall![2];
  expect(kept.spec).toMatchObject({
    state: { wear: ["taped"], tested: { on: "2026-03-02", by: "R. Moss", result: "certified" } },
  });
  expect(cardOf("leads", kept as never, fallowQuay).lines.slice(-2)).toEqual([
    "not to be used: a taped joint",
    "looked at and certified, 2 Mar 2026, by R. Moss",
  ]);
});

test("what a unit's lights mean is kept line by line, and emptied again", async () => {
  const change = jest.spyOn(api, "change").mockImplementation(async (_, __, row) => row);
  const close = jest.fn();
  const unit = fallowQuay.evses[0]!;
  render(<Editor garage={fallowQuay} kind="evses" row={unit} onClose={close} />);
  const lights = screen.getByLabelText("What its lights mean");
  fireEvent.change(lights, { target: { value: "green: ready\nred, two blinks: no earth" } });
  save();
  await waitFor(() => expect(close).toHaveBeenCalledTimes(1));
  expect(change.mock.lastCall![2].spec).toMatchObject({ lights: "green: ready\nred, two blinks: no earth" });
  fireEvent.change(lights, { target: { value: "  " } });
  save();
  await waitFor(() => expect(close).toHaveBeenCalledTimes(2));
  expect(change.mock.lastCall![2].spec).not.toHaveProperty("lights");
});
