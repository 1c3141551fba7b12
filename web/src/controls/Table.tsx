import type { ReactNode } from "react";
import PlainTable from "react-bootstrap/Table";
import { useFits } from "./useFits";

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

/**
 * A table of figures. The headings of a long one stay in view while the page scrolls, unless it is wider than the window:
 * what scrolls sideways holds them.
 */
export function Table({ label, className = "", frame = "", rowCount, children }: Props) {
  const [ref, fits] = useFits(rowCount !== undefined);
  const table = (
    <PlainTable bsPrefix="figures" className={className} aria-rowcount={rowCount}>
      {children}
    </PlainTable>
  );
  if (label === undefined) return table;
  return (
    <div
      ref={ref}
      className={`table-wrap ${fits ? "fits-in" : ""} ${frame}`}
      tabIndex={0}
      role="region"
      aria-label={label}
    >
      {table}
    </div>
  );
}
