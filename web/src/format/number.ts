import type { Kilometres, Micros, Seconds, WattHours, Watts } from "@kettleback/core";
import {
  amountOf,
  fromKm,
  fromWhPerKm,
  shownAs,
  toKm,
  type DistanceUnit,
  type EconomyUnit,
} from "@kettleback/core";

import { figureLocale } from "./manner";

/** A number ready to read, its unit apart so it can be set smaller. */
export interface Figure {
  readonly value: string;
  readonly unit: string;
}

/** Making a formatter costs far more than using it, and every keystroke formats dozens of numbers. */
function cached<K>(make: (key: K, locale: string) => Intl.NumberFormat): (key: K) => Intl.NumberFormat {
  const made: Record<string, Map<K, Intl.NumberFormat>> = {};
  return (key) => {
    const locale = figureLocale();
    const own = (made[locale] ??= new Map<K, Intl.NumberFormat>());
    const found = own.get(key) ?? make(key, locale);
    own.set(key, found);
    return found;
  };
}

/** What comes to nothing as it is shown has no minus before it. */
const NO_LESS_THAN_NOTHING = "negative";

const fixed = cached(
  (digits: number, locale) =>
    new Intl.NumberFormat(locale, {
      minimumFractionDigits: digits,
      maximumFractionDigits: digits,
      signDisplay: NO_LESS_THAN_NOTHING,
    }),
);
const significant = cached(
  (digits: number, locale) => new Intl.NumberFormat(locale, { maximumSignificantDigits: digits }),
);
const currencies = cached(
  (currency: string, locale) =>
    new Intl.NumberFormat(locale, {
      style: "currency",
      currency,
      currencyDisplay: "narrowSymbol",
      signDisplay: NO_LESS_THAN_NOTHING,
    }),
);

/** A number with a fixed count of decimals. */
export const decimals = (n: number, digits: number): string => fixed(digits).format(n);

const readableDigits = (n: number): number => (Math.abs(n) < 10 ? 2 : Math.abs(n) < 100 ? 1 : 0);

/** Three significant figures or thereabouts: 1.81, 12.1, 131. */
const readable = (n: number): string => decimals(n, readableDigits(n));
/** Rounded as the formatter does, by its digits: 8.575 is 8.58, though times a hundred it lies a trifle below 857.5. */
const rounded = (n: number, digits: number): number =>
  Math.round(Number((n * 10 ** digits).toPrecision(14))) / 10 ** digits;

/** A number for a working: the digits its place in the sum asks for, so that it can be checked by hand. */
export const worked = (n: number, digits: number): string => significant(digits).format(n);

/**
 * Amounts as their figures show them: a difference is taken between these, so that it is what a reader finds when taking
 * one shown figure from the other.
 */
export const shownPower = (w: Watts | number): number =>
  Math.abs(w) < 100 ? Math.round(w) : 1000 * rounded(w / 1000, readableDigits(w / 1000));
export const shownEnergy: (wh: WattHours | number) => number = shownPower;
export const shownKm = (km: Kilometres, unit: DistanceUnit): Kilometres =>
  toKm(rounded(fromKm(km, unit), 0), unit);
export const shownSpeed = (kmPerHour: number, unit: DistanceUnit): number => {
  const speed = fromKm(kmPerHour, unit);
  return toKm(rounded(speed, readableDigits(speed)), unit);
};
export const shownShare = (share: number): number => rounded(100 * share, 0) / 100;

/** Power: a rate, in kW, or in W below a hundred. */
export const powerFigure = (w: Watts | number): Figure =>
  Math.abs(w) < 100 ? { value: decimals(w, 0), unit: "W" } : { value: readable(w / 1000), unit: "kW" };

/** Energy: an amount, in kWh, or in Wh below a hundred. */
export const energyFigure = (wh: WattHours | number): Figure =>
  Math.abs(wh) < 100 ? { value: decimals(wh, 0), unit: "Wh" } : { value: readable(wh / 1000), unit: "kWh" };

export const distanceFigure = (km: Kilometres, unit: DistanceUnit): Figure => ({
  value: decimals(fromKm(km, unit), 0),
  unit,
});

export const speedFigure = (kmPerHour: number, unit: DistanceUnit): Figure => ({
  value: readable(fromKm(kmPerHour, unit)),
  unit: `${unit}/h`,
});

export const economyFigure = (whPerKm: number, unit: EconomyUnit): Figure => ({
  value: readable(fromWhPerKm(whPerKm, unit)),
  unit,
});

export const ampsText = (amps: number): string => `${decimals(amps, Number.isInteger(amps) ? 0 : 1)} A`;

export const percentText = (share: number, digits = 0): string => `${decimals(share * 100, digits)} %`;

/** Seconds to the nearest minute: a session begins on one, so that clock times and durations add up as they are shown. */
export const toMinute = (seconds: Seconds): Seconds => Math.round(seconds / 60) * 60;

/** Hours and minutes: 13 h 20 min. */
export function durationText(seconds: Seconds): string {
  const minutes = toMinute(seconds) / 60;
  const h = Math.floor(minutes / 60);
  const m = minutes % 60;
  return h === 0 ? `${m} min` : m === 0 ? `${h} h` : `${h} h ${m} min`;
}

/** The smallest coin shown of a currency, in micros. */
export const coinOf = (currency: string): number =>
  1_000_000 / 10 ** (currencies(currency).resolvedOptions().maximumFractionDigits ?? 2);

/** Money in the household's currency. */
export const moneyText = (m: Micros, currency: string): string =>
  currencies(currency).format(amountOf(shownAs(m, coinOf(currency))));

/** How much more one amount is than another, as both are shown. */
export const shownMore = (then: Micros, now: Micros, currency: string): Micros =>
  (shownAs(then, coinOf(currency)) - shownAs(now, coinOf(currency))) as Micros;

/** How one amount compares with another, as both are shown: "the same", "€0.12 more". */
export function moreText(then: Micros, now: Micros, currency: string): string {
  const more = shownMore(then, now, currency);
  return more === 0
    ? "the same"
    : `${moneyText(Math.abs(more) as Micros, currency)} ${more > 0 ? "more" : "less"}`;
}

/** … with what it is compared to: "the same as at once", "€0.12 more than at once". */
export const comparedText = (then: Micros, now: Micros, currency: string, what: string): string =>
  `${moreText(then, now, currency)} ${shownMore(then, now, currency) === 0 ? "as" : "than"} ${what}`;

/** A figure as one text. */
export const figureText = ({ value, unit }: Figure): string => `${value} ${unit}`;
