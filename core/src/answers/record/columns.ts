import { KM_PER_MILE } from "../../trade/units";
import type { Measured } from "./recorded";

/** What a column of a table may hold, for sessions a line each. */
export const SESSION_ROLES = [
  "begin",
  "end",
  "minutes",
  "fromSoc",
  "toSoc",
  "wallWh",
  "paid",
  "odometerKm",
  "outsideC",
  "name",
  "note",
] as const;
/** What a column may hold, for readings a line each; the first is the moment. */
export const READING_ROLES = [
  "at",
  "watts",
  "soc",
  "amps",
  "amps2",
  "amps3",
  "volts",
  "packC",
  "plugC",
  "outsideC",
  "counterWh",
] as const satisfies readonly ("at" | Measured)[];
/** What a column of a table holds. */
export type ColumnRole = (typeof SESSION_ROLES)[number] | (typeof READING_ROLES)[number];

/** How a figure of a table becomes one of ours: value × factor + offset. */
export interface TableUnit {
  readonly id: string;
  readonly factor: number;
  readonly offset?: number;
}

const CELSIUS: readonly TableUnit[] = [
  { id: "°C", factor: 1 },
  { id: "°F", factor: 5 / 9, offset: -160 / 9 },
];
const SHARES: readonly TableUnit[] = [
  { id: "%", factor: 0.01 },
  { id: "share of 1", factor: 1 },
];
const ENERGY: readonly TableUnit[] = [
  { id: "kWh", factor: 1000 },
  { id: "Wh", factor: 1 },
];
const POWER: readonly TableUnit[] = [
  { id: "kW", factor: 1000 },
  { id: "W", factor: 1 },
];
const AMPS: readonly TableUnit[] = [{ id: "A", factor: 1 }];

/** What a role is called, the units its column may be in, and the words by which its name is known. */
export const ROLES: Readonly<
  Record<ColumnRole, { readonly name: string; readonly units?: readonly TableUnit[]; readonly known: RegExp }>
> = {
  begin: {
    name: "began at",
    known: /\b(begin|began|start(ed)?|from|plugged in|date|connected)\b(?!.*(soc|%|per ?cent|charge))/,
  },
  end: {
    name: "ended at",
    known: /\b(end(ed)?|stop(ped)?|finish(ed)?|until|unplugged|disconnected)\b(?!.*(soc|%|per ?cent|charge))/,
  },
  minutes: {
    name: "time it charged",
    units: [
      { id: "min", factor: 1 },
      { id: "h", factor: 60 },
      { id: "s", factor: 1 / 60 },
    ],
    known: /\b(duration|minutes|charging time|hours)\b/,
  },
  fromSoc: {
    name: "charge before",
    units: SHARES,
    known:
      /(start|begin|from|before|initial).*(soc|%|per ?cent|charge)|(soc|charge).*(start|begin|from|before)/,
  },
  toSoc: {
    name: "charge after",
    units: SHARES,
    known: /(end|to|after|final|stop).*(soc|%|per ?cent|charge)|(soc|charge).*(end|to|after|final)/,
  },
  wallWh: { name: "the meter counted", units: ENERGY, known: /\b(energy|kwh|wh|consumption|charged)\b/ },
  paid: { name: "paid", known: /\b(cost|price|paid|amount|total|eur|usd|gbp)\b/ },
  odometerKm: {
    name: "had driven",
    units: [
      { id: "km", factor: 1 },
      { id: "mi", factor: KM_PER_MILE },
    ],
    known: /\b(odometer|mileage|driven|km|miles)\b/,
  },
  name: { name: "name", known: /\b(name|place|site|location|station|where|address)\b/ },
  note: { name: "note", known: /\b(notes?|remarks?|comments?)\b/ },
  at: { name: "moment", known: /\b(time|timestamp|date|moment|at|t)\b/ },
  watts: { name: "power from the wall", units: POWER, known: /\b(power|watts?|kw|w)\b/ },
  soc: { name: "charge", units: SHARES, known: /\b(soc|charge|battery|per ?cent|%)|%/ },
  amps: { name: "amps, or those of line 1", units: AMPS, known: /\b(amps?|current|a|i|l1|amps ?1|i1)\b/ },
  amps2: { name: "amps of line 2", units: AMPS, known: /\b(l2|amps ?2|i2|current ?2)\b/ },
  amps3: { name: "amps of line 3", units: AMPS, known: /\b(l3|amps ?3|i3|current ?3)\b/ },
  volts: { name: "volts", units: [{ id: "V", factor: 1 }], known: /\b(volts?|voltage|v|u)\b/ },
  packC: {
    name: "warmth of the battery",
    units: CELSIUS,
    known: /(pack|battery|cell).*(temp|°)|temp.*(pack|battery|cell)/,
  },
  plugC: {
    name: "warmth of the plug",
    units: CELSIUS,
    known: /(plug|connector|socket).*(temp|°)|temp.*(plug|connector|socket)/,
  },
  outsideC: {
    name: "outside",
    units: CELSIUS,
    known: /(outside|ambient|air|weather).*(temp|°)?|temperature/,
  },
  counterWh: {
    name: "the counter shows",
    units: ENERGY,
    known: /\b(counter|register|meter|energy|kwh|wh)\b/,
  },
};

/** Roles whose names say more come first: a battery's temperature is no charge of a battery. */
const BY_HOW_MUCH_IT_SAYS: Readonly<Record<"sessions" | "readings", readonly ColumnRole[]>> = {
  sessions: [
    "fromSoc",
    "toSoc",
    "odometerKm",
    "wallWh",
    "minutes",
    "paid",
    "outsideC",
    "end",
    "begin",
    "note",
    "name",
  ],
  readings: [
    "packC",
    "plugC",
    "outsideC",
    "amps2",
    "amps3",
    "soc",
    "counterWh",
    "watts",
    "volts",
    "amps",
    "at",
  ],
};

const plain = (head: string): string =>
  head
    .toLowerCase()
    .replaceAll(/[_\-./]+/g, " ")
    .trim();

/** Whether a column's own name says a unit: what stands in brackets, or its last word. */
const says = (head: string, unit: string): boolean =>
  new RegExp(`(^|[\\s([_])${unit.toLowerCase().replace("°", "°?")}($|[\\s)\\]_])`).test(head.toLowerCase());

/** A column and what it holds. */
export interface Mapped {
  readonly role: ColumnRole;
  /** Of the role's units; absent where it has none. */
  readonly unit?: string;
}

/**
 * The unit a column's name says, or the first its role may have.
 * @example unitFor("wallWh", "Energy (Wh)") // "Wh"
 */
export function unitFor(role: ColumnRole, head: string): string | undefined {
  const { units } = ROLES[role];
  return (units?.find(({ id }) => says(head, id)) ?? units?.[0])?.id;
}

/**
 * What the columns of a table are likely to hold, by their names; null for one nobody would know.
 * @example guessColumns(["Start", "kWh"], "sessions").map((m) => m?.role) // ["begin", "wallWh"]
 */
export function guessColumns(heads: readonly string[], kind: "sessions" | "readings"): (Mapped | null)[] {
  const taken = new Map<number, ColumnRole>();
  for (const role of BY_HOW_MUCH_IT_SAYS[kind]) {
    const at = heads.findIndex((head, i) => !taken.has(i) && ROLES[role].known.test(plain(head)));
    if (at >= 0) taken.set(at, role);
  }
  return heads.map((head, i) => {
    const role = taken.get(i);
    if (!role) return null;
    const unit = unitFor(role, head);
    return unit === undefined ? { role } : { role, unit };
  });
}
