import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { paint, weekOf, withWeek, type Band, type Week } from "@kettleback/core";
import { useWidth } from "../drawing/useWidth";
import { NumberInput, within } from "./NumberInput";
import type { PartProps } from "./Tariffs";
import { amountText } from "./money";

const DAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"] as const;
const FULL_DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"] as const;
const EVERY = [0, 1, 2, 3, 4, 5, 6];
const DAY = 1440;
/** Minutes a stroke of the brush moves by. */
const SNAP = 30;
const ROW_H = 20;
const LEFT = 36;
const TOP = 16;
const MOST_BANDS = 8;

const text = (minute: number): string =>
  `${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;
const minuteOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));

/** A rectangle of hours and days, as it is being painted. */
interface Stroke {
  readonly day: number;
  readonly minute: number;
  readonly toDay: number;
  readonly toMinute: number;
}

const spanOf = ({ minute, toMinute }: Stroke) => ({
  from: Math.min(minute, toMinute),
  to: Math.max(minute, toMinute) + SNAP,
});
const daysOf = ({ day, toDay }: Stroke, together: readonly number[]): number[] => {
  const [a, b] = [Math.min(day, toDay), Math.max(day, toDay)];
  const own = EVERY.filter((d) => d >= a && d <= b);
  return together.some((d) => own.includes(d)) ? [...new Set([...own, ...together])] : own;
};

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

/** How dear a band is among the others, 0 to 1: its step of height and depth of colour. */
const levelOf = (bands: readonly Band[], band: number): number => {
  const prices = bands.map(({ price }) => price);
  const [low, high] = [Math.min(...prices), Math.max(...prices)];
  return high > low ? (bands[band]!.price - low) / (high - low) : 0;
};

/** A band as one paints with it; fresh until it has been painted with. */
interface Brush extends Band {
  readonly fresh: boolean;
}

const same = (a: Band, b: Band): boolean => a.price === b.price && a.vat === b.vat;
const plainBand = ({ price, vat }: Band): Band => (vat === undefined ? { price } : { price, vat });

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
    if (!within(price, -1_000, 100_000) || bands.some((b, i) => i !== at && same(b, { ...one, price })))
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
  return (
    <section className="week" aria-label="Hours of the week">
      <fieldset className="brushes">
        <legend>Paint with</legend>
        {bands.map(({ price, vat }, i) => (
          <span key={i} className="brush">
            <label>
              <input
                type="radio"
                name="brush"
                checked={i === band}
                onChange={() => setBrush(i)}
                aria-label={`Paint with ${amountText(price, currency)} a kWh`}
              />
              <svg width={20} height={20} aria-hidden="true">
                <Cell x={0} y={0} width={20} height={20} level={levelOf(bands, i)} />
              </svg>
            </label>
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
        <button
          type="button"
          className="btn btn-quiet btn-sm"
          disabled={bands.length >= MOST_BANDS}
          onClick={add}
        >
          Another price
        </button>
        <label className="together">
          <span className="visually-hidden">Days painted together</span>
          <select
            className="form-select form-select-sm"
            value={together}
            onChange={(e) => setTogether(e.target.value as Together)}
          >
            {Object.entries(TOGETHER).map(([key, { name }]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </select>
        </label>
      </fieldset>
      <Grid
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

interface GridProps {
  readonly week: Week;
  readonly band: number;
  readonly together: readonly number[];
  readonly currency: string;
  onStroke(days: readonly number[], from: number, to: number): void;
  onBrush(band: number): void;
}

/** A cell of the strip: the dearer, the deeper and the higher it stands. */
function Cell({
  x,
  y,
  width,
  height,
  level,
}: {
  x: number;
  y: number;
  width: number;
  height: number;
  level: number;
}) {
  const h = height * (0.34 + 0.66 * level);
  return (
    <>
      <rect className="cell-ground" x={x} y={y} width={width} height={height} />
      <rect
        className="cell-price"
        x={x}
        y={y + height - h}
        width={width}
        height={h}
        style={{ opacity: 0.35 + 0.65 * level }}
      />
    </>
  );
}

function Grid({ week, band, together, currency, onStroke, onBrush }: GridProps) {
  const [box, width] = useWidth<HTMLDivElement>();
  const [drag, setDrag] = useState<Stroke | null>(null);
  const [cursor, setCursor] = useState<Stroke>({ day: 0, minute: 1380, toDay: 0, toMinute: 1380 });
  const [focused, setFocused] = useState(false);
  const svg = useRef<SVGSVGElement>(null);
  const x = (minute: number) => LEFT + (minute / DAY) * (width - LEFT - 6);
  const y = (day: number) => TOP + day * ROW_H;
  const cellAt = (event: PointerEvent): { day: number; minute: number } => {
    const box = svg.current!.getBoundingClientRect();
    const minute = ((event.clientX - box.left - LEFT) / (width - LEFT - 6)) * DAY;
    return {
      day: Math.min(6, Math.max(0, Math.floor((event.clientY - box.top - TOP) / ROW_H))),
      minute: Math.min(DAY - SNAP, Math.max(0, Math.floor(minute / SNAP) * SNAP)),
    };
  };
  const put = (made: Stroke) => {
    const { from, to } = spanOf(made);
    onStroke(daysOf(made, together), from, to);
  };
  const key = (event: KeyboardEvent) => {
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [0, -SNAP],
      ArrowRight: [0, SNAP],
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
    };
    const move = moves[event.key];
    if (move) {
      event.preventDefault();
      const toDay = Math.min(6, Math.max(0, cursor.toDay + move[0]));
      const toMinute = Math.min(DAY - SNAP, Math.max(0, cursor.toMinute + move[1]));
      setCursor(
        event.shiftKey ? { ...cursor, toDay, toMinute } : { day: toDay, minute: toMinute, toDay, toMinute },
      );
    } else if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      put(cursor);
    } else if (/^[1-8]$/.test(event.key)) onBrush(Number(event.key) - 1);
  };
  const shown = drag ?? (focused ? cursor : null);
  const marked = shown && { ...spanOf(shown), days: daysOf(shown, together) };
  const says = marked
    ? `${marked.days.map((d) => FULL_DAYS[d]).join(", ")}, ${text(marked.from)} to ${text(marked.to)}: ${amountText(week.bands[band]!.price, currency)}`
    : "";
  return (
    <div ref={box} className="week-grid">
      <svg
        ref={svg}
        width={width}
        height={TOP + 7 * ROW_H + 4}
        role="application"
        tabIndex={0}
        aria-label="Hours of the week. Arrow keys move, with Shift they stretch, Enter paints, number keys choose the price."
        onFocus={() => setFocused(true)}
        onBlur={() => setFocused(false)}
        onKeyDown={key}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          const { day, minute } = cellAt(event);
          setDrag({ day, minute, toDay: day, toMinute: minute });
        }}
        onPointerMove={(event) => {
          if (!drag) return;
          const { day, minute } = cellAt(event);
          setDrag({ ...drag, toDay: day, toMinute: minute });
        }}
        onPointerUp={() => {
          if (drag) put(drag);
          setDrag(null);
        }}
        onPointerCancel={() => setDrag(null)}
      >
        {[0, 3, 6, 9, 12, 15, 18, 21, 24].map((hour) => (
          <text
            key={hour}
            className="hour"
            x={x(hour * 60)}
            y={11}
            textAnchor={hour === 24 ? "end" : hour === 0 ? "start" : "middle"}
          >
            {String(hour).padStart(2, "0")}
          </text>
        ))}
        {width > LEFT &&
          week.days.map((spans, day) => (
            <g key={day}>
              <text className="day" x={0} y={y(day) + ROW_H - 6}>
                {DAYS[day]}
              </text>
              {spans.map(({ from, to, band: b }) => {
                const w = x(to) - x(from) - 1;
                const label = b === null ? "no price" : amountText(week.bands[b]!.price, currency);
                return (
                  <g key={from}>
                    {b === null ? (
                      <rect className="cell-none" x={x(from)} y={y(day)} width={w} height={ROW_H - 2} />
                    ) : (
                      <Cell
                        x={x(from)}
                        y={y(day)}
                        width={w}
                        height={ROW_H - 2}
                        level={levelOf(week.bands, b)}
                      />
                    )}
                    {w > 54 && (
                      <text className="cell-text" x={x(from) + 5} y={y(day) + ROW_H - 6}>
                        {label}
                      </text>
                    )}
                  </g>
                );
              })}
            </g>
          ))}
        {marked?.days.map((day) => (
          <rect
            key={day}
            className="marked"
            x={x(marked.from)}
            y={y(day)}
            width={x(marked.to) - x(marked.from)}
            height={ROW_H - 2}
          />
        ))}
      </svg>
      <p className="marking" aria-live="polite">
        {says || "Drag over hours to paint them, or use the arrow keys and Enter."}
      </p>
    </div>
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
        From{" "}
        <input
          className="form-control form-control-sm"
          type="time"
          required
          value={from}
          onChange={(e) => setFrom(e.target.value)}
        />
      </label>
      <label>
        to{" "}
        <input
          className="form-control form-control-sm"
          type="time"
          required
          value={to}
          onChange={(e) => setTo(e.target.value)}
        />
      </label>
      {single ? (
        <select
          className="form-select form-select-sm"
          aria-label="Day"
          value={day}
          onChange={(e) => setDay(Number(e.target.value))}
        >
          {FULL_DAYS.map((name, i) => (
            <option key={name} value={i}>
              {name}
            </option>
          ))}
        </select>
      ) : (
        <span>{TOGETHER[together].name}</span>
      )}
      <button type="submit" className="btn btn-quiet btn-sm" disabled={wrong}>
        Paint at {amountText(bands[band]?.price ?? 0, currency)}
      </button>
      {from === to && from && (
        <span className="problem" role="alert">
          These hours have no length.
        </span>
      )}
    </form>
  );
}
