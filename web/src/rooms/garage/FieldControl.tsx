import { useId, useState, type ReactNode } from "react";

import { Controller, useFormContext, useWatch } from "react-hook-form";
import { inWords, namesOf, worldOfSupply, type EconomyUnit, type SupplyId } from "@kettleback/core";
import type { TypedPoint } from "./curve";
import { CurveEditor } from "./CurveEditor";
import type { Field } from "./field";
import { Papers } from "./Papers";
import { readNumber } from "../../format/manner";
import { Term } from "../../terms/Term";

interface Props {
  readonly field: Field;
  readonly name: string;
  readonly economyUnit: EconomyUnit;
  /** The supply of the household, where what is typed means another thing on another one. */
  readonly system: SupplyId;
}

/** Where a form keeps the marks of what is assumed. */
const MARKS = "assumed";

/** The control of one field, with its unit, its hint, and its problem beside it. */
export function FieldControl({ field, name, economyUnit, system }: Props) {
  const id = useId();
  const world = worldOfSupply(system);
  const { register, formState, control, getValues, setValue } = useFormContext();
  const { assumed } = field;
  // What is typed is known from then on.
  const onChange = () => {
    if (assumed)
      setValue(
        MARKS,
        (getValues(MARKS) as readonly string[]).filter((mark) => mark !== assumed),
      );
  };
  const error = formState.errors[name]?.message as string | undefined;
  const describedBy =
    [field.hint && `${id}-hint`, error && `${id}-error`].filter(Boolean).join(" ") || undefined;
  const aria = { "aria-invalid": !!error, "aria-describedby": describedBy };
  const notes = (
    <>
      {field.term && (
        <small>
          <Term id={field.term}>{namesOf(field.term, world).first}</Term>
        </small>
      )}
      {assumed && (
        <label className="assumed">
          <input
            type="checkbox"
            value={assumed}
            aria-label={`${field.label} is assumed`}
            {...register(MARKS)}
          />{" "}
          <small>a usual value, assumed</small>
        </label>
      )}
      {field.hint && (
        <small id={`${id}-hint`} className="hint">
          {field.hint}
        </small>
      )}
      {error && (
        <small id={`${id}-error`} className="problem" role="alert">
          {field.label}: {error}
        </small>
      )}
    </>
  );

  switch (field.type) {
    case "tick":
      return (
        <div className="field tick">
          <label>
            <input type="checkbox" {...register(name)} {...aria} /> {field.label}
          </label>
          {notes}
        </div>
      );
    case "ticks":
      return (
        <div className="field wide" role="group" aria-label={field.label}>
          <span>{field.label}</span>
          <span className="ticks">
            {field.choices.map(({ value, label }) => (
              <label key={value}>
                <input type="checkbox" value={value} {...register(name)} /> {label}
              </label>
            ))}
          </span>
          {notes}
        </div>
      );
    case "pairs":
      return (
        <Controller
          control={control}
          name={name}
          render={({ field: { value, onChange: set } }) => (
            <Pairs
              field={field}
              value={value as Record<string, string>}
              onChange={(pairs) => {
                set(pairs);
                onChange();
              }}
              notes={notes}
            />
          )}
        />
      );
    case "curve":
      return <Curve field={field} name={name} error={error} />;
    case "marks":
      return null;
    case "papers":
      return <Papers economyUnit={economyUnit} system={system} />;
    case "choice":
      return (
        <div className="field">
          <label htmlFor={id}>{field.label}</label>
          <select id={id} className="form-select form-select-sm" {...register(name)} {...aria}>
            {field.choices.map(({ value, label }) => (
              <option key={value} value={value}>
                {inWords(label, world)}
              </option>
            ))}
          </select>
          {notes}
        </div>
      );
    default: {
      const unit = field.type === "economy" ? economyUnit : field.type === "text" ? "" : field.unit;
      return (
        <div className="field">
          <label htmlFor={id}>{field.label}</label>
          <span className="measure">
            <input
              id={id}
              className="form-control form-control-sm"
              inputMode={field.type === "number" || field.type === "economy" ? "decimal" : undefined}
              {...register(name, { onChange })}
              {...aria}
            />
            {unit && <span className="unit">{unit}</span>}
          </span>
          {notes}
        </div>
      );
    }
  }
}

/** A longer list shows what is set, and a picker for the rest. */
const MOST_AT_ONCE = 6;

type PairsField = Extract<Field, { type: "pairs" }>;

/** One amount for each key that applies; an empty amount means the key does not. */
function Pairs({
  field,
  value,
  onChange,
  notes,
}: {
  field: PairsField;
  value: Record<string, string>;
  onChange(value: Record<string, string>): void;
  notes: ReactNode;
}) {
  const { choices } = field.key;
  const [opened, setOpened] = useState<readonly string[]>(() =>
    Object.keys(value).filter((key) => value[key]),
  );
  const long = choices.length > MOST_AT_ONCE;
  const shown = long ? choices.filter(({ value: key }) => opened.includes(key)) : choices;
  return (
    <div className="field wide" role="group" aria-label={field.label}>
      <span>{field.label}</span>
      <span className="pairs">
        {shown.map(({ value: key, label }) => (
          <label key={key}>
            <span className="measure">
              <input
                className="form-control form-control-sm"
                inputMode="decimal"
                value={value[key] ?? ""}
                onChange={(e) => onChange({ ...value, [key]: e.target.value })}
              />
              <span className="unit">{field.amount.unit}</span>
            </span>{" "}
            {label}
          </label>
        ))}
        {long && (
          <select
            className="form-select form-select-sm"
            aria-label={`${field.label}: add one`}
            value=""
            onChange={(e) => setOpened([...opened, e.target.value])}
          >
            <option value="">add one…</option>
            {choices
              .filter(({ value: key }) => !opened.includes(key))
              .map(({ value: key, label }) => (
                <option key={key} value={key}>
                  {label}
                </option>
              ))}
          </select>
        )}
      </span>
      {notes}
    </div>
  );
}

/** Form libraries read dots as nesting; fields are named with slashes. */
const named = (path: string) => path.replaceAll(".", "/");

function Curve({
  field,
  name,
  error,
}: {
  field: Extract<Field, { type: "curve" }>;
  name: string;
  error: string | undefined;
}) {
  const { control } = useFormContext();
  const capacity = useWatch({ name: named(field.capacity) }) as string;
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { value, onChange } }) => (
        <CurveEditor
          value={value as readonly TypedPoint[]}
          usableWh={readNumber(capacity) * 1000 || 60_000}
          problem={error}
          onChange={onChange}
        />
      )}
    />
  );
}
