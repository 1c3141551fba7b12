import { z } from "zod";
import { householdSchema } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { errorsOf, resolverOf } from "./form";

const options = { fields: {}, shouldUseNativeValidation: false, names: undefined } as never;

test("of a field the first problem is told, under the name the form has for it", () => {
  const problems = [
    { field: "a.b", message: "first" },
    { field: "a.b", message: "second" },
    { field: "c", message: "third" },
  ];
  expect(errorsOf(problems, (field) => field.replace(".", "/"))).toEqual({
    "a/b": { type: "schema", message: "first" },
    c: { type: "schema", message: "third" },
  });
});

test("what the core refuses is refused in its words, and what it takes comes out as it reads it", async () => {
  const { spec } = fallowQuay.household;
  const resolve = resolverOf(householdSchema);
  expect(await resolve(spec, undefined, options)).toEqual({ values: spec, errors: {} });
  const refused = await resolve({ ...spec, currency: "EU", name: "" }, undefined, options);
  expect(Object.keys(refused.errors).sort()).toEqual(["currency", "name"]);
  expect(refused.errors.currency!.message).toContain("accepted: a three-letter currency code");
  expect(
    await resolverOf(z.object({ n: z.number() }))({ n: "x" } as never, undefined, options),
  ).toMatchObject({
    errors: { n: { message: "needed: a number" } },
  });
});
