import { useMemo } from "react";
import { isNoWay, type NoWay, type TripAsked } from "@kettleback/core";
import { JobWaiting } from "../../controls/JobWaiting";
import { durationText, percentText } from "../../format/number";
import { openTrip } from "../../jobs/away";
import type { JobResult } from "../../jobs/table";
import { useJob } from "../../jobs/useJob";
import { Legs } from "./Legs";
import { clockAt, PlansCompared, StopByStop } from "./StopTables";
import { StopFields } from "./StopFields";
import { TripPicture } from "./TripPicture";
import { TripSentence } from "./TripSentence";
import type { ViewProps } from "./view";
import { listText } from "../../format/words";
import { amountText, kmText } from "./words";

type Plans = NonNullable<JobResult<"trip">>;

interface PlannedProps extends ViewProps {
  readonly asked: TripAsked;
  readonly planned: Plans;
}

/** Where to stop and for how long, so that the way is quick or cheap; and what if a post is taken. */
export default function StopsView(props: ViewProps) {
  const { garage, draft } = props;
  const open = useMemo(() => openTrip(garage, draft), [garage, draft]);
  const key = JSON.stringify(open.asked);
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const asked = useMemo(() => open.asked ?? null, [key]);
  const job = useJob("trip", asked);
  const planned = job.result ?? null;
  // The sentence keeps its place whatever is worked out or wrong: what is typed in it is not interrupted.
  return (
    <>
      {asked && planned && <Answer {...props} asked={asked} planned={planned} stale={job.stale} />}
      <TripSentence {...props} />
      {!asked && <Missing {...props} problems={open.problems} />}
      {asked && !planned && <JobWaiting job={job} />}
      {asked && planned && <Plan {...props} asked={asked} planned={planned} />}
      <div className="two">
        <Legs {...props} />
        <StopFields {...props} />
      </div>
    </>
  );
}

/** What has to be put right, or begun with, before anything can be planned. */
const Missing = ({ draft, problems }: ViewProps & Pick<ReturnType<typeof openTrip>, "problems">) =>
  draft.trip.legs.length === 0 ? (
    <p>Add the first leg below, or import a table of legs or a recorded track (GPX).</p>
  ) : (
    <div className="problems" role="alert">
      <ul>
        {problems.map(({ field, message }) => (
          <li key={field}>
            {field}: {message}
          </li>
        ))}
      </ul>
    </div>
  );

/** The plan that is asked for, in a sentence. */
function Answer({ garage, asked, planned, stale }: PlannedProps & { readonly stale: boolean }) {
  const { distanceUnit: unit, currency, timeZone } = garage.household.spec;
  const plan = planned.plans[asked.goal];
  return (
    <div className="answer" aria-busy={stale}>
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
            . You arrive at {clockAt(plan, plan.seconds, timeZone)} with {percentText(plan.arriveSoc)}
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
  );
}

/** The plan as a picture, beside the others, and stop by stop. */
function Plan({ asked, planned, ...props }: PlannedProps) {
  const { garage, draft } = props;
  const unit = garage.household.spec.distanceUnit;
  const { plans, without, useless } = planned;
  const plan = plans[asked.goal];
  return (
    <>
      <div className="two">
        <section className="view-panel" aria-label="Charge along the way">
          {isNoWay(plan) ? (
            <p>Add a stop in that stretch, start with more, or drive it slower.</p>
          ) : (
            <TripPicture asked={asked} plan={plan} unit={unit} />
          )}
        </section>
        <PlansCompared {...props} plans={plans} goal={asked.goal} />
      </div>
      {!isNoWay(plan) && plan.stops.length > 0 && <StopByStop {...props} plan={plan} without={without} />}
      <p className="quiet">Charging is told for a warm battery; a cold one takes longer at the first stop.</p>
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

const NoWayText = ({ gap, unit }: { readonly gap: NoWay; readonly unit: "km" | "mi" }) => (
  <>
    <b>No way leads through.</b>{" "}
    {gap.limited
      ? `The time limits of the stops are in the way between ${gap.from} and ${gap.to}.`
      : `From ${gap.from} to ${gap.to}, ${kmText(gap.km, unit)}, takes ${percentText(gap.takes)} of the battery; there can be ${percentText(Math.max(0, gap.had))} to spend.`}
  </>
);
