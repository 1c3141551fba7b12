const texts = new WeakMap<object, string>();

/** The text of a description, its parts by another function. */
const textBy = (value: object, textOf: (part: unknown) => string): string => {
  if (Array.isArray(value)) return `[${value.map(textOf).join(",")}]`;
  const fields = Object.entries(value)
    .filter(([, field]) => field !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${fields.map(([name, field]) => `${JSON.stringify(name)}:${textOf(field)}`).join(",")}}`;
};

/** The text of what has no parts. */
const leafText = (spec: unknown): string => JSON.stringify(spec) ?? "null";

/**
 * A description as one text, whatever the order of its fields, made anew: of things looked at once, by the ten thousand,
 * keeping the text of every part costs more than making it.
 * @example specTextOnce({ b: 1, a: [2] }) // "{\"a\":[2],\"b\":1}"
 */
export const specTextOnce = (spec: unknown): string =>
  typeof spec !== "object" || spec === null ? leafText(spec) : textBy(spec, specTextOnce);

/**
 * A description as one text, whatever the order of its fields. Descriptions are never changed in place, so the text of
 * each part is made once: of a long list that has changed in one place only that place is written again.
 * @example specText({ b: 1, a: [2] }) // "{\"a\":[2],\"b\":1}"
 */
export function specText(spec: unknown): string {
  if (typeof spec !== "object" || spec === null) return leafText(spec);
  const known = texts.get(spec);
  if (known !== undefined) return known;
  const text = textBy(spec, specText);
  texts.set(spec, text);
  return text;
}

/**
 * Whether two descriptions say the same, whatever the order of their fields.
 * @example sameSpec({ a: 1, b: 2 }, { b: 2, a: 1, c: undefined }) // true
 */
export const sameSpec = (a: unknown, b: unknown): boolean => specText(a) === specText(b);
