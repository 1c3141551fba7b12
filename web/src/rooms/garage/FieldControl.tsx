import { useId, useState, type ReactNode } from "react";

import { Controller, useFormContext, useWatch } from "react-hook-form";
import {
  inWords,
  namesOf,
  worldOfSupply,
  type World,
  type EconomyUnit,
  type SupplyId,
} from "@kettleback/core";
import type { TypedPoint } from "./curve";
import { CurveEditor } from "./CurveEditor";
import type { Field } from "./field";
import { LookField } from "./LookField";
import { Papers } from "./Papers";
import { DateField, LinesField, SocketsField } from "./ControlledFields";
import { flat } from "./useEdited";
import { readNumber } from "../../format/manner";
import { Term } from "../../terms/Term";
import { Select } from "../../controls/Select";
import { Tick } from "../../controls/Tick";
import { TextInput } from "../../controls/TextInput";

interface Props {
  readonly field: Field;
  readonly name: string;
  readonly economyUnit: EconomyUnit;
  /** The supply of the household, where what is typed means another thing on another one. */
  readonly system: SupplyId;
}

/** Where a form keeps the marks of what is assumed. */
const MARKS = "assumed";

/** What a field brings to its control: the form it is in, and what is wrong with it. */
function useField({ field, name }: Pick<Props, "field" | "name">) {
  const id = useId();
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
  return { id, register, control, onChange, error, said: { wrong: !!error, describedBy } };
}

/** The control of one field, with its unit, its hint, and its problem beside it. */
export function FieldControl({ field, name, economyUnit, system }: Props) {
  const world = worldOfSupply(system);
  const { id, register, control, onChange, error, said } = useField({ field, name });
  const notes = <Notes field={field} id={id} error={error} world={world} />;
  switch (field.type) {
    case "tick":
      return (
        <div className="field tick">
          <Tick field={register(name)} {...said}>
            {field.label}
          </Tick>
          {notes}
        </div>
      );
    case "ticks":
      return (
        <div className="field wide" role="group" aria-label={field.label}>
          <span>{field.label}</span>
          <span className="ticks">
            {field.choices.map(({ value, label }) => (
              <Tick key={value} field={register(name)} value={value}>
                {label}
              </Tick>
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
    case "date":
      return <DateField field={field} name={name} notes={notes} />;
    case "lines":
      return <LinesField field={field} name={name} notes={notes} />;
    case "curve":
      return <Curve field={field} name={name} error={error} />;
    case "marks":
      return null;
    case "look":
      return <LookField />;
    case "papers":
      return <Papers economyUnit={economyUnit} system={system} />;
    case "choice":
      if (field.sockets) return <SocketsField field={field} name={name} system={system} notes={notes} />;
      return (
        <div className="field">
          <label htmlFor={id}>{field.label}</label>
          <Select
            id={id}
            field={register(name)}
            {...said}
            options={field.choices.map(({ value, label }) => ({ value, text: inWords(label, world) }))}
          />
          {notes}
        </div>
      );
    default: {
      const unit = field.type === "economy" ? economyUnit : field.type === "text" ? "" : field.unit;
      return (
        <div className="field">
          <label htmlFor={id}>{field.label}</label>
          <span className="measure">
            <TextInput
              id={id}
              kind={field.type === "number" || field.type === "economy" ? "figure" : "text"}
              field={register(name, { onChange })}
              {...said}
            />
            {unit && <span className="unit">{unit}</span>}
          </span>
          {notes}
        </div>
      );
    }
  }
}

interface NotesProps {
  readonly field: Field;
  readonly id: string;
  readonly error: string | undefined;
  readonly world: World;
}

/** What stands under a field: its word explained, whether it is assumed, a hint, and what is wrong with it. */
function Notes({ field, id, error, world }: NotesProps) {
  const { register } = useFormContext();
  return (
    <>
      {field.term && (
        <small>
          <Term id={field.term}>{namesOf(field.term, world).first}</Term>
        </small>
      )}
      {field.assumed && (
        <Tick
          label={`${field.label} is assumed`}
          className="assumed"
          field={register(MARKS)}
          value={field.assumed}
        >
          <small>a usual value, assumed</small>
        </Tick>
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
              <TextInput
                kind="figure"
                value={value[key] ?? ""}
                onChange={(text) => onChange({ ...value, [key]: text })}
              />
              <span className="unit">{field.amount.unit}</span>
            </span>{" "}
            {label}
          </label>
        ))}
        {long && (
          <Select
            label={`${field.label}: add one`}
            value=""
            onChange={(picked) => setOpened([...opened, picked])}
            options={[
              { value: "", text: "add one…" },
              ...choices
                .filter(({ value: key }) => !opened.includes(key))
                .map(({ value: key, label }) => ({ value: key, text: label })),
            ]}
          />
        )}
      </span>
      {notes}
    </div>
  );
}

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
  const capacity = useWatch({ name: flat(field.capacity) }) as string;
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
