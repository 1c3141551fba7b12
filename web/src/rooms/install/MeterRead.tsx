import { useEffect, useRef, useState } from "react";
import { DateTime } from "luxon";
import { demandOf, METER_ROLES, METER_UNIT_IDS, type MeterMapping, type MeterRole } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { JobWaiting } from "../../controls/JobWaiting";
import { Select } from "../../controls/Select";
import { Table } from "../../controls/Table";
import { TextInput } from "../../controls/TextInput";
import { dateText } from "../../format/manner";
import { figureText, powerFigure } from "../../format/number";
import { useJob } from "../../jobs/useJob";
import type { MeterFile } from "../../jobs/install";
import { sayDone, sayTrouble } from "../../stores/notices";
import { useMeters } from "../../stores/meters";
import type { ViewProps } from "./view";

interface Props extends ViewProps {
  readonly file: { readonly name: string; readonly text: string };
  onClose(): void;
}

/** A meter's file before it is taken: its columns mapped on sight, what it comes to, and what was odd in it. */
export default function MeterRead({ file, garage, draft, onChange, onClose }: Props) {
  const zone = garage.household.spec.timeZone;
  const seen = useJob("meterFile", file.text, zone);
  const [mapping, setMapping] = useState<MeterMapping | null>(null);
  const panel = useRef<HTMLElement>(null);
  useEffect(() => void panel.current?.scrollIntoView?.({ block: "nearest" }), [seen.result]);
  if (!seen.result) return <JobWaiting job={seen} />;
  const found = seen.result;
  return (
    <section ref={panel} className="view-panel" aria-label="The meter's file">
      <h2>{file.name}</h2>
      {found.is === "table" && (
        <>
          <Mapping table={found} mapping={mapping ?? found.guess} onChange={setMapping} />
          <Mapped
            key="table"
            text={file.text}
            mapping={mapping ?? found.guess}
            name={file.name}
            garage={garage}
            draft={draft}
            onChange={onChange}
            onClose={onClose}
          />
        </>
      )}
      {found.is !== "table" && (
        <Taken
          read={found}
          name={file.name}
          garage={garage}
          draft={draft}
          onChange={onChange}
          onClose={onClose}
        />
      )}
    </section>
  );
}

type TakeProps = Pick<ViewProps, "garage" | "draft" | "onChange"> & {
  readonly name: string;
  onClose(): void;
};

/** A table as it is mapped, read beside the screen. */
function Mapped({
  text,
  mapping,
  ...rest
}: TakeProps & { readonly text: string; readonly mapping: MeterMapping }) {
  const job = useJob("meterMapped", text, mapping);
  if (!job.result) return <JobWaiting job={job} />;
  return <Taken read={job.result} stale={job.stale} {...rest} />;
}

/** What a file comes to, and the press that keeps it. */
function Taken({
  read,
  stale = false,
  name,
  garage,
  draft,
  onChange,
  onClose,
}: TakeProps & { readonly read: MeterFile; readonly stale?: boolean }) {
  const keep = useMeters((s) => s.keep);
  if (read.is === "table") return null;
  if (read.is === "refused")
    return (
      <div className="problems" role="alert">
        <strong>{name} is not read; nothing has changed.</strong>
        <ul>
          {read.problems.slice(0, 8).map(({ field, message }) => (
            <li key={field + message}>
              {field}: {message}
            </li>
          ))}
        </ul>
        <Button quiet onClick={onClose}>
          Close
        </Button>
      </div>
    );
  const { series, notes } = read;
  const demand = demandOf(series)!;
  const zone = garage.household.spec.timeZone;
  const on = (ms: number) => dateText(DateTime.fromMillis(ms, { zone }));
  const take = async () => {
    try {
      const called = name.replace(/\.\w+$/, "").slice(0, 80) || "Meter";
      const meterKey = await keep(garage.household.id, called, series);
      onChange({ ...draft, meterKey });
      sayDone(`“${called}” is kept: ${Math.round(demand.days)} days of it are in view.`);
      onClose();
    } catch (error) {
      sayTrouble(error);
    }
  };
  return (
    <>
      <p role="status">
        {Math.round(demand.days)} days at intervals of {series.stepMinutes} min, from {on(series.startMs)} to{" "}
        {on(series.startMs + series.watts.length * series.stepMinutes * 60_000)}; at the most{" "}
        {figureText(powerFigure(demand.peakW))}, on {on(demand.peakAt)}.
      </p>
      {notes.length > 0 && (
        <ul aria-label="What was odd">
          {notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
      <p className="presses">
        <Button disabled={stale} asks={take}>
          Keep it and look at it
        </Button>
        <Button quiet onClick={onClose}>
          Leave it
        </Button>
      </p>
    </>
  );
}

interface MappingProps {
  readonly table: Extract<MeterFile, { readonly is: "table" }>;
  readonly mapping: MeterMapping;
  onChange(mapping: MeterMapping): void;
}

const LEFT_OUT = "";

/** What each column holds, in which unit, by which clock and which sign. */
function Mapping({ table, mapping, onChange }: MappingProps) {
  const { heads, rows } = table.table;
  const put = (column: number, role: MeterRole | "") =>
    onChange({
      ...mapping,
      // A role is one column's: another that had it is left out.
      columns: heads.map((_, i) => {
        const old = mapping.columns[i] ?? null;
        return i === column ? (role === LEFT_OUT ? null : role) : old === role ? null : old;
      }),
    });
  return (
    <>
      <div className="mapping-head">
        <span>{table.lines.toLocaleString("en-GB")} lines.</span>
        <Select
          says="Its figures are"
          value={mapping.unit}
          onChange={(unit) => onChange({ ...mapping, unit })}
          options={METER_UNIT_IDS.map((unit) => ({
            value: unit,
            text: unit.endsWith("h") ? `${unit} in each interval` : `${unit}, the mean of each interval`,
          }))}
        />
        <Select
          says="Dates"
          value={mapping.dates}
          onChange={(dates) => onChange({ ...mapping, dates })}
          options={[
            { value: "day-first" as const, text: "day first" },
            { value: "month-first" as const, text: "month first" },
          ]}
        />
        <Select
          says="Drawn is"
          value={mapping.sign}
          onChange={(sign) => onChange({ ...mapping, sign })}
          options={[
            { value: "drawn-positive" as const, text: "above zero" },
            { value: "drawn-negative" as const, text: "below zero" },
          ]}
        />
        <TextInput says="Clock of" value={mapping.zone} onChange={(zone) => onChange({ ...mapping, zone })} />
      </div>
      <Table label="Columns of the file" className="mapping">
        <thead>
          <tr>
            {heads.map((head, i) => (
              <th key={i} scope="col">
                {head || `column ${i + 1}`}
              </th>
            ))}
          </tr>
          <tr>
            {heads.map((head, i) => (
              <td key={i}>
                <Select
                  label={`What ${head || `column ${i + 1}`} holds`}
                  value={mapping.columns[i] ?? LEFT_OUT}
                  onChange={(role) => put(i, role)}
                  options={[
                    { value: LEFT_OUT as MeterRole | "", text: "left out" },
                    ...(Object.keys(METER_ROLES) as MeterRole[]).map((role) => ({
                      value: role,
                      text: METER_ROLES[role].name,
                    })),
                  ]}
                />
              </td>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={i}>
              {heads.map((_, column) => (
                <td key={column}>{row[column] ?? ""}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}
