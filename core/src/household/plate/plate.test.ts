import fc from "fast-check";
import {
  carSchema,
  leadSchema,
  outletSchema,
  evseSchema,
  type Car,
  type Lead,
  type Outlet,
  type Evse,
} from "../../things/parts";
import type { OutletTypeId } from "../../trade/outlets";
import { runs } from "../../tests/law";
import {
  carFrom,
  leadFrom,
  LONGEST_PLATE,
  meaningOf,
  outletFrom,
  PLATE_KINDS,
  readPlate,
  saidOf,
  evseFrom,
} from ".";

/** What a reading says of the figures a person would look for, sure ones with "!", likely ones with "?". */
function told(text: string): string {
  const { kind, phases, phaseVolts, amps, steps, outlet, wattHours, packVolts, gauge, metres, watts } =
    readPlate(text);
  const sure = (name: string, found: { value: unknown; certainty: string } | undefined, unit = "") =>
    found && `${name} ${String(found.value)}${unit}${found.certainty === "certain" ? "!" : "?"}`;
  return [
    sure("", kind),
    sure("phases", phases),
    sure("", phaseVolts, " V"),
    sure("", amps, " A"),
    steps.length > 0 && `steps ${steps.join(" ")}`,
    sure("", outlet),
    watts !== undefined && `${watts} W`,
    sure("", wattHours, " Wh"),
    packVolts !== undefined && `pack ${packVolts} V`,
    gauge,
    metres !== undefined && `${Number(metres.toFixed(2))} m`,
  ]
    .filter(Boolean)
    .map((part) => String(part).trim())
    .join(", ");
}

