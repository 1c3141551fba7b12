import {
  ANY_POST,
  arrives,
  attemptsEverywhere,
  bestWay,
  chargersOf,
  chosenPosts,
  figuresFor,
  flatTariff,
  leastKit,
  likelyPlaces,
  ownPieces,
  piecesToBuy,
  plannerOf,
  postRows,
  priceOf,
  readNetwork,
  roadSchema,
  stepBelow,
  weighingOf,
  weightOf,
  weightsOf,
  type TripAsked,
  type Weighing,
} from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { Limits } from "./limits";

/** Measures a trip: a kit at many places, stops against trying everything, thousands of posts in a frame. */
const PIECES = 16;
const PLACES = 60;
const STOPS = 30;
const POSTS = 20_000;
const MOST_MS = 200;
const LEAST_TIMES = 50;
const FRAME_MS = 16.7;

const household = fallowQuay.household.spec;
const car = fallowQuay.cars[1]!.spec;
const limits = new Limits();
/** The middle of some runs (ms), the first left out: it is slower while the engine learns. */
function middle(of: () => unknown, runs = 7): number {
  of();
  const times = Array.from({ length: runs }, () => {
    const begun = performance.now();
    of();
    return performance.now() - begun;
  });
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!;
}

const pieces = [...ownPieces(fallowQuay), ...piecesToBuy(car, "ie", "EUR")]
  .map(({ piece }) => piece)
  .slice(0, PIECES);
const likely = likelyPlaces("ie").map(({ place }) => place);
// Each a place of its own: what is alike is tried once, and would measure nothing.
const places = Array.from({ length: PLACES }, (_, i) => {
  const place = likely[i % likely.length]!;
  const otherLoadAmps = Math.floor(i / likely.length) / 10;
  return {
    ...place,
    name: `place ${i}`,
    outlet: { ...place.outlet, circuit: { ...place.outlet.circuit, otherLoadAmps } },
  };
});
const session = {
  fromSoc: 0.2,
  toSoc: 0.9,
  pluggedInAt: "2026-11-23T19:00",
  neededBy: "08:00",
  batteryC: null,
  heatingW: 0,
};
const kit = { household, car, session, wantedKm: 100, least: "mass" as const, pieces, places };
const kitMs = middle(() => leastKit(attemptsEverywhere(kit), pieces.map(weightOf), 100, "mass"));

const tripOf = (count: number, step: TripAsked["step"]): TripAsked => ({
  household,
  car,
  pieces: [],
  road: roadSchema.parse({}),
  departAt: "2026-11-23T08:00",
  airC: 5,
  startSoc: 0.9,
  reserveSoc: 0.1,
  arriveSoc: 0.15,
  legs: Array.from({ length: 12 }, (_, i) => ({
    km: count > 10 ? 75 : 45,
    speedKmh: 100,
    upM: 10 * i,
    downM: 50,
    windKmh: 0,
  })),
  stops: Array.from({ length: count }, (_, i) => ({
    name: `stop ${i}`,
    atKm: ((i + 1) * (count > 10 ? 860 : 500)) / (count + 1),
    detourKm: i % 4,
    point: {
      plug: "ccs2" as const,
      tethered: true,
      phases: 1 as const,
      volts: 920,
      amps: 125 + (i % 5) * 90,
      watts: 50_000 + i * 3_000,
    },
    tariff: flatTariff(`tariff ${i}`, 0.3 + 0.02 * (i % 7), i % 3),
    limitMinutes: null,
    waitMinutes: i % 5 === 0 ? 10 : 0,
    fixedMinutes: 6,
    state: "open" as const,
  })),
  goal: "time",
  hourWorth: 0,
  step,
});
const long = tripOf(STOPS, 0.02);
const timeMs = middle(() => plannerOf(long).plan("time"));
const costMs = middle(() => plannerOf({ ...long, goal: "cost" }).plan("cost"));

/** Every choice of stops and steps of charge, one by one, over the same tables: where that ends. */
function exhaustive({ trip, order, route, chargers }: Weighing): number {
  const levels = Math.round(1 / trip.step) + 1;
  const { second } = weightsOf(trip);
  const price = priceOf({ trip, order, route, chargers });
  const end = order.length + 1;
  const from = (point: number, leave: number): number => {
    let best = Infinity;
    for (let to = point + 1; to <= end; to++) {
      const hop = route.hop(point, to);
      const there = arrives(hop, leave, trip.reserveSoc);
      if (there === null) continue;
      if (to === end) {
        if (there >= trip.arriveSoc) best = Math.min(best, second * hop.seconds);
        continue;
      }
      const { takes, seconds } = route.detours[to - 1]!;
      if (there - takes / 2 < trip.reserveSoc) continue;
      const low = stepBelow(there - takes / 2, trip.step);
      for (let up = low + 1; up < levels; up++) {
        const paid = price(order[to - 1]!, low, up, 0);
        if (paid < Infinity)
          best = Math.min(
            best,
            second * (hop.seconds + seconds) + paid + from(to, up * trip.step - takes / 2),
          );
      }
    }
    return best;
  };
  return from(0, trip.startSoc);
}
const small = tripOf(5, 0.05);
const weighing = weighingOf(small, chargersOf(small));
const searched = middle(() => bestWay(weighing), 15);
const tried = middle(() => exhaustive(weighing), 1);

const locations = Array.from({ length: POSTS }, (_, i) => ({
  id: String(i),
  coordinates: { latitude: 53 + Math.sin(i) / 2, longitude: -14 + Math.cos(7 * i) / 2 },
  evses: [
    {
      uid: "1",
      status: ["AVAILABLE", "CHARGING", "OUTOFORDER"][i % 3],
      connectors: [
        i % 2
          ? {
              standard: "IEC_62196_T2",
              format: "SOCKET",
              power_type: "AC_3_PHASE",
              max_voltage: 230,
              max_amperage: 16 + (i % 4) * 8,
            }
          : {
              standard: "IEC_62196_T2_COMBO",
              format: "CABLE",
              power_type: "DC",
              max_voltage: 500,
              max_amperage: 100 + (i % 9) * 50,
            },
      ],
    },
  ],
}));
const network = readNetwork(JSON.stringify(locations), "EUR");
if (!network.ok) throw new Error("bench");
const rows = postRows(network.value, figuresFor({ household, car, session, pieces, stayHours: 2 }), {
  lat: 53,
  lon: -14,
});
const frameMs = Math.max(
  ...(["near", "fast", "cheap"] as const).map((order) =>
    middle(() => chosenPosts(rows, { ...ANY_POST, fits: true }, order), 15),
  ),
);

console.log(`kit: ${PIECES} pieces at ${PLACES} places, and the least of it      ${kitMs.toFixed(0)} ms`);
console.log(
  `stops: ${STOPS} places, least time / least money              ${timeMs.toFixed(0)} / ${costMs.toFixed(0)} ms`,
);
console.log(`stops against trying everything (5 places, 5 % steps)   ${(tried / searched).toFixed(0)} times`);
console.log(`posts: ${POSTS} filtered and sorted                      ${frameMs.toFixed(1)} ms`);
limits.atMost("kit", kitMs, MOST_MS);
limits.atMost("stops, least time", timeMs, MOST_MS);
limits.atMost("stops, least money", costMs, MOST_MS);
limits.atLeast("stops against everything", tried / searched, LEAST_TIMES);
limits.atMost("posts in a frame", frameMs, FRAME_MS);
limits.report();
