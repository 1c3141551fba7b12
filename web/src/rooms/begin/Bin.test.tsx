/** @jest-environment jsdom */
import { act, render, screen } from "@testing-library/react";
import { fallowQuay } from "@kettleback/core/demo";
import { api, Refused, type Binned } from "../../api/client";
import { writeAs } from "../../format/manner";
import { useGarage } from "../../stores/garage";
import { useNotices } from "../../stores/notices";
import { Bin } from "./Bin";

const thing = (change: Partial<Binned>): Binned => ({
  household: "fallow-quay",
  kind: "cables",
  id: "c1",
  version: 3,
  name: "thin cable",
  deletedAt: "2026-11-22T17:40:00.000Z",
  ...change,
});
const said = () => useNotices.getState().notices.at(-1)!.text;
const rows = () => screen.queryAllByRole("listitem").map((row) => row.querySelector("span")!.textContent);

beforeEach(() => {
  writeAs({});
  jest.restoreAllMocks();
  useGarage.setState({ households: [fallowQuay.household], load: () => Promise.resolve() });
});

test("each says what it was, whose and when it was deleted; put back, it is gone from here", async () => {
  let binned = [thing({}), thing({ kind: null, id: "h2", household: "h2", name: "Old house" })];
  jest.spyOn(api, "bin").mockImplementation(() => Promise.resolve(binned));
  const putBack = jest.spyOn(api, "putBack").mockResolvedValue({});
  await act(async () => void render(<Bin />));
  expect(rows()[0]).toMatch(/^thin cable, cable of Fallow Quay: deleted 22 Nov 2026, \d\d:40$/);
  expect(rows()[1]).toMatch(/^Old house, a household with all it keeps: deleted/);
  binned = binned.slice(1);
  await act(async () => screen.getByRole("button", { name: "Put back thin cable" }).click());
  expect(putBack.mock.calls[0]![0]).toMatchObject({ kind: "cables", id: "c1", version: 3 });
  expect(said()).toBe("thin cable is put back.");
  expect(rows()).toHaveLength(1);
});

test("empty it says so; what cannot be put back is told, and the list looked at again", async () => {
  const look = jest.spyOn(api, "bin").mockResolvedValue([thing({})]);
  jest.spyOn(api, "putBack").mockRejectedValue(new Refused(409, "It was put back elsewhere."));
  await act(async () => void render(<Bin />));
  look.mockResolvedValue([]);
  await act(async () => screen.getByRole("button", { name: "Put back thin cable" }).click());
  expect(said()).toBe("It was put back elsewhere.");
  expect(rows()).toEqual([]);
  expect(screen.getByText("It is empty.")).toBeDefined();
});
