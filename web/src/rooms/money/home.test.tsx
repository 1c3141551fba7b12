/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router-dom";
import type { HomeTariffs, Tariff } from "@kettleback/core";
import type { JobInput } from "../../jobs/table";
import { JOBS } from "../../jobs/table";
import { moneyStoreOf } from "../../stores/money";
import { flat, plainAnswered, plainGarage } from "../../tests/plain";
import { rowsOf } from "../../tests/tables";
import HomeTariff from "./HomeTariff";

/** Jobs run to their end on the spot. */
jest.mock("../../jobs/useJob", () => ({
  useJob: (kind: "homeTariffs", ...input: JobInput<"homeTariffs">) => {
    const work = JOBS[kind](...input);
    for (;;) {
      const step = work.next() as IteratorResult<number, HomeTariffs>;
      if (step.done) return { result: step.value, stale: false };
    }
  },
}));

const kept = (id: string, spec: Tariff) => ({ id, version: 1, parentId: null, spec });
const TARIFFS = [
  kept("flat", { ...flat(0.3), name: "No standing" }),
  kept("cheap", { ...flat(0.2), name: "Cheap kWh", kettleback: { standing_monthly: 10 } }),
  kept("free", { ...flat(0), name: "Free" }),
  kept("member", {
    ...flat(0.1),
    name: "Members",
    kettleback: { membership: { monthly_fee: 5, discount: 0.2, joined: true } },
  }),
];
const shown = (distance: "km" | "mi") => {
  const garage = { ...plainGarage({ distance }), tariffs: TARIFFS };
  const answered = { ...plainAnswered({ distance }), garage };
  render(
    <MemoryRouter>
      <HomeTariff garage={garage} answered={answered} />
    </MemoryRouter>,
  );
};
const TABLE = "A year under each tariff, scrolls sideways";
const says = () => document.querySelector(".says")!.textContent;
const type = (label: string, value: string) =>
  act(async () => {
    fireEvent.change(screen.getByLabelText(label), { target: { value } });
  });

beforeEach(() =>
  moneyStoreOf(plainGarage().household.id).getState().set({
    lead: {},
    fuel: {},
    payback: {},
    member: {},
    home: {},
  }),
);

// 100 Wh a km at 40 km a day: 4 kWh stored, 4.3 to 4.4 at the wall: about 1,580 kWh a year.
test.each(["km", "mi"] as const)("a year under each, the cheapest first, in %s", (distance) => {
  shown(distance);
  expect(screen.getByLabelText<HTMLInputElement>(`A day’s drive, ${distance}`).value).toBe(
    distance === "km" ? "40" : "24.9",
  );
  const rows = rowsOf(TABLE);
  expect(rows.map(([name]) => name)).toEqual(["Cheap kWh", "No standing"]);
  const money = (text: string) => Number(text.replace(/[^\d.]/g, ""));
  const [cheap, none] = rows as [string[], string[]];
  expect([money(cheap[5]!), money(none[5]!)]).toEqual([120, 0]);
  // Both draw the same: two thirds of the price is two thirds of the car's cost.
  expect(money(cheap[2]!) / money(none[2]!)).toBeCloseTo(2 / 3, 3);
  expect(money(none[2]!) / 0.3).toBeGreaterThan(1_560);
  expect(money(none[2]!) / 0.3).toBeLessThan(1_640);
  expect(money(cheap[1]!)).toBeCloseTo(money(cheap[2]!) + 120, 2);
  const less = money(none[1]!) - money(cheap[1]!);
  expect(says()).toContain(`Cheap kWh: ${cheap[1]!} a year, €${less.toFixed(2)} less than No standing.`);
  // 1,200 kWh a year is where they cross: about 30 km a day.
  const turning = /from (\d+) (km|mi) a day down No standing is the cheaper/.exec(
    document.body.textContent!,
  )!;
  expect(turning[2]).toBe(distance);
  expect(Math.abs(Number(turning[1]) * (distance === "mi" ? 1.609 : 1) - 30.2)).toBeLessThan(1.5);
  expect(document.body.textContent).toContain(
    `a standing charge of Cheap kWh €${(less / 12).toFixed(2)} a month higher.`,
  );
});

test("the house is counted by its hours, and a tariff is ticked in and out", async () => {
  shown("km");
  await type("House, 07 to 17, kWh a year", "1000");
  const cell = (name: string, at: number) => rowsOf(TABLE).find(([row]) => row === name)![at];
  expect([cell("Cheap kWh", 4), cell("No standing", 4)]).toEqual(["€200.00", "€300.00"]);
  await act(async () => {
    fireEvent.click(screen.getByLabelText("Cheap kWh"));
  });
  expect(rowsOf(TABLE).map(([name]) => name)).toEqual(["No standing"]);
  expect(says()).not.toContain("less than");
  await act(async () => {
    fireEvent.click(screen.getByLabelText("No standing"));
  });
  expect(screen.queryByRole("table")).toBeNull();
  expect(screen.getByText(/Tick a tariff below/)).toBeTruthy();
});

test("a figure out of its range is said, and no year is told from it", async () => {
  shown("km");
  await type("A day’s drive, km", "0");
  expect(screen.queryByRole("table")).toBeNull();
  expect(screen.getByText("A figure below is out of its range.")).toBeTruthy();
});

test("a tariff whose prices end within the week stands last, with no figure that could be taken for a year", async () => {
  const ending = kept("ending", {
    name: "Ending",
    elements: [],
    kettleback: {
      hourly: {
        starts_at: "2026-11-23T00:00:00Z",
        minutes: 60,
        prices: Array.from({ length: 60 }, () => 0.01),
        markup: 0,
      },
    },
  });
  const garage = { ...plainGarage({}), tariffs: [...TARIFFS, ending] };
  render(
    <MemoryRouter>
      <HomeTariff garage={garage} answered={{ ...plainAnswered({}), garage }} />
    </MemoryRouter>,
  );
  const last = rowsOf(TABLE).at(-1)!;
  expect(last[0]).toBe("Ending");
  expect([last[1], last[3]]).toEqual(["–", "–"]);
  expect(last[2]).toMatch(/^no prices on \d of 7 nights$/);
  expect(says()).toContain("Cheap kWh:");
});
