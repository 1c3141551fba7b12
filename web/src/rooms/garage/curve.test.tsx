/** @jest-environment jsdom */
import { fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { moved, shaped, withPoint, type TypedPoint } from "./curve";
import { CurveEditor } from "./CurveEditor";

const points: readonly TypedPoint[] = [
  { percent: "0", kW: "40" },
  { percent: "60", kW: "50" },
  { percent: "100", kW: "2" },
];

test("a moved point stays between its neighbours and above nothing", () => {
  expect(moved(points, 1, 140, 60)[1]).toEqual({ percent: "99", kW: "60" });
  expect(moved(points, 1, -5, -3)[1]).toEqual({ percent: "1", kW: "0.1" });
  expect(moved(points, 0, -5, 40)[0]!.percent).toBe("0");
  expect(moved(points, 2, 400, 2)[2]!.percent).toBe("100");
  expect(moved(points, 1, 30, 45).filter((p) => p !== points[0] && p !== points[2])).toHaveLength(1);
});

test("a new point halves the widest gap, on the line that is there", () => {
  expect(withPoint(points)[1]).toEqual({ percent: "30", kW: "45" });
  expect(withPoint(points)).toHaveLength(4);
});

test("a generic shape follows the capacity; none is none", () => {
  expect(shaped("early peak", 38_000)[1]).toEqual({ percent: "8", kW: "79.8" });
  expect(shaped("", 38_000)).toEqual([]);
});

function Edited({ start, problem }: { start: readonly TypedPoint[]; problem?: string }) {
  const [value, setValue] = useState(start);
  return <CurveEditor value={value} usableWh={38_000} problem={problem} onChange={setValue} />;
}

test("the editor starts from a shape, moves points by keys, types them, adds and removes them", () => {
  render(<Edited start={[]} />);
  expect(screen.queryByRole("slider")).toBeNull();
  fireEvent.change(screen.getByRole("combobox"), { target: { value: "early peak" } });
  expect(screen.getAllByRole("slider")).toHaveLength(7);
  fireEvent.keyDown(screen.getAllByRole("slider")[1]!, { key: "ArrowUp" });
  expect(screen.getByLabelText<HTMLInputElement>("Point 2, kW").value).toBe("80.8");
  fireEvent.keyDown(screen.getAllByRole("slider")[1]!, { key: "ArrowLeft" });
  expect(screen.getByLabelText<HTMLInputElement>("Point 2, per cent").value).toBe("7");
  fireEvent.keyDown(screen.getAllByRole("slider")[1]!, { key: "x" });
  fireEvent.change(screen.getByLabelText("Point 3, kW"), { target: { value: "60" } });
  expect(screen.getByLabelText<HTMLInputElement>("Point 3, kW").value).toBe("60");
  fireEvent.click(screen.getByRole("button", { name: "Remove point 4" }));
  expect(screen.getAllByRole("slider")).toHaveLength(6);
  fireEvent.click(screen.getByRole("button", { name: "Add a point" }));
  expect(screen.getAllByRole("slider")).toHaveLength(7);
});

test("a problem stands under the curve", () => {
  render(<Edited start={points} problem="accepted: 0.1 to 1,000 kW" />);
  expect(screen.getByRole("alert").textContent).toBe("What the battery accepts: accepted: 0.1 to 1,000 kW");
});
