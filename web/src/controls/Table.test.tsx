/** @jest-environment jsdom */
import { act, render, screen } from "@testing-library/react";
import { Table } from "./Table";

/** What watches sizes: told by hand, what it watches has the widths that are set. */
let tell: () => void;
const watched = new Set<Element>();
const widths = { frame: 0, table: 0 };

beforeEach(() => {
  watched.clear();
  jest.spyOn(Element.prototype, "getBoundingClientRect").mockImplementation(function (this: Element) {
    return { width: this.tagName === "TABLE" ? widths.table : widths.frame } as DOMRect;
  });
  globalThis.ResizeObserver = class {
    constructor(changed: ResizeObserverCallback) {
      tell = () => changed([], this);
    }
    observe = (one: Element) => void watched.add(one);
    unobserve = (one: Element) => void watched.delete(one);
    disconnect = () => watched.clear();
  };
});

const wide = (frame: number, table: number) =>
  act(() => {
    Object.assign(widths, { frame, table });
    tell();
  });
const fits = () => screen.getByRole("region").classList.contains("fits-in");
const shown = (rowCount?: number) =>
  render(
    <Table label="Posts" {...(rowCount === undefined ? {} : { rowCount })}>
      <tbody>
        <tr>
          <td>harbour</td>
        </tr>
      </tbody>
    </Table>,
  );

test("a long table holds its headings under the head of the page as long as it is no wider than its frame", () => {
  const { unmount } = shown(400);
  expect([fits(), watched.size]).toEqual([false, 2]);
  wide(600.4, 601);
  expect(fits()).toBe(true);
  wide(600, 602);
  expect(fits()).toBe(false);
  wide(900, 602);
  expect(fits()).toBe(true);
  unmount();
  expect(watched.size).toBe(0);
});

test("a short one is not measured", () => {
  shown();
  expect([fits(), watched.size]).toEqual([false, 0]);
});
