import { bill } from "../../engine/tariff";
import { connectionOf } from "../../engine/plan";
import type { Celsius, Seconds } from "../../trade/units";
import { windowAt } from "./course";
import { ALARM_CODES, IDLE_W, type Alarm, type AlarmCode, type LaneNow, type Watch } from "./standing";

/** When one looks whether it has really started (s; common practice). */
const LOOK: Seconds = 300;
/** For how long nothing flows before it is called stopped. */
const STOPPED_FOR: Seconds = 120;
/** Share of what should flow below which it is slow: what meters, cars and the mains are off lies above. */
const SLOW = 0.88;
/** … unless it is so little that the car's own draw weighs. */
const LEAST_W = 400;
/** Volts of what a supply has below which it is told: a mains holds within a tenth (EN 50160, from memory). */
const LOW_VOLTS = 0.93;
/** A lane that carries nothing while another carries this much (A) is lost. */
const CARRIES_A = 3;
const DEAD_A = 0.5;
/** Amps beyond what a link holds for hours that no meter is off by. */
const OVER = 1.05;
/** Before departure (s) a session may be late by, and still be on time as people see it. */
const LATE: Seconds = 300;
/** How long before an idle fee begins somebody is told. */
const IDLE_SOON: Seconds = 900;
/** How long after the end an idle fee is looked for. */
const LONGEST_IDLE: Seconds = 12 * 3600;

/**
 * Warmth of a plug (°C). Accessories may rise by 45 K (IEC 60884-1, from memory) over what is around them: that much over
 * outside, or 60 °C, is more than it should be. At 80 °C plastics begin to give (common practice).
 */
const WARM_C: Celsius = 60;
const WARM_RISE_C = 45;
const HOT_C: Celsius = 80;

type Told = Omit<Watch, "alarms">;
type Judge = (told: Told) => Omit<Alarm, "code"> | false;

const whole = (value: number): string => value.toFixed(0);
const kilo = (watts: number): string => `${(watts / 1000).toFixed(1)} kW`;
const minutes = (seconds: Seconds): string => {
  const count = Math.max(1, Math.round(seconds / 60));
  return count < 120 ? `${count} min` : `${Math.floor(count / 60)} h ${count % 60} min`;
};

const isLost = ({ measured }: LaneNow): boolean => measured !== null && measured < DEAD_A;
const isDone = ({ charge, course }: Told): boolean => charge.high >= course.target;

/** Energy (Wh) from which something has been charged. */
const SOMETHING_WH = 20;
const hasCharged = ({ wallWh, progress }: Told): boolean =>
  (wallWh ?? 0) > SOMETHING_WH || progress.power.some(([, watts]) => watts > IDLE_W);

/** For how long (s) nothing has flowed by what was read last; 0 where something does. */
function stillFor({ progress: { power }, now }: Told): Seconds {
  const flowing = power.findLastIndex(([, watts]) => watts > IDLE_W);
  const first = power[flowing + 1];
  return first ? now - first[0] : 0;
}

/** For how long (s) the hour's window has been open. */
function dueFor({ course, now }: Told): Seconds {
  const window = windowAt(course.windows, now);
  return window ? now - Math.max(window.from, course.began) : 0;
}

/** What may be the matter where the volts are as they should be: the current is lower. */
function why({ lanes }: Told): string {
  const amps = lanes[0]?.measured;
  const expected = lanes[0]?.expected ?? 0;
  return amps !== null && amps !== undefined && amps < 0.92 * expected
    ? ` ${amps.toFixed(1)} A flow instead of ${expected.toFixed(1)} A: the unit or the car has lowered them.`
    : "";
}

/** When standing there without charging begins to cost; undefined where it never does. */
function idleFrom({ course, readyAt }: Told): Seconds | undefined {
  if (readyAt === null) return undefined;
  const { plan, circuit, clock, run } = course;
  const connection = { ...connectionOf(plan, circuit, clock), to: readyAt + LONGEST_IDLE };
  const shift = readyAt - run.end.elapsed;
  const moved = {
    slices: run.slices.map((slice) => ({ ...slice, from: slice.from + shift, to: slice.to + shift })),
    end: { ...run.end, elapsed: readyAt },
  };
  return bill(plan.tariff, moved, clock, connection).lines.find(
    ({ component, amount, from }) => component === "PARKING_TIME" && amount > 0 && from >= readyAt - 1,
  )?.from;
}

