import { createReadStream } from "node:fs";
import { createInterface } from "node:readline";
import { parseArgs } from "node:util";
import { PLAN_MAX_BYTES, QUANTITY_IDS, RESULT_IDS } from "@kettleback/core";
import { kitCommand, postsCommand, stopsCommand } from "./away";
import { installCommand } from "./install";
import { sweepCommand, lineup, varyCommand } from "./lineup";
import { calibrateCommand, claimCommand, explainCommand, logCommand } from "./log";
import { costCommand, scheduleCommand } from "./money";
import { jsonOf, tableOf } from "./print";
import { readLimited } from "./read";
import { BAD_INPUT, NO_CHARGING, refuse } from "./refuse";
import { solveText, type Outcome } from "./solve";
import { weekCommand, yearCommand } from "./week";

const HELP = `kettleback: what a charging plan really gives

  kettleback solve FILE [--json] [--working]
  kettleback solve --jsonl FILE [--working]
  kettleback cost FILE [--json]
  kettleback schedule FILE [--json|--ics]
  kettleback lineup FILE [--json|--csv]
  kettleback vary FILE --quantity NAME [--values A,B,C] [--car NAME] [--way NAME] [--json|--csv]
  kettleback sweep FILE --x NAME:FROM:TO:STEP --y NAME:FROM:TO:STEP --of RESULT [--car NAME] [--way NAME] [--json|--csv]
  kettleback week FILE [--json|--csv]
  kettleback year FILE [--years N] [--seed S] [--json|--csv]
  kettleback kit FILE [--json]
  kettleback stops FILE [--json]
  kettleback posts FILE [--json]
  kettleback log FILE [--json|--csv]
  kettleback explain FILE [--json]
  kettleback calibrate FILE... [--json]
  kettleback claim "TEXT" [--json]
  kettleback install FILE [--json]
  kettleback --help

  FILE        a plan document (JSON, see docs/formats.md), or - for standard input; a line-up document for lineup,
              either of them for vary and sweep, a week document for week and year, a kit for kit, a trip for
              stops, a document of posts for posts, a log for log, explain and calibrate, and an installation for
              install
  TEXT        what somebody claims: "52 kWh at 2.3 kW from 20 to 80 % takes 20 hours"
  --json      print the result as JSON instead of a table, with its cautions and what would lift it
  --jsonl     read one plan a line and answer each with one line of JSON, a refusal as {"ok": false, …}
  --csv       print the table as CSV
  --ics       print the cheapest schedule as an iCalendar file
  --years     years of luck and weather to go through, 1 to 10000; 200 where nothing is said
  --seed      a whole number by which they are drawn; the same one gives the same years
  --working   print the working of every answer too
  NAME        ${QUANTITY_IDS.slice(0, 8).join(", ")},
              ${QUANTITY_IDS.slice(8).join(", ")}
  RESULT      ${RESULT_IDS.join(", ")}

Exit codes: 0 solved (with --jsonl: every line was answered); 2 bad input, the offending field is named; 3 the plan is
sound but nothing would charge.`;

/** An outcome as one JSON value. */
function valueOf(outcome: Outcome): object {
  if (outcome.kind === "solved") return jsonOf(outcome.solved);
  return outcome.kind === "bad"
    ? { ok: false, problems: outcome.problems }
    : { ok: false, refusal: outcome.refusal, cautions: outcome.cautions };
}

function solve(file: string, { json, working }: { json: boolean; working: boolean }): number {
  let text: string;
  try {
    text = readLimited(file, PLAN_MAX_BYTES);
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

/**
 * The command as it is asked for, its answer on standard output.
 * @param args what was typed after its name
 * @returns the exit code, as the help tells it; once all lines are answered where they were asked for one by one
 */
export function command(args: readonly string[]): number | Promise<number> {
  try {
    const { values, positionals } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        help: { type: "boolean", short: "h", default: false },
        json: { type: "boolean", default: false },
        jsonl: { type: "boolean", default: false },
        csv: { type: "boolean", default: false },
        ics: { type: "boolean", default: false },
        working: { type: "boolean", default: false },
        quantity: { type: "string" },
        values: { type: "string" },
        car: { type: "string" },
        way: { type: "string" },
        x: { type: "string" },
        y: { type: "string" },
        of: { type: "string" },
        years: { type: "string" },
        seed: { type: "string" },
      },
    });
    if (values.help) {
      console.log(HELP);
      return 0;
    }
    const [name, file, ...rest] = positionals;
    if (file !== undefined && name === "calibrate") return calibrateCommand([file, ...rest], values);
    if (file !== undefined && rest.length === 0) {
      if (name === "solve") return values.jsonl ? solveLines(file, values.working) : solve(file, values);
      if (name === "cost") return costCommand(file, values);
      if (name === "schedule") return scheduleCommand(file, values);
      if (name === "lineup") return lineup(file, values);
      if (name === "week") return weekCommand(file, values);
      if (name === "year") return yearCommand(file, values, values);
      if (name === "kit") return kitCommand(file, values);
      if (name === "stops") return stopsCommand(file, values);
      if (name === "posts") return postsCommand(file, values);
      if (name === "log") return logCommand(file, values);
      if (name === "explain") return explainCommand(file, values);
      if (name === "claim") return claimCommand(file, values);
      if (name === "install") return installCommand(file, values);
      if (name === "vary") return varyCommand(file, values, values);
      if (name === "sweep") return sweepCommand(file, values, values);
    }
    console.error(
      `${HELP}\n\nA command and a file are needed: solve, cost, schedule, lineup, vary, sweep, week, year, kit, stops, posts, log, explain,\ncalibrate, claim or install, and FILE or TEXT.`,
    );
  } catch (error) {
    console.error(`${(error as Error).message}\n\n${HELP}`);
  }
  return BAD_INPUT;
}
