import { useState } from "react";
import { Bar, Line } from "react-chartjs-2";
import annotation from "chartjs-plugin-annotation";
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from "chart.js";
import { CAUSE_WORDS, LOSS_CAUSES, socAt, type LossCause, type Row } from "@kettleback/core";
import "../../charts/chartFont";
import { useThemeColours, type ThemeColours } from "../../charts/useThemeColours";
import { Table } from "../../controls/Table";
import { decimals, percentText } from "../../format/number";
import { dayTimeAt, sharedClock, timeAt } from "./clock";
import { cellsOfCar, type ViewProps } from "./view";

Chart.register(
  annotation,
  BarController,
  BarElement,
  CategoryScale,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
);

const SAMPLES = 48;
/** Lines are told apart by their dash as well as by their shade. */
const DASHES: readonly (readonly number[])[] = [[], [8, 4], [2, 3], [10, 3, 2, 3], [5, 2], [1, 2]];
const MOST_LINES = 24;
const SHADES = 6;
const dashOf = (i: number): readonly number[] => DASHES[Math.floor(i / SHADES) % DASHES.length]!;

/** Two charts of the car in view, each with its table: charge against the clock, and where the energy goes. */
export default function Charts({ solved, selected }: ViewProps) {
  const colours = useThemeColours();
  const { open, draft, clock } = solved;
  const at = Math.min(draft.carAt, open.cars.length - 1);
  const all = cellsOfCar(solved, at).flatMap((cell, way) =>
    cell?.kind === "charging" ? [{ row: cell, way }] : [],
  );
  const shown = all.slice(0, MOST_LINES);
  if (!clock || shown.length === 0)
    return <p className="room-note">Nothing here charges {open.cars[at]!.car.name}.</p>;
  return (
    <section className="view-panel charts" aria-label="Charts">
      {all.length > MOST_LINES && (
        <p className="quiet">
          The first {MOST_LINES} of {all.length} ways; the table has them all.
        </p>
      )}
      <SocChart solved={solved} rows={shown} selected={selected} colours={colours} />
      <LossChart rows={shown} selected={selected} colours={colours} />
    </section>
  );
}

interface ChartProps {
  readonly rows: readonly { readonly row: Row; readonly way: number }[];
  readonly selected: number;
  readonly colours: ThemeColours;
}

const shade = (colours: ThemeColours, i: number): string =>
  [colours.copper, colours.action, colours.loss, colours.stop, colours.ink, colours.quiet][i % SHADES]!;

