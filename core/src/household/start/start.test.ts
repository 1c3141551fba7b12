import { DEMO_GARAGES, fallowQuay, larchHollow } from "../demo";
import { openLineup } from "../garage";
import { cellOf, clockOfLineup, waySchema } from "../../answers/lineup";
import { supplySystem, SUPPLY_IDS, type SupplyId } from "../../trade/supply";
import { bare } from "../../tests/lineup";
import { kept } from "../demo/kept";
import { feedOf, outletType } from "../../trade/outlets";
import { idealCar, socket } from "../../tests/parts";
import {
  isPlanned,
  ownWay,
  planWallbox,
  plugOf,
  regionOf,
  START_SETS,
  startLineup,
  startWays,
  usualPrice,
  usualWallSocket,
  wallboxSizes,
  wallPointOf,
  worldOf,
} from ".";

const { session } = fallowQuay.paths[0]!.spec;
const open = (garage: typeof fallowQuay, system?: SupplyId) =>
  openLineup(garage, {
    ...startLineup(garage, session),
    ways: startWays(garage, garage.cars[0]?.id, system),
  });

test.each(SUPPLY_IDS)("%s: every way of the start set is sound and charges a car of the region", (system) => {
  const garage = bare(fallowQuay);
  const ways = open(garage, system).ways.map(({ way }) => way!);
  expect(ways).toHaveLength(START_SETS[system].length);
  const car = {
    ...idealCar([
      { phases: 1, amps: 32 },
      { phases: 3, amps: 16 },
    ]),
    inlets: [
      system === "split-phase" || system === "208Y" ? "ccs1" : system === "100/200" ? "type1" : "ccs2",
      "chademo",
    ] as ("ccs1" | "ccs2" | "type1" | "chademo")[],
  };
  const asked = { household: garage.household.spec, session, stayHours: 4, dayKm: 40 };
  for (const way of ways) {
    expect(waySchema.safeParse(way).error).toBeUndefined();
    const cell = cellOf(asked, car, way, clockOfLineup(asked));
    if (cell.kind === "blocked") throw new Error(`${way.name}: ${cell.refusal.message}`);
    // Nothing that people are shown to compare is a thing to stop for.
    expect(cell.cautions.filter((c) => c.severity === "stop")).toEqual([]);
  }
});

test.each(["cee-7", "bs1363", "as3112-10", "as3112-15", "type-j", "type-m"] as const)(
  "a house whose wall socket is %s is shown nothing to stop for, and no more than that socket is made for",
  (type) => {
    const garage = {
      ...bare(fallowQuay),
      outlets: [kept("own", { ...socket("230/400", type, outletType(type).ratedAmps) })],
    };
    const car = { ...idealCar([{ phases: 1, amps: 32 }]), inlets: ["ccs2"] as "ccs2"[] };
    const asked = { household: garage.household.spec, session, stayHours: 4, dayKm: 40 };
    const ways = open(garage, "230/400").ways.map(({ way }) => way!);
    for (const way of ways) {
      const cell = cellOf(asked, car, way, clockOfLineup(asked));
      if (cell.kind === "blocked") throw new Error(`${way.name}: ${cell.refusal.message}`);
      expect([way.name, cell.cautions.filter((c) => c.severity === "stop")]).toEqual([way.name, []]);
    }
    const fifteen = ways.filter(({ outlet }) => outlet.kind === "socket" && outlet.type === "as3112-15");
    expect(fifteen.length > 0).toBe(type.startsWith("as3112"));
  },
);

test("the sets hold what people compare in each world", () => {
  expect(START_SETS["split-phase"]).toHaveLength(12);
  expect(START_SETS["230/400"]).toHaveLength(17);
  const amps = START_SETS["split-phase"].flatMap((e) => (e.at === "rapid" ? [] : [e.amps]));
  expect(amps).toEqual([8, 12, 16, 24, 32, 40, 48, 80, 32]);
  expect(START_SETS["it-230"].some((e) => e.at === "socket" && e.type.startsWith("red"))).toBe(false);
});

test("a household's own outlets, units and cables stand in where it has them", () => {
  const ways = startWays(fallowQuay, "fq-curlew");
  const own = ways.filter(({ outlet }) => typeof outlet === "string").map(({ name }) => name);
  expect(own).toEqual([
    "Boathouse, wall socket at 6 A",
    "Boathouse, wall socket at 8 A",
    "Boathouse, wall socket at 10 A",
    "Boathouse, wall socket at 13 A",
    "Slip, 32 A blue socket at 32 A",
    "Co-op hall, post bay",
    "Ferry terminal, rapid pair, 50 kW",
  ]);
  const byName = (name: string) => ways.find((w) => w.name.startsWith(name))!;
  // The portable that reaches every car, not the one that ends in the one car's plug.
  expect(byName("Boathouse, wall socket at 10 A")).toMatchObject({
    evse: "fq-yard-portable",
    settings: { evseAmps: 10 },
    buy: [],
  });
  expect(byName("Boathouse, wall socket at 13 A").evse).toMatchObject({ kind: "portable", maxAmps: 13 });
  expect(byName("Co-op hall")).toMatchObject({
    evse: "fq-hall-post",
    tariff: "fq-hall-rate",
    followsCar: true,
  });
});

