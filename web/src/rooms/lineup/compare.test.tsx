/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { MemoryRouter, Route, Routes, useLocation, useNavigate } from "react-router-dom";
import type { Caution, Row } from "@kettleback/core";
import { writeAs } from "../../format/manner";
import { Compare } from "./Compare";
import {
  cautionsOf,
  comparedOf,
  fallsShort,
  inOrder,
  measuresOf,
  verdictOf,
  type Compared,
} from "./compared";
import type { ViewProps } from "./view";
import { propsOf } from "./tests/known";

beforeEach(() => writeAs({}));

function Address() {
  const { pathname, search } = useLocation();
  const navigate = useNavigate();
  return (
    <>
      <output>{pathname + search}</output>
      <button onClick={() => void navigate(-1)}>back</button>
    </>
  );
}
const address = () => document.querySelector("output")!.textContent;
const shown = (at = "/line-up", change: Partial<ViewProps> = {}) =>
  render(
    <MemoryRouter initialEntries={["/begin", at]} initialIndex={1}>
      <Address />
      <Routes>
        <Route path="/line-up/:view?" element={<Compare {...propsOf("km", change)} />} />
        <Route path="*" element={null} />
      </Routes>
    </MemoryRouter>,
  );
/** The rows as they read: each cell's text, parts set apart. */
const rows = () =>
  screen
    .getAllByRole("row")
    .slice(1)
    .map((row) =>
      [...row.children].map((cell) =>
        [...cell.querySelectorAll("b, small, .long-name")]
          .map((part) => part.textContent)
          .concat(cell.className === "narrowest" ? [cell.firstChild!.textContent!] : [])
          .join(" | "),
      ),
    );
const verdict = () => document.querySelector(".compare-says")!.textContent;
const pick = (label: string, value: string) =>
  fireEvent.change(screen.getByRole("combobox", { name: label }), { target: { value } });

const names = () =>
  screen.getAllByRole("rowheader").map((cell) => cell.querySelector(".long-name")!.textContent);

// By hand, W into the battery: 10 A bring 2,300, the cable takes 1 and the charger 185; 30 A bring 6,900, 6 and 477.
// Rapid: 50,000, 17 in its cable. So 4 h 44 min, 1 h 34 min and 12 min for the 10 kWh from 70 to 80 %; the slow one,
// late at 22:00, is told by its whole charge as the others are: 10.88 kWh at €0.20.
const SLOW = [
  "Slow | post, 2.3 kW",
  "",
  "charging unit",
  "2.11 kW | 1 × 10 A",
  "4 h 44 min | late, 22:44: 78 % by 22:00",
  "0.88 kWh | 8 % of the meter’s",
  "€2.18 | €0.22 a kWh stored",
];
const RAPID = [
  "Rapid | rapid",
  "",
  "charging unit",
  "50.0 kW | 1 × 119.0 A",
  "12 min | only 6 min allowed there",
  "3 Wh | 0 % of the meter’s",
  "€6.00 | €0.60 a kWh stored",
];

test("a cost that is mostly for standing there says so instead of a price for a kWh", () => {
  const cost = measuresOf("EUR").find(({ id }) => id === "cost")!;
  const row = { cost: 10_000_000, perKWhStored: 1_000_000 } as Row;
  expect(cost.note({ ...row, standing: 5_000_000 } as Row)).toBe("€1.00 a kWh stored");
  expect(cost.note({ ...row, standing: 5_000_001 } as Row)).toBe("€5.00 for standing on");
});

test("three ways known by hand: time, loss and cost of the same charge", () => {
  shown();
  expect(rows()).toEqual([
    SLOW,
    [
      "Fast | post, 7 kW · to buy for €800: box",
      "",
      "charging unit",
      "6.42 kW | 1 × 30 A",
      "1 h 34 min | ready 19:34",
      "0.75 kWh | 7 % of the meter’s",
      "€3.23 | €0.32 a kWh stored",
    ],
    RAPID,
  ]);
  // The rapid one sends its guests away after 6 min: nobody is sent there for this charge.
  expect(verdict()).toBe(
    "Cheapest ready by 22:00, and quickest: Fast, 1 h 34 min for €3.23 once it is bought for €800.",
  );
  expect(document.querySelector(".note")!.textContent).toContain(
    "All for the same charge, 70 % to 80 %, 10.0 kWh into the battery",
  );
});

