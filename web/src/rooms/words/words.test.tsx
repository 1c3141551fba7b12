/** @jest-environment jsdom */
import { fireEvent, render, screen } from "@testing-library/react";
import { fallowQuay } from "@kettleback/core/demo";
import { useGarage } from "../../stores/garage";
import WordsScreen from "./WordsScreen";

beforeEach(() => useGarage.setState({ garage: fallowQuay, householdId: "fallow-quay", loaded: true }));

const seek = (text: string) => {
  fireEvent.change(screen.getByLabelText("Find"), { target: { value: text } });
  return [...document.querySelectorAll("dt")].map((dt) => dt.firstChild!.textContent!.trim());
};

test("what people say finds its word; what is not computed here says so; anything else asks for another", () => {
  render(<WordsScreen />);
  const all = seek("").length;
  expect(all).toBeGreaterThan(30);
  const [first] = seek("granny");
  expect(seek("granny")).toHaveLength(1);
  expect(first).toMatch(/unit|EVSE/i);
  expect(seek("pigtail")).toEqual(["adapter"]);
  expect(seek("V2L")).toEqual([]);
  expect(screen.getByRole("status").textContent).toMatch(/^Vehicle-to-load/);
  expect(seek("zebra")).toEqual([]);
  expect(screen.getByRole("status").textContent).toMatch(/^No such word here/);
});
