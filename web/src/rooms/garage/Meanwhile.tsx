import { useEffect, useRef } from "react";
import { Button } from "../../controls/Button";
import type { Field } from "./field";

interface Props {
  /** Fields only the other has changed. */
  readonly taken: readonly Field[];
  /** Fields both have changed, with what the other made of each. */
  readonly both: readonly { readonly field: Field; readonly theirs: unknown }[];
  onTake(field: Field, theirs: unknown): void;
}

/** The value of a field in words; undefined where a line cannot hold it. */
function inWords(field: Field, value: unknown): string | undefined {
  if (field.type === "choice") return field.choices.find((choice) => choice.value === value)?.label;
  if (field.type === "tick") return value ? "yes" : "no";
  if (typeof value !== "string") return undefined;
  return value === "" ? "left empty" : field.type === "number" ? `${value} ${field.unit}`.trim() : value;
}

/** Somebody saved the thing in the form while it was being changed: what was taken over, and what is to be chosen. */
export function Meanwhile({ taken, both, onTake }: Props) {
  const itself = useRef<HTMLElement>(null);
  // Saving is pressed at the foot of a form that may be scrolled anywhere.
  useEffect(() => void itself.current?.scrollIntoView?.({ block: "nearest" }), []);
  return (
    <section ref={itself} className="meanwhile" role="alert">
      <p>
        <strong>This was changed elsewhere while you were at it. Nothing of yours is saved yet.</strong>{" "}
        {taken.length > 0 &&
          `Taken over from there, as you had left it alone: ${taken.map(({ label }) => label).join(", ")}. `}
        {both.length > 0
          ? "Where both changed something, yours stands until you choose the other. Save keeps what the form shows."
          : "Save keeps what the form shows, with both changes in it."}
      </p>
      {both.length > 0 && (
        <ul>
          {both.map(({ field, theirs }) => (
            <li key={field.path}>
              {field.label}: {inWords(field, theirs) ?? "changed there too"}{" "}
              <Button
                quiet
                aria-label={`Take ${field.label} from there`}
                onClick={() => onTake(field, theirs)}
              >
                Take that
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
