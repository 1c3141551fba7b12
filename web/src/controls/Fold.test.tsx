/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from "@testing-library/react";
import { Fold } from "./Fold";

/** A window of a size that can be changed; it matches as the styles do. */
function windowOf(width: number, height = 800) {
  const changed = new Set<() => void>();
  let now = width;
  window.matchMedia = ((query: string) => ({
    get matches() {
      const most = (side: string) => Number(new RegExp(`max-${side}: (\\d+)px`).exec(query)?.[1] ?? -1);
      return now <= most("width") || height <= most("height");
    },
    addEventListener: (_: string, listener: () => void) => changed.add(listener),
    removeEventListener: (_: string, listener: () => void) => changed.delete(listener),
  })) as never;
  return (next: number) =>
    act(() => {
      now = next;
      changed.forEach((listener) => listener());
    });
}
const button = () => screen.queryByRole("button", { name: "Settings" });
const inside = () => screen.getByText("inside").parentElement!;
const shown = (upTo?: number) =>
  render(
    <Fold says="Settings" className="settings" {...(upTo === undefined ? {} : { upTo })}>
      <p>inside</p>
    </Fold>,
  );

test("stands open where there is room, and folds behind its button as the window narrows", () => {
  const resize = windowOf(1280);
  shown();
  expect(button()).toBeNull();
  expect(inside().hidden).toBe(false);
  resize(621);
  expect(button()).toBeNull();
  resize(620);
  expect(button()!.getAttribute("aria-expanded")).toBe("false");
  expect(inside().hidden).toBe(true);
  fireEvent.click(button()!);
  expect(button()!.getAttribute("aria-expanded")).toBe("true");
  expect(button()!.getAttribute("aria-controls")).toBe(inside().id);
  expect(inside().hidden).toBe(false);
  fireEvent.click(button()!);
  expect(inside().hidden).toBe(true);
  resize(800);
  expect(button()).toBeNull();
});

test("a phone on its side is a phone; what only needs width stands open there", () => {
  windowOf(930, 430);
  const { unmount } = shown();
  expect(button()!.getAttribute("aria-expanded")).toBe("false");
  unmount();
  shown(900);
  expect(button()).toBeNull();
});

test("what needs more room folds earlier", () => {
  const resize = windowOf(901);
  shown(900);
  expect(button()).toBeNull();
  resize(900);
  expect(button()).not.toBeNull();
});

test("what floats is folded at any width, and goes once it is left or Escape is pressed", () => {
  windowOf(1280);
  render(
    <>
      <Fold says="Settings" className="settings" upTo={900} floats>
        <input aria-label="inside" />
      </Fold>
      <input aria-label="outside" />
    </>,
  );
  const panel = () => document.querySelector<HTMLElement>(".settings")!;
  const open = () => {
    fireEvent.click(button()!);
    expect(panel().hidden).toBe(false);
    screen.getByLabelText("inside").focus();
  };
  expect(panel().hidden).toBe(true);
  open();
  act(() => screen.getByLabelText("outside").focus());
  expect(panel().hidden).toBe(true);
  open();
  act(() => button()!.focus());
  expect(panel().hidden).toBe(false);
  fireEvent.keyDown(button()!, { key: "Escape" });
  expect(panel().hidden).toBe(true);
});
