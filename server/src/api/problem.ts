import type { ErrorRequestHandler, RequestHandler } from "express";
import type { Logger } from "pino";
import { z } from "zod";
import { problemsOf, type FieldProblem } from "@kettleback/core";
import { LostDatabaseError, RestoringError } from "../database";

/** A refusal in the form of RFC 9457: what is wrong, and for each field what would be accepted. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly more: { errors?: readonly FieldProblem[]; current?: unknown } = {},
  ) {
    super(detail);
  }
}

/** A refusal (404) of what is not there. */
export const notFound = (what: string): Problem => new Problem(404, "Not found", `There is no ${what}.`);

/** Nothing is read or written while another copy is put in the database's place. */
export const busy = (): Problem =>
  new Problem(503, "Busy", "A copy is being put in place; try again in a moment.");

/** Nobody reads more of them at once; a file of thousands of things can have as many problems. */
const MOST_ERRORS = 40;

/** A problem with one or more fields of what was sent. */
export function refused(errors: readonly FieldProblem[]): Problem {
  const told = errors.slice(0, MOST_ERRORS);
  const rest = errors.length > told.length ? [`and ${errors.length - told.length} more`] : [];
  return new Problem(
    422,
    "Not accepted",
    [...told.map((e) => `${e.field}: ${e.message}`), ...rest].join("; "),
    {
      errors: told,
    },
  );
}

/** Parses what came in; throws a 422 that names each field. */
export function parsed<T extends z.ZodType>(schema: T, value: unknown): z.infer<T> {
  const result = schema.safeParse(value);
  if (!result.success) throw refused(problemsOf(result.error, schema));
  return result.data;
}

/** What a database says when it cannot write, and what a person can do about it. */
const STORAGE = [
  {
    // A limit on the size of files (`ulimit -f`) is met as a write that fails.
    says: /database or disk is full|disk I\/O error|ENOSPC|EFBIG/i,
    status: 507,
    title: "Disk full",
    detail: "There is no room left where the database lies; nothing was written. Make room, then try again.",
  },
  {
    says: /readonly database|EROFS/i,
    status: 503,
    title: "Read-only",
    detail:
      "The database may only be read; nothing was written. Make its file and folder writable, then try again.",
  },
] as const;

/** Express's own refusals (broken JSON, body too large) carry a status and a type. */
const asProblem = (error: {
  status?: number;
  type?: string;
  code?: string;
  limit?: number;
  message?: string;
}): Problem | undefined => {
  if (error instanceof Problem) return error;
  if (error instanceof RestoringError) return busy();
  if (error instanceof LostDatabaseError) return new Problem(503, "Database gone", error.message);
  if (error.type === "entity.too.large")
    return new Problem(413, "Too large", `accepted: up to ${error.limit} bytes`);
  if (error.type === "entity.parse.failed") return new Problem(400, "Not JSON", error.message ?? "");
  const storage = STORAGE.find(({ says }) => says.test(error.message ?? ""));
  if (storage) return new Problem(storage.status, storage.title, storage.detail);
  // A file that is not there: its path on this machine is nobody's business.
  if (error.code === "ENOENT" || error.status === 404)
    return new Problem(404, "Not found", "There is nothing at this address.");
  if (error.status && error.status >= 400 && error.status < 500)
    return new Problem(error.status, "Not accepted", error.message ?? "");
  return undefined;
};

/** An address under /api that nothing answers. */
export const unknownAddress: RequestHandler = (req) => {
  throw notFound(`address ${req.method} ${req.originalUrl.slice(0, 200)}`);
};

/** Where in the program: the lines of a stack without the message above them. */
const whereOf = ({ stack = "" }: Error): readonly string[] =>
  stack.split("\n").flatMap((line) => (/^\s+at /.test(line) ? [line.trim()] : []));

/**
 * What of an unforeseen error goes into the log: its kind and where it arose. A database's message repeats the statement
 * with all that it was to write, which belongs to the household.
 */
export function loggable(error: unknown): object {
  if (!(error instanceof Error)) return { name: typeof error };
  const { name, cause } = error;
  const { code } = error as { code?: unknown };
  const said =
    "sql" in error || "query" in error || /\bsql|insert |update |select |delete /i.test(error.message);
  return {
    name,
    ...(code === undefined ? {} : { code }),
    ...(said ? {} : { message: error.message.slice(0, 500) }),
    at: whereOf(error),
    ...(cause === undefined ? {} : { cause: loggable(cause) }),
  };
}

/** Sends every error as problem+json; only the unforeseen ones are logged, and their text stays inside. */
export const sendProblems =
  (log: Logger): ErrorRequestHandler =>
  (error, req, res, next) => {
    if (res.headersSent) return next(error);
    // Whoever asked has gone: that is no fault, and there is nobody to tell.
    if (req.destroyed && res.destroyed) return;
    const known = asProblem(error);
    if (!known) log.error(loggable(error));
    const problem = known ?? new Problem(500, "Fault", "Something went wrong here; nothing was written.");
    res
      .status(problem.status)
      .type("application/problem+json")
      .send(
        JSON.stringify({
          type: "about:blank",
          title: problem.title,
          status: problem.status,
          detail: problem.detail,
          ...problem.more,
        }),
      );
  };
