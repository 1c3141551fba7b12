import fc from "fast-check";
import { tariffSchema, type Tariff } from "../../things/parts";
import { cutRun } from "../session";
import { law, SKIPPED } from "../../tests/law";
import { clockAt, element, levelRun, solvedDemo, tariffOf } from "../../tests/tariffs";
import { amountOf } from "../../trade/units";
import {
  bill,
  flatTariff,
  misreadBy,
  priceList,
  printOcpi,
  readOcpi,
  STARTERS,
  TARIFF_MAX_BYTES,
  termsOf,
  type Bill,
  type Connection,
} from ".";
import { fallowQuay } from "../../household/demo";

const household = fallowQuay.household.spec;
const monday = clockAt("2026-11-23T09:00");
const told = ({ lines }: Bill) =>
  lines.map(({ component, quantity, amount }) => [component, Number(quantity.toFixed(6)), amountOf(amount)]);
const of = (tariff: Tariff, run = levelRun([10, 0, 2]), connection: Connection = {}, clock = monday): Bill =>
  bill(tariff, run, clock, { from: 0, ...connection });

describe("the worked rules of OCPI 2.2.1, mod_tariffs (from memory)", () => {
  test("TIME with step size 300 s: 6 minutes used bill as 10 (OCPI 2.2.1, mod_tariffs)", () => {
    const post = tariffOf(element({ TIME: { price: 3, step_size: 300 } }));
    const [line] = of(post, levelRun([10, 0, 0.1])).lines;
    expect([line!.used, line!.quantity]).toEqual([expect.closeTo(0.1, 9), expect.closeTo(1 / 6, 9)]);
    expect(amountOf(line!.amount)).toBe(0.5);
  });

  test("the step is that of the price used last, and only the last block is rounded", () => {
    // 16:40 to 17:35 at 1.20 an hour in half hours before 17:00 and 2.40 in quarters after: 20 min and 40 min.
    const post = tariffOf(
      element({ TIME: { price: 1.2, step_size: 1800 } }, { start_time: "00:00", end_time: "17:00" }),
      element({ TIME: { price: 2.4, step_size: 900 } }, { start_time: "17:00", end_time: "00:00" }),
    );
    const billed = of(post, levelRun([10, 0, 55 / 60]), {}, clockAt("2026-11-23T16:40"));
    expect(told(billed)).toEqual([
      ["TIME", Number((20 / 60).toFixed(6)), 0.4],
      ["TIME", Number((40 / 60).toFixed(6)), 1.6],
    ]);
  });

  test("where time is paid charging and standing, only the standing is rounded", () => {
    const post = tariffOf(
      element({ TIME: { price: 1, step_size: 1200 }, PARKING_TIME: { price: 2, step_size: 600 } }),
    );
    const billed = of(post, levelRun([10, 0, 1.5]), { to: 2.2 * 3600 });
    expect(told(billed)).toEqual([
      ["TIME", 1.5, 1.5],
      ["PARKING_TIME", Number((50 / 60).toFixed(6)), 1.666667],
    ]);
  });

  test("energy is rounded to blocks once a session", () => {
    const post = tariffOf(element({ ENERGY: { price: 0.5, step_size: 1000 } }));
    expect(told(of(post, levelRun([10, 0, 0.25])))).toEqual([["ENERGY", 3, 1.5]]);
    expect(told(of(post, levelRun([10, 0, 0.3])))).toEqual([["ENERGY", 3, 1.5]]);
  });

  test("a session fee, an hourly price by day and weekend, and standing, with VAT of their own", () => {
    const post: Tariff = tariffOf(
      element({ FLAT: { price: 2.5, vat: 15 } }),
      element({ TIME: { price: 1, vat: 20, step_size: 900 } }, { max_power: 16 }),
      element(
        { TIME: { price: 2, vat: 20, step_size: 600 } },
        { min_power: 16, day_of_week: ["MONDAY", "TUESDAY"] },
      ),
      element({ TIME: { price: 1.25, vat: 20 } }, { min_power: 16, day_of_week: ["SATURDAY", "SUNDAY"] }),
    );
    const fast = levelRun([20, 0, 2.5]);
    const onMonday = of(post, fast);
    expect(told(onMonday)).toEqual([
      ["FLAT", 1, 2.5],
      ["TIME", 2.5, 5],
    ]);
    expect([amountOf(onMonday.net), amountOf(onMonday.vat), amountOf(onMonday.total)]).toEqual([
      7.5, 1.375, 8.875,
    ]);
    expect(told(of(post, fast, {}, clockAt("2026-11-28T09:00")))[1]).toEqual(["TIME", 2.5, 3.125]);
    expect(told(of(post, levelRun([10, 0, 2.5])))[1]).toEqual(["TIME", 2.5, 2.5]);
  });

  test("energy price by how much has been taken, split where it is reached", () => {
    const post = tariffOf(element({ ENERGY: 0.2 }, { max_kwh: 5 }), element({ ENERGY: 0.5 }, { min_kwh: 5 }));
    expect(told(of(post))).toEqual([
      ["ENERGY", 5, 1],
      ["ENERGY", 15, 7.5],
    ]);
  });

  test("least and most of a session", () => {
    const least = { ...flatTariff("x", 0.1), min_price: { excl_vat: 3, incl_vat: 3.6 } };
    expect(told(of(least))).toEqual([
      ["ENERGY", 20, 2],
      ["MIN_PRICE", 1, 1],
    ]);
    expect(amountOf(of(least).total)).toBe(3.6);
    const most = { ...flatTariff("x", 1), max_price: { excl_vat: 8 } };
    expect(amountOf(of(most).total)).toBe(8);
    expect(
      amountOf(
        of({ ...flatTariff("x", 0.2), ...{ min_price: { excl_vat: 3 }, max_price: { excl_vat: 8 } } }).total,
      ),
    ).toBe(4);
  });
});

