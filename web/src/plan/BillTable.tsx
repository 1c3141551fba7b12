import type { Bill, BillLine, LineKind } from "@kettleback/core";
import { Table } from "../controls/Table";
import { decimals, moneyText } from "../format/number";

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

interface Props {
  readonly bill: Bill;
  readonly currency: string;
}

/** A bill line by line, with what it comes to. */
export const BillTable = ({ bill, currency }: Props) => (
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
);
