import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router-dom";
import { isPlanned, spokenPower, worldOf, type Row, type Supposed } from "@kettleback/core";
import { Table } from "../../controls/Table";
import { energyFigure, figureText, percentText } from "../../format/number";
import { priceText } from "./columns";
import {
  cautionsOf,
  comparedOf,
  fallsShort,
  inOrder,
  isChanged,
  measuresOf,
  narrowestText,
  supposedIn,
  verdictOf,
  type Compared,
  type Measure,
} from "./compared";
import { LongName } from "./LongName";
import { Mini } from "./Mini";
import { scaleOf, type Scale } from "./miniature";
import { Questions } from "./Questions";
import { cellsOfCar, type ViewProps } from "./view";
import { WhatIfs } from "./WhatIfs";

/** What is supposed, kept in the address: a reload keeps it, and going back takes it back. */
function useSupposed({ garage, solved }: Pick<ViewProps, "garage" | "solved">) {
  const [search, setSearch] = useSearchParams();
  const { open, draft } = solved;
  const { car } = open.cars[Math.min(draft.carAt, open.cars.length - 1)]!;
  const system = useMemo(() => worldOf(garage), [garage]);
  const supposed = useMemo(() => supposedIn(search, car, system), [search, car, system]);
  const suppose = (next: Supposed) =>
    setSearch(
      Object.entries(next).map(([id, size]): [string, string] => [id, String(size)]),
      // One step in the history however long one tries.
      { replace: search.size > 0 },
    );
  return { car, system, supposed, suppose };
}

/** The ways most people come to compare, on one page: what each takes, loses and costs for the same charge. */
export const Compare = (props: ViewProps) =>
  props.whole ? <Comparison {...props} solved={props.whole} /> : <div className="view-waiting" />;

/** … of a line-up whose every way is there: which of them are compared is chosen among all. */
function Comparison(props: ViewProps) {
  const { solved, onSelect, onView } = props;
  const { open, draft, clock } = solved;
  const { car, system, supposed, suppose } = useSupposed(props);
  const [by, setBy] = useState<Measure["id"] | null>(null);
  const cells = cellsOfCar(solved, Math.min(draft.carAt, open.cars.length - 1));
  const { currency } = open.household;
  const measures = useMemo(() => measuresOf(currency), [currency]);
  const rows = useMemo(
    () => (clock ? comparedOf(open, cells, car, supposed, clock) : []),
    [open, cells, car, supposed, clock],
  );
  const scale = useMemo(
    () => scaleOf(rows.flatMap(({ cell }) => (cell.kind === "charging" ? [cell] : []))),
    [rows],
  );
  if (!clock) return null;
  if (rows.length === 0)
    return (
      <p className="room-note">
        No way stands on this page. <Link to="/line-up/all">Look at all ways</Link> and tick “On the first
        page” at those to be compared.
      </p>
    );
  const sorted = inOrder(
    rows,
    measures.find(({ id }) => id === by),
  );
  const changed = rows.filter((row) => isChanged(row, measures)).length;
  const asked = Object.keys(supposed).length > 0;
  return (
    <section className="compare" aria-label="Compare">
      <Questions />
      <p className="compare-says">{verdictOf(rows, clock, currency)}</p>
      <WhatIfs supposed={supposed} car={car} system={system} onSuppose={suppose} />
      <p role="status" className={asked ? "" : "visually-hidden"}>
        {asked &&
          (changed === 0
            ? "Nothing here would change."
            : `${changed} of ${rows.length} ways change; what they were stands below each figure.`)}
      </p>
      <Table className="compared">
        <Head measures={measures} by={by} onBy={setBy} />
        <tbody>
          {sorted.map((row) => (
            <ComparedRow
              key={row.way.id}
              row={row}
              measures={measures}
              scale={scale}
              currency={currency}
              asked={asked}
              onLook={() => {
                onSelect(row.at);
                onView("all");
              }}
            />
          ))}
        </tbody>
      </Table>
      <ul className="cautions-told">
        {cautionsOf(rows).map(({ caution, names }) => (
          <li key={caution.what}>
            <em className={`flag ${caution.severity}`}>{caution.severity}</em> {names.join("; ")}:{" "}
            {caution.what} {caution.todo}
          </li>
        ))}
      </ul>
      <p className="quiet note">
        All for the same charge, {percentText(draft.session.fromSoc)} to {percentText(draft.session.toSoc)}
        {storedText(rows)}: also where it ends after departure.{" "}
        <Link to="/line-up/all">All ways ({open.ways.length})</Link>
      </p>
    </section>
  );
}

