import { GOALS, isNoWay, tripMs, type Goal, type NoWay, type TripPlan } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Table } from "../../controls/Table";
import { clockText } from "../../format/manner";
import { durationText, percentText } from "../../format/number";
import type { ViewProps } from "./view";
import { listText } from "../../format/words";
import { amountText, kmText } from "./words";

const GOAL_WORDS: Readonly<Record<Goal, string>> = {
  time: "Quickest",
  cost: "Cheapest",
  stops: "Fewest stops",
};

/** A moment on the household's clock, as kept: 18:10. */
const localMinute = (ms: number, timeZone: string): string =>
  new Intl.DateTimeFormat("en-GB", { timeZone, hour: "2-digit", minute: "2-digit", hourCycle: "h23" }).format(
    Math.round(ms / 60_000) * 60_000,
  );

/** A time of a plan on the household's clock. */
export const clockAt = (plan: TripPlan, seconds: number, timeZone: string): string =>
  clockText(localMinute(tripMs(plan, seconds), timeZone));

interface PlansProps extends ViewProps {
  readonly plans: Readonly<Record<Goal, TripPlan | NoWay>>;
  readonly goal: Goal;
}

/** The plans beside each other: the quickest, the cheapest, the one with fewest stops. */
export function PlansCompared({ garage, draft, onChange, plans, goal }: PlansProps) {
  const { currency } = garage.household.spec;
  const setGoal = (goal: Goal) => onChange({ ...draft, trip: { ...draft.trip, goal } });
  return (
    <div className="view-panel">
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
          {GOALS.map((one) => {
            const its = plans[one];
            return (
              <tr key={one} className={one === goal ? "selected" : ""}>
                <th scope="row">
                  <button
                    type="button"
                    className="link"
                    aria-pressed={one === goal}
                    onClick={() => setGoal(one)}
                  >
                    {GOAL_WORDS[one]}
                  </button>
                </th>
                {isNoWay(its) ? (
                  <td colSpan={4} className="quiet">
                    no way leads through{one === "cost" ? " where prices are known" : ""}
                  </td>
                ) : (
                  <>
                    <td className="figure">{durationText(its.seconds)}</td>
                    <td className="figure">
                      {durationText(its.stops.reduce((sum, stop) => sum + stop.chargeSeconds, 0))}
                    </td>
                    <td className="figure">
                      {its.cost === null ? "not known" : amountText(its.cost, currency)}
                    </td>
                    <td>{its.stops.length === 0 ? "none" : listText(its.stops.map(({ name }) => name))}</td>
                  </>
                )}
              </tr>
            );
          })}
        </tbody>
      </Table>
    </div>
  );
}

interface StopsProps extends ViewProps {
  readonly plan: TripPlan;
  readonly without: readonly { readonly stop: number; readonly plan: TripPlan | NoWay }[];
}

/** Each stop of a plan, and what would be best were it taken or broken. */
export function StopByStop({ garage, draft, onChange, plan, without }: StopsProps) {
  const { distanceUnit: unit, currency, timeZone } = garage.household.spec;
  const setState = (stop: number, state: "open" | "taken" | "broken") =>
    onChange({
      ...draft,
      trip: {
        ...draft.trip,
        stops: draft.trip.stops.map((one, i) => (i === stop ? { ...one, state } : one)),
      },
    });
  return (
    <div className="view-panel">
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
                <td className="figure">{clockAt(plan, stop.arriveAt, timeZone)}</td>
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
    </div>
  );
}

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
