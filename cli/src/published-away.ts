import {
  judgeKit,
  judgePosts,
  judgeTrip,
  KIT_FORMAT,
  likelyPlaces,
  ownPieces,
  piecesToBuy,
  POSTS_FORMAT,
  readNetwork,
  SPEC_VERSION,
  TRIP_FORMAT,
  type KitDocument,
  type Parsed,
  type PostsDocument,
  type TripDocument,
} from "@kettleback/core";
import { DEMO_NETWORKS, fallowQuay, ocpiLocations } from "@kettleback/core/demo";

const sure = <T>(judged: Parsed<T>): T => {
  if (!judged.ok) throw new Error(JSON.stringify(judged.problems));
  return judged.value;
};

/** When the example's network was read: examples are the same bytes whenever they are made. */
const READ_AT = Date.UTC(2026, 10, 23, 17, 40);

/** Examples of what goes along on a trip: a kit, posts near a place, a trip with its stops. */
export function awayExamples(): {
  readonly kit: KitDocument;
  readonly posts: PostsDocument;
  readonly trip: TripDocument;
} {
  const head = { version: SPEC_VERSION, household: fallowQuay.household.spec };
  const car = fallowQuay.cars.find(({ id }) => id === "fq-curlew")!.spec;
  const session = {
    fromSoc: 0.25,
    toSoc: 0.9,
    pluggedInAt: "2026-11-23T19:30",
    neededBy: "08:30",
    batteryC: null,
    heatingW: 0,
  };
  const own = ownPieces(fallowQuay).map(({ piece }) => piece);
  const network = DEMO_NETWORKS["fallow-quay"];
  const locations = ocpiLocations(network, READ_AT);
  const kit = {
    format: KIT_FORMAT,
    name: "A weekend on the mainland",
    ...head,
    car,
    session,
    wantedKm: 120,
    least: "mass",
    pieces: [
      ...own,
      ...piecesToBuy(car, "ie", "EUR")
        .slice(0, 3)
        .map(({ piece }) => piece),
    ],
    places: likelyPlaces("ie").map(({ place }) => place),
  };
  const posts = {
    format: POSTS_FORMAT,
    name: "Around the quay",
    ...head,
    car,
    session,
    pieces: own,
    from: network.at,
    stayHours: 2,
    locations,
    tariffs: network.tariffs,
    own: fallowQuay.posts.map(({ spec }) => spec),
  };
  const read = readNetwork(JSON.stringify({ locations, tariffs: network.tariffs }), "EUR");
  if (!read.ok) throw new Error("demo");
  const { tariffs } = read.value;
  const rapid = (name: string, atKm: number, kW: number, tariff: string, more: object = {}) => ({
    name,
    atKm,
    point: {
      plug: "ccs2",
      tethered: true,
      phases: 1,
      volts: 920,
      amps: kW > 60 ? 350 : 125,
      watts: kW * 1000,
    },
    tariff: tariffs[tariff],
    ...more,
  });
  const trip = {
    format: TRIP_FORMAT,
    name: "Over the causeway to the south",
    ...head,
    car,
    pieces: own,
    road: { massKg: 1_950, cdaM2: 0.72 },
    departAt: "2026-11-27T07:30",
    airC: 4,
    startSoc: 0.95,
    legs: [
      { name: "Causeway", km: 38, speedKmh: 70, upM: 160, downM: 40 },
      { name: "Kestrel pass", km: 46, speedKmh: 80, upM: 620, downM: 310 },
      { name: "Trunk road", km: 290, speedKmh: 105, upM: 700, downM: 1_130, windKmh: 12 },
    ],
    stops: [
      rapid("Causeway bridge", 12, 50, "rapid"),
      rapid("Kestrel pass services", 62, 150, "fast", { waitMinutes: 5 }),
      rapid("Ferryman’s cross", 168, 50, "rapid", { detourKm: 3 }),
      rapid("Moorgate services", 214, 150, "fast"),
      rapid("Old mill", 296, 150, "fast", { detourKm: 6 }),
    ],
  };
  return {
    kit: sure(judgeKit(kit)),
    posts: sure(judgePosts(posts)),
    trip: sure(judgeTrip(trip)),
  };
}
