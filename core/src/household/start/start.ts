import {
  placeOfOutlet,
  reaches,
  evsesFor,
  withPart,
  type Garage,
  type Kept,
  type SavedLineup,
  type SavedWay,
} from "../garage";
import { feedOf, outletType, plugGoesInto, type OutletTypeId } from "../../trade/outlets";
import type { Cable, Car, Outlet, Tariff, Evse } from "../../things/parts";
import { NO_SETTINGS, type PlannedSession } from "../../engine/plan";
import { cableTo, type Purchase } from "../../answers/lineup";
import { tapOf, type SupplyId } from "../../trade/supply";
import { flatTariff } from "../../engine/tariff";
import { bayOf, fixedOf, plugOf, portableOf, rapidOf, socketOf, usualWallSocket } from "./generic";
import { regionOf, wallPointOf } from "./regions";
import { HOME_PRICE, priceOfSize, PUBLIC_PRICE, USUAL_PRICES, usualPrice, usualRate } from "./prices";
import { isPlanned, wallboxPrices } from "./planned";
import { worldOf } from "./world";
import { SETS_BY_SOCKET, START_SETS, WALL_SOCKET, type StartWay } from "./sets";

type Of<A extends StartWay["at"]> = Extract<StartWay, { at: A }>;
type Parts = Pick<
  SavedWay,
  "outlet" | "evse" | "cable" | "adapter" | "tariff" | "settings" | "followsCar" | "place" | "buy"
>;

/** What a start set is made from. */
interface From {
  readonly garage: Garage;
  readonly system: SupplyId;
  readonly car: Kept<Car> | undefined;
}

/** The household's own kind of wall socket, where it has one; else that of the houses where it lives. */
function wallSocket({ garage, system }: From): OutletTypeId {
  const own = garage.outlets.find(
    ({ spec }) =>
      spec.kind === "socket" &&
      !outletType(spec.type).industrial &&
      feedOf(spec.type, system)?.tap === "single",
  );
  if (own?.spec.kind === "socket") return own.spec.type;
  return wallPointOf(regionOf(garage.household.spec), system).outlet ?? WALL_SOCKET;
}

const homeTariff = ({ garage }: From): string | Tariff =>
  garage.places.find(({ parentId }) => parentId)?.parentId ??
  garage.tariffs[0]?.id ??
  flatTariff("Home (assumed)", usualRate(HOME_PRICE, garage.household.spec.currency));

const publicTariff = ({ garage }: From, kind: keyof typeof PUBLIC_PRICE): Tariff =>
  flatTariff(
    kind === "post" ? "Public post (assumed)" : "Rapid station (assumed)",
    usualRate(PUBLIC_PRICE[kind], garage.household.spec.currency),
  );

/** Cable, adapter, tariff and limit that go with an own outlet and unit. */
function ownParts(
  { garage, car }: From,
  outlet: Kept<Outlet>,
  evse: Kept<Evse>,
): Omit<Parts, "settings" | "buy"> {
  const blank = {
    carId: car?.id ?? "",
    outletId: outlet.id,
    leadId: null,
    evseId: evse.id,
    cableId: null,
    adapterId: null,
    tariffId: garage.tariffs[0]?.id ?? "",
  };
  const parts = withPart(garage, withPart(garage, blank, { outletId: outlet.id }), { evseId: evse.id });
  const cables = garage.cables.filter(({ id }) => id === parts.cableId);
  return {
    outlet: outlet.id,
    evse: evse.id,
    cable: cables[0]?.id ?? null,
    adapter: parts.adapterId,
    tariff: parts.tariffId || publicTariff({ garage } as From, "post"),
    followsCar: evse.spec.output.kind === "socket" || parts.adapterId !== null,
    place: placeOfOutlet(garage, outlet.id)?.id ?? null,
  };
}

/** An own outlet with an own unit that does what the entry says: of several, the unit that reaches most of the cars. */
function ownFor({ garage }: From, fits: (outlet: Outlet, evse: Evse) => boolean) {
  const found = garage.outlets.flatMap((outlet) =>
    evsesFor(garage, outlet)
      .filter((evse) => fits(outlet.spec, evse.spec))
      .map((evse) => ({
        outlet,
        evse,
        reached: garage.cars.filter(({ spec }) => reaches(garage, evse.spec, spec)).length,
      })),
  );
  return found.sort((a, b) => b.reached - a.reached)[0];
}

function bought({ garage }: From, items: readonly (readonly [what: string, euros: number])[]): Purchase[] {
  const { currency } = garage.household.spec;
  return items.map(([what, euros]) => ({ what, price: usualPrice(euros, currency) }));
}

