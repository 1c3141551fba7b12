/** @jest-environment jsdom */
import { cleanup, render, screen, within } from "@testing-library/react";
import type { Garage } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { MemoryRouter } from "react-router-dom";
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
