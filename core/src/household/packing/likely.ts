import { connector, type ConnectorId } from "../../trade/connectors";
import {
  COUNTRIES,
  countryOf,
  everydayOf,
  outletType,
  type CountryId,
  type OutletTypeId,
} from "../../trade/outlets";
import { supplySystem, type SupplyId } from "../../trade/supply";
import type { Amps } from "../../trade/units";
import type { Evse, Household, Outlet } from "../../things/parts";
import type { StopPlace } from "../../answers/kit";
import { bayOf, fixedOf, rapidOf, regionOf, socketOf } from "../start";

/** A place one is likely to meet on a trip, by a name that stays with it. */
export interface LikelyPlace {
  readonly id: string;
  readonly place: StopPlace;
}

const named = <T extends { readonly name: string }>(thing: T, name: string): T => ({ ...thing, name });

/** A socket where one is a guest: nobody has looked at the wiring behind the ordinary ones. */
function socketPlace(kind: string, where: string, type: OutletTypeId, system: SupplyId): LikelyPlace {
  const { called } = everydayOf(type);
  const { ratedAmps, industrial, largestBreaker, fuseAmps } = outletType(type);
  const outlet: Outlet = named(socketOf(type, system, fuseAmps ? largestBreaker : ratedAmps), called);
  const unchecked = kind === "house" && !industrial;
  return {
    id: `${kind}-${type}`,
    place: {
      name: `${where}: ${called}`,
      outlet: unchecked ? { ...outlet, condition: "unknown" } : outlet,
      evse: null,
    },
  };
}

/** A post or station, in a bay wide enough for it. */
const fixedPlace = (id: string, name: string, outlet: Outlet, evse: Evse): LikelyPlace => ({
  id,
  place: { name, outlet: named(outlet, "bay"), evse: named(evse, name) },
});

const BAY_AMPS: Amps = 100;

const socketed = (phases: 1 | 3, amps: Amps): Evse => ({
  ...(fixedOf("post", phases, amps, "type2", "230/400") as Extract<Evse, { kind: "post" }>),
  output: { kind: "socket", connector: "type2" },
});
const tethered = (phases: 1 | 3, amps: Amps, plug: ConnectorId, system: SupplyId): Evse =>
  fixedOf("wallbox", phases, amps, plug, system);

const rapid = (id: string, kW: number, amps: Amps, plug: ConnectorId, system: SupplyId): LikelyPlace =>
  fixedPlace(
    id,
    `rapid station, ${kW} kW, ${connector(plug).name}`,
    bayOf(supplySystem(system).taps.three ? "three" : "high", system, 400),
    rapidOf(kW, amps, plug),
  );

/** Posts of countries whose posts have sockets for cables of one's own. */
function postsOfSockets(system: SupplyId): LikelyPlace[] {
  const [single, three] = [bayOf("single", system, BAY_AMPS), bayOf("three", system, BAY_AMPS)];
  return [
    fixedPlace("hotel-post", "hotel post, 3 × 16 A, socket", three, socketed(3, 16)),
    fixedPlace("street-post", "street post, 1 × 32 A, socket", single, socketed(1, 32)),
    fixedPlace("town-post", "town post, 3 × 32 A, socket", three, socketed(3, 32)),
    fixedPlace(
      "tethered-type2",
      "post with its own Type 2 cable, 1 × 32 A",
      single,
      tethered(1, 32, "type2", system),
    ),
    fixedPlace(
      "tethered-type1",
      "older post with its own Type 1 cable, 1 × 16 A",
      single,
      tethered(1, 16, "type1", system),
    ),
    rapid("rapid-ccs2", 50, 125, "ccs2", system),
    rapid("rapid-chademo", 50, 125, "chademo", system),
  ];
}

const postsOfAmerica = (): LikelyPlace[] => [
  fixedPlace(
    "motel-post",
    "motel post, 208 V 30 A, Type 1 cable",
    bayOf("high", "208Y", BAY_AMPS),
    tethered(1, 30, "type1", "208Y"),
  ),
  fixedPlace(
    "street-j3400",
    "street post, 240 V 48 A, J3400 cable",
    bayOf("high", "split-phase", BAY_AMPS),
    tethered(1, 48, "j3400-ac", "split-phase"),
  ),
  rapid("rapid-ccs1", 150, 350, "ccs1", "208Y"),
  rapid("rapid-j3400", 150, 400, "j3400-dc", "208Y"),
  rapid("rapid-chademo", 50, 125, "chademo", "208Y"),
];

const postsOfJapan = (): LikelyPlace[] => [
  fixedPlace(
    "post-type1",
    "post, 200 V 30 A, Type 1 cable",
    bayOf("high", "100/200", BAY_AMPS),
    tethered(1, 30, "type1", "100/200"),
  ),
  rapid("rapid-chademo", 50, 125, "chademo", "100/200"),
];

const POSTS: Readonly<Record<string, (system: SupplyId) => LikelyPlace[]>> = {
  europe: postsOfSockets,
  "north-america": postsOfAmerica,
  japan: postsOfJapan,
};

/**
 * Places one is likely to stand for a night in a country: camp site, hotel, farm, a relative's, posts and stations.
 * @example likelyPlaces("ie")[0].place.name // "camp site: blue camping socket, 16 A"
 */
export function likelyPlaces(country: CountryId): LikelyPlace[] {
  const { system, house, camp, yard } = countryOf(country);
  const posts = POSTS[supplySystem(system).market]!(system);
  return [
    ...camp.map((type) => socketPlace("camp", "camp site", type, system)),
    ...house.map((type) => socketPlace("house", "a relative’s", type, system)),
    ...yard.map((type) => socketPlace("yard", "farm or workshop", type, system)),
    ...posts,
  ];
}

/** Countries by the time zone of their largest towns; the rest of the table by the part of the world. */
const COUNTRY_OF_ZONE: Readonly<Record<string, CountryId>> = {
  "Europe/Dublin": "ie",
  "Europe/London": "gb",
  "Europe/Berlin": "de",
  "Europe/Vienna": "at",
  "Europe/Zurich": "ch",
  "Europe/Paris": "fr",
  "Europe/Brussels": "be",
  "Europe/Amsterdam": "nl",
  "Europe/Luxembourg": "lu",
  "Europe/Copenhagen": "dk",
  "Europe/Oslo": "no",
  "Europe/Stockholm": "se",
  "Europe/Helsinki": "fi",
  "Europe/Madrid": "es",
  "Europe/Lisbon": "pt",
  "Europe/Rome": "it",
  "Europe/Athens": "gr",
  "Europe/Warsaw": "pl",
  "Europe/Prague": "cz",
  "Europe/Budapest": "hu",
  "Atlantic/Reykjavik": "is",
  "Africa/Johannesburg": "za",
  "Asia/Tokyo": "jp",
  "Asia/Seoul": "kr",
  "Asia/Singapore": "sg",
  "Asia/Kuala_Lumpur": "my",
  "Asia/Kolkata": "in",
  "Pacific/Auckland": "nz",
};
const OTHERWISE: CountryId = "de";

/**
 * The country a household is taken to travel in until it says otherwise: that of its time zone.
 * @example homeCountry(plan.household) // "ie"
 */
export function homeCountry(household: Pick<Household, "currency" | "timeZone">): CountryId {
  const { id } = regionOf(household);
  return COUNTRY_OF_ZONE[household.timeZone] ?? (id in COUNTRIES ? (id as CountryId) : OTHERWISE);
}
