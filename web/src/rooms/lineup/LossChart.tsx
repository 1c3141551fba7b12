import { Bar } from "react-chartjs-2";
import { CAUSE_WORDS, LOSS_CAUSES } from "@kettleback/core";
import { mixed } from "../../charts/mixed";
import type { ThemeColours } from "../../charts/useThemeColours";
import { decimals } from "../../format/number";
import { ChartTable } from "./ChartTable";
import type { SocLine } from "./lineEnds";

interface Props {
  readonly rows: SocLine["rows"];
  readonly selected: number;
  readonly colours: ThemeColours;
}

const LONGEST_NAME = 26;
const clip = (name: string): string =>
  name.length > LONGEST_NAME ? `${name.slice(0, LONGEST_NAME - 1)}…` : name;

/** Where the energy of each way goes, cause by cause: the way in view in the brown of heat, the others in grey. */
export function LossChart({ rows, selected, colours }: Props) {
  const causes = LOSS_CAUSES.filter((cause) => rows.some(({ row }) => row.ledger[cause] >= 1));
  const tick = { color: colours.quiet, font: { size: 12 } };
  // From dark to light as the causes follow each other along the path.
  const tint = (of: string, i: number) =>
    mixed(of, colours.panel, (0.8 * i) / Math.max(1, causes.length - 1));
  return (
    <figure>
      <figcaption>Where the energy of the whole charge goes</figcaption>
      <div className="plot tall">
        <Bar
          role="img"
          aria-label="Energy lost by cause, one stack a way; the figures are in the table below"
          data={{
            labels: rows.map(({ row }) => row.plan.name),
            datasets: causes.map((cause, i) => ({
              label: CAUSE_WORDS[cause],
              data: rows.map(({ row }) => row.ledger[cause] / 1000),
              backgroundColor: rows.map(({ way }) =>
                tint(way === selected ? colours.loss : colours.quiet, i),
              ),
              borderColor: colours.panel,
              borderWidth: 1,
            })),
          }}
          options={{
            animation: false,
            indexAxis: "y",
            maintainAspectRatio: false,
            plugins: {
              annotation: { annotations: {} },
              tooltip: {
                callbacks: {
                  label: (item) => `${item.dataset.label}: ${decimals(item.parsed.x ?? 0, 2)} kWh`,
                },
              },
            },
            scales: {
              x: {
                stacked: true,
                grid: { color: colours.rule },
                ticks: tick,
                title: { display: true, text: "kWh lost", color: colours.quiet },
              },
              y: {
                stacked: true,
                grid: { display: false },
                ticks: { ...tick, autoSkip: false, callback: (_, i) => clip(rows[i]!.row.plan.name) },
              },
            },
          }}
        />
      </div>
      <ChartTable
        caption="Energy lost, kWh"
        heads={[...causes.map((cause) => CAUSE_WORDS[cause]), "altogether"]}
        rows={rows.map(({ row, way }) => ({
          name: row.plan.name,
          strong: way === selected,
          cells: [...causes.map((cause) => row.ledger[cause]), row.lostWh].map((wh) =>
            decimals(wh / 1000, 2),
          ),
        }))}
        swatches={causes.map((_, i) => tint(colours.loss, i))}
      />
    </figure>
  );
}
