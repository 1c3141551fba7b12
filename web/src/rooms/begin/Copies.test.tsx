/** @jest-environment jsdom */
import { act, render, screen } from "@testing-library/react";
import { api, type Copy } from "../../api/client";
import { useGarage } from "../../stores/garage";
import { Copies } from "./Copies";

const copies: readonly Copy[] = [
  { name: "kettleback-2026-11-22.sqlite", madeAt: "2026-11-22T17:40:00.000Z", bytes: 212_992 },
  { name: "kettleback-2026-11-21.sqlite", madeAt: "2026-11-21T06:05:00.000Z", bytes: 208_896 },
];

test("what it undoes is said and asked first; then a copy is put back once however often it is pressed, and all wait", async () => {
  jest.spyOn(api, "copies").mockResolvedValue([...copies]);
  useGarage.setState({ load: () => Promise.resolve() });
  let done: (left: Copy[]) => void = () => undefined;
  const restore = jest.spyOn(api, "restoreCopy").mockReturnValue(
    new Promise((resolve) => {
      done = resolve;
    }),
  );
  await act(async () => void render(<Copies />));
  const [newest, older] = screen.getAllByRole<HTMLButtonElement>("button");
  act(() => newest!.click());
  expect(screen.getByRole("alert").textContent).toContain("what was entered since then is taken out");
  act(() => screen.getByRole("button", { name: "Leave it" }).click());
  expect(screen.queryByRole("alert")).toBeNull();
  expect(restore).not.toHaveBeenCalled();
  act(() => newest!.click());
  const yes = screen.getByRole("button", { name: "Put it back" });
  act(() => {
    yes.click();
    yes.click();
    older!.click();
  });
  expect(restore.mock.calls).toEqual([["kettleback-2026-11-22.sqlite"]]);
  expect([newest!.disabled, older!.disabled, newest!.textContent]).toEqual([true, true, "Putting back…"]);
  await act(async () => done([...copies]));
  expect([newest!.disabled, newest!.textContent]).toEqual([false, "Put back"]);
  act(() => older!.click());
  await act(async () => screen.getByRole("button", { name: "Put it back" }).click());
  expect(restore).toHaveBeenCalledTimes(2);
  expect(screen.getByText(/208 KiB/)).toBeDefined();
  expect(screen.getByText(/204 KiB/)).toBeDefined();
});