test("free until a limit, then dear: split at the limit, charging and standing alike", () => {
  const free = STARTERS.find(({ id }) => id === "free-then-dear")!.make(0.3);
  expect(told(of(free, levelRun([10, 0, 1.5]), { to: 3 * 3600 }))).toEqual([
    ["TIME", 1.5, 0],
    ["PARKING_TIME", 0.5, 0],
    ["PARKING_TIME", 1, 6],
  ]);
});

test("standing costs nothing in its grace, and a pause is standing", () => {
  const post = { ...tariffOf(element({ PARKING_TIME: 6, ENERGY: 0.4 })), kettleback: { grace_minutes: 15 } };
  expect(told(of(post, levelRun([10, 0, 1]), { to: 2 * 3600 }))).toEqual([
    ["ENERGY", 10, 4],
    ["PARKING_TIME", 0.75, 4.5],
  ]);
  expect(told(of(post, levelRun([10, 0, 1]), { to: 1.2 * 3600 }))).toEqual([["ENERGY", 10, 4]]);
  const paused = of(post, levelRun([10, 0.5, 1], [10, 1.5, 2]));
  expect(told(paused)).toEqual([
    ["PARKING_TIME", 0.5, 3],
    ["ENERGY", 5, 2],
    ["PARKING_TIME", 0.5, 3],
    ["ENERGY", 5, 2],
  ]);
});

test("a price by the amps chosen at the post; one by the amps that flow", () => {
  const hourly = STARTERS.find(({ id }) => id === "by-amperage")!.make(0.3);
  const at = (chosenAmps: number) => amountOf(of(hourly, levelRun([3, 0, 1]), { chosenAmps }).total);
  expect([at(10), at(14), at(24.9), at(32)]).toEqual([0.9, 1.8, 1.8, 3]);
  const flowing = tariffOf(element({ TIME: 5 }, { min_current: 20 }), element({ TIME: 1 }));
  expect(amountOf(of(flowing, levelRun([5, 0, 1]), { volts: 230 }).total)).toBe(5);
  expect(amountOf(of(flowing, levelRun([4.5, 0, 1]), { volts: 230 }).total)).toBe(1);
});

