/** @jest-environment jsdom */
import { fireEvent, render, screen, within } from "@testing-library/react";
import { useState } from "react";
import { writeAs } from "../format/manner";
import { DateInput, TimeInput } from "./MomentInput";

const seen: string[] = [];
function Kept({
  of: Input,
  start,
  optional = false,
}: {
  of: typeof TimeInput;
  start: string;
  optional?: boolean;
}) {
  const [value, set] = useState(start);
  return <Input label="when" value={value} optional={optional} onChange={(at) => (seen.push(at), set(at))} />;
}
const field = () => screen.getByLabelText<HTMLInputElement>("when");
const type = (text: string) => fireEvent.change(field(), { target: { value: text } });

beforeEach(() => {
  writeAs({});
  seen.length = 0;
});

describe("a time", () => {
  test("stands as typed until it is left, and then as the household writes it", () => {
    writeAs({ clock: "12 h" });
    render(<Kept of={TimeInput} start="07:30" />);
    expect(field().value).toBe("7:30 am");
    type("1810");
    expect([field().value, seen]).toEqual(["1810", ["18:10"]]);
    fireEvent.blur(field());
    expect(field().value).toBe("6:10 pm");
  });

  test("that is none stays, with what is accepted, and changes nothing", () => {
    render(<Kept of={TimeInput} start="07:30" />);
    type("25:00");
    fireEvent.blur(field());
    expect([field().value, field().getAttribute("aria-invalid"), seen]).toEqual(["25:00", "true", []]);
    expect(screen.getByRole("alert").textContent).toBe("when: accepted: a time such as 18:10 or 6:10 pm");
  });

  test("arrow keys move it by a quarter of an hour, over midnight too", () => {
    render(<Kept of={TimeInput} start="23:50" />);
    fireEvent.keyDown(field(), { key: "ArrowUp" });
    fireEvent.keyDown(field(), { key: "ArrowDown" });
    fireEvent.keyDown(field(), { key: "ArrowDown" });
    fireEvent.keyDown(field(), { key: "x" });
    expect(seen).toEqual(["00:05", "23:50", "23:35"]);
  });

  test("that may be left out is cleared; one that may not stays what it was", () => {
    const { unmount } = render(<Kept of={TimeInput} start="07:30" optional />);
    type("");
    expect([seen, field().getAttribute("aria-invalid")]).toEqual([[""], "false"]);
    fireEvent.keyDown(field(), { key: "ArrowUp" });
    expect(seen).toEqual([""]);
    unmount();
    render(<Kept of={TimeInput} start="07:30" />);
    type("");
    expect([seen, field().getAttribute("aria-invalid")]).toEqual([[""], "true"]);
  });
});

describe("a date", () => {
  // It is fetched when it is asked for; here it is there before.
  beforeAll(() => import("./Calendar"));
  const calendar = () => fireEvent.click(screen.getByRole("button", { name: "when: calendar" }));

  test("is typed in the household's manner", () => {
    render(<Kept of={DateInput} start="2026-11-24" />);
    expect(field().value).toBe("24 Nov 2026");
    type("3/12/2026");
    expect(seen).toEqual(["2026-12-03"]);
  });

  test("is picked from the calendar, open at its month, whose weeks begin on Monday", async () => {
    render(<Kept of={DateInput} start="2026-11-24" />);
    calendar();
    const month = await screen.findByRole("grid", { name: "November 2026" });
    expect(within(month).getAllByRole("columnheader", { hidden: true })[0]!.textContent).toMatch(/^Mo/);
    expect(within(month).getByRole("button", { name: /24th, 2026, selected/ })).toBe(document.activeElement);
    fireEvent.click(screen.getByRole("button", { name: /Next Month/ }));
    fireEvent.click(screen.getByRole("button", { name: /December 5th, 2026/ }));
    expect([seen, field().value, screen.queryByRole("grid")]).toEqual([["2026-12-05"], "5 Dec 2026", null]);
  });

  test("whose household writes the month first has weeks that begin on Sunday", async () => {
    writeAs({ dates: "month first" });
    render(<Kept of={DateInput} start="2026-11-24" />);
    calendar();
    const month = await screen.findByRole("grid", { name: "November 2026" });
    expect(within(month).getAllByRole("columnheader", { hidden: true })[0]!.textContent).toMatch(/^Su/);
  });

  test("stays what it was where the calendar is left by Escape, which goes back to its button", async () => {
    render(<Kept of={DateInput} start="2026-11-24" />);
    calendar();
    fireEvent.keyDown(await screen.findByRole("grid"), { key: "Escape" });
    expect([seen, screen.queryByRole("grid")]).toEqual([[], null]);
    expect(document.activeElement).toBe(screen.getByRole("button", { name: "when: calendar" }));
  });
});
