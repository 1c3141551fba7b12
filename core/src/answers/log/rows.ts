import { amountOf, type Fraction, type Seconds } from "../../trade/units";
import type { SessionRecord } from "../record";
import { receiptOf, reckonedOf, socsOf } from "./receipt";

/** Names of what a session points at, as they are now; null where it is gone or was never said. */
export interface LogNames {
  readonly car: string | null;
  readonly place: string | null;
}

/** A session as a line of the log. Energies at the meter in Wh, money in the household's currency, null for not known. */
export interface LogRow {
  readonly id: string;
  readonly name: string;
  readonly car: string | null;
  readonly place: string | null;
  /** The way it was charged: unit, cable and settings by the name of their path. */
  readonly way: string | null;
  readonly unit: string | null;
  readonly cable: string | null;
  readonly tariff: string | null;
  readonly source: string;
  readonly begin: string;
  readonly end: string | null;
  /** The month it began in, in the household's zone: 2026-11. */
  readonly month: string;
  readonly seconds: Seconds | null;
  readonly fromSoc: Fraction | null;
  readonly toSoc: Fraction | null;
  readonly wallWh: number | null;
  /** What reached the cells, and what was lost on the way there. */
  readonly storedWh: number | null;
  readonly lostWh: number | null;
  /** What the meter should have counted for that charge. */
  readonly reckonedWh: number | null;
  readonly cost: number | null;
  /** Whether the cost is what a bill said, or what the tariff comes to. */
  readonly costBy: "bill" | "tariff" | null;
  /** Null where nobody knows. */
  readonly rapid: boolean | null;
  readonly outsideC: number | null;
  readonly odometerKm: number | null;
  readonly note: string | null;
}

/** Whether a session was rapid charging; null where nothing says so. */
const isRapid = ({ current, plan }: SessionRecord): boolean | null =>
  current ? current === "DC" : plan ? plan.evse.kind === "rapid" : null;

const monthFormats = new Map<string, Intl.DateTimeFormat>();

/**
 * The month of a moment in a zone.
 * @example monthIn("2026-11-30T23:30:00Z", "Europe/Dublin") // "2026-11"
 */
export function monthIn(moment: string, zone: string): string {
  const format =
    monthFormats.get(zone) ??
    new Intl.DateTimeFormat("en-CA", { timeZone: zone, year: "numeric", month: "2-digit" });
  monthFormats.set(zone, format);
  const parts = format.formatToParts(Date.parse(moment));
  const of = (type: string) => parts.find((part) => part.type === type)!.value;
  return `${of("year")}-${of("month")}`;
}

/**
 * A recorded session as a line of the log.
 * @param zone the household's: a month begins there
 * @example logRow("1", recorded, { car: "Plover", place: null }, "UTC").month // "2026-11"
 */
export function logRow(id: string, record: SessionRecord, { car, place }: LogNames, zone: string): LogRow {
  const { plan, begin, end, wallWh, paid } = record;
  const { from, to } = socsOf(record);
  const reckoned = reckonedOf(record);
  const usableWh = plan?.car.battery.usableWh;
  const storedWh =
    usableWh === undefined || from === null || to === null || to < from ? null : (to - from) * usableWh;
  const receipt = paid === undefined ? receiptOf(record) : null;
  const cost = paid ?? (receipt ? amountOf(receipt.total) : null);
  return {
    id,
    name: record.name,
    car: car ?? plan?.car.name ?? null,
    place: place ?? plan?.place?.name ?? null,
    way: plan?.name ?? null,
    unit: plan?.evse.name ?? null,
    cable: plan?.cable?.name ?? null,
    tariff: plan?.tariff.name ?? null,
    source: record.source,
    begin,
    end,
    month: monthIn(begin, zone),
    seconds: end === null ? null : (Date.parse(end) - Date.parse(begin)) / 1000,
    fromSoc: from,
    toSoc: to,
    wallWh,
    storedWh,
    lostWh: wallWh === null || storedWh === null ? null : wallWh - storedWh,
    reckonedWh: reckoned?.ledger.wall ?? null,
    cost,
    costBy: paid !== undefined ? "bill" : receipt ? "tariff" : null,
    rapid: isRapid(record),
    outsideC: record.outsideC ?? null,
    odometerKm: record.odometerKm ?? null,
    note: record.note ?? null,
  };
}
