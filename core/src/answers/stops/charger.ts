import { clockFrom, clockOf, type Clock } from "../../engine/clock";
import { compile, type ChargingPath, type Circuit } from "../../engine/path";
import { connectionOf, NO_SETTINGS } from "../../engine/plan";
import { atOnce, ledgerOf, run, type Run } from "../../engine/session";
import { bill } from "../../engine/tariff";
import { specText } from "../../things/documents";
import type { Evse } from "../../things/parts";
import { amountOf, type Fraction, type Seconds, type WattHours } from "../../trade/units";
import { attemptsAt, everyPiece, fastestAt, pieceName, piecesOf } from "../kit";
import { placeMet } from "../posts";
import { gainOf, type Gain } from "../week";
import { plainPrice } from "./plain";
import type { TripCandidate, TripAsked } from "./document";

/** A session at a stop, as it would really be. */
export interface Charged {
  readonly seconds: Seconds;
  readonly wallWh: WattHours;
  /** With VAT; null where no tariff is known. */
  readonly cost: number | null;
  /** Into the battery as one leaves. */
  readonly leavesAtW: number;
}

/** What a stop gives this car with this kit. */
export interface Charger {
  readonly gain: Gain;
  /** Furthest it charges. */
  readonly ends: Fraction;
  /** Whatever of the kit is plugged in. */
  readonly pieces: readonly string[];
  /** At full flow, into the battery. */
  readonly batteryW: number;
  charged(this: void, from: Fraction, to: Fraction, at: Seconds): Charged;
  /** What a session costs that is one of thousands weighed: as {@link charged}, quicker where the tariff is plain. */
  costs(this: void, from: Fraction, to: Fraction, at: Seconds): number | null;
}

/** Why a car charges nothing at a stop. */
export interface NoCharger {
  readonly whyNot: string;
}

/** A night's session in which a kit is tried: only what fits and is fastest is asked of it. */
const TRIED = { fromSoc: 0.1, toSoc: 1, neededBy: null, batteryC: null, heatingW: 0 } as const;

function chargerOf(trip: TripAsked, { point, tariff }: TripCandidate, clock: Clock): Charger | NoCharger {
  const { car, household, pieces, departAt } = trip;
  const place = placeMet({ kind: "post", ...point }, "station")!;
  const attempts = attemptsAt(
    { car, household, pieces, session: { ...TRIED, pluggedInAt: departAt } },
    place,
  );
  const gives = fastestAt(attempts, everyPiece(pieces.length));
  if (!gives) {
    const refusal = attempts.find((attempt) => attempt.kind === "refused");
    return {
      whyNot: refusal?.kind === "refused" ? refusal.refusal.message : "Nothing of the kit may be used there.",
    };
  }
  const used = piecesOf(gives.mask).map((i) => pieces[i]!);
  const evse: Evse = place.evse!;
  const path: ChargingPath = {
    car,
    outlet: place.outlet,
    evse,
    lead: undefined,
    cable: used.flatMap((piece) => (piece.kind === "cable" ? [piece.cable] : []))[0],
    adapter: used.flatMap((piece) => (piece.kind === "adapter" ? [piece.adapter] : []))[0],
    houseRule: household.houseRule,
    schools: household.schools,
  };
  const circuit = compile(path) as Circuit;
  const charged = (from: Fraction, to: Fraction, at: Seconds): Charged => {
    const ran: Run = run(circuit, atOnce(to), { soc: from, packC: null, elapsed: 0 });
    const its = clockFrom(clock, at, null);
    const billed =
      tariff && bill(tariff, ran, its, connectionOf({ evse, settings: NO_SETTINGS }, circuit, its));
    return {
      seconds: ran.end.elapsed,
      wallWh: ledgerOf(ran.slices).wall,
      cost: billed ? amountOf(billed.total) : null,
      leavesAtW: ran.slices.at(-1)?.endW ?? 0,
    };
  };
  const gain = gainOf(circuit, null);
  const plain = tariff && plainPrice(tariff);
  const walls = new Map<Fraction, WattHours>();
  /** At the meter from empty to a charge: a warm pack's session is a stretch of one curve. */
  const wallTo = (soc: Fraction): WattHours => {
    const known = walls.get(soc);
    if (known !== undefined) return known;
    const made = ledgerOf(run(circuit, atOnce(soc), { soc: 0, packC: null, elapsed: 0 }).slices).wall;
    walls.set(soc, made);
    return made;
  };
  const costs = (from: Fraction, to: Fraction, at: Seconds): number | null =>
    plain
      ? plain.flat +
        (plain.perKWh * (wallTo(to) - wallTo(from))) / 1000 +
        (plain.perHour * gain.secondsTo(from, to)) / 3600
      : charged(from, to, at).cost;
  return {
    gain,
    ends: circuit.pack.endsSoc,
    pieces: used.map(pieceName),
    batteryW: gives.batteryW,
    charged,
    costs,
  };
}

/**
 * What every stop gives, those alike worked out once.
 * @example chargersOf(trip).length // 5
 */
export function chargersOf(trip: TripAsked): (Charger | NoCharger)[] {
  const clock = clockOf({ pluggedInAt: trip.departAt, neededBy: null }, trip.household.timeZone);
  const known = new Map<string, Charger | NoCharger>();
  return trip.stops.map((stop) => {
    const key = specText({ point: stop.point, tariff: stop.tariff });
    const made = known.get(key) ?? chargerOf(trip, stop, clock);
    known.set(key, made);
    return made;
  });
}

/**
 * Whether a stop charges this car at all.
 * @example charges(chargersOf(trip)[0]) // true
 */
export const charges = (charger: Charger | NoCharger): charger is Charger => "gain" in charger;
