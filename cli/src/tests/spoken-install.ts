import * as core from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";

/** The installation a household begins with, and what the examples say of it. */
export function spokenInstall(): Readonly<Record<string, unknown>> {
  const { carId: _, tariffId: __, ...part } = core.firstInstall(fallowQuay);
  const installation: core.InstallAsked = {
    household: fallowQuay.household.spec,
    car: fallowQuay.cars[0]!.spec,
    tariff: fallowQuay.tariffs[0]!.spec,
    series: null,
    pattern: null,
    ...part,
  };
  const aYear = { flowsAmps: 32, hoursAYear: 500, perKWh: 0.3, perMetre: {}, perEuro: 1 };
  const newRun = core.usualRun("iec");
  return {
    service: part.service,
    installation,
    fitting: core.fittingSetting(installation),
    fitted: core.fittingOf(installation),
    aYear,
    newRun,
    laid: core.circuitsFor({ system: "230/400", phases: 1, amps: 32 }, newRun, aYear),
    follower: { unitAmps: 16, storedW: [], whPerKm: 150 },
  };
}
