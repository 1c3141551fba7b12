/** @jest-environment jsdom */
import { Suspense, useState } from "react";
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { ErrorBoundary } from "react-error-boundary";
import { api } from "../api/client";
import { loadAnew } from "./anew";
import { fetchWhenIdle, lazyView } from "./lazyView";

jest.mock("./anew", () => ({ loadAnew: jest.fn() }));
const loaded = jest.mocked(loadAnew);

afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

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

test("one that is known to be entered is fetched before, and is drawn at once; one that fails then is asked for again", async () => {
  const load = jest
    .fn(() => Promise.resolve({ default: Counting }))
    .mockImplementationOnce(() => Promise.reject(new Error("off")));
  const View = lazyView(load);
  await act(async () => View.fetchNow());
  await act(async () => View.fetchNow());
  expect(render(shown(View)).container.textContent).toBe("a 0");
  expect(load).toHaveBeenCalledTimes(2);
});

test("one that does not come says so in its place, and a new page is loaded once the server answers", async () => {
  jest.spyOn(console, "error").mockImplementation(() => undefined);
  const asked = jest
    .spyOn(api, "health")
    .mockRejectedValueOnce(new Error("away"))
    .mockResolvedValueOnce({ ok: true });
  const View = lazyView<{ readonly name: string }>(() => Promise.reject(new TypeError("Failed to fetch")));
  render(
    <>
      <Counting name="around" />
      {shown(View)}
    </>,
  );
  fireEvent.click(screen.getByRole("button", { name: "around 0" }));
  expect((await screen.findByRole("alert")).textContent).toMatch(
    /^This part of the page could not be fetched: the server did not answer, or has become another version\./,
  );
  await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Try again" })));
  expect(screen.getByRole("alert").textContent).toMatch(
    /the server still does not answer\. What you have entered is kept/,
  );
  expect(loaded).not.toHaveBeenCalled();
  await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Try again" })));
  expect([asked.mock.calls.length, loaded.mock.calls.length]).toEqual([2, 1]);
  expect(screen.getByRole("button", { name: "around 1" })).toBeDefined();
});

test("what fails within a part is not told as one that did not come", async () => {
  jest.spyOn(console, "error").mockImplementation(() => undefined);
  const View = lazyView<object>(() =>
    Promise.resolve({
      default: () => {
        throw new Error("no such figure");
      },
    }),
  );
  const told = jest.fn(() => <p role="alert">the room tells it</p>);
  render(
    <ErrorBoundary fallbackRender={told}>
      <Suspense fallback="waiting">
        <View />
      </Suspense>
    </ErrorBoundary>,
  );
  expect((await screen.findByRole("alert")).textContent).toBe("the room tells it");
  expect(told).toHaveBeenCalled();
});

test("where as little as possible is asked for nothing is fetched before it is entered", () => {
  const asked = jest.fn();
  globalThis.requestIdleCallback = asked as never;
  Object.defineProperty(navigator, "connection", { configurable: true, value: { saveData: true } });
  fetchWhenIdle();
  expect(asked).not.toHaveBeenCalled();
  Object.defineProperty(navigator, "connection", { configurable: true, value: undefined });
});
