import { DateTime } from "luxon";
import { IDLE_W, micros, msAt, type Alarm, type AlarmCode, type Watch } from "@kettleback/core";
import { dayTimeText, timeText } from "../../../format/manner";
import {
  durationText,
  energyFigure,
  figureText,
  moneyText,
  percentText,
  powerFigure,
} from "../../../format/number";

/** A moment of a session's clock on the household's own, with its day where that is not today's. */
export function clockOf({ course: { clock }, now }: Watch, seconds: number): string {
  const at = DateTime.fromMillis(msAt(clock, seconds), { zone: clock.zone });
  const today = DateTime.fromMillis(msAt(clock, now), { zone: clock.zone });
  return at.hasSame(today, "day") ? timeText(at) : dayTimeText(at);
}

/** What happens, in a sentence: what flows beside what should, or why nothing does. */
export function saysOf(watch: Watch): string {
  const { measuredW, expectedW, due, charge, course, alarms, progress } = watch;
  const kilo = (watts: number) => figureText(powerFigure(watts));
  if (charge.soc >= course.target) return `${percentText(course.target)} is there.`;
  if (!due) return nextText(watch);
  if (progress.latest === null) return `By reckoning ${kilo(expectedW)} should flow; nothing is measured.`;
  if (alarms.some(({ code }) => code === "not-started" || code === "stopped")) return "Nothing flows.";
  if (measuredW === null && !watch.stale)
    return `It has begun: ${kilo(expectedW)} should flow, and the first reading is still to come.`;
  if (measuredW === null) return `${kilo(expectedW)} should flow; nothing was read for a while.`;
  if (measuredW < IDLE_W) return "Nothing flows yet.";
  return alarms.some(({ code }) => LESS_FLOWS.has(code)) || measuredW < 0.9 * expectedW
    ? `${kilo(measuredW)} flow where ${kilo(expectedW)} should.`
    : watch.elapsed > 300
      ? `It has really started: ${kilo(measuredW)} flow, as they should.`
      : `${kilo(measuredW)} flow, as they should.`;
}

/** Alarms of less than should flow. */
const LESS_FLOWS: ReadonlySet<AlarmCode> = new Set(["slow", "phase-lost", "low-volts"]);

function nextText(watch: Watch): string {
  const next = watch.course.windows.find(({ from }) => from > watch.now);
  return next
    ? `It waits for its hours: from ${clockOf(watch, next.from)} on.`
    : "Its hours are over; nothing is to flow.";
}

/** What tells the charge. */
export const TOLD_BY = { car: "by the car", counter: "by what was counted", clock: "by the clock" } as const;

/** A figure of a session that goes on, and what it should be. */
export interface LiveFigure {
  readonly name: string;
  readonly value: string;
  readonly aside: string;
}

/** What one looks for: charge, when it is ready, what it has taken, what it has cost; each beside what was expected. */
export function figuresOf(watch: Watch, currency: string): readonly LiveFigure[] {
  const { charge, expected, wallWh, expectedWh, cost, readyAt, course } = watch;
  const { low, high } = charge;
  const energy = (wh: number) => figureText(energyFigure(wh));
  const planned = course.readyAt;
  return [
    {
      name: "In the battery",
      value: percentText(charge.soc),
      aside: `${percentText(low)} to ${percentText(high)}, ${TOLD_BY[charge.by]}; expected ${percentText(expected.soc)}`,
    },
    {
      name: `${percentText(course.target)} at`,
      value:
        charge.soc >= course.target
          ? "reached"
          : readyAt === null
            ? "not as it goes"
            : clockOf(watch, readyAt),
      aside: planned === null ? "not in its hours" : `expected ${clockOf(watch, planned)}`,
    },
    {
      name: "From the wall",
      value: wallWh === null ? "not counted" : energy(wallWh),
      aside: `expected ${energy(expectedWh)}`,
    },
    {
      name: "Cost so far",
      value: cost === null ? "–" : moneyText(micros(cost), currency),
      aside: cost === null ? "nothing was counted yet" : "by its tariff and what was counted",
    },
  ];
}

/** How old the newest reading is. */
export const ageText = ({ age }: Watch): string =>
  age === null ? "no reading" : age < 60 ? "read just now" : `read ${durationText(age)} ago`;

/** What an alarm says where there is one line for it. */
export const alarmText = ({ says, todo }: Alarm): string => `${says} ${todo}`;
