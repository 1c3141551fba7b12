/** @jest-environment jsdom */
import { StrictMode, Suspense, use } from "react";
import { act, render } from "@testing-library/react";
import { OnceShown } from "./OnceShown";

const View = ({ there }: { readonly there: Promise<string> }) => use(there);

test("nothing else is fetched before the first view stands, and then once, a moment later", async () => {
  jest.useFakeTimers();
  let come!: (text: string) => void;
  const there = new Promise<string>((resolve) => (come = resolve));
  const rest = jest.fn();
  await act(async () => {
    render(
      <StrictMode>
        <Suspense fallback="waiting">
          <View there={there} />
          <OnceShown then={rest} />
        </Suspense>
      </StrictMode>,
    );
  });
  await act(async () => void jest.advanceTimersByTime(60_000));
  expect(document.body.textContent).toBe("waiting");
  expect(rest).not.toHaveBeenCalled();
  await act(async () => come("the answer"));
  expect(document.body.textContent).toBe("the answer");
  await act(async () => void jest.advanceTimersByTime(1_999));
  expect(rest).not.toHaveBeenCalled();
  await act(async () => void jest.advanceTimersByTime(60_000));
  expect(rest).toHaveBeenCalledTimes(1);
});
