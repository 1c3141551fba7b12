import { Bar } from "react-chartjs-2";
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from "chart.js";
import { useThemeColours, type ThemeColours } from "../../charts/useThemeColours";
import { Button } from "../../controls/Button";
import { Table } from "../../controls/Table";
import { dayTimeText } from "../../format/manner";
import {
  decimals,
  durationText,
  energyFigure,
  figureText,
  percentText,
  powerFigure,
} from "../../format/number";
import { useSolve } from "../../jobs/store";
import { localAt } from "../../plan/answers";
import type { Draft } from "../../stores/draft";
import type { StepRow } from "@kettleback/core";

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

interface Props {
  readonly draft: Draft;
  onChange(draft: Draft): void;
}

/** Every current step of the unit side by side; any of them is set from here. */
export default function Steps({ draft, onChange }: Props) {
  const colours = useThemeColours();
  const aside = useSolve((s) => s.aside);
  const answered = useSolve((s) => s.answered);
  if (!aside || answered?.kind !== "charging") return <div className="view-waiting" />;
  const { plan, steps: rows } = aside;
  // Steps of a path that has changed since are dimmed, and none of them is set from here.
  const stale = plan !== answered.plan;
  if (rows.length === 0)
    return <p className="quiet">A rapid station has no steps: it follows what the battery asks for.</p>;
  const set = plan.settings.evseAmps ?? plan.evse.setAmps ?? null;
  const withLead = rows.some((r) => r.leadWattsPerMetre !== undefined);
  return (
    <div className="steps" aria-busy={stale}>
      <div className="table-wrap" tabIndex={0} role="region" aria-label="Table of current steps">
        <Table>
          <thead>
            <tr>
              <th>Step</th>
              <th>
                <span className="visually-hidden">Set it</span>
              </th>
              <th>From the wall</th>
              <th>Into the battery</th>
              <th>Ready at</th>
              <th>Time to target</th>
              <th>At departure</th>
              <th>Lost to target</th>
              {withLead && <th>Lead heat</th>}
            </tr>
          </thead>
          <tbody>
            {rows.map(({ amps, session, socAtDeparture, refusal, leadWattsPerMetre, over }) => (
              <tr key={amps} className={set === amps ? "set" : ""}>
                <th scope="row">
                  {amps} A{over && <small className="over"> more than is held</small>}
                </th>
                <td>
                  <Button
                    quiet
                    disabled={stale || set === amps}
                    onClick={() => onChange({ ...draft, settings: { ...draft.settings, evseAmps: amps } })}
                  >
                    {set === amps ? "Set" : `Set ${amps} A`}
                  </Button>
                </td>
                {session ? (
                  <>
                    <td>{figureText(powerFigure(session.moment.balance.wall))}</td>
                    <td>{figureText(powerFigure(session.moment.balance.stored))}</td>
                    <td>{dayTimeText(localAt(aside, session.secondsToTarget))}</td>
                    <td>{durationText(session.secondsToTarget)}</td>
                    <td>{socAtDeparture === undefined ? "" : percentText(socAtDeparture)}</td>
                    <td>{figureText(energyFigure(session.ledger.lost))}</td>
                  </>
                ) : (
                  <td colSpan={6}>{refusal?.message}</td>
                )}
                {withLead && (
                  <td>{leadWattsPerMetre === undefined ? "" : `${decimals(leadWattsPerMetre, 1)} W/m`}</td>
                )}
              </tr>
            ))}
          </tbody>
        </Table>
        {plan.evse.howSet && <p className="quiet">To set it: {plan.evse.howSet}</p>}
        {set !== null && plan.settings.evseAmps !== null && (
          <Button
            quiet
            disabled={stale}
            onClick={() => onChange({ ...draft, settings: { ...draft.settings, evseAmps: null } })}
          >
            Leave it as it comes
          </Button>
        )}
      </div>
      <div className="plot">
        <HoursByStep rows={rows} set={set} colours={colours} />
      </div>
    </div>
  );
}

interface HoursByStepProps {
  readonly rows: readonly StepRow[];
  readonly set: number | null;
  readonly colours: ThemeColours;
}

/** The time to target at each step. */
const HoursByStep = ({ rows, set, colours }: HoursByStepProps) => (
  <Bar
    role="img"
    aria-label="Hours to target at each step"
    data={{
      labels: rows.map((r) => `${r.amps} A`),
      datasets: [
        {
          data: rows.map((r) => (r.session ? r.session.secondsToTarget / 3600 : 0)),
          backgroundColor: rows.map((r) => (r.amps === set ? colours.copper : colours.lane)),
          borderColor: colours.copper,
          borderWidth: 1,
        },
      ],
    }}
    options={{
      animation: false,
      maintainAspectRatio: false,
      plugins: { annotation: { annotations: {} } },
      scales: {
        x: { ticks: { color: colours.quiet }, grid: { display: false } },
        y: {
          ticks: { color: colours.quiet },
          grid: { color: colours.rule },
          title: { display: true, text: "hours to target", color: colours.quiet },
        },
      },
    }}
  />
);
