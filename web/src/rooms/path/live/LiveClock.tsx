import { memo } from "react";
import { scaleLinear } from "d3-scale";
import { DateTime } from "luxon";
import { expectedAt, msAt, socAfterWh, type Watch } from "@kettleback/core";
import { useWidth } from "../../../charts/useWidth";
import { timeText } from "../../../format/manner";
import { percentText } from "../../../format/number";
import { clockOf } from "./words";

const HEIGHT = 200;
const FRAME = { left: 44, right: 12, top: 12, bottom: 24 };
const POINTS = 60;
/** Widths (px) a time needs below the picture. */
const TICK = 90;
/** Steps between times (s). */
const STEPS = [300, 900, 1_800, 3_600, 7_200, 10_800, 21_600, 43_200, 86_400, 172_800];
/** A departure so many times as late as the end is left out. */
const FAR = 2;

type Point = readonly [at: number, soc: number];

/** What was measured of the charge: by the car, else by what was counted. */
function measuredLine({ course, progress, charge, now }: Watch): Point[] {
  const { start, began } = course;
  const first: Point = [began, start.soc];
  if (progress.socs.length > 0) return [...progress.socs, [now, charge.soc]];
  if (progress.energy.length < 2) return [];
  const every = Math.max(1, Math.floor(progress.energy.length / 200));
  const read = progress.energy
    .filter((_, i) => i % every === 0 || i === progress.energy.length - 1)
    .map(([at, wh]): Point => [at, socAfterWh(course, wh)]);
  return [first, ...read];
}

/** Charge over the hours: expected as a dashed line in its band, measured in steps over it, now as an upright line. */
function Picture({ watch }: { readonly watch: Watch }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const { course, now, readyAt } = watch;
  const { run, began, clock, target } = course;
  const done = Math.max(course.readyAt ?? 0, readyAt ?? 0, now + 900, run.end.elapsed);
  // When it is wanted belongs in the picture, unless that is so late that nothing else could be seen.
  const { departure } = clock;
  const end =
    departure !== null && departure - began < FAR * (done - began) ? Math.max(done, departure) : done;
  const x = scaleLinear(
    [began, began + Math.max(1_800, (end - began) * 1.03)],
    [FRAME.left, width - FRAME.right],
  );
  const y = scaleLinear([0, 1], [HEIGHT - FRAME.bottom, FRAME.top]);
  const expected = Array.from({ length: POINTS + 1 }, (_, i) => {
    const at = began + ((end - began) * i) / POINTS;
    return { at, ...expectedAt(course, at) };
  });
  const line = (points: readonly Point[]) =>
    points.map(([at, soc], i) => `${i ? "L" : "M"}${x(at).toFixed(1)} ${y(soc).toFixed(1)}`).join("");
  const band = [
    ...expected.map(({ at, high }): Point => [at, high]),
    ...expected.toReversed().map(({ at, low }): Point => [at, low]),
  ];
  const measured = measuredLine(watch);
  // Steps, as nothing is known between two readings.
  const steps = measured.flatMap(([at, soc], i): Point[] =>
    i === 0
      ? [[at, soc]]
      : [
          [at, measured[i - 1]![1]],
          [at, soc],
        ],
  );
  const step =
    STEPS.find((one) => (x.domain()[1]! - began) / one <= Math.max(2, width / TICK)) ?? STEPS.at(-1)!;
  const local = (at: number) => DateTime.fromMillis(msAt(clock, at), { zone: clock.zone });
  const since = local(0).diff(local(0).startOf("day"), "seconds").seconds;
  const firstTick = Math.ceil((since + began) / step) * step - since;
  const ticks = Array.from({ length: 40 }, (_, i) => firstTick + i * step).filter(
    (at) => at <= x.domain()[1]!,
  );
  return (
    <div ref={ref} className="live-clock">
      {width > 0 && (
        <svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label={`Charge over the hours: ${percentText(watch.charge.soc)} now, ${percentText(watch.expected.soc)} expected; ${percentText(target)} ${readyAt === null ? "is not reached as it goes" : `at ${clockOf(watch, readyAt)}`}.`}
        >
          {[0, 0.25, 0.5, 0.75, 1].map((soc) => (
            <g key={soc}>
              <line className="rule" x1={FRAME.left} x2={width - FRAME.right} y1={y(soc)} y2={y(soc)} />
              <text x={FRAME.left - 6} y={y(soc) + 4} textAnchor="end">
                {percentText(soc)}
              </text>
            </g>
          ))}
          {ticks.map((at) => (
            <text key={at} x={x(at)} y={HEIGHT - 6} textAnchor="middle">
              {timeText(local(at))}
            </text>
          ))}
          <path className="band" d={`${line(band)}Z`} />
          <path className="expected" d={line(expected.map(({ at, soc }) => [at, soc]))} />
          <line className="target" x1={FRAME.left} x2={width - FRAME.right} y1={y(target)} y2={y(target)} />
          {steps.length > 1 && <path className="measured" d={line(steps)} />}
          <line className="now" x1={x(now)} x2={x(now)} y1={FRAME.top} y2={HEIGHT - FRAME.bottom} />
          <text className="now-word" x={x(now) + 4} y={FRAME.top + 10}>
            now
          </text>
          {departure !== null && departure <= end && (
            <line
              className="departure"
              x1={x(departure)}
              x2={x(departure)}
              y1={FRAME.top}
              y2={HEIGHT - FRAME.bottom}
            />
          )}
        </svg>
      )}
      <p className="quiet keys">
        <i className="key-expected" aria-hidden="true" /> expected, and how far that may be off{" "}
        <i className="key-measured" aria-hidden="true" /> measured
      </p>
    </div>
  );
}

export const LiveClock = memo(Picture);
