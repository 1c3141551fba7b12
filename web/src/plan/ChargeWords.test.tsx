/** @jest-environment jsdom */
import { useState } from "react";
import { fireEvent, render, screen } from "@testing-library/react";
import { writeAs } from "../format/manner";
import { useSpanIn } from "../stores/spanIn";
import { ChargeWords } from "./ChargeWords";

let now = { fromSoc: 0.2, toSoc: 0.9 };
function Words({ unit, problem }: { readonly unit: "km" | "mi"; readonly problem?: string }) {
  const [span, setSpan] = useState({ fromSoc: 0.2, toSoc: 0.9 });
  const change = (next: typeof now) => {
    now = next;
    setSpan(next);
  };
  return (
    <ChargeWords
      span={span}
      // 250 km.
      reach={{ usableWh: 38_000, whPerKm: 152, unit }}
      problems={{ start: undefined, target: problem }}
      onChange={change}
    />
  );
}
const pick = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label);

beforeEach(() => {
  writeAs({});
  useSpanIn.setState({ start: "percent", target: "percent" });
});

test.each([
  ["km", "175", "32", 0.328],
  ["mi", "109", "20", 0.2 + (20 * 1.609344 * 152) / 38_000],
] as const)("the target is told as a distance more, and typed as one (%s)", (unit, shown, typed, toSoc) => {
  render(<Words unit={unit} />);
  pick("The target is told in", "more");
  expect(field(`Target charge, ${unit} more`).value).toBe(shown);
  fireEvent.change(field(`Target charge, ${unit} more`), { target: { value: typed } });
  expect(now.toSoc).toBeCloseTo(toSoc, 9);
  expect(now.fromSoc).toBe(0.2);
});

test("as a distance in the battery, for start and target", () => {
  render(<Words unit="km" />);
  pick("The target is told in", "range");
  pick("The start is told in", "range");
  expect([
    field("Charge at the start, km in the battery").value,
    field("Target charge, km in the battery").value,
  ]).toEqual(["50", "225"]);
  fireEvent.change(field("Charge at the start, km in the battery"), { target: { value: "75" } });
  fireEvent.change(field("Target charge, km in the battery"), { target: { value: "180" } });
  expect([now.fromSoc.toFixed(3), now.toSoc.toFixed(3)]).toEqual(["0.300", "0.720"]);
});

test.each([
  ["km", "30 km"],
  ["mi", "19 mi"],
] as const)("an unknown start is that of a usual evening, and says so (%s)", (unit, day) => {
  render(<Words unit={unit} />);
  pick("The start is told in", "unknown");
  expect(now.fromSoc).toBeCloseTo(0.78, 9);
  expect(document.body.textContent).toContain(`(a usual evening, ${day} driven since 90 %: 78 %)`);
  fireEvent.change(field("Target charge, per cent"), { target: { value: "70" } });
  expect([now.fromSoc.toFixed(3), now.toSoc]).toEqual(["0.580", 0.7]);
});

test("a target beyond the battery says what it holds", () => {
  render(<Words unit="km" problem="accepted: 0 to 100 %" />);
  expect(document.body.textContent).not.toContain("a full battery");
  pick("The target is told in", "range");
  expect(document.body.textContent).toContain("(a full battery holds 250 km)");
});

test("a start that is no usual evening's is told in per cent, also where the last one was not known", () => {
  useSpanIn.setState({ start: "unknown", target: "percent" });
  render(<Words unit="km" />);
  expect(field("Charge at the start, per cent").value).toBe("20");
  expect(document.body.textContent).not.toContain("a usual evening");
});

test("told as so much more, an unknown start is that of a usual charge", () => {
  render(<Words unit="km" />);
  pick("The start is told in", "unknown");
  pick("The target is told in", "more");
  expect(document.body.textContent).toContain("(a usual evening, 30 km driven since 80 %: 68 %)");
  expect([now.fromSoc.toFixed(3), now.toSoc.toFixed(3)]).toEqual(["0.680", "0.800"]);
});
