/** What a column of a meter's file may hold. */
export const METER_ROLES = {
  begin: { name: "when the interval begins" },
  end: { name: "when the interval ends" },
  day: { name: "day" },
  clock: { name: "time of day" },
  drawn: { name: "drawn by the house" },
  fedIn: { name: "fed into the grid" },
  unit: { name: "unit of the line" },
} as const satisfies Record<string, { readonly name: string }>;
/** What a column of a meter's file holds. */
export type MeterRole = keyof typeof METER_ROLES;

/** Units of a meter's figures: power over the interval, or energy in it; and what turns each into W or Wh. */
export const METER_UNITS = {
  kW: { of: "power", factor: 1000 },
  W: { of: "power", factor: 1 },
  kWh: { of: "energy", factor: 1000 },
  Wh: { of: "energy", factor: 1 },
} as const satisfies Record<string, { readonly of: "power" | "energy"; readonly factor: number }>;
/** A unit of a meter's figures. */
export type MeterUnit = keyof typeof METER_UNITS;
/** The units a meter may tell in. */
export const METER_UNIT_IDS = Object.keys(METER_UNITS) as [MeterUnit, ...MeterUnit[]];

/** How a meter's file is read. */
export interface MeterMapping {
  /** One for each column; null for one that is left out. */
  readonly columns: readonly (MeterRole | null)[];
  readonly unit: MeterUnit;
  readonly dates: "day-first" | "month-first";
  /** IANA name of the zone of moments that say none. */
  readonly zone: string;
  /** Which sign means that the house draws. */
  readonly sign: "drawn-positive" | "drawn-negative";
}

/** Names columns go by, the surest first. */
const NAMES: readonly (readonly [MeterRole, RegExp])[] = [
  ["unit", /^units?$|unit of measure|^uom$|einheit/i],
  ["end", /\b(end|to|until|bis|fin)\b|end[ _]?(time|date)/i],
  ["fedIn", /export|fed|feed|inject|return|generation|solar|surplus|einspeis/i],
  ["day", /^(date|day|datum|fecha|jour)$/i],
  ["clock", /^(time|clock|start[ _]?time|hour|uhrzeit|hora|heure)$/i],
  [
    "begin",
    /start|begin|from|interval|timestamp|date.?time|read(ing)?[ _]?(at|date|time)|moment|zeit|\bdate\b|\btime\b/i,
  ],
  ["drawn", /import|usage|use|consum|drawn|demand|power|energy|value|load|\bk?wh?\b|verbrauch|bezug/i],
];

/** A unit a name or a cell says. */
const UNIT = /(?:^|[^a-z])(kwh|wh|kw|w)(?![a-z])/i;

/**
 * A unit named in a text; undefined where none is.
 * @example meterUnitIn("Usage (kWh)") // "kWh"
 */
export function meterUnitIn(text: string): MeterUnit | undefined {
  const found = UNIT.exec(text)?.[1]?.toLowerCase();
  return METER_UNIT_IDS.find((unit) => unit.toLowerCase() === found);
}

/** Whether a text is a moment with a day, a day alone, or a time of day alone. */
const isDay = (text: string): boolean => /^\d{1,4}[./-]\d{1,2}[./-]\d{1,4}$/.test(text);
const isClock = (text: string): boolean => /^\d{1,2}:\d\d(:\d\d)?( ?[ap]m)?$/i.test(text);
const isMoment = (text: string): boolean =>
  /^\d{1,4}[./-]\d{1,2}[./-]\d{1,4}[ T,]+\d{1,2}:\d\d/.test(text) || /^\d{10}(\d{3})?$/.test(text);
const isFigure = (text: string): boolean => /^[-−]?\d[\d.,]*( ?k?wh?)?$/i.test(text);

/**
 * Which of the first lines names the columns: the first that is followed by one with a moment or a day in it. Above it
 * suppliers write whose meter it is.
 * @example headLine([["Meter 7"], ["start", "kWh"], ["2026-01-01 00:00", "0.1"]]) // 1
 */
export function headLine(rows: readonly (readonly string[])[]): number {
  const tells = (row: readonly string[] | undefined): boolean =>
    (row?.length ?? 0) >= 2 && row!.some((cell) => isMoment(cell.trim()) || isDay(cell.trim()));
  const first = rows.slice(0, MOST_HEAD).findIndex((row, i) => !tells(row) && tells(rows[i + 1]));
  return first < 0 ? 0 : first;
}

/** Lines before the first interval that are looked at. */
const MOST_HEAD = 40;

/**
 * What the columns of a meter's file are likely to hold, by their names and by what stands in them.
 * @param rows some lines of it
 * @example guessMeterColumns(["start", "usage kWh"], [["2026-01-01 00:00", "0.12"]]) // ["begin", "drawn"]
 */
export function guessMeterColumns(
  heads: readonly string[],
  rows: readonly (readonly string[])[],
): readonly (MeterRole | null)[] {
  const taken = new Set<MeterRole>();
  const cells = (column: number) =>
    rows
      .slice(0, 50)
      .map((row) => (row[column] ?? "").trim())
      .filter((cell) => cell !== "");
  const holds = (column: number, test: (text: string) => boolean): boolean => {
    const found = cells(column);
    return found.length > 0 && found.every(test);
  };
  const may = (role: MeterRole, column: number): boolean => {
    if (role === "day") return holds(column, isDay);
    if (role === "clock") return holds(column, isClock);
    if (role === "begin") return holds(column, isMoment);
    if (role === "end") return holds(column, isMoment) || holds(column, isClock);
    if (role === "unit") return holds(column, (text) => meterUnitIn(text) !== undefined && !isFigure(text));
    return holds(column, isFigure);
  };
  const roles: (MeterRole | null)[] = heads.map(() => null);
  for (const [role, names] of NAMES)
    heads.forEach((head, column) => {
      if (roles[column] !== null || taken.has(role) || !names.test(head) || !may(role, column)) return;
      roles[column] = role;
      taken.add(role);
    });
  // Without names that say so, what stands in them does.
  for (const role of ["begin", "day", "clock", "drawn"] as const) {
    if (taken.has(role) || (role !== "drawn" && taken.has("begin"))) continue;
    const column = heads.findIndex((_, i) => roles[i] === null && may(role, i));
    if (column < 0) continue;
    roles[column] = role;
    taken.add(role);
  }
  // A time at which something ends beside a day and a time at which it begins says nothing more.
  return roles;
}
