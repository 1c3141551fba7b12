import { useMemo, useState, type ReactNode } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { FormProvider, useForm, useFormState, useWatch, type FieldErrors } from "react-hook-form";
import {
  KINDS,
  problemsOf,
  worldOf,
  type EconomyUnit,
  type Garage,
  type Kept,
  type Kind,
  type SpecOf,
  type SupplyId,
} from "@kettleback/core";
import { Refused } from "../../api/client";
import { sayDone } from "../../stores/notices";
import { useGarage } from "../../stores/garage";
import { withArticle } from "../../format/words";
import { FieldControl } from "./FieldControl";
import type { Values } from "./field";
import { groupsOf, parentChoices } from "./forms";
import { atField, heldIn, specOf, valuesOf } from "./values";

export type EditableKind = Exclude<Kind, "paths" | "lineups" | "tariffs">;

interface Props {
  readonly garage: Garage;
  readonly kind: EditableKind;
  /** A kept thing, or a blank one (no id) to add. */
  readonly row: Partial<Kept<object>> & { readonly spec: object };
  onClose(): void;
}

const PARENT = "(parent)";
const FORM = "(form)";
/** Form libraries read dots as nesting; the dotted paths here are flat names. */
const flat = (path: string) => path.replaceAll(".", "/");

/** The form that changes a thing: judged by the core's schema, with each problem at its field. */
export function Editor({ garage, kind, row, onClose }: Props) {
  const household = garage.household.spec;
  const groups = useMemo(() => groupsOf(kind), [kind]);
  const parents = parentChoices(kind, garage);
  const system = useMemo(() => worldOf(garage), [garage]);
  const keep = useGarage((s) => s.keep);
  const { schema, one } = KINDS[kind];
  const start = useMemo(() => {
    const values = valuesOf(row.spec, groups, household.economyUnit);
    return Object.fromEntries(Object.entries(values).map(([path, value]) => [flat(path), value]));
  }, [row, groups, household]);

  const unflat = (values: Values): Values =>
    Object.fromEntries(Object.entries(values).map(([name, value]) => [name.replaceAll("/", "."), value]));
  const specFrom = (values: Values) => specOf(unflat(values), groups, household.economyUnit, row.spec);

  const form = useForm<Record<string, unknown>>({
    defaultValues: {
      ...start,
      [PARENT]: row.parentId ?? (parents?.none === null ? parents.choices[0]?.value : "") ?? "",
    },
    resolver: (values) => {
      const result = schema.safeParse(specFrom(values));
      if (result.success) return { values, errors: {} };
      const errors: Record<string, { type: string; message: string }> = {};
      for (const problem of problemsOf(result.error, schema)) {
        const { field, message } = atField(problem, groups, household.economyUnit);
        errors[flat(field)] ??= { type: "schema", message };
      }
      return { values: {}, errors: errors as FieldErrors };
    },
  });

  const save = form.handleSubmit(async () => {
    try {
      const parent = form.getValues(PARENT) as string;
      const kept = await keep(kind, {
        ...row,
        parentId: parent || null,
        spec: schema.parse(specFrom(form.getValues())) as SpecOf<typeof kind>,
      });
      sayDone(`${(kept.spec as { name: string }).name} is saved.`);
      onClose();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      for (const problem of error.errors) {
        const { field, message } = atField(
          { ...problem, field: problem.field.replace(/^spec\./, "") },
          groups,
          household.economyUnit,
        );
        form.setError(flat(field), { type: "server", message });
      }
      form.setError(FORM, { type: "server", message: error.message });
    }
  });

  return (
    <Modal
      show
      onHide={onClose}
      size="lg"
      scrollable
      aria-labelledby="editor-title"
      animation={false}
      backdrop="static"
    >
      <form onSubmit={(e) => void save(e)} noValidate className="editor">
        <Modal.Header closeButton>
          <h2 id="editor-title">
            {row.id ? `Change ${(row.spec as { name: string }).name}` : `Add ${withArticle(one)}`}
          </h2>
        </Modal.Header>
        <Modal.Body>
          <FormProvider {...form}>
            {parents && (
              <label className="field">
                <span>{parents.label}</span>
                <select className="form-select form-select-sm" {...form.register(PARENT)}>
                  {parents.none !== null && <option value="">{parents.none}</option>}
                  {parents.choices.map(({ value, label }) => (
                    <option key={value} value={value}>
                      {label}
                    </option>
                  ))}
                </select>
              </label>
            )}
            <Groups
              groups={groups}
              economyUnit={household.economyUnit}
              system={system}
              fresh={row.id === undefined}
              unflat={unflat}
            />
          </FormProvider>
        </Modal.Body>
        <Modal.Footer>
          <FormError
            message={form.formState.errors[FORM]?.message as string | undefined}
            count={Object.keys(form.formState.errors).length}
          />
          <Button variant="quiet" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" disabled={form.formState.isSubmitting}>
            Save
          </Button>
        </Modal.Footer>
      </form>
    </Modal>
  );
}

function FormError({ message, count }: { message: string | undefined; count: number }) {
  if (count === 0) return null;
  return (
    <span className="problem" role="alert">
      {message ??
        `Nothing saved yet: ${count === 1 ? "one field needs" : `${count} fields need`} another look.`}
    </span>
  );
}

interface GroupsProps {
  readonly groups: ReturnType<typeof groupsOf>;
  readonly economyUnit: EconomyUnit;
  readonly system: SupplyId;
  /** A thing that is being added, not one that is kept. */
  readonly fresh: boolean;
  unflat(values: Values): Values;
}

/** What matters first, the rest folded with the values it holds. */
function Groups({ groups, economyUnit, system, fresh, unflat }: GroupsProps) {
  const values = unflat(useWatch() as Values);
  const { errors } = useFormState();
  return groups.map(({ title, fields, folded }) => {
    const shown = fields.filter((f) => f.when?.(values) ?? true);
    if (shown.length === 0) return null;
    const controls = (
      <div className="fields">
        {shown.map((f) => (
          <FieldControl
            key={f.path}
            field={f}
            name={flat(f.path)}
            economyUnit={economyUnit}
            system={system}
          />
        ))}
      </div>
    );
    if (!folded)
      return (
        <fieldset key={title}>
          <legend>{title}</legend>
          {controls}
        </fieldset>
      );
    const wrong = shown.some((f) => errors[flat(f.path)]);
    return (
      <Folded
        key={title}
        title={title}
        holds={heldIn(shown, values)}
        open={wrong}
        first={folded === "unless-new" && fresh}
      >
        {controls}
      </Folded>
    );
  });
}

interface FoldedProps {
  readonly title: string;
  readonly holds: string;
  /** Something in it wants to be seen. */
  readonly open: boolean;
  readonly first: boolean;
  readonly children: ReactNode;
}

function Folded({ title, holds, open, first, children }: FoldedProps) {
  const [wanted, setWanted] = useState(first);
  return (
    <details className="folded" open={open || wanted} onToggle={(e) => setWanted(e.currentTarget.open)}>
      <summary>
        <strong>{title}</strong> <small>{holds}</small>
      </summary>
      {children}
    </details>
  );
}
