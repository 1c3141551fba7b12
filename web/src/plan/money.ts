import { micros, usualPrice } from "@kettleback/core";
import { moneyText } from "../format/number";
import { figureLocale } from "../format/manner";

/** An amount in currency units as money to read; more than its cents where it is small. */
export function amountText(amount: number, currency: string): string {
  if (!Number.isFinite(amount)) return "–";
  const fine = Math.abs(amount) < 1 && amount !== 0;
  if (!fine) return moneyText(micros(amount), currency);
  return new Intl.NumberFormat(figureLocale(), {
    style: "currency",
    currency,
    currencyDisplay: "narrowSymbol",
    maximumFractionDigits: 3,
  }).format(amount);
}

/** What something usually costs, known in euros, in a household's money: whole, as it is a round figure. */
export const usualText = (euros: number, currency: string): string =>
  moneyText(micros(usualPrice(euros, currency)), currency).replace(/[.,]00(?!\d)/, "");

/** An amount on an axis: whole where it is large. */
export const tickText = (amount: number, currency: string): string =>
  Math.abs(amount) < 100
    ? amountText(amount, currency)
    : moneyText(micros(amount), currency).replace(/[.,]\d{2}(?!\d)/, "");
