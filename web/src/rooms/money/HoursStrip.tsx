import type { Window } from "@kettleback/core";
import type { PriceStretch } from "../../plan/bands";

const HOUR = 3600;
/** Hours between two marks so that about ten stand on the axis. */
const strideOf = (hours: number): number => [1, 2, 3, 6, 12, 24].find((stride) => hours / stride <= 11) ?? 24;

const percent = (part: number, whole: number): string =>
  `${(100 * Math.max(0, Math.min(part, whole))) / whole}%`;
const place = (from: number, to: number, until: number) => ({
  left: percent(from, until),
  width: percent(to - from, until),
});

interface Props {
  readonly stretches: readonly PriceStretch[];
  readonly until: number;
  /** Seconds from plugging in to the first whole hour. */
  readonly firstHour: number;
  priceText(price: number): string;
  clockText(seconds: number): string;
}

/** The hours from plugging in to departure and what each costs: a step higher the dearer it is, the cheapest marked. */
export function HoursStrip({ stretches, until, firstHour, priceText, clockText }: Props) {
  const stride = strideOf(until / HOUR) * HOUR;
  const marks = Array.from(
    { length: Math.max(0, Math.floor((until - firstHour) / stride) + 1) },
    (_, i) => firstHour + i * stride,
  );
  const wide = (s: PriceStretch) => (s.to - s.from) / until > 0.07;
  return (
    <div className="hours-strip">
      <div className="prices">
        {stretches.map((s) => (
          <span
            key={s.from}
            className={`price-step${s.level === 0 ? " cheapest" : ""}`}
            style={{ ...place(s.from, s.to, until), height: `${s.perKWh === null ? 6 : 34 + 66 * s.level}%` }}
          >
            {wide(s) && <b>{s.perKWh === null ? "no price" : priceText(s.perKWh)}</b>}
          </span>
        ))}
      </div>
      <div className="marks" aria-hidden="true">
        {marks.map((t) => (
          <span key={t} style={{ left: `clamp(1.1rem, ${percent(t, until)}, calc(100% - 1.1rem))` }}>
            {clockText(t)}
          </span>
        ))}
      </div>
    </div>
  );
}

/** When a schedule charges, on the same hours; a lowered current is a thinner bar. */
export const WindowBar = ({
  windows,
  until,
}: {
  readonly windows: readonly Window[];
  readonly until: number;
}) => (
  <span className="window-bar" aria-hidden="true">
    {windows.map(({ from, to, amps }) => (
      <i key={from} className={amps === undefined ? "" : "lowered"} style={place(from, to, until)} />
    ))}
  </span>
);
