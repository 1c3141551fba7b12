import { useMemo, useState } from "react";
import { useForm } from "react-hook-form";
import {
  KINDS,
  problemsOf,
  stillMeasured,
  type Car,
  type Garage,
  type Kept,
  type SpecOf,
} from "@kettleback/core";
import { Refused } from "../../api/client";
import { errorsOf } from "../../controls/form";
import { useGarage } from "../../stores/garage";
import { sayDone } from "../../stores/notices";
import type { EditableKind } from "./Editor";
import type { Field, Values } from "./field";
import { groupsOf, parentChoices } from "./forms";
import { meanwhile } from "./meanwhile";
import { atField, specOf, valuesOf } from "./values";

/** The name in the form of what the thing belongs to, and of what is wrong with none of its fields. */
export const PARENT = "(parent)";
export const FORM = "(form)";
/** Form libraries read dots as nesting; the dotted paths here are flat names. */
export const flat = (path: string) => path.replaceAll(".", "/");
export const unflat = (values: Values): Values =>
  Object.fromEntries(Object.entries(values).map(([name, value]) => [name.replaceAll("/", "."), value]));

/** A kept thing, or a blank one (no id) to add. */
export type EditedRow = Partial<Kept<object>> & { readonly spec: object };

/** What was found changed elsewhere on saving. */
interface Found {
  readonly taken: readonly Field[];
  readonly both: readonly { readonly field: Field; readonly theirs: unknown }[];
}

/** The form of a thing, judged by the core's schema, and how it is saved: also when somebody else was first. */
export function useEdited(garage: Garage, kind: EditableKind, row: EditedRow, onSaved: () => void) {
  const { economyUnit } = garage.household.spec;
  const groups = useMemo(() => groupsOf(kind), [kind]);
  const parents = parentChoices(kind, garage);
  const keep = useGarage((s) => s.keep);
  const { schema } = KINDS[kind];
  // The thing as it was last read: as it was opened, or as somebody else has saved it since.
  const [read, setRead] = useState(row);
  const [found, setFound] = useState<Found | null>(null);

  const valuesIn = ({ spec, parentId }: EditedRow): Values => {
    const parent = parentId ?? (parents?.none === null ? parents.choices[0]?.value : "") ?? "";
    const values = valuesOf(spec, groups, economyUnit);
    return {
      ...Object.fromEntries(Object.entries(values).map(([path, value]) => [flat(path), value])),
      [PARENT]: parent,
    };
  };
  const specFrom = (values: Values) => {
    const spec = specOf(unflat(values), groups, economyUnit, read.spec);
    // A form half filled in is no car yet: its schema says so.
    return kind === "cars" && "battery" in read.spec && typeof spec.battery === "object" && spec.charger
      ? stillMeasured(read.spec as Car, spec as unknown as Car)
      : spec;
  };
  const form = useForm<Record<string, unknown>>({
    defaultValues: valuesIn(row),
    resolver: (values) => {
      const result = schema.safeParse(specFrom(values));
      if (result.success) return { values, errors: {} };
      const problems = problemsOf(result.error, schema).map((p) => atField(p, groups, economyUnit));
      return { values: {}, errors: errorsOf<Record<string, unknown>>(problems, flat) };
    },
  });

  /** Goes on from what somebody else has saved, with what was typed here. */
  const goOnFrom = (theirs: Kept<object>) => {
    const shown = valuesIn(theirs);
    const { values, taken, both } = meanwhile(valuesIn(read), form.getValues(), shown);
    const told = groups
      .flatMap((g) => g.fields)
      .filter(({ type }) => type !== "marks" && type !== "papers" && type !== "look");
    const fields = new Map(told.map((field) => [flat(field.path), field]));
    for (const name of taken) form.setValue(name, values[name]);
    setRead(theirs);
    setFound({
      taken: taken.flatMap((name) => fields.get(name) ?? []),
      both: both.flatMap((name) => {
        const field = fields.get(name);
        return field ? [{ field, theirs: shown[name] }] : [];
      }),
    });
  };

  const refused = ({ message, errors, current }: Refused) => {
    if (current) return goOnFrom(current as Kept<object>);
    for (const problem of errors) {
      const at = atField({ ...problem, field: problem.field.replace(/^spec\./, "") }, groups, economyUnit);
      form.setError(flat(at.field), { type: "server", message: at.message });
    }
    form.setError(FORM, { type: "server", message });
  };

  const save = form.handleSubmit(async () => {
    try {
      const kept = await keep(kind, {
        ...read,
        parentId: (form.getValues(PARENT) as string) || null,
        spec: schema.parse(specFrom(form.getValues())) as SpecOf<typeof kind>,
      });
      sayDone(`${(kept.spec as { name: string }).name} is saved.`);
      onSaved();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      refused(error);
    }
  });

  const take = (field: Field, theirs: unknown) => {
    form.setValue(flat(field.path), theirs, { shouldDirty: true });
    setFound((was) => was && { ...was, both: was.both.filter((one) => one.field !== field) });
  };
  return { form, groups, parents, save, found, take };
}
