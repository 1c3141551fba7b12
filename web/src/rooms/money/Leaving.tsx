import { useMemo } from "react";
import {
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartOptions,
} from "chart.js";
import annotation from "chartjs-plugin-annotation";
import { Line } from "react-chartjs-2";
import { durationText, energyFigure, figureText } from "../../format/number";
import { localAt } from "../../plan/answers";
import "../../charts/chartFont";
import { useThemeColours } from "../../charts/useThemeColours";
import { JobWaiting } from "../../controls/JobWaiting";
import { useJob } from "../../jobs/useJob";
import type { MoneyProps } from "./view";
import { amountText } from "../../plan/money";
import { momentText, timeText } from "../../format/manner";

Chart.register(LineController, LineElement, LinearScale, PointElement, Tooltip, annotation);

/** When to leave a post somebody else's meter runs at: what a kWh in the battery has cost by then. */
export default function Leaving({ charging }: MoneyProps) {
  const { plan, solution } = charging;
  const { currency } = plan.household;
  const colours = useThemeColours();
  const limit = plan.place?.limitMinutes ?? null;
  const job = useJob("leaving", plan, solution, limit === null ? null : limit * 60);
  const { times, best } = job.result ?? {};
  const clock = (seconds: number) => momentText(localAt(solution, 0), localAt(solution, seconds));
  const options = useMemo(
    (): ChartOptions<"line"> => ({
      animation: false,
      maintainAspectRatio: false,
      scales: {
        x: {
          type: "linear",
          min: 0,
          grid: { color: colours.rule },
          ticks: {
            color: colours.quiet,
            stepSize: (times?.at(-1)?.at ?? 0) > 4 * 3600 ? 60 : 15,
            callback: (v) => timeText(localAt(solution, Number(v) * 60)),
          },
        },
        y: {
          grid: { color: colours.rule },
          ticks: { color: colours.quiet, callback: (v) => amountText(Number(v), currency) },
          title: { display: true, text: "a kWh in the battery", color: colours.quiet },
        },
      },
      plugins: {
        tooltip: {
          displayColors: false,
          callbacks: {
            title: ([item]) =>
              momentText(localAt(solution, 0), localAt(solution, (item!.parsed.x ?? 0) * 60)),
            label: (item) => `${amountText(item.parsed.y ?? 0, currency)} a kWh`,
          },
        },
        annotation: {
          annotations: best
            ? {
                best: {
                  type: "line",
                  xMin: best.at / 60,
                  xMax: best.at / 60,
                  borderColor: colours.action,
                  borderWidth: 2,
                },
              }
            : {},
        },
      },
    }),
    [colours, solution, currency, best, times],
  );
  if (!times) return <JobWaiting job={job} />;
  if (!best)
    return (
      <section className="view-panel" aria-label="When to leave">
        <p>Too little is charged here to tell when to leave.</p>
      </section>
    );
  const text = `Leave at ${clock(best.at)}: ${amountText(best.perKWhStored, currency)} a kWh in the battery`;
  return (
    <section className="view-panel leaving" aria-label="When to leave">
      <p className="says">
        <strong>{text}</strong>, {durationText(best.at)} after plugging in, with{" "}
        {figureText(energyFigure(best.storedWh))} stored for {amountText(best.cost, currency)}. Staying until{" "}
        {clock(times.at(-1)!.at)} comes to {amountText(times.at(-1)!.perKWhStored, currency)} a kWh.
      </p>
      <div className="plot">
        <Line
          role="img"
          aria-label={`What a kWh in the battery costs by the time of leaving, from ${amountText(times[0]!.perKWhStored, currency)} early to ${amountText(times.at(-1)!.perKWhStored, currency)} at the end. ${text}.`}
          options={options}
          data={{
            datasets: [
              {
                data: times.map(({ at, perKWhStored }) => ({ x: at / 60, y: perKWhStored })),
                borderColor: colours.copper,
                borderWidth: 2.5,
                pointRadius: 0,
              },
            ],
          }}
        />
      </div>
    </section>
  );
}
