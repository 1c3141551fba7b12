/** @jest-environment jsdom */
import { fireEvent, render, screen } from "@testing-library/react";
import { PlateReader } from "./PlateReader";

const figure = () => document.querySelector(".figure")!.textContent!.replaceAll("\u00a0", " ");
const read = (text: string) =>
  fireEvent.change(screen.getByLabelText("What is printed on it, as it stands there"), {
    target: { value: text },
  });

test("a plate with a rating for each voltage shows both, and is saved with a plug for each", () => {
  const saved: [string, object][] = [];
  render(<PlateReader system="split-phase" onSave={(kind, spec) => saved.push([kind, spec])} />);
  read("120 V 12 A / 240 V 32 A");
  expect(figure()).toBe("120 V: 12 A, 1.44 kW; 240 V: 32 A, 7.68 kW");
  // Nothing else in a house is rated so.
  expect(
    screen.getByRole<HTMLInputElement>("radio", { name: /charging unit it looks like one/ }).checked,
  ).toBe(true);
  fireEvent.click(screen.getByRole("button", { name: "Save as a charging unit…" }));
  expect(saved).toEqual([
    [
      "evses",
      expect.objectContaining({
        maxAmps: 32,
        knowsPlugs: true,
        plugs: [
          { type: "nema-5-15", amps: 12 },
          { type: "nema-14-50", amps: 32 },
        ],
      }),
    ],
  ]);
});

test("two currents of which nothing says when they hold are taken at the least, and said", () => {
  render(<PlateReader system="230/400" onSave={() => undefined} />);
  read("32 A / 16 A");
  expect(figure()).toBe("16 A");
  expect(screen.getByText(/32 A or 16 A: which of them holds/)).toBeTruthy();
});