function socketWay(from: From, entry: Of<"socket">): Parts {
  const type = entry.type === WALL_SOCKET ? wallSocket(from) : entry.type;
  const holds = (evse: Evse) =>
    evse.kind === "portable" &&
    evse.plugs.some((p) => plugGoesInto(p.type, type) && p.amps >= entry.amps) &&
    evse.maxAmps >= entry.amps;
  const own = ownFor(from, (outlet, evse) => outlet.kind === "socket" && outlet.type === type && holds(evse));
  const settings = { ...NO_SETTINGS, evseAmps: entry.amps };
  if (own) return { ...ownParts(from, own.outlet, own.evse), settings, buy: [] };
  const outlet = from.garage.outlets.find(({ spec }) => spec.kind === "socket" && spec.type === type);
  const tap = feedOf(type, from.system)!.tap;
  const connector = plugOf("AC", from.system);
  return {
    outlet:
      outlet?.id ?? socketOf(type, from.system, Math.max(entry.breakerAmps, outletType(type).ratedAmps)),
    evse: portableOf(type, tapOf(from.system, tap)!.phases, entry.amps, connector, from.system),
    cable: null,
    adapter: null,
    tariff: homeTariff(from),
    followsCar: true,
    place: (outlet && placeOfOutlet(from.garage, outlet.id)?.id) ?? null,
    settings,
    buy: bought(from, [
      ["portable unit", priceOfSize(USUAL_PRICES.portable, entry.amps)],
      ...(outlet || type === wallSocket(from) || entry.type === usualWallSocket(from.system)
        ? []
        : [circuitPrice(tapOf(from.system, tap)!.phases, entry.breakerAmps)]),
    ]),
  };
}

const circuitPrice = (phases: 1 | 3, amps: number): readonly [string, number] => [
  `circuit of its own, ${amps} A`,
  priceOfSize(USUAL_PRICES.circuit[phases], amps),
];

/** A usual cable from a socketed post to the region's plug. */
const cableOf = ({ system }: From, evse: Evse): Cable | null =>
  evse.output.kind === "tethered" ? null : cableTo(evse, evse.output.connector, plugOf("AC", system));

/** An own unit where it is wired in; what of it is only planned is still to be bought. */
function ownWired(from: From, outlet: Kept<Outlet>, evse: Kept<Evse>): Parts {
  const planned = isPlanned({ outlet: outlet.spec, evse: evse.spec });
  const size = { phases: evse.spec.phases, breakerAmps: outlet.spec.circuit.breakerAmps };
  return {
    ...ownParts(from, outlet, evse),
    settings: NO_SETTINGS,
    buy: planned ? wallboxPrices(size, from.garage.household.spec.currency) : [],
  };
}

function wiredWay(from: From, entry: Of<"wired">): Parts {
  const system = entry.system ?? from.system;
  const own = ownFor(
    from,
    (outlet, evse) =>
      outlet.supply.system === system &&
      evse.kind === entry.kind &&
      evse.phases === entry.phases &&
      evse.maxAmps === entry.amps,
  );
  if (own) return ownWired(from, own.outlet, own.evse);
  const evse = fixedOf(entry.kind, entry.phases, entry.amps, plugOf("AC", system), system);
  const home = entry.kind === "wallbox";
  return {
    outlet: bayOf(entry.tap, system, entry.breakerAmps),
    evse,
    cable: cableOf(from, evse),
    adapter: null,
    tariff: home ? homeTariff(from) : publicTariff(from, "post"),
    followsCar: true,
    place: null,
    settings: NO_SETTINGS,
    buy: home ? wallboxPrices(entry, from.garage.household.spec.currency) : [],
  };
}

function rapidWay(from: From, entry: Of<"rapid">): Parts {
  const plug = plugOf("DC", from.system);
  const own = ownFor(
    from,
    (_, evse) => evse.kind === "rapid" && evse.maxW === entry.kW * 1000 && evse.output.connector === plug,
  );
  if (own)
    return { ...ownParts(from, own.outlet, own.evse), followsCar: true, settings: NO_SETTINGS, buy: [] };
  const tap = tapOf(from.system, "three") ? "three" : "high";
  return {
    outlet: bayOf(tap, from.system, entry.kW > 100 ? 400 : 125),
    evse: rapidOf(entry.kW, entry.amps, plug),
    cable: null,
    adapter: null,
    tariff: publicTariff(from, "rapid"),
    followsCar: true,
    place: null,
    settings: NO_SETTINGS,
    buy: [],
  };
}

function partsOf(from: From, entry: StartWay): Parts {
  if (entry.at === "socket") return socketWay(from, entry);
  return entry.at === "wired" ? wiredWay(from, entry) : rapidWay(from, entry);
}