// Symbols of IEC 60417 (~, ⎓), letters of IEC 60445 (N, PE, phases), keys of IEC 60309-1, mode of IEC 61851-1, NEMA WD 6
// configurations: from memory.
test.each([
  ["240V~ 32A 50/60Hz", "evse?, phases 1?, 240 V!, 32 A!"],
  ["IN 220–240 V 10 A OUT 220-240 V 10 A", "evse?, phases 1?, 230 V?, 10 A!"],
  ["INPUT 230V 16A OUTPUT 230V 13A", "evse?, phases 1?, 230 V!, 13 A!"],
  ["AC 3N~ 400 V 16 A", "phases 3!, 231 V?, 16 A!"],
  ["3/N/PE~ 230/400 V 32 A", "phases 3!, 230 V!, 32 A!"],
  ["120/240 V 40 A", "phases 1?, 240 V?, 40 A!"],
  ["In = 32 A, Un = 230 V", "phases 1?, 230 V!, 32 A!"],
  ["3x16A 400V 11 kW", "phases 3!, 231 V?, 16 A!, 11000 W"],
  ["1 × 32 A", "phases 1!, 32 A!"],
  ["220-415 V 32 A", "32 A!"],
  ["120V/240V AC 16A/32A", "phases 1?, 240 V?, 16 A?"],
  ["120 V 12 A, 240 V 32 A", "evse?, phases 1?, 240 V!, 32 A!"],
  ["400V DC 150 kW CCS2 500A", "evse?, 500 A!, 150000 W"],
  ["three-phase 400 V 16 A", "phases 3!, 231 V?, 16 A!"],
  ["2~ 240 V 30 A", "phases 1!, 240 V!, 30 A!"],
  ["Mode 2 IC-CPD 230V~ 6/8/10/13/16 A Type 2 IP55", "evse!, phases 1?, 230 V!, 16 A!, steps 6 8 10 13 16"],
  ["IEC 61851-1 Mode 3 3N~ 400V 32A", "evse!, phases 3!, 231 V?, 32 A!"],
  ["Level 2 EVSE 208-240V 40A", "evse!, phases 1?, 240 V?, 40 A!"],
  ["SAE J1772 240 V 32 A", "evse?, phases 1?, 240 V!, 32 A!"],
  ["16A-6h", "outlet!, 16 A!"],
  ["16A-6h 200-250V~ 2P+E IP44", "outlet!, phases 1!, 250 V?, 16 A!, blue-16!"],
  ["32A 6h 380-415V 3P+N+E", "outlet!, phases 3!, 229 V?, 32 A!, red-32!"],
  ["63 A-6h 400 V 3P+N+⏚", "outlet!, phases 3!, 231 V?, 63 A!, red-63!"],
  ["32A-9h 230V 3P+E", "outlet!, phases 3!, 133 V?, 32 A!, blue-32-three!"],
  ["16A-4h 110V 2P+E", "outlet!, phases 1!, 110 V!, 16 A!"],
  ["125A-6h 400V 3P+N+E", "outlet!, phases 3!, 231 V?, 125 A!"],
  ["NEMA 14-50R 50A 125/250V", "outlet?, phases 1?, 250 V?, 50 A!, nema-14-50!"],
  ["5-15P 125V 15A", "outlet?, phases 1?, 125 V!, 15 A!, nema-5-15!"],
  ["TT-30", "outlet?, nema-tt-30!"],
  ["BS 1363/A 13A 250V~", "outlet?, phases 1?, 250 V!, 13 A!, bs1363!"],
  ["CEE 7/4 16A 250V", "outlet?, phases 1?, 250 V!, 16 A!, cee-7!"],
  ["AS/NZS 3112 15 A", "outlet?, 15 A!, as3112-15!"],
  ["AS/NZS 3112 20 A", "outlet?, 20 A!"],
  ["AS/NZS 3123 20 A 3 phase", "outlet?, phases 3!, 20 A!, as3123-20-three!"],
  ["AS/NZS 3123 20 A single phase", "outlet?, phases 1!, 20 A!, as3123-20!"],
  ["AS/NZS 3123 20 A", "outlet?, 20 A!, as3123-20?"],
  ["AS/NZS 3123 40 A", "outlet?, 40 A!, as3123-40-three!"],
  ["IS 1293:2019 16 A 250 V~", "outlet?, phases 1?, 250 V!, 16 A!, type-m!"],
  ["IS 1293 6 A", "outlet?, 6 A!, type-d!"],
  ["BS 546 15 A", "outlet?, 15 A!, type-m!"],
  ["SN 441011 10A", "outlet?, 10 A!, type-j!"],
  ["CEI 23-50 16 A 250 V~", "outlet?, phases 1?, 250 V!, 16 A!, type-l!"],
  ["Li-ion 355 V 180 Ah", "car!, 63900 Wh?, pack 355 V"],
  ["NMC 350-420 V 66,6 kWh", "car!, 66600 Wh!, pack 385 V"],
  ["LFP 64 kWh", "car!, 64000 Wh!"],
  ["H07RN-F 3G1.5 25 m 16A", "lead!, 16 A!, 1.5 mm2, 25 m"],
  ["12/3 SJTW 50 ft 15A 125V", "lead!, phases 1?, 125 V!, 15 A!, 12 AWG, 15.24 m"],
  ["3C10AWG 30A", "lead!, 30 A!, 10 AWG"],
  ["25 m 3G2.5 450/750 V", "lead!, 2.5 mm2, 25 m"],
  ["DC 400 V 125 A", "125 A!"],
  // Alternatives are no star, and three phases without a neutral lie between lines.
  ["208/240 V 32 A", "phases 1?, 240 V?, 32 A!"],
  ["208V/240V~ 48A", "phases 1?, 240 V?, 48 A!"],
  ["3~ 230 V 16 A", "phases 3!, 133 V?, 16 A!"],
  ["3-phase 208 V 30 A", "phases 3!, 120 V?, 30 A!"],
  ["3N~ 230 V 16 A", "phases 3!, 16 A!"],
  ["277/480 V 3~ 32A", "phases 3!, 277 V!, 32 A!"],
  ["120/208 V 32 A", "phases 3?, 120 V!, 32 A!"],
  ["100-240 V~ 12 A", "phases 1?, 240 V?, 12 A!"],
  ["220/230/240 V", "phases 1?, 235 V?"],
  // Amperes written out.
  ["240 V 32 amps", "phases 1?, 240 V!, 32 A!"],
  ["13 Amp 250 V BS 1363", "outlet?, phases 1?, 250 V!, 13 A!, bs1363!"],
  ["3 x 16 amp 400 V", "phases 3!, 231 V?, 16 A!"],
  // Cords of AWG sizes, their insulation, and their cores in any order.
  ["AWG 3x10 30 A", "lead!, 30 A!, 10 AWG"],
  ["AWG 10x3 30A", "lead!, 30 A!, 10 AWG"],
  ["AWG 12/3 20 A", "lead!, 20 A!, 12 AWG"],
  ["3x10 AWG 30A 600V", "lead!, 30 A!, 10 AWG"],
  ["16/3 SJTW 13 A 300V", "lead!, 13 A!, 16 AWG"],
  ["18/3 SJT 300 V 10 A 25 ft", "lead!, 10 A!, 18 AWG, 7.62 m"],
  ["14/3 STW 600 V 15A 125V", "lead!, phases 1?, 125 V!, 15 A!, 14 AWG"],
  // The blue three-phase one.
  ["32A 9h 200-250V", "outlet!, phases 3?, 130 V?, 32 A!, blue-32-three!"],
  // What stands before a comma is another piece, unless the figures rise.
  ["IP44, 6 A", "6 A!"],
  // Prints of our own making.
  ["Input: 120V AC, 60Hz, 12A  Output: 120V AC, 12A max", "evse?, phases 1?, 120 V!, 12 A!"],
  ["PN 22kW 3/N/PE AC 400V 50Hz InA 32A", "evse?, phases 3?, 231 V?, 32 A!, 22000 W"],
  ["Ue 230/400V~ IP54 In 63A Icc 10kA", "phases 3?, 230 V!, 63 A!"],
  ["Type 2 20A 480V", "evse?, phases 3?, 277 V?, 20 A!"],
  ["5x6mm² 32A 480V", "lead!, phases 3?, 277 V?, 32 A!, 6 mm2"],
  ["5G2,5 20A", "lead!, 20 A!, 2.5 mm2"],
  ["63A 6kA C-curve", "63 A!"],
  ["B 20 A 10 kA 230/400 V~", "phases 3?, 230 V!, 20 A!"],
  ["CHAdeMO 500 V DC 125 A 50 kW; Type 2 43 kW 63 A 400 V", "evse?, phases 3?, 231 V?, 50000 W"],
  ["16(6) A 250 V~", "phases 1?, 250 V!"],
  ["H05VV-F 3G1.0 10 A", "lead!, 10 A!, 1 mm2"],
  ["80 A max breaker 100 A", "80 A?"],
  ["Breaker 40A; 32A output", "32 A?"],
  ["250 V 10/16 A", "evse?, phases 1?, 250 V!, 16 A!, steps 10 16"],
  ["50 A 250 V 3P 4W", "phases 1?, 250 V!, 50 A!"],
  ["0,03 A", ""],
  ["RCD 40 A 30 mA type A", "40 A!"],
  ["3600 VA", "3600 W"],
  ["Serial 17, 16 A", "16 A!"],
  ["6, 10, 16 A", "evse?, 16 A!, steps 6 10 16"],
  // Both currents on one plate.
  ["INPUT 400 V AC 3N~ 32 A OUTPUT 200-500 V DC 60 A", "evse?, phases 3!, 231 V?, 32 A!"],
  ["AC 230 V 32 A DC 400 V 125 A", "phases 1?, 230 V!, 32 A!"],
  ["DC 400 V 125 A AC 230 V 32 A", "phases 1?, 230 V!, 32 A!"],
  // What can be used and what the cells hold.
  ["77 kWh usable 82 kWh gross", "car!, 77000 Wh!"],
  ["gross 82 kWh, usable 77 kWh", "car!, 77000 Wh!"],
  ["82 kWh gross / 77 kWh net", "car!, 77000 Wh!"],
  ["net 58 kWh gross 62 kWh", "car!, 58000 Wh!"],
  ["82 kWh gross", "car!, 82000 Wh?"],
  ["82 kWh total, 77 kWh usable", "car!, 77000 Wh!"],
  ["total 64 kWh", "car!, 64000 Wh?"],
  ["48 V⎓", ""],
  ["IΔn 30 mA", ""],
  ["RDC-DD 6 mA 230 V", "phases 1?, 230 V!"],
  ["", ""],
  ["a pretty label", ""],
])("%p", (text, expected) => expect(told(text)).toBe(expected));

