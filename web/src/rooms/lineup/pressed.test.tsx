/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router-dom";
import { writeAs } from "../../format/manner";
import type { LineupDraft } from "../../stores/lineup";
import { settle } from "../../tests/settle";
import { rowsOf } from "../../tests/tables";
import CarsByWays from "./CarsByWays";
import Overnight from "./Overnight";
import { Picture } from "./Picture";
import StayView from "./StayView";
import Table from "./Table";
import { propsOf } from "./tests/known";
import VaryView from "./VaryView";
import { WayPanel } from "./WayPanel";

jest.mock("@tanstack/react-virtual", () => jest.requireActual<object>("./tests/allRows"));

beforeEach(() => {
  writeAs({});
  window.matchMedia = (() => ({ matches: false })) as never;
});

describe("what is pressed and typed", () => {
  const asked = () => {
    const changes: LineupDraft[] = [];
    const chosen: number[] = [];
    const views: string[] = [];
    let opened = 0;
    const props = propsOf("km", {
      selected: 1,
      onChange: (draft) => changes.push(draft),
      onSelect: (way) => chosen.push(way),
      onView: (view) => views.push(view),
    });
    const panel = () =>
      render(<WayPanel {...props} garage={props.solved.garage} onOpenPath={() => (opened += 1)} />);
    return { props, panel, changes, chosen, views, opened: () => opened };
  };
  const type = (label: string, text: string) => {
    const field = screen.getByLabelText(label);
    fireEvent.change(field, { target: { value: text } });
    fireEvent.blur(field);
  };

  test("a way is put on the first page, or taken from it, by a tick that shows how it is", () => {
    const { panel, changes } = asked();
    panel();
    const tick = screen.getByLabelText<HTMLInputElement>("On the first page");
    // Of so few all are there.
    expect(tick.checked).toBe(true);
    fireEvent.click(tick);
    expect(changes[0]!.ways.map(({ first }) => first)).toEqual([undefined, false, undefined]);
  });

  test("the panel renames, prices and limits its own way only, and takes nothing it does not accept", () => {
    const { panel, changes } = asked();
    panel();
    type("Name of the way", "Barn");
    type("box, EUR", "950");
    type("Longest stay there, minutes", "90");
    expect(
      changes.map(({ ways }) =>
        ways.map((way) => [
          way.name,
          way.buy[0]?.price,
          way.place && typeof way.place !== "string" ? way.place.limitMinutes : null,
        ]),
      ),
    ).toEqual([
      [
        ["Slow", undefined, null],
        ["Barn", 800, null],
        ["Rapid", undefined, 6],
      ],
      [
        ["Slow", undefined, null],
        ["Fast", 950, null],
        ["Rapid", undefined, 6],
      ],
      [
        ["Slow", undefined, null],
        ["Fast", 800, 90],
        ["Rapid", undefined, 6],
      ],
    ]);
    type("Name of the way", " ");
    type("box, EUR", "-1");
    type("Longest stay there, minutes", "4");
    expect(changes).toHaveLength(3);
    expect(screen.getByRole("alert").textContent).toBe("accepted: 5 to 10,080 min");
    type("Longest stay there, minutes", "10081");
    type("box, EUR", "1000001");
    expect(changes).toHaveLength(3);
  });

  test("the panel makes it the baseline, doubles it behind itself, leaves it out, varies it and opens it", () => {
    const { panel, changes, views, opened } = asked();
    panel();
    for (const name of [
      "Make it the baseline",
      "Duplicate",
      "Leave out",
      "Vary one thing",
      "Open in the Path",
    ])
      fireEvent.click(screen.getByRole("button", { name }));
    expect(changes.map(({ baseline, ways }) => [baseline, ways.map(({ name }) => name)])).toEqual([
      ["w1", ["Slow", "Fast", "Rapid"]],
      ["w0", ["Slow", "Fast", "Fast 2", "Rapid"]],
      ["w0", ["Slow", "Rapid"]],
    ]);
    expect(new Set(changes[1]!.ways.map(({ id }) => id)).size).toBe(4);
    expect([views, opened()]).toEqual([["vary"], 1]);
  });

  test("a way is chosen on the picture by pointer and by keyboard, in the grid, the nights and the table", () => {
    const { props, chosen } = asked();
    const picture = render(<Picture {...props} />);
    const [first, , third] = document.querySelectorAll(".way-body");
    fireEvent.click(third!);
    fireEvent.keyDown(first!, { key: "Enter" });
    fireEvent.keyDown(third!, { key: " " });
    fireEvent.keyDown(first!, { key: "a" });
    picture.unmount();
    for (const View of [CarsByWays, Overnight, Table]) {
      const { unmount } = render(<View {...props} />, { wrapper: MemoryRouter });
      fireEvent.click(screen.getAllByText("Slow").at(-1)!);
      unmount();
    }
    expect(chosen).toEqual([2, 0, 2, 0, 0, 0]);
  });

  test("the way in view is marked, in the picture, the grid and the nights", () => {
    const { props } = asked();
    for (const [View, marked] of [
      [Picture, ".way-row"],
      [CarsByWays, "tbody tr"],
      [Overnight, ".nights li"],
    ] as const) {
      const { unmount } = render(<View {...props} />, { wrapper: MemoryRouter });
      const rows = [...document.querySelectorAll(marked)].map((row) => row.classList.contains("selected"));
      // A rapid station, the third, is no night.
      expect(rows).toEqual(View === Overnight ? [false, true] : [false, true, false]);
      unmount();
    }
  });

  test("another way is picked where one thing is varied", () => {
    const { props, chosen } = asked();
    render(<VaryView {...props} />);
    fireEvent.change(screen.getByLabelText("Way"), { target: { value: "2" } });
    expect(chosen).toEqual([2]);
  });

  test("the table goes out as text, a row a line, its cells apart by tabs", async () => {
    const { props } = asked();
    let copied = "";
    Object.assign(navigator, {
      clipboard: { writeText: (text: string) => Promise.resolve(void (copied = text)) },
    });
    render(<Table {...props} />);
    fireEvent.change(screen.getByLabelText("Group"), { target: { value: "none" } });
    await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Copy as text" })));
    const lines = copied.split("\n").map((line) => line.split("\t"));
    expect(lines).toHaveLength(4);
    expect(lines[0]!.slice(0, 3)).toEqual(["Way", "Kind", "Flows"]);
    expect(lines.slice(1).every((cells) => cells.length === lines[0]!.length)).toBe(true);
  });

  test("how a column is sorted is told to who listens", () => {
    const { props } = asked();
    render(<Table {...props} />);
    const sorted = () =>
      screen.getByRole("columnheader", { name: /^Time to target/ }).getAttribute("aria-sort");
    fireEvent.click(screen.getByRole("button", { name: /^Time to target/ }));
    expect(sorted()).toBe("ascending");
    fireEvent.click(screen.getByRole("button", { name: /^Time to target/ }));
    expect(sorted()).toBe("descending");
    fireEvent.click(screen.getByRole("button", { name: /^Time to target/ }));
    expect(sorted()).toBe("none");
  });

  test("a stay takes no length and no move out of its range, and says what is accepted", async () => {
    const { props } = asked();
    render(<StayView {...props} />);
    type("Length of the stay, hours", "169");
    type("Moving the car takes, minutes", "241");
    await settle();
    expect(screen.getByRole("alert").textContent).toBe(
      "Length of the stay: accepted: above 0 to 168 hMoving takes: accepted: 0 to 240 min",
    );
    expect(screen.queryByRole("table")).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "own 4 h" }));
    type("Moving the car takes, minutes", "0");
    await settle();
    expect(rowsOf("What each way gives in the stay").map(([name, at]) => [name, at])).toEqual([
      ["Fast", "4 h"],
      ["Slow", "4 h"],
      ["Rapid", "6 min"],
    ]);
  });

  test("the table sorts by a column, best end first, groups, and tells differences to the baseline", () => {
    const { props } = asked();
    render(<Table {...props} />);
    const names = () => rowsOf("Rows of the line-up").map(([name]) => name);
    fireEvent.click(screen.getByRole("button", { name: /^Into the battery/ }));
    expect(names()).toEqual(["Rapid", "Fast", "Slow"]);
    fireEvent.click(screen.getByRole("button", { name: /^Into the battery/ }));
    expect(names()).toEqual(["Slow", "Fast", "Rapid"]);
    fireEvent.click(screen.getByLabelText("differences to “Slow”"));
    const fast = rowsOf("Rows of the line-up")[1]!;
    // 6.42 − 2.11 kW, 1 h 34 min − 4 h 44 min, €3.23 − €2.18.
    expect(fast.filter((text) => /[+−]/.test(text))).toEqual([
      "6.42+4.31",
      "1 h 34 min−3 h 10 min",
      "64.2+43.1",
      "7−1",
      "3.23+1.05",
      "3.23+1.05",
    ]);
    fireEvent.change(screen.getByLabelText("Group"), { target: { value: "level" } });
    expect(names()).toEqual(["post 2", "Slow", "Fast", "rapid 1", "Rapid"]);
  });
});
