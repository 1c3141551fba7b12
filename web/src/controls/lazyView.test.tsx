/** @jest-environment jsdom */
import { Suspense, useState } from "react";
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { fetchWhenIdle, lazyView } from "./lazyView";

afterEach(cleanup);

function Counting({ name }: { readonly name: string }) {
  const [n, setN] = useState(0);
  return (
    <button type="button" onClick={() => setN(n + 1)}>
      {name} {n}
    </button>
  );
}
const shown = (View: ReturnType<typeof lazyView<{ readonly name: string }>>, name = "a") => (
  <Suspense fallback="waiting">
    <View name={name} />
  </Suspense>
);

test("entered for the first time it is waited for; entered again it is there at once, and keeps what is in it", async () => {
  let come!: () => void;
  const load = jest.fn(
    () =>
      new Promise<{ default: typeof Counting }>((resolve) => (come = () => resolve({ default: Counting }))),
  );
  const View = lazyView(load);
  const { container, rerender } = render(shown(View));
  expect(container.textContent).toBe("waiting");
  await act(async () => come());
  fireEvent.click(screen.getByRole("button"));
  rerender(shown(View, "b"));
  expect(screen.getByRole("button").textContent).toBe("b 1");
  cleanup();
  expect(render(shown(View)).container.textContent).toBe("a 0");
  expect(load).toHaveBeenCalledTimes(1);
});

test("fetched in an idle moment it is there when it is entered; one that does not come keeps no other from it", async () => {
  const idle: (() => void)[] = [];
  globalThis.requestIdleCallback = ((next: () => void) => idle.push(next)) as never;
  let fetched = 0;
  lazyView<object>(() => Promise.reject(new Error("off")));
  const View = lazyView(() => {
    fetched += 1;
    return Promise.resolve({ default: Counting });
  });
  fetchWhenIdle();
  while (idle.length > 0)
    await act(async () => {
      idle.shift()!();
      await new Promise((resolve) => setTimeout(resolve));
    });
  expect(fetched).toBe(1);
  expect(render(shown(View)).container.textContent).toBe("a 0");
});

test("where as little as possible is asked for nothing is fetched before it is entered", () => {
  const asked = jest.fn();
  globalThis.requestIdleCallback = asked as never;
  Object.defineProperty(navigator, "connection", { configurable: true, value: { saveData: true } });
  fetchWhenIdle();
  expect(asked).not.toHaveBeenCalled();
  Object.defineProperty(navigator, "connection", { configurable: true, value: undefined });
});
