import { z } from "zod";
import { documentHead, documentKind } from "../../things/documents";
import { householdSchema, nameSchema } from "../../things/parts";
import { recordSchema, sampleSchema } from "../record";
import { logRow, type LogRow } from "./rows";
import { rapidShare, sumOfLog, sumsBy, type Grouping, type LogSum, type RapidShare } from "./summary";

/** The `format` of a log document. */
export const LOG_FORMAT = "kettleback-log";
/** Largest log file read, in bytes. */
export const LOG_MAX_BYTES = 128 * 1024 * 1024;
/** Most sessions of one log. */
export const MOST_LOGGED = 20_000;

/** One session of a log: what is said of it, the names of its car and place, and its readings. */
const loggedSchema = z.strictObject({
  car: nameSchema.nullable().default(null),
  place: nameSchema.nullable().default(null),
  spec: recordSchema,
  samples: z.array(sampleSchema).max(1_000_000, { error: "accepted: up to 1,000,000 readings" }).default([]),
});
/** One session of a log. */
export type Logged = z.infer<typeof loggedSchema>;

/** What was charged: sessions with their plans and readings, self-contained. */
export const logSchema = z
  .strictObject({
    ...documentHead(LOG_FORMAT),
    name: nameSchema,
    household: householdSchema,
    sessions: z
      .array(loggedSchema, { error: "needed: a list of sessions" })
      .max(MOST_LOGGED, { error: `accepted: up to ${MOST_LOGGED.toLocaleString("en-GB")} sessions` }),
  })
  .superRefine(({ household, sessions }, ctx) => {
    sessions.forEach(({ spec }, i) => {
      const currency = spec.plan?.household.currency;
      if (currency !== undefined && currency !== household.currency)
        ctx.addIssue({
          code: "custom",
          path: ["sessions", i, "spec", "plan", "household", "currency"],
          message: `this log counts in ${household.currency}, the plan in ${currency}: currencies are never mixed`,
        });
    });
  });
/** A log document of this version. */
export type LogDocument = z.infer<typeof logSchema>;

/** Sessions whose plans were written by an earlier version are brought up by their own field. */
const logDocument = documentKind({
  format: LOG_FORMAT,
  title: "Kettleback log",
  maxBytes: LOG_MAX_BYTES,
  indent: 1,
  schema: logSchema,
  upgrade: (document) => document,
});
/** The log document: what was charged. */
export const LOG_DOCUMENT = logDocument;
/**
 * Judges, reads and writes log documents.
 * @example parseLog("{}").ok // false
 */
export const { judge: judgeLog, parse: parseLog, print: printLog } = logDocument;

/** A log as it goes out: its sessions as rows, their sum, and the sums by month, car, place and way. */
export interface LogOut {
  readonly currency: string;
  readonly rows: readonly LogRow[];
  readonly sum: LogSum;
  readonly by: Readonly<Record<Grouping, readonly LogSum[]>>;
  readonly rapid: RapidShare;
}

/**
 * The rows and sums of a log.
 * @example logOut({ household: garage.household.spec, sessions: [] }).rows // []
 */
export function logOut({ household, sessions }: Pick<LogDocument, "household" | "sessions">): LogOut {
  const rows = sessions.map(({ spec, car, place }) =>
    logRow(spec.key, spec, { car, place }, household.timeZone),
  );
  const sum = sumOfLog(null, rows);
  return {
    currency: household.currency,
    rows,
    sum,
    by: {
      month: sumsBy(rows, "month"),
      car: sumsBy(rows, "car"),
      place: sumsBy(rows, "place"),
      way: sumsBy(rows, "way"),
    },
    rapid: rapidShare(sum),
  };
}
