import Papa from "papaparse";
import type { Severity } from "../cautions";
import { plainCell } from "../../things/documents";
import type { LinkKind } from "../../engine/path";
import { amountOf } from "../../trade/units";
import type { Cell } from "./row";

/** A line-up's row as it goes out: canonical units, named in every field; null where nothing charges. */
export interface TableRow {
  readonly car: string;
  readonly way: string;
  readonly level: string;
  readonly phases: number | null;
  readonly amps: number | null;
  readonly wallW: number | null;
  readonly batteryW: number | null;
  readonly narrowest: LinkKind | null;
  readonly secondsToTarget: number | null;
  readonly inTime: boolean;
  readonly shortBySeconds: number | null;
  readonly kmPerHour: number | null;
  readonly kmPerHourWall: number | null;
  readonly wallWh: number | null;
  readonly lostWh: number | null;
  readonly lostShare: number | null;
  readonly cost: number | null;
  readonly costPer100Km: number | null;
  readonly costPerKWhStored: number | null;
  readonly currency: string;
  readonly nightKm: number | null;
  readonly price: number;
  readonly worstCaution: Severity | null;
  readonly caution: string | null;
  /** Why nothing charges; null where something does. */
  readonly refusal: string | null;
}

/**
 * A cell as it goes out.
 * @example tableRow(cellsOf(lineup)[0]).way // "Boathouse, wall socket at 6 A"
 */
export function tableRow(cell: Cell): TableRow {
  const { plan, level, price } = cell;
  const names = { car: plan.car.name, way: plan.name, level: level.word };
  const { currency } = plan.household;
  if (cell.kind === "blocked")
    return {
      ...names,
      phases: null,
      amps: null,
      wallW: null,
      batteryW: null,
      narrowest: null,
      secondsToTarget: null,
      inTime: false,
      shortBySeconds: null,
      kmPerHour: null,
      kmPerHourWall: null,
      wallWh: null,
      lostWh: null,
      lostShare: null,
      cost: null,
      costPer100Km: null,
      costPerKWhStored: null,
      currency,
      nightKm: null,
      price,
      worstCaution: null,
      caution: null,
      refusal: cell.refusal.message,
    };
  const { phases, amps, wallW, batteryW, narrowest, secondsToTarget, inTime, shortBySeconds, kmPerHour } =
    cell;
  return {
    ...names,
    phases,
    amps,
    wallW,
    batteryW,
    narrowest,
    secondsToTarget,
    inTime,
    shortBySeconds,
    kmPerHour,
    kmPerHourWall: cell.kmPerHourWall,
    wallWh: cell.wallWh,
    lostWh: cell.lostWh,
    lostShare: cell.lostShare,
    cost: amountOf(cell.cost),
    costPer100Km: amountOf(cell.per100Km),
    costPerKWhStored: amountOf(cell.perKWhStored),
    currency,
    nightKm: cell.night.km,
    price,
    worstCaution: cell.worst?.severity ?? null,
    caution: cell.worst?.code ?? null,
    refusal: null,
  };
}

const plainRow = (row: object): object =>
  Object.fromEntries(Object.entries(row).map(([name, value]) => [name, plainCell(value)]));

/**
 * Rows as CSV with a heading (RFC 4180), numbers in full, nothing where nothing charges.
 * @example csvOf([{ way: "Wall socket", hours: 9.5 }]) // "way,hours\r\nWall socket,9.5\r\n"
 */
export const csvOf = (rows: readonly object[]): string =>
  `${Papa.unparse(rows.map(plainRow), { newline: "\r\n" })}\r\n`;
