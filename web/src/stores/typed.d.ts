import { z } from "zod";
/** A number being typed: out of range, or (kept as null) not there yet. */
export declare const typed: z.ZodPipe<z.ZodNullable<z.ZodNumber>, z.ZodTransform<number, number | null>>;
/** What was typed of a question, as a draft holds it: some of its fields, their numbers as they are typed. */
export declare const typing: <S extends z.ZodObject>(schema: S) => z.ZodType<Partial<z.infer<S>>>;
