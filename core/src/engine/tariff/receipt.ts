import { SOURCES } from "../../trade/sources";
import { amountOf } from "../../trade/units";
import { sumOf, term, type Step, type Term, type Working } from "../../trade/working";
import type { Bill, BillLine, LineKind } from "./bill";

/** What a line is for, in words; the unit its quantity is counted in, and what a price is by. */
export const LINE_WORDS: Readonly<
  Record<LineKind, { readonly what: string; readonly unit: string; readonly by: string }>
> = {
  ENERGY: { what: "energy", unit: "kWh", by: "a kWh" },
  TIME: { what: "time charging", unit: "h", by: "an hour" },
  PARKING_TIME: { what: "time standing, not charging", unit: "h", by: "an hour" },
  FLAT: { what: "fee a session", unit: "", by: "a session" },
  MIN_PRICE: { what: "up to the least a session costs", unit: "", by: "a session" },
  MAX_PRICE: { what: "down to the most a session costs", unit: "", by: "a session" },
};

/** How amounts are rounded, as it is said beside every receipt. */
export const ROUNDING =
  "Every line is kept to a millionth of the currency; the total is the sum of the lines. What is printed is rounded to whole coins so that the columns add up to the total.";

/**
 * Money of a line with its VAT.
 * @example grossOf({ ...receipt.lines[0], amount: 2_000_000, vat: 460_000 }) // 2.46
 */
export const grossOf = ({ amount, vat }: BillLine): number => amountOf(amount) + amountOf(vat);

/** A block billed whole: what was used, and what of it is billed. */
const BLOCK = 1e-9;
/**
 * Whether a line was rounded up to a whole block.
 * @example blockFilled({ ...receipt.lines[0], quantity: 5, used: 4.2 }) // true
 */
export const blockFilled = ({ quantity, used }: BillLine): boolean => quantity - used > BLOCK;

/**
 * The working of one line: its amount, and its VAT where it has one.
 * @example lineSteps(receipt.lines[0], 0, "Boatyard day and night", "EUR").length // 1
 */
export function lineSteps(line: BillLine, i: number, tariff: string, currency: string): Step[] {
  const { what, unit, by } = LINE_WORDS[line.component];
  const [k, v] = [`k${i + 1}`, `v${i + 1}`];
  const amount = term(k, what, amountOf(line.amount), currency);
  const rest = line.vatPercent === null && line.vat !== 0;
  const vat = term(v, "VAT", amountOf(line.vat), currency);
  return [
    {
      what: `${what[0]!.toUpperCase()}${what.slice(1)}${blockFilled(line) ? `: ${Number(line.used.toPrecision(6))} ${unit} used, billed in whole blocks` : ""}`,
      formula: `${k} = q·price`,
      terms: [
        term("q", "as billed", line.quantity, unit),
        term(
          "price",
          `${tariff}, ${by}`,
          amountOf(line.price),
          unit ? `${currency}/${unit}` : currency,
          SOURCES.tariff,
        ),
      ],
      result: amount,
    },
    ...(line.vatPercent !== null && line.vatPercent > 0
      ? [
          {
            what: `VAT on it`,
            formula: `${v} = ${k}·p/100`,
            terms: [amount, term("p", "VAT", line.vatPercent, "%", SOURCES.tariff)],
            result: vat,
          },
        ]
      : rest
        ? [
            {
              what: "VAT on it, as the tariff states it",
              formula: `${v} = vat`,
              terms: [term("vat", "VAT", amountOf(line.vat), currency)],
              result: vat,
            },
          ]
        : []),
  ];
}

const amountsOf = (lines: readonly BillLine[], currency: string): Term[] =>
  lines.flatMap((line, i) => {
    const { what } = LINE_WORDS[line.component];
    const amount = term(`k${i + 1}`, what, amountOf(line.amount), currency);
    return line.vat === 0
      ? [amount]
      : [amount, term(`v${i + 1}`, `VAT on ${what}`, amountOf(line.vat), currency)];
  });

/** What of each line's energy never reached the cells, and what it came to. */
function lostSteps({ lines, lost }: Bill, currency: string): Step[] {
  const energies = lines.map((line, i) => ({ line, i })).filter(({ line }) => line.component === "ENERGY");
  const losses = energies.map(({ line, i }) =>
    term(`l${i + 1}`, "lost in money", amountOf(line.lost), currency),
  );
  return [
    ...energies.map(({ line, i }, n): Step => {
      const gross = amountOf(line.price) * (1 + (line.vatPercent ?? 0) / 100);
      return {
        what: "Of the energy's price, the share that never reached the cells",
        formula: `l${i + 1} = E_lost·price/1000`,
        terms: [
          term("E_lost", "lost over this line", line.lostWh, "Wh"),
          term("price", "with its VAT", gross, `${currency}/kWh`),
        ],
        result: losses[n]!,
      };
    }),
    {
      what: "Lost in money",
      formula: `k_lost = ${sumOf(losses) || "0"}`,
      terms: losses,
      result: term("k_lost", "lost in money", amountOf(lost), currency),
    },
  ];
}

/**
 * The working of a whole bill: every line, their sum, and what the losses came to.
 * @example receiptWorking(receipt, "Boatyard day and night", "EUR").steps.length // 8
 */
export function receiptWorking(bill: Bill, tariff: string, currency: string): Working {
  const amounts = amountsOf(bill.lines, currency);
  return {
    title: "Cost",
    steps: [
      ...bill.lines.flatMap((line, i) => lineSteps(line, i, tariff, currency)),
      {
        what: "Cost of the session",
        formula: `k = ${sumOf(amounts) || "0"}`,
        terms: amounts,
        result: term("k", "cost of the session", amountOf(bill.total), currency),
      },
      ...lostSteps(bill, currency),
    ],
    notes: [
      ROUNDING,
      ...(bill.total < 0 ? ["The price is below zero: the tariff pays for what you take."] : []),
      ...(bill.unpriced > BLOCK
        ? [`${bill.unpriced.toFixed(2)} kWh have no price in this tariff and are counted as free.`]
        : []),
    ],
  };
}
