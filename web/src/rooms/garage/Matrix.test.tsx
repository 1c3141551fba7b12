/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import type { Garage } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { MemoryRouter } from "react-router-dom";
import { draftStoreOf } from "../../stores/draft";
import { Matrix } from "./Matrix";

const shown = (garage: Garage) => (
  <MemoryRouter>
    <Matrix garage={garage} />
  </MemoryRouter>
);
const rows = () =>
  within(screen.getByRole("table"))
    .getAllByRole("row")
    .map((row) => row.textContent!);

// jsdom has nothing to scroll.
beforeAll(() => {
  window.scrollTo = () => undefined;
  // … and nothing has a height there.
  Object.defineProperty(HTMLElement.prototype, "offsetHeight", { configurable: true, value: 92 });
});
afterEach(cleanup);

test("every car at every outlet, with what flows there or why nothing does", async () => {
  render(shown(fallowQuay));
  await screen.findByRole("table");
  expect(rows()).toHaveLength(1 + fallowQuay.outlets.length);
  // 10 A at 230 V less 7 V in the run and the contacts; 16 A on three phases.
  expect(rows()[1]).toMatch(/^Boathousewall socket2\.24 kW1 × 10 A, Yard portable/);
  expect(rows()[3]).toMatch(/11\.0 kW3 × 16 A, Hall post/);
  expect(rows()[5]).toMatch(/no DC inlet/);
});

test("of another garage than the one in view nothing is shown", async () => {
  const { rerender } = render(shown({ ...fallowQuay, outlets: fallowQuay.outlets.slice(1) }));
  await screen.findByRole("table");
  rerender(shown(fallowQuay));
  expect(screen.queryByRole("table")).toBeNull();
  await screen.findByRole("table");
  expect(rows()).toHaveLength(1 + fallowQuay.outlets.length);
});

describe("of many", () => {
  const [car] = fallowQuay.cars;
  const many: Garage = {
    ...fallowQuay,
    cars: Array.from({ length: 60 }, (_, i) => ({
      ...car!,
      id: `car-${i}`,
      spec: { ...car!.spec, name: `Plover ${i}` },
    })),
  };

  test("what there is more of goes down, and only rows near the window are drawn, each with its number", async () => {
    render(shown(many));
    const table = await screen.findByRole("table");
    expect(table.getAttribute("aria-rowcount")).toBe("61");
    const [head, first] = within(table).getAllByRole("row");
    expect(within(head!).getAllByRole("columnheader")).toHaveLength(1 + many.outlets.length);
    expect(first!.textContent).toMatch(/^Plover 02\.24 kW1 × 10 A, Yard portable/);
    expect(first!.getAttribute("aria-rowindex")).toBe("2");
    expect(within(table).getAllByRole("row").length).toBeLessThan(30);
  });

  test("found by its name a car is the only row, an outlet the only column; by nobody's name all are shown and that is said", async () => {
    render(shown(many));
    await screen.findByRole("table");
    const seek = (text: string) =>
      fireEvent.change(screen.getByLabelText(/Find a car or an outlet/), { target: { value: text } });
    seek("plover 42");
    expect(
      rows()
        .slice(1)
        .map((text) => /^Plover \d+?(?=2\.24|\d\.\d)/.exec(text)?.[0]),
    ).toEqual(["Plover 42"]);
    seek("boathouse");
    expect(
      screen
        .getAllByRole("columnheader")
        .slice(1)
        .map(({ textContent }) => textContent),
    ).toEqual([expect.stringMatching(/^Boathouse/)]);
    seek("nobody");
    expect(screen.getByRole("status").textContent).toBe("none is called that: all are shown");
    expect(screen.getAllByRole("columnheader")).toHaveLength(1 + many.outlets.length);
  });

  test("a cell opens its own car at its own outlet", async () => {
    render(shown(many));
    await screen.findByRole("table");
    fireEvent.click(screen.getByRole("button", { name: "Open Plover 1 at Co-op hall, post bay" }));
    expect(draftStoreOf(fallowQuay.household.id).getState().draft).toMatchObject({
      carId: "car-1",
      outletId: "fq-hall-bay",
      evseId: "fq-hall-post",
      tariffId: "fq-hall-rate",
    });
  });
});
