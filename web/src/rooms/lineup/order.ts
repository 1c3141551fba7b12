/** A list with one thing moved to the place of another. */
export function reordered<T extends { readonly id: string }>(
  list: readonly T[],
  from: string,
  to: string,
): T[] {
  const [a, b] = [list.findIndex(({ id }) => id === from), list.findIndex(({ id }) => id === to)];
  if (a < 0 || b < 0) return [...list];
  const rest = [...list];
  const [moved] = rest.splice(a, 1);
  rest.splice(b, 0, moved!);
  return rest;
}
