import {
  curveOf,
  usualDraw,
  usualShape,
  type Assumed,
  type Car,
  type Outlet,
  type Evse,
} from "../../things/parts";
import { NO_SETTINGS, PLAN_FORMAT, PLAN_VERSION, type Plan, type PlannedSession } from "../../engine/plan";
import { batteryBy, voltsFor } from "./battery";
import { fittedCurve, type FromBrochure, type RapidBrochure } from "./brochure";
import {
  fixedOf,
  HOME_PRICE,
  plugOf,
  portableOf,
  socketOf,
  usualInlets,
  usualRate,
  type HomePoint,
  type Region,
} from "../start";
import { flatTariff } from "../../engine/tariff";
import { plugsFor } from "../../trade/connectors";
import { tapOf } from "../../trade/supply";
import { CAR_CLASSES, chargerOf, oneOf, type CarClass, type UsualCharger } from "./cars";
import { carSeen, type InletLook } from "./inlet";

/** What a person says of their own case. Null is "I don't know": a usual value is taken, and said. */
export interface Answers {
  readonly region: Region;
  readonly timeZone: string;
  readonly carName: string | null;
  readonly carClass: CarClass | null;
  /** Usable kWh off the papers. */
  readonly batteryKWh: number | null;
  readonly charger: UsualCharger | null;
  /** What was seen in its inlet. */
  readonly inlet: InletLook | null;
  /** What its brochure says of rapid charging. */
  readonly rapid: RapidBrochure | null;
  readonly point: HomePoint | null;
  /** What the unit's label says (A). */
  readonly evseAmps: number | null;
  /** Currency units a kWh. */
  readonly perKWh: number | null;
  readonly session: PlannedSession;
}

/** What a person says of a car, be it their own or one they think of. */
export type CarAnswers = Pick<
  Answers,
  "region" | "carName" | "carClass" | "batteryKWh" | "charger" | "inlet" | "rapid"
>;

/** Usual efficiency of an onboard charger, which nobody reads off the papers (common practice). */
const EFFICIENCY = 0.92;

/** The car as far as it is said, its curve the usual one of its pack. */
function plainCar({ region, carName, carClass, batteryKWh, charger, inlet, rapid }: CarAnswers): Car {
  const kind = carClass ?? CAR_CLASSES[1]!;
  const usual = charger ?? (inlet?.phases === 1 ? oneOf : chargerOf)(kind, region.system);
  const plain = batteryBy(
    batteryKWh === null ? kind.usableWh : batteryKWh * 1000,
    voltsFor(rapid?.peakKW, kind.packVolts),
  );
  // Nobody reads a curve off the papers: the one usual for its pack stands there to be seen and changed.
  const battery = { ...plain, acceptance: curveOf(usualShape(plain), plain.usableWh) };
  const assumed: Assumed[] = [
    "acceptance",
    "ownDraw",
    "efficiency",
    "economy",
    ...(batteryKWh === null ? (["capacity"] as const) : []),
    ...(charger === null ? (["charger"] as const) : []),
  ];
  const { whPerKm } = kind;
  const car: Car = {
    name: carName ?? "my car",
    battery,
    charger: { limits: [...usual.limits], efficiency: EFFICIENCY },
    inlets: [...usualInlets(region.system)],
    whPerKm,
    ownDrawW: usualDraw({ whPerKm, battery }).usual,
    assumed,
  };
  return inlet ? carSeen(car, inlet) : car;
}

/**
 * What the brochure's rapid charging comes to for the car as far as it is said; null where nothing is said of it.
 * @example rapidOfAnswers({ region, carClass, rapid, … })?.ok
 */
export const rapidOfAnswers = (answers: CarAnswers): FromBrochure | null =>
  answers.rapid && fittedCurve(answers.rapid, plainCar(answers));

/**
 * A car as far as it is said, the rest usual and marked as assumed.
 * @example carOfAnswers({ region, carClass, … }).assumed // ["ownDraw", "efficiency", "economy", …]
 */
export function carOfAnswers(answers: CarAnswers): Car {
  const car = plainCar(answers);
  const rapid = rapidOfAnswers(answers);
  return rapid?.ok ? { ...car, battery: { ...car.battery, acceptance: rapid.acceptance } } : car;
}

function outletOf({ region, point }: Answers): { outlet: Outlet; point: HomePoint } {
  const at = point ?? region.points[0]!;
  const common = socketOf(at.outlet ?? "cee-7", region.system, at.breakerAmps);
  const { supply, circuit } = common;
  const named = { name: at.name, condition: "sound" as const, exposed: false, supply, circuit };
  return {
    point: at,
    outlet: at.outlet
      ? { ...named, kind: "socket", type: at.outlet }
      : {
          ...named,
          kind: "hardwired",
          tap: at.phases === 3 ? "three" : tapOf(region.system, "high") ? "high" : "single",
        },
  };
}

function evseOf({ region, evseAmps, inlet }: Answers, at: HomePoint): Evse {
  const plug = (inlet && plugsFor([inlet.inlet], "AC")[0]) ?? plugOf("AC", region.system);
  const amps = evseAmps ?? at.amps;
  const evse = at.outlet
    ? portableOf(at.outlet, at.phases, amps, plug, region.system)
    : { ...fixedOf("wallbox", at.phases, amps, plug, region.system), name: "wallbox" };
  return { ...evse, name: at.outlet ? "portable unit" : "wallbox" };
}

/**
 * A whole plan from what a person knows of their own case.
 * @example begin({ region, carClass, … }).car.assumed // ["ownDraw", "efficiency", "economy", …]
 */
export function begin(answers: Answers): Plan {
  const { region, timeZone, perKWh, session } = answers;
  const { outlet, point } = outletOf(answers);
  const car = carOfAnswers(answers);
  return {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    name: `${car.name} at home`,
    household: {
      name: "Home",
      currency: region.currency,
      distanceUnit: region.distanceUnit,
      economyUnit: region.economyUnit,
      houseRule: "usual",
      timeZone,
      ...region.manner,
    },
    car,
    place: { name: "Home" },
    outlet,
    lead: null,
    evse: evseOf(answers, point),
    cable: null,
    adapter: null,
    tariff: flatTariff(
      perKWh === null ? "Home price (assumed)" : "Home price",
      perKWh ?? usualRate(HOME_PRICE, region.currency),
    ),
    session,
    settings: NO_SETTINGS,
  };
}
