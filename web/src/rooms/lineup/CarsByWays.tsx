import { useState } from "react";
import {
  LINK_WORDS,
  toKm,
  type Cell,
  type Household,
  type LinkKind,
  type Micros,
  type Row,
} from "@kettleback/core";
import { ALL_UP_TO, LongRows } from "../../controls/Long";
import { Select } from "../../controls/Select";
import { Table } from "../../controls/Table";
import {
  distanceFigure,
  durationText,
  energyFigure,
  figureText,
  moneyText,
  percentText,
  speedFigure,
} from "../../format/number";
import { isCandidate } from "./candidate";
import { LongName } from "./LongName";
import type { ViewProps } from "./view";

/** A letter for each link, so that a cell can say in one mark what is narrowest. */
const MARKS: Readonly<Record<LinkKind, string>> = {
  circuit: "C",
  outlet: "O",
  lead: "L",
  evse: "U",
  cable: "K",
  adapter: "A",
  inlet: "I",
  charger: "B",
  battery: "T",
};

/** What the grid can show: a figure of a row, and which end of it is the better one. */
const FIGURES = {
  hour: { name: "Range an hour", better: "most", value: (r: Row) => r.kmPerHour },
  wall: { name: "Range an hour, at the wall", better: "most", value: (r: Row) => r.kmPerHourWall },
  night: { name: "Range a night", better: "most", value: (r: Row) => r.night.km },
  time: { name: "Time", better: "least", value: (r: Row) => r.secondsToTarget },
  per100: { name: "Cost per 100", better: "least", value: (r: Row) => r.per100Km },
  lost: { name: "Energy lost", better: "least", value: (r: Row) => r.lostWh },
} as const;
type FigureId = keyof typeof FIGURES;

/** A figure of a row, as text in a household's manner. */
const textOf =
  (id: FigureId, { distanceUnit: unit, currency }: Household) =>
  (row: Row): string => {
    if (id === "hour") return figureText(speedFigure(row.kmPerHour, unit));
    if (id === "wall") return figureText(speedFigure(row.kmPerHourWall, unit));
    if (id === "night") return figureText(distanceFigure(row.night.km, unit));
    if (id === "time") return durationText(row.secondsToTarget);
    if (id === "lost") return figureText(energyFigure(row.lostWh));
    return moneyText((row.per100Km * toKm(1, unit)) as Micros, currency);
  };

/** Every way a row, every car a column: one figure, with a bar as long as it is against the largest of its car. */
export default function CarsByWays({ solved, selected, onSelect }: ViewProps) {
  const [id, setId] = useState<FigureId>("hour");
  const { open, cells } = solved;
  const { distanceUnit: unit } = open.household;
  const { fromSoc, toSoc } = solved.draft.session;
  const figure = FIGURES[id];
  const text = textOf(id, open.household);
  // Of each car once, not for each of its cells.
  const figures = open.cars.map((_, car) => {
    const values = cells.flatMap((row) => (row[car]?.kind === "charging" ? [figure.value(row[car])] : []));
    const [least, most] = [
      values.reduce((a, b) => Math.min(a, b), Infinity),
      values.reduce((a, b) => Math.max(a, b), 0),
    ];
    return { most, best: values.length < 2 ? undefined : figure.better === "most" ? most : least };
  });
  const seen = new Set(cells.flat().flatMap((cell) => (cell?.kind === "charging" ? [cell.narrowest] : [])));
  return (
    <section className="view-panel" aria-label="Cars by ways">
      <div className="view-tools">
        <Select
          says="Figure"
          value={id}
          onChange={setId}
          options={(Object.keys(FIGURES) as FigureId[]).map((key) => ({
            value: key,
            text: `${FIGURES[key].name}${
              key === "per100"
                ? ` ${unit}`
                : key === "time"
                  ? `, ${percentText(fromSoc)} to ${percentText(toSoc)}`
                  : ""
            }`,
          }))}
        />
      </div>
      <Table
        label="Cars by ways, scrolls sideways"
        frame="cars-grid"
        {...(open.ways.length > ALL_UP_TO ? { rowCount: open.ways.length + 1 } : {})}
      >
        <thead>
          <tr>
            <th scope="col">Way</th>
            {open.cars.map(({ key, car }) => (
              <th key={key} scope="col" className={isCandidate(key) ? "candidate" : ""}>
                {car.name}
                {isCandidate(key) && <small>a candidate</small>}
              </th>
            ))}
          </tr>
        </thead>
        <LongRows
          items={open.ways.map((way, at) => ({ ...way, at }))}
          keyOf={({ id: key }) => key}
          classOf={({ at }) => (at === selected ? "selected" : "")}
          usual={34}
          columns={open.cars.length + 1}
          row={({ saved, at }) => (
            <>
              <th scope="row">
                <button type="button" onClick={() => onSelect(at)}>
                  <LongName>{saved.name}</LongName>
                </button>
              </th>
              {open.cars.map((car, c) => {
                const cell = cells[at]![c] ?? null;
                const value = cell?.kind === "charging" ? figure.value(cell) : undefined;
                const { most, best } = figures[c]!;
                return (
                  <GridCell
                    key={car.key}
                    cell={cell}
                    text={text}
                    share={value === undefined ? 0 : value / most}
                    best={value !== undefined && value === best}
                  />
                );
              })}
            </>
          )}
        />
      </Table>
      <p className="quiet note">
        Narrowest link:{" "}
        {[...seen].map((kind) => (
          <span key={kind} className="key">
            <b className="link-mark">{MARKS[kind]}</b> {LINK_WORDS[kind]}
          </span>
        ))}
        <span className="key">▲ best for the car; a dash: does not charge</span>
      </p>
    </section>
  );
}

interface GridProps {
  readonly cell: Cell | null;
  text(row: Row): string;
  /** Its figure against the largest of the same car. */
  readonly share: number;
  readonly best: boolean;
}

function GridCell({ cell, text, share, best }: GridProps) {
  if (cell?.kind !== "charging") return <td title={cell?.refusal.message}>–</td>;
  return (
    <td>
      <span className="cell-bar" aria-hidden="true" style={{ width: `${100 * Math.max(0, share)}%` }} />
      {best && (
        <span className="mark" title="best for the car">
          ▲{" "}
        </span>
      )}
      {text(cell)}{" "}
      <b className="link-mark" title={`narrowest: ${LINK_WORDS[cell.narrowest]}`}>
        {MARKS[cell.narrowest]}
      </b>
    </td>
  );
}
