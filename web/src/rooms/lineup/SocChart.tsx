import type { AnnotationOptions } from "chartjs-plugin-annotation";
import { Line } from "react-chartjs-2";
import { socAt, type Clock, type Row } from "@kettleback/core";
import type { ThemeColours } from "../../charts/useThemeColours";
import { useWidth } from "../../charts/useWidth";
import { percentText } from "../../format/number";
import { ChartTable } from "./ChartTable";
import { dayTimeAt, sharedClock, timeAt } from "./clock";
import { linesOf, nameOf, placed, type SocLine } from "./lineEnds";

interface Props {
  readonly clock: Clock;
  readonly rows: SocLine["rows"];
  readonly selected: number;
  readonly colours: ThemeColours;
}

const SAMPLES = 48;
/** Width of a character of a name, room between two names, height of a line of them, room left of the chart (px). */
const CHARACTER = 6.4;
const GAP = 10;
const LEVEL = 17;
const AXIS = 46;

/** Charge against the clock: the way in view in copper, the others quiet, each named where its line ends. */
export function SocChart({ clock, rows, selected, colours }: Props) {
  const [frame, width] = useWidth<HTMLDivElement>();
  const { span } = sharedClock(
    clock,
    rows.map(({ row }) => row),
  );
  const times = Array.from({ length: SAMPLES + 1 }, (_, i) => (span * i) / SAMPLES);
  const lines = linesOf(rows, times);
  const { departure } = clock;
  const marks = [0.25, 0.5, 0.75, 1].map((share) => (departure ?? span) * share);
  const soc = ({ solution }: Row, t: number) => socAt(solution.whole, solution.start, t);
  const shownAt = (hours: number) => timeAt(clock, hours * 3600);
  const tick = { color: colours.quiet, font: { size: 12 } };
  const ends = endsOf(lines, { clock, selected, colours, span, width: Math.max(1, width - AXIS) });
  return (
    <figure>
      <figcaption>State of charge against the clock</figcaption>
      <div ref={frame} className="plot tall">
        <Line
          role="img"
          aria-label="State of charge against the clock, one line a way; the figures are in the table below"
          data={{
            datasets: lines.map((line) => {
              const inView = isInView(line, selected);
              return {
                label: nameOf(line, selected),
                data: times.map((t, i) => ({ x: t / 3600, y: line.percent[i]! })),
                borderColor: inView ? colours.copper : colours.quiet,
                borderWidth: inView ? 4 : 1.4,
                // The one in view lies over the others.
                order: inView ? 0 : 1,
                pointRadius: 0,
              };
            }),
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            layout: { padding: { top: 8 + LEVEL * ends.levels } },
            interaction: { mode: "nearest", axis: "xy", intersect: false },
            plugins: {
              tooltip: {
                callbacks: {
                  title: ([item]) => shownAt(item!.parsed.x ?? 0),
                  label: (item) =>
                    `${lines[item.datasetIndex]!.rows.map(({ row }) => row.plan.name).join(", ")}: ${percentText((item.parsed.y ?? 0) / 100)}`,
                },
              },
              annotation: {
                clip: false,
                annotations: {
                  ...ends.annotations,
                  ...(departure === null ? {} : { leave: departureLine(departure, clock, colours) }),
                },
              },
            },
            scales: {
              x: {
                type: "linear",
                min: 0,
                max: span / 3600,
                grid: { display: false },
                ticks: { ...tick, maxTicksLimit: 12, callback: (v) => shownAt(Number(v)) },
              },
              y: {
                min: 0,
                max: 100,
                grid: { color: colours.rule },
                ticks: { ...tick, stepSize: 25, callback: (v) => `${v} %` },
              },
            },
          }}
        />
      </div>
      <ChartTable
        caption="State of charge"
        heads={marks.map((t) => `at ${dayTimeAt(clock, t)}`)}
        rows={rows.map(({ row, way }) => ({
          name: row.plan.name,
          strong: way === selected,
          cells: marks.map((t) => percentText(soc(row, t))),
        }))}
      />
    </figure>
  );
}

const isInView = ({ rows }: SocLine, selected: number): boolean => rows.some(({ way }) => way === selected);

const departureLine = (departure: number, clock: Clock, colours: ThemeColours): AnnotationOptions => ({
  type: "line",
  xMin: departure / 3600,
  xMax: departure / 3600,
  borderColor: colours.action,
  borderWidth: 2,
  label: {
    display: true,
    content: `needed by ${timeAt(clock, departure)}`,
    position: "start",
    backgroundColor: colours.panel,
    color: colours.action,
    font: { size: 12, weight: "normal" },
  },
});

interface EndsAsked {
  readonly clock: Clock;
  readonly selected: number;
  readonly colours: ThemeColours;
  readonly span: number;
  /** Of the chart itself (px). */
  readonly width: number;
}

/** The names of the lines: over the chart where the target is reached, at its right edge where it is not. */
function endsOf(lines: readonly SocLine[], { clock, selected, colours, span, width }: EndsAsked) {
  const annotations: Record<string, AnnotationOptions> = {};
  const styled = (line: SocLine, content: string) => ({
    type: "label" as const,
    content,
    color: isInView(line, selected) ? colours.copper : colours.ink,
    backgroundColor: colours.panel,
    padding: { x: 3, y: 0 },
    font: { size: 12, weight: isInView(line, selected) ? ("bold" as const) : ("normal" as const) },
  });
  const ready = lines
    .map((line) => ({ line, at: line.rows[0]!.row.secondsToTarget }))
    .filter(({ at }) => at <= span);
  const names = ready.map(({ line, at }) => `${nameOf(line, selected)}, ${timeAt(clock, at)}`);
  const places = placed(
    ready.map(({ at }, i) => ({ at: (at / span) * width, width: names[i]!.length * CHARACTER })),
    width,
    GAP,
  );
  ready.forEach(({ line, at }, i) => {
    const { left, level } = places[i]!;
    annotations[`leader${i}`] = {
      type: "line",
      drawTime: "beforeDatasetsDraw",
      xMin: at / 3600,
      xMax: at / 3600,
      yMin: line.percent.at(-1)!,
      yMax: 100,
      borderColor: colours.quiet,
      borderWidth: 1,
      borderDash: [2, 2],
    };
    annotations[`ready${i}`] = {
      ...styled(line, names[i]!),
      xValue: (left / width) * (span / 3600),
      yValue: 100,
      position: { x: "start", y: "end" },
      yAdjust: -2 - LEVEL * level,
    };
  });
  lines
    .filter((line) => !ready.some((one) => one.line === line))
    .forEach((line, i) => {
      annotations[`late${i}`] = {
        ...styled(line, nameOf(line, selected)),
        backgroundColor: "transparent",
        xValue: span / 3600,
        yValue: line.percent.at(-1)!,
        // Over the line, which comes from below.
        position: { x: "end", y: "end" },
        yAdjust: -6,
      };
    });
  return { annotations, levels: Math.max(0, ...places.map(({ level }) => level + 1)) };
}
