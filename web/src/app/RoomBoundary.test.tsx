/** @jest-environment jsdom */
import { fireEvent, render, screen } from "@testing-library/react";
import { Link, MemoryRouter, Route, Routes } from "react-router-dom";
import { RoomBoundary } from "./RoomBoundary";

let broken = true;
function Failing() {
  if (broken) throw new Error("no such figure");
  return <p>well again</p>;
}
const shown = () =>
  render(
    <MemoryRouter initialEntries={["/log"]}>
      <Link to="/path">Path</Link>
      <RoomBoundary>
        <Routes>
          <Route path="/log" element={<Failing />} />
          <Route path="/path" element={<p>the path</p>} />
        </Routes>
      </RoomBoundary>
    </MemoryRouter>,
  );

beforeEach(() => {
  broken = true;
  jest.spyOn(console, "error").mockImplementation(() => undefined);
});
afterEach(() => jest.restoreAllMocks());

test("what fails in a room is told in its place, and another room opens", () => {
  shown();
  expect(screen.getByRole("alert").textContent).toMatch(
    /^This could not be shown \(no such figure\)\. What you have entered is kept, and the other rooms go on\./,
  );
  fireEvent.click(screen.getByRole("link", { name: "Path" }));
  expect(screen.getByText("the path")).toBeDefined();
  expect(screen.queryByRole("alert")).toBeNull();
});

test("it is tried again with a press", () => {
  shown();
  broken = false;
  fireEvent.click(screen.getByRole("button", { name: "Try again" }));
  expect(screen.getByText("well again")).toBeDefined();
});
