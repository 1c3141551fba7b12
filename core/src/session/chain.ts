import type { Car, Unit } from "../parts";
import { ampsForInletPower, type OperatingPoint } from "../path";
import { watts, type Watts } from "../units";

/** Causes of loss between the meter and the cells, in the order electricity meets them. */
export const LOSS_CAUSES = [
  "circuit",
  "contacts",
  "lead",
  "unit",
  "cable",
  "conversion",
  "ownDraw",
  "battery",
] as const;
export type LossCause = (typeof LOSS_CAUSES)[number];

/** Where every watt goes at one moment: wall = stored + all causes. */
export type PowerBalance = Readonly<Record<LossCause | "wall" | "stored", Watts>>;

/** Volts at which a charger's rated power is stated when only amps are given. */
const RATING_VOLTS = 230;

/**
 * Loss curve of the onboard charger, a + b·x + c·x² of rated power, fitted to 0.93 at full and half load and 0.90
 * at a fifth; another rated efficiency scales all three.
 */
const FIT = { a: 0.0125, b: 0.0325, c: 0.025 } as const;
const FITTED_LOSS = 0.07;

interface ConversionCurve {
  readonly a: number;
  readonly b: number;
  readonly c: number;
}

/** Coefficients of the charger's loss in watts over AC watts: a + b·P + c·P². */
export function conversionCurve({ charger }: Car): ConversionCurve {
  const rated = charger.capW ?? Math.max(...charger.limits.map((l) => l.lanes * l.amps * RATING_VOLTS));
  const scale = (1 - charger.efficiency) / FITTED_LOSS;
  return { a: FIT.a * scale * rated, b: FIT.b * scale, c: (FIT.c * scale) / rated };
}

/** AC power whose converted output is `dc`: the inverse of P − (a + bP + cP²), its rising root. */
const acFor = ({ a, b, c }: ConversionCurve, dc: number): number => {
  const slope = 1 - b;
  return (2 * (dc + a)) / (slope + Math.sqrt(Math.max(0, slope * slope - 4 * c * (dc + a))));
};

/** What the losses of one path depend on, drawn together once a session. */
export interface Chain {
  readonly laneVolts: number;
  readonly conductors: number;
  readonly lossOhms: number;
  /** Sum of one-way ohms by the wiring cause they are booked under. */
  readonly ohmsBy: Readonly<Record<"circuit" | "contacts" | "lead" | "cable", number>>;
  readonly standingW: number;
  readonly curve: ConversionCurve;
  readonly ownDrawW: number;
  /** Pack I²R is this × stored². */
  readonly packPerWatt: number;
}

const BOOKED_UNDER = {
  circuit: "circuit",
  outlet: "contacts",
  lead: "lead",
  unit: "contacts",
  cable: "cable",
  adapter: "contacts",
  inlet: "contacts",
  charger: "contacts",
  battery: "contacts",
} as const;

/** Draws together what the losses of a path depend on. */
export function chainOf(point: OperatingPoint, car: Car, unit: Unit): Chain {
  const ohmsBy = { circuit: 0, contacts: 0, lead: 0, cable: 0 };
  for (const link of point.links) ohmsBy[BOOKED_UNDER[link.kind]] += link.ohms;
  return {
    laneVolts: point.lanes * point.volts,
    conductors: point.conductors,
    lossOhms: point.conductors * point.ohms,
    ohmsBy,
    standingW: unit.standingW,
    curve: conversionCurve(car),
    ownDrawW: car.ownDrawW,
    packPerWatt: car.battery.packOhms / (car.battery.packVolts * car.battery.packVolts),
  };
}

/**
 * Power stored when the inlet receives `inletW`: less conversion, less the car's own draw, less the pack's I²R
 * (its current taken as stored power over nominal pack volts). Zero or below means the car keeps nothing.
 */
export function storedFromInlet(chain: Chain, inletW: number): number {
  const { a, b, c } = chain.curve;
  const net = inletW - (a + b * inletW + c * inletW * inletW) - chain.ownDrawW;
  return net <= 0 ? net : (2 * net) / (1 + Math.sqrt(1 + 4 * chain.packPerWatt * net));
}

/**
 * The whole balance while a given power is stored, walked back from the cells to the meter. Wall power is the sum
 * of its parts, so the ledger balances by construction.
 */
export function balanceFor(chain: Chain, stored: number): PowerBalance {
  const battery = chain.packPerWatt * stored * stored;
  const dc = stored + battery + chain.ownDrawW;
  const inlet = acFor(chain.curve, dc);
  const amps = ampsForInletPower(inlet, chain.laneVolts, chain.lossOhms);
  const heat = chain.conductors * amps * amps;
  const circuit = heat * chain.ohmsBy.circuit;
  const contacts = heat * chain.ohmsBy.contacts;
  const lead = heat * chain.ohmsBy.lead;
  const cable = heat * chain.ohmsBy.cable;
  const conversion = inlet - dc;
  return {
    circuit: watts(circuit),
    contacts: watts(contacts),
    lead: watts(lead),
    unit: watts(chain.standingW),
    cable: watts(cable),
    conversion: watts(conversion),
    ownDraw: watts(chain.ownDrawW),
    battery: watts(battery),
    stored: watts(stored),
    wall: watts(
      circuit + contacts + lead + chain.standingW + cable + conversion + chain.ownDrawW + battery + stored,
    ),
  };
}
