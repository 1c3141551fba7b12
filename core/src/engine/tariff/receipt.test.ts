import { clockAt, element, levelRun, solvedDemo, tariffOf } from "../../tests/tariffs";
import { holds } from "../../tests/working";
import { bill, flatTariff, grossOf, LINE_WORDS, lineSteps, receiptWorking, blockFilled } from ".";

const clock = clockAt("2026-11-23T10:00");
const run = levelRun([2.4, 0, 4]);

/** A working as text: what, formula, its terms and its result. */
const told = (of: ReturnType<typeof receiptWorking>) =>
  of.steps.map(({ what, formula, terms, result }) => ({
    what,
    formula,
    terms: terms.map((t) => `${t.symbol} ${t.value} ${t.unit} ${t.name}${t.source ? " [source]" : ""}`),
    result: `${result.symbol} ${result.value} ${result.unit} ${result.name}`,
  }));

test("a receipt of a fee and energy with VAT, line by line to the total and to what was lost", () => {
  const tariff = tariffOf(element({ FLAT: 0.5, ENERGY: { price: 0.3, vat: 20 } }));
  const working = receiptWorking(bill(tariff, run, clock), "Hall rate", "EUR");
  expect(working.title).toBe("Cost");
  // Arithmetic: 9.6 kWh × 0.30 = 2.88, VAT 0.576, the fee 0.50: 3.956; a tenth is lost: 0.96 kWh × 0.36 = 0.3456.
  expect(told(working)).toEqual([
    {
      what: "Fee a session",
      formula: "k1 = q·price",
      terms: ["q 1  as billed", "price 0.5 EUR Hall rate, a session [source]"],
      result: "k1 0.5 EUR fee a session",
    },
    {
      what: "Energy",
      formula: "k2 = q·price",
      terms: ["q 9.6 kWh as billed", "price 0.3 EUR/kWh Hall rate, a kWh [source]"],
      result: "k2 2.88 EUR energy",
    },
    {
      what: "VAT on it",
      formula: "v2 = k2·p/100",
      terms: ["k2 2.88 EUR energy", "p 20 % VAT [source]"],
      result: "v2 0.576 EUR VAT",
    },
    {
      what: "Cost of the session",
      formula: "k = k1 + k2 + v2",
      terms: ["k1 0.5 EUR fee a session", "k2 2.88 EUR energy", "v2 0.576 EUR VAT on energy"],
      result: "k 3.956 EUR cost of the session",
    },
    expect.objectContaining({
      what: "Of the energy's price, the share that never reached the cells",
      formula: "l2 = E_lost·price/1000",
      terms: [
        expect.stringMatching(/^E_lost 96\d.* Wh lost over this line$/),
        "price 0.36 EUR/kWh with its VAT",
      ],
    }),
    expect.objectContaining({ what: "Lost in money", formula: "k_lost = l2" }),
  ]);
  expect(working.notes).toHaveLength(1);
});

test("a block billed whole says what was used of it", () => {
  const tariff = tariffOf(element({ ENERGY: { price: 0.3, step_size: 5000 } }));
  const billed = bill(tariff, run, clock);
  const [line] = billed.lines;
  expect(blockFilled(line!)).toBe(true);
  expect(lineSteps(line!, 0, "rate", "EUR")[0]!.what).toBe("Energy: 9.6 kWh used, billed in whole blocks");
  expect(blockFilled(bill(flatTariff("flat", 0.3, 0), run, clock).lines[0]!)).toBe(false);
});

test("a least and a most of a session are lines of their own, their VAT as the tariff states it", () => {
  const least = {
    ...tariffOf(element({ ENERGY: { price: 0.1, vat: 20 } })),
    min_price: { excl_vat: 5, incl_vat: 6 },
  };
  const working = receiptWorking(bill(least, run, clock), "rate", "EUR");
  const lines = told(working);
  const up = lines.find((l) => l.what === "Up to the least a session costs")!;
  expect([up.formula, up.terms[0]]).toEqual(["k2 = q·price", "q 1  as billed"]);
  expect(lines.some((l) => l.what === "VAT on it, as the tariff states it" && l.formula === "v2 = vat")).toBe(
    true,
  );
  expect(lines.find((l) => l.what === "Cost of the session")!.result).toBe("k 6 EUR cost of the session");

  const most = { ...tariffOf(element({ ENERGY: 10 })), max_price: { excl_vat: 20 } };
  expect(told(receiptWorking(bill(most, run, clock), "rate", "EUR"))[1]!.what).toBe(
    "Down to the most a session costs",
  );
});

test("what is told beside it: prices below zero, and energy that has no price", () => {
  const below = receiptWorking(bill(flatTariff("spot", -0.02, 0), run, clock), "spot", "EUR");
  expect(below.notes[1]).toBe("The price is below zero: the tariff pays for what you take.");
  const noon = tariffOf(element({ ENERGY: 0.3 }, { start_time: "10:00", end_time: "12:00" }));
  expect(receiptWorking(bill(noon, run, clock), "noon", "EUR").notes[1]).toBe(
    "4.80 kWh have no price in this tariff and are counted as free.",
  );
  const nothing = receiptWorking(bill(tariffOf(element({ TIME: 0 })), run, clock), "none", "EUR");
  expect(nothing.steps.at(-1)!.formula).toBe("k_lost = 0");
});

test("every formula of a receipt gives the result it shows", () => {
  const { plan, solution } = solvedDemo(0);
  const tariff = tariffOf(
    element(
      { FLAT: 1, ENERGY: { price: 0.3, vat: 20 }, PARKING_TIME: 2 },
      { start_time: "23:00", end_time: "07:00" },
    ),
    element({ ENERGY: { price: 0.4, step_size: 1000 }, TIME: { price: 1.5, vat: 10 } }),
  );
  for (const own of [plan.tariff, tariff]) {
    const { steps } = receiptWorking(bill(own, solution.run, solution.clock), own.name, "EUR");
    expect(steps.length).toBeGreaterThan(2);
    for (const step of steps) expect(() => holds(step, step.what)).not.toThrow();
  }
});

test("a line with its VAT, and words for every kind of line", () => {
  const [line] = bill(tariffOf(element({ ENERGY: { price: 0.3, vat: 20 } })), run, clock).lines;
  expect(grossOf(line!)).toBeCloseTo(3.456, 9);
  expect(Object.values(LINE_WORDS).map(({ what, unit, by }) => `${what}/${unit}/${by}`)).toEqual([
    "energy/kWh/a kWh",
    "time charging/h/an hour",
    "time standing, not charging/h/an hour",
    "fee a session//a session",
    "up to the least a session costs//a session",
    "down to the most a session costs//a session",
  ]);
});
