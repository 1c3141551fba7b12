/** @jest-environment jsdom */
import { cleanup, render, screen } from "@testing-library/react";
import { ALL_UP_TO, LongList, LongRows } from "./Long";

let paper = false;
beforeAll(() => {
  window.scrollTo = () => undefined;
  window.matchMedia = ((query: string) => ({
    matches: query.includes("print") && paper,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  })) as never;
  // jsdom gives nothing a height.
  Object.defineProperty(HTMLElement.prototype, "offsetHeight", { configurable: true, value: 40 });
});
beforeEach(() => (paper = false));
afterEach(cleanup);

const numbers = (n: number) => Array.from({ length: n }, (_, i) => i);
const keyOf = (n: number) => `n-${n}`;
const classOf = (n: number) => (n === 1 ? "selected" : "");
const list = (n: number) => (
  <LongList
    items={numbers(n)}
    keyOf={keyOf}
    classOf={classOf}
    className="own"
    usual={40}
    row={(i) => `item ${i}`}
  />
);
const table = (n: number) => (
  <table>
    <LongRows
      items={numbers(n)}
      keyOf={keyOf}
      classOf={classOf}
      usual={40}
      columns={2}
      row={(i) => (
        <>
          <th>{i}</th>
          <td>row {i}</td>
        </>
      )}
    />
  </table>
);

test("a short list is drawn whole, its chosen item marked", () => {
  render(list(ALL_UP_TO));
  const items = screen.getAllByRole("listitem");
  expect(items.map(({ textContent }) => textContent)).toEqual(numbers(ALL_UP_TO).map((i) => `item ${i}`));
  expect(items.map(({ className }) => className).indexOf("selected")).toBe(1);
  expect(items[0]!.hasAttribute("aria-setsize")).toBe(false);
});

test("of a long list those near the window are drawn, each with its place among all, in as much room as all take", () => {
  render(list(1_000));
  const items = screen.getAllByRole("listitem");
  expect(items.length).toBeLessThan(60);
  expect(items[0]!.textContent).toBe("item 0");
  expect([
    items[1]!.className,
    items[1]!.getAttribute("aria-posinset"),
    items[1]!.getAttribute("aria-setsize"),
  ]).toEqual(["selected", "2", "1000"]);
  const room = parseFloat(screen.getByRole("list").style.paddingBlock.split(" ")[1]!);
  expect(room + items.length * 40).toBe(40_000);
});

test("of a long table rows are drawn alike, the room of the others hidden from readers", () => {
  const { container } = render(table(1_000));
  const rows = screen.getAllByRole("row");
  expect(rows.length).toBeLessThan(60);
  expect([rows[0]!.textContent, rows[0]!.getAttribute("aria-rowindex")]).toEqual(["0row 0", "2"]);
  const room = container.querySelector<HTMLElement>("tr[aria-hidden] td")!;
  expect([room.getAttribute("colspan"), parseFloat(room.style.height) + rows.length * 40]).toEqual([
    "2",
    40_000,
  ]);
});

test("on paper all of it stands", () => {
  paper = true;
  render(list(300));
  expect(screen.getAllByRole("listitem")).toHaveLength(300);
  cleanup();
  render(table(300));
  expect(screen.getAllByRole("row")).toHaveLength(300);
});