// 20 A bring 4,600 W, 3 go in the cable and 313 in the charger: 4,284 W, 2 h 20 min, 10.74 kWh from the wall.
test("what is supposed recomputes every row, says what each was, and what it leaves alone", () => {
  shown();
  pick("the amps", "20");
  expect(rows()).toEqual([
    [
      "Slow | post, 4.6 kW",
      "",
      "charging unit",
      "4.28 kW | 1 × 20 A | was 2.11 kW",
      "2 h 20 min | ready 20:20 | was 4 h 44 min",
      "0.74 kWh | 7 % of the meter’s | was 0.88 kWh",
      "€2.15 | €0.21 a kWh stored | was €2.18",
    ],
    [
      // Its price is that of the box as it is planned, not of this one.
      "Fast | post, 4.6 kW · to buy: box",
      "",
      "charging unit",
      "4.28 kW | 1 × 20 A | was 6.42 kW",
      "2 h 20 min | ready 20:20 | was 1 h 34 min",
      "0.74 kWh | 7 % of the meter’s | was 0.75 kWh",
      "€3.22 | €0.32 a kWh stored | was €3.23",
    ],
    RAPID.map((text, i) => (i === 2 ? `a rapid station's amps are its own | ${text}` : text)),
  ]);
  expect(verdict()).toBe(
    "Cheapest ready by 22:00 with nothing to buy, and quickest: Slow, 2 h 20 min for €2.15.",
  );
  expect(screen.getByText(/ways change/).textContent).toBe(
    "2 of 3 ways change; what they were stands below each figure.",
  );
});

test("another link that binds instead is named, with the one before it", () => {
  shown("/line-up?cable=16");
  expect(rows().map((row) => row[2])).toEqual([
    "its own cable carries all the unit gives | charging unit",
    "was the charging unit | cable",
    "a rapid station's cable is its own | charging unit",
  ]);
  expect(screen.getAllByRole("row").map(({ className }) => className)).toEqual([
    "",
    "unchanged",
    "changed",
    "unchanged",
  ]);
});

test("why is said only where all that is supposed leaves a way alone; else that it stays as it is", () => {
  shown("/line-up?cable=32&amps=10");
  // The slow one gives 10 A as it is, and its own cable carries them.
  expect(rows()[0]![2]).toBe("stays as it is | charging unit");
  expect(rows()[2]![2]).toBe("a rapid station's amps are its own | charging unit");
});

test("the address keeps what is supposed, one press takes it all back, and nonsense in it is passed over", () => {
  shown("/line-up?cable=16&amps=7&charger=none&phases=2");
  const picked = () => screen.getAllByRole<HTMLSelectElement>("combobox").map(({ value }) => value);
  expect(picked()).toEqual(["16", "0", "0", "0"]);
  pick("the phases", "1");
  pick("the car’s onboard charger", "11");
  expect(address()).toBe("/line-up?cable=16&phases=1&charger=11");
  fireEvent.click(screen.getByRole("button", { name: "As it is again" }));
  expect(address()).toBe("/line-up");
  expect(rows()[0]).toEqual(SLOW);
  expect(screen.queryByRole("button", { name: "As it is again" })).toBeNull();
});

test("however much is supposed, going back takes all of it back at once", () => {
  shown();
  pick("the amps", "20");
  pick("the cable’s rating", "16");
  fireEvent.click(screen.getByRole("button", { name: "back" }));
  expect(address()).toBe("/line-up");
  expect(rows()[0]).toEqual(SLOW);
});

test("what does not charge stands last, whatever is sorted by", () => {
  const { solved } = propsOf("km");
  const all = comparedOf(solved.open, solved.byCar[0]!, solved.open.cars[0]!.car, {}, solved.clock!);
  const blocked = { ...all[0]!, cell: { ...all[0]!.cell, kind: "blocked" } as never };
  const [, time] = measuresOf("EUR");
  expect(inOrder([blocked, ...all.slice(1)], time).map(({ way }) => way.saved.name)).toEqual([
    "Rapid",
    "Fast",
    "Slow",
  ]);
});

test("an onboard charger the car has already is not offered as another", () => {
  shown();
  const charger = screen.getByRole("combobox", { name: "the car’s onboard charger" });
  // It has 1 × 32 A of 230 V: 7.36 kW.
  expect([...charger.children].map(({ textContent }) => textContent)).toEqual([
    "as it is, 7.4 kW",
    "3.7 kW",
    "11 kW",
    "22 kW",
  ]);
});

test.each([
  ["Time", ["Rapid", "Fast", "Slow"]],
  ["Lost", ["Rapid", "Fast", "Slow"]],
  ["Cost", ["Slow", "Fast", "Rapid"]],
] as const)("sorted by %s, and back", (head, order) => {
  shown();
  const column = () => screen.getByRole("columnheader", { name: new RegExp(head) });
  expect(column().getAttribute("aria-sort")).toBe("none");
  fireEvent.click(within(column()).getByRole("button"));
  expect(names()).toEqual(order);
  expect(column().getAttribute("aria-sort")).toBe("ascending");
  fireEvent.click(within(column()).getByRole("button"));
  expect(names()).toEqual(["Slow", "Fast", "Rapid"]);
});

