import fc from "fast-check";
import { demoPlan, fallowQuay } from "../../tests/lineup";
import { law } from "../../tests/law";
import { CLAIM_MAX, judgeClaim, readClaim, type Claim, type StatedKind } from ".";

const home = demoPlan(fallowQuay, "Curlew", "Wallbox, 3 × 16 A");
const judged = (text: string, plan: typeof home | null = null): Claim => {
  const found = judgeClaim(text, plan);
  if (!found.ok) throw new Error(JSON.stringify(found.problems));
  return found.value;
};
const holding = ({ readings }: Claim) => readings.filter(({ holds }) => holds).map(({ code }) => code);

test.each<[string, [StatedKind, number][]]>([
  [
    "from 25 to 70 % in 2 hours on 20 A",
    [
      ["fromSoc", 0.25],
      ["toSoc", 0.7],
      ["hours", 2],
      ["amps", 20],
    ],
  ],
  [
    "1,234.5 Wh and 12,5 kW",
    [
      ["energy", 1.2345],
      ["power", 12.5],
    ],
  ],
  [
    "3 × 16 A at 400 V for 90 min",
    [
      ["phases", 3],
      ["amps", 16],
      ["volts", 400],
      ["hours", 1.5],
    ],
  ],
  ["3.1 kW per hour", [["powerAnHour", 3.1]]],
  ["25 miles of range per hour", [["kmPerHour", 40.2336]]],
  ["18 kWh/100 km, 280 Wh/mi", [["whPerKm", 180]]],
  [
    "single-phase 32 amps",
    [
      ["phases", 1],
      ["amps", 32],
    ],
  ],
  ["a 52 kW battery", [["packKw", 52]]],
  ["room 12b, model 3, 2026", []],
])("%j is read as %j", (text, stated) =>
  expect(readClaim(text).map(({ kind, value }) => [kind, value])).toEqual(stated),
);

test("a claim whose own figures agree holds, one whose do not is off by so much", () => {
  // 30 kWh at 7.5 kW are 4 hours.
  expect(judged("30 kWh at 7.5 kW in 4 hours")).toMatchObject({
    about: "time",
    stated: 4,
    computed: 4,
    ratio: 1,
    holds: true,
  });
  const off = judged("30 kWh at 7.5 kW in 5 hours");
  expect(off).toMatchObject({ computed: 4, ratio: 1.25, holds: false });
  expect(off.says).toBe("It does not hold: 30 kWh at 7.5 kW take 4 h. It is off by 25 % too much.");
});

test("losses, the other side of the meter, and gross for usable are readings that may make it true", () => {
  // 30/(7.5 × 0.88) = 4.55 h: common practice of 12 % lost.
  expect(holding(judged("30 kWh at 7.5 kW in 4.5 hours"))).toContain("losses");
  // 60 % of 50 kWh at 0.93, 6 kW at 0.88.
  expect(holding(judged("50 kWh, 6 kW, 20 to 80 % takes 5.28 hours"))).toContain("gross");
  // 7.4 × 0.88 × 1000 / 160.
  const range = judged("adds 40 km of range an hour at 7.4 kW and 160 Wh/km");
  expect(range).toMatchObject({ about: "range", holds: false });
  expect(holding(range)).toContain("battery-side");
});

test("52 kWh, 2.3 kW, 20 to 80 % takes 20 hours: 13.6 by its own figures, 15.4 with losses", () => {
  const claim = judged("52 kWh, 2.3 kW, 20 to 80 % takes 20 hours");
  expect(claim.computed).toBeCloseTo(31.2 / 2.3, 9);
  expect(claim.holds).toBe(false);
  expect(claim.readings.find(({ code }) => code === "losses")!.computed).toBeCloseTo(31.2 / (2.3 * 0.88), 9);
});

test("3.1 kW per hour is kW already, and 30 km an hour at 3.6 kW is 120 Wh a kilometre", () => {
  expect(judged("3.1 kW per hour")).toMatchObject({ about: "unit", holds: null });
  const claim = judged("adds 30 km of range an hour at 3.6 kW");
  expect(claim).toMatchObject({ about: "range", holds: null, computed: null });
  expect(claim.says).toContain("a car that uses 120 Wh a kilometre");
});

