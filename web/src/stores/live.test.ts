/** @jest-environment jsdom */
import type { Sample, PointState } from "@kettleback/core";
import { api } from "../api/client";
import { followHousehold, joined, useLive } from "./live";
import { useSessions } from "./sessions";

const sample = (at: number, watts = 1): Sample => [at, watts, null, null, null];

test("readings join in the order of time; a moment keeps the one that says more", () => {
  const known = [sample(1), sample(3)];
  expect(joined(known, [sample(4), sample(5)]).map(([at]) => at)).toEqual([1, 3, 4, 5]);
  expect(joined(known, [sample(2), sample(4)]).map(([at]) => at)).toEqual([1, 2, 3, 4]);
  expect(joined(known, [sample(5), sample(4)]).map(([at]) => at)).toEqual([1, 3, 4, 5]);
  const longer = [3, 1, null, null, null, 7] as unknown as Sample;
  expect(joined(known, [longer])).toEqual([sample(1), longer]);
  expect(joined([longer], [sample(3)])).toEqual([longer]);
});

/** A line to the server that a test speaks through. */
class Line {
  static all: Line[] = [];
  closed = false;
  onopen?: () => void;
  onerror?: () => void;
  private readonly heard = new Map<string, (event: { data: string }) => void>();
  constructor(readonly url: string) {
    Line.all.push(this);
  }
  addEventListener(kind: string, listener: (event: { data: string }) => void): void {
    this.heard.set(kind, listener);
  }
  say(kind: string, data: object): void {
    this.heard.get(kind)!({ data: JSON.stringify(data) });
  }
  close(): void {
    this.closed = true;
  }
}

const point = (id: string): PointState => ({
  id,
  vendor: null,
  model: null,
  firmware: null,
  status: "Charging",
  error: null,
  clockBehind: 0,
  connected: true,
  seenAt: null,
  hasPassword: true,
  session: null,
});
let hidden = false;

beforeEach(() => {
  jest.restoreAllMocks();
  jest.useFakeTimers();
  Line.all = [];
  hidden = false;
  Object.assign(globalThis, { EventSource: Line });
  Object.defineProperty(document, "hidden", { configurable: true, get: () => hidden });
  useLive.setState({ householdId: "home", points: [], knocks: [], samples: {}, lineStands: true });
  jest.spyOn(useSessions.getState(), "load").mockResolvedValue();
  jest.spyOn(api, "devicesNow").mockResolvedValue({ devices: [] });
});
afterEach(() => {
  jest.useRealTimers();
  Reflect.deleteProperty(globalThis, "EventSource");
});
const look = (is: boolean) => {
  hidden = !is;
  document.dispatchEvent(new Event("visibilitychange"));
};

test("readings come with what is told, or are read where they do not; points and sessions are read a moment later, once", async () => {
  const chargePoints = jest
    .spyOn(api, "chargePoints")
    .mockResolvedValue({ points: [point("a")], knocks: [] });
  const samples = jest.spyOn(api, "samples").mockResolvedValue([sample(9)]);
  const leave = followHousehold("home");
  const [line] = Line.all;
  expect(line!.url).toBe("/api/households/home/events");
  line!.say("samples", { session: "7", samples: [sample(5)] });
  expect(useLive.getState().samples["7"]).toEqual([sample(5)]);
  line!.say("samples", { session: "7" });
  await jest.advanceTimersByTimeAsync(0);
  expect(samples).toHaveBeenCalledWith("home", "7", 0);
  expect(useLive.getState().samples["7"]).toEqual([sample(5), sample(9)]);
  line!.say("point", { id: "a" });
  line!.say("session", { id: "7" });
  await jest.advanceTimersByTimeAsync(250);
  expect(chargePoints).toHaveBeenCalledTimes(1);
  expect(useLive.getState().points).toMatchObject([{ id: "a", status: "Charging" }]);
  leave();
  expect(line!.closed).toBe(true);
});

test("a page nobody sees keeps no line; seen again it reads what it missed", async () => {
  jest.spyOn(api, "chargePoints").mockResolvedValue({ points: [], knocks: [] });
  const samples = jest.spyOn(api, "samples").mockResolvedValue([sample(1), sample(2)]);
  const leave = followHousehold("home");
  useLive.getState().note("7", [sample(1)]);
  look(false);
  expect(Line.all[0]!.closed).toBe(true);
  look(true);
  expect(Line.all).toHaveLength(2);
  await jest.advanceTimersByTimeAsync(250);
  expect(samples).toHaveBeenCalledWith("home", "7", 0);
  expect(useLive.getState().samples["7"]).toEqual([sample(1), sample(2)]);
  leave();
  look(false);
  look(true);
  expect(Line.all).toHaveLength(2);
});

