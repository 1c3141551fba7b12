/** @jest-environment jsdom */
import { act, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { fallowQuay, larchHollow } from "@kettleback/core/demo";
import { api, Refused } from "../../api/client";
import { useGarage } from "../../stores/garage";
import { useNotices } from "../../stores/notices";
import { House } from "./House";

const { household } = fallowQuay;

/** The household in view, as the store has it. */
function InView() {
  const row = useGarage((s) => s.garage!.household);
  return (
    <ul>
      <House row={row} shown />
    </ul>
  );
}

beforeEach(() => {
  jest.restoreAllMocks();
  useGarage.setState({
    households: [household, larchHollow.household],
    householdId: household.id,
    garage: fallowQuay,
    loaded: true,
  });
});

test("settings saved elsewhere meanwhile come in but for what I changed, and Save then keeps both", async () => {
  const theirs = { ...household, version: 5, spec: { ...household.spec, houseRule: "cautious" as const } };
  const saving = jest
    .spyOn(api, "saveHousehold")
    .mockRejectedValueOnce(new Refused(409, "was changed elsewhere", [], theirs))
    .mockImplementation(async (row) => ({ ...row, version: 6 }));
  render(<InView />);
  fireEvent.input(screen.getByLabelText("Name"), { target: { value: "Quay" } });
  const save = screen.getByRole("button", { name: `Save ${household.spec.name}` });
  await waitFor(() => expect(save.hasAttribute("disabled")).toBe(false));
  fireEvent.click(save);
  await waitFor(() => expect(useNotices.getState().notices[0]?.text).toBe("was changed elsewhere"));
  expect(screen.getByLabelText<HTMLInputElement>("Name").value).toBe("Quay");
  expect(screen.getByLabelText<HTMLSelectElement>("Outlet limit to use").value).toBe("cautious");
  fireEvent.click(save);
  await waitFor(() => expect(saving).toHaveBeenCalledTimes(2));
  expect(saving.mock.lastCall![0]).toMatchObject({
    version: 5,
    spec: { name: "Quay", houseRule: "cautious" },
  });
});

test("a file that is without what cannot be read says so by name; a whole one says nothing", async () => {
  const clicked = jest.spyOn(HTMLAnchorElement.prototype, "click").mockImplementation(() => undefined);
  const unread = (["cars", "cables", "cars", "evses", "outlets", "paths", "tariffs"] as const).map(
    (kind, i) => ({
      kind,
      id: `x${i}`,
      name: `Thing ${i}`,
      problems: [],
    }),
  );
  const garage = jest.spyOn(api, "garage").mockResolvedValue(fallowQuay);
  useNotices.setState({ notices: [] });
  render(<InView />);
  const save = () =>
    act(async () => {
      fireEvent.click(screen.getByRole("button", { name: `Save ${household.spec.name} as a file` }));
    });
  await save();
  expect(
    clicked.mock.instances.map((link) => (link as unknown as HTMLAnchorElement).getAttribute("href")),
  ).toEqual([`/api/households/${household.id}/file`]);
  expect(useNotices.getState().notices).toEqual([]);
  garage.mockResolvedValue({ ...fallowQuay, unread });
  await save();
  expect(useNotices.getState().notices[0]).toMatchObject({
    tone: "trouble",
    text: "The file is without what cannot be read: Thing 0 (car), Thing 1 (cable), Thing 2 (car), Thing 3 (charging unit), Thing 4 (outlet) and 2 more. It stays here as it is.",
  });
  garage.mockRejectedValue(new Error("away"));
  useNotices.setState({ notices: [] });
  await save();
  expect(useNotices.getState().notices).toEqual([]);
});

test("while a household is being saved it cannot be saved again", async () => {
  let settle!: () => void;
  jest
    .spyOn(api, "saveHousehold")
    .mockImplementation((row) => new Promise((resolve) => (settle = () => resolve(row))));
  render(<InView />);
  fireEvent.input(screen.getByLabelText("Name"), { target: { value: "Quay" } });
  const save = screen.getByRole("button", { name: `Save ${household.spec.name}` });
  await waitFor(() => expect(save.hasAttribute("disabled")).toBe(false));
  fireEvent.click(save);
  await waitFor(() => expect(save.hasAttribute("disabled")).toBe(true));
  await act(async () => settle());
  await waitFor(() => expect(useNotices.getState().notices[0]?.text).toBe("Quay is saved."));
});

test("where people disagree each school stands with its reason, and what is chosen is kept", async () => {
  const saving = jest.spyOn(api, "saveHousehold").mockImplementation(async (row) => ({ ...row, version: 6 }));
  render(<InView />);
  const leads = screen.getByLabelText<HTMLSelectElement>("An extension lead");
  expect(leads.value).toBe("eight");
  expect(screen.getByText(/gives off no more than a wall socket does at 10 A/)).toBeTruthy();
  expect(screen.getByText(/8 A leaves every one of them cool/)).toBeTruthy();
  fireEvent.change(leads, { target: { value: "heavy" } });
  const save = screen.getByRole("button", { name: `Save ${household.spec.name}` });
  await waitFor(() => expect(save.hasAttribute("disabled")).toBe(false));
  await act(async () => {
    fireEvent.click(save);
  });
  expect(saving.mock.lastCall![0].spec.schools).toEqual({
    leads: "heavy",
    past80: "stay",
    cold: "needed",
    cable: "used",
  });
});
