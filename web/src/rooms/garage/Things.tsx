import { useMemo, useState, type ReactNode } from "react";
import { LongList } from "../../controls/Long";
import { TextInput } from "../../controls/TextInput";

interface Item {
  readonly id: string;
  /** What it is found by. */
  readonly text: string;
}

interface Props<T extends Item> {
  readonly items: readonly T[];
  readonly label: string;
  /** Usual height of one (px), before it is measured. */
  readonly usual: number;
  row(item: T): ReactNode;
}

/** Longer lists get a field to find things by. */
const FINDING_FROM = 10;

/** Things of a shelf, one below the other. */
export function Things<T extends Item>({ items, label, usual, row }: Props<T>) {
  const [sought, setSought] = useState("");
  const words = sought.trim().toLowerCase();
  const found = useMemo(
    () => (words === "" ? items : items.filter(({ text }) => text.toLowerCase().includes(words))),
    [items, words],
  );
  return (
    <>
      {items.length >= FINDING_FROM && (
        <label className="find">
          Find <TextInput kind="search" value={sought} onChange={setSought} />
          <span role="status">{words !== "" && `${found.length} of ${items.length}`}</span>
        </label>
      )}
      <LongList
        items={found}
        keyOf={({ id }) => id}
        className="things"
        label={label}
        usual={usual}
        row={row}
      />
    </>
  );
}
