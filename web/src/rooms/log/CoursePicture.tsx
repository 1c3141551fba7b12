import { scaleLinear } from "d3-scale";
import { DateTime } from "luxon";
import { useNarrow } from "../../controls/useNarrow";
import { timeText } from "../../format/manner";
import { decimals, percentText } from "../../format/number";
import type { DrawnCourse, DrawnExplanation, ExplainedSession } from "../../jobs/log";
import { kWhText } from "./words";

interface Props {
  readonly explained: Extract<ExplainedSession, { ok: true }>;
  /** The explanation that is drawn beside what was computed. */
  readonly best: DrawnExplanation | undefined;
  readonly beginMs: number;
  readonly zone: string;
}

/** As wide as it is drawn, so that what is written stays readable on a phone. */
const WIDTHS = { wide: 720, narrow: 400 } as const;
const HEIGHT = 330;
const FRAME = { left: 52, right: 14, top: 20, between: 200, soc: 224, bottom: 300 };

type Scale = (value: number) => number;
type Line = readonly (readonly [number, number])[];
const path = (line: Line, x: Scale, y: Scale): string =>
  line.map(([at, value], i) => `${i === 0 ? "M" : "L"}${x(at).toFixed(1)} ${y(value).toFixed(1)}`).join("");
const wattsOf = ({ points }: DrawnCourse): Line => points.map(([at, watts]) => [at, watts]);
const socOf = ({ points }: DrawnCourse): Line => points.map(([at, , soc]) => [at, soc]);

/** Steps between times that are written below (s). */
const STEPS = [300, 900, 1_800, 3_600, 7_200, 10_800, 21_600, 43_200, 86_400];
const MOST_TICKS = { wide: 7, narrow: 4 } as const;

/** Seconds at which the clock of a zone shows round times. */
function clockTicks(beginMs: number, seconds: number, zone: string, most: number): number[] {
  const step = STEPS.find((one) => seconds / one <= most) ?? STEPS.at(-1)!;
  const begin = DateTime.fromMillis(beginMs, { zone });
  const since = begin.diff(begin.startOf("day"), "seconds").seconds;
  const first = Math.ceil(since / step) * step - since;
  return Array.from(
    { length: Math.max(0, Math.floor((seconds - first) / step) + 1) },
    (_, i) => first + i * step,
  );
}

/** What was measured as copper, what was computed as an ink line, on one clock: power above, charge below. */
export function CoursePicture({ explained, best, beginMs, zone }: Props) {
  const size = useNarrow() ? "narrow" : "wide";
  const width = WIDTHS[size];
  const { evidence, computed, partsAt } = explained;
  const { watts, soc } = evidence.along;
  const readW: Line = watts ? watts.at.map((at, i) => [at, watts.values[i]!]) : [];
  const readSoc: Line = soc ? soc.at.map((at, i) => [at, soc.values[i]!]) : [];
  const most = Math.max(1000, ...readW.map(([, w]) => w), ...wattsOf(computed).map(([, w]) => w)) * 1.08;
  const x = scaleLinear([0, evidence.seconds], [FRAME.left, width - FRAME.right]);
  const kW = scaleLinear([0, most], [FRAME.between, FRAME.top]);
  const charge = scaleLinear([0, 1], [FRAME.bottom, FRAME.soc]);
  const area =
    readW.length > 1
      ? `${path(readW, x, kW)}L${x(readW.at(-1)![0])} ${kW(0)}L${x(readW[0]![0])} ${kW(0)}Z`
      : "";
  const clock = (at: number) => timeText(DateTime.fromMillis(beginMs + at * 1000, { zone }));
  const ticks = clockTicks(beginMs, evidence.seconds, zone, MOST_TICKS[size]);
  return (
    <>
      <svg
        className="course"
        viewBox={`0 0 ${width} ${HEIGHT}`}
        role="img"
        aria-label={`Measured against computed: ${evidence.toSoc === null ? "" : `${percentText(evidence.toSoc)} measured, `}${percentText(computed.toSoc)} computed at the end`}
      >
        {kW.ticks(4).map((value) => (
          <g key={value}>
            <line className="rule" x1={FRAME.left} x2={width - FRAME.right} y1={kW(value)} y2={kW(value)} />
            <text className="axis" x={FRAME.left - 6} y={kW(value) + 4} textAnchor="end">
              {decimals(value / 1000, most < 4000 ? 1 : 0)}
            </text>
          </g>
        ))}
        <text className="axis" x={FRAME.left - 6} y={FRAME.top - 8} textAnchor="end">
          kW
        </text>
        {[0, 0.5, 1].map((value) => (
          <g key={value}>
            <line
              className="rule"
              x1={FRAME.left}
              x2={width - FRAME.right}
              y1={charge(value)}
              y2={charge(value)}
            />
            <text className="axis" x={FRAME.left - 6} y={charge(value) + 4} textAnchor="end">
              {percentText(value)}
            </text>
          </g>
        ))}
        {ticks.map((at) => (
          <text key={at} className="axis" x={x(at)} y={HEIGHT - 12} textAnchor="middle">
            {clock(at)}
          </text>
        ))}
        {area && <path className="measured-area" d={area} />}
        {readW.length > 1 && <path className="measured" d={path(readW, x, kW)} />}
        <path className="computed" d={path(wattsOf(computed), x, kW)} />
        {best && <path className="explained" d={path(wattsOf(best.course), x, kW)} />}
        {readSoc.length > 1 && <path className="measured" d={path(readSoc, x, charge)} />}
        <path className="computed" d={path(socOf(computed), x, charge)} />
        {best && <path className="explained" d={path(socOf(best.course), x, charge)} />}
        {evidence.toSoc !== null && (
          <circle className="measured-end" cx={x(evidence.seconds)} cy={charge(evidence.toSoc)} r={4.5} />
        )}
        {partsAt !== null && (
          <g className="parts">
            <line x1={x(partsAt)} x2={x(partsAt)} y1={FRAME.top} y2={FRAME.bottom} />
            <text
              className="axis"
              x={x(partsAt) + (partsAt > evidence.seconds * 0.6 ? -5 : 5)}
              y={FRAME.top + 4}
              textAnchor={partsAt > evidence.seconds * 0.6 ? "end" : "start"}
            >
              parts at {clock(partsAt)}
            </text>
          </g>
        )}
      </svg>
      <p className="keys">
        <span className="key measured">
          measured{evidence.wallWh === null ? "" : ` ${kWhText(evidence.wallWh)}`}
        </span>
        <span className="key computed">computed {kWhText(computed.wallWh)}</span>
        {best && (
          <span className="key explained">
            {best.name.toLowerCase()} {kWhText(best.course.wallWh)}
          </span>
        )}
      </p>
    </>
  );
}
