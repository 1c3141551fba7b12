import { useState } from "react";
import { Table } from "../../controls/Table";

interface Props {
  readonly caption: string;
  readonly heads: readonly string[];
  readonly swatches?: readonly string[];
  readonly rows: readonly {
    readonly name: string;
    readonly cells: readonly string[];
    readonly strong: boolean;
  }[];
}

/** The table of a chart: open on request, and always there for who reads it by ear. */
export function ChartTable({ caption, heads, rows, swatches }: Props) {
  const [open, setOpen] = useState(true);
  return (
    <details open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>Table: {caption}</summary>
      <Table label={`Table: ${caption}`} className="plain">
        <thead>
          <tr>
            <th scope="col">Way</th>
            {heads.map((head, i) => (
              <th key={head} scope="col" className="n">
                {swatches?.[i] && <span className="swatch" style={{ background: swatches[i] }} />}
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ name, cells, strong }, i) => (
            <tr key={`${name}-${i}`} className={strong ? "selected" : ""}>
              <th scope="row">{name}</th>
              {cells.map((text, c) => (
                <td key={heads[c]} className="n">
                  {text}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </details>
  );
}
