import { supplySystem, type Market, type SupplyId } from "../../trade/supply";
import type { Car } from "../../things/parts";
import type { Amps, Volts } from "../../trade/units";

interface Usual {
  /** Volts a charger's kilowatts are told for. */
  readonly volts: Volts;
  /** Power (W) up to which it is built for one phase; in most of the world there is nothing else. */
  readonly onePhaseW: number;
  /** Amps on one phase of a charger that is built for three. */
  readonly oneOfThreeAmps: Amps;
}

/** Onboard chargers as cars of a region have them. Common practice. */
const USUAL: Readonly<Record<Market, Usual>> = {
  "north-america": { volts: 240, onePhaseW: Infinity, oneOfThreeAmps: 0 },
  europe: { volts: 230, onePhaseW: 7_700, oneOfThreeAmps: 32 },
  japan: { volts: 200, onePhaseW: Infinity, oneOfThreeAmps: 0 },
};

/**
 * What an onboard charger takes (W), as its makers say it: by the volts of its region.
 * @example ratedWOf(plan.car, "230/400") // 11040
 */
export function ratedWOf({ charger }: Pick<Car, "charger">, system: SupplyId): number {
  const { volts } = USUAL[supplySystem(system).market];
  return charger.capW ?? Math.max(...charger.limits.map(({ phases, amps }) => phases * amps * volts));
}

/**
 * The onboard charger a car of this region would have at a power (W). It is the same car wherever it is plugged in.
 * @example ratedWOf({ charger: quantityOf("charger").with(plan, 11).car.charger }, "230/400") // 11000
 */
export function chargerOfPower(
  { charger }: Pick<Car, "charger">,
  watts: number,
  system: SupplyId,
): Car["charger"] {
  const { volts, onePhaseW, oneOfThreeAmps } = USUAL[supplySystem(system).market];
  const phases = watts > onePhaseW ? 3 : 1;
  const amps = Math.min(80, Math.max(6, Math.ceil(watts / volts / phases)));
  const limits: Car["charger"]["limits"] =
    phases === 3
      ? [
          { phases: 1, amps: Math.max(amps, oneOfThreeAmps) },
          { phases: 3, amps },
        ]
      : [{ phases: 1, amps }];
  return { ...charger, capW: watts, limits };
}
