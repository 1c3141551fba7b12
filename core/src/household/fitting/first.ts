import type { z } from "zod";
import { usualRun } from "../../answers/circuit";
import { installFields } from "../../answers/install";
import { usualLoad, type LoadKind, type Service } from "../../answers/service";
import { threePhasesHere } from "../../things/parts";
import { NEW_CIRCUITS, tradeOf } from "../../trade/sizes";
import { tapOf } from "../../trade/supply";
import type { Garage } from "../garage";
import { worldOf } from "../start";

/** What an installation is, but for the household, the car and the meter's series. */
export type InstallPart = { readonly [K in keyof typeof installFields]: z.infer<(typeof installFields)[K]> };

/** Loads of a usual house, by trade; and its main, its floor. Common practice. */
const USUAL: Readonly<
  Record<
    "nec" | "iec",
    {
      readonly loads: readonly LoadKind[];
      readonly main: number;
      readonly three: number;
      readonly areaM2: number;
      readonly amps: number;
      readonly km: number;
    }
  >
> = {
  nec: {
    loads: ["cooking", "water", "dryer", "dishwasher", "heatPump"],
    main: 125,
    three: 100,
    areaM2: 172,
    amps: 48,
    km: 75,
  },
  iec: {
    loads: ["cooking", "water", "dishwasher", "heatPump"],
    main: 63,
    three: 35,
    areaM2: 118,
    amps: 32,
    km: 65,
  },
};

/** The place at home: the first whose outlets are no public posts. */
function homeOf({ places, outlets, evses }: Garage) {
  const isPublic = (outletId: string) =>
    evses.some(
      ({ parentId, spec }) => parentId === outletId && (spec.kind === "post" || spec.kind === "rapid"),
    );
  return places.find(({ id }) => {
    const own = outlets.filter(({ parentId }) => parentId === id);
    return own.length > 0 && !own.some((outlet) => isPublic(outlet.id));
  });
}

/**
 * An installation to begin with: a usual house on the household's supply, everything in it marked as assumed, and the
 * strongest unit its first car makes use of.
 * @example firstInstall(garage).service.system // "230/400"
 */
export function firstInstall(
  garage: Garage,
): InstallPart & { readonly carId: string | null; readonly tariffId: string | null } {
  const home = homeOf(garage);
  const outlets = garage.outlets.filter(({ parentId }) => parentId === home?.id);
  const system = outlets[0]?.spec.supply.system ?? worldOf(garage);
  const trade = tradeOf(system);
  const { loads, main, three, areaM2, amps, km } = USUAL[trade];
  const phases = tapOf(system, "three") && outlets.some(({ spec }) => threePhasesHere(spec)) ? 3 : 1;
  const service: Service = {
    system,
    phases,
    mainAmps: phases === 3 ? three : main,
    areaM2,
    kitchenCircuits: 2,
    laundryCircuits: 1,
    loads: loads.map((kind, i) => ({ ...usualLoad(kind, trade, phases), lane: ((i % 3) + 1) as 1 | 2 | 3 })),
    measured: null,
    heaviestShare: 0.45,
    marginShare: 0.1,
    imbalanceAmps: null,
    method: null,
  };
  const car = garage.cars[0];
  const most = car ? Math.max(...car.spec.charger.limits.map((limit) => limit.amps)) : amps;
  const sizes = NEW_CIRCUITS[system].flatMap((size) =>
    size.outlet || size.phases > 1 ? [] : [size.evseAmps],
  );
  return {
    service,
    wanted: { phases: 1, amps: sizes.find((size) => size >= Math.min(amps, most)) ?? amps },
    night: { pluggedInAt: "18:10", neededBy: "07:30", cheapFrom: "23:00", cheapTo: "06:00", km },
    run: usualRun(trade),
    follow: { limitAmps: null, waitMinutes: 10 },
    seed: 1,
    perMetre: {},
    quotes: [],
    ticks: [],
    built: null,
    carId: car?.id ?? null,
    tariffId: home?.parentId ?? null,
  };
}
