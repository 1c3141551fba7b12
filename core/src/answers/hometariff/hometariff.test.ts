import { flatTariff } from "../../engine/tariff";
import type { Plan } from "../../engine/plan";
import type { Tariff } from "../../things/parts";
import { element, solvedDemo, tariffOf } from "../../tests/tariffs";
import { cheapNight, homeTariffs, houseYear, type HomeTariffs } from ".";

const NO_HOUSE = { day: 0, evening: 0, night: 0 };
const { plan: demo } = solvedDemo(0, (plan) => ({
  ...plan,
  session: {
    ...plan.session,
    toSoc: 0.9,
    pluggedInAt: "2026-11-23T18:10",
    neededBy: "07:30",
    batteryC: null,
  },
}));
const named = (name: string, tariff: Tariff, standing?: number): Tariff => ({
  ...tariff,
  name,
  ...(standing === undefined ? {} : { kettleback: { standing_monthly: standing } }),
});
const nightly = (night: number, day: number): Tariff =>
  tariffOf(element({ ENERGY: night }, { start_time: "23:00", end_time: "07:00" }), element({ ENERGY: day }));
/** Runs the work to its end. */
function done(work: Generator<number, HomeTariffs>): HomeTariffs {
  let last = 0;
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
    expect(step.value).toBeGreaterThanOrEqual(last);
    expect(step.value).toBeLessThanOrEqual(1);
    last = step.value;
  }
}
const asked = (tariffs: readonly Tariff[], kmADay: number, house = NO_HOUSE, plan: Plan = demo) =>
  done(homeTariffs(plan, tariffs, { kmADay, house }));
/** Wall energy of a day's drive (kWh), off a tariff of one unit a kWh. */
const kWhADay = (km: number) => asked([named("one", flatTariff("one", 1))], km).years[0]!.car / 365.25;

test("a year of one price is its kWh at that price and twelve standing charges, at once as in the cheapest hours", () => {
  const kWh = kWhADay(30);
  const [year] = asked([named("flat", flatTariff("flat", 0.3), 12)], 30).years;
  expect(year!.car).toBeCloseTo(0.3 * 365.25 * kWh, 2);
  expect(year!.carAtOnce).toBeCloseTo(year!.car, 6);
  expect([year!.standing, year!.house, year!.cheap]).toEqual([144, 0, null]);
  expect(year!.total).toBeCloseTo(year!.car + 144, 9);
});

test("at night the car pays the night's price, at once the day's; the cheap hours carry their kilometres", () => {
  const kWh = kWhADay(30);
  const [year] = asked([named("night", nightly(0.1, 0.4))], 30).years;
  expect(year!.car).toBeCloseTo(0.1 * 365.25 * kWh, 1);
  // Plugged in at 18:10 it is done before 23:00.
  expect(year!.carAtOnce).toBeCloseTo(0.4 * 365.25 * kWh, 1);
  const { solution } = solvedDemo(0, () => demo);
  expect(year!.cheap).toMatchObject({ hours: 8, price: 0.1 });
  expect(year!.cheap!.km).toBeCloseTo(8 * solution.range.kmPerHour, 6);
});

test("the cheapest stands first, and what turns it is where the two really cross", () => {
  const cheapKWh = named("cheap kWh", flatTariff("", 0.2), 10);
  const noStanding = named("no standing", flatTariff("", 0.3));
  // 120 a year against 10 cents a kWh: 1,200 kWh a year.
  const at60 = asked([noStanding, cheapKWh], 60);
  const kWhAKm = kWhADay(60) / 60;
  const crossing = 1200 / 365.25 / kWhAKm;
  expect(crossing).toBeLessThan(60);
  expect(at60.years.map(({ name }) => name)).toEqual(["cheap kWh", "no standing"]);
  expect(at60.turning!.km! / crossing).toBeCloseTo(1, 1);
  expect(at60.turning!.standingMore).toBeCloseTo((at60.years[1]!.total - at60.years[0]!.total) / 12, 9);
  const at5 = asked([noStanding, cheapKWh], 5);
  expect(at5.years[0]!.name).toBe("no standing");
  expect(at5.turning!.km! / crossing).toBeCloseTo(1, 1);
  // Applied, it has turned.
  const turned = asked([noStanding, cheapKWh], at5.turning!.km! * 1.01);
  expect(turned.years[0]!.name).toBe("cheap kWh");
});

test("a crossing far from what is driven is found too: at a few kilometres, and near a full battery", () => {
  const kWhAKm = kWhADay(30) / 30;
  const at = (standing: number, km: number) =>
    asked([named("standing", flatTariff("", 0.2), standing), named("plain", flatTariff("", 0.3))], km)
      .turning!.km!;
  const crossing = (standing: number) => (standing * 12) / 0.1 / 365.25 / kWhAKm;
  expect(at(0.8, 60) / crossing(0.8)).toBeCloseTo(1, 1);
  expect(crossing(0.8)).toBeLessThan(6);
  const far = 55;
  // More than five times what is driven.
  expect(crossing(far)).toBeGreaterThan(60);
  expect(at(far, 8) / crossing(far)).toBeCloseTo(1, 1);
});

