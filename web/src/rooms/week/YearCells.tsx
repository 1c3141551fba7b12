import { useId } from "react";
import { DateTime } from "luxon";
import { WEEKS, type Kilometres, type WeekAnswer, type DistanceUnit } from "@kettleback/core";
import { useWidth } from "../../charts/useWidth";
import { kmText, missingText } from "./words";
import styles from "./year.module.scss";

interface Props {
  /** Least charge above the reserve on each day (a share); below zero what was missing. */
  readonly margins: Float32Array;
  readonly answer: WeekAnswer;
  readonly perKm: Kilometres;
  readonly unit: DistanceUnit;
}

const [LEFT, TOP, GAP] = [30, 16, 1];
const NOTHING = 1e-6;
const SHADES = 5;

/** One simulated year as 52 weeks of seven days: the darker, the less was left; hatched where a drive fell short. */
export function YearCells({ margins, answer, perKm, unit }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const hatch = useId();
  const size = Math.max(4, Math.floor((width - LEFT) / WEEKS));
  const most = Math.max(NOTHING, ...margins);
  const short = margins.filter((margin) => margin < -NOTHING).length;
  const monday = DateTime.fromISO("2026-01-05");
  const toKm = (margin: number) => (margin * answer.plan.car.battery.usableWh) / perKm;
  return (
    <div ref={ref} className={styles.cells}>
      {width > 0 && (
        <svg
          width={LEFT + size * WEEKS}
          height={TOP + size * 7}
          role="img"
          aria-label={`One of the years at ${answer.plan.name}, day by day: short on ${short} of 364 days; least to spare ${kmText(Math.max(0, toKm(Math.min(...margins))), unit)}`}
        >
          <defs>
            <pattern
              id={hatch}
              width="4"
              height="4"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <rect width="4" height="4" className="short-ground" />
              <line x1="0" y1="0" x2="0" y2="4" className="short-line" />
            </pattern>
          </defs>
          {Array.from({ length: 12 }, (_, month) => (
            <text key={month} className="tick" x={LEFT + ((month * WEEKS) / 12) * size} y={11}>
              {DateTime.fromObject({ month: month + 1 }).toFormat(size > 9 ? "LLL" : "LLLLL")}
            </text>
          ))}
          {[0, 2, 4, 6].map((day) => (
            <text key={day} className="tick" x={LEFT - 4} y={TOP + day * size + size - 1} textAnchor="end">
              {monday.plus({ days: day }).toFormat(size > 9 ? "ccc" : "ccccc")}
            </text>
          ))}
          {[...margins].map((margin, on) => (
            <rect
              key={on}
              className={
                margin < -NOTHING
                  ? "short"
                  : `shade-${Math.min(SHADES - 1, Math.floor(SHADES * (1 - margin / most)))}`
              }
              {...(margin < -NOTHING ? { fill: `url(#${hatch})` } : {})}
              x={LEFT + Math.floor(on / 7) * size}
              y={TOP + (on % 7) * size}
              width={size - GAP}
              height={size - GAP}
            >
              <title>
                {margin < -NOTHING
                  ? `${missingText(toKm(-margin), unit)} short`
                  : `${kmText(toKm(margin), unit)} to spare`}
              </title>
            </rect>
          ))}
        </svg>
      )}
    </div>
  );
}
