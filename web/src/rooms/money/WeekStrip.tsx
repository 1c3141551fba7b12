import { useState } from "react";
import { besideTheWeek, paint, weekOf, withWeek, type Band, type Week, PRICE_RANGE } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { TimeInput } from "../../controls/MomentInput";
import { Select } from "../../controls/Select";
import { Radio } from "../../controls/Tick";
import { amountText } from "../../plan/money";
import { NumberInput, within } from "./NumberInput";
import type { PartProps } from "./part";
import { Cell, DAY, EVERY, FULL_DAYS, levelOf, WeekGrid } from "./WeekGrid";

const MOST_BANDS = 8;

const minuteOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));

const TOGETHER = {
  every: { name: "every day alike", days: EVERY },
  working: { name: "working days alike", days: [0, 1, 2, 3, 4] },
  weekend: { name: "weekend alike", days: [5, 6] },
  single: { name: "each day by itself", days: [] },
} as const;
type Together = keyof typeof TOGETHER;

/** Paints hours, through midnight where the end is not after the start. */
const painted = (week: Week, days: readonly number[], from: number, to: number, band: number): Week =>
  from < to
    ? paint(week, days, from, to, band)
    : paint(paint(week, days, from, DAY, band), days, 0, to, band);

/** A band as one paints with it; fresh until it has been painted with. */
interface Brush extends Band {
  readonly fresh: boolean;
}

const same = (a: Band, b: Band): boolean => a.price === b.price && a.vat === b.vat && a.step === b.step;
const plainBand = ({ price, vat, step }: Band): Band => ({
  price,
  ...(vat === undefined ? {} : { vat }),
  ...(step === undefined ? {} : { step }),
});

/** The brushes there are: those known in their order, as far as the tariff still has them, and what else it has. */
function brushesOf(stored: readonly Band[], order: readonly Brush[]): Brush[] {
  const known = order.filter((b) => b.fresh || stored.some((s) => same(s, b)));
  const others = stored.filter((s) => !known.some((b) => same(s, b)));
  return [...known, ...others.map((b) => ({ ...b, fresh: false }))];
}

/** A home tariff as what it is: a week of priced hours, painted by dragging, by keyboard or typed. */
export function WeekStrip({ tariff, currency, onEdit }: PartProps) {
  const stored = weekOf(tariff);
  // Bands keep their place at the brushes, whatever order the tariff puts them in; one nobody has painted with yet is
  // not in the tariff.
  const [order, setOrder] = useState<readonly Brush[]>([]);
  const bands = brushesOf(stored.bands, order);
  const [brush, setBrush] = useState(0);
  const [together, setTogether] = useState<Together>("every");
  const band = Math.min(brush, bands.length - 1);
  const week: Week = {
    bands,
    days: stored.days.map((spans) =>
      spans.map((span) => ({
        ...span,
        band: span.band === null ? null : bands.findIndex((b) => same(b, stored.bands[span.band!]!)),
      })),
    ),
  };

  const stroke = (days: readonly number[], from: number, to: number) => {
    setOrder(bands.map((b) => ({ ...b, fresh: false })));
    onEdit(withWeek(tariff, painted(week, days, from, to, band)));
  };
  const reprice = (at: number, price: number) => {
    const one = bands[at]!;
    // Two bands of one price would be one: on the way to another price it is not taken yet.
    if (
      !within(price, PRICE_RANGE.min, PRICE_RANGE.max) ||
      bands.some((b, i) => i !== at && same(b, { ...one, price }))
    )
      return;
    const next = bands.map((b, i) => (i === at ? { ...b, price } : b));
    setOrder(next);
    if (!one.fresh) onEdit(withWeek(tariff, { ...week, bands: next.map(plainBand) }));
  };
  const add = () => {
    const last = bands.at(-1)?.price ?? 0.3;
    let price = Math.round(last * 50) / 100;
    while (bands.some((b) => b.price === price)) price = Math.round((price + 0.01) * 100) / 100;
    setOrder([...bands, { price, fresh: true }]);
    setBrush(bands.length);
  };
  const beside = besideTheWeek(tariff);
  return (
    <section className="week" aria-label="Hours of the week">
      {beside.length > 0 && (
        <p className="quiet">Not shown in this strip, and left as it is: {beside.join(" ")}</p>
      )}
      <fieldset className="brushes">
        <legend>Paint with</legend>
        {bands.map(({ price, vat }, i) => (
          <span key={i} className="brush">
            <Radio
              label={`Paint with ${amountText(price, currency)} a kWh`}
              name="brush"
              checked={i === band}
              onChange={() => setBrush(i)}
            >
              <svg width={20} height={20} aria-hidden="true">
                <Cell x={0} y={0} width={20} height={20} level={levelOf(bands, i)} />
              </svg>
            </Radio>
            <NumberInput
              bare
              label={`Price ${i + 1} a kWh`}
              unit={`${currency} a kWh`}
              min={-1_000}
              max={100_000}
              value={price}
              onChange={(p) => reprice(i, p)}
            />
            {vat !== undefined && <small>plus {vat} % VAT</small>}
          </span>
        ))}
        <Button quiet disabled={bands.length >= MOST_BANDS} onClick={add}>
          Another price
        </Button>
        <Select
          className="together"
          label="Days painted together"
          value={together}
          onChange={setTogether}
          options={(Object.keys(TOGETHER) as Together[]).map((value) => ({
            value,
            text: TOGETHER[value].name,
          }))}
        />
      </fieldset>
      <WeekGrid
        week={week}
        band={band}
        together={TOGETHER[together].days}
        currency={currency}
        onStroke={stroke}
        onBrush={(i) => i < bands.length && setBrush(i)}
      />
      <Typed bands={bands} band={band} together={together} currency={currency} onStroke={stroke} />
    </section>
  );
}

interface TypedProps {
  readonly bands: readonly Band[];
  readonly band: number;
  readonly together: Together;
  readonly currency: string;
  onStroke(days: readonly number[], from: number, to: number): void;
}

/** The same typed: from, to, and which days. */
function Typed({ bands, band, together, currency, onStroke }: TypedProps) {
  const [from, setFrom] = useState("23:00");
  const [to, setTo] = useState("07:00");
  const [day, setDay] = useState(0);
  const single = together === "single";
  const wrong = !from || !to || from === to;
  return (
    <form
      className="typed-hours"
      onSubmit={(e) => {
        e.preventDefault();
        if (!wrong) onStroke(single ? [day] : TOGETHER[together].days, minuteOf(from), minuteOf(to));
      }}
    >
      <label>
        From <TimeInput label="From" value={from} onChange={setFrom} />
      </label>
      <label>
        to <TimeInput label="to" value={to} onChange={setTo} />
      </label>
      {single ? (
        <Select
          label="Day"
          value={day}
          onChange={setDay}
          options={FULL_DAYS.map((name, i) => ({ value: i, text: name }))}
        />
      ) : (
        <span>{TOGETHER[together].name}</span>
      )}
      <Button type="submit" quiet disabled={wrong}>
        Paint at {amountText(bands[band]?.price ?? 0, currency)}
      </Button>
      {from === to && from && (
        <span className="problem" role="alert">
          These hours have no length.
        </span>
      )}
    </form>
  );
}
