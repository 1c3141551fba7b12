import { useMemo } from "react";
import { GOALS, isNoWay, tripMs, type Goal, type NoWay, type TripPlan } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { JobWaiting } from "../../controls/JobWaiting";
import { Table } from "../../controls/Table";
import { clockText } from "../../format/manner";
import { durationText, percentText } from "../../format/number";
import { openTrip } from "../../jobs/away";
import { useJob } from "../../jobs/useJob";
import { Legs } from "./Legs";
import { StopFields } from "./StopFields";
import { TripPicture } from "./TripPicture";
import { TripSentence } from "./TripSentence";
import type { ViewProps } from "./view";
import { amountText, kmText, listText } from "./words";

export const GOAL_WORDS: Readonly<Record<Goal, string>> = {
  time: "Quickest",
  cost: "Cheapest",
  stops: "Fewest stops",
};

/** Where to stop and for how long, so that the way is quick or cheap; and what if a post is taken. */
export default function StopsView(props: ViewProps) {
  const { garage, draft } = props;
  const open = useMemo(() => openTrip(garage, draft), [garage, draft]);
  const key = JSON.stringify(open.asked);
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const asked = useMemo(() => open.asked, [key]);
  return (
    <>
      {asked ? (
        <Planned {...props} asked={asked} />
      ) : (
        <>
          <TripSentence {...props} />
          {draft.trip.legs.length === 0 ? (
            <p>Add the first leg below, or import a table of legs or a recorded track (GPX).</p>
          ) : (
            <ul className="problems" role="alert">
              {open.problems.map(({ field, message }) => (
                <li key={field}>
                  {field}: {message}
                </li>
              ))}
            </ul>
          )}
        </>
      )}
      <div className="two">
        <Legs {...props} />
        <StopFields {...props} />
      </div>
    </>
  );
}

