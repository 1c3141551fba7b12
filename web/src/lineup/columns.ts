import {
  LINK_WORDS,
  SEVERITIES,
  STAYS,
  type Cell,
  type DistanceUnit,
  type Micros,
  type Row,
} from "@kettleback/core";
import {
  ampsText,
  decimals,
  distanceFigure,
  durationText,
  energyFigure,
  figureText,
  moneyText,
  percentText,
  powerFigure,
  speedFigure,
} from "../format/number";
import { timeAt } from "./clock";

/** A column of the line-up's table: what it sorts by, how it reads, and which end is the better one. */
export interface Column {
  readonly id: string;
  readonly name: string;
  /** Number or text by which rows are ordered; undefined where nothing charges. */
  value(row: Row): number | string;
  text(row: Row): string;
  /** Said of a blocked way too: its car, its name, its level, its price. */
  readonly always?: (cell: Cell) => string;
  readonly best?: "most" | "least";
  /** How a difference to the baseline reads; without it none is shown. */
  difference?(by: number): string;
}

const signed = (n: number, text: (n: number) => string): string =>
  n === 0 ? "same" : `${n > 0 ? "+" : "−"}${text(Math.abs(n))}`;

/** Columns in the household's units; `stay` is one's own stay in hours. */
export function columnsFor(unit: DistanceUnit, currency: string, stay: number): readonly Column[] {
  const power = (watts: number) => figureText(powerFigure(watts));
  const energy = (wh: number) => figureText(energyFigure(wh));
  const distance = (km: number) => figureText(distanceFigure(km, unit));
  const money = (m: number) => moneyText(m as Micros, currency);
  const per100 = unit === "mi" ? 1.609344 : 1;
  const stays = [...STAYS.map(({ hours, name }) => ({ hours, name })), { hours: stay, name: "own stay" }];
  return [
    {
      id: "car",
      name: "Car",
      value: (r) => r.plan.car.name,
      text: (r) => r.plan.car.name,
      always: (c) => c.plan.car.name,
    },
    {
      id: "way",
      name: "Way",
      value: (r) => r.plan.name,
      text: (r) => r.plan.name,
      always: (c) => c.plan.name,
    },
    {
      id: "level",
      name: "Level",
      value: (r) => r.level.word,
      text: (r) => r.level.word,
      always: (c) => c.level.word,
    },
    {
      id: "amps",
      name: "Flows",
      value: (r) => r.lanes * r.amps,
      text: (r) => `${r.lanes} × ${ampsText(r.amps)}`,
    },
    {
      id: "wallW",
      name: "From the wall",
      best: "most",
      value: (r) => r.wallW,
      text: (r) => power(r.wallW),
      difference: (d) => signed(d, power),
    },
    {
      id: "batteryW",
      name: "Into the battery",
      best: "most",
      value: (r) => r.batteryW,
      text: (r) => power(r.batteryW),
      difference: (d) => signed(d, power),
    },
    {
      id: "narrowest",
      name: "Narrowest link",
      value: (r) => LINK_WORDS[r.narrowest],
      text: (r) => LINK_WORDS[r.narrowest],
    },
    {
      id: "time",
      name: "Time to target",
      best: "least",
      value: (r) => r.secondsToTarget,
      text: (r) => durationText(r.secondsToTarget),
      difference: (d) => signed(d, durationText),
    },
    {
      id: "ready",
      name: "In time",
      value: (r) => r.shortBySeconds,
      text: (r) =>
        r.inTime
          ? `yes, ${timeAt(r.solution.clock, r.secondsToTarget)}`
          : `short by ${durationText(r.shortBySeconds)}`,
    },
    {
      id: "kmPerHour",
      name: "Range an hour",
      best: "most",
      value: (r) => r.kmPerHour,
      text: (r) => figureText(speedFigure(r.kmPerHour, unit)),
      difference: (d) => signed(d, (n) => figureText(speedFigure(n, unit))),
    },
    ...stays.map(({ hours, name }, i): Column => ({
      id: `stay${i}`,
      name: `Range in ${decimals(hours, Number.isInteger(hours) ? 0 : 2)} h (${name})`,
      best: "most",
      value: (r) => r.stayKm[i]!,
      text: (r) => distance(r.stayKm[i]!),
      difference: (d) => signed(d, distance),
    })),
    {
      id: "wallWh",
      name: "On the meter",
      value: (r) => r.wallWh,
      text: (r) => energy(r.wallWh),
      difference: (d) => signed(d, energy),
    },
    {
      id: "lostWh",
      name: "Lost",
      value: (r) => r.lostWh,
      text: (r) => energy(r.lostWh),
      difference: (d) => signed(d, energy),
    },
    {
      id: "lostShare",
      name: "Share lost",
      best: "least",
      value: (r) => r.lostShare,
      text: (r) => percentText(r.lostShare),
      difference: (d) => signed(d, (n) => percentText(n, 1)),
    },
    {
      id: "cost",
      name: "Cost a session",
      value: (r) => r.cost,
      text: (r) => money(r.cost),
      difference: (d) => signed(d, money),
    },
    {
      id: "per100",
      name: `Cost per 100 ${unit}`,
      best: "least",
      value: (r) => r.per100Km,
      text: (r) => money(r.per100Km * per100),
      difference: (d) => signed(d, (n) => money(n * per100)),
    },
    {
      id: "perKWh",
      name: "Cost a kWh in the battery",
      best: "least",
      value: (r) => r.perKWhStored,
      text: (r) => money(r.perKWhStored),
      difference: (d) => signed(d, money),
    },
    {
      id: "price",
      name: "To be bought",
      best: "least",
      value: (r) => r.price,
      text: (r) => priceText(r.price, currency),
      always: (c) => priceText(c.price, currency),
    },
    {
      id: "caution",
      name: "Worst caution",
      value: (r) => (r.worst ? SEVERITIES.indexOf(r.worst.severity) : SEVERITIES.length),
      text: (r) => r.worst?.severity ?? "none",
    },
  ];
}

const priceText = (price: number, currency: string): string =>
  price === 0 ? "nothing" : moneyText((price * 1e6) as Micros, currency).replace(/\.00$/, "");

/** Columns in view before anybody has chosen. */
export const FIRST_COLUMNS = [
  "way",
  "level",
  "amps",
  "batteryW",
  "narrowest",
  "time",
  "ready",
  "kmPerHour",
  "lostShare",
  "cost",
  "per100",
  "caution",
] as const;

/** The best and the worst value of a column, where they differ. */
export function ends(column: Column, rows: readonly Row[]): { best: number; worst: number } | undefined {
  if (!column.best || rows.length < 2) return undefined;
  const values = rows.map((row) => column.value(row) as number);
  const [least, most] = [Math.min(...values), Math.max(...values)];
  if (most - least <= 1e-9 * Math.abs(most)) return undefined;
  return column.best === "most" ? { best: most, worst: least } : { best: least, worst: most };
}
