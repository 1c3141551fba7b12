import { packVoltsAt, type Car, type RapidStation } from "../parts";
import { rapidOhms, stationNow, type ChargingPath, type OperatingPoint } from "../path";
import { watts, type Fraction } from "../units";
import { balanceFor, chainOf, storedFromInlet, type PowerBalance } from "./chain";

/** How power gets into the battery: what the path could store at a state of charge, and where each watt goes. */
export interface Delivery {
  /** Most the path would store at this state of charge. */
  storedAt(soc: Fraction): number;
  /** The balance while this much is stored. */
  balance(stored: number, soc: Fraction): PowerBalance;
  /** Whether `storedAt` is the same at every state of charge. */
  readonly constant: boolean;
}

/** Over the onboard charger: the same at every state of charge. */
export function acDelivery(path: ChargingPath, point: OperatingPoint, heatingW: number): Delivery {
  const chain = chainOf(point, { ...path.car, ownDrawW: path.car.ownDrawW + heatingW }, path.unit);
  const stored = storedFromInlet(chain, point.inletW);
  return { constant: true, storedAt: () => stored, balance: (p) => balanceFor(chain, p) };
}

/** Stored power when `net` arrives at the pack's terminals: net less I²R, I being stored power over pack volts. */
const storedFromNet = (net: number, perWatt: number): number =>
  net <= 0 ? net : (2 * net) / (1 + Math.sqrt(1 + 4 * perWatt * net));

/**
 * From a rapid station: the lesser of its power, and its amps times the pack's volts, which rise with the state of
 * charge. The billed meter is taken at the station's DC output; the rectifier's loss lies before it.
 */
export function rapidDelivery(
  path: ChargingPath,
  station: RapidStation,
  car: Car,
  heatingW: number,
): Delivery {
  const { maxW, maxAmps } = stationNow(station, path.settings?.otherBusy ?? false);
  const most = Math.min(maxAmps, path.adapter?.amps ?? Infinity);
  const ohms = rapidOhms(station);
  const ownDraw = car.ownDrawW + heatingW;
  const perWattAt = (volts: number) => car.battery.packOhms / (volts * volts);
  return {
    constant: false,
    storedAt(soc) {
      const volts = packVoltsAt(car.battery, soc);
      return storedFromNet(Math.min(maxW, most * volts) - ownDraw, perWattAt(volts));
    },
    balance(stored, soc) {
      const volts = packVoltsAt(car.battery, soc);
      const battery = perWattAt(volts) * stored * stored;
      const amps = (stored + battery + ownDraw) / volts;
      const cable = 2 * amps * amps * ohms;
      return {
        circuit: watts(0),
        contacts: watts(0),
        lead: watts(0),
        unit: watts(station.standingW),
        cable: watts(cable),
        conversion: watts(0),
        ownDraw: watts(ownDraw),
        battery: watts(battery),
        stored: watts(stored),
        wall: watts(station.standingW + cable + ownDraw + battery + stored),
      };
    },
  };
}
