import { clockOf } from "../../engine/clock";
import { compile, isRefusal, type ChargingPath } from "../../engine/path";
import { charge, connectionOf, NO_SETTINGS } from "../../engine/plan";
import { bill } from "../../engine/tariff";
import { specText } from "../../things/documents";
import type { Tariff } from "../../things/parts";
import { amountOf, type Kilometres, type Seconds, type Watts } from "../../trade/units";
import {
  attemptsAt,
  everyPiece,
  fastestAt,
  isClean,
  whyNotAt,
  type Combination,
  type KitAsked,
  type KitPiece,
} from "../kit";
import { placeMet, type Met } from "./point";

/** What is asked of posts: a car with its kit, and how long one stays. */
export interface PostsAsked extends Pick<KitAsked, "car" | "household" | "session" | "pieces"> {
  readonly stayHours: number;
}

/** What this car gets with this kit at a plug or socket. */
export interface PostFigure {
  /** What of the kit is plugged in, and what flows; null where nothing does. */
  readonly gives: Combination | null;
  readonly whyNot: { readonly word: string; readonly why: string } | null;
  /** The kit's cable or unit is needed, not only what hangs there. */
  readonly ownCable: boolean;
  readonly batteryW: Watts;
  readonly kmPerHour: number;
  /** In the stay, no longer than the time limit. */
  readonly km: Kilometres;
  readonly plugged: Seconds;
  readonly limited: boolean;
  /** Seconds until the target, where the stay reaches it. */
  readonly fullAfter: Seconds | null;
  /** With VAT, in the household's currency; null where no tariff is known. */
  readonly cost: number | null;
  /** Some of it has no price at all: the cost is at least that. */
  readonly unpriced: boolean;
  /** A kWh in the battery. */
  readonly perKWh: number | null;
}

const NOTHING = {
  batteryW: 0 as Watts,
  kmPerHour: 0,
  km: 0,
  plugged: 0,
  limited: false,
  fullAfter: null,
  cost: null,
  unpriced: false,
  perKWh: null,
};

/** The pieces of a combination, as parts of a path. */
function partsOf(pieces: readonly KitPiece[], { used }: Combination) {
  const at = <K extends KitPiece["kind"]>(i: number | undefined, _kind: K) =>
    i === undefined ? undefined : (pieces[i] as Extract<KitPiece, { kind: K }>);
  return {
    evse: at(used.unit, "unit")?.unit,
    lead: at(used.lead, "lead")?.lead,
    cable: at(used.cable, "cable")?.cable,
    adapter: at(used.adapter, "adapter")?.adapter,
  };
}

/**
 * What a car gets at a plug or socket in a stay, with whatever of the kit serves best there: the single solve of that
 * path, and its bill.
 * @param limitMinutes the place's time limit; null where it has none
 * @example figureAt(postsAsked, postMet, network.tariffs.quay, null).kmPerHour // 54.4
 */
export function figureAt(
  asked: PostsAsked,
  met: Met,
  tariff: Tariff | null,
  limitMinutes: number | null,
): PostFigure {
  const { car, household, session, pieces, stayHours } = asked;
  const place = placeMet(met, "post");
  const none = (word: string, why: string): PostFigure => ({
    ...NOTHING,
    gives: null,
    whyNot: { word, why },
    ownCable: false,
  });
  if (!place) return none("no figure", "This program has no name for its connector.");
  const attempts = attemptsAt(asked, place);
  const gives = fastestAt(attempts, everyPiece(pieces.length));
  if (!gives) {
    const { word, why } = whyNotAt(attempts, place, everyPiece(pieces.length));
    return none(word, why);
  }
  const { evse: unit, ...others } = partsOf(pieces, gives);
  const evse = place.evse ?? unit!;
  const path: ChargingPath = {
    car,
    outlet: place.outlet,
    evse,
    ...others,
    houseRule: household.houseRule,
    schools: household.schools,
    settings: { heatingW: session.heatingW },
  };
  const stay = stayHours * 3600;
  const limit = limitMinutes === null ? Infinity : limitMinutes * 60;
  const plugged = Math.min(stay, limit);
  const circuit = compile(path);
  const done = isRefusal(circuit) ? circuit : charge(path, circuit, session, plugged);
  if (isRefusal(done)) return none("too little", done.message);
  const clock = clockOf({ pluggedInAt: session.pluggedInAt, neededBy: null }, household.timeZone);
  const billed =
    tariff &&
    bill(tariff, done.run, clock, {
      ...connectionOf({ evse, settings: NO_SETTINGS }, done.circuit, clock),
      to: plugged,
    });
  const storedWh = (done.endSoc - done.start.soc) * done.circuit.pack.usableWh;
  const cost = billed === null ? null : amountOf(billed.total);
  return {
    gives,
    whyNot: null,
    ownCable: gives.used.cable !== undefined || gives.used.unit !== undefined,
    batteryW: gives.batteryW,
    kmPerHour: gives.batteryW / car.whPerKm,
    km: storedWh / car.whPerKm,
    plugged,
    limited: limit < stay && !done.reached,
    fullAfter: done.reached ? done.secondsToTarget : null,
    cost,
    unpriced: (billed?.unpriced ?? 0) > 0,
    perKWh: cost === null || storedWh <= 0 ? null : (1000 * cost) / storedWh,
  };
}

/**
 * Whether what it takes there asks for care.
 * @example needsCare(figureAt(postsAsked, postMet, null, null)) // false
 */
export const needsCare = ({ gives }: PostFigure): boolean => gives !== null && !isClean(gives);

/**
 * Figures of plugs and sockets, each kind with its tariff and limit worked out once: a network of thousands has few kinds.
 * @example figuresFor(postsAsked)(postMet, null, null).batteryW // 9904
 */
export function figuresFor(
  asked: PostsAsked,
): (met: Met, tariff: Tariff | null, limitMinutes: number | null) => PostFigure {
  const known = new Map<string, PostFigure>();
  return (met, tariff, limitMinutes) => {
    const key = `${specText(met)}|${tariff ? specText(tariff) : ""}|${limitMinutes}`;
    const figure = known.get(key) ?? figureAt(asked, met, tariff, limitMinutes);
    known.set(key, figure);
    return figure;
  };
}