test("a price by power changes where a taper passes it, at the very moment", () => {
  const { solution } = solvedDemo(2);
  const { run, clock } = solution;
  const watts = run.slices.map((slice) => slice.startWallW);
  const limit = (Math.max(...watts) + Math.min(...watts)) / 2 / 1000;
  const post = tariffOf(element({ TIME: 10 }, { min_power: limit }), element({ TIME: 1 }));
  const { lines } = bill(post, run, clock);
  const slow = run.slices.filter((slice) => (slice.startWallW + slice.endWallW) / 2000 < limit);
  const hours = (of: typeof lines, element: number) =>
    of.filter((line) => line.element === element).reduce((sum, line) => sum + line.quantity, 0);
  expect(lines.length).toBeGreaterThan(1);
  expect(hours(lines, 1)).toBeGreaterThan(0);
  // No more than one slice on either side of each passing is split.
  const slowHours = slow.reduce((sum, slice) => sum + (slice.to - slice.from) / 3600, 0);
  const longest = Math.max(...run.slices.map((slice) => (slice.to - slice.from) / 3600));
  expect(Math.abs(hours(lines, 1) - slowHours)).toBeLessThan(2 * longest);
  const [a, b] = cutRun(run, solution.start, lines[1]!.from);
  expect(
    [...a.slices, ...b.slices].some((slice) => Math.abs(slice.startWallW / 1000 - limit) < 0.01 * limit),
  ).toBe(true);
});

test("dates, validity and reservations", () => {
  const dated = tariffOf(
    element({ ENERGY: 0.1 }, { start_date: "2026-11-23", end_date: "2026-11-24" }),
    element({ ENERGY: 0.9 }),
  );
  expect(amountOf(of(dated, levelRun([10, 0, 1])).total)).toBe(1);
  expect(amountOf(of(dated, levelRun([10, 0, 1]), {}, clockAt("2026-11-24T00:00")).total)).toBe(9);
  const over: Tariff = { ...flatTariff("x", 0.5), end_date_time: "2026-11-23T09:30:00Z" };
  const half = of(over, levelRun([10, 0, 1]));
  expect([amountOf(half.total), half.unpriced]).toEqual([2.5, expect.closeTo(5, 6)]);
  const reserved = tariffOf(element({ TIME: 9 }, { reservation: "RESERVATION" }), element({ TIME: 1 }));
  expect(amountOf(of(reserved, levelRun([10, 0, 1])).total)).toBe(1);
  expect(termsOf(reserved, "EUR").join()).toContain("never charged");
});

test("a fee alone is what was meant; a price that has run out is a gap, and said", () => {
  const fee = of(tariffOf(element({ FLAT: 4 })));
  expect([amountOf(fee.total), fee.unpriced]).toEqual([4, 0]);
  const past: Tariff = { ...flatTariff("x", 0.3), end_date_time: "2026-01-01T00:00:00Z" };
  expect(of(past).unpriced).toBeCloseTo(20, 9);
});

test("a membership takes its share off energy and time once joined, never off fees", () => {
  const club = (joined: boolean): Tariff => ({
    ...tariffOf(element({ ENERGY: 0.5, FLAT: 1, PARKING_TIME: 6 })),
    kettleback: { membership: { monthly_fee: 5, discount: 0.2, joined } },
  });
  const cost = (joined: boolean) => amountOf(of(club(joined), levelRun([10, 0, 1]), { to: 7200 }).total);
  expect([cost(false), cost(true)]).toEqual([12, 11]);
  // 10 kWh at 0.50 and an hour at 3: 8, of which a fifth.
  const timed = (joined: boolean): Tariff => ({
    ...club(joined),
    ...tariffOf(element({ ENERGY: 0.5, TIME: 3 })),
  });
  const timedCost = (joined: boolean) =>
    amountOf(of({ ...timed(joined), kettleback: club(joined).kettleback }, levelRun([10, 0, 1])).total);
  expect([timedCost(false), timedCost(true)]).toEqual([8, 6.4]);
});

test("VAT of each price is that of its own hours, the dear ones' too", () => {
  const vat = (price: number, percent: number) => ({ price, vat: percent });
  const tariff = tariffOf(
    element({ ENERGY: vat(0.4, 20) }, { start_time: "17:00", end_time: "20:00" }),
    element({ ENERGY: vat(0.2, 10) }),
  );
  // 10 kW from 16:00 to 18:00: 10 kWh at 0.20 and 10 %, 10 kWh at 0.40 and 20 %.
  const billed = of(tariff, levelRun([10, 0, 2]), {}, clockAt("2026-11-23T16:00"));
  expect(
    billed.lines.map(({ amount, vatPercent, vat: of }) => [amountOf(amount), vatPercent, amountOf(of)]),
  ).toEqual([
    [2, 10, 0.2],
    [4, 20, 0.8],
  ]);
  expect([billed.net, billed.vat, billed.total].map(amountOf)).toEqual([6, 1, 7]);
});

