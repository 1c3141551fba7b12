import { useState } from "react";
import {
  amountOf,
  apportion,
  blockFilled,
  grossOf,
  fromKm,
  LINE_WORDS,
  lineSteps,
  receiptWorking,
  ROUNDING,
  sumMicros,
  termsOf,
  type Bill,
  type BillLine,
  type LineKind,
  type Micros,
  type Solution,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Table } from "../../controls/Table";
import { dayTimeText, timeText, typedNumber } from "../../format/manner";
import { coinOf, decimals, moneyText } from "../../format/number";
import { WorkingPanel } from "../../plan/WorkingPanel";
import { localAt } from "../../plan/answers";
import { amountText } from "../../plan/money";
import type { MoneyProps } from "./view";

/** What the session in the sentence costs, as a receipt whose every line opens to its working. */
export default function Receipt({ charging }: MoneyProps) {
  const [open, setOpen] = useState<number | "all" | null>(null);
  const { solution, plan } = charging;
  const { bill, ledger, endSoc, start, circuit } = solution;
  const { currency, distanceUnit: unit } = plan.household;
  const km = ((endSoc - start.soc) * circuit.pack.usableWh) / plan.car.whPerKm;
  const total = amountOf(bill.total);
  const by = [
    ["a kWh on the meter", total / (ledger.wall / 1000)],
    ["a kWh in the battery", total / (ledger.stored / 1000)],
    [`for 100 ${unit}`, (100 * total) / fromKm(km, unit)],
    ...(unit === "mi" ? ([["a mile", total / fromKm(km, unit)]] as const) : []),
  ] as const;
  const printed = printedOf(bill, currency);
  const working =
    open === null
      ? null
      : open === "all"
        ? receiptWorking(bill, plan.tariff.name, currency)
        : {
            title: LINE_WORDS[bill.lines[open]!.component].what.replace(/^./, (c) => c.toUpperCase()),
            steps: lineSteps(bill.lines[open]!, open, plan.tariff.name, currency),
            notes: [ROUNDING],
          };
  return (
    <div className="receipt-bench">
      <section className="receipt" aria-label="Receipt">
        <header>
          <h2>{plan.name}</h2>
          <p>{plan.tariff.name}</p>
        </header>
        <Lines
          bill={bill}
          printed={printed}
          currency={currency}
          solution={solution}
          open={open}
          setOpen={setOpen}
        />
        <p className="rounding">{ROUNDING}</p>
        {bill.unpriced > 1e-9 && (
          <p className="problems" role="alert">
            {decimals(bill.unpriced, 2)} kWh have no price in this tariff and are counted as free.
          </p>
        )}
        {termsOf(plan.tariff, currency).map((term) => (
          <p key={term} className="quiet">
            {term}
          </p>
        ))}
      </section>
      <aside className="receipt-side">
        <dl className="by">
          {by.map(([name, amount]) => (
            <div key={name}>
              <dt>{name}</dt>
              <dd>{amountText(amount, currency)}</dd>
            </div>
          ))}
          <div>
            <dt>of it lost on the way</dt>
            <dd>{moneyText(bill.lost, currency)}</dd>
          </div>
        </dl>
        <Kinds bill={bill} currency={currency} />
        <Button quiet aria-expanded={open === "all"} onClick={() => setOpen(open === "all" ? null : "all")}>
          The whole working
        </Button>
        <div aria-live="polite">
          {working && <WorkingPanel working={working} onClose={() => setOpen(null)} />}
        </div>
      </aside>
    </div>
  );
}

interface LinesProps {
  readonly bill: Bill;
  readonly printed: Printed[];
  readonly currency: string;
  readonly solution: Solution;
  readonly open: number | "all" | null;
  readonly setOpen: React.Dispatch<React.SetStateAction<number | "all" | null>>;
}

