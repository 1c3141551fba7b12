import { KIND_NAMES, kindRow, referencesOf, type Garage, type Kept, type Kind } from "@kettleback/core";

/** Names of what uses a thing: what belongs to it, and what cannot do without it. */
export function usedBy(garage: Garage, kind: Kind, id: string): string[] {
  const children = KIND_NAMES.filter((k) => kindRow(k).parent === kind).flatMap((k) =>
    (garage[k] as readonly Kept<{ name: string }>[])
      .filter((row) => row.parentId === id)
      .map((row) => row.spec.name),
  );
  const naming = KIND_NAMES.filter((k) => kindRow(k).needsReferences).flatMap((k) =>
    (garage[k] as readonly Kept<{ name: string }>[])
      .filter(({ spec }) => referencesOf(k, spec).some((named) => named.kind === kind && named.id === id))
      .map(({ spec }) => `“${spec.name}”`),
  );
  return [...children, ...naming];
}
