import fc from "fast-check";
import { tariffSchema, type Tariff } from "../../things/parts";
import { law } from "../../tests/law";
import { clockAt, element, levelRun, tariffOf } from "../../tests/tariffs";
import { besideTheWeek, bill, flatTariff, isWeekly, paint, STARTERS, weekOf, withWeek, type Week } from ".";

const EVERY = [0, 1, 2, 3, 4, 5, 6];
const starter = (id: string) => STARTERS.find((s) => s.id === id)!.make(0.3);

test("a day and night tariff is a week of three stretches a day", () => {
  const { bands, days } = weekOf(starter("day-night"));
  expect(bands).toEqual([{ price: 0.15 }, { price: 0.3 }]);
  for (const day of days)
    expect(day).toEqual([
      { from: 0, to: 420, band: 0 },
      { from: 420, to: 1380, band: 1 },
      { from: 1380, to: 1440, band: 0 },
    ]);
});

test("weekdays are kept apart: a dear early evening from Monday to Friday only", () => {
  const { days } = weekOf(starter("three-band"));
  const dear = days.map((spans) => spans.filter(({ band }) => band === 1).map(({ from, to }) => [from, to]));
  expect(dear).toEqual([...Array<number[][]>(5).fill([[960, 1140]]), [], []]);
});

test("painting a night band makes a night tariff of a flat one, as one element through midnight", () => {
  const week: Week = { bands: [{ price: 0.3 }, { price: 0.1 }], days: weekOf(flatTariff("x", 0.3)).days };
  const night = paint(paint(week, EVERY, 1380, 1440, 1), EVERY, 0, 420, 1);
  const { elements } = withWeek(flatTariff("x", 0.3, 0.5), night);
  expect(
    elements.map(({ price_components: [c], restrictions }) => [c!.type, c!.price, restrictions]),
  ).toEqual([
    ["ENERGY", 0.1, { start_time: "23:00", end_time: "07:00" }],
    ["ENERGY", 0.3, undefined],
    ["FLAT", 0.5, undefined],
  ]);
});

test("painting one day keeps to that day, and hours nobody prices stay unpriced", () => {
  const week = weekOf(flatTariff("x", 0.3));
  const saturday = paint({ ...week, bands: [{ price: 0.3 }, { price: 0 }] }, [5], 600, 900, 1);
  const { elements } = withWeek(flatTariff("x", 0.3), saturday);
  expect(elements[0]!.restrictions).toEqual({
    start_time: "10:00",
    end_time: "15:00",
    day_of_week: ["SATURDAY"],
  });
  const open = weekOf(withWeek(flatTariff("x", 0.3), paint(week, [6], 0, 60, null)));
  expect(open.days[6]![0]).toEqual({ from: 0, to: 60, band: null });
});

test("only hours of the week make a strip: energy by amount, by power or by the hour does not", () => {
  expect(STARTERS.filter(({ where }) => where === "home").every(({ make }) => isWeekly(make(0.3)))).toBe(
    true,
  );
  expect(isWeekly(tariffOf(element({ ENERGY: 1 }, { max_kwh: 5 }), element({ ENERGY: 2 })))).toBe(false);
  expect(isWeekly(starter("free-then-dear"))).toBe(true);
  const hourly: Tariff = {
    ...flatTariff("x", 0.3),
    kettleback: { hourly: { starts_at: "2026-01-01T00:00:00Z", minutes: 60, prices: [0.1], markup: 0 } },
  };
  expect(isWeekly(hourly)).toBe(false);
});

test("any painted week becomes a sound tariff that bills every hour as painted, and reads back the same", () => {
  const stroke = fc.record({
    days: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1 }),
    from: fc.integer({ min: 0, max: 95 }),
    length: fc.integer({ min: 1, max: 96 }),
    band: fc.integer({ min: 0, max: 2 }),
  });
  law(fc.array(stroke, { maxLength: 8 }), { runs: 300, mostSkipped: 0 }, (strokes) => {
    const bands = [{ price: 0.3 }, { price: 0.1 }, { price: -0.05 }];
    const start: Week = { bands, days: weekOf(flatTariff("x", 0.3)).days };
    const week = strokes.reduce(
      (w, { days, from, length, band }) => paint(w, days, from * 15, Math.min(96, from + length) * 15, band),
      start,
    );
    const tariff = withWeek(flatTariff("x", 0.3), week);
    expect(tariffSchema.safeParse(tariff).error).toBeUndefined();
    // 168 hours from a Monday midnight without a clock change.
    const { lines, unpriced } = bill(tariff, levelRun([1, 0, 168]), clockAt("2026-11-23T00:00"));
    expect(unpriced).toBe(0);
    const painted = (band: number) =>
      week.days.flat().reduce((sum, s) => sum + (s.band === band ? s.to - s.from : 0), 0) / 60;
    bands.forEach(({ price }, band) => {
      const kWh = lines.filter((l) => l.price === price * 1e6).reduce((sum, l) => sum + l.quantity, 0);
      expect(kWh).toBeCloseTo(painted(band), 6);
    });
    lines.slice(1).forEach((line, i) => expect(line.from).toBe(lines[i]!.to));
    const back = weekOf(tariff);
    const priced = (w: Week) =>
      w.days.map((spans) => spans.map(({ from, to, band }) => [from, to, w.bands[band!]!.price]));
    expect(priced(back)).toEqual(priced(week));
  });
});

test("what the strip does not show stays as it was when its hours are painted, and is told beside it", () => {
  const full = tariffSchema.parse({
    ...tariffOf(
      element({ ENERGY: { price: 0.1, step_size: 500 } }, { start_time: "23:00", end_time: "07:00" }),
      element({ ENERGY: { price: 0.3, vat: 20 }, TIME: 1 }),
      element({ FLAT: 2, PARKING_TIME: 4 }),
    ),
    start_date_time: "2026-01-01T00:00:00Z",
    end_date_time: "2026-12-31T00:00:00Z",
    min_price: { excl_vat: 1 },
    kettleback: { membership: { monthly_fee: 5, discount: 0.1, joined: true } },
  });
  expect(besideTheWeek(full)).toEqual([
    "A fee a session comes on top.",
    "Time charging is priced as well.",
    "Standing without charging is priced as well.",
    "Energy is billed in whole blocks.",
    "A session has a least or a most.",
    "It holds between dates only; outside them nothing is priced.",
    "A member's discount comes off these prices.",
  ]);
  expect(besideTheWeek(flatTariff("x", 0.3))).toEqual([]);
  // Its prices are seen, though today lies outside its dates.
  const week = weekOf(full);
  expect(week.bands).toEqual([
    { price: 0.1, step: 500 },
    { price: 0.3, vat: 20 },
  ]);
  const painted = withWeek(full, paint(week, [0, 1, 2, 3, 4, 5, 6], 12 * 60, 13 * 60, 0));
  const { elements: _, ...beside } = full;
  expect(painted).toMatchObject(beside);
  const components = painted.elements.flatMap(({ price_components }) => price_components);
  expect(components.filter(({ type }) => type !== "ENERGY").map(({ type, price }) => [type, price])).toEqual([
    ["TIME", 1],
    ["FLAT", 2],
    ["PARKING_TIME", 4],
  ]);
  for (const { type, price, step_size, vat } of components)
    if (type === "ENERGY")
      expect([price, step_size, vat]).toEqual(price === 0.1 ? [0.1, 500, undefined] : [0.3, 1, 20]);
});
