import { useMemo, useState, type ReactNode } from "react";
import { FormProvider, useForm, useFormState, useWatch } from "react-hook-form";
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
  withArticle,
} from "@kettleback/core";
import { Refused } from "../../api/client";
import { Button } from "../../controls/Button";
import { Dialog } from "../../controls/Dialog";
import { Select } from "../../controls/Select";
import { errorsOf } from "../../controls/form";
import { useGarage } from "../../stores/garage";
import { sayDone } from "../../stores/notices";
import { FieldControl } from "./FieldControl";
import type { Values } from "./field";
import { groupsOf, parentChoices } from "./forms";
import { atField, heldIn, specOf, valuesOf } from "./values";
import styles from "./editor.module.scss";

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
      const problems = problemsOf(result.error, schema).map((p) => atField(p, groups, household.economyUnit));
      return { values: {}, errors: errorsOf<Record<string, unknown>>(problems, flat) };
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
    <Dialog
      title={row.id ? `Change ${(row.spec as { name: string }).name}` : `Add ${withArticle(one)}`}
      className={styles.editor}
      large
      typed
      onSubmit={(e) => void save(e)}
      onClose={onClose}
      footer={
        <>
          <FormError
            message={form.formState.errors[FORM]?.message as string | undefined}
            count={Object.keys(form.formState.errors).length}
          />
          <Button large quiet onClick={onClose}>
            Cancel
          </Button>
          <Button large type="submit" disabled={form.formState.isSubmitting}>
            Save
          </Button>
        </>
      }
    >
      <FormProvider {...form}>
        {parents && (
          <Select
            className="field"
            says={parents.label}
            field={form.register(PARENT)}
            options={[
              ...(parents.none !== null ? [{ value: "", text: parents.none }] : []),
              ...parents.choices.map(({ value, label }) => ({ value: value, text: label })),
            ]}
          />
        )}
        <Groups
          groups={groups}
          economyUnit={household.economyUnit}
          system={system}
          fresh={row.id === undefined}
          unflat={unflat}
        />
      </FormProvider>
    </Dialog>
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
