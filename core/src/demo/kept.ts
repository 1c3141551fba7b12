import type { Kept } from "../garage";

/** A first-version row with a stable id. */
export const kept = <T>(id: string, spec: T, parentId: string | null = null): Kept<T> => ({
  id,
  version: 1,
  parentId,
  spec,
});
