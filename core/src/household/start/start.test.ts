import { DEMO_GARAGES, fallowQuay, larchHollow } from "../demo";
import { openLineup } from "../garage";
import { cellOf, clockOfLineup, waySchema } from "../../answers/lineup";
import { supplySystem, SUPPLY_IDS, type SupplyId } from "../../trade/supply";
import { bare } from "../../tests/lineup";
import { kept } from "../demo/kept";
import { feedOf, outletType } from "../../trade/outlets";
import { idealCar, socket } from "../../tests/parts";
import { plugOf, START_SETS, startLineup, startWays, usualPrice, usualWallSocket, worldOf } from ".";

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

test.each(["cee-7", "bs1363", "as3112-10", "as3112-15", "type-j"] as const)(
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
  expect(worldOf(bare(larchHollow))).toBe("230/400");
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
