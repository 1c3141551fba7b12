/** @jest-environment jsdom */
import { useState } from "react";
import { fireEvent, render, screen } from "@testing-library/react";
import { FigureInput } from "./FigureInput";
import { writeAs } from "../format/manner";

afterEach(() => writeAs({}));

const field = () => screen.getByLabelText<HTMLInputElement>("Drive, mi");
const type = (text: string) => fireEvent.change(field(), { target: { value: text } });

/** A figure kept in kilometres and typed in miles; what lies outside 0–900 km is not taken. */
function Drive({ seen }: { seen?: (km: number) => void }) {
  const [km, setKm] = useState(100);
  return (
    <>
      <FigureInput
        label="Drive, mi"
        value={km / 1.609344}
        decimals={1}
        wrong={(miles) => !(miles >= 0 && miles * 1.609344 <= 900)}
        onChange={(miles) => {
          seen?.(miles);
          if (miles >= 0 && miles * 1.609344 <= 900) setKm(miles * 1.609344);
        }}
      />
      <button onClick={() => setKm(100)}>as it was</button>
    </>
  );
}

test("a figure from outside is rounded to be read; one that is typed stays as it was typed, digit by digit", () => {
  render(<Drive />);
  expect(field().value).toBe("62.1");
  for (const text of ["5", "55", "55.", "55.2", "55.25", "1 000.5"]) {
    type(text);
    expect(field().value).toBe(text);
  }
});

test("what is not taken stays, marked as wrong; what was before comes back from outside and shows", () => {
  render(<Drive />);
  type("800");
  expect(field().value).toBe("800");
  expect(field().getAttribute("aria-invalid")).toBe("true");
  type("80");
  expect(field().getAttribute("aria-invalid")).toBe("false");
  // The very figure that stood there before the typing, as undo brings it back.
  fireEvent.click(screen.getByText("as it was"));
  expect(field().value).toBe("62.1");
});

test("what is no figure is marked, an empty field is not; both are told as not a number", () => {
  const seen: number[] = [];
  render(<FigureInput label="Drive, mi" value={3} onChange={(n) => seen.push(n)} />);
  type("3x");
  expect(field().getAttribute("aria-invalid")).toBe("true");
  type("");
  expect(field().getAttribute("aria-invalid")).toBe("false");
  expect(seen).toEqual([NaN, NaN]);
});

test("the decimal mark is the household's, and either is understood", () => {
  writeAs({ decimals: "comma" });
  const seen: number[] = [];
  render(<FigureInput label="Drive, mi" value={2.5} onChange={(n) => seen.push(n)} />);
  expect(field().value).toBe("2,5");
  type("3,75");
  type("3.5");
  expect(seen).toEqual([3.75, 3.5]);
});
