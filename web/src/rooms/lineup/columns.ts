import {
  LINK_WORDS,
  SEVERITIES,
  shownAs,
  STAYS,
  toKm,
  type Cell,
  type DistanceUnit,
  type Micros,
  type Row,
} from "@kettleback/core";
import {
  ampsText,
  coinOf,
  decimals,
  distanceFigure,
  durationText,
  energyFigure,
  figureText,
  moneyText,
  percentText,
  powerFigure,
  shownEnergy,
  shownKm,
  shownPower,
  shownShare,
  shownSpeed,
  speedFigure,
  toMinute,
} from "../../format/number";
import { timeAt } from "./clock";

/** A column of the line-up's table: what it sorts by, how it reads, and which end is the better one. */
export interface Column {
  readonly id: string;
  readonly name: string;
  /** It holds figures, most of them in this unit: it stands once in the heading. */
  readonly unit?: string;
  /** Number or text by which rows are ordered; undefined where nothing charges. */
  value(row: Row): number | string;
  text(row: Row): string;
  /** Said of a blocked way too: its car, its name, its level, its price. */
  readonly always?: (cell: Cell) => string;
  readonly best?: "most" | "least";
  /** How the difference to the baseline reads, taken between what is shown; without it none is. */
  difference?(value: number, base: number): string;
}

/** How amounts of one nature read, and the amount that the text shows. */
interface Measure {
  /** The unit that stands in the heading; empty where every text brings its own. */
  readonly unit: string;
  text(n: number): string;
  shown(n: number): number;
}

/** Differences (in the measure's own unit) that are only what is left of adding and taking away. */
const NOTHING = 1e-9;

const signed = (n: number, text: (n: number) => string): string =>
  Math.abs(n) < NOTHING ? "same" : `${n > 0 ? "+" : "−"}${text(Math.abs(n))}`;

/** A column of amounts: its value, its text and its differences. */
const measured = ({ unit, text, shown }: Measure, value: (row: Row) => number) => ({
  unit,
  value,
  text: (row: Row) => text(value(row)),
  difference: (n: number, base: number) => signed(shown(n) - shown(base), text),
});

/** What the figures of a household are measured in. */
const measuresIn = (unit: DistanceUnit, currency: string) =>
  ({
    power: { unit: "kW", text: (watts) => figureText(powerFigure(watts)), shown: shownPower },
    energy: { unit: "kWh", text: (wh) => figureText(energyFigure(wh)), shown: shownEnergy },
    distance: { unit, text: (km) => figureText(distanceFigure(km, unit)), shown: (km) => shownKm(km, unit) },
    speed: {
      unit: `${unit}/h`,
      text: (kmPerHour) => figureText(speedFigure(kmPerHour, unit)),
      shown: (kmPerHour) => shownSpeed(kmPerHour, unit),
    },
    time: { unit: "", text: durationText, shown: toMinute },
    share: { unit: "%", text: percentText, shown: shownShare },
    money: {
      unit: signOf(currency),
      text: (m) => moneyText(m as Micros, currency),
      shown: (m) => shownAs(m as Micros, coinOf(currency)),
    },
  }) satisfies Readonly<Record<string, Measure>>;

/** How a currency is marked on its amounts. */
const signOf = (currency: string): string =>
  moneyText(0 as Micros, currency)
    .replace(/[\d.,]/g, "")
    .trim();

/** A figure as it stands under a heading that has its unit; one in another unit keeps it. */
export const bareText = (text: string, unit: string): string => text.replace(unit, "").trim();

/** What a row is about, and what flows. */
const ABOUT: readonly Column[] = [
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
    name: "Kind",
    value: (r) => r.level.word,
    text: (r) => r.level.word,
    always: (c) => c.level.word,
  },
  {
    id: "amps",
    name: "Flows",
    value: (r) => r.phases * r.amps,
    text: (r) => `${r.phases} × ${ampsText(r.amps)}`,
  },
];

const NARROWEST: Column = {
  id: "narrowest",
  name: "Narrowest link",
  value: (r) => LINK_WORDS[r.narrowest],
  text: (r) => LINK_WORDS[r.narrowest],
};

const READY: Column = {
  id: "ready",
  name: "In time",
  value: (r) => r.shortBySeconds,
  text: (r) =>
    r.inTime
      ? `yes, ${timeAt(r.solution.clock, r.secondsToTarget)}`
      : `short by ${durationText(r.shortBySeconds)}`,
};

const CAUTION: Column = {
  id: "caution",
  name: "Worst caution",
  value: (r) => (r.worst ? SEVERITIES.indexOf(r.worst.severity) : SEVERITIES.length),
  text: (r) => r.worst?.severity ?? "none",
};

/** Columns in the household's units; `stay` is one's own stay in hours. */
export function columnsFor(unit: DistanceUnit, currency: string, stay: number): readonly Column[] {
  const { power, energy, distance, speed, time, share, money } = measuresIn(unit, currency);
  const per100 = toKm(1, unit);
  const stays = [...STAYS.map(({ hours, name }) => ({ hours, name })), { hours: stay, name: "own stay" }];
  return [
    ...ABOUT,
    {
      id: "wallW",
      name: "From the wall",
      best: "most",
      ...measured(power, (r) => r.wallW),
    },
    {
      id: "batteryW",
      name: "Into the battery",
      best: "most",
      ...measured(power, (r) => r.batteryW),
    },
    NARROWEST,
    {
      id: "time",
      name: "Time to target",
      best: "least",
      ...measured(time, (r) => r.secondsToTarget),
    },
    READY,
    {
      id: "kmPerHour",
      name: "Range an hour",
      best: "most",
      ...measured(speed, (r) => r.kmPerHour),
    },
    {
      id: "kmPerHourWall",
      name: "Range an hour, at the wall",
      best: "most",
      ...measured(speed, (r) => r.kmPerHourWall),
    },
    ...stays.map(({ hours, name }, i): Column => ({
      id: `stay${i}`,
      name: `Range in ${decimals(hours, Number.isInteger(hours) ? 0 : 2)} h (${name})`,
      best: "most",
      ...measured(distance, (r) => r.stayKm[i]!),
    })),
    {
      id: "wallWh",
      name: "On the meter",
      ...measured(energy, (r) => r.wallWh),
    },
    {
      id: "lostWh",
      name: "Lost",
      ...measured(energy, (r) => r.lostWh),
    },
    {
      id: "lostShare",
      name: "Share lost",
      best: "least",
      ...measured(share, (r) => r.lostShare),
    },
    {
      id: "cost",
      name: "Cost of the charge",
      ...measured(money, (r) => r.cost),
    },
    {
      id: "per100",
      name: `Cost per 100 ${unit}`,
      best: "least",
      ...measured(money, (r) => r.per100Km * per100),
    },
    {
      id: "perKWh",
      name: "Cost a kWh in the battery",
      best: "least",
      ...measured(money, (r) => r.perKWhStored),
    },
    {
      id: "price",
      name: "To be bought",
      best: "least",
      unit: signOf(currency),
      value: (r) => r.price,
      text: (r) => priceText(r.price, currency),
      always: (c) => priceText(c.price, currency),
    },
    CAUTION,
  ];
}

/** What is to be bought, in whole coins. */
export const priceText = (price: number, currency: string): string =>
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