test("one that is dearer in every part is never turned to", () => {
  const found = asked([named("a", flatTariff("", 0.2)), named("b", flatTariff("", 0.3), 5)], 40);
  expect(found.turning!.km).toBeNull();
  expect(asked([named("a", flatTariff("", 0.2))], 40).turning).toBeNull();
});

describe("the house", () => {
  test.each([
    [flatTariff("", 0.3), { day: 1000, evening: 500, night: 500 }, 600],
    [nightly(0.1, 0.4), { day: 1000, evening: 0, night: 0 }, 400],
    [nightly(0.1, 0.4), { day: 0, evening: 0, night: 1000 }, 100],
    // 17 to 23 holds an hour of the night that begins at 22: a sixth of it.
    [
      tariffOf(
        element({ ENERGY: 0.1 }, { start_time: "22:00", end_time: "07:00" }),
        element({ ENERGY: 0.4 }),
      ),
      { day: 0, evening: 600, night: 0 },
      100 * 0.1 + 500 * 0.4,
    ],
  ] as const)("is priced by the hours it draws in", (tariff, house, cost) =>
    expect(houseYear(tariff, house)).toBeCloseTo(cost, 9),
  );

  test("weekends count two days of seven, and VAT comes on top", () => {
    const weekend = tariffOf(
      element({ ENERGY: 0.1 }, { day_of_week: ["SATURDAY", "SUNDAY"] }),
      element({ ENERGY: 0.45 }),
    );
    expect(houseYear(weekend, { day: 700, evening: 0, night: 0 })).toBeCloseTo(200 * 0.1 + 500 * 0.45, 9);
    const taxed: Tariff = {
      name: "taxed",
      elements: [{ price_components: [{ type: "ENERGY", price: 0.2, vat: 25, step_size: 1 }] }],
    };
    expect(houseYear(taxed, { day: 100, evening: 0, night: 0 })).toBeCloseTo(25, 9);
  });

  test("a series of prices that ends within the week makes no year, and stands last whatever it asks", () => {
    const ending: Tariff = {
      ...flatTariff("ending", 0.3),
      elements: [],
      kettleback: {
        hourly: {
          starts_at: "2026-11-23T00:00:00Z",
          minutes: 60,
          prices: Array.from({ length: 72 }, () => 0.01),
          markup: 0,
        },
      },
    };
    const found = asked([ending, named("flat", flatTariff("", 0.3))], 30);
    expect(found.years.map(({ name, unpricedNights }) => [name, unpricedNights > 0])).toEqual([
      ["flat", false],
      ["ending", true],
    ]);
    expect(found.turning).toBeNull();
  });

  test("whose prices do not go by the week cannot be told, and does not stand before one that can", () => {
    const hourly: Tariff = {
      ...flatTariff("hourly", 0.01),
      kettleback: { hourly: { starts_at: "2026-11-23T00:00:00Z", minutes: 60, prices: [0.01], markup: 0 } },
    };
    const house = { day: 1000, evening: 0, night: 0 };
    expect(houseYear(hourly, house)).toBeNull();
    const found = asked([hourly, named("flat", flatTariff("", 0.3))], 30, house);
    expect(found.years.map(({ name, house: own }) => [name, own])).toEqual([
      ["flat", 300],
      ["hourly", null],
    ]);
    expect(found.turning).toBeNull();
  });
});

test.each([
  [18 * 60 + 10, 7 * 60 + 30, 8],
  [18 * 60, 3 * 60, 4],
  [0, 6 * 60, 6],
  [9 * 60, 17 * 60, 0],
])("plugged in at minute %d and wanted at %d the night has %d cheap hours", (from, to, hours) =>
  expect(cheapNight(nightly(0.1, 0.4), from, to)).toEqual({ hours, price: 0.1 }),
);

test("a night too short for the drive says so, and is charged whole all the same", () => {
  const short: Plan = { ...demo, session: { ...demo.session, neededBy: "19:10" } };
  const found = asked([named("flat", flatTariff("", 0.3))], 30, NO_HOUSE, short);
  expect(found.holds).toBe(false);
  expect(found.years[0]!.car).toBeCloseTo(0.3 * 365.25 * kWhADay(30), 2);
  expect(asked([named("flat", flatTariff("", 0.3))], 30).holds).toBe(true);
});

test("a car that ends by itself is charged its day's drive below that", () => {
  const ends: Plan = { ...demo, car: { ...demo.car, endsAt: { ac: 0.7 } } };
  const found = asked([named("flat", flatTariff("", 0.3))], 30, NO_HOUSE, ends);
  expect(found.years[0]!.car).toBeCloseTo(0.3 * 365.25 * kWhADay(30), 1);
});
