import type { FlexibleGauge } from "../../trade/conductors";
import { leadFigures, type LeadAsked } from "./measured";

/** How often and how long the lead is used, and what a kWh costs (currency units). */
export interface Use {
  readonly hoursASession: number;
  readonly sessionsAYear: number;
  readonly perKWh: number;
}

/** What a loss comes to (currency units). */
export interface Coin {
  readonly kWhASession: number;
  readonly aSession: number;
  readonly aHundred: number;
  readonly aYear: number;
}

/** Money a loss (W) costs. @example coinOf(54, { hoursASession: 12, sessionsAYear: 100, perKWh: 0.34 }).aHundred // 22 */
export function coinOf(lostW: number, { hoursASession, sessionsAYear, perKWh }: Use): Coin {
  const kWhASession = (lostW * hoursASession) / 1000;
  const aSession = kWhASession * perKWh;
  return { kWhASession, aSession, aHundred: aSession * 100, aYear: aSession * sessionsAYear };
}

/** Something to do about a loss, at a price. */
export interface Remedy {
  readonly what: string;
  /** Watts still lost with it. */
  readonly lostW: number;
  readonly price: number;
}

/** What a remedy comes to: what it saves, and how long it takes to have saved its price; null where it never does. */
export interface Repaid extends Remedy {
  readonly savedAYear: number;
  readonly sessions: number | null;
  readonly years: number | null;
}

/**
 * Holds a remedy against what is lost now.
 * @example repaid({ what: "a thicker lead", lostW: 18, price: 46 }, 54, leadUse).savedAYear // 14.69
 */
export function repaid(remedy: Remedy, lostW: number, use: Use): Repaid {
  const savedASession = coinOf(lostW - remedy.lostW, use).aSession;
  const savedAYear = savedASession * use.sessionsAYear;
  const sessions = savedASession > 0 ? remedy.price / savedASession : null;
  return { ...remedy, savedAYear, sessions, years: savedAYear > 0 ? remedy.price / savedAYear : null };
}

/**
 * The same length in another conductor, contacts as good as new.
 * @example thicker({ known: { by: "loop", ohms: 0.44 }, amps: 9.8, volts: 230, lengthM: 18 }, "2.5 mm2", 46).lostW
 */
export const thicker = (asked: LeadAsked, gauge: FlexibleGauge, price: number): Remedy => ({
  what: `a lead of ${gauge.replace("mm2", "mm²")}`,
  lostW: leadFigures({ ...asked, known: { by: "conductor", gauge, temperatureC: 30 } }).lostW,
  price,
});

/**
 * The car's own draw at two powers: the slower one runs longer and wastes more (W into the battery, energy in Wh).
 * @returns Wh spent by the car itself at each
 * @example ownDrawOver(20_000, 280, 2_000, 7_000).slowWh // 2800
 */
export const ownDrawOver = (
  storedWh: number,
  ownDrawW: number,
  slowW: number,
  fastW: number,
): { readonly slowWh: number; readonly fastWh: number } => ({
  slowWh: (ownDrawW * storedWh) / slowW,
  fastWh: (ownDrawW * storedWh) / fastW,
});
