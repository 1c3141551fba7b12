import { feedOf, OUTLET_TYPE_IDS } from "../../trade/outlets";
import { SUPPLY_IDS } from "../../trade/supply";
import { pointOfSocket, regionOfZone, REGIONS, socketsOf, USUAL_PRICES, usualPrice } from ".";

test("every region's own sockets are fed by its supply as their standard means it, its wall socket first", () => {
  for (const region of REGIONS) {
    const { own } = socketsOf(region, region.system);
    expect([region.id, own[0]]).toEqual([region.id, region.points[0]!.outlet]);
    for (const { outlet } of region.points) if (outlet) expect(own).toContain(outlet);
    for (const type of own) expect([type, feedOf(type, region.system)?.odd]).toEqual([type, undefined]);
    for (const type of own) expect(feedOf(type, region.system)).toBeDefined();
  }
});

test("every type is a region's own, or only fed there, or elsewhere: each in one of them, on every supply", () => {
  for (const region of REGIONS)
    for (const system of SUPPLY_IDS) {
      const { own, others, elsewhere } = socketsOf(region, system);
      expect([...own, ...others, ...elsewhere].sort()).toEqual([...OUTLET_TYPE_IDS].sort());
      expect(own.length).toBeGreaterThan(0);
      for (const type of elsewhere) expect(feedOf(type, system)).toBeUndefined();
    }
});

test("what a household keeps is its own there, unless its supply cannot feed it", () => {
  const ireland = regionOfZone("Europe/Dublin");
  const { own, others, elsewhere } = socketsOf(ireland, "230/400", ["cee-7", "nema-14-50"]);
  expect(own).toEqual([...socketsOf(ireland, "230/400").own, "cee-7"]);
  expect(others).not.toContain("cee-7");
  expect(elsewhere).toContain("nema-14-50");
});

test.each([
  ["America/New_York", ["nema-10-30", "nema-14-30", "nema-6-50"], ["cee-7", "type-m"]],
  [
    "Australia/Sydney",
    ["as3112-10", "as3112-15", "as3123-20-three", "as3123-40-three"],
    ["bs1363", "type-j"],
  ],
  ["Asia/Kuala_Lumpur", ["bs1363", "type-m"], ["cee-7", "type-j", "as3112-10"]],
  ["Asia/Kolkata", ["type-m", "type-d"], ["bs1363", "type-l"]],
  ["Europe/Zurich", ["type-j", "red-16"], ["bs1363", "as3112-10"]],
] as const)("%s has %j of its own, and not %j", (zone, has, lacks) => {
  const { own } = socketsOf(regionOfZone(zone), regionOfZone(zone).system);
  for (const type of has) expect(own).toContain(type);
  for (const type of lacks) expect(own).not.toContain(type);
});

test.each([
  ["nema-10-30", "split-phase", { amps: 24, breakerAmps: 30, phases: 1 }],
  ["nema-6-50", "split-phase", { amps: 40, breakerAmps: 50, phases: 1 }],
  ["red-32", "230/400", { amps: 32, breakerAmps: 32, phases: 3 }],
  ["type-d", "230/400", { amps: 6, breakerAmps: 6, phases: 1 }],
  // A fused plug stands behind a ring's breaker.
  ["bs1363", "230/400", { amps: 10, breakerAmps: 32, phases: 1 }],
] as const)("a %s on %s is asked for %j", (type, system, point) =>
  expect(pointOfSocket(type, system, "it")).toEqual({ id: type, name: "it", outlet: type, ...point }),
);

test("every region's money has its worth, so that a usual price has a usual size there", () => {
  const euros = USUAL_PRICES.wallbox[1];
  for (const { id, currency } of REGIONS) {
    const price = usualPrice(euros, currency);
    // Only the euro itself may stay the same figure.
    expect([id, price === euros]).toEqual([id, currency === "EUR"]);
  }
});