test.each([
  ["1,500 W", "either mark of thousands or decimals"],
  ["L14-30R", "no type of ours"],
  ["16 AWG", "a size is no current"],
  ["5 mm", "a width is no length"],
  ["180 Ah", "no volts beside it"],
])("%p claims no amps, watts or energy: %s", (text) => {
  const { amps, watts, wattHours, metres, outlet } = readPlate(text);
  expect([amps, watts, wattHours, metres, outlet]).toEqual([
    undefined,
    undefined,
    undefined,
    undefined,
    undefined,
  ]);
});

test("what could not be read is said, word for word", () => {
  expect(readPlate("240V~ 32A Serial 00X-17, rated 1,500 W").unread).toEqual([
    "Serial",
    "00X-17",
    "1,500",
    "W",
  ]);
  expect(readPlate("H07RN-F 3G1.5 16A").unread).toEqual([]);
  expect(readPlate("NEMA L14-30R").unread).toEqual([]);
  expect(saidOf(readPlate("NEMA L14-30R").tokens, "outlet")).toEqual([
    { what: "outlet", type: undefined, name: "NEMA L14-30" },
  ]);
});

test.each<[string, readonly string[]]>([
  ["240V~ 32A 50/60Hz", ["One phase of 32 A at 240 V: 7.68 kW at most.", "usually one phase"]],
  ["3N~ 400V 16A", ["Three phases of 16 A at 231 V: 11.1 kW at most."]],
  ["16 A", ["16 A, but not how many phases or volts: no power follows."]],
  ["IN 230V 16A OUT 230V 10A", ["16 A in and 10 A out: the lesser flows, 10 A."]],
  ["Li-ion 355 V 180 Ah", ["355 V × 180 Ah = 63.9 kWh of cells"]],
  ["16A-6h 230V 2P+E", ["16 A on one phase of 230 V: 3.68 kW", "Earth at 6 h with 230 V is the blue one"]],
  ["NEMA 14-50R", ["50 A moulded on it, 40 A for hours", "40 A on one phase of 240 V: 9.60 kW"]],
  [
    "3G1.5 25 m 16 A coiled 1000 W",
    ["Coiled it may carry 1000 W only; unroll all of it", "25 m of 1.5 mm² drop 11.1 V at 16 A: 177 W"],
  ],
  ["IP44 16A", ["It stands splashing water: fit for outdoors."]],
  ["IP20 16A", ["IP20: it does not stand splashing water"]],
  ["IPX3 16A", ["It does not stand splashing water: not for outdoors."]],
  ["IPX4 16A", ["It stands splashing water: fit for outdoors."]],
  ["IP43 16A", ["IP43: it does not stand splashing water"]],
  ["IP4X 16A", ["How far it keeps water out is not said."]],
])("%p: what follows", (text, lines) => {
  const said = readPlate(text).follows.join("\n");
  for (const line of lines) expect(said).toContain(line);
  expect(readPlate(text).contradictions).toEqual([]);
});

