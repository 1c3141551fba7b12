/** @jest-environment jsdom */
import { onceLoaded } from "./onceLoaded";

const readyState = jest.spyOn(Document.prototype, "readyState", "get");

test("what comes after the page stood is done at once, and what comes before it waits for that", () => {
  const then = jest.fn();
  readyState.mockReturnValue("complete");
  onceLoaded(then);
  expect(then).toHaveBeenCalledTimes(1);
  readyState.mockReturnValue("interactive");
  onceLoaded(then);
  expect(then).toHaveBeenCalledTimes(1);
  window.dispatchEvent(new Event("load"));
  window.dispatchEvent(new Event("load"));
  expect(then).toHaveBeenCalledTimes(2);
});
