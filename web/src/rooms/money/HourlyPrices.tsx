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
const LEFT = 58;
const TOP = 16;
const DAY_MS = 86_400_000;

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
  const step = minutes * 60_000;
  const start = DateTime.fromMillis(tariffMs(starts_at), { zone: timeZone });
  const midnight = start.startOf("day").toMillis();
  const [low, high] = [Math.min(...prices), Math.max(...prices)];
  const days = Math.min(MOST_DAYS, Math.ceil((start.toMillis() - midnight + prices.length * step) / DAY_MS));
  const x = (ms: number) => LEFT + (ms / DAY_MS) * (width - LEFT - 6);
  const shown = prices.slice(0, Math.ceil((days * DAY_MS) / step));
  const mean = prices.reduce((sum, p) => sum + p, 0) / prices.length;
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
        <Sheet
          width={width}
          days={days}
          low={low}
          currency={currency}
          high={high}
          x={x}
          start={start}
          shown={shown}
          step={step}
          timeZone={timeZone}
        />
      </div>
      {days === MOST_DAYS && <p className="quiet">The first {MOST_DAYS} days are drawn; all are counted.</p>}
    </section>
  );
}

interface SheetProps {
  readonly width: number;
  readonly days: number;
  readonly low: number;
  readonly currency: string;
  readonly high: number;
  readonly x: (ms: number) => number;
  readonly start: DateTime<true> | DateTime<false>;
  readonly shown: number[];
  readonly step: number;
  readonly timeZone: string;
}

/** The days as rows of hours. */
const Sheet = ({ width, days, low, currency, high, x, start, shown, step, timeZone }: SheetProps) => (
  <svg
    width={width}
    height={TOP + days * ROW_H + 4}
    role="img"
    aria-label={`Prices by the hour over ${days} days, from ${amountText(low, currency)} to ${amountText(high, currency)}`}
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
        x={x((hour / 24) * DAY_MS)}
        y={11}
        textAnchor={hour === 24 ? "end" : hour === 0 ? "start" : "middle"}
      >
        {hourText(hour)}
      </text>
    ))}
    {Array.from({ length: days }, (_, day) => (
      <text key={day} className="day" x={0} y={TOP + day * ROW_H + 10}>
        {dayText(start.startOf("day").plus({ days: day }))}
      </text>
    ))}
    {width > LEFT &&
      shown.map((price, i) => {
        const at = DateTime.fromMillis(start.toMillis() + i * step, { zone: timeZone });
        const day = Math.round(at.startOf("day").diff(start.startOf("day"), "days").days);
        const within = (at.hour * 60 + at.minute) * 60_000;
        if (day >= days) return null;
        return (
          <rect
            key={i}
            className={price < 0 ? "paid" : "cell-price"}
            x={x(within)}
            y={TOP + day * ROW_H}
            width={Math.max(0.5, x(within + step) - x(within) - 0.5)}
            height={ROW_H - 1}
            style={price < 0 ? undefined : { opacity: 0.12 + 0.88 * (high > 0 ? price / high : 0) }}
          />
        );
      })}
  </svg>
);