test.each([
  ["7.4kW 230 V 16 A 1~", "7.40 kW is printed, yet one phase of 16 A at 230 V make 3.68 kW."],
  ["1~ 3~ 230V 32A", "printed for one phase and for three"],
  ["Type 1 3N~ 400V 16A", "Three phases are printed, yet a Type 1 connector carries one phase."],
  ["355 V 180 Ah 90 kWh", "90.0 kWh is printed, yet volts × amp-hours make 63.9 kWh."],
  ["Li-ion 100 kW", "Watts are a rate, not what a battery holds"],
  ["class II 230V 16A", "no earth is led on"],
  ["3~ 230 V 16 A 11 kW", "11.0 kW is printed, yet three phases of 16 A at 133 V make 6.38 kW."],
  ["100-240 V 12 A 4 kW", "4.00 kW is printed, yet one phase of 12 A at 240 V make 2.88 kW."],
  ["AWG 2x16 13A", "No earth core is in it"],
  ["H07RN-F 3X1.5", "No earth core is in it"],
  ["16/2 SJTW 13A", "No earth core is in it"],
  ["BS 1363 16A", "16 A is printed, yet a BS 1363 (13 A three-pin) holds 13 A."],
  ["16A-6h 110V", "Earth at 6 h does not go with 110 V"],
  ["Mode 2 IN DC 48 V", "Direct current in: no outlet of a house gives that."],
])("%p is spoken against", (text, line) => expect(readPlate(text).contradictions.join("\n")).toContain(line));

test.each([
  "11 kW 3x16A 400V",
  "3.6 kW 230V 16A 1~",
  "355 V 180 Ah 60 kWh",
  "16A-6h 400V 3P+N+E",
  "yellow 16A-4h 110V",
  // At 100 V, and at 240 V.
  "100-240 V 12 A 1.2 kW",
  "100–240 V 12 A 2.9 kW",
  "208/240 V 32 A 7.7 kW",
  "208/240 V 32 A 6.66 kW",
  "3~ 230 V 16 A 6.4 kW",
  "IN 230 V AC 32 A OUT 400 V DC 20 A",
])("%p agrees with itself", (text) => expect(readPlate(text).contradictions).toEqual([]));

