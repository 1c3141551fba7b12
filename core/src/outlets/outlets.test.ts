import { CONNECTOR_IDS, CONNECTORS, inletFor, INLET_IDS, plugsFor } from "../connectors";
import { SUPPLY_IDS, supplySystem, tapOf } from "../supply";
import { feedOf, OUTLET_TYPE_IDS, outletType } from ".";

test("cautious is never above usual, usual never above rated, and all leave a car its 6 A", () => {
  for (const id of OUTLET_TYPE_IDS) {
    const { sustained, ratedAmps } = outletType(id);
    expect(sustained.cautious).toBeGreaterThanOrEqual(6);
    expect(sustained.cautious).toBeLessThanOrEqual(sustained.usual);
    expect(sustained.usual).toBeLessThanOrEqual(sustained.rated);
    expect(sustained.rated).toBe(ratedAmps);
  }
});

test.each([
  // 80 % of the rating for hours (NEC 625.41, 210.19).
  ["nema-5-15", 12],
  ["nema-5-20", 16],
  ["nema-tt-30", 24],
  ["nema-6-20", 16],
  ["nema-10-30", 24],
  ["nema-14-30", 24],
  ["nema-6-50", 40],
  ["nema-14-50", 40],
  // Common practice.
  ["bs1363", 10],
  ["cee-7", 10],
  ["as3112-10", 10],
  ["as3112-15", 15],
  ["type-j", 8],
  // Made for their rating.
  ["blue-16", 16],
  ["blue-32", 32],
  ["red-63", 63],
] as const)("%s holds %d A for hours", (id, amps) => expect(outletType(id).sustained.usual).toBe(amps));

test("every outlet type can be had on some supply system, and every system feeds some outlet", () => {
  for (const id of OUTLET_TYPE_IDS) expect(SUPPLY_IDS.some((system) => feedOf(id, system))).toBe(true);
  for (const system of SUPPLY_IDS) expect(OUTLET_TYPE_IDS.some((id) => feedOf(id, system))).toBe(true);
  for (const id of OUTLET_TYPE_IDS)
    for (const system of SUPPLY_IDS) {
      const feed = feedOf(id, system);
      if (feed) expect(tapOf(system, feed.tap)).toBeDefined();
    }
});

test.each([
  // The volts of each type's standard; 210.21(B)(3) for breakers, from memory.
  ["nema-5-15", "split-phase", "single", 20],
  ["nema-14-50", "208Y", "high", 50],
  ["bs1363", "230/400", "single", 32],
  ["red-32", "230/400", "three", 32],
  ["blue-32-three", "it-230", "three", 32],
  ["blue-16", "it-230", "single", 16],
] as const)("%s on %s: the %s tap, behind %d A at most", (id, system, tap, breaker) => {
  expect(feedOf(id, system)).toEqual({ tap });
  expect(outletType(id).largestBreaker).toBe(breaker);
});

test("what a standard leaves open is odd, what it rules out is not there", () => {
  expect(feedOf("blue-32", "split-phase")).toEqual({ tap: "high", odd: true });
  expect(feedOf("nema-5-15", "100/200")?.odd).toBe(true);
  for (const [id, system] of [
    ["bs1363", "split-phase"],
    ["nema-5-15", "230/400"],
    ["red-16", "it-230"],
  ] as const)
    expect(feedOf(id, system)).toBeUndefined();
});

test.each([
  // EN 50160 and ANSI C84.1 range A.
  ["230/400", 207, 253],
  ["split-phase", 114, 126],
] as const)("%s should stay between %d and %d V", (system, low, high) => {
  const { tolerance } = supplySystem(system);
  const { volts } = tapOf(system, "single")!;
  expect(volts * tolerance.low).toBeCloseTo(low, 9);
  expect(volts * tolerance.high).toBeCloseTo(high, 9);
});

test("every plug goes into some inlet; a combined inlet takes its AC plug and no other", () => {
  for (const plug of CONNECTOR_IDS) expect(INLET_IDS.some((inlet) => inletFor(plug, [inlet]))).toBe(true);
  expect(plugsFor(["ccs2"], "AC")).toEqual(["type2"]);
  expect(plugsFor(["ccs1", "chademo"], "DC")).toEqual(["ccs1", "chademo"]);
  expect(inletFor("type1", ["ccs2"])).toBeUndefined();
  expect(CONNECTORS.type1.lanes).toBe(1);
});
