/** @jest-environment jsdom */
import type { Clock, Plan } from "@kettleback/core";
import type { ask as Ask, Job } from "./pool";

/** What was asked of a thread and not yet answered: a test answers when it likes. */
interface Call {
  readonly thread: number;
  readonly id: number;
  readonly name: string;
  progress(share: number): void;
  answer(value: unknown): void;
  fail(error: Error): void;
}
const mockCalls: Call[] = [];
const mockLeft: number[] = [];
jest.mock("comlink", () => ({
  proxy: (told: unknown) => told,
  wrap: ({ number: thread }: { number: number }) => ({
    start: (id: number, _kind: string, [plan]: [{ name: string }], progress: Call["progress"]) =>
      new Promise((answer, fail) => mockCalls.push({ thread, id, name: plan.name, progress, answer, fail })),
    leave: (id: number) => void mockLeft.push(id),
  }),
}));

class FakeWorker {
  static made: FakeWorker[] = [];
  readonly number = FakeWorker.made.push(this);
  onerror: ((event: { message: string }) => void) | null = null;
  ended = false;
  terminate() {
    this.ended = true;
  }
}

const plan = (name: string) => ({ name }) as unknown as Plan;
/** Until all that can happen without an answer of a thread has. */
const settled = () => new Promise((done) => setTimeout(done, 5));
const calls = () => mockCalls.map(({ name }) => name);

let ask: typeof Ask;
/** Asks for a job by the name of its plan, and notes what becomes of it. */
let told: string[];
const asked = (name: string, key = "k", progress?: (share: number) => void): Job<unknown> => {
  const job = ask("aside", [plan(name), {} as Clock], { key, ...(progress ? { progress } : {}) });
  job.result.then(
    (result) => told.push(`${name}: ${String(result)}`),
    (error: Error) => told.push(`${name} failed: ${error.message}`),
  );
  return job;
};

beforeEach(async () => {
  mockCalls.length = 0;
  mockLeft.length = 0;
  FakeWorker.made = [];
  told = [];
  // A machine of three cores: two threads, and one that is left to the screen.
  Object.defineProperty(navigator, "hardwareConcurrency", { value: 3, configurable: true });
  globalThis.Worker = FakeWorker as never;
  jest.resetModules();
  ({ ask } = await import("./pool"));
});

test("of a key only the newest answers: the one at work is left, those between are never started", async () => {
  asked("first");
  await settled();
  asked("second");
  asked("third");
  await settled();
  expect(calls()).toEqual(["first", "third"]);
  expect(mockLeft).toEqual([mockCalls[0]!.id]);
  expect(told).toEqual(["first: null", "second: null"]);
  mockCalls[0]!.answer("late");
  mockCalls[1]!.answer("now");
  await settled();
  expect(told.slice(2)).toEqual(["third: now"]);
});

test("one that was left takes nothing from those after it: each newer one still leaves the one before", async () => {
  for (const name of ["first", "second", "third"]) {
    asked(name);
    await settled();
  }
  expect(told).toEqual(["first: null", "second: null"]);
  expect(mockLeft).toEqual(mockCalls.slice(0, 2).map(({ id }) => id));
});

test("a call that fails fails only who asked, and nothing asked meanwhile is lost", async () => {
  asked("broken");
  await settled();
  asked("other", "another key");
  asked("next");
  await settled();
  mockCalls[0]!.fail(new Error("no"));
  await settled();
  expect(told).toEqual(["broken: null"]);
  expect(calls()).toEqual(["broken", "other", "next"]);
  mockCalls[2]!.fail(new Error("not this either"));
  mockCalls[1]!.answer("there");
  await settled();
  expect(told.slice(1).sort()).toEqual(["next failed: not this either", "other: there"]);
  asked("last");
  await settled();
  mockCalls[3]!.answer("there too");
  await settled();
  expect(told.at(-1)).toBe("last: there too");
});

test("progress is told while the job is wanted, and to nobody once it was left", async () => {
  const shares: number[] = [];
  const job = asked("long", "k", (share) => shares.push(share));
  await settled();
  mockCalls[0]!.progress(0.25);
  job.leave();
  mockCalls[0]!.progress(0.5);
  mockCalls[0]!.answer("too late");
  await settled();
  expect(shares).toEqual([0.25]);
  expect(told).toEqual(["long: null"]);
  expect(mockLeft).toEqual([mockCalls[0]!.id]);
});

test("progress that comes in after the answer is told to nobody", async () => {
  const shares: number[] = [];
  asked("long", "k", (share) => shares.push(share));
  await settled();
  mockCalls[0]!.progress(0.5);
  mockCalls[0]!.answer("there");
  await settled();
  mockCalls[0]!.progress(0.98);
  expect(told).toEqual(["long: there"]);
  expect(shares).toEqual([0.5]);
});

test("a thread is begun when it is needed, two at most; the one with least to do gets the next job", async () => {
  expect(FakeWorker.made).toHaveLength(0);
  for (const key of ["a", "b", "c"]) {
    asked(key, key);
    await settled();
  }
  expect(FakeWorker.made).toHaveLength(2);
  expect(mockCalls.map(({ thread }) => thread)).toEqual([1, 2, 1]);
  // The first has two jobs, the second one; done with both, it is the first that has least to do.
  mockCalls[0]!.answer("done");
  mockCalls[2]!.answer("done");
  await settled();
  asked("d", "d");
  await settled();
  expect(mockCalls.at(-1)!.thread).toBe(1);
  expect(FakeWorker.made).toHaveLength(2);
});

test("where the machine has two cores one thread works beside the screen", async () => {
  Object.defineProperty(navigator, "hardwareConcurrency", { value: 2, configurable: true });
  jest.resetModules();
  ({ ask } = await import("./pool"));
  asked("a", "a");
  asked("b", "b");
  await settled();
  expect(FakeWorker.made).toHaveLength(1);
  expect(calls()).toEqual(["a", "b"]);
});

test("a thread that is lost fails its jobs with its reason, and the next job begins another", async () => {
  asked("a", "a");
  await settled();
  asked("other", "other");
  await settled();
  const [lost, sound] = FakeWorker.made as [FakeWorker, FakeWorker];
  lost.onerror!({ message: "out of memory" });
  lost.onerror?.({ message: "and again" });
  await settled();
  expect(told).toEqual(["a failed: out of memory"]);
  expect([lost.ended, sound.ended]).toEqual([true, false]);
  asked("b", "b");
  await settled();
  // The sound one still counts: it has a job, so the next gets a thread in the lost one's place, and no third beside it.
  expect(FakeWorker.made).toHaveLength(3);
  asked("c", "c");
  await settled();
  expect(FakeWorker.made).toHaveLength(3);
  mockCalls[2]!.answer("there");
  mockCalls[1]!.answer("unharmed");
  await settled();
  expect(told.slice(1).sort()).toEqual(["b: there", "other: unharmed"]);
});
