import { create } from "zustand";
import {
  cellAskedAnew,
  cellOf,
  clockOfLineup,
  lineupAsked,
  openLineup,
  problemsOf,
  repeatedAt,
  sessionSchema,
  startLineup,
  type Car,
  type Cell,
  type Clock,
  type FieldProblem,
  type Garage,
  type OpenLineup,
  type Way,
} from "@kettleback/core";
import { firstSession } from "../stores/draft";
import { lineupDraftOf, lineupStoreOf, type LineupDraft } from "../stores/lineup";
import { firstDraftOf, todayIn } from "./store";

const firsts = new WeakMap<Garage, LineupDraft>();

/** What a household's line-up starts with, made once a garage: the ways it lacks are filled in, only a car it must have. */
export function firstLineup(garage: Garage): LineupDraft | undefined {
  if (garage.cars.length === 0) return undefined;
  const session = firstDraftOf(garage)?.session ?? firstSession(todayIn(garage));
  const made = firsts.get(garage) ?? lineupDraftOf(startLineup(garage, session), null);
  firsts.set(garage, made);
  return made;
}

let inView: { readonly garage: Garage; readonly draft: LineupDraft; readonly open: OpenLineup } | undefined;

/** The line-up of a household, opened; the same object while neither changes. Undefined where it has no car to line up. */
export function lineupInView(garage: Garage): OpenLineup | undefined {
  const draft = lineupStoreOf(garage.household.id).getState().draft ?? firstLineup(garage);
  if (!draft) return undefined;
  if (inView?.garage !== garage || inView.draft !== draft)
    inView = { garage, draft, open: openLineup(garage, draft) };
  return inView.open;
}

/** What a line-up comes to: every car on every way, as far as it has been worked out. */
export interface SolvedLineup {
  readonly garage: Garage;
  readonly draft: LineupDraft;
  readonly open: OpenLineup;
  readonly clock: Clock | null;
  readonly problems: readonly FieldProblem[];
  /** Offsets of the two moments a doubled hour stands for. */
  readonly repeated: readonly string[];
  /** Cells by way, then by car; null where a part is gone or the cell is still to come. */
  readonly cells: readonly (readonly (Cell | null)[])[];
  /** The same by car, then by way; a car's list stays the same list while nothing in it changes. */
  readonly byCar: readonly (readonly (Cell | null)[])[];
  readonly done: number;
  readonly all: number;
}

/** The cells turned round, lists that have not changed kept as they were. */
function byCarOf(cells: SolvedLineup["cells"], cars: number): SolvedLineup["byCar"] {
  const before = useLineup.getState().solved?.byCar;
  return Array.from({ length: cars }, (_, car) => {
    const list = cells.map((row) => row[car] ?? null);
    const old = before?.[car];
    return old?.length === list.length && list.every((cell, i) => cell === old[i]) ? old : list;
  });
}

interface LineupState {
  /** The line-up as far as it has been worked out. */
  readonly solved: SolvedLineup | null;
  /** The same when every way of the car in view was last there: what compares ways and judges over them is drawn from it. */
  readonly whole: SolvedLineup | null;
}

export const useLineup = create<LineupState>()(() => ({ solved: null, whole: null }));

/** Takes what has been worked out so far; ways of one car only half there are compared with nothing. */
const show = (solved: SolvedLineup) =>
  useLineup.setState(
    solved.done >= solved.open.ways.length || solved.problems.length > 0
      ? { solved, whole: solved }
      : { solved },
  );

type Asked = Pick<OpenLineup, "household" | "session" | "stayHours" | "dayKm">;

/** What is asked of every cell, kept as one object while nothing of it changes. */
let asked: Asked | undefined;
let clocked: { key: string; clock: Clock; repeated: readonly string[] } | undefined;
let opened: { garage: Garage; draft: LineupDraft; open: OpenLineup } | undefined;
const known = new WeakMap<Way, Map<Car, { readonly asked: Asked; readonly cell: Cell }>>();

/** Ways that have not changed stay the same objects, so that what is known of them is found again. */
function openAgain(garage: Garage, draft: LineupDraft): OpenLineup {
  const open = openLineup(garage, draft);
  const before =
    opened?.garage === garage ? new Map(opened.open.ways.map((way) => [way.saved, way])) : undefined;
  const kept = before ? { ...open, ways: open.ways.map((way) => before.get(way.saved) ?? way) } : open;
  opened = { garage, draft, open: kept };
  return kept;
}

function askedOf({ household, session, stayHours, dayKm }: OpenLineup): Asked {
  const same =
    asked?.household === household &&
    asked.session === session &&
    asked.stayHours === stayHours &&
    asked.dayKm === dayKm;
  return (asked = same ? asked! : { household, session, stayHours, dayKm });
}

