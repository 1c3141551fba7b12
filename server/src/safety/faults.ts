import type { Logger } from "pino";
import { loggable } from "../api/problem";

/** What an error that nothing expected is handed to. */
export type Fault = (error: unknown) => void;

/** Writes an unexpected error down. */
export const logFault =
  (log: Logger): Fault =>
  (error) =>
    log.error(loggable(error));

/**
 * A handler of a raw server, a socket or a timer whose errors, thrown or rejected, reach `fault` and nothing else: what
 * escapes such a handler would end the process.
 */
export const contained =
  <A extends readonly unknown[]>(
    handler: (...args: A) => unknown,
    fault: (error: unknown, ...args: A) => void,
  ) =>
  (...args: A): void => {
    const failed = (error: unknown) => fault(error, ...args);
    try {
      void Promise.resolve(handler(...args)).catch(failed);
    } catch (error) {
      failed(error);
    }
  };

/** The exit code that asks whatever runs the server to start it again: EX_SOFTWARE of sysexits.h. */
export const START_AGAIN = 70;

/** Whether an error is of a line that broke, which spoils nothing else: of the system, or of a stream that is over. */
const isOfALine = (error: unknown): boolean => {
  const { code, syscall } = (error ?? {}) as { code?: unknown; syscall?: unknown };
  return (
    typeof syscall === "string" ||
    /^(E[A-Z]+$|ERR_STREAM_|ERR_HTTP_|ERR_SSL_|ERR_TLS_|WS_ERR_)/.test(String(code))
  );
};

/**
 * Keeps the process going where something was thrown that nothing caught. A rejected promise and a broken line are written
 * down and spoil nothing: what is written to the database is whole or not at all. Anything else thrown may have left a
 * change half made in memory: `end` is called, once.
 */
export function outliveFaults(log: Logger, end: () => void): void {
  const fault = logFault(log);
  let ending = false;
  process.on("unhandledRejection", fault);
  process.on("uncaughtException", (error: unknown) => {
    fault(error);
    if (isOfALine(error) || ending) return;
    ending = true;
    end();
  });
}
