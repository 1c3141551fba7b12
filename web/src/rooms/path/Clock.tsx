import { memo, useMemo } from "react";
import {
  CategoryScale,
  Chart,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartData,
  type ChartOptions,
} from "chart.js";
import annotation, { type AnnotationOptions } from "chartjs-plugin-annotation";
import { Line } from "react-chartjs-2";
import { connectionOf, slotsOf, socAt, type Plan, type Solution } from "@kettleback/core";
import { percentText } from "../../format/number";
import { pricesDiffer, stretchesOfSlots, type PriceStretch } from "../../plan/bands";
import { amountText } from "../../plan/money";
import "../../charts/chartFont";
import { localAt } from "../../plan/answers";
import { useThemeColours, type ThemeColours } from "../../charts/useThemeColours";
import { timeText } from "../../format/manner";

Chart.register(
  CategoryScale,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
  Filler,
  Tooltip,
  annotation,
);

const POINTS = 72;

interface Props {
  readonly solution: Solution;
  readonly plan: Plan;
}

interface Asked extends Pick<Props, "solution"> {
  /** Seconds that are drawn. */
  readonly span: number;
  readonly toSoc: number;
  readonly currency: string;
  readonly bands: readonly PriceStretch[];
  readonly colours: ThemeColours;
}

/** What is marked in the chart: what the hours cost behind the curve, the target, and the departure. */
function marksOf({
  span,
  solution,
  toSoc,
  currency,
  bands,
  colours,
}: Asked): Record<string, AnnotationOptions> {
  const { departure } = solution.clock;
  const label = (content: string, position: "start" | "end") => ({
    display: true,
    content,
    position,
    color: colours.ink,
    backgroundColor: colours.panel,
    font: { size: 12, weight: "normal" as const },
    padding: 3,
  });
  return {
    ...Object.fromEntries(
      bands.map(({ from, to, perKWh, level }, i) => [
        `band${i}`,
        {
          type: "box" as const,
          drawTime: "beforeDatasetsDraw" as const,
          xMin: from / 3600,
          xMax: to / 3600,
          borderWidth: 0,
          backgroundColor: `color-mix(in oklab, ${level === 0 ? colours.action : colours.copper} ${level === 0 ? 16 : Math.round(22 * level)}%, transparent)`,
          label: {
            display: perKWh !== null && (to - from) / span > 0.06,
            content: perKWh === null ? "" : amountText(perKWh, currency),
            position: { x: "start" as const, y: "start" as const },
            color: colours.quiet,
            font: { size: 11.5 },
            padding: 3,
          },
        },
      ]),
    ),
    target: {
      type: "line",
      yMin: toSoc * 100,
      yMax: toSoc * 100,
      borderColor: colours.ink,
      borderWidth: 1,
      borderDash: [3, 3],
      label: label(`target ${percentText(toSoc)}`, "start"),
    },
    ...(departure === null
      ? {}
      : {
          departure: {
            type: "line",
            xMin: departure / 3600,
            xMax: departure / 3600,
            borderColor: colours.action,
            borderWidth: 2,
            label: label(`needed by ${timeText(localAt(solution, departure))}`, "end"),
          },
        }),
  };
}

/** The axes of the chart, what it tells where it is pointed at, and its marks. */
function optionsOf(asked: Asked): ChartOptions<"line"> {
  const { span, solution, colours } = asked;
  const shown = (hours: number) => timeText(localAt(solution, hours * 3600));
  const tick = { color: colours.quiet, font: { size: 12 } };
  return {
    animation: false,
    maintainAspectRatio: false,
    scales: {
      x: {
        type: "linear",
        min: 0,
        max: span / 3600,
        grid: { color: colours.rule },
        ticks: {
          ...tick,
          stepSize: span > 20 * 3600 ? 4 : span > 8 * 3600 ? 1 : 0.5,
          maxTicksLimit: 18,
          callback: (v) => shown(Number(v)),
        },
      },
      y: {
        min: 0,
        max: 100,
        grid: { color: colours.rule },
        ticks: { ...tick, stepSize: 25, callback: (v) => `${v} %` },
      },
    },
    interaction: { mode: "index", intersect: false },
    plugins: {
      tooltip: {
        displayColors: false,
        callbacks: {
          title: ([item]) => shown(item!.parsed.x ?? 0),
          label: (item) => percentText((item.parsed.y ?? 0) / 100, 1),
        },
      },
      annotation: { annotations: marksOf(asked) },
    },
  };
}

/** State of charge over the hours plugged in, with the target and the departure marked. */
function ClockPlot({ solution, plan }: Props) {
  const colours = useThemeColours();
  const { secondsToTarget, whole, start, clock } = solution;
  const departure = clock.departure;
  const span = Math.max(secondsToTarget * 1.04, departure ?? 0, 600);

  const data = useMemo((): ChartData<"line", { x: number; y: number }[]> => {
    const upTo = Math.min(span, departure ?? span);
    const at = (t: number) => ({ x: t / 3600, y: 100 * socAt(whole, start, t) });
    const sampled = (from: number, to: number) =>
      Array.from({ length: POINTS + 1 }, (_, i) => at(from + ((to - from) * i) / POINTS));
    const line = { pointRadius: 0, borderWidth: 2.5, borderColor: colours.copper, tension: 0 };
    return {
      datasets: [
        { ...line, data: sampled(0, upTo), fill: "start", backgroundColor: colours.lane },
        // What would still be missing at departure, dashed.
        ...(upTo < span ? [{ ...line, data: sampled(upTo, span), borderDash: [5, 4] }] : []),
      ],
    };
  }, [whole, start, span, departure, colours]);

  // What the hours cost lies behind the curve, where they differ: the cheapest in the colour of action.
  const bands = useMemo(() => {
    const { volts = 230, chosenAmps = 0 } = connectionOf(plan, solution.circuit, clock);
    const stretches = stretchesOfSlots(slotsOf(plan.tariff, clock, span, [], { volts, chosenAmps }));
    return pricesDiffer(stretches) ? stretches : [];
  }, [plan, solution.circuit, clock, span]);

  const { session, household } = plan;
  const options = useMemo(
    () => optionsOf({ span, solution, toSoc: session.toSoc, currency: household.currency, bands, colours }),
    [span, solution, session.toSoc, household.currency, bands, colours],
  );

  const summary =
    `State of charge from ${percentText(plan.session.fromSoc)} at ${timeText(localAt(solution, 0))} ` +
    `to ${percentText(solution.endsItself ?? plan.session.toSoc)} at ${timeText(localAt(solution, secondsToTarget))}` +
    (departure !== null
      ? `; needed by ${timeText(localAt(solution, departure))} with ${percentText(solution.endSoc)}.`
      : ".");
  return (
    <div className="plot">
      <Line data={data} options={options} role="img" aria-label={summary} />
    </div>
  );
}

export default memo(ClockPlot);
