import { amountOf, type Fraction, type Micros } from "../../trade/units";
import {
  riderOf,
  sessionIn,
  stopsFor,
  stopSpan,
  type Leg,
  type Luck,
  type Rider,
  type Timeline,
  type WeekStay,
} from "../week";

/** A value by charge, straight between evenly spaced charges. */
export interface Table {
  readonly from: Fraction;
  readonly step: Fraction;
  readonly values: Float64Array;
}

/** Charges of a table. */
const POINTS = 33;

function tableOf(from: Fraction, to: Fraction, value: (soc: Fraction) => number): Table {
  const step = (to - from) / (POINTS - 1);
  return { from, step, values: Float64Array.from({ length: POINTS }, (_, i) => value(from + i * step)) };
}

/** A table's value at a charge. */
export function valueAt({ from, step, values }: Table, soc: Fraction): number {
  if (!(step > 0)) return values[0]!;
  const place = Math.min(values.length - 1, Math.max(0, (soc - from) / step));
  const low = Math.min(values.length - 2, Math.floor(place));
  return values[low]! + (place - low) * (values[low + 1]! - values[low]!);
}

/** A stay at a plug, ready for many nights: how it charges, and what that costs by the charge it begins with. */
export interface Standing {
  readonly seconds: number;
  readonly target: Fraction;
  readonly limit: Fraction;
  readonly cost: Table;
}

/** One piece of a week, with what is needed to pass it quickly. */
export type CoursePiece =
  | {
      readonly kind: "leg";
      /** The day of the pattern whose drive it is, and its share of that day's distance. */
      readonly of: number;
      readonly share: number;
      readonly preheat: Fraction;
      readonly day: number;
      /** Money of one stop by what it puts in; NaN where nobody says at what one stops. */
      readonly stop: Table;
    }
  | {
      readonly kind: "stay";
      readonly at: "home" | "work" | "post";
      readonly day: number;
      readonly arrives: boolean;
      readonly usual: Standing;
      readonly late: Standing;
      near(this: void, soc: Fraction, seconds: number, target: Fraction): Fraction;
    }
  | { readonly kind: "sun" };

/** A car's week at a way in one season, made ready to be passed thousands of times. */
export interface Course {
  readonly pieces: readonly CoursePiece[];
  /** Charge a kilometre takes. */
  readonly perKm: Fraction;
  readonly sun: Fraction;
  readonly reserve: Fraction;
  readonly limit: Fraction;
  readonly stopSpan: Fraction;
  readonly pattern: Rider["pattern"];
}

/** A week in which one comes home late every day: stays at home begin later, and end as they do. */
const lateOf = ({ pieces, ...timeline }: Timeline, hours: number): Timeline => ({
  ...timeline,
  pieces: pieces.map((piece) =>
    piece.kind === "stay" && piece.at === "home" && piece.arrives
      ? { ...piece, from: Math.min(piece.to, piece.from + hours * 3600) }
      : piece,
  ),
});

function standing(rider: Rider, stay: WeekStay, at: number): Standing {
  const where = stay.at as "home";
  const plug = rider.plugs[where]!;
  const { liftedOn } = rider.pattern;
  const limit = stay.before !== null && liftedOn.includes(stay.before) ? 1 : rider.ride.limit;
  const target = plug.targetOf(limit);
  const seconds = rider.hours[where]!.secondsOf(stay, at);
  const packC = plug.plan.session.batteryC;
  const cost = tableOf(0, target, (soc) => {
    if (seconds <= 0 || soc >= target) return 0;
    const { run, bill } = sessionIn(plug, rider, stay, at, { soc, packC, elapsed: 0 }, target);
    return run.slices.length > 0 ? amountOf(bill.total) : 0;
  });
  return { seconds, target, limit, cost };
}

/** Money of one stop on a leg by what it puts in. */
function stopTable(rider: Rider, leg: Leg, span: Fraction): Table {
  const { reserve } = rider.ride;
  return tableOf(0, span, (put) => {
    if (put <= 0) return 0;
    const [stop] = stopsFor(rider, leg, reserve, reserve, put);
    return stop!.cost === null ? Number.NaN : amountOf(stop!.cost as Micros);
  });
}

/**
 * A rider's week made ready to be passed thousands of times: sessions by their curves, their costs by tables of exact
 * bills.
 */
export function courseOf(rider: Rider, luck: Luck): Course {
  const { timeline, ride, plugs, pattern, busy } = rider;
  const late = riderOf(rider.car, pattern, lateOf(timeline, luck.lateHours), plugs, busy);
  const span = stopSpan(rider, ride.reserve);
  const drivenOn = new Map<number, number>();
  for (const piece of timeline.pieces)
    if (piece.kind === "leg") drivenOn.set(piece.of, (drivenOn.get(piece.of) ?? 0) + piece.km);
  const pieces = timeline.pieces.flatMap((piece, at): CoursePiece[] => {
    if (piece.kind === "turn") return [];
    if (piece.kind === "sun") return ride.sunKm > 0 ? [{ kind: "sun" }] : [];
    if (piece.kind === "leg") {
      const km = drivenOn.get(piece.of)!;
      return [
        {
          kind: "leg",
          of: piece.of,
          day: piece.day,
          share: km > 0 ? piece.km / km : 0,
          preheat: piece.fromHome ? ride.preheatWh / ride.usableWh : 0,
          stop: stopTable(rider, piece, span),
        },
      ];
    }
    const { at: place } = piece;
    const plug = place === "nowhere" ? null : plugs[place];
    if (!plug || place === "nowhere") return [];
    return [
      {
        kind: "stay",
        at: place,
        day: piece.day,
        arrives: piece.arrives,
        usual: standing(rider, piece, at),
        late: standing(late, late.timeline.pieces[at] as WeekStay, at),
        near: plug.gain.near,
      },
    ];
  });
  return {
    pieces,
    perKm: ride.whPerKm / ride.usableWh,
    sun: (ride.sunKm * ride.whPerKm) / ride.usableWh,
    reserve: ride.reserve,
    limit: ride.limit,
    stopSpan: span,
    pattern,
  };
}
