import { useMemo } from "react";
import { receiptOf, type BillLine, type LineKind, type SessionRecord } from "@kettleback/core";
import { Table } from "../../controls/Table";
import { decimals, moneyText } from "../../format/number";

/** What a line is for, and the unit it counts in. */
const LINES: Readonly<Record<LineKind, readonly [says: string, unit: string]>> = {
  ENERGY: ["energy", "kWh"],
  TIME: ["time charging", "h"],
  PARKING_TIME: ["time standing", "h"],
  FLAT: ["the session", ""],
  MIN_PRICE: ["up to the least", ""],
  MAX_PRICE: ["down to the most", ""],
};
const quantityText = ({ component, quantity }: BillLine): string => {
  const [, unit] = LINES[component];
  return unit === "" ? "" : `${decimals(quantity, 2)} ${unit}`;
};

/** The receipt of a session by its tariff, line by line: the meter's energy, at the hours it stood there. */
export function SessionReceipt({
  record,
  currency,
}: {
  readonly record: SessionRecord;
  readonly currency: string;
}) {
  const bill = useMemo(() => receiptOf(record), [record]);
  if (!bill || bill.lines.length === 0) return null;
  return (
    <details>
      <summary>The receipt, by “{record.plan!.tariff.name}”</summary>
      <Table label="The receipt" className="session-receipt">
        <tbody>
          {bill.lines.map((line, i) => (
            <tr key={i}>
              <th scope="row">{LINES[line.component][0]}</th>
              <td className="figure">{quantityText(line)}</td>
              <td className="figure">{moneyText(line.price, currency)}</td>
              <td className="figure">{moneyText(line.amount, currency)}</td>
            </tr>
          ))}
          {bill.vat !== 0 && (
            <tr>
              <th scope="row">VAT</th>
              <td colSpan={2} />
              <td className="figure">{moneyText(bill.vat, currency)}</td>
            </tr>
          )}
          <tr>
            <th scope="row">altogether</th>
            <td colSpan={2} />
            <td className="figure">
              <b>{moneyText(bill.total, currency)}</b>
            </td>
          </tr>
        </tbody>
      </Table>
    </details>
  );
}
