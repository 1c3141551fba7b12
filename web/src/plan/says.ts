import {
  fromWhPerKm,
  toKm,
  type Explanation,
  type FigureId,
  type Household,
  type Observation,
  type TimedCurrent,
} from "@kettleback/core";
import { readNumber } from "../format/manner";
import {
  ampsText,
  decimals,
  durationText,
  energyFigure,
  figureText,
  percentText,
  powerFigure,
} from "../format/number";

/** What people read off a car or a post. */
export type Said = "speed" | "power" | "amps" | "left" | "ready" | "gained" | "metered" | "times";

/** What they read, as they say it. */
export const saidWords = (distanceUnit: Household["distanceUnit"]): Readonly<Record<Said, string>> => ({
  speed: distanceUnit === "mi" ? "miles an hour" : "km an hour",
  power: "kW",
  amps: "amps",
  left: "time left",
  ready: "ready at",
  gained: "per cent before and after",
  metered: "kWh on a meter at the wall",
  times: "times at several currents",
});

/** A time at a current, as typed. */
export interface TypedRow {
  readonly amps: string;
  readonly hours: string;
  readonly minutes: string;
}

/** What is typed of a display; what the kind in view does not ask for is kept for when it is in view again. */
export interface TypedSays {
  readonly said: Said;
  readonly value: string;
  readonly hours: string;
  readonly minutes: string;
  /** On the clock, "HH:MM". */
  readonly ready: string;
  readonly from: string;
  readonly to: string;
  readonly rows: readonly TypedRow[];
}

const NO_ROW: TypedRow = { amps: "", hours: "", minutes: "" };
export const nothingSaid = (fromSoc: number, toSoc: number): TypedSays => ({
  said: "speed",
  value: "",
  hours: "",
  minutes: "",
  ready: "",
  from: String(Math.round(fromSoc * 100)),
  to: String(Math.round(toSoc * 100)),
  rows: [NO_ROW, NO_ROW, NO_ROW],
});

/** The step of a display by how a figure of it is written: 1 for "8", 0.1 for "7.4". */
export const stepOf = (text: string): number => 10 ** -(/[.,](\d+)\s*$/.exec(text)?.[1]?.length ?? 0);

const positive = (text: string): number | null => {
  const n = readNumber(text);
  return text.trim() !== "" && n > 0 ? n : null;
};
const seconds = ({ hours, minutes }: Pick<TypedSays, "hours" | "minutes">): number | null => {
  const [h, m] = [hours, minutes].map((text) => (text.trim() === "" ? 0 : readNumber(text))) as [
    number,
    number,
  ];
  const all = h * 3600 + m * 60;
  return all > 0 ? all : null;
};
/** Per cents typed as a span of the battery; null where they are none. */
export const percents = ({ from, to }: TypedSays): { fromSoc: number; toSoc: number } | null => {
  const [fromSoc, toSoc] = [readNumber(from) / 100, readNumber(to) / 100];
  return fromSoc >= 0 && toSoc <= 1 && toSoc > fromSoc + 0.005 ? { fromSoc, toSoc } : null;
};

/** Seconds from one time of day to the next time it is another. */
function secondsUntil(from: string, to: string): number | null {
  const minutes = (text: string) => {
    const [h, m] = text.split(":").map(Number);
    return h === undefined || m === undefined ? Number.NaN : h * 60 + m;
  };
  const gap = (minutes(to) - minutes(from) + 1440) % 1440;
  return Number.isNaN(gap) || gap === 0 ? null : gap * 60;
}

