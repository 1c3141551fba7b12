import { TERMS, type TermId, type World } from "./terms";

/**
 * What a term is called first, and what else, in a world.
 * @example namesOf("earth", "nec").first // "ground"
 */
export function namesOf(
  id: TermId,
  world: World,
): { readonly first: string; readonly also: readonly string[] } {
  const { name, also } = TERMS[id];
  const first = name[world];
  return {
    first,
    also: [...new Set([name[world === "nec" ? "iec" : "nec"], ...also])].filter((n) => n !== first),
  };
}
