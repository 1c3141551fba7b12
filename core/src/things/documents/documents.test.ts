import fc from "fast-check";
import { z } from "zod";
import { law } from "../../tests/law";
import { documentHead, documentKind, jsonSchemaOf, sameSpec, SPEC_VERSION, specText, specTextOnce } from ".";

test("descriptions are the same whatever the order of their fields, and differ where a value does", () => {
  expect(
    sameSpec({ a: 1, b: { c: [1, 2], d: null } }, { b: { d: null, c: [1, 2] }, a: 1, e: undefined }),
  ).toBe(true);
  for (const [a, b] of [
    [{ a: 1 }, { a: 2 }],
    [{ a: 1 }, { a: "1" }],
    [{ a: null }, {}],
    [
      [1, 2],
      [2, 1],
    ],
    [{ a: [] }, { a: {} }],
    [{ "a,b": 1 }, { a: 1, b: 1 }],
    [undefined, {}],
  ])
    expect([a, b, sameSpec(a, b)]).toEqual([a, b, false]);
});

test("what is read back from its own text is the same, and with one number changed is not", () => {
  law(fc.jsonValue(), { runs: 300, mostSkipped: 0 }, (value) => {
    const again: unknown = JSON.parse(JSON.stringify({ value }));
    expect(sameSpec({ value }, again)).toBe(true);
    expect(specTextOnce(again)).toBe(specText({ value }));
    expect(sameSpec({ value, n: 1 }, { value: (again as { value: unknown }).value, n: 2 })).toBe(false);
  });
});

describe("a kind of document", () => {
  const NOTE = documentKind({
    format: "note",
    title: "Note",
    maxBytes: 80,
    head: z.object({ lines: z.array(z.unknown()).max(2, { error: "accepted: up to 2 lines" }) }),
    schema: z.strictObject({
      ...documentHead("note"),
      lines: z.array(z.string().max(5, { error: "too long" })),
    }),
    upgrade: ({ text, ...rest }, version) => (version < 2 ? { ...rest, lines: text } : rest),
  });
  const wrong = (text: string) => {
    const parsed = NOTE.parse(text);
    return parsed.ok ? [] : parsed.problems.map(({ field, message }) => `${field}: ${message}`);
  };

  test("is read, upgraded, and written to the same bytes", () => {
    const old = NOTE.parse('{"format":"note","version":1,"text":["a"],"lines":[]}');
    expect(old).toEqual({ ok: true, value: { format: "note", version: SPEC_VERSION, lines: ["a"] } });
    const text = NOTE.print({ format: "note", version: SPEC_VERSION, lines: ["a"] });
    const again = NOTE.parse(text);
    expect(again.ok && NOTE.print(again.value)).toBe(text);
    expect(jsonSchemaOf(NOTE)).toMatchObject({ $id: "note.schema.json", title: "Note", type: "object" });
  });

  test.each([
    ["{", ["(document): not JSON: it ends too early"]],
    ["", ["(document): not JSON: it ends too early"]],
    ['{\n"format": "note",\n}', ["(document): not JSON: line 3 cannot be read"]],
    ['{"format": note}', ["(document): not JSON: what stands there cannot be read"]],
    ["7", ["(document): needed: an object"]],
    [`"${"x".repeat(80)}"`, ["(document): too large: 82 characters; accepted: up to 80"]],
    ['{"format":"else","version":4,"lines":7}', ['format: accepted: "note"']],
    ['{"format":"note","version":5,"lines":7}', ["version: accepted: 1 to 4"]],
    ['{"format":"note","version":0,"lines":7}', ["version: accepted: 1 to 4"]],
    // A list that is far too long is only that: what is in it is not judged.
    ['{"format":"note","version":4,"lines":["toolong","b","c"]}', ["lines: accepted: up to 2 lines"]],
    ['{"format":"note","version":4,"lines":["toolong"]}', ["lines.0: too long"]],
    ['{"format":"note","version":4,"lines":[],"x":1}', ["x: not known here: leave it out"]],
  ])("%s is refused by field", (text, told) => {
    expect(wrong(text)).toHaveLength(told.length);
    told.forEach((start, i) => expect(wrong(text)[i]).toContain(start));
  });
});