function Planned(props: ViewProps & { readonly asked: NonNullable<ReturnType<typeof openTrip>["asked"]> }) {
  const { garage, draft, onChange, asked } = props;
  const job = useJob("trip", asked);
  const { distanceUnit: unit, currency, timeZone } = garage.household.spec;
  if (!job.result)
    return (
      <>
        <TripSentence {...props} />
        <JobWaiting job={job} />
      </>
    );
  const { plans, without, useless } = job.result;
  const plan = plans[asked.goal];
  const at = (its: TripPlan, seconds: number) => clockText(localMinute(tripMs(its, seconds), timeZone));
  const setGoal = (goal: Goal) => onChange({ ...draft, trip: { ...draft.trip, goal } });
  const setState = (stop: number, state: "open" | "taken" | "broken") =>
    onChange({
      ...draft,
      trip: {
        ...draft.trip,
        stops: draft.trip.stops.map((one, i) => (i === stop ? { ...one, state } : one)),
      },
    });
  return (
    <>
      <div className="answer" aria-busy={job.stale}>
        <p className="verdict" role="status">
          {isNoWay(plan) ? (
            <NoWayText gap={plan} unit={unit} />
          ) : (
            <>
              <b>
                {durationText(plan.seconds)} from door to door,{" "}
                {plan.stops.length === 0
                  ? "without a stop"
                  : `${plan.stops.length === 1 ? "one stop" : `${plan.stops.length} stops`}`}
              </b>
              {plan.stops.length > 0 &&
                `: ${listText(plan.stops.map((stop) => `${stop.name}, ${durationText(stop.chargeSeconds)} to ${percentText(stop.leaveSoc)}`))}`}
              . You arrive at {at(plan, plan.seconds)} with {percentText(plan.arriveSoc)}
              {plan.cost === null
                ? ""
                : plan.stops.length > 0
                  ? `, for ${amountText(plan.cost, currency)}`
                  : ""}
              .
            </>
          )}
        </p>
      </div>
      <TripSentence {...props} />
      <div className="two">
        <section className="view-panel" aria-label="Charge along the way">
          {isNoWay(plan) ? (
            <p>Add a stop in that stretch, start with more, or drive it slower.</p>
          ) : (
            <TripPicture asked={asked} plan={plan} unit={unit} />
          )}
        </section>
        <section className="view-panel" aria-label="Plans compared">
          <Table label="Plans compared" className="plans">
            <thead>
              <tr>
                <th scope="col">Plan</th>
                <th scope="col" className="figure">
                  Door to door
                </th>
                <th scope="col" className="figure">
                  Charging
                </th>
                <th scope="col" className="figure">
                  Costs
                </th>
                <th scope="col">Stops</th>
              </tr>
            </thead>
            <tbody>
              {GOALS.map((goal) => {
                const one = plans[goal];
                return (
                  <tr key={goal} className={goal === asked.goal ? "selected" : ""}>
                    <th scope="row">
                      <button
                        type="button"
                        className="link"
                        aria-pressed={goal === asked.goal}
                        onClick={() => setGoal(goal)}
                      >
                        {GOAL_WORDS[goal]}
                      </button>
                    </th>
                    {isNoWay(one) ? (
                      <td colSpan={4} className="quiet">
                        no way leads through{goal === "cost" ? " where prices are known" : ""}
                      </td>
                    ) : (
                      <>
                        <td className="figure">{durationText(one.seconds)}</td>
                        <td className="figure">
                          {durationText(one.stops.reduce((sum, stop) => sum + stop.chargeSeconds, 0))}
                        </td>
                        <td className="figure">
                          {one.cost === null ? "not known" : amountText(one.cost, currency)}
                        </td>
                        <td>
                          {one.stops.length === 0 ? "none" : listText(one.stops.map(({ name }) => name))}
                        </td>
                      </>
                    )}
                  </tr>
                );
              })}
            </tbody>
          </Table>
        </section>
      </div>
      {!isNoWay(plan) && plan.stops.length > 0 && (
        <section className="view-panel" aria-label="Stop by stop">
          <Table label="Stop by stop" className="stops-table">
            <thead>
              <tr>
                <th scope="col">Stop</th>
                <th scope="col" className="figure">
                  Arrive
                </th>
                <th scope="col" className="figure">
                  With
                </th>
                <th scope="col" className="figure">
                  Charge
                </th>
                <th scope="col" className="figure">
                  Leave with
                </th>
                <th scope="col" className="figure">
                  Costs
                </th>
                <th scope="col">If it is taken or broken</th>
              </tr>
            </thead>
            <tbody>
              {plan.stops.map((stop) => {
                const next = without.find((one) => one.stop === stop.stop)?.plan;
                return (
                  <tr key={stop.stop}>
                    <th scope="row">
                      {stop.name}
                      <small>
                        {kmText(stop.atKm, unit)}
                        {stop.pieces.length > 0 ? `, ${stop.pieces.join(" + ")}` : ""}
                      </small>
                    </th>
                    <td className="figure">{at(plan, stop.arriveAt)}</td>
                    <td className="figure">{percentText(stop.arriveSoc)}</td>
                    <td className="figure">
                      {durationText(stop.chargeSeconds)}
                      <small>
                        {stop.waitSeconds > 0 ? `after ${durationText(stop.waitSeconds)} of waiting` : ""}
                      </small>
                    </td>
                    <td className="figure">{percentText(stop.leaveSoc)}</td>
                    <td className="figure">
                      {stop.cost === null ? "not known" : amountText(stop.cost, currency)}
                    </td>
                    <td className="next-best">
                      <span>{next ? <NextBest plan={plan} next={next} unit={unit} /> : ""}</span>
                      <Button
                        quiet
                        aria-label={`${stop.name} is taken`}
                        onClick={() => setState(stop.stop, "taken")}
                      >
                        It is taken
                      </Button>{" "}
                      <Button
                        quiet
                        aria-label={`${stop.name} is broken`}
                        onClick={() => setState(stop.stop, "broken")}
                      >
                        It is broken
                      </Button>
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </Table>
        </section>
      )}
      {useless.length > 0 && (
        <ul className="quiet">
          {useless.map(({ stop, why }) => (
            <li key={stop}>
              {draft.trip.stops[stop]?.name}: {why}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** A moment on the household's clock, as kept: 18:10. */
const localMinute = (ms: number, timeZone: string): string =>
  new Intl.DateTimeFormat("en-GB", { timeZone, hour: "2-digit", minute: "2-digit", hourCycle: "h23" }).format(
    Math.round(ms / 60_000) * 60_000,
  );

const NoWayText = ({ gap, unit }: { readonly gap: NoWay; readonly unit: "km" | "mi" }) => (
  <>
    <b>No way leads through.</b>{" "}
    {gap.limited
      ? `The time limits of the stops are in the way between ${gap.from} and ${gap.to}.`
      : `From ${gap.from} to ${gap.to}, ${kmText(gap.km, unit)}, takes ${percentText(gap.takes)} of the battery; there can be ${percentText(Math.max(0, gap.had))} to spend.`}
  </>
);

/** What would be best without a stop, beside what is planned with it. */
function NextBest({
  plan,
  next,
  unit,
}: {
  readonly plan: TripPlan;
  readonly next: TripPlan | NoWay;
  readonly unit: "km" | "mi";
}) {
  if (isNoWay(next))
    return (
      <>
        then no way leads through: {kmText(next.km, unit)} from {next.from} to {next.to}
      </>
    );
  const more = Math.max(0, next.seconds - plan.seconds);
  const others = next.stops
    .filter(({ stop }) => !plan.stops.some((one) => one.stop === stop))
    .map(({ name }) => name);
  return (
    <>
      {others.length > 0 ? listText(others) : "the others do"},{" "}
      {more < 60 ? "no later" : `${durationText(more)} later`}
    </>
  );
}
