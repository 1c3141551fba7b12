import { z } from "zod";
import type { DocumentKind } from "./document-kind";

/**
 * The JSON Schema (draft 2020-12) of a kind of document, made from the schema that reads it.
 * @example jsonSchemaOf(PLAN_DOCUMENT) // { $id: "kettleback-plan.schema.json", … }
 */
export const jsonSchemaOf = <T>({
  format,
  title,
  schema,
}: Pick<DocumentKind<T>, "format" | "title" | "schema">): object => ({
  $id: `${format}.schema.json`,
  title,
  ...z.toJSONSchema(schema, { io: "input" }),
});
