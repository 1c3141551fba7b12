import { useCallback, useMemo, useState, type ReactNode } from "react";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
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

/** Longer lists get a field to find things by, and draw only what is near the window. */
const FINDING_FROM = 10;
const ALL_UP_TO = 24;

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
      {found.length <= ALL_UP_TO ? (
        <ul className="things" aria-label={label}>
          {found.map((item) => (
            <li key={item.id}>{row(item)}</li>
          ))}
        </ul>
      ) : (
        <Long items={found} label={label} usual={usual} row={row} />
      )}
    </>
  );
}

function Long<T extends Item>({ items, label, usual, row }: Props<T>) {
  // Where the list begins on the page, known once it stands there.
  const [top, setTop] = useState(0);
  const stand = useCallback((list: HTMLUListElement | null) => {
    if (list) setTop(list.offsetTop);
  }, []);
  const virtual = useWindowVirtualizer({
    count: items.length,
    estimateSize: () => usual,
    getItemKey: (i) => items[i]!.id,
    scrollMargin: top,
    overscan: 1,
  });
  return (
    <ul ref={stand} className="things long" aria-label={label} style={{ height: virtual.getTotalSize() }}>
      {virtual.getVirtualItems().map(({ index, start, key }) => (
        <li
          key={key}
          ref={virtual.measureElement}
          data-index={index}
          aria-setsize={items.length}
          aria-posinset={index + 1}
          style={{ transform: `translateY(${start - top}px)` }}
        >
          {row(items[index]!)}
        </li>
      ))}
    </ul>
  );
}
