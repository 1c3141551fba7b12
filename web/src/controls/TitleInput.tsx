import { useState } from "react";
import { TextInput } from "./TextInput";

interface Props {
  readonly label: string;
  readonly value: string;
  /** Takes the name once the field is left, or Enter is pressed. */
  onName(name: string): void;
}

/** A name that stands as a heading and is changed in place; one that is not taken goes back to what it was. */
export function TitleInput({ label, value, onName }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextInput
      manner="title"
      label={label}
      value={typed ?? value}
      onChange={setTyped}
      onBlur={() => {
        if (typed !== null && typed !== value) onName(typed);
        setTyped(null);
      }}
      onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
    />
  );
}
