import { useState } from "react";
import { DateTime } from "luxon";
import {
  tripsOf,
  weekOfTrips,
  type DistanceUnit,
  type TripColumns,
  type TripTable,
  type TripWeek,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Dialog } from "../../controls/Dialog";
import { Select } from "../../controls/Select";
import { Table } from "../../controls/Table";
import { clockText, dateText } from "../../format/manner";
import { kmText, weekdayOf } from "./words";

const NAMES = { date: "Date", km: "Distance", out: "Out", back: "Back" } as const;
const DATES = ["year first", "day first", "month first"] as const;
/** Rows of the file that are shown. */
const SHOWN = 4;

interface MappingProps {
  readonly table: TripTable;
  readonly unit: DistanceUnit;
  readonly start: string;
  onTake(week: TripWeek): void;
  onClose(): void;
}

/** Trips that somebody wrote down make a week: their columns are said on sight, and the week is seen before it is taken. */
export function Trips({ table, unit, start, onTake, onClose }: MappingProps) {
  const { guess, head, rows } = table;
  const [columns, setColumns] = useState<TripColumns>({
    date: guess.date ?? 0,
    km: guess.km ?? 1,
    out: guess.out ?? 2,
    back: guess.back ?? 3,
    dates: guess.dates ?? "day first",
    unit: guess.unit ?? unit,
  });
  const told = tripsOf(table, columns);
  const week = told.ok ? weekOfTrips(told.value, start) : null;
  const set = (change: Partial<TripColumns>) => setColumns({ ...columns, ...change });
  return (
    <Dialog
      title="Trips"
      large
      typed
      className="trips"
      onClose={onClose}
      footer={
        <>
          <Button disabled={!week} onClick={() => week && onTake(week)}>
            Take this week
          </Button>
          <Button quiet onClick={onClose}>
            Leave it
          </Button>
        </>
      }
    >
      <Columns head={head} columns={columns} set={set} />
      <Table label="The file’s first lines" className="trip-rows">
        <thead>
          <tr>
            {head.map((name, at) => (
              <th key={at} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, SHOWN).map(({ line, cells }) => (
            <tr key={line}>
              {head.map((_, at) => (
                <td key={at}>{cells[at]}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
      {!told.ok && (
        <p className="problem" role="alert">
          {told.problems[0]!.field}: {told.problems[0]!.message}. Nothing has changed.
        </p>
      )}
      {told.ok && week && (
        <>
          <p>
            {told.value.length} trips, {dateText(DateTime.fromISO(week.from))} to{" "}
            {dateText(DateTime.fromISO(week.to))}, make this week; each day drives its mean, days without a
            trip among them.
          </p>
          <ul className="trip-week">
            {week.days.map(({ drives: [drive] }, day) => (
              <li key={day}>
                {weekdayOf({ start }, day)}:{" "}
                {drive
                  ? `${kmText(drive.km, unit)}, ${clockText(drive.leave)} to ${clockText(drive.back)}`
                  : "at home"}
              </li>
            ))}
          </ul>
        </>
      )}
    </Dialog>
  );
}

interface ColumnsProps {
  readonly head: readonly string[];
  readonly columns: TripColumns;
  set(change: Partial<TripColumns>): void;
}

/** What each column holds, and how dates and distances are written. */
const Columns = ({ head, columns, set }: ColumnsProps) => (
  <div className="trip-columns">
    {(Object.keys(NAMES) as (keyof typeof NAMES)[]).map((column) => (
      <Select
        key={column}
        says={NAMES[column]}
        value={columns[column]}
        onChange={(at) => set({ [column]: at })}
        options={head.map((name, at) => ({ value: at, text: name || `column ${at + 1}` }))}
      />
    ))}
    <Select
      says="Dates"
      value={columns.dates}
      onChange={(dates) => set({ dates })}
      options={DATES.map((value) => ({ value, text: value }))}
    />
    <Select
      says="Distances in"
      value={columns.unit}
      onChange={(of) => set({ unit: of })}
      options={[
        { value: "km", text: "km" },
        { value: "mi", text: "miles" },
      ]}
    />
  </div>
);
