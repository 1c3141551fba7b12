import { DateTime } from "luxon";
import { micros, type LogRow, type SessionAct } from "@kettleback/core";
import { dateText, dayTimeText, timeText } from "../../format/manner";
import {
  ampsText,
  durationText,
  energyFigure,
  figureText,
  moneyText,
  percentText,
} from "../../format/number";

/** What stands where nobody knows. */
export const UNKNOWN = "–";

export const kWhText = (wh: number | null): string => (wh === null ? UNKNOWN : figureText(energyFigure(wh)));
export const costText = (cost: number | null, currency: string): string =>
  cost === null ? UNKNOWN : moneyText(micros(cost), currency);
export const shareText = (share: number | null): string => (share === null ? UNKNOWN : percentText(share));
export const lastedText = (seconds: number | null): string =>
  seconds === null ? "goes on" : durationText(seconds);

const at = (moment: string, zone: string): DateTime => DateTime.fromISO(moment, { zone });
export const dayOf = (moment: string, zone: string): string => dateText(at(moment, zone));
export const whenText = (moment: string, zone: string): string =>
  `${dateText(at(moment, zone))}, ${dayTimeText(at(moment, zone))}`;
export const clockOf = (moment: string, zone: string): string => timeText(at(moment, zone));
export const monthText = (month: string): string =>
  DateTime.fromISO(`${month}-01`, { locale: "en-GB" }).toFormat("LLLL");

/** From one per cent to another, as far as they are known. */
export const chargeText = ({ fromSoc, toSoc }: Pick<LogRow, "fromSoc" | "toSoc">): string =>
  fromSoc === null && toSoc === null
    ? UNKNOWN
    : `${fromSoc === null ? "?" : percentText(fromSoc)} to ${toSoc === null ? "?" : percentText(toSoc)}`;

/** How far measured lies from reckoned, as a share of reckoned; null where one of them is not known. */
export const differs = ({ wallWh, reckonedWh }: Pick<LogRow, "wallWh" | "reckonedWh">): number | null =>
  wallWh === null || !reckonedWh ? null : wallWh / reckonedWh - 1;

const ACT_WORDS: Readonly<Record<SessionAct["act"], string>> = {
  start: "started",
  stop: "stopped",
  limit: "lowered",
  schedule: "sent its hours",
  "take-back": "its hours taken back",
};

/** Something that was done to a session from here: "18:40 lowered to 8 A". */
export function actText({ at: moment, act, amps, taken, said }: SessionAct, zone: string): string {
  const what = `${clockOf(moment, zone)} ${ACT_WORDS[act]}${amps === undefined ? "" : ` to ${ampsText(amps)}`}`;
  return taken ? what : `${what}: not taken${said ? `, it said “${said}”` : ""}`;
}

export const plural = (count: number, one: string, more = `${one}s`): string =>
  `${count} ${count === 1 ? one : more}`;