test("what is missing is to be bought, at a usual price in the household's currency", () => {
  const ways = startWays(larchHollow, "lh-siskin");
  const box = ways.find(({ name }) => name === "Wallbox, 48 A")!;
  expect(box.buy.map(({ what }) => what)).toEqual(["wallbox", "circuit of its own, 60 A"]);
  expect(box.buy.every(({ price }) => price > 0)).toBe(true);
  expect(ways.find(({ name }) => name.startsWith("House, dryer"))!.buy).toEqual([]);
  // What is somebody else's is not to be bought.
  expect(ways.filter(({ name }) => /Rapid|post/.test(name)).flatMap(({ buy }) => buy)).toEqual([]);
});

test.each([
  [550, "EUR", 550],
  [550, "CAD", 830],
  [250, "JPY", 41_000],
  [0, "EUR", 0],
  [550, "XAU", 550],
])("a usual price of %d euros is %s %d, rounded to two figures", (euros, currency, price) => {
  expect(usualPrice(euros, currency)).toBe(price);
});

test("the world of a household is that of most of its outlets; its plugs are the region's", () => {
  expect(DEMO_GARAGES.map(worldOf)).toEqual(["230/400", "split-phase"]);
  // Without outlets it is that of the houses where it lives.
  expect(worldOf(bare(larchHollow))).toBe("split-phase");
  expect([plugOf("AC", "split-phase"), plugOf("DC", "230/400"), plugOf("DC", "100/200")]).toEqual([
    "type1",
    "ccs2",
    "chademo",
  ]);
});

test("the usual wall socket of a supply is one the supply feeds, and posts have a socket in Europe alone", () => {
  for (const system of SUPPLY_IDS) expect(feedOf(usualWallSocket(system), system)?.tap).toBe("single");
  expect(SUPPLY_IDS.filter((id) => supplySystem(id).socketedPosts)).toEqual(["230/400", "it-230"]);
});

describe("what is usual follows the country", () => {
  const living = (currency: string, timeZone: string) => {
    const { household } = fallowQuay;
    return bare({
      ...fallowQuay,
      household: { ...household, spec: { ...household.spec, currency, timeZone } },
    });
  };
  test.each([
    ["GBP", "Europe/London", "bs1363"],
    ["EUR", "Europe/Dublin", "bs1363"],
    ["EUR", "Europe/Paris", "cee-7"],
    // A household that travels keeps the sockets its money is spent at.
    ["GBP", "Europe/Paris", "bs1363"],
    ["CHF", "Europe/Zurich", "type-j"],
    ["AUD", "Australia/Perth", "as3112-10"],
    ["NZD", "Pacific/Auckland", "as3112-10"],
    ["USD", "America/Denver", "nema-5-15"],
    ["MYR", "Asia/Kuala_Lumpur", "bs1363"],
    ["INR", "Asia/Kolkata", "type-m"],
  ])("%s in %s: the first socket of the ways is a %s", (currency, timeZone, type) => {
    const garage = living(currency, timeZone);
    const [way] = startWays(garage, undefined);
    expect(way!.outlet).toMatchObject({ kind: "socket", type });
    expect(wallPointOf(regionOf(garage.household.spec), worldOf(garage)).outlet).toBe(type);
  });
  test("a supply that is not that of its houses has its own first socket", () => {
    expect(wallPointOf(regionOf({ currency: "GBP", timeZone: "Europe/London" }), "it-230").outlet).toBe(
      "cee-7",
    );
    expect(wallPointOf(regionOf({ currency: "GBP", timeZone: "Europe/London" }), "208Y").outlet).toBe(
      "nema-5-15",
    );
  });
});

