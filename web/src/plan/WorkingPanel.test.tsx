/** @jest-environment jsdom */
import { render, screen } from "@testing-library/react";
import { WorkingPanel } from "./WorkingPanel";

test("it opens in view, once, and goes again where a browser answers a scroll with a promise", () => {
  const scrolled = jest.fn(() => Promise.resolve());
  Element.prototype.scrollIntoView = scrolled as never;
  const working = { title: "Cost", steps: [], notes: ["kept to a millionth"] };
  const { rerender, unmount } = render(<WorkingPanel working={working} onClose={() => undefined} />);
  expect(screen.getByRole("heading").textContent).toBe("Cost: the working");
  rerender(<WorkingPanel working={{ ...working }} onClose={() => undefined} />);
  expect(scrolled.mock.calls).toEqual([[{ block: "nearest" }]]);
  rerender(<WorkingPanel working={{ ...working, title: "Lost" }} onClose={() => undefined} />);
  expect(scrolled).toHaveBeenCalledTimes(2);
  expect(unmount).not.toThrow();
});
