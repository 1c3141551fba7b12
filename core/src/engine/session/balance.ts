import { ampsForPower, type Circuit, type Flow } from "../path";
import { tellBalance, tellStored } from "./tell";
import type { Tell } from "../../trade/working";
import { watts, type Fraction, type Volts, type Watts } from "../../trade/units";

/** Causes of loss between the meter and the cells, in the order electricity meets them. */
export const LOSS_CAUSES = [
  "circuit",
  "contacts",
  "lead",
  "evse",
  "cable",
  "conversion",
  "ownDraw",
  "battery",
] as const;
/** Where energy is lost between the meter and the cells. */
export type LossCause = (typeof LOSS_CAUSES)[number];

/** Where every watt goes at one moment: wall = stored + all causes. */
export type PowerBalance = Readonly<Record<LossCause | "wall" | "stored", Watts>>;

/**
 * Pack volts (V) at a state of charge, straight between empty and full.
 * @example packVoltsAt(circuit, 0.5) // 396
 */
export const packVoltsAt = ({ pack }: Circuit, soc: Fraction): Volts =>
  pack.emptyVolts + (pack.fullVolts - pack.emptyVolts) * soc;

/** AC power whose converted output is `dc`: the inverse of P − (a + bP + cP²), its rising root. */
const inletPower = ({ conversion: { a, b, c } }: Circuit, dc: number): number =>
  ampsForPower(dc + a, 1 - b, c);

/**
 * Power stored (W) when the inlet receives `inletW`: less conversion, less the car's own draw, less the pack's I²R
 * (its current taken as stored power over pack volts). Zero or below means the car keeps nothing.
 * @param tell takes the steps as they are made
 * @example storedFrom(circuit, 3_500, 0.5) // 2937
 */
export function storedFrom(circuit: Circuit, inletW: number, soc: Fraction, tell?: Tell): number {
  const { a, b, c } = circuit.conversion;
  const conversion = a + b * inletW + c * inletW * inletW;
  const net = inletW - conversion - circuit.ownDrawW;
  if (net <= 0) return net;
  const volts = packVoltsAt(circuit, soc);
  const stored = ampsForPower(net, 1, -circuit.pack.ohms / (volts * volts));
  if (tell) tellStored(tell, circuit, { inletW, conversion, net, volts, stored });
  return stored;
}

/**
 * Power into the inlet (W) while a given power is stored.
 * @example inletWhileStoring(circuit, 3_000, 0.5) // 3567
 */
export function inletWhileStoring(circuit: Circuit, stored: number, soc: Fraction): number {
  const amps = stored / packVoltsAt(circuit, soc);
  return inletPower(circuit, stored + circuit.pack.ohms * amps * amps + circuit.ownDrawW);
}

/** What changes with the power stored: the rest of a balance is the same at every moment. */
export interface Varying {
  /** Power stored (W). */
  readonly stored: Watts;
  /** Heat in the pack (W). */
  readonly battery: Watts;
  /** Lost in the conversion (W). */
  readonly conversion: Watts;
  /** Heat in the conductors (W an ohm of one of them): c·I². */
  readonly squared: number;
}

/**
 * What flows while a given power is stored, walked back from the cells to the inlet.
 * @param tell takes the steps as they are made
 * @example varyingAt(circuit, moment.flow, 3_000, 0.5).conversion // 282.7
 */
export function varyingAt(
  circuit: Circuit,
  { way, volts: fixed }: Flow,
  stored: number,
  soc: Fraction,
  tell?: Tell,
): Varying {
  const packVolts = packVoltsAt(circuit, soc);
  const packAmps = stored / packVolts;
  const battery = circuit.pack.ohms * packAmps * packAmps;
  const dc = stored + battery + circuit.ownDrawW;
  const inlet = inletPower(circuit, dc);
  const amps =
    circuit.sign > 0 ? ampsForPower(inlet, fixed, way.conductors * circuit.ohms) : inlet / packVolts;
  const squared = way.conductors * amps * amps;
  if (tell)
    tellBalance(tell, circuit, { stored, battery, packVolts, dc, inlet, amps, heat: squared, way, fixed });
  return { stored: watts(stored), battery: watts(battery), conversion: watts(inlet - dc), squared };
}

/**
 * Power at the billed meter (W) of what flows.
 * @example wallOf(circuit, varyingAt(circuit, moment.flow, 3_000, 0.5)) // 3600
 */
export const wallOf = (circuit: Circuit, { stored, battery, conversion, squared }: Varying): Watts =>
  watts(stored + battery + conversion + squared * circuit.ohms + circuit.ownDrawW + circuit.standingW);

/**
 * Everything that is lost, by cause, in the unit in which what varies is given: W at a moment, Wh over hours.
 * @example lossesOf(circuit, varyingAt(circuit, moment.flow, 3_000, 0.5), 1).ownDraw // 280
 */
export function lossesOf(
  { ohmsBy, standingW, ownDrawW }: Circuit,
  { battery, conversion, squared }: Pick<Varying, "squared"> & { battery: number; conversion: number },
  hours: number,
): Record<LossCause, number> {
  return {
    circuit: squared * ohmsBy.circuit,
    contacts: squared * ohmsBy.contacts,
    lead: squared * ohmsBy.lead,
    evse: standingW * hours,
    cable: squared * ohmsBy.cable,
    conversion,
    ownDraw: ownDrawW * hours,
    battery,
  };
}

/**
 * All that is lost, in the unit in which it is given.
 * @example sumOfLosses(balanceFor(circuit, moment.flow, 3_000, 0.5)) // 600
 */
export const sumOfLosses = (by: Readonly<Record<LossCause, number>>): number =>
  by.circuit + by.contacts + by.lead + by.evse + by.cable + by.conversion + by.ownDraw + by.battery;

/**
 * The whole balance while a given power is stored. Wall power is the sum of its parts, so the ledger balances by
 * construction.
 * @example balanceFor(circuit, moment.flow, 3_000, 0.5).wall // 3600
 */
export function balanceFor(circuit: Circuit, flow: Flow, stored: number, soc: Fraction): PowerBalance {
  const by = lossesOf(circuit, varyingAt(circuit, flow, stored, soc), 1);
  return {
    circuit: watts(by.circuit),
    contacts: watts(by.contacts),
    lead: watts(by.lead),
    evse: watts(by.evse),
    cable: watts(by.cable),
    conversion: watts(by.conversion),
    ownDraw: watts(by.ownDraw),
    battery: watts(by.battery),
    stored: watts(stored),
    wall: watts(stored + sumOfLosses(by)),
  };
}