describe("a planned wallbox", () => {
  const place = fallowQuay.places.find(({ spec }) => spec.name === "Boathouse")!;
  const barn = larchHollow.places.find(({ spec }) => spec.name === "Barn")!;
  const planned = (garage: typeof fallowQuay, placeId: string, at: number, runM = 15) =>
    planWallbox(garage, placeId, wallboxSizes(garage, placeId)[at]!, runM)!;
  /** The household with it. */
  const withIt = (garage: typeof fallowQuay, placeId: string, at: number, runM = 15) => {
    const { outlet, evse } = planned(garage, placeId, at, runM);
    return {
      ...garage,
      outlets: [...garage.outlets, { ...kept("new-circuit", outlet), parentId: placeId }],
      evses: [...garage.evses, { ...kept("new-box", evse), parentId: "new-circuit" }],
    };
  };

  test("comes in the sizes of its supply, told by what they take", () => {
    expect(wallboxSizes(fallowQuay, place.id)).toEqual([
      { phases: 1, amps: 16, breakerAmps: 16, watts: 3_680 },
      { phases: 1, amps: 32, breakerAmps: 32, watts: 7_360 },
      { phases: 3, amps: 16, breakerAmps: 16, watts: 11_040 },
      { phases: 3, amps: 32, breakerAmps: 32, watts: 22_080 },
    ]);
    // NEC 625.41: the breaker is 125 % of the unit.
    expect(wallboxSizes(larchHollow, barn.id).find(({ amps }) => amps === 48)).toEqual({
      phases: 1,
      amps: 48,
      breakerAmps: 60,
      watts: 11_520,
    });
  });
  test("on three phases without a neutral is offered only to a household with a car made for them", () => {
    const [home] = fallowQuay.places;
    const outlet = { ...fallowQuay.outlets[0]!, parentId: home!.id };
    const norway = (delta: boolean) => ({
      ...fallowQuay,
      cars: fallowQuay.cars.map((row) => ({
        ...row,
        spec: { ...row.spec, charger: { ...row.spec.charger, delta } },
      })),
      outlets: [
        { ...outlet, spec: { ...outlet.spec, supply: { system: "it-230" as const } } as typeof outlet.spec },
      ],
    });
    const phases = (delta: boolean) => wallboxSizes(norway(delta), home!.id).map((size) => size.phases);
    expect([phases(false), phases(true)]).toEqual([
      [1, 1],
      [1, 1, 3, 3],
    ]);
  });
  test("has its circuit by our own rules: no stop arises of our own making, for any car, at any length that is laid", () => {
    let judged = 0;
    for (const [garage, { id }] of [
      [fallowQuay, place],
      [larchHollow, barn],
    ] as const)
      wallboxSizes(garage, id).forEach((size, at) => {
        for (const runM of [1, 15, 40, 80]) {
          if (!planWallbox(garage, id, size, runM)) continue;
          const home = withIt(garage, id, at, runM);
          for (const { id: carId, spec: car } of home.cars) {
            const way = ownWay(home, carId, "new-circuit", "w")!;
            const lineup = openLineup(home, { ...startLineup(home, session), ways: [way] });
            const cell = cellOf(lineup, car, lineup.ways[0]!.way!, clockOfLineup(lineup));
            if (cell.kind === "blocked") continue;
            judged += 1;
            expect(
              cell.cautions.filter(({ severity }) => severity !== "note").map(({ code }) => code),
            ).toEqual([]);
          }
        }
      });
    expect(judged).toBeGreaterThan(60);
  });
  test("a longer run has a heavier conductor, and one that no terminal takes is refused", () => {
    const gauge = (runM: number) => planned(fallowQuay, place.id, 1, runM).outlet.circuit.run!.gauge;
    expect([gauge(5), gauge(60)]).toEqual(["6 mm2", "16 mm2"]);
    expect(planWallbox(fallowQuay, place.id, wallboxSizes(fallowQuay, place.id)[1]!, 200)).toBeUndefined();
  });
  test("is a way of the comparison, planned and still to be paid for; once it is there it is not", () => {
    const home = withIt(fallowQuay, place.id, 2);
    const way = startWays(home, home.cars[0]!.id).find(({ outlet }) => outlet === "new-circuit")!;
    expect([way.name, way.evse, way.buy.map(({ price }) => price)]).toEqual([
      "Boathouse, wallbox circuit, 3 × 16 A",
      "new-box",
      [700, 550],
    ]);
    const [outlet, evse] = [home.outlets.at(-1)!, home.evses.at(-1)!];
    expect(isPlanned({ outlet: outlet.spec, evse: evse.spec })).toBe(true);
    const there = {
      ...home,
      outlets: [...home.outlets.slice(0, -1), { ...outlet, spec: { ...outlet.spec, planned: false } }],
      evses: [...home.evses.slice(0, -1), { ...evse, spec: { ...evse.spec, planned: false } }],
    };
    expect(ownWay(there, undefined, "new-circuit", "w")!.buy).toEqual([]);
  });
  test("of a size the set does not have stands among the ways too, before the posts", () => {
    const home = withIt(
      larchHollow,
      barn.id,
      wallboxSizes(larchHollow, barn.id).findIndex((s) => s.amps === 40),
    );
    const names = startWays(home, home.cars[0]!.id).map(({ name }) => name);
    expect(names).toContain("Barn, wallbox circuit, 1 × 40 A");
    expect(names.indexOf("Barn, wallbox circuit, 1 × 40 A")).toBe(names.indexOf("Wallbox, 80 A") + 1);
  });
  test("has the plug of the region, or that of the household's cars where none of them takes it", () => {
    const only = (name: string) => ({
      ...fallowQuay,
      cars: fallowQuay.cars.filter(({ spec }) => spec.name === name),
    });
    const plug = (garage: typeof fallowQuay) => planned(garage, place.id, 1).evse.output.connector;
    expect([plug(fallowQuay), plug(only("Plover")), plug(bare(fallowQuay))]).toEqual([
      "type2",
      "type1",
      "type2",
    ]);
  });
  test("a second one of the same size has a name of its own", () => {
    const home = withIt(fallowQuay, place.id, 1);
    expect(planned(home, place.id, 1).outlet.name).toBe("wallbox circuit, 1 × 32 A (2)");
    expect(planned(home, place.id, 1).evse.name).toBe("wallbox, 1 × 32 A (2)");
  });
});
