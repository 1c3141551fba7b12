import type { ReactNode } from "react";
import PlainTable from "react-bootstrap/Table";

interface Props {
  /** What it holds. With it stands a frame that scrolls when the table is wider than the window, by keys too. */
  readonly label?: string;
  readonly className?: string;
  /** Of the frame. */
  readonly frame?: string;
  /** Rows there are, where only those in view are drawn. */
  readonly rowCount?: number;
  readonly children: ReactNode;
}

/** A table of figures. */
export function Table({ label, className = "", frame = "", rowCount, children }: Props) {
  const table = (
    <PlainTable bsPrefix="figures" className={className} aria-rowcount={rowCount}>
      {children}
    </PlainTable>
  );
  if (label === undefined) return table;
  return (
    <div className={`table-wrap ${frame}`} tabIndex={0} role="region" aria-label={label}>
      {table}
    </div>
  );
}
