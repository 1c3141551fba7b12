import { DateTime } from "luxon";
import {
  amountOf,
  localAt,
  weekSums,
  WEEKS_A_YEAR,
  type DistanceUnit,
  type WeekAnswer,
  type WeekRecord,
} from "@kettleback/core";
import { dayText, dayTimeText } from "../../format/manner";
import { decimals, durationText, moneyText, percentText } from "../../format/number";
import { tickText } from "../../plan/money";
import { missingText } from "./words";

interface Props {
  readonly answer: WeekAnswer;
  readonly record: WeekRecord;
  readonly stopAt: string | null;
  readonly unit: DistanceUnit;
  readonly currency: string;
}

/** Most stops listed. */
const LISTED = 8;
/** Share of sessions that may be rapid: makers ask to keep it one in four or five (common practice). */
const RAPID_SHARE = 0.25;

/** What fills the gap: the stops a week needs, what they take and cost, and what the year comes to with and without. */
export function Gap({ answer, record, stopAt, unit, currency }: Props) {
  const sums = weekSums(answer.longRun);
  const plugs = amountOf(sums.plugs) * WEEKS_A_YEAR;
  const stops = sums.stops === null ? null : amountOf(sums.stops) * WEEKS_A_YEAR;
  const when = (at: number) => {
    const moment = DateTime.fromISO(localAt(answer.timeline, at, record.week));
    return record.week === 0 ? dayTimeText(moment) : `${dayText(moment)}, ${dayTimeText(moment).slice(4)}`;
  };
  return (
    <>
      <p>
        A year at {answer.plan.name} costs <b>{tickText(plugs, currency)}</b>
        {sums.stopCount === 0 ? (
          ", with no stop on the way."
        ) : stops === null ? (
          ", and its stops what nobody has said: choose where it stops."
        ) : (
          <>
            {" "}
            and its stops on the way <b>{tickText(stops, currency)}</b>,{" "}
            {decimals(sums.stopCount * WEEKS_A_YEAR, 0)} of them.
          </>
        )}{" "}
        {sums.unpriced && "Some of what it charges has no price. "}
        {sums.stopShare > RAPID_SHARE && (
          <span className="late">
            {percentText(sums.stopShare)} of all sessions are stops: makers ask to keep rapid charging to one
            in four or five.
          </span>
        )}
      </p>
      {record.stops.length > 0 && (
        <ol className="stops">
          {record.stops.slice(0, LISTED).map(({ at, km, seconds, cost }) => (
            <li key={at}>
              {when(at)}: <b>{missingText(km, unit)}</b>
              {seconds !== null && cost !== null
                ? `, ${durationText(Math.max(60, seconds))} at ${stopAt}, ${moneyText(cost, currency)}`
                : ", at a place nobody has said"}
            </li>
          ))}
          {record.stops.length > LISTED && <li>and {record.stops.length - LISTED} more</li>}
        </ol>
      )}
      {record.stops.length > 0 && (
        <p className="quiet">
          A stop puts in what is missing to come home at the reserve, up to 80 %. Ways there, queues and the
          drive to it are not counted.
        </p>
      )}
    </>
  );
}