function timesOf({ session, household }: Asked) {
  const key = `${session.pluggedInAt} ${session.neededBy} ${household.timeZone}`;
  if (clocked?.key !== key)
    clocked = {
      key,
      clock: clockOfLineup({ session, household }),
      repeated: repeatedAt(session.pluggedInAt, household.timeZone),
    };
  return clocked;
}

/** What is wrong with what is asked, field by field. */
function problemsIn({ session, stayHours, dayKm }: LineupDraft): FieldProblem[] {
  const parsed = sessionSchema.safeParse(session);
  const problems = parsed.success
    ? []
    : problemsOf(parsed.error, sessionSchema).map((p) => ({ ...p, field: `session.${p.field}` }));
  for (const [field, value] of Object.entries({ stayHours, dayKm })) {
    const schema = lineupAsked[field as keyof typeof lineupAsked];
    const judged = schema.safeParse(value);
    if (!judged.success) problems.push(...problemsOf(judged.error, schema).map((p) => ({ ...p, field })));
  }
  return problems;
}

/** What is known of a cell: as it was, or read off it where only the day's drive or the stay is another. */
function cellKnown(way: Way, car: Car, now: Asked): Cell | undefined {
  const found = known.get(way)?.get(car);
  if (!found) return undefined;
  const { asked: then, cell } = found;
  if (then === now) return cell;
  return then.household === now.household && then.session === now.session
    ? keepCell(way, car, now, cellAskedAnew(cell, way, now))
    : undefined;
}

const solveCell = (way: Way, car: Car, now: Asked, clock: Clock): Cell =>
  keepCell(way, car, now, cellOf(now, car, way, clock));

function keepCell(way: Way, car: Car, now: Asked, cell: Cell): Cell {
  const byCar = known.get(way) ?? new Map<Car, { asked: Asked; cell: Cell }>();
  byCar.set(car, { asked: now, cell });
  known.set(way, byCar);
  return cell;
}

/** Longest stretch of work (ms) before the screen gets its turn: a key's answer is drawn in the same frame. */
const SLICE_MS = 8;
/** … once the ways of the car in view are done. */
const VIEW_MS = 2;
/** How often (ms) what is done so far is drawn while there is more: drawing costs as much as a slice. */
const SHOWN_EVERY_MS = 60;
let turn = 0;

/** Solves a line-up: at once where it is quick, in slices with what is done so far in view where it is not. */
export function solveLineup(garage: Garage, draft: LineupDraft): void {
  const before = useLineup.getState().solved;
  if (before?.garage === garage && before.draft === draft) return;
  const mine = ++turn;
  const open = openAgain(garage, draft);
  const problems = problemsIn(draft);
  const all = open.ways.length * open.cars.length;
  if (problems.length > 0) {
    const cells = open.ways.map(() => open.cars.map(() => null));
    const byCar = byCarOf(cells, open.cars.length);
    show({ garage, draft, open, clock: null, problems, repeated: [], cells, byCar, done: 0, all });
    return;
  }
  const now = askedOf(open);
  const { clock, repeated } = timesOf(now);
  const cells: (Cell | null)[][] = open.ways.map(() => open.cars.map(() => null));
  // The car in view first: its rows are on the screen.
  const first = Math.min(draft.carAt, open.cars.length - 1);
  const order = [...open.cars.keys()].sort((a, b) => Number(b === first) - Number(a === first));
  const wanted = order.flatMap((car) => open.ways.map((_, way) => [way, car] as const));
  let done = 0;
  let shownAt = -Infinity;
  const slice = () => {
    if (mine !== turn) return;
    const from = performance.now();
    const began = done;
    while (done < wanted.length) {
      const spent = performance.now() - from;
      // One at least, however long a look at the clock took.
      if (done > began && (spent > SLICE_MS || (done === open.ways.length && spent > VIEW_MS)))
        return later();
      const [w, c] = wanted[done]!;
      const { way } = open.ways[w]!;
      const { car } = open.cars[c]!;
      cells[w]![c] = way && (cellKnown(way, car, now) ?? solveCell(way, car, now, clock));
      done += 1;
    }
    soFar();
  };
  const soFar = () =>
    show({
      garage,
      draft,
      open,
      clock,
      problems,
      repeated,
      cells: cells.map((row) => [...row]),
      byCar: byCarOf(cells, open.cars.length),
      done,
      all,
    });
  const later = () => {
    const now = performance.now();
    // At once what the page is told by: that it is asked, and that all of the car in view is there.
    if (now - shownAt >= SHOWN_EVERY_MS || done === open.ways.length) {
      soFar();
      shownAt = now;
    }
    setTimeout(slice);
  };
  slice();
}
