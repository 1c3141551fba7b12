import { closeSync, createReadStream, fstatSync, openSync, readSync } from "node:fs";
import { createInterface } from "node:readline";
import { parseArgs } from "node:util";
import { PLAN_MAX_BYTES, type FieldProblem } from "@kettleback/core";
import { jsonOf, tableOf } from "./print";
import { solveText, type Outcome } from "./solve";

const HELP = `kettleback: what a charging plan really gives

  kettleback solve FILE [--json] [--working]
  kettleback solve --jsonl FILE [--working]
  kettleback --help

  FILE        a plan document (JSON, see docs/formats.md), or - for standard input
  --json      print the result as JSON instead of a table, with its cautions and what would lift it
  --jsonl     read one plan a line and answer each with one line of JSON, a refusal as {"ok": false, …}
  --working   print the working of every answer too

Exit codes: 0 solved (with --jsonl: every line was answered); 2 bad input, the offending field is named; 3 the plan is
sound but nothing would charge.`;

const BAD_INPUT = 2;
const NO_CHARGING = 3;

/** Reads a file up to the limit, so that a huge one is refused rather than loaded. */
function readLimited(file: string): string {
  const fd = file === "-" ? 0 : openSync(file, "r");
  try {
    const { size } = fstatSync(fd);
    if (size > PLAN_MAX_BYTES)
      throw new Error(`${size} bytes is too large; accepted: up to ${PLAN_MAX_BYTES} bytes`);
    const chunk = Buffer.alloc(PLAN_MAX_BYTES + 1);
    let length = 0;
    for (;;) {
      const read = readSync(fd, chunk, length, chunk.length - length, null);
      if (read === 0) break;
      length += read;
      if (length > PLAN_MAX_BYTES) throw new Error(`too large; accepted: up to ${PLAN_MAX_BYTES} bytes`);
    }
    return chunk.toString("utf8", 0, length);
  } finally {
    if (fd !== 0) closeSync(fd);
  }
}

/** An outcome as one JSON value. */
function valueOf(outcome: Outcome): object {
  if (outcome.kind === "solved") return jsonOf(outcome.solved);
  return outcome.kind === "bad"
    ? { ok: false, problems: outcome.problems }
    : { ok: false, refusal: outcome.refusal, cautions: outcome.cautions };
}

function refuse(file: string, problems: readonly FieldProblem[], json: boolean): number {
  if (json) console.log(JSON.stringify({ ok: false, problems }, null, 2));
  for (const { field, message } of problems) console.error(`${file}: ${field}: ${message}`);
  return BAD_INPUT;
}

function solve(file: string, { json, working }: { json: boolean; working: boolean }): number {
  let text: string;
  try {
    text = readLimited(file);
  } catch (error) {
    return refuse(file, [{ field: "(file)", message: (error as Error).message }], json);
  }
  const outcome = solveText(text, working);
  if (outcome.kind === "bad") return refuse(file, outcome.problems, json);
  if (json) console.log(JSON.stringify(valueOf(outcome), null, 2));
  if (outcome.kind === "stuck") {
    const { field, message, remedy } = outcome.refusal;
    console.error(`${file}: ${field}: ${message} ${remedy}`);
    return NO_CHARGING;
  }
  if (!json) console.log(tableOf(outcome.solved));
  return 0;
}

/** One plan a line in, one answer a line out, so that thousands can be judged in one run. */
async function solveLines(file: string, working: boolean): Promise<number> {
  try {
    const input = file === "-" ? process.stdin : createReadStream(file);
    for await (const line of createInterface({ input, crlfDelay: Infinity }))
      if (line.trim()) process.stdout.write(`${JSON.stringify(valueOf(solveText(line, working)))}\n`);
    return 0;
  } catch (error) {
    return refuse(file, [{ field: "(file)", message: (error as Error).message }], false);
  }
}

async function main(args: readonly string[]): Promise<number> {
  try {
    const { values, positionals } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        help: { type: "boolean", short: "h", default: false },
        json: { type: "boolean", default: false },
        jsonl: { type: "boolean", default: false },
        working: { type: "boolean", default: false },
      },
    });
    if (values.help) {
      console.log(HELP);
      return 0;
    }
    const [command, file, ...rest] = positionals;
    if (command === "solve" && file !== undefined && rest.length === 0)
      return values.jsonl ? await solveLines(file, values.working) : solve(file, values);
    console.error(`${HELP}\n\nA command is needed: solve FILE.`);
  } catch (error) {
    console.error(`${(error as Error).message}\n\n${HELP}`);
  }
  return BAD_INPUT;
}

// Left to end by itself, so that what was printed into a pipe gets through.
process.exitCode = await main(process.argv.slice(2));
