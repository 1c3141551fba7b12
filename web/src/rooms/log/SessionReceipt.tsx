import { useMemo } from "react";
import { receiptOf, type SessionRecord } from "@kettleback/core";
import { BillTable } from "../../plan/BillTable";

interface Props {
  readonly record: SessionRecord;
  readonly currency: string;
}

/** The receipt of a session by its tariff, line by line: the meter's energy, at the hours it stood there. */
export function SessionReceipt({ record, currency }: Props) {
  const bill = useMemo(() => receiptOf(record), [record]);
  if (!bill || bill.lines.length === 0) return null;
  return (
    <details>
      <summary>The receipt, by “{record.plan!.tariff.name}”</summary>
      <BillTable bill={bill} currency={currency} />
    </details>
  );
}
