import { useMemo, useState, type ReactNode } from "react";
import { FormProvider, useFormState, useWatch } from "react-hook-form";
import {
  KINDS,
  worldOf,
  type EconomyUnit,
  type Garage,
  type Kind,
  type SupplyId,
  withArticle,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Dialog } from "../../controls/Dialog";
import { Select } from "../../controls/Select";
import { FieldControl } from "./FieldControl";
import { Meanwhile } from "./Meanwhile";
import type { Values } from "./field";
import type { groupsOf } from "./forms";
import { flat, FORM, PARENT, unflat, useEdited, type EditedRow } from "./useEdited";
import { heldIn } from "./values";
import styles from "./editor.module.scss";

export type EditableKind = Exclude<
  Kind,
  "paths" | "lineups" | "installations" | "tariffs" | "posts" | "chargePoints" | "devices"
>;

interface Props {
  readonly garage: Garage;
  readonly kind: EditableKind;
  readonly row: EditedRow;
  onClose(): void;
}

/** The form that changes a thing: judged by the core's schema, with each problem at its field. */
export function Editor({ garage, kind, row, onClose }: Props) {
  const { economyUnit } = garage.household.spec;
  const { form, groups, parents, save, found, take } = useEdited(garage, kind, row, onClose);
  const system = useMemo(() => worldOf(garage), [garage]);
  return (
    <Dialog
      title={row.id ? `Change ${(row.spec as { name: string }).name}` : `Add ${withArticle(KINDS[kind].one)}`}
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
        {found && <Meanwhile {...found} onTake={take} />}
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
        <Groups groups={groups} economyUnit={economyUnit} system={system} fresh={row.id === undefined} />
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
}

/** What matters first, the rest folded with the values it holds. */
function Groups({ groups, economyUnit, system, fresh }: GroupsProps) {
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
