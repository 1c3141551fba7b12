import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Band, Week, Hours } from "@kettleback/core";
import { useWidth } from "../../charts/useWidth";
import { amountText } from "../../plan/money";
import { hourText } from "../../format/manner";

const DAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"] as const;
export const FULL_DAYS = [
  "Monday",
  "Tuesday",
  "Wednesday",
  "Thursday",
  "Friday",
  "Saturday",
  "Sunday",
] as const;
/** Days of the week, Monday first. */
export const EVERY = [0, 1, 2, 3, 4, 5, 6];
export const DAY = 1440;
/** Minutes a stroke of the brush moves by. */
const SNAP = 30;
const ROW_H = 20;
const LEFT = 36;
const TOP = 16;

const text = (minute: number): string =>
  `${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;

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

/** How dear a band is among the others, 0 to 1: its step of height and depth of colour. */
export const levelOf = (bands: readonly Band[], band: number): number => {
  const prices = bands.map(({ price }) => price);
  const [low, high] = [Math.min(...prices), Math.max(...prices)];
  return high > low ? (bands[band]!.price - low) / (high - low) : 0;
};

interface GridProps {
  readonly week: Week;
  readonly band: number;
  readonly together: readonly number[];
  readonly currency: string;
  onStroke(days: readonly number[], from: number, to: number): void;
  onBrush(band: number): void;
}

/** A cell of the strip: the dearer, the deeper and the higher it stands. */
export function Cell({
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

/** The week as a grid of hours, painted by dragging or with the arrow keys. */
export function WeekGrid({ week, band, together, currency, onStroke, onBrush }: GridProps) {
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
          if (drag) {
            put(drag);
            // What is told after it is what was painted.
            setCursor(drag);
          }
          setDrag(null);
        }}
        onPointerCancel={() => setDrag(null)}
      >
        {[0, 3, 6, 9, 12, 15, 18, 21, 24].map((hour) => (
          <HourMark key={hour} hour={hour} x={x} />
        ))}
        {width > LEFT &&
          week.days.map((spans, day) => (
            <DayRow key={day} day={day} y={y} spans={spans} x={x} week={week} currency={currency} />
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

interface HourMarkProps {
  readonly hour: number;
  readonly x: (minute: number) => number;
}

/** An hour over the grid. */
const HourMark = ({ hour, x }: HourMarkProps) => (
  <text
    className="hour"
    x={x(hour * 60)}
    y={11}
    textAnchor={hour === 24 ? "end" : hour === 0 ? "start" : "middle"}
  >
    {hourText(hour)}
  </text>
);

interface DayRowProps {
  readonly day: number;
  readonly y: (day: number) => number;
  readonly spans: readonly Hours[];
  readonly x: (minute: number) => number;
  readonly week: Week;
  readonly currency: string;
}

/** The prices of one day, side by side. */
const DayRow = ({ day, y, spans, x, week, currency }: DayRowProps) => (
  <g>
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
            <Cell x={x(from)} y={y(day)} width={w} height={ROW_H - 2} level={levelOf(week.bands, b)} />
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
);