test("JSON is read, printed and read to the same; what OCPI asks for is filled in", () => {
  for (const { make } of STARTERS) {
    const tariff = make(0.3);
    const text = printOcpi(tariff, household, "2026-11-23T00:00:00Z");
    const first = readOcpi(text, "EUR");
    if (!first.ok) throw new Error(JSON.stringify(first.problems));
    expect(first.value).toMatchObject({ ...tariff, currency: "EUR", country_code: "ZZ", party_id: "KBK" });
    const again = readOcpi(printOcpi(first.value, household, "2027-01-01T00:00:00Z"), "EUR");
    expect(again).toEqual(first);
  }
});

test.each([
  [
    "an unknown component",
    { elements: [{ price_components: [{ type: "WATER", price: 1, step_size: 1 }] }] },
    "line 8: elements.0.price_components.0.type",
    "accepted: ENERGY",
  ],
  ["a missing currency", { currency: undefined }, "currency", "needed"],
  ["another currency", { currency: "CAD" }, "currency", "never mixed"],
  [
    "a price of 1e308",
    { elements: [{ price_components: [{ type: "ENERGY", price: 1e308, step_size: 1 }] }] },
    "elements.0.price_components.0.price",
    "accepted",
  ],
  [
    "hours that overlap",
    {
      elements: [
        element({ ENERGY: 1 }, { start_time: "22:00", end_time: "07:00" }),
        element({ ENERGY: 2 }, { start_time: "06:00", end_time: "09:00" }),
      ],
    },
    "elements.1.restrictions",
    "overlap",
  ],
  [
    "an element never reached",
    {
      elements: [element({ ENERGY: 1 }), element({ ENERGY: 2 }, { start_time: "06:00", end_time: "09:00" })],
    },
    "elements.1.restrictions",
    "never reached",
  ],
  [
    "an empty range of energy",
    { elements: [element({ ENERGY: 1 }, { min_kwh: 5, max_kwh: 5 })] },
    "elements.0.restrictions.max_kwh",
    "never hold",
  ],
  [
    "hours of no length",
    { elements: [element({ ENERGY: 1 }, { start_time: "06:00", end_time: "06:00" })] },
    "elements.0.restrictions.end_time",
    "whole day",
  ],
  [
    "no days at all",
    { elements: [element({ ENERGY: 1 }, { day_of_week: [] })] },
    "elements.0.restrictions.day_of_week",
    "no day",
  ],
  ["a field not known", { colour: "red" }, "colour", "not known here"],
  ["no elements", { elements: [] }, "elements", "at least one"],
])("%s is refused with its line and field, and what is accepted", (_, change, field, message) => {
  const good = { id: "1", currency: "EUR", elements: [element({ ENERGY: 0.3 })] };
  const read = readOcpi(JSON.stringify({ ...good, ...change }, null, 1), "EUR");
  expect(read.ok).toBe(false);
  const problem = !read.ok && read.problems.find((p) => p.field.endsWith(field));
  expect(problem && problem.message).toContain(message);
  expect(problem && problem.field).toMatch(/^line \d+: /);
});

test.each([
  ["nothing", "", /^not JSON: /],
  ["half a list", "[", /^not JSON: /],
  ["a list", "[]", /^needed: one tariff object; of a list, take one$/],
  ["a number", "7", /^needed: one tariff object/],
  ["null", "null", /^needed: one tariff object/],
  ["too much", " ".repeat(TARIFF_MAX_BYTES + 1), /^too large: 1048577 characters; accepted: up to 1048576$/],
  ["as much as there may be, of nothing", " ".repeat(TARIFF_MAX_BYTES), /^not JSON: /],
])("text that is %s is refused as a file, and never throws", (_, text, message) => {
  expect(readOcpi(text, "EUR")).toEqual({
    ok: false,
    problems: [{ field: "(file)", message: expect.stringMatching(message) }],
  });
});

