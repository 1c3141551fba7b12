import type { ReactNode } from "react";
import FormCheckInput from "react-bootstrap/FormCheckInput";
import type { UseFormRegisterReturn } from "react-hook-form";

interface Look {
  /** What it is called where its words alone would not say it. */
  readonly label?: string;
  readonly className?: string;
  readonly disabled?: boolean;
  readonly describedBy?: string | undefined;
  readonly wrong?: boolean;
  /** Words beside it. */
  readonly children?: ReactNode;
}

interface TickProps extends Look {
  readonly checked: boolean;
  onChange(checked: boolean): void;
}

interface FieldProps extends Look {
  readonly field: UseFormRegisterReturn;
  /** What the form gets where many ticks share a field. */
  readonly value?: string;
}

/** Something that is so or not, with its words. */
export function Tick(props: TickProps | FieldProps) {
  const { label, className, disabled, describedBy, wrong, children } = props;
  const bound =
    "field" in props
      ? { ...props.field, ...(props.value === undefined ? {} : { value: props.value }) }
      : {
          checked: props.checked,
          onChange: (e: { target: { checked: boolean } }) => props.onChange(e.target.checked),
        };
  return (
    <label className={className}>
      <FormCheckInput
        type="checkbox"
        disabled={disabled}
        aria-label={label}
        aria-invalid={wrong}
        aria-describedby={describedBy}
        {...bound}
      />{" "}
      {children}
    </label>
  );
}

interface RadioProps extends Look {
  /** What those that exclude each other share. */
  readonly name: string;
  readonly checked: boolean;
  onChange(): void;
}

/** One of a few, with its words. */
export const Radio = ({ name, label, className, checked, onChange, children }: RadioProps) => (
  <label className={className}>
    <FormCheckInput type="radio" name={name} aria-label={label} checked={checked} onChange={onChange} />{" "}
    {children}
  </label>
);