const piece = fc.oneof(
  fc.string({ maxLength: 8 }),
  fc.constantFrom(
    ...[
      "240",
      "32",
      "16",
      "7,2",
      "1.5",
      "A",
      "V",
      "~",
      "kW",
      "kWh",
      "Ah",
      "Hz",
      "3N~",
      "230 V, ",
      " 16 A ",
      "10 A; ",
      "IN",
      "OUT",
      "-",
      "–",
      "/",
      " ",
      "6h",
    ],
    ...[
      "IP44",
      "NEMA 14-50",
      "2P+E",
      "3G2.5",
      "Li-ion",
      "m",
      "ft",
      "coiled",
      "12/3 SJTW",
      "Mode 2",
      "Type 1",
      "class II",
      "⎓",
    ],
  ),
);

test("it never throws, and what it calls certain is printed there", () => {
  let claims = 0;
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 24 }), (pieces) => {
      const text = pieces.join("");
      const line = text.normalize("NFC").replaceAll(",", ".");
      const read = readPlate(text);
      for (const { text: from, said } of read.tokens) {
        expect(text.normalize("NFC")).toContain(from);
        expect(meaningOf(said).means).not.toBe("");
      }
      for (const found of [read.phaseVolts, read.amps])
        if (found?.certainty === "certain") {
          claims++;
          expect(line).toContain(String(found.value));
        }
      if (read.phases?.certainty === "certain") expect(line).toMatch(/[123]|single|one|three/i);
      if (read.wattHours?.certainty === "certain") expect(line).toMatch(/Wh/i);
      if (read.steps.length > 0) for (const step of read.steps) expect(line).toContain(String(step));
    }),
    { numRuns: runs(4000) },
  );
  expect(claims).toBeGreaterThan(2);
});

const coiledOf = (text: string) =>
  saidOf(readPlate(text).tokens, "reel").map((r) => [r.coiled, r.watts ?? r.amps]);

test.each([
  ["max 1000 W coiled max 3500 W unrolled", 1000, 3500],
  ["max. 1000 W coiled, max. 3500 W unrolled", 1000, 3500],
  ["coiled max 1000 W unrolled max 3500 W", 1000, 3500],
  ["max 3500 W unrolled max 1000 W coiled", 1000, 3500],
  ["unrolled 3500 W coiled 1000 W", 1000, 3500],
  ["3500 W fully unwound / 1000 W wound up", 1000, 3500],
  ["1 kW coiled 3.5 kW when fully extended", 1000, 3500],
  ["230 V 16 A coiled 1000 W unrolled 3500 W", 1000, 3500],
  ["coiled 1000 W unrolled 3500 W 16 A", 1000, 3500],
  ["max 4 A reeled, max 13 A unreeled", 4, 13],
])("%p: coiled it holds %d, unrolled %d", (text, coiled, open) => {
  expect(coiledOf(text).sort((a, b) => Number(a[1]) - Number(b[1]))).toEqual([
    [true, coiled],
    [false, open],
  ]);
});

test("of a reel printed in any order, with any words between, never more is claimed coiled than it holds so", () => {
  const word = fc.constantFrom("max ", "max. ", "", "");
  const gap = fc.constantFrom(" ", ", ", " / ", "; ");
  const names = fc.constantFrom(["coiled", "uncoiled"], ["wound", "unwound"], ["reeled", "extended"]);
  let judged = 0;
  fc.assert(
    fc.property(
      fc.integer({ min: 4, max: 18 }),
      fc.integer({ min: 1, max: 18 }),
      fc.boolean(),
      fc.boolean(),
      fc.array(word, { minLength: 2, maxLength: 2 }),
      gap,
      names,
      fc.constantFrom("", "230 V~ ", "16 A, "),
      fc.constantFrom("", " 16 A", " 25 m 3G1.5", " 230 V"),
      (c, more, amountFirst, lesserFirst, words, sep, [wound, open], before, after) => {
        const [coiled, unrolled] = [c * 100, (c + more) * 100];
        const part = (state: string, watts: number, at: number) =>
          amountFirst ? `${words[at]!}${watts} W ${state}` : `${state} ${words[at]!}${watts} W`;
        const parts = [part(wound!, coiled, 0), part(open!, unrolled, 1)];
        const text = before + (lesserFirst ? parts : parts.reverse()).join(sep) + after;
        for (const { coiled: is, watts, amps } of saidOf(readPlate(text).tokens, "reel")) {
          judged++;
          if (is) expect((watts ?? amps! * 230) <= coiled || text).toBe(true);
          else expect((watts ?? amps! * 230) <= unrolled || text).toBe(true);
        }
      },
    ),
    { numRuns: runs(2000) },
  );
  expect(judged).toBeGreaterThan(20);
});

