import { CONNECTOR_IDS, connectorAmps, CONNECTORS, inletFor, INLET_IDS, plugsFor } from "../connectors";
import { largestBreakerFor, type FixedGauge } from "../conductors";
import { lineVolts } from "../../things/parts";
import { SUPPLY_IDS, TAPS, tapOf } from "../supply";
import { everydayOf, feedOf, hasContactsFor, OUTLET_TYPE_IDS, outletType, plugGoesInto } from ".";

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
  ["type-l", 10],
  // From memory: all a 6 A socket gives, and four fifths of a 15 A one.
  ["type-d", 6],
  ["type-m", 12],
  // Made for their rating.
  ["blue-16", 16],
  ["blue-32", 32],
  ["red-63", 63],
  ["as3123-20", 20],
  ["as3123-20-three", 20],
  ["as3123-32-three", 32],
  ["as3123-40-three", 40],
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
  ["as3123-20", "230/400", "single", 20],
  ["as3123-40-three", "230/400", "three", 40],
  ["type-d", "230/400", "single", 10],
  ["type-m", "230/400", "single", 20],
] as const)("%s on %s: the %s tap, behind %d A at most", (id, system, tap, breaker) => {
  expect(feedOf(id, system)).toEqual({ tap });
  expect(outletType(id).largestBreaker).toBe(breaker);
});

test("what a standard leaves open is odd, what it rules out is not there", () => {
  expect(feedOf("blue-32", "split-phase")).toEqual({ tap: "high", odd: true });
  expect(feedOf("nema-14-50", "100/200")?.odd).toBe(true);
  // Japan's own outlets have these shapes (JIS C 8303).
  expect(feedOf("nema-5-15", "100/200")?.odd).toBeUndefined();
  expect(feedOf("nema-6-20", "100/200")?.odd).toBeUndefined();
  for (const [id, system] of [
    ["bs1363", "split-phase"],
    ["nema-5-15", "230/400"],
    ["red-16", "it-230"],
  ] as const)
    expect(feedOf(id, system)).toBeUndefined();
});

test.each([
  // EN 50160, ANSI C84.1 range A; 101 ± 6 V and 202 ± 20 V from memory.
  ["230/400", "single", 207, 253],
  ["it-230", "three", 207, 253],
  ["split-phase", "single", 114, 126],
  ["split-phase", "high", 228, 252],
  ["208Y", "high", 197.6, 218.4],
  ["100/200", "single", 95, 107],
  ["100/200", "high", 182, 222],
] as const)("a meter on %s, %s, should show %d to %d V", (system, tap, low, high) => {
  const { meter } = tapOf(system, tap)!;
  expect(meter.low).toBeCloseTo(low, 9);
  expect(meter.high).toBeCloseTo(high, 9);
});

test("what its own tap should show lies around its nominal volts, line to line where there is no neutral", () => {
  for (const system of SUPPLY_IDS)
    for (const tap of TAPS) {
      const found = tapOf(system, tap);
      if (!found) continue;
      expect(found.meter.low).toBeLessThan(lineVolts(found));
      expect(found.meter.high).toBeGreaterThan(lineVolts(found));
    }
});

test.each([
  // Standard contacts: NEMA WD 6, IEC 60309-2.
  ["nema-5-15", "L1 N PE"],
  ["nema-6-20", "L1 L2 PE"],
  ["nema-6-50", "L1 L2 PE"],
  ["nema-10-30", "L1 L2 N"],
  ["nema-14-50", "L1 L2 N PE"],
  ["blue-32-three", "L1 L2 L3 PE"],
  ["red-16", "L1 L2 L3 N PE"],
  ["as3123-32-three", "L1 L2 L3 N PE"],
  ["type-m", "L1 N PE"],
] as const)("%s has the contacts %s", (id, contacts) =>
  expect(outletType(id).conductors.join(" ")).toBe(contacts),
);

test("every outlet has the contacts that each supply it stands on asks for", () => {
  for (const id of OUTLET_TYPE_IDS)
    for (const system of SUPPLY_IDS) {
      const feed = feedOf(id, system);
      if (feed)
        expect([id, system, hasContactsFor(id, tapOf(system, feed.tap)!)]).toEqual([id, system, true]);
    }
  expect(hasContactsFor("nema-6-20", tapOf("split-phase", "single")!)).toBe(false);
  expect(hasContactsFor("nema-14-30", tapOf("split-phase", "single")!)).toBe(true);
});

test("which plug goes into which outlet is a relation with a direction", () => {
  for (const id of OUTLET_TYPE_IDS) {
    expect(plugGoesInto(id, id)).toBe(true);
    for (const other of outletType(id).takes) {
      expect(plugGoesInto(other as typeof id, id)).toBe(true);
      expect(plugGoesInto(id, other as typeof id)).toBe(false);
      // A plug never brings more than the outlet it goes into has contacts for.
      const { conductors } = outletType(id);
      expect(outletType(other as typeof id).conductors.every((c) => conductors.includes(c))).toBe(true);
    }
  }
  expect(plugGoesInto("as3112-10", "as3112-15")).toBe(true);
  expect(plugGoesInto("nema-5-15", "nema-5-20")).toBe(true);
});

test("terminals take what an outlet of those amps is wired with, and no cable for three times as many", () => {
  // A 35 mm² does not go into a blue 32 A outlet, nor 8 AWG onto a 5-15 (from memory).
  expect(outletType("blue-32").terminals.mm2).toBeLessThan(35);
  expect(outletType("nema-5-15").terminals.awg).toBeGreaterThan(8);
  for (const id of OUTLET_TYPE_IDS) {
    const { terminals, largestBreaker, fuseAmps, on } = outletType(id);
    const phases = Object.values(on).some(({ tap }) => tap === "three") ? 3 : 1;
    const carries = (gauge: FixedGauge) => largestBreakerFor(gauge, phases, "kind");
    const own = "split-phase" in on && !("230/400" in on) ? `${terminals.awg} AWG` : `${terminals.mm2} mm2`;
    expect([id, carries(own as FixedGauge) >= (fuseAmps ?? largestBreaker)]).toEqual([id, true]);
  }
});

test("a Type 2 contact carries 70 A alone and 63 A on each of three (from memory)", () => {
  expect([connectorAmps("type2", 1), connectorAmps("type2", 3), connectorAmps("type1", 1)]).toEqual([
    70, 63, 80,
  ]);
});

test("every plug goes into some inlet; a combined inlet takes its AC plug and no other", () => {
  for (const plug of CONNECTOR_IDS) expect(INLET_IDS.some((inlet) => inletFor(plug, [inlet]))).toBe(true);
  expect(plugsFor(["ccs2"], "AC")).toEqual(["type2"]);
  expect(plugsFor(["ccs1", "chademo"], "DC")).toEqual(["ccs1", "chademo"]);
  expect(inletFor("type1", ["ccs2"])).toBeUndefined();
  expect(CONNECTORS.type1.phases).toBe(1);
});

test("people's names tell every type from every other, a 10-30 from a 14-30 by its missing hole", () => {
  const called = OUTLET_TYPE_IDS.map((id) => everydayOf(id).called);
  expect(new Set(called).size).toBe(called.length);
  expect(everydayOf("nema-10-30").called).toContain("three slots");
  expect(everydayOf("nema-10-30").face).toContain("no round hole, so no earth");
  expect(everydayOf("nema-14-30").called).toContain("four openings");
  expect(everydayOf("nema-14-30").face).toContain("a round hole above");
});
