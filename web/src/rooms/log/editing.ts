import {
  asRecorded,
  localMinuteOf,
  momentOfLocal,
  type Garage,
  type Kept,
  type SessionRecord,
} from "@kettleback/core";
import { readNumber, typedNumber } from "../../format/manner";

/** A session that is corrected, in its household. */
export interface Edited {
  readonly garage: Garage;
  readonly row: Kept<SessionRecord>;
}

type FigureField = "fromSoc" | "toSoc" | "wallWh" | "paid" | "odometerKm" | "outsideC";
/** What stands in the form. */
export type Typed = Readonly<
  Record<FigureField | "name" | "note" | "beginDay" | "beginTime" | "endDay" | "endTime" | "way", string>
>;

/** Keeps the plan it has. */
export const AS_IT_IS = "as-it-is";
/** Says that no way is known; anything else is the id of a path. */
export const NO_WAY = "none";

const text = (value: number | null | undefined, factor = 1): string =>
  value === null || value === undefined ? "" : typedNumber(Math.round(value * factor * 1e6) / 1e6);
const figure = (typed: string, factor = 1): number | null =>
  typed.trim() === "" ? null : readNumber(typed) / factor;
/** Nothing typed is nothing said. */
const optional = <K extends string>(name: K, value: number | null) =>
  value === null ? {} : ({ [name]: value } as Record<K, number>);

/** A session as it is typed. */
export function typedOf({ spec }: Kept<SessionRecord>, zone: string, kmFactor: number): Typed {
  const [beginDay, beginTime] = localMinuteOf(Date.parse(spec.begin), zone).slice(0, 16).split("T") as [
    string,
    string,
  ];
  const [endDay, endTime] =
    spec.end === null
      ? ["", ""]
      : (localMinuteOf(Date.parse(spec.end), zone).slice(0, 16).split("T") as [string, string]);
  return {
    name: spec.name,
    note: spec.note ?? "",
    beginDay,
    beginTime,
    endDay,
    endTime,
    way: AS_IT_IS,
    fromSoc: text(spec.fromSoc, 100),
    toSoc: text(spec.toSoc, 100),
    wallWh: text(spec.wallWh, 0.001),
    paid: text(spec.paid),
    odometerKm: text(spec.odometerKm, kmFactor),
    outsideC: text(spec.outsideC),
  };
}

/** A moment from day and time; the one it was to the minute stays as it was, to the second. */
function momentAt(day: string, time: string, zone: string, was: string | null): string {
  if (was !== null && localMinuteOf(Date.parse(was), zone).slice(0, 16) === `${day}T${time}`) return was;
  const ms = momentOfLocal(`${day}T${time}`, zone);
  return ms === undefined ? `${day}T${time}` : new Date(ms).toISOString();
}

/** What is typed, as a session; judged by its schema. */
export function recordFrom(typed: Typed, { garage, row }: Edited, kmFactor: number): unknown {
  const { spec } = row;
  const zone = garage.household.spec.timeZone;
  const { paid: _p, odometerKm: _o, outsideC: _c, note: _n, ...kept } = spec;
  const changed = {
    ...kept,
    name: typed.name,
    begin: momentAt(typed.beginDay, typed.beginTime, zone, spec.begin),
    end:
      typed.endDay === "" || typed.endTime === ""
        ? null
        : momentAt(typed.endDay, typed.endTime, zone, spec.end),
    fromSoc: figure(typed.fromSoc, 100),
    toSoc: figure(typed.toSoc, 100),
    wallWh: figure(typed.wallWh, 0.001),
    ...optional("paid", figure(typed.paid)),
    ...optional("odometerKm", figure(typed.odometerKm, kmFactor)),
    ...optional("outsideC", figure(typed.outsideC)),
    ...(typed.note.trim() === "" ? {} : { note: typed.note.trim() }),
  };
  if (typed.way === NO_WAY) return { ...changed, plan: null };
  const path = garage.paths.find(({ id }) => id === typed.way);
  if (path) return asRecorded(garage, path.spec, changed);
  const { plan, fromSoc } = changed;
  // The plan began with the charge that was there.
  return plan && fromSoc !== null && fromSoc < plan.session.toSoc
    ? { ...changed, plan: { ...plan, session: { ...plan.session, fromSoc } } }
    : changed;
}

/** What is accepted, in the unit that is typed. */
export function ownUnit(message: string, field: keyof Typed, kmFactor: number, unit: string): string {
  if (field === "fromSoc" || field === "toSoc") return "accepted: 0 to 100 %";
  if (field === "wallWh") return "accepted: 0 to 1,000 kWh";
  if (field === "odometerKm")
    return `accepted: 0 to ${Math.floor(10_000_000 * kmFactor).toLocaleString("en-GB")} ${unit}`;
  return message;
}
