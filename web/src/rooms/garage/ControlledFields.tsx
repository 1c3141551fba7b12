import type { ReactNode } from "react";
import { Controller, useFormContext, useWatch } from "react-hook-form";
import type { OutletTypeId, SupplyId } from "@kettleback/core";
import { DateInput } from "../../controls/MomentInput";
import { TextArea } from "../../controls/TextArea";
import type { Field } from "./field";
import { SocketField } from "./SocketField";
import { flat } from "./useEdited";

/** Fields that a form library cannot bind by itself: each shows a value and hands on the next. */
interface Props<T extends Field["type"]> {
  readonly field: Extract<Field, { type: T }>;
  readonly name: string;
  readonly notes: ReactNode;
}

/** Most characters of a note of several lines. */
const MOST_NOTED = 600;

/** A day of the calendar. */
export const DateField = ({ field, name, notes }: Props<"date">) => (
  <Controller
    control={useFormContext().control}
    name={name}
    render={({ field: { value, onChange } }) => (
      <div className="field">
        <span>{field.label}</span>
        <DateInput
          label={field.label}
          value={value as string}
          optional
          onChange={onChange}
          // What is no date is refused on saving, rather than the one before it kept.
          onUnread={onChange}
        />
        {notes}
      </div>
    )}
  />
);

/** Several lines of one's own words. */
export const LinesField = ({ field, name, notes }: Props<"lines">) => (
  <Controller
    control={useFormContext().control}
    name={name}
    render={({ field: { value, onChange } }) => (
      <div className="field wide">
        <TextArea
          says={field.label}
          rows={4}
          maxLength={MOST_NOTED}
          value={value as string}
          onChange={onChange}
        />
        {notes}
      </div>
    )}
  />
);

/** Types of outlet by their pictures, on the supply that the form itself names or the household has. */
export function SocketsField({
  field,
  name,
  notes,
  system,
}: Props<"choice"> & { readonly system: SupplyId }) {
  const { control } = useFormContext();
  const supply = field.sockets?.supply;
  const named = useWatch({ name: flat(supply ?? "") }) as SupplyId | undefined;
  return (
    <div className="field wide">
      <span>{field.label}</span>
      <Controller
        control={control}
        name={name}
        render={({ field: { value, onChange } }) => (
          <SocketField
            label={field.label}
            value={value as OutletTypeId}
            system={supply ? named! : system}
            onChange={onChange}
          />
        )}
      />
      {notes}
    </div>
  );
}
