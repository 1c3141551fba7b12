import type { ViewProps } from "./view";

/** Which way a view looks at. */
export function WayPick({ solved, selected, onSelect }: Pick<ViewProps, "solved" | "selected" | "onSelect">) {
  return (
    <label>
      Way
      <select
        aria-label="Way"
        className="form-select form-select-sm"
        value={selected}
        onChange={(e) => onSelect(Number(e.target.value))}
      >
        {solved.open.ways.map(({ id, saved }, i) => (
          <option key={id} value={i}>
            {saved.name}
          </option>
        ))}
      </select>
    </label>
  );
}
