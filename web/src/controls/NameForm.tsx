import { useForm } from "react-hook-form";
import { z } from "zod";
import { nameSchema } from "@kettleback/core";
import { Button } from "./Button";
import { resolverOf } from "./form";
import { TextInput } from "./TextInput";

interface Props {
  /** What gets the name: "path". */
  readonly one: string;
  readonly initial: string;
  onSave(name: string): Promise<unknown>;
  onCancel(): void;
}

const resolver = resolverOf(z.object({ name: nameSchema }));

/** Asks for the name under which a thing is kept. */
export default function NameForm({ one, initial, onSave, onCancel }: Props) {
  const { register, handleSubmit, formState } = useForm({ resolver, defaultValues: { name: initial } });
  const problem = formState.errors.name?.message;
  return (
    <form
      className="name-form"
      noValidate
      onSubmit={(event) => void handleSubmit(({ name }) => onSave(name))(event)}
      onKeyDown={(e) => e.key === "Escape" && onCancel()}
    >
      <TextInput
        label={`Name of the ${one}`}
        placeholder={`Name of the ${one}`}
        focused
        wrong={!!problem}
        describedBy={problem ? "name-problem" : undefined}
        field={register("name")}
      />
      <Button type="submit" disabled={formState.isSubmitting}>
        Save
      </Button>
      <Button quiet onClick={onCancel}>
        Cancel
      </Button>
      {problem && (
        <span id="name-problem" className="problem" role="alert">
          {problem}
        </span>
      )}
    </form>
  );
}
