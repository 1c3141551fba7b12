import { Select } from "../../controls/Select";
import type { ViewProps } from "./view";

/** Which way a view looks at. */
export function WayPick({ solved, selected, onSelect }: Pick<ViewProps, "solved" | "selected" | "onSelect">) {
  return (
    <Select
      says="Way"
      value={selected}
      onChange={onSelect}
      options={solved.open.ways.map(({ saved }, i) => ({ value: i, text: saved.name }))}
    />
  );
}
