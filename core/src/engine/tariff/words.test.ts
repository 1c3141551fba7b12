import { element, tariffOf } from "../../tests/tariffs";
import type { Restrictions, Tariff } from "../../things/parts";
import { daysText, priceList, termsOf, whenText } from ".";

test.each([
  [undefined, "every day"],
  [["MONDAY"], "Mon"],
  [["MONDAY", "TUESDAY"], "Mon, Tue"],
  [["MONDAY", "TUESDAY", "WEDNESDAY", "THURSDAY", "FRIDAY"], "Mon–Fri"],
  [["SATURDAY", "SUNDAY"], "Sat, Sun"],
  [["MONDAY", "WEDNESDAY", "THURSDAY", "FRIDAY", "SUNDAY"], "Mon, Wed–Fri, Sun"],
  [["SUNDAY", "MONDAY"], "Mon, Sun"],
] as const)("the days %j are %p", (days, text) => expect(daysText(days as never)).toBe(text));

const when = (restrictions: Restrictions, kettleback?: object) =>
  whenText({ ...element({ ENERGY: 1 }, restrictions), ...(kettleback ? { kettleback } : {}) });

test.each<[Restrictions, string]>([
  [{}, ""],
  [{ start_time: "23:00", end_time: "07:00" }, "23:00–07:00"],
  [{ start_time: "18:00" }, "18:00–24:00"],
  [{ end_time: "06:00" }, "00:00–06:00"],
  [{ day_of_week: ["SATURDAY", "SUNDAY"] }, "Sat, Sun"],
  [{ start_date: "2026-12-01", end_date: "2027-01-01" }, "from 2026-12-01, before 2027-01-01"],
  [{ min_duration: 7200 }, "from 2 h after plugging in"],
  [{ max_duration: 1800 }, "below 30 min after plugging in"],
  [{ min_duration: 600, max_duration: 9000 }, "from 10 min after plugging in to 2.5 h after plugging in"],
  [{ min_kwh: 20 }, "from 20 kWh taken"],
  [{ max_power: 11 }, "below 11 kW"],
  [{ min_current: 16, max_current: 32 }, "from 16 A over all phases to 32 A over all phases"],
  [{ reservation: "RESERVATION" }, "of a reservation: never charged here"],
  [
    { start_time: "08:00", end_time: "20:00", day_of_week: ["MONDAY"], max_kwh: 5 },
    "08:00–20:00, Mon, below 5 kWh taken",
  ],
])("an element held to %j reads %p", (restrictions, text) => expect(when(restrictions)).toBe(text));

test("amps one chooses at the post, and an element held to nothing", () => {
  expect(when({}, { min_amps: 7, max_amps: 16 })).toBe("from 7 A chosen to 16 A chosen");
  expect(when({}, { on_dates: ["2026-12-25", "2026-12-26"] })).toBe("on 2026-12-25, 2026-12-26");
  expect(whenText(element({ ENERGY: 1 }))).toBe("");
});

test("a price list in the order it is asked, with VAT and blocks", () => {
  const tariff = tariffOf(
    element(
      { FLAT: 1, ENERGY: { price: 0.3, vat: 20, step_size: 500 } },
      { start_time: "23:00", end_time: "07:00" },
    ),
    element({ TIME: { price: 2, step_size: 900 }, PARKING_TIME: { price: 6, step_size: 7200 } }),
  );
  expect(priceList(tariff)).toEqual([
    { element: 0, component: "FLAT", price: 1, by: "a session", when: "23:00–07:00", notes: [] },
    {
      element: 0,
      component: "ENERGY",
      price: 0.3,
      by: "a kWh",
      when: "23:00–07:00",
      notes: ["plus 20 % VAT", "in blocks of 0.5 kWh"],
    },
    {
      element: 1,
      component: "TIME",
      price: 2,
      by: "an hour charging",
      when: "",
      notes: ["in blocks of 15 min"],
    },
    {
      element: 1,
      component: "PARKING_TIME",
      price: 6,
      by: "an hour standing without charging",
      when: "",
      notes: ["in blocks of 2 h"],
    },
  ]);
});

const base = tariffOf(element({ ENERGY: 1 }));
test.each<[string, Partial<Tariff>, string]>([
  ["nothing", {}, ""],
  ["the least", { min_price: { excl_vat: 2 } }, "A session costs 2 EUR at least."],
  ["the most", { max_price: { excl_vat: 9 } }, "A session costs 9 EUR at most."],
  [
    "a grace",
    { kettleback: { grace_minutes: 15 } },
    "Standing costs nothing for 15 minutes after charging has ended.",
  ],
  ["a beginning", { start_date_time: "2026-01-01T00:00:00Z" }, "Holds from 2026-01-01T00:00:00Z."],
  ["an end", { end_date_time: "2027-01-01T00:00:00Z" }, "Holds until 2027-01-01T00:00:00Z."],
  [
    "a membership not joined",
    { kettleback: { membership: { monthly_fee: 6, discount: 0.125, joined: false } } },
    "6 EUR a month takes 12.5 % off energy and time; not joined.",
  ],
  [
    "a membership",
    { kettleback: { membership: { monthly_fee: 6, discount: 0.1, joined: true } } },
    "6 EUR a month takes 10 % off energy and time.",
  ],
  [
    "hourly prices with a markup",
    {
      kettleback: {
        hourly: { starts_at: "2026-11-23T00:00:00Z", minutes: 60, prices: [0.1, 0.2], markup: 0.05 },
      },
    },
    "2 prices of 60 minutes each from 2026-11-23T00:00:00Z, 0.05 EUR a kWh on top.",
  ],
  [
    "hourly prices as they are",
    { kettleback: { hourly: { starts_at: "2026-11-23T00:00:00Z", minutes: 15, prices: [0.1], markup: 0 } } },
    "1 prices of 15 minutes each from 2026-11-23T00:00:00Z.",
  ],
  [
    "a reservation",
    { elements: [element({ TIME: 1 }, { reservation: "RESERVATION" })] },
    "Prices of a reservation are kept and never charged: nothing is reserved here.",
  ],
])("%s is told of the whole tariff", (_, change, text) => {
  expect(termsOf({ ...base, ...change } as Tariff, "EUR").join("\n")).toBe(text);
});
