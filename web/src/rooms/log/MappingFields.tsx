import {
  READING_ROLES,
  ROLES,
  SESSION_ROLES,
  unitFor,
  type ColumnRole,
  type Mapped,
  type Mapping,
} from "@kettleback/core";
import { Select } from "../../controls/Select";
import { Table } from "../../controls/Table";
import { TextInput } from "../../controls/TextInput";
import type { TableSeen } from "../../jobs/log";

interface Props {
  readonly seen: TableSeen;
  onChange(mapping: Mapping): void;
}

const LEFT_OUT = "";
const KINDS = [
  { value: "sessions", text: "a session a line" },
  { value: "readings", text: "a reading a line" },
] as const;
const DATES = [
  { value: "day-first", text: "day first" },
  { value: "month-first", text: "month first" },
] as const;

/** What each column holds and in which unit, over the first lines of the table. */
export function MappingFields({ seen, onChange }: Props) {
  const { heads, first, guess, lines, decimal } = seen;
  const roles: readonly ColumnRole[] = guess.kind === "sessions" ? SESSION_ROLES : READING_ROLES;
  const put = (column: number, mapped: Mapped | null) =>
    onChange({
      ...guess,
      // A role is one column's: another that had it is left out.
      columns: heads.map((_, i) => {
        const old = guess.columns[i] ?? null;
        return i === column ? mapped : old && mapped && old.role === mapped.role ? null : old;
      }),
    });
  const kind = (next: Mapping["kind"]) =>
    onChange({
      ...guess,
      kind: next,
      columns: guess.columns.map((mapped) =>
        mapped && (next === "sessions" ? SESSION_ROLES : READING_ROLES).some((role) => role === mapped.role)
          ? mapped
          : null,
      ),
    });
  return (
    <>
      <div className="mapping-head">
        <span>
          {lines === 1 ? "One line" : `${lines.toLocaleString("en-GB")} lines`}, decimals with a{" "}
          {decimal === "," ? "comma" : "point"}
        </span>
        <Select says="It has" value={guess.kind} options={KINDS} onChange={kind} />
        <Select
          says="Dates"
          value={guess.dates}
          options={DATES}
          onChange={(dates) => onChange({ ...guess, dates })}
        />
        <TextInput says="Clock of" value={guess.zone} onChange={(zone) => onChange({ ...guess, zone })} />
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
                <ColumnChoice
                  head={head || `column ${i + 1}`}
                  roles={roles}
                  mapped={guess.columns[i] ?? null}
                  onChange={(mapped) => put(i, mapped)}
                />
              </td>
            ))}
          </tr>
        </thead>
        <tbody>
          {first.map((row, i) => (
            <tr key={i}>
              {heads.map((_, k) => (
                <td key={k} className={guess.columns[k] ? "" : "quiet"}>
                  {row[k]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}

interface ColumnProps {
  readonly head: string;
  readonly roles: readonly ColumnRole[];
  readonly mapped: Mapped | null;
  onChange(mapped: Mapped | null): void;
}

function ColumnChoice({ head, roles, mapped, onChange }: ColumnProps) {
  const units = mapped ? ROLES[mapped.role].units : undefined;
  const choose = (role: string) => {
    const chosen = roles.find((one) => one === role);
    if (!chosen) return onChange(null);
    const unit = unitFor(chosen, head);
    onChange(unit === undefined ? { role: chosen } : { role: chosen, unit });
  };
  return (
    <span className="column-choice">
      <Select
        label={`${head} holds`}
        value={mapped?.role ?? LEFT_OUT}
        options={[
          { value: LEFT_OUT, text: "left out" },
          ...roles.map((role) => ({ value: role, text: ROLES[role].name })),
        ]}
        onChange={choose}
      />
      {units && units.length > 1 && (
        <Select
          label={`${head} in`}
          value={mapped!.unit ?? units[0]!.id}
          options={units.map(({ id }) => ({ value: id, text: id }))}
          onChange={(unit) => onChange({ ...mapped!, unit })}
        />
      )}
    </span>
  );
}