test("a problem is told with the line it stands on, in lists of many and under names with digits", () => {
  const hour = (i: number) => ({
    price_components: [{ type: "ENERGY", price: i === 11 ? "dear" : 0.1, step_size: 1 }],
    restrictions: {
      start_time: `${String(i).padStart(2, "0")}:00`,
      end_time: `${String(i + 1).padStart(2, "0")}:00`,
    },
  });
  const text = JSON.stringify(
    {
      id: "1",
      currency: "EUR",
      elements: Array.from({ length: 12 }, (_, i) => hour(i)),
      note2: "x",
      "2nd": "y",
    },
    null,
    1,
  );
  const lineWith = (part: string) => text.split("\n").findIndex((line) => line.includes(part)) + 1;
  const read = readOcpi(text, "EUR");
  expect(!read.ok && read.problems.map(({ field }) => field)).toEqual([
    `line ${lineWith("dear")}: elements.11.price_components.0.price`,
    `line ${lineWith("note2")}: note2`,
    `line ${lineWith("2nd")}: 2nd`,
  ]);
});

test.each([
  ["Hall rate, 2nd floor", "Hall-rate-2nd-floor"],
  ["(night)", "night"],
  ["Θ", "tariff"],
  ["a name of more than thirty-six letters and digits", "a-name-of-more-than-thirty-six-lette"],
])("a tariff named %s goes out with an identifier of its letters and digits", (name, id) => {
  const text = printOcpi({ ...flatTariff(name, 0.3) }, household, "2026-11-23T00:00:00Z");
  expect(JSON.parse(text)).toMatchObject({ id });
});

test("every starter is sound, reads as a price list, and bills without a gap", () => {
  for (const { make } of STARTERS) {
    const tariff = make(0.3);
    expect(tariffSchema.safeParse(tariff).error).toBeUndefined();
    expect(priceList(tariff).every(({ by }) => by.length > 0)).toBe(true);
    const billed = of(tariff, levelRun([7, 0, 5]), { to: 8 * 3600, chosenAmps: 32 });
    expect(Number.isFinite(billed.total)).toBe(true);
    expect(billed.unpriced).toBe(0);
  }
});

test("a price list reads as a person would say it", () => {
  const list = priceList(
    tariffOf(
      element(
        { ENERGY: { price: 0.2, vat: 20 } },
        {
          start_time: "23:00",
          end_time: "07:00",
          day_of_week: ["MONDAY", "TUESDAY", "WEDNESDAY", "SATURDAY"],
        },
      ),
      element({ TIME: { price: 6, step_size: 900 } }, { min_duration: 7200, max_kwh: 40 }),
    ),
  );
  expect(list.map(({ price, by, when, notes }) => [price, by, when, notes])).toEqual([
    [0.2, "a kWh", "23:00–07:00, Mon–Wed, Sat", ["plus 20 % VAT"]],
    [6, "an hour charging", "from 2 h after plugging in, below 40 kWh taken", ["in blocks of 15 min"]],
  ]);
});

