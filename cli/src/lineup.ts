import {
  axisValue,
  cellsOf,
  clockOfLineup,
  csvOf,
  sweepOf,
  sweepProblems,
  linkAt,
  LINEUP_MAX_BYTES,
  LINK_WORDS,
  parseLineup,
  parsePlan,
  planOn,
  QUANTITY_IDS,
  quantityOf,
  RESULT_IDS,
  RESULTS,
  tableRow,
  vary,
  varyProblems,
  wayOf,
  type Axis,
  type FieldProblem,
  type SweepRow,
  type SweepSpec,
  type Lineup,
  type Plan,
  type ResultId,
  type TableRow,
} from "@kettleback/core";
import { readLimited } from "./read";
import { refuse } from "./refuse";

/** How a table is printed. */
export interface Printed {
  readonly json: boolean;
  readonly csv: boolean;
}

type Read = { readonly lineup: Lineup } | { readonly problems: readonly FieldProblem[] };

/** A line-up document, or a plan document as a line-up of one way. */
function readLineup(file: string): Read {
  try {
    const text = readLimited(file, LINEUP_MAX_BYTES);
    const plan = parsePlan(text);
    if (plan.ok) return { lineup: lineupOfPlan(plan.value) };
    const parsed = parseLineup(text);
    return parsed.ok ? { lineup: parsed.value } : { problems: parsed.problems };
  } catch (error) {
    return { problems: [{ field: "(file)", message: (error as Error).message }] };
  }
}

const lineupOfPlan = (plan: Plan): Lineup => ({
  format: "kettleback-lineup",
  version: plan.version,
  name: plan.name,
  household: plan.household,
  session: plan.session,
  stayHours: 4,
  dayKm: 40,
  cars: [plan.car],
  ways: [wayOf(plan)],
  baseline: null,
});

/** Rows of text in aligned columns. */
export function aligned(rows: readonly (readonly string[])[]): string {
  const widths = rows[0]!.map((_, i) => Math.max(...rows.map((row) => row[i]!.length)));
  return rows
    .map((row) =>
      row
        .map((text, i) => text.padEnd(widths[i]!))
        .join("  ")
        .trimEnd(),
    )
    .join("\n");
}

const kW = (watts: number | null): string => (watts === null ? "" : `${(watts / 1000).toFixed(2)} kW`);
const hours = (seconds: number | null): string =>
  seconds === null ? "" : `${(seconds / 3600).toFixed(2)} h`;

const textRow = (r: TableRow): string[] =>
  r.refusal !== null
    ? [r.car, r.way, r.level, "", "", "", r.refusal, "", "", "", "", ""]
    : [
        r.car,
        r.way,
        r.level,
        `${r.phases} × ${r.amps!.toFixed(1)} A`,
        kW(r.wallW),
        kW(r.batteryW),
        LINK_WORDS[r.narrowest!],
        hours(r.secondsToTarget),
        r.inTime ? "in time" : `short by ${hours(r.shortBySeconds)}`,
        `${((r.wallWh ?? 0) / 1000).toFixed(1)} kWh, ${((r.lostShare ?? 0) * 100).toFixed(0)} % lost`,
        `${r.cost!.toFixed(2)} ${r.currency}`,
        r.worstCaution ?? "",
      ];

const HEAD = [
  "car",
  "way",
  "level",
  "flows",
  "wall",
  "battery",
  "narrowest",
  "time",
  "ready",
  "meter",
  "cost",
  "caution",
];

/** Prints a line-up: every car on every way. */
export function lineup(file: string, { json, csv }: Printed): number {
  const read = readLineup(file);
  if ("problems" in read) return refuse(file, read.problems, json);
  const rows = cellsOf(read.lineup).map(tableRow);
  if (json) console.log(JSON.stringify({ ok: true, name: read.lineup.name, rows }, null, 2));
  else if (csv) process.stdout.write(csvOf(rows));
  else console.log(aligned([HEAD, ...rows.map(textRow)]));
  return 0;
}

/** Which car and which way of a document is meant, by name; the first car and the baseline, or the first way, where none is said. */
export interface Chosen {
  readonly car?: string | undefined;
  readonly way?: string | undefined;
}

function planFor(read: Lineup, { car, way }: Chosen): Plan | FieldProblem[] {
  const named = <T extends { name: string }>(
    field: string,
    rows: readonly T[],
    name: string | undefined,
    at = 0,
  ) => {
    const found = name === undefined ? rows[at] : rows.find((row) => row.name === name);
    const most = rows.slice(0, 12).map((row) => row.name);
    return found ?? { field, message: `accepted: ${most.join(", ")}${rows.length > 12 ? ", …" : ""}` };
  };
  const [c, w] = [named("car", read.cars, car), named("way", read.ways, way, read.baseline ?? 0)];
  const problems = [c, w].filter((found): found is FieldProblem => "field" in found);
  return problems.length > 0
    ? problems
    : planOn(read, c as Lineup["cars"][number], w as Lineup["ways"][number]);
}