/** The charge in kWh, the same in every row. */
function storedText(rows: readonly Compared[]): string {
  const first = rows.find(({ cell }) => cell.kind === "charging")?.cell as Row | undefined;
  return first ? `, ${figureText(energyFigure(first.wallWh - first.lostWh))} into the battery` : "";
}

interface HeadProps {
  readonly measures: readonly Measure[];
  readonly by: Measure["id"] | null;
  onBy(id: Measure["id"] | null): void;
}

const Head = ({ measures, by, onBy }: HeadProps) => (
  <thead>
    <tr>
      <th scope="col">Way</th>
      <th scope="col">Its path in small</th>
      <th scope="col">Narrowest link</th>
      {measures.map(({ id, name, sorts }) => (
        <th
          key={id}
          scope="col"
          className="figure"
          aria-sort={sorts ? (by === id ? "ascending" : "none") : undefined}
        >
          {sorts ? (
            <button type="button" onClick={() => onBy(by === id ? null : id)}>
              {name}
              <span aria-hidden="true">{by === id ? " ▾" : ""}</span>
            </button>
          ) : (
            name
          )}
        </th>
      ))}
    </tr>
  </thead>
);

interface RowProps {
  readonly row: Compared;
  readonly measures: readonly Measure[];
  readonly scale: Scale;
  readonly currency: string;
  /** Something is supposed. */
  readonly asked: boolean;
  onLook(): void;
}

function ComparedRow({ row, measures, scale, currency, asked, onLook }: RowProps) {
  const { way, cell, before, why } = row;
  const changed = isChanged(row, measures);
  const { buy } = way.saved;
  const narrowest = narrowestText(cell);
  return (
    <tr className={asked ? (changed ? "changed" : "unchanged") : ""}>
      <th scope="row">
        <button type="button" className="look" title="Look at it among all ways" onClick={onLook}>
          <LongName>{way.saved.name}</LongName>
        </button>
        <small>
          <span title={cell.level.means}>
            {[cell.level.word, spokenPower(cell.plan)].filter(Boolean).join(", ")}
          </span>
          {cell.kind === "charging" && cell.worst && cell.worst.severity !== "note" && (
            <em className={`flag ${cell.worst.severity}`} title={cell.worst.what}>
              {cell.worst.severity}
            </em>
          )}
          {isPlanned(cell.plan) && " · planned"}
          {buy.length > 0 && (
            <>
              {" · "}to buy{asked && changed ? "" : ` for ${priceText(cell.price, currency)}`}:{" "}
              {buy.map(({ what }) => what).join("; ")}
            </>
          )}
        </small>
      </th>
      {cell.kind === "charging" ? (
        <>
          <td className="path">
            <Mini row={cell} scale={scale} planned={buy.length > 0 || isPlanned(cell.plan)} />
          </td>
          <td className="narrowest">
            {narrowest}
            {asked && narrowestText(before) !== narrowest && (
              <small className="was">was the {narrowestText(before)}</small>
            )}
            {asked && !changed && <small>{why ?? "stays as it is"}</small>}
          </td>
          {measures.map((measure) => (
            <MeasureCell key={measure.id} measure={measure} row={cell} before={before} asked={asked} />
          ))}
        </>
      ) : (
        <td colSpan={measures.length + 2} className="refused">
          {cell.refusal.message}
        </td>
      )}
    </tr>
  );
}

interface CellProps {
  readonly measure: Measure;
  readonly row: Row;
  readonly before: Compared["before"];
  readonly asked: boolean;
}

function MeasureCell({ measure, row, before, asked }: CellProps) {
  const text = measure.text(row);
  const was = before.kind === "charging" ? measure.text(before) : "nothing";
  const late = measure.id === "time" && fallsShort(row);
  return (
    <td className={late ? "figure late" : "figure"} data-name={measure.name}>
      <b>{text}</b>
      <small>{measure.note(row)}</small>
      {asked && was !== text && <small className="was">was {was}</small>}
    </td>
  );
}
