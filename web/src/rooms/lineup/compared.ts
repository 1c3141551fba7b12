import {
  cellSupposing,
  LINK_WORDS,
  openingOf,
  ratedWOf,
  SEVERITIES,
  WHAT_IFS,
  WHAT_IF_IDS,
  type Car,
  type Caution,
  type Cell,
  type Clock,
  type OpenLineup,
  type OpenWay,
  type Row,
  type Supposed,
  type SupplyId,
  type WhatIfId,
} from "@kettleback/core";
import {
  ampsText,
  durationText,
  energyFigure,
  figureText,
  moneyText,
  percentText,
  powerFigure,
  toMinute,
} from "../../format/number";
import { dayTimeAt, timeAt } from "./clock";
import { priceText } from "./columns";

/** A way of the opening comparison, as it is and as it would be with what is supposed. */
export interface Compared {
  readonly at: number;
  readonly way: OpenWay;
  readonly before: Cell;
  readonly cell: Cell;
  /** Why what is supposed leaves this way as it is; null where it does not. */
  readonly why: string | null;
}

/** A figure of the comparison: what rows are sorted by, and how it reads over its note. */
export interface Measure {
  readonly id: "power" | "time" | "lost" | "cost";
  readonly name: string;
  /** It can be sorted by, the least first. */
  readonly sorts: boolean;
  value(row: Row): number;
  text(row: Row): string;
  note(row: Row): string;
}

/** When a row is ready, in words: late by how much of the charge is there at departure. */
function readyText({ solution, secondsToTarget, inTime, limitBites }: Row): string {
  const { clock, endSoc } = solution;
  if (limitBites !== null) return `only ${durationText(limitBites)} allowed there`;
  const at = (secondsToTarget > 86_400 ? dayTimeAt : timeAt)(clock, secondsToTarget);
  const { endsItself } = solution;
  if (inTime && endsItself !== null) return `ends by itself at ${percentText(endsItself)}, ${at}`;
  return inTime ? `ready ${at}` : `late, ${at}: ${percentText(endSoc)} by ${timeAt(clock, clock.departure!)}`;
}

/** The figures of the comparison, all of them for the same charge. */
export const measuresOf = (currency: string): readonly Measure[] => [
  {
    id: "power",
    name: "To the battery",
    sorts: false,
    value: (row) => -row.batteryW,
    text: (row) => figureText(powerFigure(row.batteryW)),
    note: (row) => `${row.phases} × ${ampsText(row.amps)}`,
  },
  {
    id: "time",
    name: "Time",
    sorts: true,
    value: (row) => row.secondsToTarget,
    text: (row) => durationText(row.secondsToTarget),
    note: readyText,
  },
  {
    id: "lost",
    name: "Lost",
    sorts: true,
    value: (row) => row.lostWh,
    text: (row) => figureText(energyFigure(row.lostWh)),
    note: (row) => `${percentText(row.lostShare)} of the meter’s`,
  },
  {
    id: "cost",
    name: "Cost",
    sorts: true,
    value: (row) => row.cost,
    text: (row) => moneyText(row.cost, currency),
    note: ({ cost, standing, perKWhStored }) =>
      standing > cost / 2
        ? `${moneyText(standing, currency)} for standing on`
        : `${moneyText(perKWhStored, currency)} a kWh stored`,
  },
];

/** The places of the ways the comparison opens on, for the car whose cells these are. */
export const openingIn = (open: OpenLineup, cells: readonly (Cell | null)[]): readonly number[] =>
  openingOf(cells.flatMap((cell, at) => (cell ? [{ at, first: open.ways[at]!.saved.first, cell }] : [])));

/** The ways the comparison opens on, each as it is and as it would be. */
export function comparedOf(
  open: OpenLineup,
  cells: readonly (Cell | null)[],
  car: Car,
  supposed: Supposed,
  clock: Clock,
): Compared[] {
  const nothing = Object.keys(supposed).length === 0;
  return openingIn(open, cells).map((at) => {
    const way = open.ways[at]!;
    const before = cells[at]!;
    if (nothing) return { at, way, before, cell: before, why: null };
    const { cell, unmoved } = cellSupposing(open, car, way.way!, supposed, clock);
    const why = unmoved.length === Object.keys(supposed).length ? unmoved[0]!.why : null;
    return { at, way, before, cell, why };
  });
}

/** What the narrowest link is called: the one in the way first. */
export const narrowestText = (cell: Cell): string =>
  cell.kind === "charging" ? LINK_WORDS[cell.narrowest] : "nothing flows";

/** Whether anything that is shown of a way is otherwise than it was. */
export const isChanged = ({ before, cell }: Compared, measures: readonly Measure[]): boolean => {
  if (before === cell) return false;
  if (before.kind !== "charging" || cell.kind !== "charging") return before.kind !== cell.kind;
  return (
    before.narrowest !== cell.narrowest ||
    measures.some((m) => m.text(before) !== m.text(cell) || m.note(before) !== m.note(cell))
  );
};

/**
 * Whether a way does not give the whole charge when it is wanted: it is late, the place sends one away before, or the car
 * itself ends there.
 */
export const fallsShort = (row: Row): boolean =>
  !row.inTime || row.limitBites !== null || row.solution.endsItself !== null;

