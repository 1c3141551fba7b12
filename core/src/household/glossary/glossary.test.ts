import { ampsToPilot, proximityToAmps } from "../../trade/signals";
import { leadOhms, type Lead } from "../../things/parts";
import { CONNECTORS } from "../../trade/connectors";
import { outletType } from "../../trade/outlets";
import { LINK_WORDS } from "../../engine/path";
import { inWords, namesOf, outsideOf, spokenAs, TERM_IDS, TERM_OF_LINK, TERMS, worldOfSupply } from ".";

test("every word is explained in at most two lines, with its number and its source", () => {
  for (const id of TERM_IDS) {
    const { means, number, source } = TERMS[id];
    expect([id, means.length <= 150, number.length <= 110, source !== ""]).toEqual([id, true, true, true]);
    expect([id, /\d/.test(number) || id === "earth" || id === "narrowest" || id === "inlet"]).toEqual([
      id,
      true,
    ]);
  }
  expect(Object.keys(TERM_OF_LINK).sort()).toEqual(Object.keys(LINK_WORDS).sort());
});

test("the world decides which word comes first, and the other is not lost", () => {
  expect([namesOf("outlet", "iec").first, namesOf("outlet", "nec").first]).toEqual(["socket", "outlet"]);
  expect([namesOf("mode", "iec").first, namesOf("mode", "nec").first]).toEqual(["mode", "level"]);
  expect([namesOf("earth", "iec").first, namesOf("earth", "nec").first]).toEqual(["earth", "ground"]);
  expect(namesOf("earth", "nec").also).toContain("earth");
  for (const id of TERM_IDS)
    for (const world of ["iec", "nec"] as const) {
      const { first, also } = namesOf(id, world);
      expect(also).not.toContain(first);
    }
  expect([worldOfSupply("split-phase"), worldOfSupply("230/400"), worldOfSupply("100/200")]).toEqual([
    "nec",
    "iec",
    "iec",
  ]);
});

test("sentences are turned into a world's words, whole words only", () => {
  expect(inWords("No earth reaches it: an unearthed household socket.", "nec")).toBe(
    "No ground reaches it: an ungrounded household outlet.",
  );
  expect(inWords("Wallbox (mode 3)", "nec")).toBe("Wallbox (Level 2, mode 3)");
  expect(inWords("a receptacle of 15 A", "iec")).toBe("a socket of 15 A");
  expect(inWords("unearthly hearths", "nec")).toBe("unearthly hearths");
  expect(inWords("No earth reaches it.", "iec")).toBe("No earth reaches it.");
});

test("the numbers it states are the ones that are computed with", () => {
  expect([ampsToPilot(6), ampsToPilot(30)]).toEqual([0.1, 0.5]);
  expect([1500, 680, 220, 100].map((ohms) => proximityToAmps(ohms))).toEqual([13, 20, 32, 63]);
  expect([outletType("cee-7").sustained.usual, outletType("nema-5-15").sustained.usual]).toEqual([10, 12]);
  expect([CONNECTORS.type1.amps, CONNECTORS.type2.amps]).toEqual([80, 63]);
  const lead: Lead = {
    name: "lead",
    plug: "cee-7",
    socket: "cee-7",
    amps: 16,
    lengthM: 25,
    coiled: false,
    chained: false,
    overBlock: false,
    resistance: { by: "conductor", gauge: "1.5 mm2" },
  };
  const volts = 2 * leadOhms(lead, 1) * 10;
  // 7 V and 70 W at 10 A.
  expect([Math.round(volts), Math.round(volts * 10)]).toEqual([7, 69]);
});

test("what people say finds the word it is explained under", () => {
  const of = (sought: string) => spokenAs(sought);
  expect([
    of("Level 3"),
    of("rapid"),
    of("fast"),
    of("granny"),
    of("trickle charger"),
    of("three-pin"),
  ]).toEqual([["dc"], ["dc"], ["dc"], ["evse"], ["evse"], ["outlet"]]);
  expect([
    of("Type 1"),
    of("J1772"),
    of("combo"),
    of(" Tethered "),
    of("portable"),
    of("gross"),
    of("usable"),
  ]).toEqual([["type"], ["type"], ["type"], ["cable"], ["evse"], ["battery"], ["battery"]]);
  expect([of(""), of("l"), of("zebra")]).toEqual([[], [], []]);
  // Words of their own, found by their other names.
  const by = (name: string) => TERM_IDS.filter((id) => (TERMS[id].also as readonly string[]).includes(name));
  expect([by("pigtail"), by("night rate"), by("scheduled charging")]).toEqual([
    ["adapter"],
    ["offPeak"],
    ["timer"],
  ]);
});

test("what is asked for and not computed here is named, in a line", () => {
  expect(outsideOf("V2L")).toMatch(/^Vehicle-to-load/);
  expect(outsideOf("vehicle-to-grid")).toMatch(/^Vehicle-to-load/);
  expect(outsideOf("wireless")).toMatch(/^Wireless charging: not computed here/);
  expect([outsideOf("cable"), outsideOf(""), outsideOf("v")]).toEqual([undefined, undefined, undefined]);
});