/** Places of one's own come by their name. */
function nameOf({ garage }: From, entry: StartWay, { outlet: id }: Parts): string {
  const outlet = typeof id === "string" ? garage.outlets.find((row) => row.id === id) : undefined;
  const place = outlet && placeOfOutlet(garage, outlet.id);
  if (!place) return entry.name;
  const amps = entry.at === "socket" ? ` at ${entry.amps} A` : entry.at === "rapid" ? `, ${entry.kW} kW` : "";
  return `${place.spec.name}, ${outlet!.spec.name}${amps}`.slice(0, 80);
}

/** Wallboxes of one's own, there or planned, of sizes the set does not have. */
function ownWallboxes({ garage, system }: From, set: readonly StartWay[]): StartWay[] {
  return garage.evses.flatMap(({ spec, parentId }): StartWay[] => {
    const outlet = garage.outlets.find(({ id }) => id === parentId)?.spec;
    if (spec.kind !== "wallbox" || outlet?.kind !== "hardwired" || outlet.supply.system !== system) return [];
    const { phases, maxAmps: amps } = spec;
    const inSet = set.some(
      (entry) =>
        entry.at === "wired" && entry.kind === "wallbox" && entry.phases === phases && entry.amps === amps,
    );
    const { breakerAmps } = outlet.circuit;
    return inSet
      ? []
      : [{ at: "wired", name: spec.name, kind: "wallbox", tap: outlet.tap, breakerAmps, phases, amps }];
  });
}

/** The set a household compares: that of its own wall socket where it has one of its own, else that of its supply. */
const setOf = (from: From): readonly StartWay[] => {
  const wall = wallSocket(from);
  const set = SETS_BY_SOCKET[wall] ?? START_SETS[from.system];
  // What the wall socket here is not made for is no way to compare.
  return set.filter(
    (entry) =>
      entry.at !== "socket" || entry.type !== WALL_SOCKET || entry.amps <= outletType(wall).ratedAmps,
  );
};

/**
 * The ways people compare in a household's electrical world: made from its own outlets, units and cables where it has
 * them, from usual ones where not. Prices of what is missing are usual ones.
 * @param carId the car whose plugs and cables are looked for first; none for the usual ones of the region
 * @example startWays(garage, garage.cars[0].id).length // 17
 */
export function startWays(garage: Garage, carId: string | undefined, system = worldOf(garage)): SavedWay[] {
  const from: From = { garage, system, car: garage.cars.find(({ id }) => id === carId) };
  const set = setOf(from);
  const posts = set.findIndex(
    (entry) => entry.at !== "socket" && !("kind" in entry && entry.kind === "wallbox"),
  );
  return [...set.slice(0, posts), ...ownWallboxes(from, set), ...set.slice(posts)].map(
    (entry, i): SavedWay => {
      const parts = partsOf(from, entry);
      return { id: `way-${i + 1}`, name: nameOf(from, entry, parts), lead: null, ...parts };
    },
  );
}

/**
 * An outlet of one's own with the unit that is wired in there, as a way of a line-up; undefined where none is.
 * @example ownWay(garage, garage.cars[0].id, "fq-hall-bay", "way-1")?.name // "Co-op hall, post bay"
 */
export function ownWay(
  garage: Garage,
  carId: string | undefined,
  outletId: string,
  id: string,
): SavedWay | undefined {
  const outlet = garage.outlets.find((row) => row.id === outletId);
  const evse = garage.evses.find(({ parentId }) => parentId === outletId);
  const car = garage.cars.find((row) => row.id === carId);
  if (!outlet || !evse) return undefined;
  const parts = ownWired({ garage, system: outlet.spec.supply.system, car }, outlet, evse);
  const place = placeOfOutlet(garage, outlet.id);
  const name = `${place ? `${place.spec.name}, ` : ""}${outlet.spec.name}`.slice(0, 80);
  return { id, name, lead: null, ...parts };
}

/**
 * One way described by what it is and its one figure; everything else is usual, or one's own.
 * @example wayOfEntry(garage, garage.cars[0].id, { at: "rapid", name: "Rapid, 50 kW", kW: 50, amps: 125 }).name
 */
export function wayOfEntry(
  garage: Garage,
  carId: string | undefined,
  entry: StartWay,
  system = worldOf(garage),
): SavedWay {
  const from: From = { garage, system, car: garage.cars.find(({ id }) => id === carId) };
  return { id: "new", name: entry.name, lead: null, ...partsOf(from, entry) };
}

/**
 * A line-up to begin with: every car of the household on the ways of its world.
 * @example startLineup(garage, plan.session).cars.length // 3
 */
export const startLineup = (garage: Garage, session: PlannedSession): SavedLineup => ({
  name: "Every way to charge",
  session,
  stayHours: 4,
  dayKm: 40,
  cars: garage.cars.map(({ id }) => id).slice(0, 50),
  ways: startWays(garage, garage.cars[0]?.id),
  baseline: "way-1",
});
