import { useCallback, useState, type ReactNode } from "react";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { usePrinting } from "./useNarrow";

/** Longer lists draw only what is near the window. */
export const ALL_UP_TO = 24;

interface Props<T> {
  readonly items: readonly T[];
  keyOf(item: T): string;
  classOf?(item: T): string;
  /** Usual height of one (px), before it is measured. */
  readonly usual: number;
  /** What stands in its row. */
  row(item: T): ReactNode;
}

/** Those of many that are near the window, and the room that the others before and after them take. */
function useNear(count: number, usual: number, keyOf: (i: number) => string) {
  // Where the list begins on the page, known once it stands there.
  const [top, setTop] = useState(0);
  const stand = useCallback((list: HTMLElement | null) => {
    if (list) setTop(list.getBoundingClientRect().top + window.scrollY);
  }, []);
  const virtual = useWindowVirtualizer({
    count,
    estimateSize: () => usual,
    getItemKey: keyOf,
    scrollMargin: top,
    overscan: 3,
  });
  const near = virtual.getVirtualItems();
  return {
    stand,
    near,
    measure: virtual.measureElement,
    before: (near[0]?.start ?? top) - top,
    after: virtual.getTotalSize() - ((near.at(-1)?.end ?? top) - top),
  };
}

/** The rows of a table; of many those near the window, and all on paper. */
export function LongRows<T>(props: Props<T> & { readonly columns: number }) {
  const { items, keyOf, classOf, row } = props;
  if (usePrinting() || items.length <= ALL_UP_TO)
    return (
      <tbody>
        {items.map((item) => (
          <tr key={keyOf(item)} className={classOf?.(item)}>
            {row(item)}
          </tr>
        ))}
      </tbody>
    );
  return <NearRows {...props} />;
}

function NearRows<T>({
  items,
  keyOf,
  classOf,
  usual,
  row,
  columns,
}: Props<T> & { readonly columns: number }) {
  const { stand, near, measure, before, after } = useNear(items.length, usual, (i) => keyOf(items[i]!));
  const room = (height: number) =>
    height > 0 && (
      <tr aria-hidden="true">
        <td colSpan={columns} style={{ height, padding: 0 }} />
      </tr>
    );
  return (
    <tbody ref={stand}>
      {room(before)}
      {near.map(({ index, key }) => (
        <tr
          key={key}
          ref={measure}
          data-index={index}
          aria-rowindex={index + 2}
          className={classOf?.(items[index]!)}
        >
          {row(items[index]!)}
        </tr>
      ))}
      {room(after)}
    </tbody>
  );
}

interface ListProps<T> extends Props<T> {
  readonly className: string;
  /** What the list is of, where no heading over it says so. */
  readonly label?: string;
}

/** The items of a list; of many those near the window, and all on paper. */
export function LongList<T>(props: ListProps<T>) {
  const { items, keyOf, classOf, row, className, label } = props;
  if (usePrinting() || items.length <= ALL_UP_TO)
    return (
      <ol className={className} aria-label={label}>
        {items.map((item) => (
          <li key={keyOf(item)} className={classOf?.(item)}>
            {row(item)}
          </li>
        ))}
      </ol>
    );
  return <NearItems {...props} />;
}

function NearItems<T>({ items, keyOf, classOf, usual, row, className, label }: ListProps<T>) {
  const { stand, near, measure, before, after } = useNear(items.length, usual, (i) => keyOf(items[i]!));
  return (
    <ol
      ref={stand}
      className={className}
      aria-label={label}
      style={{ paddingBlock: `${before}px ${after}px` }}
    >
      {near.map(({ index, key }) => (
        <li
          key={key}
          ref={measure}
          data-index={index}
          aria-setsize={items.length}
          aria-posinset={index + 1}
          className={classOf?.(items[index]!)}
        >
          {row(items[index]!)}
        </li>
      ))}
    </ol>
  );
}
