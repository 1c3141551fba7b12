import type { Values } from "./field";

/** What comes of two people changing one thing: the values to go on with, and the fields both have changed. */
export interface Meanwhile {
  readonly values: Values;
  /** Fields only the other has changed: they are in the values. */
  readonly taken: readonly string[];
  /** Fields changed by both, to different ends: the values hold one's own. */
  readonly both: readonly string[];
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * Puts two people's changes of the same thing together. What only one has changed is theirs; where both have, mine
 * stands and is named.
 * @param before the values both began from
 */
export function meanwhile(before: Values, mine: Values, theirs: Values): Meanwhile {
  const differ = Object.keys(theirs).filter(
    (path) => !same(theirs[path], before[path]) && !same(theirs[path], mine[path]),
  );
  const both = differ.filter((path) => !same(mine[path], before[path]));
  const taken = differ.filter((path) => !both.includes(path));
  return {
    values: { ...mine, ...Object.fromEntries(taken.map((path) => [path, theirs[path]])) },
    taken,
    both,
  };
}
