import { useMemo, useRef } from "react";
import {
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type SortingState,
  type Table as ReactTable,
} from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import { create } from "zustand";
import { persist } from "zustand/middleware";
import {
  csvOf,
  LINK_WORDS,
  tableRow,
  type Cell,
  type OpenLineup,
  type TableRow as OutRow,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { saveAs } from "../../controls/DocumentFile";
import { namedOptions, Select } from "../../controls/Select";
import { Table as Figures } from "../../controls/Table";
import { Tick } from "../../controls/Tick";
import { usePrinting } from "../../controls/useNarrow";
import { sayDone, sayTrouble } from "../../stores/notices";
import { bareText, columnsFor, ends, FIRST_COLUMNS, type Column } from "./columns";
import type { ViewProps } from "./view";
import type { LineupDraft } from "../../stores/lineup";

const GROUPS = {
  none: "not grouped",
  level: "by kind",
  narrowest: "by narrowest link",
  car: "by car",
} as const;
type Group = keyof typeof GROUPS;

interface TableState {
  readonly columns: readonly string[];
  readonly group: Group;
  readonly differences: boolean;
  readonly sorting: SortingState;
  set(change: Partial<Omit<TableState, "set">>): void;
}

/** How a person likes the table: kept from visit to visit. */
const useTable = create<TableState>()(
  persist((set) => ({ columns: FIRST_COLUMNS, group: "none", differences: false, sorting: [], set }), {
    name: "kettleback-lineup-table",
    version: 1,
    partialize: ({ columns, group, differences, sorting }) => ({ columns, group, differences, sorting }),
  }),
);

interface Line {
  readonly cell: Cell;
  readonly way: number;
  readonly base: Cell | null;
}

const groupOf = (group: Group, cell: Cell): string => {
  if (group === "car") return cell.plan.car.name;
  if (group === "level") return cell.level.word;
  return cell.kind === "charging" ? `narrowest: the ${LINK_WORDS[cell.narrowest]}` : "does not charge";
};

const ROW_PX = 33;

/** The lines in the order of the column that sorts them. */
function useSorted(all: readonly Column[], lines: Line[]) {
  const { sorting, set } = useTable();
  const defs = useMemo(
    () =>
      all.map((column): ColumnDef<Line> => ({
        id: column.id,
        accessorFn: ({ cell }) => (cell.kind === "charging" ? column.value(cell) : column.always?.(cell)),
        sortUndefined: "last",
        sortDescFirst: column.best === "most",
      })),
    [all],
  );
  return useReactTable({
    data: lines,
    columns: defs,
    state: { sorting },
    onSortingChange: (next) => set({ sorting: typeof next === "function" ? next(sorting) : next }),
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
}

/** The rows that are drawn: those in view, or on paper all, with the room (px) the others take over and under them. */
function useDrawn(count: number) {
  const frame = useRef<HTMLDivElement>(null);
  const list = useVirtualizer({
    count,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_PX,
    overscan: 8,
  });
  const rows = list.getVirtualItems();
  if (usePrinting())
    return { frame, drawn: Array.from({ length: count }, (_, index) => ({ index })), before: 0, after: 0 };
  return {
    frame,
    drawn: rows,
    before: rows[0]?.start ?? 0,
    after: list.getTotalSize() - (rows.at(-1)?.end ?? 0),
  };
}

/** Every car on every way, as figures: chosen columns, sorted, grouped, against the baseline. */
export default function Table({ solved, selected, onSelect }: ViewProps) {
  const { open, draft, cells } = solved;
  const { columns: chosen, group, differences, set } = useTable();
  const { household } = open;
  const all = useMemo(
    () => columnsFor(household.distanceUnit, household.currency, open.stayHours),
    [household.distanceUnit, household.currency, open.stayHours],
  );
  const baseAt = open.ways.findIndex(({ id }) => id === draft.baseline);
  const lines = useMemo(
    () =>
      cells.flatMap((row, way) =>
        row.flatMap((cell, car): Line[] => (cell ? [{ cell, way, base: cells[baseAt]?.[car] ?? null }] : [])),
      ),
    [cells, baseAt],
  );
  const several = open.cars.length > 1;
  const shown = all.filter(({ id }) => chosen.includes(id) || (id === "car" && several));
  const table = useSorted(all, lines);
  const rows = table.getRowModel().rows.map(({ original }) => original);
  const items = grouped(rows, group);
  const charging = lines.flatMap(({ cell }) => (cell.kind === "charging" ? [cell] : []));
  const ranges = new Map(shown.map((column) => [column.id, ends(column, charging)]));
  const { frame, drawn, before, after } = useDrawn(items.length);
  const out = () => rows.map(({ cell }) => tableRow(cell));
  const copy = () =>
    navigator.clipboard
      .writeText(
        [shown.map(({ name }) => name), ...rows.map(({ cell }) => shown.map((c) => textOf(c, cell)))]
          .map((r) => r.join("\t"))
          .join("\n"),
      )
      .then(() => sayDone(`${rows.length} rows are copied as text.`), sayTrouble);

  return (
    <section className="view-panel" aria-label="Table of the line-up">
      <TableTools
        group={group}
        set={set}
        differences={differences}
        baseAt={baseAt}
        open={open}
        all={all}
        chosen={chosen}
        copy={copy}
        out={out}
        draft={draft}
      />
      <div ref={frame} className="big-table" tabIndex={0} role="region" aria-label="Rows of the line-up">
        <Figures rowCount={items.length + 1}>
          <Head shown={shown} table={table} />
          <tbody>
            {before > 0 && <tr style={{ height: before }} />}
            {drawn.map(({ index }) => {
              const item = items[index]!;
              if ("title" in item)
                return (
                  <tr key={`g-${item.title}`} className="group">
                    <th colSpan={shown.length} scope="rowgroup">
                      {item.title} <small>{item.count}</small>
                    </th>
                  </tr>
                );
              const { cell, way, base } = item;
              return (
                <TableRow
                  key={`${way}-${cell.plan.car.name}`}
                  way={way}
                  cell={cell}
                  index={index}
                  selected={selected}
                  onSelect={onSelect}
                  shown={shown}
                  differences={differences}
                  baseAt={baseAt}
                  base={base}
                  ranges={ranges}
                  again={isAgain(items[index - 1], way)}
                />
              );
            })}
            {after > 0 && <tr style={{ height: after }} />}
          </tbody>
        </Figures>
      </div>
      <p className="quiet note">
        Meter, loss and cost are those of the whole charge to the target, also where it ends after departure.
        ▲ best and ▽ worst of their column.
      </p>
    </section>
  );
}

interface TableRowProps {
  readonly way: number;
  readonly cell: Cell;
  readonly index: number;
  readonly selected: number;
  readonly onSelect: (way: number) => void;
  readonly shown: Column[];
  readonly differences: boolean;
  readonly baseAt: number;
  readonly base: Cell | null;
  readonly ranges: Map<string, { best: number; worst: number } | undefined>;
  readonly again: boolean;
}

/** One car on one way. */
const TableRow = ({
  way,
  cell,
  index,
  selected,
  onSelect,
  shown,
  differences,
  baseAt,
  base,
  ranges,
  again,
}: TableRowProps) => (
  <tr aria-rowindex={index + 2} className={way === selected ? "selected" : ""} onClick={() => onSelect(way)}>
    {shown.map((column) => (
      <TableCell
        key={column.id}
        column={column}
        cell={cell}
        base={differences && way !== baseAt ? base : null}
        range={ranges.get(column.id)}
        again={again}
      />
    ))}
  </tr>
);

interface HeadProps {
  readonly shown: Column[];
  readonly table: ReactTable<Line>;
}

/** The names of the columns; each sorts. */
const Head = ({ shown, table }: HeadProps) => (
  <thead>
    <tr>
      {shown.map((column) => {
        const sorted = table.getColumn(column.id)!.getIsSorted();
        return (
          <th
            key={column.id}
            className={column.unit === undefined ? "" : "n"}
            aria-sort={sorted === "asc" ? "ascending" : sorted === "desc" ? "descending" : "none"}
          >
            <button type="button" onClick={() => table.getColumn(column.id)!.toggleSorting()}>
              {column.name}
              {column.unit && <span className="unit">, {column.unit}</span>}{" "}
              <span aria-hidden="true">{sorted === "asc" ? "↑" : sorted === "desc" ? "↓" : ""}</span>
            </button>
          </th>
        );
      })}
    </tr>
  </thead>
);

interface TableToolsProps {
  readonly group: "level" | "narrowest" | "none" | "car";
  readonly set: (change: Partial<Omit<TableState, "set">>) => void;
  readonly differences: boolean;
  readonly baseAt: number;
  readonly open: OpenLineup;
  readonly all: readonly Column[];
  readonly chosen: readonly string[];
  readonly copy: () => Promise<void>;
  readonly out: () => OutRow[];
  readonly draft: LineupDraft;
}

/** How the table is grouped and compared, which columns it has, and how it goes out. */
const TableTools = ({
  group,
  set,
  differences,
  baseAt,
  open,
  all,
  chosen,
  copy,
  out,
  draft,
}: TableToolsProps) => (
  <div className="view-tools">
    <Select
      says="Group"
      value={group}
      onChange={(picked) => set({ group: picked })}
      options={namedOptions(GROUPS)}
    />
    <Tick
      className="tick"
      checked={differences}
      onChange={(on) => set({ differences: on })}
      disabled={baseAt < 0}
    >
      differences to {baseAt < 0 ? "a baseline" : `“${open.ways[baseAt]!.saved.name}”`}
    </Tick>
    <details className="column-chooser">
      <summary>Columns</summary>
      <div>
        {all
          .filter(({ id }) => id !== "way")
          .map(({ id, name }) => (
            <Tick
              key={id}
              className="tick"
              checked={chosen.includes(id)}
              onChange={(on) => set({ columns: on ? [...chosen, id] : chosen.filter((c) => c !== id) })}
            >
              {name}
            </Tick>
          ))}
      </div>
    </details>
    <span className="outs">
      <Button quiet onClick={() => void copy()}>
        Copy as text
      </Button>
      <Button quiet onClick={() => saveAs("line-up.csv", csvOf(out()), "text/csv")}>
        CSV
      </Button>
      <Button
        quiet
        onClick={() =>
          saveAs(
            "line-up.json",
            `${JSON.stringify({ ok: true, name: draft.name, rows: out() }, null, 2)}\n`,
            "application/json",
          )
        }
      >
        JSON
      </Button>
    </span>
  </div>
);

type Item = Line | { readonly title: string; readonly count: number };

/** Rows under the heading of their group; groups in the order their first rows come. */
function grouped(rows: readonly Line[], group: Group): Item[] {
  if (group === "none") return [...rows];
  const groups = new Map<string, Line[]>();
  for (const row of rows) {
    const title = groupOf(group, row.cell);
    groups.set(title, [...(groups.get(title) ?? []), row]);
  }
  return [...groups].flatMap(([title, list]) => [{ title, count: list.length }, ...list]);
}

/** Whether the item above is of the same way. */
const isAgain = (above: Item | undefined, way: number): boolean =>
  above !== undefined && "way" in above && above.way === way;

const textOf = (column: Column, cell: Cell): string =>
  cell.kind === "charging"
    ? column.text(cell)
    : (column.always?.(cell) ?? (column.id === "narrowest" ? cell.refusal.message : ""));

interface CellProps {
  readonly column: Column;
  readonly cell: Cell;
  readonly base: Cell | null;
  readonly range: { best: number; worst: number } | undefined;
  /** The row above is of the same way: its name need not be read twice. */
  readonly again: boolean;
}

function TableCell({ column, cell, base, range, again }: CellProps) {
  const text = textOf(column, cell);
  if (column.id === "way")
    return (
      <th scope="row">
        <span className={again ? "visually-hidden" : ""}>{text}</span>
      </th>
    );
  const { unit } = column;
  const figure = unit === undefined ? "" : "n";
  if (cell.kind === "blocked")
    return (
      <td className={`quiet ${figure}`} title={text}>
        {bareText(text, unit ?? "")}
      </td>
    );
  const value = column.value(cell);
  const mark = range && (value === range.best ? "best" : value === range.worst ? "worst" : undefined);
  const by =
    base?.kind === "charging" && column.difference
      ? column.difference(value as number, column.value(base) as number)
      : undefined;
  return (
    <td className={`${mark ?? ""} ${figure}`}>
      {mark && (
        <span className="mark">
          {mark === "best" ? "▲" : "▽"}
          <span className="visually-hidden"> {mark}: </span>
        </span>
      )}
      {bareText(text, unit ?? "")}
      {by && <small>{bareText(by, unit ?? "")}</small>}
    </td>
  );
}