describe("least and most, each of their two figures on its own total", () => {
  const priced = (change: Partial<Tariff>, vat?: number) => {
    const price = vat === undefined ? 0.5 : { price: 0.5, vat };
    const {
      net,
      vat: tax,
      total,
    } = of({ ...tariffOf(element({ ENERGY: price })), ...change }, levelRun([10, 0, 2]));
    return [amountOf(net), amountOf(tax), amountOf(total)];
  };

  test.each<[string, Partial<Tariff>, number | undefined, readonly number[]]>([
    // 20 kWh at 0.50: 10 without VAT, 12 with 20 % of it.
    [
      "neither bites",
      { min_price: { excl_vat: 8, incl_vat: 9 }, max_price: { excl_vat: 20, incl_vat: 24 } },
      20,
      [10, 2, 12],
    ],
    ["a least without VAT", { min_price: { excl_vat: 15 } }, 20, [15, 3, 18]],
    ["a least with VAT only", { min_price: { excl_vat: 1, incl_vat: 15 } }, 20, [10, 5, 15]],
    ["a least by both", { min_price: { excl_vat: 14, incl_vat: 15 } }, 20, [14, 1, 15]],
    [
      "a least whose figure with VAT is lower than the bill lowers nothing",
      { min_price: { excl_vat: 11, incl_vat: 11 } },
      20,
      [11, 1, 12],
    ],
    ["a most without VAT", { max_price: { excl_vat: 5 } }, 20, [5, 1, 6]],
    ["a most with VAT only", { max_price: { excl_vat: 50, incl_vat: 11 } }, 20, [10, 1, 11]],
    ["a most by both", { max_price: { excl_vat: 8, incl_vat: 9 } }, 20, [8, 1, 9]],
    [
      "a most whose figure with VAT is higher than the bill raises nothing",
      { max_price: { excl_vat: 9, incl_vat: 30 } },
      20,
      [9, 3, 12],
    ],
    ["no VAT at all", { max_price: { excl_vat: 4 } }, undefined, [4, 0, 4]],
    [
      "a least and a most at once",
      { min_price: { excl_vat: 30 }, max_price: { excl_vat: 31, incl_vat: 32 } },
      20,
      [30, 2, 32],
    ],
  ])("%s", (_, change, vat, expected) =>
    priced(change, vat).forEach((is, i) => expect(is).toBeCloseTo(expected[i]!, 6)),
  );

  test("whatever the figures: a least never lowers, a most never raises, and both totals lie within what is stated", () => {
    const amount = fc.integer({ min: 0, max: 4_000 }).map((n) => n / 100);
    const optional = fc.option(amount, { nil: undefined });
    law(
      fc.record({
        least: amount,
        leastVat: optional,
        most: amount,
        mostVat: optional,
        vat: fc.constantFrom(undefined, 0, 7, 20),
      }),
      { runs: 500, mostSkipped: 0.7 },
      ({ least, leastVat, most, mostVat, vat }) => {
        if (least > most || (leastVat ?? 0) > (mostVat ?? Infinity)) return SKIPPED;
        const bound = (excl_vat: number, incl_vat: number | undefined) => ({
          excl_vat,
          ...(incl_vat === undefined ? {} : { incl_vat }),
        });
        const [plainNet, , plainTotal] = priced({}, vat) as [number, number, number];
        const [raisedNet, , raised] = priced({ min_price: bound(least, leastVat) }, vat) as [
          number,
          number,
          number,
        ];
        const [cutNet, , cut] = priced({ max_price: bound(most, mostVat) }, vat) as [number, number, number];
        expect(raisedNet).toBeCloseTo(Math.max(plainNet, least), 6);
        expect(raised).toBeGreaterThanOrEqual(Math.max(plainTotal, leastVat ?? 0) - 1e-6);
        expect(cutNet).toBeCloseTo(Math.min(plainNet, most), 6);
        expect(cut).toBeLessThanOrEqual(Math.min(plainTotal, mostVat ?? Infinity) + 1e-6);
        const [net, , total] = priced(
          { min_price: bound(least, leastVat), max_price: bound(most, mostVat) },
          vat,
        ) as [number, number, number];
        expect(net).toBeLessThanOrEqual(most + 1e-6);
        expect(total).toBeLessThanOrEqual((mostVat ?? Infinity) + 1e-6);
      },
    );
  });

  test("the words say which of the two is meant, and both where there are both", () => {
    const said = (change: Partial<Tariff>, vat?: number) =>
      termsOf(
        { ...tariffOf(element({ ENERGY: vat === undefined ? 0.5 : { price: 0.5, vat } })), ...change },
        "EUR",
      );
    expect(said({ min_price: { excl_vat: 2 } })).toEqual(["A session costs 2 EUR at least."]);
    expect(said({ min_price: { excl_vat: 2 } }, 20)).toEqual(["A session costs 2 EUR without VAT at least."]);
    expect(said({ max_price: { excl_vat: 9, incl_vat: 11 } }, 20)).toEqual([
      "A session costs 9 EUR without VAT and 11 EUR with it at most.",
    ]);
  });
});

