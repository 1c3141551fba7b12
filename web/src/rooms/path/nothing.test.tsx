/** @jest-environment jsdom */
import { fireEvent, render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router-dom";
import type { Plan } from "@kettleback/core";
import { plainAnswered } from "../../tests/plain";
import Nothing from "./Nothing";

const { plan } = plainAnswered();
const shown = (of: Plan) =>
  render(
    <MemoryRouter>
      <Nothing plan={of} />
    </MemoryRouter>,
  );
const next = () => document.querySelector("li.next")?.textContent;

test("what is to be looked at next is the first that was not ticked off; at the end it says what is left", () => {
  shown(plan);
  expect(next()).toContain("Is the plug home");
  fireEvent.click(screen.getByRole("checkbox", { name: /Is the plug home/ }));
  expect(next()).toContain("Does the car stand at its limit already? This path starts from 70 %.");
  // Out of order, and taken back.
  fireEvent.click(screen.getByRole("checkbox", { name: /Does a timer wait/ }));
  expect(next()).toContain("limit");
  fireEvent.click(screen.getByRole("checkbox", { name: /Is the plug home/ }));
  expect(next()).toContain("Is the plug home");
  expect(screen.getByRole("status").textContent).toBe("");
  for (const box of screen.getAllByRole<HTMLInputElement>("checkbox")) if (!box.checked) fireEvent.click(box);
  expect(next()).toBeUndefined();
  // The plain household's unit is a post.
  expect(screen.getByRole("status").textContent).toContain("call the number on the post");
});

test("where what the lights mean is kept it stands there, and nobody is sent to keep it", () => {
  const { unmount } = shown(plan);
  expect(screen.getByText(/What the lights of box mean can be kept/)).toBeTruthy();
  unmount();
  shown({ ...plan, evse: { ...plan.evse, lights: "blue: charging" } });
  expect(screen.getByText(/Your note: blue: charging/)).toBeTruthy();
  expect(screen.queryByText(/can be kept/)).toBeNull();
});
