import { z } from "zod";

/** A number being typed: out of range, or (kept as null) not there yet. */
export const typed = z
  .number()
  .nullable()
  .transform((n) => n ?? Number.NaN);

const loosened = (schema: z.ZodType): z.ZodType => {
  if (schema instanceof z.ZodNumber) return typed;
  if (schema instanceof z.ZodArray) return z.array(loosened(schema.element as z.ZodType));
  if (schema instanceof z.ZodObject)
    return z.strictObject(
      Object.fromEntries(
        Object.entries(schema.shape as Record<string, z.ZodType>).map(([field, of]) => [field, loosened(of)]),
      ),
    );
  return schema;
};

/** What was typed of a question, as a draft holds it: some of its fields, their numbers as they are typed. */
export const typing = <S extends z.ZodObject>(schema: S): z.ZodType<Partial<z.infer<S>>> =>
  (loosened(schema) as z.ZodObject).partial() as unknown as z.ZodType<Partial<z.infer<S>>>;
