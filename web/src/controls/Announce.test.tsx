/** @jest-environment jsdom */
import { act, render, screen } from "@testing-library/react";
import { Announce } from "./Announce";

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

const told = () => screen.getByRole("status").textContent;
const pass = (ms: number) => act(() => jest.advanceTimersByTime(ms));

test("what is there at first is not told; a change is, once nothing has changed for a second", () => {
  const { rerender } = render(<Announce>ready at 6</Announce>);
  pass(5_000);
  expect(told()).toBe("");
  rerender(<Announce>ready at 7</Announce>);
  pass(900);
  rerender(<Announce>ready at 8</Announce>);
  pass(900);
  expect(told()).toBe("");
  pass(100);
  expect(told()).toBe("ready at 8");
});

test("back at what it was at first, that is told too", () => {
  const { rerender } = render(<Announce>ready at 6</Announce>);
  rerender(<Announce>ready at 7</Announce>);
  pass(1_000);
  rerender(<Announce>ready at 6</Announce>);
  pass(1_000);
  expect(told()).toBe("ready at 6");
});
