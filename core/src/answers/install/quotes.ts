import { z } from "zod";
import { choice, nameSchema, quantity } from "../../things/parts";

/** What an installation may be made of, line by line, with what it usually costs (euros, common practice). */
export const QUOTE_ITEMS = {
  unit: { name: "the unit itself", usual: 600 },
  mounting: { name: "mounting and wiring the unit", usual: 250 },
  breaker: { name: "breaker and residual-current protection", usual: 160 },
  run: { name: "conductor and conduit, laid", usual: 350 },
  walls: { name: "walls drilled and made good", usual: 120 },
  trench: { name: "trench, dug and filled", usual: 700 },
  surge: { name: "surge protection", usual: 180 },
  sensor: { name: "sensor and set-up of the limit that follows the house", usual: 280 },
  panel: { name: "work on the board, or a sub-panel", usual: 700 },
  service: { name: "a stronger service, the utility's part", usual: 1_800 },
  permit: { name: "permit and notice to the utility", usual: 120 },
  test: { name: "tests with their report, and the inspection", usual: 140 },
  warranty: { name: "warranty on the work, in writing", usual: 0 },
} as const satisfies Record<string, { readonly name: string; readonly usual: number }>;
/** A line of a quote. */
export type QuoteItem = keyof typeof QUOTE_ITEMS;
/** All lines, in the order in which they are compared. */
export const QUOTE_ITEM_IDS = Object.keys(QUOTE_ITEMS) as [QuoteItem, ...QuoteItem[]];

/** Most quotes that are compared. */
export const MOST_QUOTES = 6;
const money = () => quantity(0, 1_000_000, "in the household's currency");

/** What a quote says of a line: a price, that it is within the sum, or that it is left out. A line it does not name is not said. */
export const quoteLineSchema = z.strictObject({
  item: choice(QUOTE_ITEM_IDS),
  price: money().nullable().default(null),
  says: choice(["priced", "within", "left-out"]),
});

/** A quote somebody made. */
export const quoteSchema = z.strictObject({
  name: nameSchema,
  /** The sum it names, with tax; null where only its lines have prices. */
  total: money().nullable().default(null),
  lines: z
    .array(quoteLineSchema)
    .max(QUOTE_ITEM_IDS.length, { error: `accepted: up to ${QUOTE_ITEM_IDS.length} lines` })
    .refine((lines) => new Set(lines.map(({ item }) => item)).size === lines.length, {
      error: "accepted: each line once",
    }),
});
/** A quote somebody made. */
export type Quote = z.infer<typeof quoteSchema>;

/** A line a quote lacks, and what it would add. */
export interface Missing {
  readonly item: QuoteItem;
  /** It says so; else it says nothing of it. */
  readonly said: boolean;
  readonly amount: number;
  readonly from: "other quotes" | "usual";
}

/** A quote beside the others. */
export interface ComparedQuote {
  readonly name: string;
  /** What it asks for: its sum, or what its lines come to. */
  readonly asks: number;
  /** What its priced lines come to, where it names a sum as well: what is not broken down is the rest. */
  readonly priced: number;
  readonly missing: readonly Missing[];
  /** With all it lacks put in. */
  readonly whole: number;
  /** Its lines come to more than the sum it names. */
  readonly overSum: boolean;
}

const middle = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  return sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
};

/** What a line costs elsewhere: the middle of the quotes that price it, else as usual. */
function elsewhere(
  item: QuoteItem,
  quotes: readonly Quote[],
  perEuro: number,
): Pick<Missing, "amount" | "from"> {
  const prices = quotes.flatMap(({ lines }) => {
    const line = lines.find((one) => one.item === item);
    return line?.says === "priced" && line.price !== null ? [line.price] : [];
  });
  return prices.length > 0
    ? { amount: middle(prices), from: "other quotes" }
    : { amount: QUOTE_ITEMS[item].usual * perEuro, from: "usual" };
}

/**
 * Quotes held against each other, line by line: what each leaves out is put in at what others ask for it.
 * @param needed lines the work needs, whoever does it
 * @param perEuro what a euro is worth in the household's currency
 * @example compareQuotes([], ["unit"], 1) // []
 */
export function compareQuotes(
  quotes: readonly Quote[],
  needed: readonly QuoteItem[],
  perEuro: number,
): readonly ComparedQuote[] {
  const wanted = QUOTE_ITEM_IDS.filter(
    (item) =>
      needed.includes(item) ||
      quotes.some(({ lines }) => lines.some((line) => line.item === item && line.says !== "left-out")),
  );
  return quotes.map(({ name, total, lines }) => {
    const priced = lines.reduce((sum, { says, price }) => sum + (says === "priced" ? (price ?? 0) : 0), 0);
    const missing = wanted.flatMap((item): Missing[] => {
      const line = lines.find((one) => one.item === item);
      const there = line?.says === "within" || (line?.says === "priced" && line.price !== null);
      return there ? [] : [{ item, said: line?.says === "left-out", ...elsewhere(item, quotes, perEuro) }];
    });
    const asks = total ?? priced;
    return {
      name,
      asks,
      priced,
      missing,
      whole: missing.reduce((sum, { amount }) => sum + amount, asks),
      overSum: total !== null && priced > total + 0.005,
    };
  });
}
