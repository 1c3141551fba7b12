/** @jest-environment jsdom */
import { render, screen } from "@testing-library/react";
import { MemoryRouter, Route, Routes } from "react-router-dom";
import { writeAs } from "../../format/manner";
import { useSolve } from "../../jobs/store";
import { draftStoreOf } from "../../stores/draft";
import { useGarage } from "../../stores/garage";
import { plainAnswered, plainGarage, type PlainAsked } from "../../tests/plain";
import MoneyScreen from "./MoneyScreen";

jest.mock("react-chartjs-2", () => ({ Line: () => null, Bar: () => null, Chart: () => null }));

beforeEach(() => {
  writeAs({});
  localStorage.clear();
  document.documentElement.dataset.bsTheme = "light";
  useSolve.setState({ answered: null, standing: null, aside: null, open: null });
  useGarage.setState({ garage: null });
});

describe("Money", () => {
  const shown = (view: string, asked: PlainAsked = {}): void => {
    const answered = plainAnswered(asked);
    useGarage.setState({ garage: answered.garage });
    useSolve.setState({ answered, standing: answered });
    draftStoreOf(answered.garage.household.id).getState().set(answered.draft);
    render(
      <MemoryRouter initialEntries={[`/money/${view}`]}>
        <Routes>
          <Route path="/money/:view" element={<MoneyScreen garage={answered.garage} />} />
        </Routes>
      </MemoryRouter>,
    );
  };

  test("a view that does not exist is told, and nothing is drawn in its place", () => {
    shown("nothing-of-ours");
    expect(screen.getByRole("heading").textContent).toBe("There is nothing at this address");
    expect(screen.queryByRole("navigation")).toBeNull();
  });

  test.each([
    ["receipt", "Lines of the receipt"],
    ["when", "When to charge"],
    ["tariffs", "Price list"],
    ["places", "Prices at every place"],
    ["fuel", "Against fuel"],
    ["payback", "What pays back"],
    ["lead", "In coin"],
    ["members", "Memberships"],
  ])("%s shows %s, and nothing of the other views", async (view, label) => {
    shown(view);
    expect(await screen.findByLabelText(label)).toBeDefined();
    const all = [
      "Lines of the receipt",
      "When to charge",
      "Price list",
      "Prices at every place",
      "Against fuel",
      "What pays back",
      "In coin",
      "Memberships",
    ];
    expect(all.filter((name) => screen.queryByLabelText(name))).toEqual([label]);
    // The sentence stands over what is asked of the path alone.
    expect(screen.queryByLabelText("Place and outlet") !== null).toBe(
      !["fuel", "payback", "lead", "members"].includes(view),
    );
  });

  test("with nothing to plug in it says what is missing", () => {
    render(<MoneyScreen garage={{ ...plainGarage(), cars: [], paths: [] }} />, { wrapper: MemoryRouter });
    expect(screen.getByRole("heading").textContent).toBe("Nothing to pay yet");
  });
});