test("a page nobody sees keeps its line where it may call somebody", () => {
  Object.assign(globalThis, { Notification: { permission: "granted" } });
  const leave = followHousehold("home");
  look(false);
  expect(Line.all.map(({ closed }) => closed)).toEqual([false]);
  Object.assign(globalThis, { Notification: { permission: "denied" } });
  look(false);
  expect(Line.all.map(({ closed }) => closed)).toEqual([true]);
  leave();
  Reflect.deleteProperty(globalThis, "Notification");
});

/** The browser's locks, as far as they are used: one at a time by name, in the order they were asked for. */
function locksOf() {
  const queues = new Map<string, Promise<unknown>>();
  return {
    request(name: string, { signal }: { signal: AbortSignal }, work: () => Promise<void>) {
      const before = queues.get(name) ?? Promise.resolve();
      const own = before.then(() => {
        if (signal.aborted) throw new Error("AbortError");
        return work();
      });
      queues.set(
        name,
        own.catch(() => undefined),
      );
      return own;
    },
  };
}

test("of pages nobody sees that may call somebody one keeps a line, and another takes it over", async () => {
  jest.spyOn(api, "chargePoints").mockResolvedValue({ points: [], knocks: [] });
  Object.assign(globalThis, { Notification: { permission: "granted" } });
  Object.assign(navigator, { locks: locksOf() });
  const open = () => Line.all.filter(({ closed }) => !closed).length;
  const leave = [followHousehold("home"), followHousehold("home"), followHousehold("shed")];
  expect(open()).toBe(3);
  look(false);
  await jest.advanceTimersByTimeAsync(0);
  // One for each household.
  expect(open()).toBe(2);
  leave[0]!();
  await jest.advanceTimersByTimeAsync(0);
  expect(open()).toBe(2);
  const chargePoints = jest.spyOn(api, "chargePoints");
  look(true);
  expect(open()).toBe(2);
  await jest.advanceTimersByTimeAsync(250);
  expect(chargePoints).toHaveBeenCalled();
  // One that waits in vain and is seen again takes nothing over later.
  const third = followHousehold("home");
  look(false);
  await jest.advanceTimersByTimeAsync(0);
  expect(open()).toBe(2);
  look(true);
  await jest.advanceTimersByTimeAsync(0);
  expect(open()).toBe(3);
  [third, ...leave].forEach((one) => one());
  await jest.advanceTimersByTimeAsync(0);
  expect(open()).toBe(0);
  Reflect.deleteProperty(navigator, "locks");
  Reflect.deleteProperty(globalThis, "Notification");
});

test("a page that is opened behind another one follows nothing until it is seen", () => {
  hidden = true;
  const leave = followHousehold("home");
  expect(Line.all).toEqual([]);
  look(true);
  expect(Line.all).toHaveLength(1);
  leave();
});

test("after too much was missed all is read again; a line that breaks is known", async () => {
  const chargePoints = jest.spyOn(api, "chargePoints").mockResolvedValue({ points: [], knocks: [] });
  const leave = followHousehold("home");
  Line.all[0]!.onerror!();
  expect(useLive.getState().lineStands).toBe(false);
  Line.all[0]!.onopen!();
  expect(useLive.getState().lineStands).toBe(true);
  const samples = jest.spyOn(api, "samples").mockResolvedValue([sample(1), sample(2), sample(3)]);
  useLive.getState().note("7", [sample(1)]);
  Line.all[0]!.say("reset", {});
  await jest.advanceTimersByTimeAsync(250);
  expect(chargePoints).toHaveBeenCalledTimes(1);
  expect(samples).toHaveBeenCalledWith("home", "7", 0);
  expect(useLive.getState().samples["7"]).toHaveLength(3);
  // A device that stands otherwise is asked for as a charge point is.
  Line.all[0]!.say("device", { id: "meter" });
  await jest.advanceTimersByTimeAsync(250);
  expect(chargePoints).toHaveBeenCalledTimes(2);
  leave();
});

test("of two answers about points the one asked last is shown, whichever comes first; another household's readings go", async () => {
  const answers: ((found: { points: PointState[]; knocks: [] }) => void)[] = [];
  jest.spyOn(api, "chargePoints").mockImplementation(() => new Promise((resolve) => answers.push(resolve)));
  useLive.getState().note("7", [sample(1)]);
  const first = useLive.getState().loadPoints("home");
  const second = useLive.getState().loadPoints("shed");
  answers[1]!({ points: [point("new")], knocks: [] });
  await second;
  answers[0]!({ points: [point("old")], knocks: [] });
  await first;
  expect(useLive.getState()).toMatchObject({ householdId: "shed", points: [{ id: "new" }] });
  expect(useLive.getState().samples).toEqual({});
});
