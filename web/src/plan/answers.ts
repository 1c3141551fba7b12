import { offsetAt, msAt, type Answer, type Solution } from "@kettleback/core";
import type { Charging } from "../jobs/answer";
import {
  ampsText,
  decimals,
  distanceFigure,
  durationText,
  energyFigure,
  figureText,
  moneyText,
  percentText,
  powerFigure,
  speedFigure,
  toMinute,
  type Figure,
} from "../format/number";
import { dayText, dayTimeText, timeText } from "../format/manner";
import { daysBetween, wallAt, type Wall } from "../format/wall";

/** One answer as shown: what it is, the figure, and a line beside it. */
export interface Shown {
  readonly answer: Answer;
  readonly name: string;
  readonly figure: Figure;
  readonly aside: string;
  readonly alarm?: boolean;
}

/** A moment of the session on the household's own clock, to the minute: what it took and when it began add up to it. */
export const localAt = ({ clock }: Pick<Solution, "clock">, seconds: number): Wall => {
  const ms = msAt(clock, toMinute(seconds));
  return wallAt(ms, offsetAt(clock.zone, ms));
};

const days = (s: Solution, ready: Wall): number => daysBetween(localAt(s, 0), ready);
const day = (s: Solution, ready: Wall): string => {
  const after = days(s, ready);
  return after === 0
    ? "the same day"
    : after === 1
      ? "the next day"
      : `${after} days later, ${dayText(ready)}`;
};
/** When it is ready: with its day where that is neither today nor tomorrow. */
const readyText = (s: Solution, ready: Wall): string =>
  days(s, ready) > 1 ? dayTimeText(ready) : timeText(ready);

function readyAside(s: Solution, ready: Wall): string {
  const short = s.endsItself === null ? "" : `the car stops at ${percentText(s.endsItself)}; `;
  const took = `${short}${durationText(s.secondsToTarget)}, ${day(s, ready)}`;
  const { departure } = s.clock;
  if (departure === null) return took;
  return s.reached
    ? `${took}; ${durationText(departure - s.secondsToTarget)} to spare`
    : `${days(s, ready) > 1 ? `${dayText(ready)}, ` : ""}${durationText(s.secondsToTarget - departure)} too late: ${percentText(s.endSoc)} at ${timeText(localAt(s, departure))}`;
}

/** The distance put in, and what is in the battery before and after: "161 km added, 51 to 211 km in it". */
function addedText({ solution: s, plan: { car, household } }: Charging): string {
  const km = (soc: number) =>
    distanceFigure((soc * car.battery.usableWh) / car.whPerKm, household.distanceUnit);
  const [from, to] = [km(s.start.soc), km(s.endSoc)];
  return `${figureText(distanceFigure(s.range.added, household.distanceUnit))} added, ${from.value} to ${figureText(to)} in it`;
}

const flowUnit = ({ point: { current, phases } }: Charging): string =>
  current === "DC" ? "A at full flow" : phases === 1 ? "A on 1 phase" : `A on ${phases} phases`;

/** The distance that was asked for, and when it is back, or how much of it by departure. */
function backText({ solution: s, plan: { car, session, household } }: Charging, ready: Wall): string {
  const unit = household.distanceUnit;
  const km = ((session.toSoc - session.fromSoc) * car.battery.usableWh) / car.whPerKm;
  const asked = figureText(distanceFigure(km, unit));
  const { departure } = s.clock;
  if (s.endsItself !== null && s.reached)
    return `${distanceFigure(s.range.added, unit).value} of ${asked} are back by ${readyText(s, ready)}`;
  return s.reached || departure === null
    ? `${asked} are back by ${readyText(s, ready)}`
    : `${distanceFigure(s.range.added, unit).value} of ${asked} are back by ${timeText(localAt(s, departure))}`;
}

/**
 * The answers of a solved plan in the household's units, in the order people ask.
 * @param askedMore the target was told as a distance more: when it is back is the question
 */
export function shownAnswers(charging: Charging, askedMore = false): Shown[] {
  const { solution: s, point, plan } = charging;
  const { distanceUnit: unit, currency } = plan.household;
  const { balance } = s.moment;
  const ready = localAt(s, s.secondsToTarget);
  const lostShare = s.ledger.wall > 0 ? s.ledger.lost / s.ledger.wall : 0;
  const perKWh = s.ledger.stored > 0 ? s.bill.total / (s.ledger.stored / 1000) : 0;
  const standing = s.bill.lines.reduce(
    (sum, { component, amount, vat }) => sum + (component === "PARKING_TIME" ? amount + vat : 0),
    0,
  );
  return [
    {
      answer: "ready",
      name: !s.reached ? "Not in time" : s.endsItself === null ? "Ready at" : "Ends by itself at",
      figure: { value: readyText(s, ready), unit: "" },
      aside: `${askedMore ? `${backText(charging, ready)}; ` : ""}${readyAside(s, ready)}`,
      alarm: !s.reached,
    },
    {
      answer: "battery",
      name: "Into the battery",
      figure: powerFigure(balance.stored),
      aside: `${figureText(energyFigure(s.ledger.stored))} stored`,
    },
    {
      answer: "wall",
      name: "From the wall",
      figure: powerFigure(balance.wall),
      aside: `${figureText(energyFigure(s.ledger.wall))} on the meter`,
    },
    {
      answer: "flow",
      name: "What flows",
      figure: {
        value: ampsText(point.amps).replace(" A", ""),
        unit: flowUnit(charging),
      },
      aside: `${decimals(point.volts, 0)} V, ${decimals(point.dropVolts, 1)} V lost in the wires`,
    },
    {
      answer: "range",
      name: "Range by the hour",
      figure: speedFigure(s.range.kmPerHour, unit),
      aside: `${addedText(charging)}; ${figureText(speedFigure(s.range.wallKmPerHour, unit))} counted at the wall`,
    },
    {
      answer: "lost",
      name: "Lost on the way",
      figure: energyFigure(s.ledger.lost),
      aside: `${percentText(lostShare)} of the meter, ${moneyText(s.bill.lost, currency)}`,
    },
    {
      answer: "cost",
      name: "Cost",
      figure: { value: moneyText(s.bill.total, currency), unit: "" },
      aside: `${moneyText(Math.round(perKWh) as typeof s.bill.total, currency)} a kWh in the battery${standing > 0 ? `; ${moneyText(standing as typeof s.bill.total, currency)} of it for standing until it is needed` : ""}`,
    },
  ];
}
