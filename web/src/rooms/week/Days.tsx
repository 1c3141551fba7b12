import { useState } from "react";
import {
  dayWorking,
  type DistanceUnit,
  type Pattern,
  type WeekAnswer,
  type WeekRecord,
} from "@kettleback/core";
import { Table } from "../../controls/Table";
import { percentText } from "../../format/number";
import { WorkingPanel } from "../../plan/WorkingPanel";
import { dayOf, kmText, missingText } from "./words";

interface Props {
  readonly answer: WeekAnswer;
  readonly record: WeekRecord;
  readonly pattern: Pattern;
  readonly unit: DistanceUnit;
}

/** Less than this (km) is nothing to a table. */
const NIL = 0.05;

/** The week day by day: what was driven, put back, carried on; each opens to how it came out. */
export function Days({ answer, record, pattern, unit }: Props) {
  const [open, setOpen] = useState<number | null>(null);
  const km = (value: number) => (value < NIL ? "–" : kmText(value, unit));
  return (
    <>
      <Table label="Day by day, figures" className="days">
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th scope="col" className="figure">
              Driven
            </th>
            <th scope="col" className="figure">
              Put back
            </th>
            <th scope="col" className="figure">
              Short
            </th>
            <th scope="col" className="figure">
              Carried on
            </th>
            <th scope="col" className="figure">
              Lowest
            </th>
            <th scope="col" className="figure">
              Then
            </th>
          </tr>
        </thead>
        <tbody>
          {record.days.map((day, at) => (
            <tr key={at} className={at === open ? "selected" : ""}>
              <th scope="row">
                <button
                  type="button"
                  className="link"
                  aria-expanded={at === open}
                  aria-label={`${dayOf(pattern, at, record.week)}: the working`}
                  onClick={() => setOpen(at === open ? null : at)}
                >
                  {dayOf(pattern, at, record.week)}
                </button>
              </th>
              <td className="figure">{km(day.drivenKm)}</td>
              <td className="figure">{km(day.addedKm)}</td>
              <td className={day.shortKm > 1e-6 ? "figure late" : "figure"}>
                {day.shortKm > 1e-6 ? missingText(day.shortKm, unit) : "–"}
              </td>
              <td className="figure">{km(day.carriedKm)}</td>
              <td className="figure">{percentText(day.lowestSoc)}</td>
              <td className="figure">{percentText(day.endSoc)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      {open !== null && (
        <WorkingPanel working={dayWorking(answer, record, open, pattern)} onClose={() => setOpen(null)} />
      )}
    </>
  );
}
