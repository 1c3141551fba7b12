import { OUTLET_TYPE_IDS, feedOf, outletType, type OutletTypeId } from "../../trade/outlets";
import { SUPPLY_IDS, tapOf, TAPS, type SupplyId } from "../../trade/supply";
import { lineVolts } from "../../things/parts";
import type { Amps, Volts } from "../../trade/units";
import type { Token } from "./token";

/** One of several ratings of a thing: so many amps at a voltage of its own. */
export interface VoltageRating {
  /** Volts as printed: between lines where there are three phases. */
  readonly volts: Volts;
  readonly phases: 1 | 3;
  readonly amps: Amps;
}

/** Highest volts of one phase; above it a plate speaks of three, between lines. */
const ONE_PHASE_VOLTS = 277;

/** Whether a token tells which of its ratings is meant. */
const tells = ({ said }: Token): boolean =>
  said.what === "volts" ? said.low === said.high && said.current !== "DC" : said.what === "phases";

/** Pieces in a row parted so that each part has one current: what tells it before it, or all of it after it. */
function parted(tokens: readonly Token[]): Token[][] {
  const row = tokens.filter((token) => tells(token) || token.said.what === "amps");
  const before = row[0] !== undefined && tells(row[0]);
  const parts: Token[][] = [[]];
  for (const token of row) {
    const last = parts.at(-1)!;
    const full = last.some(({ said }) => said.what === "amps");
    if (full && (before || token.said.what === "amps")) parts.push([token]);
    else last.push(token);
  }
  return parts;
}

/** A part's rating; undefined where it lacks its volts, or has several currents. */
function ratingOf(part: readonly Token[]): VoltageRating | undefined {
  const volts = part.flatMap(({ said }) => (said.what === "volts" ? [said.low] : []));
  const amps = part.flatMap(({ said }) => (said.what === "amps" ? said.amps : []));
  const phases = part.flatMap(({ said }) => (said.what === "phases" ? [said.phases] : []));
  if (volts.length !== 1 || amps.length !== 1 || phases.length > 1) return undefined;
  const three = phases[0] === undefined ? volts[0]! > ONE_PHASE_VOLTS : phases[0] === 3;
  return { volts: volts[0]!, phases: three ? 3 : 1, amps: amps[0]! };
}

/** Two voltages in one piece with two currents in one: "120/240 V 12/32 A", the lower with the lower. */
function pairedLists(tokens: readonly Token[]): (VoltageRating | undefined)[] {
  const volts = tokens.flatMap(({ said }) => (said.what === "volts" ? [said] : []));
  const amps = tokens.flatMap(({ said }) => (said.what === "amps" ? [said.amps] : []));
  const [both, list] = [volts[0], amps[0]];
  if (volts.length !== 1 || amps.length !== 1 || !both?.pair || list?.length !== 2) return [];
  // 230/400 V is one system's two voltages; its currents are steps.
  if (both.high / both.low < 1.9) return [];
  return [both.low, both.high].map((at, i) => ({ volts: at, phases: 1, amps: list[i]! }));
}

/**
 * The ratings of a thing that has one a voltage: "120 V 12 A / 240 V 32 A". None where a plate has one, or does not say
 * which current goes with which voltage.
 */
export function ratingsOf(tokens: readonly Token[]): readonly VoltageRating[] {
  const found = [...pairedLists(tokens)];
  if (found.length === 0) found.push(...parted(tokens).map(ratingOf));
  if (found.length < 2 || found.some((rating) => rating === undefined)) return [];
  const ratings = found as VoltageRating[];
  const voltages = new Set(ratings.map(({ volts, phases }) => `${volts} ${phases}`));
  const currents = new Set(ratings.map(({ amps }) => amps));
  return voltages.size === ratings.length && currents.size > 1 ? ratings : [];
}

/** Volts from a line to neutral, or across the one phase there is. */
const across = ({ volts, phases }: VoltageRating): Volts =>
  phases === 3 && volts > ONE_PHASE_VOLTS ? volts / Math.sqrt(3) : volts;

/**
 * Most power of a rating (W).
 * @example ratingWatts({ volts: 240, phases: 1, amps: 32 }) // 7680
 */
export const ratingWatts = (rating: VoltageRating): number => rating.phases * across(rating) * rating.amps;

/** Share by which printed volts may lie off a supply's. */
const NEAR = 0.05;
const near = (printed: Volts, volts: Volts): boolean => Math.abs(printed / volts - 1) <= NEAR;

/** The tap of a supply that a rating is meant for, if it has one. */
const tapFor = ({ volts, phases }: VoltageRating, system: SupplyId) =>
  TAPS.find((tap) => {
    const found = tapOf(system, tap);
    return (
      found?.phases === phases &&
      near(volts, phases === 3 && volts > ONE_PHASE_VOLTS ? found.volts * Math.sqrt(3) : lineVolts(found))
    );
  });

/** The usual plug among those that hold as much: a 14-50 before a 6-50, which few houses have. */
const SELDOM: readonly OutletTypeId[] = ["nema-6-50", "nema-tt-30", "nema-10-30"];

/** A plug that holds a rating for hours on a supply: one that is usual in the house, else the smallest. */
function plugFor(
  rating: VoltageRating,
  system: SupplyId,
  usual: readonly OutletTypeId[],
): OutletTypeId | undefined {
  const tap = tapFor(rating, system);
  const holding = OUTLET_TYPE_IDS.filter((type) => {
    const feed = feedOf(type, system);
    return feed && !feed.odd && feed.tap === tap && outletType(type).sustained.usual >= rating.amps;
  });
  const own = usual.find((type) => holding.includes(type));
  if (own) return own;
  const least = Math.min(...holding.map((type) => outletType(type).sustained.usual));
  return holding
    .filter((type) => outletType(type).sustained.usual === least)
    .find((type) => !SELDOM.includes(type));
}

/**
 * A plug for each rating, on the one supply that has all their voltages, those usual in the house first; undefined where
 * no supply has them, or a plug is missing.
 */
export function plugsOfRatings(
  ratings: readonly VoltageRating[],
  usual: readonly OutletTypeId[],
): readonly { readonly type: OutletTypeId; readonly amps: Amps }[] | undefined {
  const system = SUPPLY_IDS.find((id) => ratings.every((rating) => tapFor(rating, id)));
  if (!system) return undefined;
  const plugs = ratings.map((rating) => ({ type: plugFor(rating, system, usual), amps: rating.amps }));
  return plugs.every((plug): plug is { type: OutletTypeId; amps: Amps } => plug.type !== undefined)
    ? plugs
    : undefined;
}
