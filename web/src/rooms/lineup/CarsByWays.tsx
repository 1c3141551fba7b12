import { useState } from "react";
import { LINK_WORDS, toKm, type Cell, type LinkKind, type Micros, type Row } from "@kettleback/core";
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
  night: { name: "Range a night", better: "most", value: (r: Row) => r.night.km },
  time: { name: "Time", better: "least", value: (r: Row) => r.secondsToTarget },
  per100: { name: "Cost per 100", better: "least", value: (r: Row) => r.per100Km },
  lost: { name: "Energy lost", better: "least", value: (r: Row) => r.lostWh },
} as const;
type FigureId = keyof typeof FIGURES;

/** Every car a row, every way a column: one figure, read across and down like a timetable. */
export default function CarsByWays({ solved, selected, onSelect }: ViewProps) {
  const [id, setId] = useState<FigureId>("hour");
  const { open, cells } = solved;
  const { distanceUnit: unit, currency } = open.household;
  const { fromSoc, toSoc } = solved.draft.session;
  const figure = FIGURES[id];
  const text = (row: Row): string => {
    if (id === "hour") return figureText(speedFigure(row.kmPerHour, unit));
    if (id === "night") return figureText(distanceFigure(row.night.km, unit));
    if (id === "time") return durationText(row.secondsToTarget);
    if (id === "lost") return figureText(energyFigure(row.lostWh));
    return moneyText((row.per100Km * toKm(1, unit)) as Micros, currency);
  };
  const bestOf = (car: number): number | undefined => {
    const values = cells.flatMap((row) => (row[car]?.kind === "charging" ? [figure.value(row[car])] : []));
    if (values.length < 2) return undefined;
    return figure.better === "most" ? Math.max(...values) : Math.min(...values);
  };
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
      <Table label="Cars by ways, scrolls sideways" frame="cars-grid">
        <thead>
          <tr>
            <th scope="col">Car</th>
            {open.ways.map(({ id: key, saved }, way) => (
              <th key={key} scope="col" className={way === selected ? "selected" : ""}>
                <button type="button" onClick={() => onSelect(way)}>
                  {saved.name}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {open.cars.map(({ key, car }, c) => {
            const best = bestOf(c);
            return (
              <tr key={key}>
                <th scope="row">{car.name}</th>
                {cells.map((row, way) => (
                  <GridCell
                    key={open.ways[way]!.id}
                    cell={row[c] ?? null}
                    text={text}
                    best={row[c]?.kind === "charging" && figure.value(row[c]) === best}
                    selected={way === selected}
                  />
                ))}
              </tr>
            );
          })}
        </tbody>
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
  readonly best: boolean;
  readonly selected: boolean;
}

function GridCell({ cell, text, best, selected }: GridProps) {
  const className = selected ? "selected" : undefined;
  if (cell?.kind !== "charging")
    return (
      <td className={className} title={cell?.refusal.message}>
        –
      </td>
    );
  return (
    <td className={className}>
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
