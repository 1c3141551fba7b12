/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import type { Clock, Plan } from "@kettleback/core";
import { JobWaiting } from "../controls/JobWaiting";
import { useJob, useWatchedJob } from "./useJob";

/** Jobs that were asked for: a test answers when it likes. */
interface Asked {
  readonly name: string;
  readonly key: string;
  left: boolean;
  progress?: (step: unknown) => void;
  answer(value: unknown): void;
  fail(error: Error): void;
}
const mockAsked: Asked[] = [];
jest.mock("./pool", () => ({
  ask: (
    _kind: string,
    [plan]: [{ name: string }],
    { key, progress }: { key: string; progress?: (step: unknown) => void },
  ) => {
    const one = { name: plan.name, key, left: false, ...(progress ? { progress } : {}) } as Asked;
    mockAsked.push(one);
    const result = new Promise((answer, fail) => Object.assign(one, { answer, fail }));
    return { result, leave: () => (one.left = true) };
  },
}));

const CLOCK = {} as Clock;
const plans = Object.fromEntries(["a", "b"].map((name) => [name, { name } as unknown as Plan]));

function View({ name }: { readonly name: string }) {
  const job = useJob("hangs", plans[name]!, CLOCK);
  if (!job.result) return <JobWaiting job={job} />;
  return (
    <output>
      {String(job.result)}
      {job.stale && ", stale"}
    </output>
  );
}
const shown = () => screen.queryByRole("status")?.textContent;
const answer = (i: number, value: string | null) => act(async () => mockAsked[i]!.answer(value));

beforeEach(() => void (mockAsked.length = 0));
afterEach(cleanup);

test("the last answer stays, as one of before, until that to the newest input is there", async () => {
  const { rerender } = render(<View name="a" />);
  expect(shown()).toBeUndefined();
  await answer(0, "of a");
  expect(shown()).toBe("of a");
  rerender(<View name="b" />);
  expect(shown()).toBe("of a, stale");
  expect(mockAsked.map(({ name, left }) => [name, left])).toEqual([
    ["a", true],
    ["b", false],
  ]);
  expect(mockAsked[0]!.key).toBe(mockAsked[1]!.key);
  await answer(1, "of b");
  expect(shown()).toBe("of b");
});

test("drawn again with the same input it asks nothing", async () => {
  const { rerender } = render(<View name="a" />);
  await answer(0, "of a");
  rerender(<View name="a" />);
  expect(mockAsked).toHaveLength(1);
});

test("a job that was left tells nothing, though its input comes back", async () => {
  const { rerender } = render(<View name="a" />);
  rerender(<View name="b" />);
  rerender(<View name="a" />);
  await answer(0, null);
  await answer(1, null);
  expect(shown()).toBeUndefined();
  await answer(2, "of a");
  expect(shown()).toBe("of a");
  rerender(<View name="b" />);
  await answer(3, null);
  expect(shown()).toBe("of a, stale");
});

test("what could not be worked out says why, and is asked again on a press", async () => {
  render(<View name="a" />);
  await act(async () => mockAsked[0]!.fail(new Error("the worker was lost")));
  expect(screen.getByRole("alert").textContent).toContain(
    "This could not be worked out: the worker was lost.",
  );
  fireEvent.click(screen.getByRole("button", { name: "Try again" }));
  expect(mockAsked).toHaveLength(2);
  await answer(1, "of a");
  expect(shown()).toBe("of a");
  expect(screen.queryByRole("alert")).toBeNull();
});

test("where the newest could not be worked out no older figures stand in for it; nor is its reason told of the next", async () => {
  const { rerender } = render(<View name="a" />);
  await answer(0, "of a");
  rerender(<View name="b" />);
  await act(async () => mockAsked[1]!.fail(new Error("no")));
  expect(shown()).toBeUndefined();
  expect(screen.getByRole("alert").textContent).toContain("worked out: no.");
  rerender(<View name="a" />);
  expect(screen.queryByRole("alert")).toBeNull();
  await answer(2, "of a again");
  expect(shown()).toBe("of a again");
});

test("gone from the screen it leaves its job", () => {
  const { unmount } = render(<View name="a" />);
  unmount();
  expect(mockAsked[0]!.left).toBe(true);
});

function Watched({ name }: { readonly name: string }) {
  const job = useWatchedJob("hangs", plans[name]!, CLOCK);
  return job.result && !job.stale ? <output>{String(job.result)}</output> : <JobWaiting job={job} />;
}

test("watched, it tells how far the newest is, and nothing of one before; unwatched nobody is told", async () => {
  const { rerender } = render(<Watched name="a" />);
  const share = () => screen.queryByRole<HTMLProgressElement>("progressbar")?.value;
  expect(share()).toBeUndefined();
  act(() => mockAsked[0]!.progress!(0.25));
  expect(share()).toBe(0.25);
  rerender(<Watched name="b" />);
  expect(share()).toBeUndefined();
  act(() => mockAsked[1]!.progress!("a part of it"));
  expect(share()).toBeUndefined();
  act(() => mockAsked[1]!.progress!(0.5));
  expect(share()).toBe(0.5);
  await answer(1, "of b");
  expect([shown(), share()]).toEqual(["of b", undefined]);
  cleanup();
  render(<View name="a" />);
  expect(mockAsked.at(-1)!.progress).toBeUndefined();
});