test("of a plate made for one supply, in whatever order and spelling, no more power follows than it has", () => {
  const shuffled = <T>(all: readonly T[]) => fc.shuffledSubarray([...all], { minLength: all.length });
  interface Truth {
    readonly phases: 1 | 3;
    /** Across a phase, and as it is printed. */
    readonly volts: number;
    readonly prints: readonly string[];
    readonly marks: readonly string[];
  }
  const truths: readonly Truth[] = [
    {
      phases: 1,
      volts: 230,
      prints: ["230 V", "230V~", "220-240 V", "AC 230 V"],
      marks: ["1~", "single-phase", ""],
    },
    { phases: 1, volts: 240, prints: ["208/240 V", "240 V", "120/240 V", "100–240 V"], marks: ["", "2~"] },
    {
      phases: 3,
      volts: 231,
      prints: ["400 V", "230/400 V", "380-415 V"],
      marks: ["3~", "3N~", "three-phase"],
    },
    { phases: 3, volts: 133, prints: ["230 V", "220-240 V"], marks: ["3~", "3-phase"] },
    { phases: 3, volts: 120, prints: ["208 V", "120/208 V"], marks: ["3~", "three phase"] },
  ];
  let claimed = 0;
  fc.assert(
    fc.property(
      fc.constantFrom(...truths).chain((truth) =>
        fc.record({
          truth: fc.constant(truth),
          print: fc.constantFrom(...truth.prints),
          mark: fc.constantFrom(...truth.marks),
        }),
      ),
      fc.constantFrom(6, 8, 10, 13, 16, 20, 32),
      fc.constantFrom("A", " A", " amps", " Amp"),
      shuffled([0, 1, 2, 3, 4]),
      fc.constantFrom("50 Hz", "IP44", "50/60Hz"),
      fc.constantFrom("30 mA", "5 m", "Mode 3", "16/3 SJTW 300 V", "40 °C"),
      ({ truth, print, mark }, amps, unit, order, more, other) => {
        const pieces = [print, mark, `${amps}${unit}`, more, other];
        const text = order.map((at) => pieces[at]!).join(", ");
        const read = readPlate(text);
        expect(read.amps?.value ?? amps).toBe(amps);
        if (!read.phases || !read.phaseVolts || !read.amps) return;
        claimed++;
        const most = truth.phases * truth.volts * amps;
        // A tolerance of supply, 220–240 V or 380–415 V, is read at its middle.
        expect(read.phases.value * read.phaseVolts.value * read.amps.value <= most * 1.01 || text).toBe(true);
      },
    ),
    { numRuns: runs(3000) },
  );
  expect(claimed).toBeGreaterThan(15);
});

test("a text as long as a book is cut, not chewed", () => {
  const { tokens } = readPlate("16 A ".repeat(100_000));
  expect(tokens.length).toBeLessThanOrEqual(LONGEST_PLATE / 5);
});

const evse: Evse = {
  kind: "portable",
  name: "from a plate",
  phases: 1,
  maxAmps: 10,
  steps: [],
  standingW: 5,
  plugs: [{ type: "cee-7", amps: 10 }],
  knowsPlugs: true,
  output: { kind: "tethered", connector: "type2", lengthM: 6, gauge: "2.5 mm2" },
};
const outlet: Outlet = {
  kind: "socket",
  name: "from a plate",
  condition: "unknown",
  exposed: false,
  type: "cee-7",
  supply: { system: "230/400" },
  circuit: { breakerAmps: 20, otherLoadAmps: 0 },
};
const lead: Lead = {
  name: "from a plate",
  plug: "cee-7",
  socket: "cee-7",
  amps: 13,
  lengthM: 10,
  coiled: false,
  chained: false,
  overBlock: false,
  resistance: { by: "conductor", gauge: "2.5 mm2" },
};
const car: Car = {
  name: "from a plate",
  battery: { usableWh: 60_000, packVolts: 360, packOhms: 0.1 },
  charger: { limits: [{ phases: 1, amps: 32 }], efficiency: 0.92 },
  inlets: ["ccs2"],
  whPerKm: 170,
  ownDrawW: 250,
};

