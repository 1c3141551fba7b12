import { circuitsFor, tapForUnit, type Circuits } from "../../answers/circuit";
import {
  commonHours,
  followed,
  inHours,
  minuteOfClock,
  nightsOf,
  type FollowedYear,
  type FollowingCar,
  type InstallAsked,
} from "../../answers/install";
import { planOn, type Way } from "../../answers/lineup";
import { demandOf, type MeterSeries } from "../../answers/meter";
import {
  heaviestAmps,
  madeUpHouse,
  methodFor,
  methodsOf,
  serviceVolts,
  type Method,
} from "../../answers/service";
import { isSouthern, patternSchema, type Pattern } from "../../answers/week";
import { isRefusal } from "../../engine/path";
import { solvePlan } from "../../engine/plan";
import type { Evse, Outlet } from "../../things/parts";
import { inletFor, plugsFor, type ConnectorId } from "../../trade/connectors";
import { MIN_AMPS } from "../../trade/signals";
import { tradeOf } from "../../trade/sizes";
import { supplySystem } from "../../trade/supply";
import type { Amps, Kilometres } from "../../trade/units";
import { fixedOf, perEuroIn, plugOf } from "../start";

/** What all ways of an installation have in common, made once. */
export interface FittingSetting {
  readonly asked: InstallAsked;
  /** What the house's meter told, or a usual house made up. */
  readonly series: MeterSeries;
  readonly madeUp: boolean;
  readonly methods: readonly Method[];
  readonly method: Method;
  /** Most that house and car may draw together for hours (A). */
  readonly limitAmps: Amps;
  /** Length of a usual night (h), and the hours of it that are cheap; null where none are. */
  readonly nightHours: number;
  readonly cheapHours: number;
  readonly cheap: readonly [string, string] | null;
  readonly pattern: Pattern;
  readonly perEuro: number;
  /** Energy drawn for the car in a year (kWh). */
  readonly kWhAYear: number;
  /** What a kWh costs there, as good as it is known from its tariff's first energy price. */
  readonly perKWh: number;
}

/** Days of a made-up year begin on this one. */
const MADE_UP_FROM = "2026-01-01";
const hoursBetween = (from: string, to: string): number =>
  ((minuteOfClock(to) - minuteOfClock(from) + 1440) % 1440 || 1440) / 60;

/** The week of somebody who drives the same every day. */
function evenPattern({ night: { pluggedInAt, neededBy, km } }: InstallAsked): Pattern {
  const drive = { leave: neededBy, back: pluggedInAt, km, stands: "nowhere" as const };
  const days = Array.from({ length: 7 }, () => ({ drives: km > 0 ? [drive] : [], home: "home" as const }));
  return patternSchema.parse({ start: "2026-01-05", days });
}

/** A rough share of what is drawn that arrives in the battery, for a year's sum alone (common practice). */
const ARRIVES = 0.88;

/** What a kWh costs by a tariff's first energy price, with VAT; 0 where it has none. */
function energyPrice({ tariff }: InstallAsked): number {
  for (const { price_components: prices } of tariff.elements)
    for (const { type, price, vat } of prices) if (type === "ENERGY") return price * (1 + (vat ?? 0) / 100);
  return 0;
}

/**
 * What all ways of an installation have in common.
 * @example fittingSetting(installation).methods.length // 1
 */
export function fittingSetting(asked: InstallAsked): FittingSetting {
  const { service, series, household, night, seed, follow, car } = asked;
  const zone = household.timeZone;
  const used = series ?? madeUpHouse(service, { seed, from: MADE_UP_FROM, zone, south: isSouthern(zone) });
  const methods = methodsOf(service, series);
  const cheap = commonHours([night.pluggedInAt, night.neededBy], [night.cheapFrom, night.cheapTo]);
  return {
    asked,
    series: used,
    madeUp: series === null,
    methods,
    method: methodFor(service, methods),
    limitAmps: follow.limitAmps ?? usualLimit(asked),
    nightHours: hoursBetween(night.pluggedInAt, night.neededBy),
    cheapHours: cheap ? hoursBetween(cheap[0], cheap[1]) : 0,
    cheap,
    pattern: asked.pattern ?? evenPattern(asked),
    perEuro: perEuroIn(household.currency),
    kWhAYear: (night.km * 365 * car.whPerKm) / 1000 / ARRIVES,
    perKWh: energyPrice(asked),
  };
}

/** What a main may carry for hours: 80 % of it under the NEC, all of it elsewhere. */
const usualLimit = ({ service }: InstallAsked): Amps =>
  service.mainAmps * supplySystem(service.system).continuousShare;

/** What a series does not tell of the house, in words: a year is what a year was measured of. */
export function unseenIn({ series, madeUp }: FittingSetting): readonly string[] {
  if (madeUp)
    return [
      "These figures are of a made-up house: have the real one measured for a month before anything is decided by them.",
    ];
  const { days, fedIn } = demandOf(series)!;
  return [
    ...(days < A_YEAR
      ? [`These figures are of ${Math.floor(days)} days: other seasons may ask more of the house.`]
      : []),
    ...(fedIn
      ? ["The house feeds in at times: what it draws behind its own generation is not in these figures."]
      : []),
  ];
}

/** Days that count as a year. */
const A_YEAR = 350;

