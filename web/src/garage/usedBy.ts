import { KIND_NAMES, KINDS, type Garage, type Kept, type Kind } from "@kettleback/core";

/** Names of what uses a thing: saved paths that name it, and things that belong to it. */
export function usedBy(garage: Garage, kind: Kind, id: string): string[] {
  const children = KIND_NAMES.filter((k) => KINDS[k].parent === kind).flatMap((k) =>
    (garage[k] as readonly Kept<{ name: string }>[])
      .filter((row) => row.parentId === id)
      .map((row) => row.spec.name),
  );
  const paths = garage.paths
    .filter(({ spec }) => Object.entries(spec).some(([key, value]) => key.endsWith("Id") && value === id))
    .map(({ spec }) => `“${spec.name}”`);
  return [...children, ...paths];
}
