import { useMemo } from "react";
import { heaviestAmps, inHours, stepOf, type MeterSeries, type Service } from "@kettleback/core";
import { clockText } from "../../format/manner";
import { needText } from "./words";

interface Props {
  readonly series: MeterSeries;
  readonly service: Service;
  readonly zone: string;
  /** Most of the axis (A). */
  readonly axis: number;
}

const two = (n: number): string => String(n).padStart(2, "0");

/** By the hour of the day what the house draws on the line that counts (A): on average, and at the most. */
function byHour(series: MeterSeries, service: Service, zone: string) {
  const hours = Array.from({ length: 24 }, () => ({ sum: 0, count: 0, most: 0 }));
  const stepMs = stepOf(series) * 1000;
  const tests = hours.map((_, hour) => inHours(zone, `${two(hour)}:00`, `${two((hour + 1) % 24)}:00`));
  let hour = 0;
  series.watts.forEach((watts, i) => {
    const at = series.startMs + i * stepMs;
    // The next reading is of this hour or the one after, but where the clock changes.
    while (!tests[hour]!(at)) hour = (hour + 1) % 24;
    if (watts === null) return;
    const amps = Math.max(0, heaviestAmps(service, watts));
    const of = hours[hour]!;
    [of.sum, of.count, of.most] = [of.sum + amps, of.count + 1, Math.max(of.most, amps)];
  });
  return hours.map(({ sum, count, most }) => ({ mean: count > 0 ? sum / count : 0, most }));
}

/** A day of the house on the board's own axis of amperes: what it draws hour by hour, on average and at the most. */
export function DayBars({ series, service, zone, axis }: Props) {
  const hours = useMemo(() => byHour(series, service, zone), [series, service, zone]);
  const peak = hours.reduce((most, of, hour) => (of.most > hours[most]!.most ? hour : most), 0);
  return (
    <div
      className="day-bars"
      role="img"
      aria-label={`The day of the house: at the most ${needText(hours[peak]!.most)}, after ${two(peak)}:00`}
    >
      {hours.map(({ mean, most }, hour) => (
        <div
          className="bus-row hour"
          key={hour}
          title={`${needText(mean)} on average, ${needText(most)} at the most`}
        >
          <span className="bus-name">{hour % 3 === 0 ? clockText(`${two(hour)}:00`) : ""}</span>
          <span className="bus">
            <i className="most" style={{ width: `${Math.min(100, (100 * most) / axis)}%` }} />
            <i className="taken" style={{ width: `${Math.min(100, (100 * mean) / axis)}%` }} />
          </span>
          <span className="bus-amps">{hour === peak ? needText(most) : ""}</span>
        </div>
      ))}
    </div>
  );
}
