import type { FieldProblem } from "../../things/documents";
import { LINK_WORDS } from "../../engine/path";
import type { Plan } from "../../engine/plan";
import { cellOf, clockOfLineup, type Cell } from "./row";
import { wayOf, type Lineup } from "./document";
import { quantityOf, valueText, type QuantityId } from "./quantities";

export * from "./quantities";

/** One size of the quantity that is varied, and what comes of it. */
export interface VaryRow {
  readonly value: number;
  readonly text: string;
  /** The path as it is now has this size. */
  readonly now: boolean;
  readonly cell: Cell;
}

/** A way with one quantity stepped through sizes. */
export interface Vary {
  readonly quantity: QuantityId;
  readonly rows: readonly VaryRow[];
  /** Index of the size beyond which nothing safe is gained; null where every step gains, none does, or larger is worse. */
  readonly enough: number | null;
  /** What it comes to, in one sentence. */
  readonly says: string;
}

/** Most sizes one quantity is stepped through at once. */
const MOST_SIZES = 200;

/** Share of the power by which one size is better than another. */
const WORTH = 0.005;

/**
 * Why a quantity cannot take these values on this path, field by field; none where it can.
 * @example varyProblems(plan, "start", [0.1]) // []
 */
export function varyProblems(plan: Plan, id: QuantityId, values: readonly number[]): FieldProblem[] {
  const { range, only, unit, never } = quantityOf(id);
  const no = never?.(plan);
  if (no) return [{ field: "quantity", message: `${id} cannot be varied here: ${no}` }];
  if (values.length > MOST_SIZES)
    return [{ field: "values", message: `accepted: up to ${MOST_SIZES} values; ${values.length} asked` }];
  const [min, max] = range(plan);
  return values.flatMap((value, i): FieldProblem[] => {
    const list = id === "conductor" ? quantityOf(id).sizes(plan) : only;
    if (list && !list.includes(value))
      return [{ field: `values.${i}`, message: `accepted: ${list.join(", ")}` }];
    if (value >= min && value <= max) return [];
    const accepts = { code: "range" as const, min, max, unit };
    return [{ field: `values.${i}`, message: `accepted: ${min} to ${max} ${unit}`.trim(), accepts }];
  });
}

const storedW = ({ cell }: VaryRow): number => (cell.kind === "charging" ? cell.batteryW : 0);
const linkOf = ({ cell }: VaryRow): string =>
  cell.kind === "charging" ? LINK_WORDS[cell.narrowest] : "path";

const unsafe = ({ cell }: VaryRow): boolean => cell.kind === "charging" && cell.worst?.severity === "stop";

/** Where it stops helping among the sizes that the rest of the path bears, where it bears any, and which it does not. */
function verdictOf(id: QuantityId, rows: readonly VaryRow[]): Pick<Vary, "enough" | "says"> {
  const borne = rows.filter((row) => !unsafe(row));
  const { enough, says } = helpsUpTo(id, rows);
  const most = Math.max(...rows.map(storedW));
  const named = rows[enough ?? rows.findIndex((row) => storedW(row) >= most * (1 - WORTH))];
  if (!named || !unsafe(named) || !borne.some((row) => storedW(row) > 0)) return { enough, says };
  const over = rows.filter(unsafe);
  const inOneRun = rows.indexOf(over.at(-1)!) - rows.indexOf(over[0]!) === over.length - 1;
  const listed =
    inOneRun && over.length > 2
      ? `${over[0]!.text} to ${over.at(-1)!.text}`
      : over.map(({ text }) => text).join(", ");
  const not = `As the rest stands it is not safe at ${listed}.`;
  if (borne.length === 1) return { enough: null, says: `Of these only ${borne[0]!.text} is safe. ${not}` };
  const told = helpsUpTo(id, borne, "the largest that is safe here");
  return {
    enough: told.enough === null ? null : rows.indexOf(borne[told.enough]!),
    says: `${told.says} ${not}`,
  };
}

/** Where it stops helping, and the sentence that says so. */
function helpsUpTo(
  id: QuantityId,
  rows: readonly VaryRow[],
  largest = "the largest size tried",
): Pick<Vary, "enough" | "says"> {
  const { name } = quantityOf(id);
  const capital = name.replace(/^./, (c) => c.toUpperCase());
  const powers = rows.map(storedW);
  const [least, most] = [Math.min(...powers), Math.max(...powers)];
  if (most <= 0) return { enough: null, says: "Nothing would charge at any of these sizes." };
  const at = powers.findIndex((power) => power >= most * (1 - WORTH));
  const [best, last] = [rows[at]!, rows.at(-1)!];
  if (most - least <= WORTH * most)
    return {
      enough: null,
      says: `${capital} changes nothing here: the ${linkOf(best)} is the narrowest throughout.`,
    };
  const falls = powers.at(-1)! < most * (1 - WORTH);
  if (at === 0 || falls)
    return {
      enough: null,
      says: `${capital} gives most at ${best.text}; at ${last.text} the ${linkOf(last)} is the narrowest${powers.at(-1)! > 0 ? "" : ", and nothing charges"}.`,
    };
  if (at === rows.length - 1)
    return { enough: null, says: `${capital} still helps at ${last.text}, ${largest}.` };
  return {
    enough: at,
    says: `Beyond ${best.text} the ${linkOf(last)} is the narrowest: nothing more is gained.`,
  };
}

/**
 * Holds a way and steps one quantity through sizes.
 * @param values none for the real sizes of the quantity on this path
 * @returns one row a size, with the one beyond which nothing is gained
 * @example vary(lineup, plan, "target", [60, 80]).rows.length // 2
 */
export function vary(
  lineup: Pick<Lineup, "household" | "stayHours" | "dayKm">,
  plan: Plan,
  id: QuantityId,
  values: readonly number[] = quantityOf(id).sizes(plan),
): Vary {
  const quantity = quantityOf(id);
  const now = quantity.now(plan);
  const clock = clockOfLineup(plan);
  const rows = values.map((value): VaryRow => {
    const changed = quantity.with(plan, value);
    return {
      value,
      text: valueText(id, plan, value),
      now: now !== undefined && Math.abs(now - value) < 1e-6,
      cell: cellOf({ ...lineup, session: changed.session }, changed.car, wayOf(changed), clock),
    };
  });
  return { quantity: id, rows, ...verdictOf(id, rows) };
}