function SocChart({ solved, rows, selected, colours }: ChartProps & Pick<ViewProps, "solved">) {
  const clock = solved.clock!;
  const { span } = sharedClock(
    clock,
    rows.map(({ row }) => row),
  );
  const times = Array.from({ length: SAMPLES + 1 }, (_, i) => (span * i) / SAMPLES);
  const shownAt = (hours: number) => timeAt(clock, hours * 3600);
  const tick = { color: colours.quiet, font: { size: 12 } };
  const { departure } = clock;
  const marks = [0.25, 0.5, 0.75, 1].map((share) => (departure ?? span) * share);
  const soc = ({ solution }: Row, t: number) => socAt(solution.whole, solution.start, t);
  return (
    <figure>
      <figcaption>State of charge against the clock</figcaption>
      <div className="plot tall">
        <Line
          role="img"
          aria-label="State of charge against the clock, one line a way; the figures are in the table below"
          data={{
            datasets: rows.map(({ row, way }, i) => ({
              label: row.plan.name,
              data: times.map((t) => ({ x: t / 3600, y: 100 * soc(row, t) })),
              borderColor: shade(colours, i),
              borderDash: [...dashOf(i)],
              borderWidth: way === selected ? 4 : 1.8,
              pointRadius: 0,
            })),
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            interaction: { mode: "nearest", axis: "xy", intersect: false },
            plugins: {
              tooltip: {
                callbacks: {
                  title: ([item]) => shownAt(item!.parsed.x ?? 0),
                  label: (item) => `${item.dataset.label}: ${percentText((item.parsed.y ?? 0) / 100)}`,
                },
              },
              annotation: {
                annotations:
                  departure === null
                    ? {}
                    : {
                        leave: {
                          type: "line",
                          xMin: departure / 3600,
                          xMax: departure / 3600,
                          borderColor: colours.action,
                          borderWidth: 2,
                        },
                      },
              },
            },
            scales: {
              x: {
                type: "linear",
                min: 0,
                max: span / 3600,
                grid: { color: colours.rule },
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
        rows={rows.map(({ row }, i) => ({
          name: row.plan.name,
          swatch: { colour: shade(colours, i), dash: dashOf(i) },
          cells: marks.map((t) => percentText(soc(row, t))),
        }))}
      />
    </figure>
  );
}

/** A shade for each cause, neighbours far apart. */
const shadeOf = (colours: ThemeColours): Record<LossCause, string> => ({
  circuit: colours.loss,
  contacts: colours.stop,
  lead: colours.caution,
  evse: colours.quiet,
  cable: colours.copper,
  conversion: colours.action,
  ownDraw: colours.lane,
  battery: colours.ink,
});

function LossChart({ rows, selected, colours }: ChartProps) {
  const causes = LOSS_CAUSES.filter((cause) => rows.some(({ row }) => row.ledger[cause] >= 1));
  const tick = { color: colours.quiet, font: { size: 12 } };
  const shades = shadeOf(colours);
  return (
    <figure>
      <figcaption>Where the energy goes, until the target or departure</figcaption>
      <div className="plot tall">
        <Bar
          role="img"
          aria-label="Energy lost by cause, one stack a way; the figures are in the table below"
          data={{
            labels: rows.map(({ row }) => row.plan.name),
            datasets: causes.map((cause) => ({
              label: CAUSE_WORDS[cause],
              data: rows.map(({ row }) => row.ledger[cause] / 1000),
              backgroundColor: shades[cause],
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
        caption="Energy lost"
        heads={[...causes.map((cause) => CAUSE_WORDS[cause]), "altogether"]}
        rows={rows.map(({ row, way }) => ({
          name: row.plan.name,
          strong: way === selected,
          cells: [
            ...causes.map((cause) => `${decimals(row.ledger[cause] / 1000, 2)} kWh`),
            `${decimals(row.lostWh / 1000, 2)} kWh`,
          ],
        }))}
        swatches={causes.map((cause) => shades[cause])}
      />
    </figure>
  );
}

const clip = (name: string): string => (name.length > 26 ? `${name.slice(0, 25)}…` : name);

interface TableProps {
  readonly caption: string;
  readonly heads: readonly string[];
  readonly swatches?: readonly string[];
  readonly rows: readonly {
    readonly name: string;
    readonly cells: readonly string[];
    readonly strong?: boolean;
    readonly swatch?: { readonly colour: string; readonly dash: readonly number[] };
  }[];
}

/** The table of a chart: open on request, and always there for who reads it by ear. */
function ChartTable({ caption, heads, rows, swatches }: TableProps) {
  const [open, setOpen] = useState(true);
  return (
    <details open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>Table: {caption}</summary>
      <Table label={`Table: ${caption}`} className="plain">
        <thead>
          <tr>
            <th scope="col">Way</th>
            {heads.map((head, i) => (
              <th key={head} scope="col">
                {swatches?.[i] && <span className="swatch" style={{ background: swatches[i] }} />}
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ name, cells, strong, swatch }, i) => (
            <tr key={`${name}-${i}`} className={strong ? "selected" : ""}>
              <th scope="row">
                {swatch && (
                  <svg className="dash" width={26} height={8} aria-hidden="true">
                    <line
                      x1={0}
                      x2={26}
                      y1={4}
                      y2={4}
                      stroke={swatch.colour}
                      strokeWidth={2.5}
                      strokeDasharray={swatch.dash.join(" ")}
                    />
                  </svg>
                )}
                {name}
              </th>
              {cells.map((text, c) => (
                <td key={heads[c]}>{text}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </details>
  );
}
