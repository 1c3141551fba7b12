import type { Answer, Plan, Solution } from "@kettleback/core";
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
  type Figure,
} from "../format/number";

/** One answer as shown: what it is, whether it is a rate or an amount, the figure, and a line beside it. */
export interface Shown {
  readonly answer: Answer;
  readonly name: string;
  readonly nature: string;
  readonly figure: Figure;
  readonly aside: string;
  readonly alarm?: boolean;
}

const day = (s: Solution): string => {
  const days = Math.round(s.readyAt.startOf("day").diff(s.times.pluggedIn.startOf("day"), "days").days);
  return days === 0
    ? "the same day"
    : days === 1
      ? "the next day"
      : `${days} days later, ${s.readyAt.toFormat("ccc d LLL")}`;
};

function readyAside(s: Solution): string {
  const took = `${durationText(s.secondsToTarget)}, ${day(s)}`;
  if (s.times.departure === null) return took;
  if (s.reached) {
    const spare = s.times.departure.diff(s.readyAt).as("seconds");
    return `${took}; ${durationText(spare)} to spare`;
  }
  const late = s.readyAt.diff(s.times.departure).as("seconds");
  return `${durationText(late)} too late: ${percentText(s.endSoc)} at ${s.times.departure.toFormat("HH:mm")}`;
}

const flowUnit = ({ point: { current, lanes } }: Solution): string =>
  current === "DC" ? "A at the start" : lanes === 1 ? "A on 1 lane" : `A on ${lanes} lanes`;

/** The answers of a solved plan in the household's units, in the order people ask. */
export function shownAnswers(s: Solution, { household }: Plan): Shown[] {
  const { distanceUnit: unit, currency } = household;
  const lostShare = s.ledger.wall > 0 ? s.ledger.lost / s.ledger.wall : 0;
  const perKWh = s.ledger.stored > 0 ? s.cost.total / (s.ledger.stored / 1000) : 0;
  return [
    {
      answer: "ready",
      name: s.reached ? "Ready at" : "Not in time",
      nature: "clock",
      figure: { value: s.readyAt.toFormat("HH:mm"), unit: "" },
      aside: readyAside(s),
      alarm: !s.reached,
    },
    {
      answer: "battery",
      name: "Into the battery",
      nature: "power, a rate",
      figure: powerFigure(s.atFlow.stored),
      aside: `${figureText(energyFigure(s.ledger.stored))} stored, an amount`,
    },
    {
      answer: "wall",
      name: "From the wall",
      nature: "power, a rate",
      figure: powerFigure(s.atFlow.wall),
      aside: `${figureText(energyFigure(s.ledger.wall))} on the meter, an amount`,
    },
    {
      answer: "flow",
      name: "What flows",
      nature: "current",
      figure: {
        value: ampsText(s.point.amps).replace(" A", ""),
        unit: flowUnit(s),
      },
      aside: `${decimals(s.point.volts, 0)} V, ${decimals(s.point.dropVolts, 1)} V lost in the wires`,
    },
    {
      answer: "range",
      name: "Range by the hour",
      nature: "speed",
      figure: speedFigure(s.range.kmPerHour, unit),
      aside: `${figureText(distanceFigure(s.range.added, unit))} added; ${figureText(speedFigure(s.range.wallKmPerHour, unit))} counted at the wall`,
    },
    {
      answer: "lost",
      name: "Lost on the way",
      nature: "energy, an amount",
      figure: energyFigure(s.ledger.lost),
      aside: `${percentText(lostShare)} of the meter, ${moneyText(s.cost.lost, currency)}`,
    },
    {
      answer: "cost",
      name: "Cost",
      nature: "this session",
      figure: { value: moneyText(s.cost.total, currency), unit: "" },
      aside: `${moneyText(Math.round(perKWh) as typeof s.cost.total, currency)} a kWh in the battery`,
    },
  ];
}
