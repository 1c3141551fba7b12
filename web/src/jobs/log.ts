import {
  calibrateSteps,
  economyTold,
  evidenceOf,
  explainSession,
  guessColumns,
  guessDates,
  logRow,
  rapidShare,
  readTable,
  samplesIn,
  seriesOf,
  sessionsIn,
  sumOfLog,
  sumsBy,
  GROUPINGS,
  type Calibration,
  type EconomyTold,
  type FieldProblem,
  type FiledSession,
  type Grouping,
  type Kept,
  type LogNames,
  type LogRow,
  type LogSum,
  type Mapping,
  type NotCalibrated,
  type Prediction,
  type RapidShare,
  type Sample,
  type SeriesTrouble,
  type SessionEvidence,
  type SessionExplained,
  type SessionExplanation,
  type SessionRecord,
  type Totals,
} from "@kettleback/core";

/** The names of a household's cars and places, by their ids. */
export interface LogNamed {
  readonly cars: Readonly<Record<string, string>>;
  readonly places: Readonly<Record<string, string>>;
  readonly zone: string;
}

/** Sessions as lines, and their sums. */
export interface LoggedYear {
  readonly rows: readonly LogRow[];
  readonly sum: LogSum;
  readonly by: Readonly<Record<Grouping, readonly LogSum[]>>;
  readonly rapid: RapidShare;
}

/** Sessions of a year as lines, the newest first, and their sums. */
export function logged(
  sessions: readonly Kept<SessionRecord>[],
  { cars, places, zone }: LogNamed,
  year: number,
): LoggedYear {
  const nameOf = (id: string | null, names: Readonly<Record<string, string>>) => (id && names[id]) ?? null;
  const rows = sessions
    .map(({ id, spec }) => {
      const names: LogNames = { car: nameOf(spec.carId, cars), place: nameOf(spec.placeId, places) };
      return logRow(id, spec, names, zone);
    })
    // Of a year in that zone: what is asked for goes a little beyond.
    .filter(({ month }) => month.startsWith(`${year}-`))
    .sort((a, b) => Date.parse(b.begin) - Date.parse(a.begin));
  const sum = sumOfLog(null, rows);
  return {
    rows,
    sum,
    by: Object.fromEntries(GROUPINGS.map((by) => [by, sumsBy(rows, by)])) as unknown as LoggedYear["by"],
    rapid: rapidShare(sum),
  };
}

/** A course on the clock, as it is drawn: seconds since the beginning, watts at the wall, charge. */
export interface DrawnCourse {
  readonly points: readonly (readonly [at: number, watts: number, soc: number])[];
  readonly toSoc: number;
  readonly wallWh: number;
}

/** An explanation as it is drawn. */
export type DrawnExplanation = Omit<SessionExplanation, "prediction"> & { readonly course: DrawnCourse };

/** What explains a session, with what was read in order; or what is missing. */
export type ExplainedSession =
  | { readonly ok: false; readonly missing: string; readonly troubles: readonly SeriesTrouble[] }
  | (Omit<SessionExplained, "computed" | "explanations"> & {
      readonly ok: true;
      readonly evidence: Omit<SessionEvidence, "plan">;
      readonly computed: DrawnCourse;
      readonly explanations: readonly DrawnExplanation[];
      readonly troubles: readonly SeriesTrouble[];
    });

/** Corners of a course: where each of its slices begins and ends, and where nothing flows between. */
function drawn({ course, toSoc, wallWh }: Prediction, seconds: number): DrawnCourse {
  const points: [number, number, number][] = [];
  for (const slice of course.slices) {
    if (slice.from >= seconds) break;
    const last = points.at(-1);
    if (!last ? slice.from > 0 : slice.from > last[0] + 1) {
      const soc = slice.fromSoc;
      points.push([last?.[0] ?? 0, 0, soc], [slice.from, 0, soc]);
    }
    points.push([slice.from, slice.startWallW, slice.fromSoc]);
    const share = Math.min(1, (seconds - slice.from) / (slice.to - slice.from));
    const at = (a: number, b: number) => a + (b - a) * share;
    points.push([
      at(slice.from, slice.to),
      at(slice.startWallW, slice.endWallW),
      at(slice.fromSoc, slice.toSoc),
    ]);
  }
  const end = points.at(-1);
  if (end && end[0] < seconds - 1) points.push([end[0], 0, end[2]], [seconds, 0, end[2]]);
  return { points, toSoc, wallWh };
}

