import { planOn } from "../../answers/lineup";
import { compile, isRefusal } from "../../engine/path";
import { pathOf, type Plan } from "../../engine/plan";
import { SPEC_VERSION } from "../../things/documents";
import { fallowQuay, larchHollow } from "../demo";
import { documentOf, openLineup, type Garage } from "../garage";
import { startLineup } from "../start";

let made: readonly Plan[] | undefined;

/** Every car of the demo households on the ways of its world along which something charges. */
export const demoPlans = (): readonly Plan[] => (made ??= [fallowQuay, larchHollow].flatMap(plansOf));

function plansOf(garage: Garage): Plan[] {
  const { session } = garage.paths[0]!.spec;
  const saved = startLineup(garage, {
    ...session,
    fromSoc: 0.2,
    toSoc: 0.8,
    batteryC: null,
    heatingW: 0,
    neededBy: null,
  });
  const lineup = {
    format: "kettleback-lineup" as const,
    version: SPEC_VERSION,
    ...documentOf(saved.name, openLineup(garage, saved)),
  };
  return lineup.cars.flatMap((car) =>
    lineup.ways.map((way) => planOn(lineup, car, way)).filter((plan) => !isRefusal(compile(pathOf(plan)))),
  );
}

/** What stands in a path, a line each. */
export function factsOf(plan: Plan): string[] {
  const { car, outlet, evse, cable, lead } = plan;
  const charger = car.charger.limits.map(({ phases, amps }) => `${phases} × ${amps} A`).join(" or ");
  return [
    `${car.name}: ${(car.battery.usableWh / 1000).toFixed(1)} kWh, onboard charger ${charger}${car.charger.capW ? `, at most ${(car.charger.capW / 1000).toFixed(1)} kW` : ""}`,
    `${outlet.name}: breaker ${outlet.circuit.breakerAmps} A`,
    evse.kind === "rapid"
      ? `${evse.name}: rapid station, ${(evse.maxW / 1000).toFixed(0)} kW on its sign, ${evse.maxAmps} A`
      : `${evse.name}: ${evse.phases} × ${plan.settings.evseAmps ?? evse.setAmps ?? evse.maxAmps} A`,
    ...(lead ? [`${lead.name}: ${lead.lengthM} m`] : []),
    ...(cable ? [`${cable.name}: ${cable.phases} × ${cable.amps} A`] : []),
  ];
}