/** What was typed as an observation; null while something is missing or cannot be. */
export function seenOf(
  typed: TypedSays,
  { distanceUnit }: Household,
  pluggedInAt: string,
): Observation | null {
  const value = positive(typed.value);
  const step = stepOf(typed.value);
  switch (typed.said) {
    case "speed":
      return value === null
        ? null
        : { kind: "speed", kmPerHour: toKm(value, distanceUnit), step: toKm(step, distanceUnit) };
    case "power":
      return value === null ? null : { kind: "power", watts: value * 1000, step: step * 1000 };
    case "amps":
      return value === null ? null : { kind: "amps", amps: value, step };
    case "left":
    case "ready": {
      const left =
        typed.said === "left" ? seconds(typed) : secondsUntil(pluggedInAt.slice(11, 16), typed.ready);
      // Cars tell it to five minutes, as a rule.
      return left === null ? null : { kind: "left", seconds: left, step: 300 };
    }
    case "gained": {
      const [span, time] = [percents(typed), seconds(typed)];
      return span && time !== null ? { kind: "gained", ...span, seconds: time, step: 0.01 } : null;
    }
    case "metered": {
      const span = percents(typed);
      return span && value !== null
        ? { kind: "metered", ...span, wallWh: value * 1000, step: step * 1000 }
        : null;
    }
    case "times":
      return null;
  }
}

/** Times at several currents of the same charge; null while fewer than two are there, or the charge is none. */
export function timesOf(typed: TypedSays): readonly TimedCurrent[] | null {
  if (!percents(typed)) return null;
  const times = typed.rows.flatMap((row) => {
    const [amps, time] = [positive(row.amps), seconds(row)];
    return amps === null || time === null ? [] : [{ amps, time }];
  });
  return new Set(times.map(({ amps }) => amps)).size >= 2 ? times : null;
}

/** A value of what is observed, in the household's units. @param digits decimals of a rate */
export function observedText(
  kind: Observation["kind"],
  value: number,
  { distanceUnit }: Household,
  digits = 1,
): string {
  switch (kind) {
    case "speed":
      return `${decimals(value / toKm(1, distanceUnit), digits)} ${distanceUnit}/h`;
    case "power":
      return figureText(powerFigure(value));
    case "amps":
      return ampsText(value);
    case "left":
      return durationText(value);
    case "gained":
      return percentText(value);
    case "metered":
      return figureText(energyFigure(value));
  }
}

/** A figure of the car in the household's units. */
export function figureValueText(id: FigureId, value: number, { economyUnit }: Household): string {
  switch (id) {
    case "ownDraw":
      return `${decimals(value, 0)} W`;
    case "economy": {
      const shown = fromWhPerKm(value, economyUnit);
      return `${decimals(shown, shown < 10 ? 2 : shown < 100 ? 1 : 0)} ${economyUnit}`;
    }
    case "capacity":
      return `${decimals(value, 1)} kWh`;
    case "efficiency":
      return `${decimals(value, 1)} %`;
  }
}

/** A reason in words. */
export function reasonText(reason: Explanation, kind: Observation["kind"], household: Household): string {
  switch (reason.kind) {
    case "wall":
      return `It counts at the wall: ${observedText(kind, reason.value, household)} there.`;
    case "one-phase":
      return "Only one phase carries: look at the cable, and at the post’s own lights.";
    case "step":
      return `It is set to ${ampsText(reason.amps)}: on the unit, or in the car.`;
    case "figure": {
      const text = (value: number) => figureValueText(reason.figure, value, household);
      /** The unit stands once. */
      const bare = (value: number) => text(value).replace(/ \S+( km)?$/, "");
      // Some units of economy grow as the consumption falls.
      const shown = (value: number) =>
        reason.figure === "economy" ? fromWhPerKm(value, household.economyUnit) : value;
      const [least, most] = [reason.from, reason.to].sort((a, b) => shown(a) - shown(b)).map(bare) as [
        string,
        string,
      ];
      const doubts = [
        ...(least === most ? [] : [`${least} to ${most}, as the display rounds`]),
        ...(reason.atWall === undefined ? [] : [`${bare(reason.atWall)} at the wall`]),
      ];
      const name = reason.name.replace(/^./, (c) => c.toUpperCase());
      return `${name} is about ${text(reason.value)}${doubts.length > 0 ? ` (${doubts.join("; ")})` : ""} instead of ${bare(reason.was)}${reason.usual ? "" : ": that would be unusual"}.`;
    }
  }
}
