import {
  calibrate,
  evidenceOf,
  explainSession,
  judgeClaim,
  LOG_MAX_BYTES,
  logOut,
  logTable,
  parseLog,
  type FieldProblem,
  type Logged,
  type LogSum,
  type Miss,
  type SessionExplained,
} from "@kettleback/core";
import { readAs } from "./read";
import { aligned } from "./lineup";
import { refuse } from "./refuse";

interface Printed {
  readonly json: boolean;
}

const kWh = (wh: number | null): string => (wh === null ? "" : `${(wh / 1000).toFixed(2)} kWh`);
const percent = (share: number | null): string => (share === null ? "" : `${Math.round(100 * share)} %`);
const hours = (seconds: number | null): string => {
  if (seconds === null) return "";
  const minutes = Math.round(seconds / 60);
  return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, "0")}`;
};
const printJson = (value: object): void => console.log(JSON.stringify({ ok: true, ...value }, null, 2));

const sumText = ({ key, sessions, wallWh, lostShare, cost, seconds }: LogSum, currency: string): string[] => [
  key ?? "(not said)",
  String(sessions),
  kWh(wallWh),
  percent(lostShare),
  `${cost.toFixed(2)} ${currency}`,
  hours(seconds),
];

/** Prints a log: its sessions, and its sums by month, car, place and way. */
export function logCommand(file: string, { json, csv }: Printed & { readonly csv: boolean }): number {
  const read = readAs(file, LOG_MAX_BYTES, parseLog);
  if ("problems" in read) return refuse(file, read.problems, json);
  const out = logOut(read.value);
  if (csv) process.stdout.write(logTable(out.rows));
  else if (json) printJson({ name: read.value.name, ...out });
  else {
    const rows = out.rows.map((row) => [
      row.begin.slice(0, 16),
      row.name,
      row.car ?? "",
      hours(row.seconds),
      `${percent(row.fromSoc)} to ${percent(row.toSoc)}`,
      kWh(row.wallWh),
      kWh(row.lostWh),
      row.cost === null ? "" : `${row.cost.toFixed(2)} ${out.currency}`,
    ]);
    const head = ["began", "session", "car", "took", "charge", "meter", "lost", "cost"];
    const sums = ["month", "car", "place", "way"].map((by) =>
      aligned([
        [`by ${by}`, "sessions", "meter", "lost", "cost", "time"],
        ...out.by[by as keyof typeof out.by].map((sum) => sumText(sum, out.currency)),
      ]),
    );
    console.log([aligned([head, ...rows]), ...sums].join("\n\n"));
    console.log(
      `\n${out.rapid.rapid} of ${out.rapid.of} sessions were rapid ones (${percent(out.rapid.share)}).`,
    );
  }
  return 0;
}

/** What explains a session, as it goes out. */
interface ExplainedOut {
  readonly session: string;
  readonly missing: string | null;
  readonly cannotTell: boolean;
  readonly none: boolean;
  readonly computedResidual: number | null;
  readonly partsAtSeconds: number | null;
  readonly next: string | null;
  readonly causes: readonly {
    readonly code: string;
    readonly likelihood: number;
    readonly change: Readonly<Record<string, number>>;
    readonly residual: number;
    readonly says: string;
    readonly check: string;
  }[];
}

function explainedOut({ spec, samples }: Logged): ExplainedOut {
  const evidence = evidenceOf(spec, samples);
  const none = {
    cannotTell: true,
    none: false,
    computedResidual: null,
    partsAtSeconds: null,
    next: null,
    causes: [],
  };
  if ("missing" in evidence) return { session: spec.name, missing: evidence.missing, ...none };
  const found: SessionExplained = explainSession(evidence);
  return {
    session: spec.name,
    missing: null,
    cannotTell: found.cannotTell,
    none: found.none,
    computedResidual: found.computedResidual,
    partsAtSeconds: found.partsAt,
    next: found.next,
    causes: found.explanations.map(({ codes, likelihood, change, residual, says, check }) => ({
      code: codes.join("+"),
      likelihood,
      change,
      residual,
      says,
      check,
    })),
  };
}

function explainedText({ session, missing, cannotTell, none, causes, next }: ExplainedOut): string {
  if (missing !== null) return `${session}: ${missing}`;
  const head = none
    ? "Nothing known here suits what was read."
    : cannotTell
      ? "The data cannot tell."
      : causes[0]!.says;
  return [
    `${session}: ${head}`,
    aligned([
      ["cause", "likely", "residual", "what"],
      ...causes.map(({ code, likelihood, residual, says }) => [
        code,
        percent(likelihood),
        residual.toFixed(2),
        says,
      ]),
    ]),
    ...(cannotTell || none ? [] : [causes[0]!.check]),
    ...(next ? [next] : []),
  ].join("\n");
}

/** Prints what explains each session of a log. */
export function explainCommand(file: string, { json }: Printed): number {
  const read = readAs(file, LOG_MAX_BYTES, parseLog);
  if ("problems" in read) return refuse(file, read.problems, json);
  const sessions = read.value.sessions.map(explainedOut);
  if (json) printJson({ name: read.value.name, sessions });
  else console.log(sessions.map(explainedText).join("\n\n"));
  return 0;
}

const missText = ({ meter, soc, all }: Miss): string =>
  [
    meter === null ? "" : `${(100 * meter).toFixed(1)} % of the meter`,
    soc === null ? "" : `${(100 * soc).toFixed(1)} % of charge`,
    `${all.toFixed(2)} standard deviations`,
  ]
    .filter(Boolean)
    .join(", ");

/** Prints what the sessions of one or more logs tell of one's own car and wiring. */
export function calibrateCommand(files: readonly string[], { json }: Printed): number {
  const sessions: Logged[] = [];
  for (const file of files) {
    const read = readAs(file, LOG_MAX_BYTES, parseLog);
    if ("problems" in read) return refuse(file, read.problems, json);
    sessions.push(...read.value.sessions);
  }
  const left: { session: string; missing: string }[] = [];
  const names: string[] = [];
  const evidence = sessions.flatMap(({ spec, samples }) => {
    const found = evidenceOf(spec, samples);
    if (!("missing" in found)) {
      names.push(spec.name);
      return [found];
    }
    left.push({ session: spec.name, missing: found.missing });
    return [];
  });
  const cars = new Set(evidence.map(({ plan }) => plan.car.name));
  const severalCars: FieldProblem = {
    field: "sessions",
    message: `of ${[...cars].join(" and ")}; accepted: sessions of one car`,
  };
  if (cars.size > 1) return refuse(files.join(", "), [severalCars], json);
  const found = calibrate(evidence);
  if ("refused" in found)
    return refuse(files.join(", "), [{ field: "sessions", message: found.refused }], json);
  left.push(...found.odd.map(({ at, why }) => ({ session: names[at]!, missing: why })));
  if (json) printJson({ car: [...cars][0], leftOut: left, ...found });
  else {
    const rows = found.estimates.map(({ name, unit, digits, was, value, low, high, told, why }) => [
      name,
      `${was.toFixed(digits)} ${unit}`,
      told ? `${value.toFixed(digits)} ${unit}` : "cannot say",
      told ? `${low.toFixed(digits)} to ${high.toFixed(digits)}` : why!,
    ]);
    console.log(aligned([["figure", "was", "told", "nine times of ten"], ...rows]));
    console.log(
      `\nOn sessions left out: off by ${missText(found.before)} before, ${missText(found.after)} after.`,
    );
    for (const { session, missing } of left) console.log(`Left out: ${session}: ${missing}`);
  }
  return 0;
}

/** Judges a claim. */
export function claimCommand(text: string, { json }: Printed): number {
  const judged = judgeClaim(text, null);
  if (!judged.ok) return refuse("claim", judged.problems, json);
  if (json) printJson(judged.value);
  else {
    const { understood, says, readings } = judged.value;
    if (understood.length > 0) console.log(`Understood: ${understood.map((one) => one.text).join("; ")}.`);
    console.log(says);
    for (const { says: how, holds } of readings) console.log(`${holds ? "  true:" : "  not: "} ${how}`);
  }
  return 0;
}
