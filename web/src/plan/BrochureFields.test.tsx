/** @jest-environment jsdom */
import { useState } from "react";
import { fireEvent, render, screen } from "@testing-library/react";
import type { FromBrochure } from "@kettleback/core";
import { BrochureFields } from "./BrochureFields";
import { brochureOf, NO_BROCHURE, type TypedBrochure } from "./brochure";

let typed: TypedBrochure;
function Held({ found }: { readonly found: FromBrochure | null }) {
  const [value, setValue] = useState(NO_BROCHURE);
  const change = (next: TypedBrochure) => {
    typed = next;
    setValue(next);
  };
  return <BrochureFields typed={value} found={found} onChange={change} />;
}
const put = (label: string, text: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });

test("what is typed is read as a brochure: peak, times that have minutes, the station where it is named", () => {
  render(<Held found={null} />);
  put("Time 1, minutes", "30");
  expect(brochureOf(typed)).toBeNull();
  put("Peak at a rapid station, kW", "150");
  put("Time 1, from per cent", "20");
  put("Time 1, to per cent", "70");
  fireEvent.click(screen.getByRole("button", { name: "It states another time" }));
  put("Time 2, to per cent", "85");
  expect(brochureOf(typed)).toEqual({ peakKW: 150, times: [{ fromSoc: 0.2, toSoc: 0.7, minutes: 30 }] });
  put("Time 2, minutes", "47,5");
  put("Station of the brochure, kW", "100");
  // Figures are read with a point here.
  expect(brochureOf({ ...typed, times: [typed.times[0]!, { ...typed.times[1]!, minutes: "47.5" }] })).toEqual(
    {
      peakKW: 150,
      stationKW: 100,
      times: [
        { fromSoc: 0.2, toSoc: 0.7, minutes: 30 },
        { fromSoc: 0.2, toSoc: 0.85, minutes: 47.5 },
      ],
    },
  );
  fireEvent.click(screen.getByRole("button", { name: "It states another time" }));
  expect(screen.queryByRole("button", { name: "It states another time" })).toBeNull();
});

test("what cannot be is told in words and marks its field, counting only times that are stated", () => {
  const found: FromBrochure = { ok: false, problems: [{ field: "times.0.minutes", message: "too fast" }] };
  render(<Held found={found} />);
  fireEvent.click(screen.getByRole("button", { name: "It states another time" }));
  put("Time 2, minutes", "20");
  expect(screen.getByText("Minutes: too fast")).toBeTruthy();
  const wrong = (i: number) => screen.getByLabelText(`Time ${i}, minutes`).getAttribute("aria-invalid");
  // The first row has no minutes and is not stated: the first stated time is the second row's.
  expect([wrong(1), wrong(2)]).toEqual(["true", "true"]);
  put("Time 1, minutes", "10");
  expect([wrong(1), wrong(2)]).toEqual(["true", "false"]);
});

test("what it comes to is said, and that the rest is assumed", () => {
  render(<Held found={{ ok: true, acceptance: [], said: "120 kW are taken until 10 %" }} />);
  expect(screen.getByText("120 kW are taken until 10 %. What lies between is assumed.")).toBeTruthy();
});