test("a way is looked at among all the others", () => {
  const seen: unknown[] = [];
  shown("/line-up", { onSelect: (way) => seen.push(way), onView: (view) => seen.push(view) });
  fireEvent.click(screen.getByRole("button", { name: "Fast" }));
  expect(seen).toEqual([1, "all"]);
});

describe("the sentence over the comparison", () => {
  const { solved } = propsOf("km");
  const all = comparedOf(solved.open, solved.byCar[0]!, solved.open.cars[0]!.car, {}, solved.clock!);
  const says = (rows: readonly Compared[], clock = solved.clock!) => verdictOf(rows, clock, "EUR");
  const stopped = (row: Compared, severity: "stop" | "careful" = "stop"): Compared => ({
    ...row,
    cell: {
      ...(row.cell as Row),
      worst: { severity, code: "x", what: "Hot.", todo: "Unplug it." } as unknown as Caution,
    },
  });
  const [slow, fast, limited] = all as [Compared, Compared, Compared];
  /** The rapid one where nobody is sent away. */
  const rapid = { ...limited, cell: { ...(limited.cell as Row), limitBites: null } };

  test("sends nobody to what says stop, and says so where nothing else is there", () => {
    expect(says([slow, fast, stopped(rapid)])).toBe(
      "Cheapest ready by 22:00, and quickest: Fast, 1 h 34 min for €3.23 once it is bought for €800.",
    );
    expect(says([stopped(rapid)])).toBe("None of these ways can be used as it stands.");
  });
  test("sends nobody to where the car itself ends short of what is asked", () => {
    const cell = fast.cell as Row;
    const short = { ...fast, cell: { ...cell, solution: { ...cell.solution, endsItself: 0.75 } } };
    expect(fallsShort(short.cell)).toBe(true);
    expect(fallsShort(cell)).toBe(false);
    expect(says([slow, short])).not.toContain("Fast");
  });
  test("says where none is ready in time, and where nobody waits leaves the hour out", () => {
    expect(says([slow])).toBe("None of these is ready by 22:00. Quickest: Slow, 4 h 44 min for €2.18.");
    expect(says([slow, rapid], { ...solved.clock!, departure: null })).toBe(
      "Cheapest with nothing to buy, and quickest: Rapid, 12 min for €6.00.",
    );
  });
  test("a caution of several ways is told once, with their names, stops first", () => {
    const told = cautionsOf([stopped(slow, "careful"), stopped(fast), stopped(rapid)]);
    expect(told.map(({ caution, names }) => [caution.severity, ...names])).toEqual([
      ["stop", "Fast", "Rapid"],
      ["careful", "Slow"],
    ]);
  });
});

test("ways half worked out are judged by nothing: what was whole before stays, and before that nothing stands", () => {
  const { solved } = propsOf("km");
  const half = { ...solved, byCar: [solved.byCar[0]!.map((cell, at) => (at === 0 ? cell : null))], done: 1 };
  shown("/line-up", { solved: half });
  expect(names()).toEqual(["Slow", "Fast", "Rapid"]);
  cleanup();
  shown("/line-up", { solved: half, whole: null });
  expect(document.querySelector(".compare-says")).toBeNull();
  expect(screen.queryByRole("table")).toBeNull();
});

test("where every way was taken off the page it says so, and where to put them back", () => {
  const { solved } = propsOf("km");
  const ways = solved.open.ways.map((way) => ({ ...way, saved: { ...way.saved, first: false } }));
  shown("/line-up", { whole: { ...solved, open: { ...solved.open, ways } } });
  expect(screen.getByText(/^No way stands on this page/)).toBeDefined();
  expect(screen.getByRole("link").getAttribute("href")).toBe("/line-up/all");
});

test("the questions open the views that answer them", () => {
  shown();
  const links = within(screen.getByRole("navigation", { name: "Questions" })).getAllByRole("link");
  expect(links.map((link) => [link.textContent, link.getAttribute("href")])).toEqual([
    ["Is it enough for my drive?", "/line-up/night"],
    ["Which cable?", "/line-up/choose"],
    ["Is a wallbox worth it?", "/money/payback"],
    ["What does a stay give?", "/line-up/stay"],
    ["What if the cable, the phases, the amps or the charger were different?", "#what-if-cable"],
  ]);
  fireEvent.click(links[4]!);
  expect(document.activeElement).toBe(screen.getByRole("combobox", { name: "the cable’s rating" }));
});
