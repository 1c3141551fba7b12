import {
  isRefusal,
  fitProblem,
  operate,
  operateRapid,
  type ChargingPath,
  type OperatingPoint,
  type Refusal,
} from "../path";
import { wattHours, watts, type Celsius, type Fraction, type Seconds, type WattHours } from "../units";
import { acceptancePieces, acceptedAt } from "./acceptance";
import type { PowerBalance } from "./chain";
import { acDelivery, rapidDelivery, type Delivery } from "./delivery";
import { cutAt, integrate, type Segment } from "./integrate";
import { ledgerOf, type Ledger } from "./ledger";
import { march } from "./march";
import { acceptanceFactor, packTemperature } from "./temperature";

/** From where to where, and how long the car may stay. */
export interface SessionRequest {
  readonly fromSoc: Fraction;
  readonly toSoc: Fraction;
  /** Seconds until departure; undefined when nobody is waiting. */
  readonly deadline?: Seconds | undefined;
  /** Battery temperature at the start; left out for a pack warm enough not to matter. */
  readonly batteryC?: Celsius | null | undefined;
  /** Cabin or battery heating while charging (W). */
  readonly heatingW?: number | undefined;
}

/** A charging session over a path: what flows, for how long, and where the energy goes. */
export interface Session {
  readonly point: OperatingPoint;
  readonly delivery: Delivery;
  /** Balance of power at full flow, before the battery tapers. */
  readonly atFlow: PowerBalance;
  /** The whole way to the target, as if nobody left. */
  readonly segments: readonly Segment[];
  readonly secondsToTarget: Seconds;
  /** Seconds charged until target or departure, whichever comes first. */
  readonly seconds: Seconds;
  readonly reached: boolean;
  readonly endSoc: Fraction;
  /** Still missing at departure; zero when the target is reached. */
  readonly shortWh: WattHours;
  readonly ledger: Ledger;
  /** Lost in the station's rectifier, before the billed meter; zero on AC. */
  readonly upstreamWh: WattHours;
}

/** The point and the delivery of a path: over the onboard charger, or from a rapid station. */
function deliver(
  path: ChargingPath,
  request: SessionRequest,
): { point: OperatingPoint; delivery: Delivery } | Refusal {
  const heatingW = request.heatingW ?? 0;
  const { unit, car } = path;
  if (unit.kind !== "rapid") {
    const point = operate(path);
    return isRefusal(point) ? point : { point, delivery: acDelivery(path, point, heatingW) };
  }
  const misfit = fitProblem(path);
  if (misfit) return misfit;
  const delivery = rapidDelivery(path, unit, car, heatingW);
  const batteryC = request.batteryC ?? null;
  const factor = batteryC === null ? 1 : acceptanceFactor(batteryC);
  const { acceptance } = car.battery;
  const accepted = acceptance && acceptedAt(acceptance, request.fromSoc) * factor;
  const taken = accepted === undefined ? undefined : delivery.balance(accepted, request.fromSoc);
  const point = operateRapid(
    path,
    unit,
    request.fromSoc,
    taken && taken.stored + taken.battery + taken.ownDraw,
  );
  return { point, delivery };
}

const ownDrawTakesAll = (path: ChargingPath, inletW: number): Refusal => ({
  field: "car",
  code: "own-draw-takes-all",
  message: `${Math.round(inletW)} W reach the car, and conversion, its own draw of ${path.car.ownDrawW} W and any heating take all of it: the battery gains nothing.`,
  remedy: "Take a way in with more power, or turn off what runs in the car.",
});

/**
 * Charges a car over a path.
 * @returns the session, or why nothing is stored and what to change
 */
export function charge(path: ChargingPath, request: SessionRequest): Session | Refusal {
  const delivered = deliver(path, request);
  if (isRefusal(delivered)) return delivered;
  const { point, delivery } = delivered;
  const { fromSoc, toSoc, deadline } = request;
  const batteryC = request.batteryC ?? null;
  if (delivery.storedAt(fromSoc) <= 0) return ownDrawTakesAll(path, point.inletW);

  const { battery } = path.car;
  const usable = wattHours(battery.usableWh);
  const pieces = acceptancePieces(battery.acceptance, fromSoc, toSoc);
  const segments =
    delivery.constant && batteryC === null
      ? integrate(pieces, usable, watts(delivery.storedAt(fromSoc)))
      : march(
          pieces,
          usable,
          (soc) => delivery.storedAt(soc),
          batteryC === null ? undefined : (time) => acceptanceFactor(packTemperature(batteryC, time)),
        );
  let secondsToTarget = 0;
  for (const s of segments) secondsToTarget += s.seconds;
  const reached = deadline === undefined || secondsToTarget <= deadline;
  const done = reached ? segments : cutAt(segments, usable, deadline);
  const endSoc = reached ? toSoc : (done.at(-1)?.toSoc ?? fromSoc);
  const ledger = ledgerOf(done, delivery);
  const { unit } = path;
  return {
    point,
    delivery,
    atFlow: fullFlow(segments, delivery, fromSoc),
    segments,
    secondsToTarget,
    seconds: reached ? secondsToTarget : deadline,
    reached,
    endSoc,
    shortWh: wattHours((toSoc - endSoc) * usable),
    ledger,
    upstreamWh: wattHours(unit.kind === "rapid" ? ledger.wall * (1 / unit.rectifierEfficiency - 1) : 0),
  };
}

/** The balance where most is stored. */
function fullFlow(segments: readonly Segment[], delivery: Delivery, fromSoc: Fraction): PowerBalance {
  let [most, soc] = [0, fromSoc];
  for (const s of segments) {
    if (s.startW > most) [most, soc] = [s.startW, s.fromSoc];
    if (s.endW > most) [most, soc] = [s.endW, s.toSoc];
  }
  return delivery.balance(most || delivery.storedAt(fromSoc), soc);
}