/** The highest the house came to in some hours of the day (A), on the line that counts; with the method's own factor. */
export function hoursNeed({ asked, series, method }: FittingSetting, from: string, to: string): Amps {
  const demand = demandOf(series, inHours(asked.household.timeZone, from, to));
  const over =
    method.id === "nec-220.87" || method.id === "nec-220.82" ? 1.25 : 1 + asked.service.marginShare;
  return demand ? over * heaviestAmps(asked.service, Math.max(0, demand.peakW)) : 0;
}

/** The plug a unit here should have: the usual one, unless the car does not take it. */
function plugFor({ car, service }: InstallAsked): ConnectorId {
  const usual = plugOf("AC", service.system);
  return inletFor(usual, car.inlets) === undefined ? (plugsFor(car.inlets, "AC")[0] ?? usual) : usual;
}

/** Temperature (°C) a new run is counted at by the Path (common practice). */
const RUN_C = 30;

/** A circuit of a way: its unit's amps as it is built, and the amps it is set to. */
export interface Laid {
  readonly name: string;
  readonly phases: 1 | 3;
  readonly unitAmps: Amps;
  readonly setAmps: Amps;
}

/** The circuits of a unit on this run, through which so many amps flow. */
export const circuitsOf = (
  setting: FittingSetting,
  phases: 1 | 3,
  amps: Amps,
  flowsAmps: Amps = amps,
): Circuits => {
  const { asked, kWhAYear, perKWh, perEuro } = setting;
  const { volts } = unitVolts(asked, phases);
  return circuitsFor({ system: asked.service.system, phases, amps }, asked.run, {
    flowsAmps,
    hoursAYear: (kWhAYear * 1000) / (phases * volts * flowsAmps),
    perKWh,
    perMetre: asked.perMetre,
    perEuro,
  });
};

const unitVolts = ({ service }: InstallAsked, phases: 1 | 3) =>
  supplySystem(service.system).taps[tapForUnit(service.system, phases)]!;

/** A wired-in unit on its own circuit, as a way of the line-up. */
export function wayOfUnit(
  setting: FittingSetting,
  { name, phases, unitAmps, setAmps }: Laid,
  circuits: Pick<Circuits, "breakerAmps" | "fits">,
): Way {
  const { asked } = setting;
  const { system } = asked.service;
  const gauge = circuits.fits?.gauge;
  const outlet: Outlet = {
    kind: "hardwired",
    name: "new circuit",
    condition: "sound",
    exposed: false,
    planned: true,
    tap: tapForUnit(system, phases),
    supply: { system },
    circuit: {
      breakerAmps: circuits.breakerAmps,
      otherLoadAmps: 0,
      ...(gauge ? { run: { gauge, lengthM: asked.run.lengthM, temperatureC: RUN_C } } : {}),
    },
  };
  const unit = fixedOf("wallbox", phases, unitAmps, plugFor(asked), system);
  const evse: Evse = { ...unit, name: `wallbox, ${phases} × ${unitAmps} A`, planned: true } as Evse;
  return {
    name,
    place: null,
    outlet,
    lead: null,
    evse,
    cable: null,
    adapter: null,
    tariff: asked.tariff,
    settings: { evseAmps: setAmps < unitAmps ? setAmps : null, carAmps: null, otherBusy: false },
    followsCar: true,
    buy: [],
  };
}

/** What a way of the line-up puts into the battery (W) at a current; 0 where nothing flows. */
export function storedAt({ asked }: FittingSetting, way: Way, amps: Amps): number {
  const session = {
    fromSoc: 0.2,
    toSoc: 0.8,
    pluggedInAt: "2026-01-05T18:00",
    neededBy: null,
    batteryC: null,
    heatingW: 0,
  };
  const set = amps < way.evse.maxAmps ? { ...way, settings: { ...way.settings, evseAmps: amps } } : way;
  const solution = solvePlan(planOn({ household: asked.household, session }, asked.car, set));
  return isRefusal(solution) ? 0 : Math.max(0, solution.moment.balance.stored);
}

/** A car at a way as something that follows a limit: what goes in at each whole ampere. */
export function followerOf(setting: FittingSetting, way: Way, unitAmps: Amps): FollowingCar {
  const { car } = setting.asked;
  const storedW = Array.from({ length: Math.floor(unitAmps) + 1 }, (_, amps) =>
    amps < MIN_AMPS ? 0 : storedAt(setting, way, amps),
  );
  return { unitAmps, storedW, whPerKm: car.whPerKm };
}

/** Distance a night of so many hours brings at a power into the battery, a battery full at the most. */
export const kmOver = ({ asked: { car } }: FittingSetting, storedW: number, hours: number): Kilometres =>
  Math.min(car.battery.usableWh, storedW * hours) / car.whPerKm;

/** A year of nights under the limit that follows the house. */
export function followedYear(setting: FittingSetting, car: FollowingCar): FollowedYear {
  const { asked, series, limitAmps } = setting;
  const { household, night, service, follow } = asked;
  const nights = nightsOf(series, household.timeZone, night.pluggedInAt, night.neededBy);
  // On one phase of three it is taken to stand on the one that carries most.
  return followed(
    series,
    nights,
    (drawn) => heaviestAmps(service, drawn),
    car,
    { limitAmps, waitS: follow.waitMinutes * 60 },
    night.km,
  );
}

/** Watts a unit draws at so many amps. */
export const wattsOfUnit = ({ asked }: FittingSetting, phases: 1 | 3, amps: Amps): number =>
  phases === 3 ? 3 * unitVolts(asked, 3).volts * amps : serviceVolts(asked.service) * amps;

/** The trade that lays the wires here. */
export const tradeIn = ({ asked }: FittingSetting): "nec" | "iec" => tradeOf(asked.service.system);
