import {
  firstInstall,
  INSTALL_FORMAT,
  judgeInstall,
  madeUpHouse,
  SPEC_VERSION,
  type InstallDocument,
} from "@kettleback/core";
import { larchHollow } from "@kettleback/core/demo";

/** Days of quarter hours in the example: enough to see what they are. */
const DAYS = 35;

/** The example of an installation: a farm house with five weeks of its meter. */
export function installExample(): InstallDocument {
  const { carId, tariffId, ...part } = firstInstall(larchHollow);
  const { timeZone } = larchHollow.household.spec;
  const judged = judgeInstall({
    format: INSTALL_FORMAT,
    version: SPEC_VERSION,
    name: "A car for Larch Hollow",
    household: larchHollow.household.spec,
    car: larchHollow.cars.find(({ id }) => id === carId)!.spec,
    tariff: larchHollow.tariffs.find(({ id }) => id === tariffId)!.spec,
    ...part,
    quotes: [
      {
        name: "Valley Electric",
        total: null,
        lines: [
          { item: "unit", price: 720, says: "priced" },
          { item: "mounting", price: 260, says: "priced" },
          { item: "breaker", price: 190, says: "priced" },
          { item: "run", price: 540, says: "priced" },
          { item: "permit", price: 110, says: "priced" },
        ],
      },
      {
        name: "North Road Wiring",
        total: 1_690,
        lines: [
          { item: "unit", says: "within" },
          { item: "run", says: "within" },
          { item: "test", price: 130, says: "priced" },
        ],
      },
    ],
    series: madeUpHouse(part.service, { seed: 3, from: "2026-10-05", zone: timeZone, days: DAYS }),
  });
  if (!judged.ok) throw new Error(JSON.stringify(judged.problems));
  return judged.value;
}
