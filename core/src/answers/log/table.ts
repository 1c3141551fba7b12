import Papa from "papaparse";
import { plainCell } from "../../things/documents";
import type { LogRow } from "./rows";

/** The columns of a log's table, with the units in their names. */
const COLUMNS: readonly (readonly [string, (row: LogRow) => string | number | null])[] = [
  ["began", (row) => row.begin],
  ["ended", (row) => row.end],
  ["name", (row) => row.name],
  ["car", (row) => row.car],
  ["place", (row) => row.place],
  ["way", (row) => row.way],
  ["unit", (row) => row.unit],
  ["cable", (row) => row.cable],
  ["tariff", (row) => row.tariff],
  ["told by", (row) => row.source],
  ["hours", (row) => (row.seconds === null ? null : round(row.seconds / 3600, 4))],
  ["charge before (%)", (row) => (row.fromSoc === null ? null : round(row.fromSoc * 100, 3))],
  ["charge after (%)", (row) => (row.toSoc === null ? null : round(row.toSoc * 100, 3))],
  ["meter (kWh)", (row) => (row.wallWh === null ? null : round(row.wallWh / 1000, 6))],
  ["stored (kWh)", (row) => (row.storedWh === null ? null : round(row.storedWh / 1000, 6))],
  ["lost (kWh)", (row) => (row.lostWh === null ? null : round(row.lostWh / 1000, 6))],
  ["reckoned (kWh)", (row) => (row.reckonedWh === null ? null : round(row.reckonedWh / 1000, 6))],
  ["cost", (row) => row.cost],
  ["cost by", (row) => row.costBy],
  ["rapid", (row) => (row.rapid === null ? null : row.rapid ? "yes" : "no")],
  ["outside (°C)", (row) => row.outsideC],
  ["had driven (km)", (row) => row.odometerKm],
  ["note", (row) => row.note],
];

const round = (value: number, digits: number): number => Math.round(value * 10 ** digits) / 10 ** digits;

/**
 * The rows of a log as CSV, a line of names first. A cell that a spreadsheet would take for a formula is kept from it.
 * @example logTable([]).startsWith("began,ended") // true
 */
export const logTable = (rows: readonly LogRow[]): string =>
  `${Papa.unparse(
    {
      fields: COLUMNS.map(([name]) => name),
      data: rows.map((row) => COLUMNS.map(([, of]) => plainCell(of(row)))),
    },
    { newline: "\r\n" },
  )}\r\n`;
