/** @jest-environment jsdom */
import type { Clock, SweepRow, SweepSpec, Plan } from "@kettleback/core";
import type { Aside } from "./aside";
import { askAside } from "./ask";
import { askSweep } from "./askSweep";

/** What was asked of the worker and not yet answered: a test answers when it likes. */
interface Call {
  readonly name: string;
  readonly args: readonly unknown[];
  answer(value: unknown): void;
  fail(error: Error): void;
}
const mockCalls: Call[] = [];
jest.mock("comlink", () => ({
  wrap: () =>
    new Proxy(
      {},
      {
        get:
          (_, name: string) =>
          (...args: unknown[]) =>
            new Promise((answer, fail) => mockCalls.push({ name, args, answer, fail })),
      },
    ),
}));
globalThis.Worker = class {} as never;

const plan = (name: string) => ({ name }) as unknown as Plan;
const clock = {} as Clock;
const aside = (name: string) => ({ rungs: [name], steps: [], cheaper: null }) as unknown as Aside;
/** Until all that can happen without an answer of the worker has. */
const settled = () => new Promise((done) => setTimeout(done, 5));
const asked = () => mockCalls.map(({ name, args }) => [name, (args[0] as { name?: string }).name]);

beforeEach(() => void mockCalls.splice(0));

test("while one is worked out only the newest wish is kept: the old one and those between answer nobody", async () => {
  const told: string[] = [];
  const done = (name: string) => (found: Aside) =>
    told.push(
      `${name} got ${(found.plan as unknown as { name: string }).name} with ${String(found.rungs[0])}`,
    );
  void askAside(plan("first"), clock, done("first"));
  await settled();
  void askAside(plan("second"), clock, done("second"));
  void askAside(plan("third"), clock, done("third"));
  await settled();
  expect(asked()).toEqual([["asideOf", "first"]]);
  mockCalls[0]!.answer(aside("first"));
  await settled();
  expect(told).toEqual([]);
  expect(asked().slice(1)).toEqual([["asideOf", "third"]]);
  mockCalls[1]!.answer(aside("third"));
  await settled();
  expect(told).toEqual(["third got third with third"]);
});

test("wishes within one frame ask the worker once, for the last", async () => {
  const told: string[] = [];
  for (const name of ["a", "b", "c"]) void askAside(plan(name), clock, () => told.push(name));
  await settled();
  expect(asked()).toEqual([["asideOf", "c"]]);
  mockCalls[0]!.answer(aside("c"));
  await settled();
  expect(told).toEqual(["c"]);
});

test("a wish the worker failed at leaves the way open for the next", async () => {
  const failed = askAside(plan("broken"), clock, () => undefined);
  await settled();
  mockCalls[0]!.fail(new Error("no"));
  await expect(failed).rejects.toThrow("no");
  const told: string[] = [];
  void askAside(plan("next"), clock, () => told.push("next"));
  await settled();
  mockCalls[1]!.answer(aside("next"));
  await settled();
  expect(told).toEqual(["next"]);
});

describe("a sweep", () => {
  const spec = { y: { count: 5 } } as unknown as SweepSpec;
  const row = (n: number) => n as unknown as SweepRow;

  test("comes slice after slice in order, and is told as it grows", async () => {
    const progress: number[] = [];
    const job = askSweep(plan("p"), spec, (done) => progress.push(done));
    await settled();
    expect(mockCalls.map(({ name }) => name)).toEqual(["openSweep"]);
    mockCalls[0]!.answer(undefined);
    await settled();
    expect(mockCalls[1]!.args.slice(0, 2)).toEqual([0, 5]);
    mockCalls[1]!.answer([row(0), row(1)]);
    await settled();
    expect(mockCalls[2]!.args.slice(0, 2)).toEqual([2, 5]);
    mockCalls[2]!.answer([row(2), row(3), row(4)]);
    expect(await job.rows).toEqual([0, 1, 2, 3, 4]);
    expect(progress).toEqual([2, 5]);
  });

  test("left midway, what comes late is told to nobody, and a new one has only its own slices", async () => {
    const progress: string[] = [];
    const old = askSweep(plan("old"), spec, (done) => progress.push(`old ${done}`));
    await settled();
    mockCalls[0]!.answer(undefined);
    await settled();
    old.cancel();
    const fresh = askSweep(plan("fresh"), spec, (done) => progress.push(`fresh ${done}`));
    await settled();
    // The new one is opened before the old slice is answered.
    mockCalls[2]!.answer(undefined);
    await settled();
    mockCalls[3]!.answer([0, 1, 2, 3, 4].map((n) => row(10 + n)));
    mockCalls[1]!.answer([row(0), row(1)]);
    expect(await old.rows).toBeNull();
    expect(await fresh.rows).toEqual([10, 11, 12, 13, 14]);
    expect(progress).toEqual(["fresh 5"]);
    expect(mockCalls).toHaveLength(4);
  });
});
