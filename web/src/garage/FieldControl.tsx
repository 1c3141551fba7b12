import { useId, type ReactNode } from "react";

import { Controller, useFormContext, useWatch } from "react-hook-form";
import { energyOfAmpHours } from "@kettleback/core";
import type { TypedPoint } from "./curve";
import { CurveEditor } from "./CurveEditor";
import type { Field } from "./field";

interface Props {
  readonly field: Field;
  readonly name: string;
  readonly economyUnit: string;
}

/** The control of one field, with its unit, its hint, and its problem beside it. */
export function FieldControl({ field, name, economyUnit }: Props) {
  const id = useId();
  const { register, formState, control } = useFormContext();
  const error = formState.errors[name]?.message as string | undefined;
  const describedBy =
    [field.hint && `${id}-hint`, error && `${id}-error`].filter(Boolean).join(" ") || undefined;
  const aria = { "aria-invalid": !!error, "aria-describedby": describedBy };
  const notes = (
    <>
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
          render={({ field: { value, onChange } }) => (
            <Pairs field={field} value={value as Record<string, string>} onChange={onChange} notes={notes} />
          )}
        />
      );
    case "curve":
      return <Curve field={field} name={name} error={error} />;
    case "ampHours":
      return <AmpHours field={field} />;
    case "choice":
      return (
        <div className="field">
          <label htmlFor={id}>{field.label}</label>
          <select id={id} className="form-select form-select-sm" {...register(name)} {...aria}>
            {field.choices.map(({ value, label }) => (
              <option key={value} value={value}>
                {label}
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
              type={field.type === "number" || field.type === "economy" ? "number" : "text"}
              step="any"
              inputMode={field.type === "number" || field.type === "economy" ? "decimal" : undefined}
              {...register(name)}
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
  return (
    <div className="field wide" role="group" aria-label={field.label}>
      <span>{field.label}</span>
      <span className="pairs">
        {field.key.choices.map(({ value: key, label }) => (
          <label key={key}>
            <span className="measure">
              <input
                className="form-control form-control-sm"
                type="number"
                step="any"
                inputMode="decimal"
                value={value[key] ?? ""}
                onChange={(e) => onChange({ ...value, [key]: e.target.value })}
              />
              <span className="unit">{field.amount.unit}</span>
            </span>{" "}
            {label}
          </label>
        ))}
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
          usableWh={Number(capacity) * 1000 || 60_000}
          problem={error}
          onChange={onChange}
        />
      )}
    />
  );
}

/** Capacity stated the other way: amp-hours, multiplied by the pack volts typed beside. */
function AmpHours({ field }: { field: Extract<Field, { type: "ampHours" }> }) {
  const id = useId();
  const { getValues, setValue } = useFormContext();
  return (
    <div className="field">
      <label htmlFor={id}>{field.label}</label>
      <span className="measure">
        <input
          id={id}
          className="form-control form-control-sm"
          type="number"
          step="any"
          onChange={(e) => {
            const wattHours = energyOfAmpHours(Number(getValues(named(field.volts))), Number(e.target.value));
            if (wattHours > 0)
              setValue(named(field.capacity), String(Math.round(wattHours) / 1000), { shouldDirty: true });
          }}
        />
        <span className="unit">Ah</span>
      </span>
    </div>
  );
}
