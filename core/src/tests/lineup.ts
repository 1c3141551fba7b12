import { fallowQuay, larchHollow } from "../household/demo";
import { documentOf, openLineup, type Garage } from "../household/garage";
import { LINEUP_FORMAT, planOn, type Lineup, type Way } from "../answers/lineup";
import type { Plan } from "../engine/plan";
import { SPEC_VERSION } from "../things/documents";
import { startLineup } from "../household/start";

/** The start set of a household as a document, from 20 to 80 %. */
export function startOf(garage: Garage): Lineup {
  const { session } = fallowQuay.paths[0]!.spec;
  const saved = startLineup(garage, { ...session, fromSoc: 0.2, toSoc: 0.8 });
  return {
    format: LINEUP_FORMAT,
    version: SPEC_VERSION,
    ...documentOf(saved.name, openLineup(garage, saved)),
  };
}

/** A household with nothing of its own but its settings. */
export const bare = (garage: Garage): Garage => ({
  ...garage,
  cars: [],
  places: [],
  outlets: [],
  evses: [],
  cables: [],
  leads: [],
  adapters: [],
  tariffs: [],
  paths: [],
});

export const wayNamed = (lineup: Lineup, name: string): Way => {
  const found = lineup.ways.find((way) => way.name === name);
  if (!found) throw new Error(`no way called ${name}: ${lineup.ways.map((w) => w.name).join("; ")}`);
  return found;
};

/** The plan of one of a demo household's cars on a way of its start set. */
export function demoPlan(garage: Garage, car: string, way: string): Plan {
  const lineup = startOf(garage);
  return planOn(
    lineup,
    lineup.cars.find(({ name }) => name === car)!,
    wayNamed(lineup, way),
  );
}

export { fallowQuay, larchHollow };