const isId = <T extends string>(ids: readonly T[], text: string | undefined): text is T =>
  ids.includes(text as T);

/** Prints a way with one quantity stepped through values, or through its real sizes where none are given. */
export function varyCommand(
  file: string,
  asked: Chosen & { readonly quantity?: string | undefined; readonly values?: string | undefined },
  { json, csv }: Printed,
): number {
  const { quantity: id } = asked;
  if (!isId(QUANTITY_IDS, id))
    return refuse(file, [{ field: "quantity", message: `accepted: ${QUANTITY_IDS.join(", ")}` }], json);
  const read = readLineup(file);
  if ("problems" in read) return refuse(file, read.problems, json);
  const plan = planFor(read.lineup, asked);
  if (Array.isArray(plan)) return refuse(file, plan, json);
  const values = asked.values?.split(",").map((text) => (text.trim() === "" ? Number.NaN : Number(text)));
  const problems = varyProblems(plan, id, values ?? []);
  if (problems.length > 0) return refuse(file, problems, json);
  const { rows, says, enough } = vary(read.lineup, plan, id, values);
  const out = rows.map(({ value, text, now, cell }) => ({ value, text, now, ...tableRow(cell) }));
  if (json) console.log(JSON.stringify({ ok: true, quantity: id, enough, says, rows: out }, null, 2));
  else if (csv) process.stdout.write(csvOf(out));
  else {
    const head = [quantityOf(id).name, ...HEAD.slice(3)];
    console.log(`${plan.car.name}, ${plan.name}\n${says}\n`);
    console.log(
      aligned([
        head,
        ...out.map((r, i) => [
          `${r.text}${r.now ? " (now)" : ""}${i === enough ? " ← enough" : ""}`,
          ...textRow(r).slice(3),
        ]),
      ]),
    );
  }
  return 0;
}

/** An axis as written: NAME:FROM:TO:STEP. */
function axisOf(field: string, text: string | undefined): Axis | FieldProblem {
  const [id, ...numbers] = (text ?? "").split(":");
  if (!isId(QUANTITY_IDS, id))
    return { field, message: `accepted: NAME:FROM:TO:STEP with one of ${QUANTITY_IDS.join(", ")}` };
  const [from, to, step] = numbers.map((n) => (n.trim() === "" ? Number.NaN : Number(n)));
  if (numbers.length !== 3 || ![from, to, step].every(Number.isFinite))
    return { field, message: "accepted: NAME:FROM:TO:STEP, three numbers" };
  if (step! <= 0) return { field: `${field}.step`, message: "accepted: a step above 0" };
  const count = Math.floor((to! - from!) / step! + 1e-9) + 1;
  return { quantity: id, from: from!, to: from! + (count - 1) * step!, count };
}

/** A sweep as a table: one row a point. */
function pointsOf({ x, y, of }: SweepSpec, rows: readonly SweepRow[]) {
  return rows.flatMap((row, j) =>
    Array.from({ length: x.count }, (_, i) => ({
      [x.quantity]: axisValue(x, i),
      [y.quantity]: axisValue(y, j),
      [of]: Number.isNaN(row.values[i]!) ? null : row.values[i]!,
      narrowest: linkAt(row, i) ?? null,
    })),
  );
}

/** Prints a result over two quantities. */
export function sweepCommand(
  file: string,
  asked: Chosen & {
    readonly x?: string | undefined;
    readonly y?: string | undefined;
    readonly of?: string | undefined;
  },
  { json }: Printed,
): number {
  const [x, y] = [axisOf("x", asked.x), axisOf("y", asked.y)];
  const wrong = [x, y].filter((axis): axis is FieldProblem => "field" in axis);
  if (!isId(RESULT_IDS, asked.of)) wrong.push({ field: "of", message: `accepted: ${RESULT_IDS.join(", ")}` });
  if (wrong.length > 0) return refuse(file, wrong, json);
  const read = readLineup(file);
  if ("problems" in read) return refuse(file, read.problems, json);
  const plan = planFor(read.lineup, asked);
  if (Array.isArray(plan)) return refuse(file, plan, json);
  const spec: SweepSpec = { x: x as Axis, y: y as Axis, of: asked.of as ResultId };
  const problems = sweepProblems(plan, spec);
  if (problems.length > 0) return refuse(file, problems, json);
  const row = sweepOf(plan, spec, clockOfLineup(plan));
  const points = pointsOf(
    spec,
    Array.from({ length: spec.y.count }, (_, j) => row(j)),
  );
  if (json) console.log(JSON.stringify({ ok: true, ...spec, unit: RESULTS[spec.of].unit, points }, null, 2));
  else process.stdout.write(csvOf(points));
  return 0;
}
