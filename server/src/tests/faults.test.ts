import pino from "pino";
import { contained, outliveFaults } from "../safety/faults";

const told: unknown[] = [];
beforeEach(() => (told.length = 0));
afterEach(() => jest.restoreAllMocks());

test("what a handler throws or rejects with reaches its fault with what it was called with, and nobody else", async () => {
  const handler = contained(
    (way: string) => {
      if (way === "thrown") throw new Error(way);
      return way === "rejected" ? Promise.reject(new Error(way)) : undefined;
    },
    (error, way) => void told.push([(error as Error).message, way]),
  );
  for (const way of ["thrown", "rejected", "well"]) expect(handler(way)).toBeUndefined();
  await new Promise((resolve) => setImmediate(resolve));
  expect(told).toEqual([
    ["thrown", "thrown"],
    ["rejected", "rejected"],
  ]);
});

describe("what nothing caught", () => {
  /** The process's own handlers, as they were put in place. */
  function handlers() {
    const on = new Map<string, (error: unknown) => void>();
    jest.spyOn(process, "on").mockImplementation(((name: string, handler: (error: unknown) => void) => {
      on.set(name, handler);
      return process;
    }) as never);
    let lines = "";
    const end = jest.fn();
    outliveFaults(pino({ level: "error" }, { write: (line: string) => void (lines += line) }), end);
    return { on, end, lines: () => lines.trim().split("\n").filter(Boolean).length };
  }
  const broken = (code: string, more: object = {}) => Object.assign(new Error("broke"), { code, ...more });

  test.each([
    ["a rejected promise", "unhandledRejection", new TypeError("of undefined"), 0],
    ["a line that was reset", "uncaughtException", broken("ECONNRESET", { syscall: "read" }), 0],
    ["a write after the end of a stream", "uncaughtException", broken("ERR_STREAM_WRITE_AFTER_END"), 0],
    ["a frame a library could not read", "uncaughtException", broken("WS_ERR_INVALID_OPCODE"), 0],
    ["a fault of ours", "uncaughtException", new TypeError("of undefined"), 1],
    ["a text that was thrown", "uncaughtException", "broke", 1],
    ["nothing at all that was thrown", "uncaughtException", undefined, 1],
  ])(
    "%s is written down, and ends the process only where it may have left something half done",
    (_, name, error, ends) => {
      const { on, end, lines } = handlers();
      on.get(name)!(error);
      expect([lines(), end.mock.calls.length]).toEqual([1, ends]);
      on.get(name)!(error);
      // It ends once, however many follow.
      expect([lines(), end.mock.calls.length]).toEqual([2, ends]);
    },
  );
});