/** The lines of a receipt and their sums; each opens to its working. */
const Lines = ({ bill, printed, currency, solution, open, setOpen }: LinesProps) => (
  <Table label="Lines of the receipt">
    <thead>
      <tr>
        <th scope="col">When</th>
        <th scope="col">What</th>
        <th scope="col" className="n">
          How much
        </th>
        <th scope="col" className="n">
          Price
        </th>
        <th scope="col" className="n">
          {bill.vat === 0 ? "Amount" : "Without VAT"}
        </th>
        {bill.vat !== 0 && (
          <th scope="col" className="n">
            VAT
          </th>
        )}
      </tr>
    </thead>
    <tbody>
      {bill.lines.map((line, i) => (
        <ReceiptLine
          key={i}
          line={line}
          printed={printed[i]!}
          taxed={bill.vat !== 0}
          currency={currency}
          when={`${dayTimeText(localAt(solution, line.from))}–${timeText(localAt(solution, line.to))}`}
          open={open === i}
          onOpen={() => setOpen(open === i ? null : i)}
        />
      ))}
      {bill.lines.length === 0 && (
        <tr>
          <td colSpan={bill.vat === 0 ? 5 : 6}>Nothing on this tariff is charged for this session.</td>
        </tr>
      )}
    </tbody>
    <tfoot>
      {bill.vat !== 0 && (
        <tr>
          <th scope="row" colSpan={4}>
            Together
          </th>
          <td className="n">{moneyText(sumMicros(printed.map((p) => p.net)), currency)}</td>
          <td className="n">{moneyText(sumMicros(printed.map((p) => p.vat)), currency)}</td>
        </tr>
      )}
      <tr className="total">
        <th scope="row" colSpan={3}>
          This session
        </th>
        <td className="n" colSpan={bill.vat === 0 ? 2 : 3}>
          {moneyText(bill.total, currency)}
        </td>
      </tr>
    </tfoot>
  </Table>
);

/** A line as it is printed, in the coins of the currency. */
interface Printed {
  readonly net: Micros;
  readonly vat: Micros;
}

/** Lines as they are printed: both columns, and both sums together, add up to the total as it is printed. */
export function printedOf({ lines }: Bill, currency: string): Printed[] {
  const step = coinOf(currency);
  // All amounts at once: nets first, so that what rounding leaves is shared out once.
  const all = apportion([...lines.map(({ amount }) => amount), ...lines.map(({ vat }) => vat)], step);
  return lines.map((_, i) => ({ net: all[i]!, vat: all[lines.length + i]! }));
}

/** What each kind of price comes to, VAT with it: where the money goes at a glance. */
function Kinds({ bill: { lines, total }, currency }: { readonly bill: Bill; readonly currency: string }) {
  const kinds = new Map<LineKind, number>();
  printedOf({ lines } as Bill, currency).forEach(({ net, vat }, i) => {
    const { component } = lines[i]!;
    kinds.set(component, (kinds.get(component) ?? 0) + amountOf((net + vat) as Micros));
  });
  const shown = [...kinds].filter(([, amount]) => amount !== 0);
  if (shown.length < 2 || total <= 0) return null;
  const most = Math.max(...shown.map(([, amount]) => Math.abs(amount)));
  return (
    <dl className="kinds" aria-label="By kind, with VAT">
      {shown.map(([kind, amount]) => (
        <div key={kind}>
          <dt>{LINE_WORDS[kind].what}</dt>
          <dd>
            <span
              className={`price-bar ${kind.toLowerCase()}`}
              aria-hidden="true"
              style={{ width: `${(55 * Math.abs(amount)) / most}%` }}
            />
            {amountText(amount, currency)}
          </dd>
        </div>
      ))}
    </dl>
  );
}

interface LineProps {
  readonly line: BillLine;
  readonly printed: Printed;
  /** Some line of the receipt bears VAT: there is a column for it. */
  readonly taxed: boolean;
  readonly currency: string;
  readonly when: string;
  readonly open: boolean;
  onOpen(): void;
}

function ReceiptLine({ line, printed, taxed, currency, when, open, onOpen }: LineProps) {
  const { what, unit, by } = LINE_WORDS[line.component];
  const bound = line.component === "MIN_PRICE" || line.component === "MAX_PRICE";
  return (
    <tr className={open ? "open" : ""}>
      <td>{bound || line.component === "FLAT" ? "" : when}</td>
      <th scope="row">
        <button
          type="button"
          className="line"
          aria-expanded={open}
          aria-label={`${what}, ${amountText(grossOf(line), currency)}: the working`}
          onClick={onOpen}
        >
          {what}
        </button>
      </th>
      <td className="n">
        {unit ? `${decimals(line.quantity, 3)} ${unit}` : ""}
        {blockFilled(line) && <small>{decimals(line.used, 3)} used</small>}
      </td>
      <td className="n">{unit ? `${typedNumber(Number(amountOf(line.price).toFixed(4)))} ${by}` : ""}</td>
      <td className="n">{moneyText(printed.net, currency)}</td>
      {taxed && <td className="n">{line.vat === 0 ? "" : moneyText(printed.vat, currency)}</td>}
    </tr>
  );
}
