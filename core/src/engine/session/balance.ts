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

/** Pack volts (V) at a state of charge, straight between empty and full. */
export const packVoltsAt = ({ pack }: Circuit, soc: Fraction): Volts =>
  pack.emptyVolts + (pack.fullVolts - pack.emptyVolts) * soc;

/** AC power whose converted output is `dc`: the inverse of P − (a + bP + cP²), its rising root. */
const inletPower = ({ conversion: { a, b, c } }: Circuit, dc: number): number =>
  ampsForPower(dc + a, 1 - b, c);

/**
 * Power stored (W) when the inlet receives `inletW`: less conversion, less the car's own draw, less the pack's I²R
 * (its current taken as stored power over pack volts). Zero or below means the car keeps nothing.
 * @param tell takes the steps as they are made
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

/** Power into the inlet (W) while a given power is stored. */
export function inletWhileStoring(circuit: Circuit, stored: number, soc: Fraction): number {
  const amps = stored / packVoltsAt(circuit, soc);
  return inletPower(circuit, stored + circuit.pack.ohms * amps * amps + circuit.ownDrawW);
}

/**
 * The whole balance while a given power is stored, walked back from the cells to the meter. Wall power is the sum of
 * its parts, so the ledger balances by construction.
 * @param tell takes the steps as they are made
 */
export function balanceFor(
  circuit: Circuit,
  { way, volts: fixed }: Flow,
  stored: number,
  soc: Fraction,
  tell?: Tell,
): PowerBalance {
  const packVolts = packVoltsAt(circuit, soc);
  const packAmps = stored / packVolts;
  const battery = circuit.pack.ohms * packAmps * packAmps;
  const dc = stored + battery + circuit.ownDrawW;
  const inlet = inletPower(circuit, dc);
  const amps =
    circuit.sign > 0 ? ampsForPower(inlet, fixed, way.conductors * circuit.ohms) : inlet / packVolts;
  const heat = way.conductors * amps * amps;
  const circuitW = heat * circuit.ohmsBy.circuit;
  const contacts = heat * circuit.ohmsBy.contacts;
  const lead = heat * circuit.ohmsBy.lead;
  const cable = heat * circuit.ohmsBy.cable;
  const conversion = inlet - dc;
  if (tell) tellBalance(tell, circuit, { stored, battery, packVolts, dc, inlet, amps, heat, way, fixed });
  return {
    circuit: watts(circuitW),
    contacts: watts(contacts),
    lead: watts(lead),
    evse: watts(circuit.standingW),
    cable: watts(cable),
    conversion: watts(conversion),
    ownDraw: watts(circuit.ownDrawW),
    battery: watts(battery),
    stored: watts(stored),
    wall: watts(
      circuitW +
        contacts +
        lead +
        circuit.standingW +
        cable +
        conversion +
        circuit.ownDrawW +
        battery +
        stored,
    ),
  };
}
