import { lazyView } from "../../controls/lazyView";
import { Suspense, useMemo, useState } from "react";
import {
  calendarOf,
  SCHEDULE_IDS,
  spillOf,
  timerOf,
  type ScheduleId,
  type Scheduled,
  type Schedules,
  type Placing,
  type Evse,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { saveAs } from "../../controls/DocumentFile";
import { JobWaiting } from "../../controls/JobWaiting";
import { Table } from "../../controls/Table";
import { Radio } from "../../controls/Tick";
import { momentText, timeText } from "../../format/manner";
import {
  comparedText,
  durationText,
  energyFigure,
  figureText,
  moneyText,
  moreText,
} from "../../format/number";
import { useJob } from "../../jobs/useJob";
import { howSet } from "../../plan/howSet";
import { localAt } from "../../plan/answers";
import { stretchesOfSlots, type PriceStretch } from "../../plan/bands";
import { amountText } from "../../plan/money";
import { HoursStrip, WindowBar } from "./HoursStrip";
import type { MoneyProps } from "./view";

const Leaving = lazyView(() => import("./Leaving"));

const NAMES: Readonly<Record<ScheduleId, string>> = {
  "at-once": "Start at once",
  cheapest: "Cheapest hours",
  "one-timer": "Cheapest with one timer",
  "just-in-time": "Just in time",
  gentlest: "Gentlest current",
  "least-lost": "Least lost",
};
const WHY: Readonly<Record<ScheduleId, string>> = {
  "at-once": "plugs in and charges",
  cheapest: "any hours, any current that can be set",
  "one-timer": "one start and one stop for the car to keep",
  "just-in-time": "the battery rests low and is full for the road",
  gentlest: "the lowest current that is still in time",
  "least-lost": "the current that wastes least",
};

const GENTLEST_OPEN = "the lowest current, however long it takes";

/** When to charge: each way of placing the session in its hours, against starting at once. */
export default function When(props: MoneyProps) {
  const { plan, solution } = props.charging;
  const job = useJob("schedules", plan, solution);
  const fixed = plan.evse.kind === "post" || plan.evse.kind === "rapid";
  if (!job.result) return <JobWaiting job={job} />;
  return (
    <>
      <Placed {...props} schedules={job.result} stale={job.stale} />
      {fixed && (
        <Suspense fallback={<div className="view-waiting" />}>
          <Leaving {...props} />
        </Suspense>
      )}
    </>
  );
}

type PlacedProps = MoneyProps & { readonly schedules: Schedules; readonly stale: boolean };

function Placed({ charging, schedules, stale }: PlacedProps) {
  const [wanted, setWanted] = useState<ScheduleId>("cheapest");
  const { plan } = charging;
  const { placing, atOnce, by } = schedules;
  const { solution } = placing;
  const { currency } = plan.household;
  const chosen = by[wanted] ?? atOnce;
  const stretches = useMemo(() => stretchesOfSlots(placing.slots), [placing]);
  const shown = SCHEDULE_IDS.flatMap((id) => (by[id] ? [by[id]] : []));
  const clock = (t: number) => timeText(localAt(solution, t));
  const readyText = (t: number) => momentText(localAt(solution, 0), localAt(solution, t));
  const save = () => {
    const summary = (amps: number | undefined) =>
      `Charge ${plan.car.name}${amps === undefined ? "" : `, ${amps} A`}`;
    const entries = chosen.windows.map((window) => ({
      window,
      summary: summary(window.amps),
      description: `${plan.name}: ${NAMES[chosen.id].toLowerCase()}, ${moneyText(chosen.bill.total, currency)}`,
    }));
    saveAs("charging.ics", calendarOf(plan.name, entries, solution.clock, Date.now()), "text/calendar");
  };
  return (
    <section className="view-panel" aria-label="When to charge" aria-busy={stale}>
      {atOnce.readyAt === null && placing.departure !== null ? (
        <p className="says stopped">
          The target cannot be reached by {clock(placing.departure)}: start at once, every hour counts.
        </p>
      ) : (
        <Verdict chosen={chosen} schedules={schedules} clock={readyText} currency={currency} />
      )}
      <ScheduleTable
        stretches={stretches}
        placing={placing}
        currency={currency}
        clock={clock}
        shown={shown}
        chosen={chosen}
        setWanted={setWanted}
        readyText={readyText}
        atOnce={atOnce}
      />
      <div className="take">
        <Timers
          chosen={chosen}
          schedules={schedules}
          unit={plan.evse}
          car={plan.car.name}
          clock={readyText}
        />
        <Button onClick={save}>Save as calendar file</Button>
        {chosen.id !== "at-once" ? (
          <Button quiet onClick={() => setWanted("at-once")}>
            Start now anyway: {moreText(atOnce.bill.total, chosen.bill.total, currency)}
          </Button>
        ) : (
          by.cheapest && (
            <Button quiet onClick={() => setWanted("cheapest")}>
              Back to the cheapest hours
            </Button>
          )
        )}
      </div>
    </section>
  );
}

interface ScheduleTableProps {
  readonly stretches: PriceStretch[];
  readonly placing: Placing;
  readonly currency: string;
  readonly clock: (t: number) => string;
  readonly shown: Scheduled[];
  readonly chosen: Scheduled;
  readonly setWanted: (id: ScheduleId) => void;
  readonly readyText: (t: number) => string;
  readonly atOnce: Scheduled;
}

/** The schedules side by side, one of them chosen. */
const ScheduleTable = ({
  stretches,
  placing,
  currency,
  clock,
  shown,
  chosen,
  setWanted,
  readyText,
  atOnce,
}: ScheduleTableProps) => (
  <Table label="Schedules" className="plain schedules">
    <thead>
      <tr>
        <th scope="col">Schedule</th>
        <th scope="col" className="hours">
          <span className="visually-hidden">When it charges, under the price of each hour</span>
          <HoursStrip
            stretches={stretches}
            until={placing.until}
            firstHour={(60 - (localAt(placing.solution, 0).minute || 60)) * 60}
            priceText={(price) => amountText(price, currency)}
            clockText={clock}
          />
        </th>
        <th scope="col" className="n">
          Cost
        </th>
        <th scope="col">Against at once</th>
        <th scope="col">Ready</th>
        <th scope="col" className="n">
          Lost
        </th>
      </tr>
    </thead>
    <tbody>
      {shown.map((s) => (
        <tr key={s.id} className={s.id === chosen.id ? "selected" : ""}>
          <th scope="row">
            <Radio
              className="choose"
              name="schedule"
              checked={s.id === chosen.id}
              onChange={() => setWanted(s.id)}
            >
              <span>
                {NAMES[s.id]}
                <small>{s.id === "gentlest" && placing.departure === null ? GENTLEST_OPEN : WHY[s.id]}</small>
              </span>
            </Radio>
          </th>
          <td className="hours">
            <WindowBar windows={s.windows} until={placing.until} />
            <small>{windowsText(s, readyText)}</small>
          </td>
          <td className="n">{moneyText(s.bill.total, currency)}</td>
          <td>{s.id === "at-once" ? "" : moreText(s.bill.total, atOnce.bill.total, currency)}</td>
          <td>{s.readyAt === null ? "too late" : readyText(s.readyAt)}</td>
          <td className="n">{figureText(energyFigure(s.lostWh))}</td>
        </tr>
      ))}
    </tbody>
  </Table>
);

/** The windows of a schedule in words, their days named where they are not the next morning; many are counted. */
function windowsText({ windows }: Scheduled, clock: (t: number) => string): string {
  const text = windows
    .slice(0, 3)
    .map(({ from, to, amps }) => `${clock(from)}–${clock(to)}${amps === undefined ? "" : ` at ${amps} A`}`)
    .join(", ");
  return windows.length > 3 ? `${text} and ${windows.length - 3} more` : text;
}

interface VerdictProps {
  readonly chosen: Scheduled;
  readonly schedules: Schedules;
  readonly currency: string;
  clock(t: number): string;
}

/** What the chosen schedule comes to, and what of it spills over the cheapest hours. */
function Verdict({ chosen, schedules: { atOnce, placing }, clock, currency }: VerdictProps) {
  const spill = spillOf(placing, chosen);
  return (
    <p className="says" aria-live="polite">
      <strong>
        {chosen.id === "at-once"
          ? `At once costs ${moneyText(chosen.bill.total, currency)}`
          : `${NAMES[chosen.id]}: ${moneyText(chosen.bill.total, currency)}, ${comparedText(chosen.bill.total, atOnce.bill.total, currency, "at once")}`}
        {chosen.readyAt !== null && `, ready at ${clock(chosen.readyAt)}`}.
      </strong>{" "}
      {placing.departure === null
        ? "Nobody waits: charging may begin within a day"
        : `${durationText(spill.pluggedIn)} plugged in`}
      {spill.price !== null &&
        `, ${durationText(spill.cheapFor)} of it at ${amountText(spill.price, currency)} a kWh`}
      {spill.outsideWh > 1
        ? `; ${figureText(energyFigure(spill.outsideWh))} spill over into dearer hours, for ${amountText(spill.outsideCost, currency)}.`
        : "; nothing spills into dearer hours."}
      {chosen.bill.unpriced > 1e-6 &&
        ` ${figureText(energyFigure(chosen.bill.unpriced * 1000))} of it fall in hours that have no price in this tariff: what they cost is not known.`}
    </p>
  );
}

interface TimerProps {
  readonly chosen: Scheduled;
  readonly schedules: Schedules;
  readonly unit: Evse;
  readonly car: string;
  clock(t: number): string;
}

/** A timer knows the time of day alone (s). */
const DAY = 86_400;

/** What to set by hand: clock times, and the current where one is to be set. */
function Timers({ chosen, schedules: { placing }, unit, car, clock }: TimerProps) {
  const by = (amps: number | undefined) => placing.choices.find((c) => c.amps === amps)?.by;
  return (
    <ol className="timers" aria-label="Timers to set">
      {chosen.windows.slice(0, 4).map((window) => {
        const { start, stop, twice } = timerOf(
          window,
          placing.solution.clock,
          placing.departure ?? undefined,
        );
        const whom = by(window.amps);
        return (
          <li key={window.from}>
            start <b>{start}</b>,{" "}
            {window.to - window.from < DAY ? (
              <>
                stop <b>{stop}</b>
              </>
            ) : (
              <>
                stop by hand on <b>{clock(window.to)}</b> (no timer runs longer than a day)
              </>
            )}
            {window.amps !== undefined &&
              ` at ${window.amps} A, set ${whom === "car" ? `in the ${car}` : `on the ${unit.name}${howSet(unit)}`}`}
            {twice.length > 0 && (
              <small>
                {" "}
                The clocks go back: {twice.join(" and ")} comes twice, and a timer may take either.
              </small>
            )}
          </li>
        );
      })}
      {chosen.windows.length > 4 && <li>and {chosen.windows.length - 4} more: take the calendar file</li>}
    </ol>
  );
}