/** What each alarm is told by, the gravest first. */
const JUDGES: Readonly<Record<AlarmCode, Judge>> = {
  "plug-hot": ({ progress: { latest }, stale }) =>
    !stale &&
    (latest?.plugC ?? 0) >= HOT_C && {
      level: "stop",
      says: `The plug is ${whole(latest!.plugC!)} °C hot.`,
      todo: "Stop charging now. Do not touch the contacts; have plug and outlet looked at by an electrician before you charge there again.",
    },
  overdrawn: ({ course, lanes, stale }) => {
    const most = Math.max(0, ...lanes.map(({ measured }) => measured ?? 0));
    const phases = lanes.length;
    const held = course.circuit.links
      .filter(({ role }) => role === "holds")
      .map((link) => ({ link, amps: link.ampsOn[phases as 1 | 2 | 3] }))
      .filter(({ amps }) => amps > 0 && Number.isFinite(amps))
      .sort((a, b) => a.amps - b.amps)[0];
    return (
      !stale &&
      held !== undefined &&
      most > held.amps * OVER && {
        level: "stop",
        says: `${most.toFixed(1)} A flow where the path should hold ${whole(held.amps)} A for hours.`,
        todo: `Lower the current to ${whole(Math.floor(held.amps))} A or stop. Who set it higher should not have been able to: ask an electrician.`,
      }
    );
  },
  "plug-warm": ({ progress: { latest }, stale }) => {
    const plugC = latest?.plugC ?? null;
    const outsideC = latest?.outsideC ?? null;
    const rise = plugC === null || outsideC === null ? 0 : plugC - outsideC;
    return (
      !stale &&
      plugC !== null &&
      plugC < HOT_C &&
      (plugC >= WARM_C || rise >= WARM_RISE_C) && {
        level: "careful",
        says: `The plug is ${whole(plugC)} °C warm, more than it should be.`,
        todo: "Lower the current, and look for a worn contact, a coiled lead or the sun on it. If it stays warm, stop.",
      }
    );
  },
  "not-started": (told) =>
    dueFor(told) >= LOOK &&
    !told.stale &&
    told.progress.latest !== null &&
    !hasCharged(told) &&
    !isDone(told) && {
      level: "careful",
      says: `Nothing has flowed for ${minutes(dueFor(told))}: it has not started.`,
      todo: "Push the plug in until it clicks, and look whether a timer in the car holds it back, the card was accepted, and the unit shows a fault.",
    },
  stopped: (told) =>
    told.due &&
    !told.stale &&
    hasCharged(told) &&
    !isDone(told) &&
    stillFor(told) >= STOPPED_FOR && {
      level: "careful",
      says: `It stopped ${minutes(stillFor(told))} ago at ${whole(told.charge.soc * 100)} %.`,
      todo: "Look at car and unit: unplugged, a fault, a timer, or a limit set in the car. Start it again here if the unit allows it.",
    },
  "phase-lost": ({ lanes, stale }) => {
    const lost = lanes.flatMap((lane, i) => (isLost(lane) ? [i + 1] : []));
    const carries = lanes.some(({ measured }) => measured !== null && measured >= CARRIES_A);
    return (
      !stale &&
      lanes.length > 1 &&
      lost.length > 0 &&
      carries && {
        level: "careful",
        says:
          lost.length === 1
            ? `Phase ${lost[0]} carries nothing.`
            : `Phases ${lost.join(" and ")} carry nothing.`,
        todo: "A breaker or fuse of that phase may have tripped, or a conductor come loose: have it looked at. The car charges on with what is left.",
      }
    );
  },
  "low-volts": ({ course, progress: { latest }, stale, lanes }) => {
    const volts = course.circuit.ways[0]!.volts;
    const flows = lanes.some(({ measured }) => (measured ?? 0) >= CARRIES_A);
    return (
      !stale &&
      course.circuit.sign > 0 &&
      flows &&
      latest?.volts !== null &&
      latest?.volts !== undefined &&
      latest.volts < LOW_VOLTS * volts && {
        level: "careful",
        says: `The supply gives ${whole(latest.volts)} V instead of ${whole(volts)} V: everything takes ${whole(100 * (volts / latest.volts - 1))} % longer.`,
        todo: "Read the volts with nothing charging. Low then too it is the supply's own; a fall under load is in the wiring: have it looked at.",
      }
    );
  },
  "car-limit": ({ wished, course: { target } }) =>
    wished !== null && {
      level: "careful",
      says: `The car is set to end at ${whole(target * 100)} %; ${whole(wished * 100)} % was asked for.`,
      todo: "Raise the limit in the car, or leave with less.",
    },
  slow: (told) => {
    const { measuredW, expectedW, due, lanes } = told;
    const lost = lanes.some(isLost) && lanes.some(({ measured }) => (measured ?? 0) >= CARRIES_A);
    return (
      due &&
      !lost &&
      !isDone(told) &&
      measuredW !== null &&
      measuredW > IDLE_W &&
      expectedW >= LEAST_W &&
      dueFor(told) >= LOOK &&
      measuredW < SLOW * expectedW && {
        level: "careful",
        says: `Slower than it should be: ${kilo(measuredW)} instead of ${kilo(expectedW)}.${why(told)}`,
        todo: "Feel the plug and the unit for warmth, and look whether another car shares the supply.",
      }
    );
  },
  late: (told) => {
    const { readyAt, course, now } = told;
    const { departure } = course.clock;
    if (departure === null || now >= departure || isDone(told)) return false;
    // What was to be late from the beginning is said by the plan.
    if (course.readyAt === null || course.readyAt > departure) return false;
    const by = readyAt === null ? null : readyAt - departure;
    return (
      (by === null || by > LATE) && {
        level: "careful",
        says:
          by === null
            ? "As it goes now it will not be done when the car is wanted."
            : `As it goes now it is done ${minutes(by)} after the car is wanted.`,
        todo: "Charge at once instead of by a schedule, lift a lowered current, or leave with less.",
      }
    );
  },
  silent: ({ stale, age }) =>
    stale && {
      level: "careful",
      says: `Nothing was read for ${minutes(age!)}.`,
      todo: "What is shown is what was last read. Look whether the unit still has its connection; charging goes on without it.",
    },
  "idle-fee": (told) => {
    const from = idleFrom(told);
    const left = from === undefined ? Infinity : from - told.now;
    return (
      left <= IDLE_SOON && {
        level: "careful",
        says: left > 0 ? `In ${minutes(left)} standing here begins to cost.` : "Standing here costs now.",
        todo: "Move the car, unless you want to pay for the place.",
      }
    );
  },
};

/**
 * What asks somebody to look, the gravest first.
 * @example alarmsOf(watch) // []
 */
export const alarmsOf = (told: Told): readonly Alarm[] =>
  ALARM_CODES.flatMap((code) => {
    const found = JUDGES[code](told);
    return found ? [{ code, ...found }] : [];
  });
