import {
  fromKm,
  pieceName,
  piecesOf,
  type Combination,
  type DistanceUnit,
  type KitPiece,
  type Micros,
  micros,
} from "@kettleback/core";
import { ampsText, decimals, figureText, moneyText, powerFigure } from "../../format/number";

/** A distance to whole units, never more than it is. */
export const kmText = (km: number, unit: DistanceUnit): string =>
  `${decimals(Math.floor(fromKm(km, unit) + 1e-9), 0)} ${unit}`;

/** A distance near by, to a tenth below ten. */
export const nearText = (km: number, unit: DistanceUnit): string => {
  const there = fromKm(km, unit);
  return `${decimals(there, there < 10 ? 1 : 0)} ${unit}`;
};

/** Money of an amount that is no longer in micros. */
export const amountText = (amount: number, currency: string): string =>
  moneyText(micros(amount) as Micros, currency);

/** What of the kit is put together, as words; nothing where all of it hangs there. */
export function togetherText({ mask, setTo }: Combination, pieces: readonly KitPiece[]): string {
  const names = piecesOf(mask).map((at) => pieceName(pieces[at]!));
  const set = setTo === null ? "" : `, set to ${ampsText(setTo)}`;
  return `${names.length === 0 ? "nothing of yours" : names.join(" + ")}${set}`;
}

/** Power into the battery, as a figure with its unit. */
export const kWText = (watts: number): string => figureText(powerFigure(watts));

/** Amps on so many phases, as a table says it: 16 A, or 3 × 16 A. */
export const ampsOn = ({ amps, phases }: Combination): string =>
  `${phases === 1 ? "" : `${phases} × `}${ampsText(amps)}`;

/** How old something is, as people say it. */
export function ageText(ms: number): string {
  const minutes = Math.max(0, Math.round(ms / 60_000));
  if (minutes < 1) return "just now";
  if (minutes < 90) return `${minutes} min ago`;
  const hours = Math.round(minutes / 60);
  if (hours < 36) return `${hours} h ago`;
  const days = Math.round(hours / 24);
  return days < 60
    ? `${days} days ago`
    : days < 700
      ? `${Math.round(days / 30)} months ago`
      : `${Math.round(days / 365)} years ago`;
}