describe("what a session's start, an edge and a chosen current decide", () => {
  test("a fee is that of plugging in, whatever else is priced and whenever charging begins", () => {
    const fees = tariffOf(
      element({ FLAT: 3 }, { start_time: "09:00", end_time: "10:00" }),
      element({ FLAT: 7, ENERGY: 0.1 }),
    );
    // Plugged in at 09:00, charging from 11:00 on: with and without a price for standing the fee is that of nine o'clock.
    const late = levelRun([10, 2, 3]);
    const parking = { ...fees, elements: [...fees.elements, element({ PARKING_TIME: 0.5 })] };
    for (const tariff of [fees, parking])
      expect(of(tariff, late).lines.find(({ component }) => component === "FLAT")!.amount).toBe(3e6);
  });

  test("a fee by energy taken is that of none taken yet", () => {
    const tariff = tariffOf(element({ FLAT: 2 }, { max_kwh: 5 }), element({ FLAT: 9, ENERGY: 0.2 }));
    expect(of(tariff).lines[0]).toMatchObject({ component: "FLAT", amount: 2e6 });
  });

  test.each([1, 2, 5])(
    "a session that ends at a tier's edge begins no block of the next one (%d h)",
    (hours) => {
      const kWh = 10 * hours;
      const tiers = tariffOf(
        element({ ENERGY: { price: 0.3, step_size: 1000 } }, { max_kwh: kWh }),
        element({ ENERGY: { price: 0.6, step_size: 5000 } }),
      );
      // A rounding step more than the tier, as sums of slices leave it.
      for (const over of [0, 1e-12, 1e-10])
        expect(told(of(tiers, levelRun([10, 0, hours / 3], [10, hours / 3, hours * (1 + over)])))).toEqual([
          ["ENERGY", kWh, 0.3 * kWh],
        ]);
    },
  );

  test("what is chosen for a while is billed as chosen then: before it the next, after it still the last", () => {
    const byAmps = tariffOf(
      { ...element({ ENERGY: 0.2 }), kettleback: { max_amps: 17 } },
      { ...element({ ENERGY: 0.5 }), kettleback: { min_amps: 17 } },
    );
    const chosen = [
      { from: 3600, to: 2 * 3600, amps: 16 },
      { from: 2 * 3600, to: 3 * 3600, amps: 32 },
    ];
    const billed = of(byAmps, levelRun([10, 0, 1], [10, 1, 2], [10, 2, 4]), { chosenAmps: 32, chosen });
    expect(told(billed)).toEqual([
      ["ENERGY", 20, 4],
      ["ENERGY", 20, 10],
    ]);
    expect(told(of(byAmps, levelRun([10, 0, 4]), { chosenAmps: 32 }))).toEqual([["ENERGY", 40, 20]]);
  });
});

describe("dates an element holds on alone", () => {
  const feast = (...on_dates: string[]) =>
    tariffOf(
      { ...element({ ENERGY: 0.1 }), kettleback: { on_dates } },
      element({ ENERGY: 0.3 }, { day_of_week: ["MONDAY", "TUESDAY"] }),
      element({ ENERGY: 0.4 }),
    );
  // Plugged in on Monday the 23rd at 09:00: 15 hours to midnight, then a day, then the rest.
  const long = levelRun([10, 0, 48]);

  test("a whole local day, before whatever its weekday would cost", () => {
    expect(told(of(feast("2026-11-24"), long))).toEqual([
      ["ENERGY", 150, 45],
      ["ENERGY", 240, 24],
      ["ENERGY", 90, 36],
    ]);
    expect(told(of(feast("2026-11-23", "2026-11-25"), long))).toEqual([
      ["ENERGY", 150, 15],
      ["ENERGY", 240, 72],
      ["ENERGY", 90, 9],
    ]);
    expect(told(of(feast("2027-11-24"), long))).toEqual([
      ["ENERGY", 390, 117],
      ["ENERGY", 90, 36],
    ]);
  });

  test.each([
    [["2026-11-24", "2026-11-23"], "dates must rise"],
    [["2026-11-24", "2026-11-24"], "dates must rise"],
    [["2026-02-30"], "a day that exists"],
    [[], "no day would be priced"],
  ])("%j is refused", (on_dates, message) => {
    const { elements } = feast("2026-11-24");
    const parsed = tariffSchema.safeParse({
      name: "x",
      elements: [{ ...elements[0], kettleback: { on_dates } }, ...elements.slice(1)],
    });
    expect(parsed.error?.issues.map((issue) => issue.message).join()).toContain(message);
  });
});

