import { useId } from "react";
import FormControl from "react-bootstrap/FormControl";

interface Props {
  readonly says: string;
  readonly rows: number;
  readonly maxLength: number;
  readonly placeholder?: string | undefined;
  readonly className?: string;
  readonly value: string;
  onChange(value: string): void;
}

/** A text of some lines. */
export function TextArea({ says, rows, maxLength, placeholder, className, value, onChange }: Props) {
  const id = useId();
  return (
    <label className={className} htmlFor={id}>
      <span>{says}</span>
      <FormControl
        as="textarea"
        id={id}
        rows={rows}
        maxLength={maxLength}
        placeholder={placeholder}
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  );
}
