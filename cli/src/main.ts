import { closeSync, fstatSync, openSync, readSync } from "node:fs";
import { parseArgs } from "node:util";
import {
  explain,
  ANSWERS,
  isRefusal,
  parsePlan,
  PLAN_MAX_BYTES,
  solvePlan,
  type FieldProblem,
  type Plan,
} from "@kettleback/core";
import { jsonOf, tableOf } from "./print";

const HELP = `kettleback: what a charging plan really gives

  kettleback solve FILE [--json] [--working]
  kettleback --help

  FILE        a plan document (JSON, see docs/formats.md), or - for standard input
  --json      print the result as JSON instead of a table
  --working   print the working of every answer too

Exit codes: 0 solved; 2 bad input, the offending field is named; 3 the plan is sound but nothing would charge.`;

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

function refuse(file: string, problems: readonly FieldProblem[], json: boolean): number {
  if (json) console.log(JSON.stringify({ ok: false, problems }, null, 2));
  for (const { field, message } of problems) console.error(`${file}: ${field}: ${message}`);
  return BAD_INPUT;
}

function solve(file: string, options: { json: boolean; working: boolean }): number {
  let text: string;
  try {
    text = readLimited(file);
  } catch (error) {
    return refuse(file, [{ field: "(file)", message: (error as Error).message }], options.json);
  }
  const parsed = parsePlan(text);
  if (!parsed.ok) return refuse(file, parsed.problems, options.json);
  return print(file, parsed.value, options);
}

function print(file: string, plan: Plan, { json, working }: { json: boolean; working: boolean }): number {
  const solution = solvePlan(plan);
  if (isRefusal(solution)) {
    if (json) console.log(JSON.stringify({ ok: false, refusal: solution }, null, 2));
    console.error(`${file}: ${solution.field}: ${solution.message} ${solution.remedy}`);
    return NO_CHARGING;
  }
  const workings = working ? ANSWERS.map((answer) => explain(answer, solution, plan)) : [];
  console.log(
    json ? JSON.stringify(jsonOf(plan, solution, workings), null, 2) : tableOf(plan, solution, workings),
  );
  return 0;
}

function main(args: readonly string[]): number {
  try {
    const { values, positionals } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        help: { type: "boolean", short: "h", default: false },
        json: { type: "boolean", default: false },
        working: { type: "boolean", default: false },
      },
    });
    if (values.help) {
      console.log(HELP);
      return 0;
    }
    const [command, file, ...rest] = positionals;
    if (command === "solve" && file !== undefined && rest.length === 0) return solve(file, values);
    console.error(`${HELP}\n\nA command is needed: solve FILE.`);
  } catch (error) {
    console.error(`${(error as Error).message}\n\n${HELP}`);
  }
  return BAD_INPUT;
}

process.exitCode = main(process.argv.slice(2));