describe("moments, and what OCPI writes otherwise", () => {
  test("a moment without a designator is universal time, not that of the machine", () => {
    const valid = (start_date_time: string) => of({ ...tariffOf(element({ ENERGY: 1 })), start_date_time });
    // Plugged in at 09:00 in Dublin, which is universal time in November.
    for (const text of ["2026-11-23T10:00:00", "2026-11-23T10:00:00Z", "2026-11-23T11:00:00+01:00"])
      expect([text, told(valid(text))]).toEqual([text, [["ENERGY", 10, 10]]]);
    const hourly = (starts_at: string): Tariff => ({
      ...tariffOf(element({ ENERGY: 9 })),
      kettleback: { hourly: { starts_at, minutes: 60, prices: [1, 2], markup: 0 } },
    });
    expect(of(hourly("2026-11-23T09:00:00")).total).toBe(of(hourly("2026-11-23T09:00:00Z")).total);
  });

  const read = (change: object) => {
    const document = {
      ...JSON.parse(printOcpi(tariffOf(element({ ENERGY: 0.4 })), household, "2026-11-23T00:00:00Z")),
      ...change,
    };
    const found = readOcpi(JSON.stringify(document), "EUR");
    if (!found.ok) throw new Error(JSON.stringify(found.problems));
    return found;
  };

  test("an energy mix is read past with a word", () => {
    const found = read({ energy_mix: { is_green_energy: true } });
    expect(found.notes).toEqual(["Its energy mix is read past: it changes no price."]);
    expect(found.value).not.toHaveProperty("energy_mix");
    expect(read({}).notes).toEqual([]);
  });

  test("a day that ends at 00:00 ends with its last minute", () => {
    const night = read({
      elements: [
        element({ ENERGY: 0.1 }, { start_time: "22:00", end_time: "00:00" }),
        element({ ENERGY: 0.4 }),
      ],
    });
    const whole = read({ elements: [element({ ENERGY: 0.1 }, { start_time: "00:00", end_time: "00:00" })] });
    const at = (value: Tariff) => told(of(value, levelRun([1, 0, 24]), {}, clockAt("2026-11-23T00:00")));
    expect(at(night.value)).toEqual([
      ["ENERGY", 22, 8.8],
      ["ENERGY", 2, 0.2],
    ]);
    expect(at(whole.value)).toEqual([["ENERGY", 24, 2.4]]);
  });

  test("an element that prices a second dimension is reached for it, one that prices none of its own is not", () => {
    const second = read({ elements: [element({ ENERGY: 0.4 }), element({ ENERGY: 0.9, TIME: 3 })] });
    expect(told(of(second.value))).toEqual([
      ["ENERGY", 20, 8],
      ["TIME", 2, 6],
    ]);
    const never = tariffSchema.safeParse(
      tariffOf(element({ ENERGY: 0.4, TIME: 1 }), element({ ENERGY: 0.9, TIME: 3 })),
    );
    expect(never.error?.issues[0]!.message).toContain("never reached");
  });

  test("a step of 0 rounds nothing, like one of 1", () => {
    const found = read({
      elements: [element({ ENERGY: { price: 0.4, step_size: 0 }, TIME: { price: 6, step_size: 0 } })],
    });
    expect(told(of(found.value, levelRun([10, 0, 0.123])))).toEqual([
      ["ENERGY", 1.23, 0.492],
      ["TIME", 0.123, 0.738],
    ]);
  });

  test("what a plain reader would misread in an export is said, and nothing where it would not", () => {
    expect(misreadBy(tariffOf(element({ ENERGY: 0.4 })))).toEqual([]);
    const ours: Tariff = {
      ...tariffOf(
        { ...element({ ENERGY: 0.4 }), kettleback: { max_amps: 16 } },
        element({ ENERGY: 0.6, PARKING_TIME: 5 }),
      ),
      kettleback: {
        grace_minutes: 10,
        membership: { monthly_fee: 5, discount: 0.2, joined: true },
        hourly: { starts_at: "2026-11-23T00:00:00Z", minutes: 60, prices: [0.1], markup: 0 },
      },
    };
    expect(misreadBy(ours).map((line) => /hour|amps|member|Grace/.exec(line)![0])).toEqual([
      "hour",
      "amps",
      "member",
      "Grace",
    ]);
  });
});
