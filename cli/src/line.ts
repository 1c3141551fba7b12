import { amountOf, LINE_WORDS, type BillLine } from "@kettleback/core";

/** A line of a bill as JSON: quantity as billed, money in currency units. */
export const lineJson = (line: BillLine): object => ({
  component: line.component,
  element: line.element,
  from: line.from,
  to: line.to,
  quantity: line.quantity,
  used: line.used,
  unit: LINE_WORDS[line.component].unit || "session",
  price: amountOf(line.price),
  amount: amountOf(line.amount),
  vat: amountOf(line.vat),
  vatPercent: line.vatPercent,
});