/** What explains a session. */
export function explained(record: SessionRecord, samples: readonly Sample[]): ExplainedSession {
  const { troubles } = seriesOf(samples);
  const evidence = evidenceOf(record, samples);
  if ("missing" in evidence) return { ok: false, missing: evidence.missing, troubles };
  const { computed, explanations, ...rest } = explainSession(evidence);
  const { plan: _, ...read } = evidence;
  return {
    ok: true,
    ...rest,
    evidence: read,
    troubles,
    computed: drawn(computed, evidence.seconds),
    explanations: explanations.map(({ prediction, ...one }) => ({
      ...one,
      course: drawn(prediction, evidence.seconds),
    })),
  };
}

/** What sessions tell of one's own car. */
export interface Calibrated {
  readonly found: Calibration | NotCalibrated;
  readonly economy: EconomyTold | { readonly refused: string };
  /** Sessions nothing could be fitted to, and why. */
  readonly leftOut: readonly { readonly key: string; readonly why: string }[];
}

/** What sessions tell of one's own car, with how far it is on the way. */
export function* calibrated(
  sessions: readonly FiledSession[],
  usableWh: number,
): Generator<number, Calibrated> {
  const leftOut: { key: string; why: string }[] = [];
  const keys: string[] = [];
  const evidence = sessions.flatMap(({ spec, samples }) => {
    const found = evidenceOf(spec, samples);
    if (!("missing" in found)) {
      keys.push(spec.key);
      return [found];
    }
    leftOut.push({ key: spec.key, why: found.missing });
    return [];
  });
  const found = yield* calibrateSteps(evidence);
  leftOut.push(...(found.odd ?? []).map(({ at, why }) => ({ key: keys[at]!, why })));
  // What was used is a share of what the battery really holds.
  const capacity =
    "refused" in found ? undefined : found.estimates.find(({ id, told }) => id === "capacity" && told);
  return {
    found,
    economy: economyTold(
      sessions.map(({ spec }) => spec),
      capacity ? capacity.value * 1000 : usableWh,
    ),
    leftOut,
  };
}

/** A table before it is taken: its columns, what they are likely to hold, and its first lines. */
export interface TableSeen {
  readonly heads: readonly string[];
  readonly decimal: "," | ".";
  readonly lines: number;
  readonly first: readonly (readonly string[])[];
  readonly guess: Mapping;
  readonly sessions: readonly SessionRecord[] | null;
  readonly series: {
    readonly samples: readonly Sample[];
    readonly troubles: readonly SeriesTrouble[];
    readonly totals: Totals;
  } | null;
  readonly problems: readonly FieldProblem[];
}

/** Lines of a table that are shown before it is taken. */
const SHOWN = 5;

/** More lines a day than anybody charges: a line is a reading, not a session. */
function kindOf(heads: readonly string[]): Mapping["kind"] {
  const names = heads.join(" ").toLowerCase();
  const sessions = /\b(end|stop|finish|until|unplugged|duration|cost|price)/.test(names);
  const readings = /\b(power|kw|watts?|amps?|volts?|voltage|current|soc)\b/.test(names);
  return sessions || !readings ? "sessions" : "readings";
}

/** Reads a table, by a mapping or by what its columns are likely to hold. */
export function tableRead(
  text: string,
  mapping: Mapping | null,
  zone: string,
): TableSeen | { readonly problems: readonly FieldProblem[] } {
  const read = readTable(text);
  if (!read.ok) return { problems: read.problems };
  const { heads, rows, decimal } = read.value;
  const kind = mapping?.kind ?? kindOf(heads);
  const columns = guessColumns(heads, kind);
  const moment = columns.findIndex((column) => column?.role === "begin" || column?.role === "at");
  const guess: Mapping = mapping ?? { kind, columns, dates: guessDates(rows, Math.max(0, moment)), zone };
  const seen = { heads, decimal, lines: rows.length, first: rows.slice(0, SHOWN), guess };
  if (guess.kind === "sessions") {
    const found = sessionsIn(read.value, guess);
    return found.ok
      ? { ...seen, sessions: found.value, series: null, problems: [] }
      : { ...seen, sessions: null, series: null, problems: found.problems };
  }
  const found = samplesIn(read.value, guess);
  return found.ok
    ? { ...seen, sessions: null, series: seriesOf(found.value), problems: [] }
    : { ...seen, sessions: null, series: null, problems: found.problems };
}
