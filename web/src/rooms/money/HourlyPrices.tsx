import { memo, useMemo } from "react";
import { DateTime } from "luxon";
import { tariffMs, PRICE_RANGE } from "@kettleback/core";
import { useWidth } from "../../charts/useWidth";
import { Button } from "../../controls/Button";
import { dateText, dayText, hourText, timeText } from "../../format/manner";
import { amountText } from "../../plan/money";
import { NumberInput } from "./NumberInput";
import type { PartProps } from "./part";

const MOST_DAYS = 31;
const ROW_H = 12;
const LEFT = 66;
const TOP = 16;
const DAY_MINUTES = 1_440;

/** A price on the sheet: its day, and when on that day's clock it begins (minutes). */
interface Cell {
  readonly day: number;
  readonly minute: number;
  readonly price: number;
}

/** The sheet of days as its prices make it, whatever is typed beside them. */
interface SheetOf {
  readonly days: readonly string[];
  readonly minutes: number;
  readonly cells: readonly Cell[];
  readonly low: number;
  readonly high: number;
  readonly mean: number;
}

/**
 * Prices laid out by the days of a place. A day's midnight is asked of the calendar once; within it the clock goes on by
 * itself, but for the hour it is put forward or back.
 */
export function sheetOf(
  startsAt: string,
  minutes: number,
  prices: readonly number[],
  timeZone: string,
): SheetOf {
  const startMs = tariffMs(startsAt);
  const first = DateTime.fromMillis(startMs, { zone: timeZone }).startOf("day");
  const step = minutes * 60_000;
  const cells: Cell[] = [];
  const days: string[] = [];
  for (let day = 0, i = 0; day < MOST_DAYS && i < prices.length; day++) {
    const midnight = first.plus({ days: day }).startOf("day");
    const next = first.plus({ days: day + 1 }).startOf("day");
    const [from, to] = [midnight.toMillis(), next.toMillis()];
    const even = midnight.offset === next.offset;
    // Where the clock is put forward at midnight, a day begins at one.
    const begins = midnight.hour * 60 + midnight.minute;
    days.push(dayText(midnight));
    for (; i < prices.length && startMs + i * step < to; i++) {
      const ms = startMs + i * step;
      const moved = even ? 0 : DateTime.fromMillis(ms, { zone: timeZone }).offset - midnight.offset;
      cells.push({ day, minute: begins + (ms - from) / 60_000 + moved, price: prices[i]! });
    }
  }
  let [low, high, sum] = [Infinity, -Infinity, 0];
  for (const price of prices) {
    low = Math.min(low, price);
    high = Math.max(high, price);
    sum += price;
  }
  return { days, minutes, cells, low, high, mean: sum / prices.length };
}

/** Prices by the hour as a sheet of days: the dearer, the deeper; below zero is hatched. */
export function HourlyPrices({
  tariff,
  currency,
  timeZone,
  onEdit,
}: PartProps & { readonly timeZone: string }) {
  const [box, width] = useWidth<HTMLDivElement>();
  const hourly = tariff.kettleback!.hourly!;
  const { starts_at, minutes, prices, markup } = hourly;
  const sheet = useMemo(
    () => sheetOf(starts_at, minutes, prices, timeZone),
    [starts_at, minutes, prices, timeZone],
  );
  const { low, high, mean, days } = sheet;
  const start = DateTime.fromMillis(tariffMs(starts_at), { zone: timeZone });
  const set = (to: Partial<typeof hourly>) =>
    onEdit({ ...tariff, kettleback: { ...tariff.kettleback, hourly: { ...hourly, ...to } } });
  const leave = () => {
    const { hourly: _, ...rest } = tariff.kettleback!;
    const { kettleback: __, ...plain } = tariff;
    onEdit(Object.keys(rest).length > 0 ? { ...plain, kettleback: rest } : plain);
  };
  return (
    <section className="hourly" aria-label="Prices by the hour">
      <p>
        {prices.length} prices of {minutes} minutes from {dateText(start)}, {timeText(start)}:{" "}
        {amountText(low, currency)} to {amountText(high, currency)}, {amountText(mean, currency)} on the mean.
        Another table of prices is taken in by Import.
      </p>
      <div className="view-tools">
        <NumberInput
          label="On top of every price"
          unit={`${currency} a kWh`}
          min={PRICE_RANGE.min}
          max={PRICE_RANGE.max}
          value={markup}
          onChange={(v) => set({ markup: v })}
        />
        <Button quiet onClick={leave}>
          Without hourly prices
        </Button>
      </div>
      <div ref={box}>
        <Sheet width={width} sheet={sheet} currency={currency} />
      </div>
      {days.length === MOST_DAYS && (
        <p className="quiet">The first {MOST_DAYS} days are drawn; all are counted.</p>
      )}
    </section>
  );
}

interface SheetProps {
  readonly width: number;
  readonly sheet: SheetOf;
  readonly currency: string;
}

/** The days as rows of hours; drawn again where its prices or its width are others. */
const Sheet = memo(function Sheet({ width, sheet, currency }: SheetProps) {
  const { days, minutes, cells, low, high } = sheet;
  const x = (minute: number) => LEFT + (minute / DAY_MINUTES) * (width - LEFT - 6);
  return (
    <svg
      width={width}
      height={TOP + days.length * ROW_H + 4}
      role="img"
      aria-label={`Prices by the hour over ${days.length} days, from ${amountText(low, currency)} to ${amountText(high, currency)}`}
    >
      <defs>
        <pattern id="paid" width={4} height={4} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width={4} height={4} className="paid-ground" />
          <line x1={0} x2={0} y1={0} y2={4} className="paid-line" />
        </pattern>
      </defs>
      {[0, 6, 12, 18, 24].map((hour) => (
        <text
          key={hour}
          className="hour"
          x={x(hour * 60)}
          y={11}
          textAnchor={hour === 24 ? "end" : hour === 0 ? "start" : "middle"}
        >
          {hourText(hour)}
        </text>
      ))}
      {days.map((text, day) => (
        <text key={day} className="day" x={0} y={TOP + day * ROW_H + 10}>
          {text}
        </text>
      ))}
      {width > LEFT &&
        cells.map(({ day, minute, price }, i) => (
          <rect
            key={i}
            className={price < 0 ? "paid" : "cell-price"}
            x={x(minute)}
            y={TOP + day * ROW_H}
            width={Math.max(0.5, x(minute + minutes) - x(minute) - 0.5)}
            height={ROW_H - 1}
            style={price < 0 ? undefined : { opacity: 0.12 + 0.88 * (high > 0 ? price / high : 0) }}
          />
        ))}
    </svg>
  );
});