test("without volts or a battery it says for which it would be so", () => {
  const claim = judged("from 25 to 70 % in 2 hours on 20 A");
  expect(claim.holds).toBeNull();
  // 20 A × 240 V × 0.88 × 2 h / 0.45 = 18.8 kWh.
  expect(claim.says).toContain("18.8 kWh at 240 V");
});

test("what a claim does not say is taken from the view, and named", () => {
  const claim = judged("from 20 to 80 % in 4 hours on 3 × 16 A", home);
  // 0.6 × 71 kWh over 3 × 16 × 230 V.
  expect(claim.computed).toBeCloseTo(42.6 / 11.04, 6);
  expect(claim.taken).toEqual(["230 V of bay", "71 kWh of Curlew"]);
  expect(judged("30 kWh at 7.5 kW in 4 hours", home).taken).toEqual([]);
});

test("a kW meant as kWh is read so and said", () => {
  // 16 A × 230 V × 5 h = 18.4 kWh.
  expect(judged("charged 18 kW in 5 hours on 16 A, 230 V")).toMatchObject({
    about: "energy",
    stated: 18,
    computed: 18.4,
    holds: true,
  });
  expect(
    judged("a 52 kW battery, 20 to 80 % at 7.8 kW in 4 hours").readings.map(({ code }) => code),
  ).toContain("kw-as-kwh");
});

test("amps and volts give kW; another voltage or the breaker may be meant", () => {
  expect(judged("16 A three-phase is 11 kW at 230 V")).toMatchObject({ about: "power", holds: true });
  // 32 A at 240 V are 7.68 kW; at 208 V they are 6.66.
  expect(holding(judged("32 A at 240 V is 6.7 kW"))).toContain("volts");
  // NEC 210.20: 80 % of a 50 A breaker, 9.6 of 12 kW.
  expect(holding(judged("50 A at 240 V give 9.6 kW"))).toContain("continuous");
});

test("what holds is told first; nothing to reckon is said so", () => {
  const { readings } = judged("30 kWh at 7.5 kW in 4.5 hours");
  expect(readings[0]!.code).toBe("losses");
  expect(judged("good morning")).toMatchObject({ understood: [], about: null, holds: null });
});

test("a claim of 100 kB is refused", () => {
  expect(judgeClaim("x".repeat(100_000), null)).toEqual({
    ok: false,
    problems: [{ field: "claim", message: "100000 characters; accepted: up to 2,000" }],
  });
});

test("whatever is typed, it never throws, and understands only what stands there", () => {
  const piece = fc.oneof(
    fc.string({ maxLength: 12 }),
    fc.double({ min: -1e9, max: 1e9, noNaN: true }).map((n) => n.toPrecision(4)),
    fc.integer({ min: 0, max: 400 }).map(String),
    fc.constantFrom(
      "kWh",
      "kW",
      "A",
      "V",
      "%",
      "h",
      "hours",
      "to",
      "from",
      "km",
      "mi",
      "per hour",
      "x",
      "×",
      "3-phase",
      "battery",
      "/100 km",
      "charged",
      ",",
      ".",
      "–",
    ),
  );
  const digits = (text: string) => text.replaceAll(/\D/g, "");
  law(fc.array(piece, { maxLength: 16 }), { runs: 2_000, mostSkipped: 0 }, (pieces) => {
    const text = pieces.join(" ").slice(0, CLAIM_MAX);
    for (const plan of [null, home]) {
      const claim = judged(text, plan);
      for (const { value, text: said } of claim.understood) {
        expect(Number.isFinite(value)).toBe(true);
        if (!said.includes("phase")) expect(text).toContain(said.split(/\s/)[0]!);
        expect(digits(text)).toContain(digits(said).slice(0, 3));
      }
      if (claim.understood.length < 2 && claim.about !== "unit") expect(claim.holds).toBeNull();
      if (claim.ratio !== null) expect(claim.ratio).toBeGreaterThan(0);
    }
  });
});
