/** @jest-environment jsdom */
import { act, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { MemoryRouter } from "react-router-dom";
import { fallowQuay, larchHollow } from "@kettleback/core/demo";
import { api, Refused } from "../../api/client";
import { useGarage } from "../../stores/garage";
import Households from "./Households";

beforeEach(() => {
  jest.restoreAllMocks();
  jest.spyOn(api, "bin").mockResolvedValue([]);
  jest.spyOn(api, "copies").mockResolvedValue([]);
  jest.spyOn(api, "signIns").mockResolvedValue([]);
  useGarage.setState({
    households: [fallowQuay.household, larchHollow.household],
    unreadHouseholds: [],
    householdId: fallowQuay.household.id,
    garage: fallowQuay,
    loaded: true,
  });
});

const shown = async () => {
  render(
    <MemoryRouter>
      <Households />
    </MemoryRouter>,
  );
  await act(async () => Promise.resolve());
};
const choose = (text: string, name = "quay.household.json") => {
  const file = new File([text], name, { type: "application/json" });
  // jsdom's files do not give their text.
  Object.assign(file, { text: () => Promise.resolve(text) });
  fireEvent.change(screen.getByLabelText("Household file"), { target: { files: [file] } });
  return file;
};

test("a household that cannot be read is named with its first problem, and the others are there", async () => {
  jest.spyOn(api, "households").mockResolvedValue([
    fallowQuay.household,
    {
      id: "larch-hollow",
      name: "Larch Hollow",
      problems: [{ field: "currency", message: "three letters" }],
    },
  ]);
  jest.spyOn(api, "garage").mockResolvedValue(fallowQuay);
  await act(() => useGarage.getState().load());
  await shown();
  expect(screen.getByRole("note").textContent).toMatch(
    /^Larch Hollow cannot be read \(currency: three letters\)\. It is left as it is/,
  );
  expect(screen.getByRole("button", { name: "Delete Fallow Quay" })).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Delete Larch Hollow" })).toBeNull();
});

test("a file is sent as it is, said to be on its way meanwhile, and shown once it is in", async () => {
  let settle!: (row: typeof larchHollow.household) => void;
  const take = jest
    .spyOn(api, "takeHousehold")
    .mockImplementation(() => new Promise((resolve) => (settle = resolve)));
  const load = jest.fn(() => Promise.resolve());
  useGarage.setState({ load });
  await shown();
  const file = choose("{}");
  expect(take.mock.calls[0]!.slice(0, 2)).toEqual([file, null]);
  expect(screen.getByRole("status").textContent).toBe("quay.household.json is being taken in…");
  await act(async () => settle(larchHollow.household));
  expect(screen.getByRole("status").textContent).toBe("");
  expect(load).toHaveBeenCalledWith(larchHollow.household.id);
  fireEvent.change(screen.getByLabelText("Import as"), { target: { value: "larch-hollow" } });
  choose("{}");
  expect(take.mock.calls[1]![1]).toBe("larch-hollow");
});

test("stopped on its way nothing is said to be wrong, and another can be chosen", async () => {
  jest
    .spyOn(api, "takeHousehold")
    .mockImplementation(
      (_, __, stopped) =>
        new Promise((_resolve, reject) =>
          stopped.addEventListener("abort", () => reject(new Refused(0, "Stopped."))),
        ),
    );
  await shown();
  choose("{}");
  fireEvent.click(screen.getByRole("button", { name: "Stop importing" }));
  await waitFor(() => expect(screen.getByRole("button", { name: "Import…" })).toBeTruthy());
  expect(screen.queryByRole("alert")).toBeNull();
});

test("what is wrong with it is told by field; of a file of another kind, where it is taken in", async () => {
  const problems = Array.from({ length: 10 }, (_, i) => ({ field: `cars.${i}`, message: "no" }));
  const take = jest.spyOn(api, "takeHousehold").mockRejectedValue(new Refused(422, "Not accepted", problems));
  await shown();
  choose("{}");
  const alert = await screen.findByRole("alert");
  expect(alert.textContent).toContain("quay.household.json was not imported; nothing has changed.");
  expect(alert.textContent).toMatch(/cars\.0: no.*cars\.7: noand 2 more/);
  take.mockRejectedValue(new Refused(400, "not JSON: line 3 cannot be read"));
  choose("{");
  await waitFor(() => expect(screen.getByRole("alert").textContent).toContain("(file): not JSON: line 3"));
  take.mockRejectedValue(new Refused(422, "x", [{ field: "format", message: "no" }]));
  choose('{"format": "kettleback-week", "version": 4}');
  await waitFor(() =>
    expect(screen.getByRole("alert").textContent).toMatch(/\(file\): this is a week.*: take it in at/),
  );
});