/** The comparison in the order asked for: that of the list, or the least of a figure first; what does not charge last. */
export function inOrder(rows: readonly Compared[], by: Measure | undefined): readonly Compared[] {
  if (!by) return rows;
  const value = ({ cell }: Compared) => (cell.kind === "charging" ? by.value(cell) : Infinity);
  return [...rows].sort((a, b) => (value(a) === value(b) ? a.at - b.at : value(a) - value(b)));
}

/** Ways somebody may be sent to: they charge, nothing about them says stop, and the place lets one stay that long. */
const usable = (rows: readonly Compared[]) =>
  rows.flatMap(({ cell, way }) =>
    cell.kind === "charging" &&
    cell.worst?.severity !== "stop" &&
    cell.limitBites === null &&
    cell.solution.endsItself === null
      ? [{ row: cell, name: way.saved.name }]
      : [],
  );

type Usable = ReturnType<typeof usable>[number];

/** The one with the least of the first measure; of equals the least of the next. */
const leastBy = (list: readonly Usable[], ...measures: ((row: Row) => number)[]): Usable | undefined =>
  [...list].sort((a, b) => {
    const differs = measures.find((measure) => measure(a.row) !== measure(b.row));
    return differs ? differs(a.row) - differs(b.row) : 0;
  })[0];

/** Times that read the same are the same. */
const minutes = (row: Row): number => toMinute(row.secondsToTarget);
const cost = (row: Row): number => row.cost;

/** The comparison in a sentence or two: what is cheapest of those ready in time, and what is quickest. */
export function verdictOf(rows: readonly Compared[], clock: Clock, currency: string): string {
  const all = usable(rows);
  const quickest = leastBy(all, minutes, cost);
  if (!quickest) return "None of these ways can be used as it stands.";
  const told = ({ row, name }: Usable) =>
    `${name}, ${durationText(row.secondsToTarget)} for ${moneyText(row.cost, currency)}` +
    (row.price > 0 ? ` once it is bought for ${priceText(row.price, currency)}` : "");
  const timely = all.filter(({ row }) => row.inTime);
  const there = timely.filter(({ row }) => row.price === 0);
  const cheapest = leastBy(there.length > 0 ? there : timely, cost, minutes);
  const by = clock.departure === null ? "" : ` ready by ${timeAt(clock, clock.departure)}`;
  if (!cheapest) return `None of these is${by}. Quickest: ${told(quickest)}.`;
  const what = `Cheapest${by}${there.length > 0 ? " with nothing to buy" : ""}`;
  return cheapest === quickest
    ? `${what}, and quickest: ${told(cheapest)}.`
    : `${what}: ${told(cheapest)}. Quickest: ${told(quickest)}.`;
}

/** A caution the comparison has to tell, and of which ways. */
export interface Told {
  readonly caution: Caution;
  readonly names: readonly string[];
}

/** What is worst about the ways in view, as far as it is more than a note: said once, stops first. */
export function cautionsOf(rows: readonly Compared[]): readonly Told[] {
  const told = new Map<string, { caution: Caution; names: string[] }>();
  for (const { cell, way } of rows) {
    const worst = cell.kind === "charging" ? cell.worst : null;
    if (!worst || worst.severity === "note") continue;
    const key = `${worst.severity} ${worst.what} ${worst.todo}`;
    const one = told.get(key) ?? { caution: worst, names: [] };
    one.names.push(way.saved.name);
    told.set(key, one);
  }
  const rank = ({ caution }: Told) => SEVERITIES.indexOf(caution.severity);
  return [...told.values()].sort((a, b) => rank(a) - rank(b));
}

/** How each question stands among the sizes: as it is, or supposed to be. */
interface Asking {
  readonly says: string;
  readonly asItIs: string;
  size(n: number): string;
}
export const ASKING: Readonly<Record<WhatIfId, Asking>> = {
  cable: { says: "the cable’s rating", asItIs: "as they are", size: (n) => `${n} A` },
  phases: { says: "the phases", asItIs: "as they are", size: (n) => (n === 1 ? "one" : "three") },
  amps: { says: "the amps", asItIs: "as they are", size: (n) => `${n} A` },
  charger: { says: "the car’s onboard charger", asItIs: "as it is", size: (n) => `${n} kW` },
};

/** Sizes closer than this share to what the car has are what it has. */
const THE_SAME = 0.03;

/** Sizes a question can be asked about: none of them is what the car has already. */
export function sizesOf(id: WhatIfId, car: Car, system: SupplyId): readonly number[] {
  const sizes: readonly number[] = WHAT_IFS[id].sizes(system);
  if (id !== "charger") return sizes;
  const has = ratedWOf(car, system) / 1000;
  return sizes.filter((size) => Math.abs(size - has) > THE_SAME * has);
}

/** What an address supposes; what it names that cannot be asked here is passed over. */
export const supposedIn = (search: URLSearchParams, car: Car, system: SupplyId): Supposed =>
  Object.fromEntries(
    WHAT_IF_IDS.flatMap((id) => {
      const size = Number(search.get(id) ?? NaN);
      return sizesOf(id, car, system).includes(size) ? [[id, size]] : [];
    }),
  );
