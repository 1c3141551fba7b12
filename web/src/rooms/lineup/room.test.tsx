/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router-dom";
import type { Garage } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { writeAs } from "../../format/manner";
import { useLineup } from "../../jobs/lineup";
import { lineupDraftOf, lineupStoreOf } from "../../stores/lineup";
import LineupScreen from "./LineupScreen";
import { propsOf } from "./tests/known";

jest.mock("react-chartjs-2", () => ({ Line: () => null, Bar: () => null, Chart: () => null }));

const view = (name: string) =>
  within(screen.getByRole("navigation", { name: "Views of the line-up" })).getByRole("link", { name });
const entered = (garage: Garage, at = "/line-up") =>
  render(
    <MemoryRouter initialEntries={[at]}>
      <Routes>
        <Route path="/line-up/:view?" element={<LineupScreen garage={garage} />} />
      </Routes>
    </MemoryRouter>,
  );
/** Views come on demand: until the one that was pressed for is there. */
const press = (name: string) => act(async () => void fireEvent.click(view(name)));

beforeEach(() => {
  writeAs({});
  localStorage.clear();
  document.documentElement.dataset.bsTheme = "light";
  window.matchMedia = (() => ({ matches: false })) as never;
  useLineup.setState({ solved: null, whole: null });
});

describe("the line-up", () => {
  const { solved } = propsOf("km");
  const shown = async (draft = solved.draft, at = "/line-up") => {
    const garage = { ...solved.garage };
    lineupStoreOf(garage.household.id).getState().set(draft);
    entered(garage, at);
    await waitFor(() => {
      const { done, all, problems } = useLineup.getState().solved!;
      expect(problems.length > 0 || done === all).toBe(true);
    });
  };

  test("a candidate that is added joins the cars and is the one in view", async () => {
    await shown();
    fireEvent.click(screen.getByRole("button", { name: "Add a candidate…" }));
    fireEvent.change(screen.getByLabelText("What you call it"), { target: { value: "Heron" } });
    await act(async () => {
      fireEvent.click(screen.getByRole("button", { name: "Add it" }));
    });
    const { draft } = useLineup.getState().solved!;
    expect(draft.cars).toHaveLength(solved.draft.cars.length + 1);
    expect(draft.cars.at(-1)).toMatchObject({ name: "Heron" });
    const inView = screen.getByLabelText<HTMLSelectElement>("Car in view");
    expect(inView.selectedOptions[0]!.textContent).toBe("Heron, a candidate");
  });

  test("it opens on the comparison, of one car and its session alone", async () => {
    await shown();
    expect(view("Compare").getAttribute("aria-current")).toBe("page");
    expect(screen.queryByLabelText("A day's drive, km")).toBeNull();
    await press("Enough overnight?");
    expect(await screen.findByLabelText("A day's drive, km")).toBeDefined();
  });

  test.each([
    ["All ways", "The way in view"],
    ["Table", "Table of the line-up"],
    ["Cars × ways", "Cars by ways"],
    ["Charts", "Charts"],
    ["Vary one thing", "Vary one thing"],
    ["Vary two", "Vary two"],
    ["Enough overnight?", "Enough overnight?"],
    ["A stay", "A stay"],
    ["What to carry", "Cables"],
  ])("%s opens in its own view, and the comparison goes", async (name, region) => {
    await shown();
    expect(document.querySelector(".compare")).not.toBeNull();
    await press(name);
    expect(await screen.findByLabelText(region)).toBeDefined();
    expect(document.querySelector(".compare")).toBeNull();
    expect(view(name).getAttribute("aria-current")).toBe("page");
    await press("Compare");
    await waitFor(() => expect(screen.queryByLabelText(region)).toBeNull());
  });

  test("the baseline is looked at first, then whatever is chosen", async () => {
    await shown({ ...solved.draft, baseline: "w1" }, "/line-up/all");
    const looked = () => screen.getByLabelText<HTMLInputElement>("Name of the way").value;
    await screen.findByLabelText("Name of the way");
    expect(looked()).toBe("Fast");
    fireEvent.click(screen.getByRole("button", { name: "Leave out" }));
    await waitFor(() => expect(looked()).toBe("Slow"));
  });

  test("without ways it says so, and offers no view of them", async () => {
    await shown({ ...solved.draft, ways: [], baseline: null });
    expect(screen.getByText(/^No way is in this line-up yet/)).toBeDefined();
    expect(screen.queryByText(/^No car is in this line-up/)).toBeNull();
    expect(document.querySelector(".compare")).toBeNull();
  });

  test("with a car that is gone it says so", async () => {
    await shown({ ...solved.draft, cars: ["gone"] });
    expect(screen.getByText(/^No car is in this line-up/)).toBeDefined();
    expect(screen.queryByText(/^No way is in this line-up yet/)).toBeNull();
  });

  test("what cannot be asked is named at its own field, and no row is drawn", async () => {
    await shown({ ...solved.draft, dayKm: -1 });
    const wrong = screen
      .getAllByRole("textbox")
      .filter((field) => field.getAttribute("aria-invalid") === "true");
    expect(wrong.map((field) => field.getAttribute("aria-label"))).toEqual(["A day's drive, km"]);
    expect(document.querySelector(".compare")).toBeNull();
  });

  test("a view that does not exist is told, and nothing is drawn in its place", async () => {
    await shown();
    cleanup();
    entered({ ...solved.garage }, "/line-up/nothing-of-ours");
    expect((await screen.findByRole("heading")).textContent).toBe("There is nothing at this address");
    expect(screen.queryByRole("navigation")).toBeNull();
  });

  test("with no car at all it says where to add one", () => {
    entered({ ...fallowQuay, cars: [], household: { ...fallowQuay.household, id: "none" } });
    expect(screen.getByRole("heading").textContent).toBe("Nothing to line up yet");
  });

  test("a kept line-up is worked on as it was kept", async () => {
    await shown(lineupDraftOf({ ...solved.draft, name: "kept" } as never, null));
    expect(lineupStoreOf(solved.garage.household.id).getState().draft!.name).toBe("kept");
  });
});