test("a thing is made of what is printed, and of the blank one where nothing is", () => {
  expect(evseFrom(readPlate("Mode 2 6/8/10/13/16 A Type 1 BS 1363"), evse)).toMatchObject({
    kind: "portable",
    maxAmps: 16,
    steps: [6, 8, 10, 13, 16],
    plugs: [{ type: "bs1363", amps: 16 }],
    output: { connector: "type1" },
  });
  expect(evseFrom(readPlate("Mode 3 3N~ 400 V 32 A"), evse)).toMatchObject({
    kind: "wallbox",
    phases: 3,
    maxAmps: 32,
  });
  expect(evseFrom(readPlate("a pretty label"), evse)).toEqual(evse);
  expect(outletFrom(readPlate("SN 441011"), outlet)).toMatchObject({
    type: "type-j",
    circuit: { breakerAmps: 13 },
  });
  expect(leadFrom(readPlate("3G1.5 25 m 16A BS 1363"), lead)).toMatchObject({
    plug: "bs1363",
    socket: "bs1363",
    amps: 16,
    lengthM: 25,
    resistance: { gauge: "1.5 mm2" },
  });
  // Cells of 63.9 kWh leave about 59 usable (common practice).
  expect(carFrom(readPlate("Li-ion 355 V 180 Ah"), car)).toMatchObject({
    battery: { usableWh: 59_427, grossWh: 63_900, packVolts: 355 },
    assumed: ["ownDraw", "efficiency", "economy", "charger", "capacity"],
  });
  expect(carFrom(readPlate("LFP 64 kWh"), car)).toMatchObject({
    battery: { usableWh: 64_000, packVolts: 360 },
  });
  expect(carFrom(readPlate("230 V"), car)).toBe(car);
});

test("whatever is read, what the schema then refuses it refuses by name", () => {
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 16 }), (pieces) => {
      const read = readPlate(pieces.join(""));
      for (const result of [
        evseSchema.safeParse(evseFrom(read, evse)),
        outletSchema.safeParse(outletFrom(read, outlet)),
        leadSchema.safeParse(leadFrom(read, lead)),
        carSchema.safeParse(carFrom(read, car)),
      ])
        if (!result.success) expect(result.error.issues[0]!.path.length).toBeGreaterThan(0);
      expect(read.kind === undefined || PLATE_KINDS.includes(read.kind.value)).toBe(true);
    }),
    { numRuns: runs(1000) },
  );
});

test.each(["12V 60Ah 540A (EN)", "12 V 70 Ah AGM", "6 V 4.5 Ah"])(
  "%s is a starter battery's plate: nothing of it is taken as the car's",
  (text) => {
    const { kind, wattHours, packVolts, amps, follows, contradictions } = readPlate(text);
    expect([kind, wattHours, packVolts, amps, follows]).toEqual([
      undefined,
      undefined,
      undefined,
      undefined,
      [],
    ]);
    expect(contradictions).toEqual([
      expect.stringMatching(/^(12|6) V with amp-hours is a starter or on-board battery/),
    ]);
  },
);

test("a pack of 24 V and up is a car's", () => {
  for (const [text, wattHours] of [
    ["24 V 100 Ah", 2_400],
    ["48 V 100 Ah", 4_800],
    ["355 V 66 Ah", 23_430],
  ] as const)
    expect(readPlate(text)).toMatchObject({ kind: { value: "car" }, wattHours: { value: wattHours } });
});

