import {
  fromKm,
  micros,
  type DistanceUnit,
  type FitVerdict,
  type FitWay,
  type FittingAnswer,
} from "@kettleback/core";
import { decimals, moneyText } from "../../format/number";

/** What is left is never told as more than it is. */
export const leftText = (amps: number): string => `${tenths(Math.floor(amps * 10 + 1e-6) / 10)} A`;
/** What is needed is never told as less. */
export const needText = (amps: number): string => `${tenths(Math.ceil(amps * 10 - 1e-6) / 10)} A`;
const tenths = (value: number): string => decimals(value, Number.isInteger(value) ? 0 : 1);

/** A distance, never told as more than it is. */
export const kmText = (km: number, unit: DistanceUnit): string =>
  `${decimals(Math.floor(fromKm(km, unit) + 1e-6), 0)} ${unit}`;

/** An amount without its cents: a usual price has none to give. */
export const roundMoney = (amount: number, currency: string): string =>
  moneyText(micros(Math.round(amount)), currency).replace(/[.,]00(?!\d)/, "");

/** A range of usual prices. */
export function costText({ low, high }: FitWay["cost"], currency: string): string {
  return low === high
    ? roundMoney(low, currency)
    : `${roundMoney(low, currency)} to ${roundMoney(high, currency)}`;
}

export const FIT_WORDS: Readonly<Record<FitVerdict, string>> = {
  fits: "fits",
  asks: "has to be agreed",
  no: "does not fit",
};

/** What a week says of a way, in a word or two. */
export function weekText({ week, fit }: FitWay, unit: DistanceUnit): string {
  if (fit === "no") return "";
  if (!week) return "less than a car takes";
  if (week.verdict === "short")
    return `${decimals(Math.ceil(fromKm(week.shortKm, unit) - 1e-6), 0)} ${unit} short`;
  return week.verdict === "holds" ? "holds" : "holds with the battery as buffer";
}

/** The way that is looked at: the one chosen, else the one that is enough, else the first that goes. */
export const chosenWay = ({ ways, best }: FittingAnswer, chosen: FitWay["id"] | null): FitWay =>
  ways.find(({ id }) => id === chosen) ??
  ways.find(({ id }) => id === best) ??
  ways.find(({ fit }) => fit !== "no") ??
  ways[0]!;
