/** @jest-environment jsdom */
import { useNotices } from "./notices";
import { pausingStorage, writeDrafts } from "./pausing";

const storage = pausingStorage<{ n: number }>();
const at = (n: number) => ({ state: { n }, version: 4 });
const kept = (key = "a") => localStorage.getItem(key);

beforeEach(() => {
  jest.useFakeTimers();
  writeDrafts();
  localStorage.clear();
  useNotices.setState({ notices: [] });
});
afterEach(() => {
  jest.restoreAllMocks();
  jest.useRealTimers();
});

test("of changes in a row the last is written once nothing has changed for a moment; read before, it is there", () => {
  const write = jest.spyOn(Storage.prototype, "setItem");
  for (let n = 0; n < 20; n++) {
    storage.setItem("a", at(n));
    jest.advanceTimersByTime(100);
  }
  expect([write.mock.calls.length, kept(), storage.getItem("a")]).toEqual([0, null, at(19)]);
  jest.advanceTimersByTime(300);
  expect([write.mock.calls.length, kept()]).toEqual([1, JSON.stringify(at(19))]);
  expect(storage.getItem("a")).toEqual(at(19));
});

test.each([
  [
    "put away",
    () => {
      Object.defineProperty(document, "visibilityState", { configurable: true, value: "hidden" });
      document.dispatchEvent(new Event("visibilitychange"));
      Object.defineProperty(document, "visibilityState", { configurable: true, value: "visible" });
    },
  ],
  ["left", () => window.dispatchEvent(new Event("pagehide"))],
])("when the page is %s what waits is written at once", (_, leave) => {
  storage.setItem("a", at(1));
  storage.setItem("b", at(2));
  leave();
  expect([kept("a"), kept("b")]).toEqual([JSON.stringify(at(1)), JSON.stringify(at(2))]);
});

test("what is removed is not written after all", () => {
  storage.setItem("a", at(1));
  void storage.removeItem("a");
  jest.advanceTimersByTime(1_000);
  expect([kept(), storage.getItem("a")]).toEqual([null, null]);
});

test("where the browser has no room left that is said once, what fits is written, and it is said anew after room there was", () => {
  const notices = () => useNotices.getState().notices.map(({ text }) => text);
  const write = jest.spyOn(Storage.prototype, "setItem").mockImplementation((key: string) => {
    if (key === "large") throw new DOMException("full", "QuotaExceededError");
  });
  storage.setItem("large", at(1));
  storage.setItem("small", at(2));
  writeDrafts();
  expect(write.mock.calls.map(([key]) => key)).toEqual(["large", "small"]);
  expect(notices()).toEqual([expect.stringMatching(/^This browser has no room left/)]);
  const again = (n: number) => {
    useNotices.setState({ notices: [] });
    storage.setItem("large", at(n));
    writeDrafts();
    return notices().length;
  };
  expect(again(3)).toBe(0);
  write.mockRestore();
  expect(again(4)).toBe(0);
  jest.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
    throw new DOMException("full", "QuotaExceededError");
  });
  expect(again(5)).toBe(1);
});