describe("one rating a voltage", () => {
  const rated = (text: string) =>
    readPlate(text).ratings.map(({ volts, phases, amps }) => `${phases} × ${amps} A at ${volts} V`);
  const DUAL = ["1 × 12 A at 120 V", "1 × 32 A at 240 V"];
  test.each([
    ["120 V 12 A / 240 V 32 A", DUAL],
    ["12 A 120 V / 32 A 240 V", DUAL],
    ["120V~ 12A, 240V~ 32A 60Hz", DUAL],
    ["Level 1 120V 12A Level 2 240V 32A", DUAL],
    ["120/240 V 12/32 A", DUAL],
    ["230 V 32 A / 400 V 16 A", ["1 × 32 A at 230 V", "3 × 16 A at 400 V"]],
    ["1~ 230V 32A, 3~ 400V 16A", ["1 × 32 A at 230 V", "3 × 16 A at 400 V"]],
    // One voltage, one current, or the two sides of a unit, are no ratings to choose from.
    ["240 V 32 A", []],
    ["32 A / 16 A", []],
    ["240 V 32 A / 16 A", []],
    ["120 V 12 A / 240 V 12 A", []],
    ["240 V 12 A / 240 V 32 A", []],
    ["230/400 V 16/32 A", []],
    ["IN 120 V 12 A OUT 240 V 32 A", []],
    ["AC 230 V 32 A DC 400 V 125 A", []],
  ])("%p is rated %j", (text, expected) => expect(rated(text)).toEqual(expected));

  test("each comes to its own power, and the strongest is what the plate is worth", () => {
    const read = readPlate("120 V 12 A / 240 V 32 A");
    expect(read.follows.slice(0, 2)).toEqual([
      "At 120 V: 12 A, 1.44 kW at most.",
      "At 240 V: 32 A, 7.68 kW at most.",
    ]);
    const three = readPlate("230 V 32 A / 400 V 16 A");
    // 3 × 230.9 V × 16 A is more than 230 V × 32 A.
    expect(three.follows[1]).toBe("At 400 V on three phases: 16 A, 11.1 kW at most.");
    expect([three.amps, three.phases]).toEqual([
      { value: 16, certainty: "certain" },
      { value: 3, certainty: "likely" },
    ]);
  });

  const blank = (type: OutletTypeId): Evse => ({
    kind: "portable",
    name: "unit",
    phases: 1,
    maxAmps: 10,
    steps: [],
    standingW: 5,
    plugs: [{ type, amps: 10 }],
    knowsPlugs: false,
    output: { kind: "tethered", connector: "type1", lengthM: 6, gauge: "8 AWG" },
  });
  test.each([
    [
      "120 V 12 A / 240 V 32 A",
      "nema-5-15",
      32,
      [
        ["nema-5-15", 12],
        ["nema-14-50", 32],
      ],
    ],
    [
      "120 V 12 A / 240 V 24 A",
      "nema-5-15",
      24,
      [
        ["nema-5-15", 12],
        ["nema-14-30", 24],
      ],
    ],
    // A plug is one that holds the current for hours, not one that has it moulded on.
    [
      "120 V 15 A / 240 V 28 A",
      "nema-5-15",
      28,
      [
        ["nema-5-20", 15],
        ["nema-14-50", 28],
      ],
    ],
    // The plug the house is known to use goes before any other that holds as much.
    [
      "120 V 12 A / 240 V 32 A",
      "nema-6-50",
      32,
      [
        ["nema-5-15", 12],
        ["nema-6-50", 32],
      ],
    ],
    [
      "230 V 32 A / 400 V 16 A",
      "cee-7",
      32,
      [
        ["blue-32", 32],
        ["red-16", 16],
      ],
    ],
    [
      "100 V 12 A / 200 V 16 A",
      "nema-5-15",
      16,
      [
        ["nema-5-15", 12],
        ["nema-6-20", 16],
      ],
    ],
  ] as const)(
    "a unit of %p, with %s in the house, holds each current by its plug",
    (text, own, most, plugs) => {
      const made = evseFrom(readPlate(text), blank(own));
      expect(made).toMatchObject({
        maxAmps: most,
        knowsPlugs: true,
        plugs: plugs.map(([type, amps]) => ({ type, amps })),
      });
      expect(evseSchema.safeParse(made).success).toBe(true);
    },
  );

  test("a wired unit is its strongest rating, amps and phases together; without plugs for them the least holds", () => {
    const wallbox = evseFrom(readPlate("Mode 3 1~ 230 V 32 A, 3~ 400 V 16 A"), blank("cee-7"));
    expect(wallbox).toMatchObject({ kind: "wallbox", phases: 3, maxAmps: 16 });
    // No plug of these sizes is usual on 120 V.
    const odd = evseFrom(readPlate("120 V 40 A / 240 V 48 A"), blank("nema-5-15"));
    expect(odd).toMatchObject({ maxAmps: 40, plugs: [{ type: "nema-5-15", amps: 40 }] });
  });

  test("currents of which nothing says when they hold are taken at the least", () => {
    const read = readPlate("32 A / 16 A");
    expect(read.amps).toEqual({ value: 16, certainty: "likely" });
    expect(read.follows.join(" ")).toContain("32 A or 16 A: which of them holds");
    expect(evseFrom(read, blank("cee-7"))).toMatchObject({
      maxAmps: 16,
      plugs: [{ type: "cee-7", amps: 16 }],
      knowsPlugs: false,
    });
    expect(readPlate("240 V 32 A").follows.join(" ")).not.toContain("which of them");
  });
});
