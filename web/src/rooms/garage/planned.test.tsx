/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router-dom";
import type { Garage, Kept } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { writeAs } from "../../format/manner";
import { useGarage } from "../../stores/garage";
import { useNotices } from "../../stores/notices";
import { PlanWallbox } from "./PlanWallbox";
import { realise } from "./realise";

interface Put {
  readonly kind: string;
  readonly spec: Record<string, never> & { readonly name: string; readonly planned?: boolean };
  readonly parentId: string | null;
}
const puts: Put[] = [];
let refuse: Error | null = null;
const keep = (async (kind: string, row: Omit<Put, "kind"> & { id?: string; version?: number }) => {
  if (refuse) throw refuse;
  puts.push({ kind, spec: row.spec, parentId: row.parentId });
  return { version: 1, ...row, id: row.id ?? `new-${puts.length}` };
}) as never;
const place = fallowQuay.places.find(({ id }) => id === "fq-boathouse")!;

beforeEach(() => {
  writeAs({});
  puts.length = 0;
  refuse = null;
  useGarage.setState({ keep, garage: fallowQuay });
});

describe("planning a wallbox", () => {
  let closed = 0;
  const shown = () => {
    closed = 0;
    render(
      <MemoryRouter>
        <PlanWallbox garage={fallowQuay} place={place} onClose={() => (closed += 1)} />
      </MemoryRouter>,
    );
  };
  const size = (text: string) => {
    const select = screen.getByRole<HTMLSelectElement>("combobox", { name: "Wallbox" });
    const option = [...select.options].find((one) => one.textContent === text)!;
    fireEvent.change(select, { target: { value: option.value } });
  };
  const length = (metres: string) =>
    fireEvent.change(screen.getByLabelText("Length of the run, m"), { target: { value: metres } });
  const press = () => act(async () => void fireEvent.click(screen.getByRole("button", { name: "Plan it" })));

  test("as it opens: 7.36 kW over 15 m, its circuit said; one press keeps both, the unit at its outlet", async () => {
    shown();
    expect(screen.getByText(/^Its circuit/).textContent).toContain("a 32 A breaker and 15 m of 6 mm²");
    expect(screen.getByText(/licensed electrician decides/)).toBeDefined();
    await press();
    expect(puts.map(({ kind, parentId, spec }) => [kind, parentId, spec.name, spec.planned])).toEqual([
      ["outlets", "fq-boathouse", "wallbox circuit, 1 × 32 A", true],
      ["evses", "new-1", "wallbox, 1 × 32 A", true],
    ]);
    expect(closed).toBe(1);
    const notice = useNotices.getState().notices.at(-1)!;
    expect([notice.text, notice.action!.label]).toEqual([
      "wallbox, 1 × 32 A is planned at Boathouse.",
      "Compare it",
    ]);
  });
  test("of another size and length it is another circuit", async () => {
    shown();
    size("11.0 kW: 3 × 16 A");
    length("40");
    expect(screen.getByText(/^Its circuit/).textContent).toMatch(/a 16 A breaker and 40 m of (4|6) mm²/);
    await press();
    expect(puts[0]!.spec).toMatchObject({ tap: "three", circuit: { breakerAmps: 16 } });
  });
  test.each([
    ["0", "Length of the run: accepted: 1 to 200 m"],
    ["201", "Length of the run: accepted: 1 to 200 m"],
    ["199", "So long a run needs a conductor"],
  ])("%s m are refused by name, and nothing is kept", (metres, said) => {
    shown();
    length(metres);
    expect(screen.getByRole("alert").textContent).toContain(said);
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Plan it" }).disabled).toBe(true);
  });
  test("what could not be kept is told, and the window stays with what was typed", async () => {
    refuse = new Error("gone");
    shown();
    length("25");
    await press();
    expect([closed, puts.length]).toEqual([0, 0]);
    expect(screen.getByLabelText<HTMLInputElement>("Length of the run, m").value).toBe("25");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Plan it" }).disabled).toBe(false);
  });
});

test("taken for real, outlet and unit come together, others stay as they are, and it can be taken back", async () => {
  const bay = fallowQuay.outlets.find(({ id }) => id === "fq-hall-bay")!;
  const unit = fallowQuay.evses.find(({ parentId }) => parentId === "fq-hall-bay")!;
  const planned = <T extends object>(row: Kept<T>) => ({ ...row, spec: { ...row.spec, planned: true } });
  const garage: Garage = {
    ...fallowQuay,
    outlets: fallowQuay.outlets.map((row) => (row === bay ? planned(bay) : row)),
    evses: fallowQuay.evses.map((row) => (row === unit ? planned(unit) : row)),
  };
  for (const [kind, row] of [
    ["outlets", planned(bay)],
    ["evses", planned(unit)],
  ] as const) {
    puts.length = 0;
    const back = await realise(garage, kind, row, keep);
    expect(puts.map((put) => [put.kind, put.spec.name, put.spec.planned])).toEqual([
      ["outlets", bay.spec.name, undefined],
      ["evses", unit.spec.name, undefined],
    ]);
    await back();
    expect(puts.slice(2).map((put) => [put.kind, put.spec.planned])).toEqual([
      ["outlets", true],
      ["evses", true],
    ]);
  }
});
