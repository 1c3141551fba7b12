import { useNavigate } from "react-router-dom";
import {
  compareQuotes,
  MOST_QUOTES,
  neededItems,
  perEuroIn,
  QUOTE_ITEM_IDS,
  QUOTE_ITEMS,
  type ComparedQuote,
  type Quote,
  type QuoteItem,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { FigureInput } from "../../controls/FigureInput";
import { Select } from "../../controls/Select";
import { Table } from "../../controls/Table";
import { TextInput } from "../../controls/TextInput";
import { timesIn } from "../../format/manner";
import { listText } from "../../format/words";
import { moneyStoreOf, type MoneyTyped } from "../../stores/money";
import { sayDone } from "../../stores/notices";
import type { ViewProps } from "./view";
import { chosenWay, roundMoney } from "./words";

const NOTHING_TYPED: MoneyTyped = { lead: {}, fuel: {}, payback: {}, member: {}, home: {} };
const SAYS = [
  { value: "unsaid" as const, text: "not said" },
  { value: "priced" as const, text: "its price" },
  { value: "within" as const, text: "within the sum" },
  { value: "left-out" as const, text: "left out" },
];
type Says = (typeof SAYS)[number]["value"];

/** Hands a quote to what pays back, as what is bought. */
function handOn(householdId: string, { name, asks, whole }: ComparedQuote): void {
  const store = moneyStoreOf(householdId);
  const typed = store.getState().draft ?? NOTHING_TYPED;
  const items = [
    { what: name.slice(0, 60), sign: 1 as const, cost: { low: Math.min(asks, whole), high: whole } },
  ];
  store.getState().set({ ...typed, payback: { ...typed.payback, items } });
  sayDone(`“${name}” is what is bought in Money: undo there brings back what stood before.`);
}

/** Quotes line by line, with what each leaves out put in at what the others ask. */
export default function QuotesView({ answer, draft, garage, onChange }: ViewProps) {
  const navigate = useNavigate();
  if (!answer) return <div className="view-waiting" />;
  const { currency } = garage.household.spec;
  const way = chosenWay(answer, draft.chosen);
  const needed = neededItems(way.id);
  const compared = compareQuotes(draft.quotes, needed, perEuroIn(currency));
  // A quote nothing was typed of asks nothing yet.
  const priced = compared.filter(({ asks }) => asks > 0);
  const least = priced.reduce<ComparedQuote | null>(
    (best, one) => (best && best.whole <= one.whole ? best : one),
    null,
  );
  const set = (quotes: readonly Quote[]) => onChange({ ...draft, quotes: [...quotes] });
  const toMoney = (quote: ComparedQuote) => {
    handOn(garage.household.id, quote);
    void navigate("/money/payback");
  };
  const shown = QUOTE_ITEM_IDS.filter(
    (item) =>
      needed.includes(item) || draft.quotes.some(({ lines }) => lines.some((line) => line.item === item)),
  );
  return (
    <>
      <div className="answer">
        <p className="verdict" role="status">
          {!least ? (
            <>
              <b>{compared.length === 0 ? "No quote yet." : "No quote has a price yet."}</b> For{" "}
              {timesIn(way.name).replace(/^./, (c) => c.toLowerCase())} one should name{" "}
              {listText(needed.map((item) => QUOTE_ITEMS[item].name))}.
            </>
          ) : (
            <>
              <b>{least.name} asks least for the whole work</b>: {roundMoney(least.whole, currency)} with what
              it leaves out
              {least.missing.length > 0
                ? `, ${listText(least.missing.map(({ item }) => QUOTE_ITEMS[item].name))}`
                : ", which is nothing"}
              .
            </>
          )}
        </p>
      </div>
      <section className="view-panel" aria-label="Quotes">
        {draft.quotes.length > 0 && (
          <Lines
            quotes={draft.quotes}
            compared={compared}
            shown={shown}
            currency={currency}
            set={set}
            toMoney={toMoney}
          />
        )}
        <p className="presses">
          <Button
            disabled={draft.quotes.length >= MOST_QUOTES}
            onClick={() =>
              set([...draft.quotes, { name: `Quote ${draft.quotes.length + 1}`, total: null, lines: [] }])
            }
          >
            Add a quote
          </Button>
          {shown.length < QUOTE_ITEM_IDS.length && draft.quotes.length > 0 && (
            <Select
              says="Another line"
              value=""
              onChange={(item) =>
                item &&
                set(
                  draft.quotes.map((quote, i) =>
                    i === 0
                      ? { ...quote, lines: [...quote.lines, { item, price: null, says: "within" as const }] }
                      : quote,
                  ),
                )
              }
              options={[
                { value: "" as QuoteItem | "", text: "…" },
                ...QUOTE_ITEM_IDS.filter((item) => !shown.includes(item)).map((item) => ({
                  value: item,
                  text: QUOTE_ITEMS[item].name,
                })),
              ]}
            />
          )}
        </p>
      </section>
    </>
  );
}

interface LinesProps {
  readonly quotes: readonly Quote[];
  readonly compared: readonly ComparedQuote[];
  readonly shown: readonly QuoteItem[];
  readonly currency: string;
  set(quotes: readonly Quote[]): void;
  toMoney(quote: ComparedQuote): void;
}

/** Every line of every quote, and what each comes to. */
function Lines({ quotes, compared, shown, currency, set, toMoney }: LinesProps) {
  const change = (at: number, more: Partial<Quote>) =>
    set(quotes.map((quote, i) => (i === at ? { ...quote, ...more } : quote)));
  return (
    <Table label="Quotes line by line" className="quotes">
      <thead>
        <tr>
          <th scope="col">Line</th>
          {quotes.map((quote, i) => (
            <th scope="col" key={i}>
              <TextInput
                label={`Name of quote ${i + 1}`}
                maxLength={80}
                value={quote.name}
                onChange={(name) => name.trim() && change(i, { name })}
              />
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {shown.map((item) => (
          <tr key={item}>
            <th scope="row">{QUOTE_ITEMS[item].name}</th>
            {quotes.map((quote, i) => (
              <td key={i}>
                <Line quote={quote} item={item} onChange={(lines) => change(i, { lines })} />
              </td>
            ))}
          </tr>
        ))}
        <tr>
          <th scope="row">The sum it names, with tax</th>
          {quotes.map((quote, i) => (
            <td key={i} className="figure">
              <FigureInput
                label={`Sum of ${quote.name}`}
                className="number"
                value={quote.total ?? Number.NaN}
                placeholder="its lines"
                wrong={(typed) => !Number.isNaN(typed) && !(typed >= 0 && typed <= 1_000_000)}
                onChange={(typed) =>
                  (Number.isNaN(typed) || (typed >= 0 && typed <= 1_000_000)) &&
                  change(i, { total: Number.isNaN(typed) ? null : typed })
                }
              />
            </td>
          ))}
        </tr>
        <Sums compared={compared} currency={currency} />
        <tr>
          <th scope="row">
            <span className="visually-hidden">What to do with it</span>
          </th>
          {compared.map((quote, i) => (
            <td key={i}>
              <Button quiet onClick={() => toMoney(quote)}>
                What does it pay back?
              </Button>{" "}
              <Button quiet onClick={() => set(quotes.filter((_, at) => at !== i))}>
                Take out
              </Button>
            </td>
          ))}
        </tr>
      </tbody>
    </Table>
  );
}

/** What a quote asks, lacks, and comes to. */
const Sums = ({
  compared,
  currency,
}: {
  readonly compared: readonly ComparedQuote[];
  readonly currency: string;
}) => (
  <>
    <tr>
      <th scope="row">It asks</th>
      {compared.map(({ asks, overSum }, i) => (
        <td key={i} className="figure">
          {roundMoney(asks, currency)}
          {overSum && <small className="late">its lines come to more than its sum</small>}
        </td>
      ))}
    </tr>
    <tr>
      <th scope="row">It leaves out</th>
      {compared.map(({ missing }, i) => (
        <td key={i}>
          {missing.length === 0
            ? "nothing"
            : missing.map(({ item, said, amount, from }) => (
                <small key={item}>
                  {QUOTE_ITEMS[item].name}
                  {said ? ", as it says" : ""}: {roundMoney(amount, currency)}{" "}
                  {from === "usual" ? "as usual" : "by the others"}
                </small>
              ))}
        </td>
      ))}
    </tr>
    <tr className="selected">
      <th scope="row">The whole work</th>
      {compared.map(({ whole }, i) => (
        <td key={i} className="figure">
          <b>{roundMoney(whole, currency)}</b>
        </td>
      ))}
    </tr>
  </>
);

interface LineProps {
  readonly quote: Quote;
  readonly item: QuoteItem;
  onChange(lines: Quote["lines"]): void;
}

/** What a quote says of one line. */
function Line({ quote, item, onChange }: LineProps) {
  const line = quote.lines.find((one) => one.item === item);
  const says: Says = line?.says ?? "unsaid";
  const others = quote.lines.filter((one) => one.item !== item);
  const name = `${QUOTE_ITEMS[item].name}, ${quote.name}`;
  return (
    <span className="quote-line">
      <Select
        label={`What is said of ${name}`}
        value={says}
        onChange={(next) =>
          onChange(
            next === "unsaid"
              ? others
              : [...others, { item, says: next, price: next === "priced" ? (line?.price ?? 0) : null }],
          )
        }
        options={SAYS}
      />
      {says === "priced" && (
        <FigureInput
          label={`Price of ${name}`}
          className="number"
          value={line?.price ?? 0}
          wrong={(typed) => !(typed >= 0 && typed <= 1_000_000)}
          onChange={(price) =>
            price >= 0 && price <= 1_000_000 && onChange([...others, { item, says: "priced", price }])
          }
        />
      )}
    </span>
  );
}
