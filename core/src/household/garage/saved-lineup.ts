import { z } from "zod";
import { lineupAsked, MOST_CARS, MOST_WAYS, wayNotes } from "../../answers/lineup";
import { carSchema, nameSchema, WAY_PARTS, type WayPart } from "../../things/parts";
import { sessionSchema, settingsSchema } from "../../engine/plan";
import { idSchema } from "../../things/documents";

/** A thing of the household by its id, or one described in place. */
const either = <S extends z.ZodType>(schema: S) => z.union([idSchema, schema]);

const wayPartsById = Object.fromEntries(
  Object.entries(WAY_PARTS).map(([part, schema]) => [part, either(schema)]),
) as unknown as { [P in WayPart]: z.ZodUnion<[typeof idSchema, (typeof WAY_PARTS)[P]]> };

/** A way as it is kept: parts of the household stay what the Garage says they are. */
export const savedWaySchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  ...wayPartsById,
  settings: settingsSchema,
  ...wayNotes,
});
/** A way as a household keeps it: its parts by id, or described in place. */
export type SavedWay = z.infer<typeof savedWaySchema>;

/** A line-up kept by name. */
export const savedLineupSchema = z.strictObject({
  name: nameSchema,
  session: sessionSchema,
  ...lineupAsked,
  cars: z
    .array(either(carSchema))
    .min(1, { error: "at least one car" })
    .max(MOST_CARS, { error: `accepted: 1 to ${MOST_CARS} cars` }),
  ways: z.array(savedWaySchema).max(MOST_WAYS, { error: `accepted: up to ${MOST_WAYS} ways` }),
  /** Id of the way the others are compared with. */
  baseline: idSchema.nullable(),
});
/** A line-up as a household keeps it. */
export type SavedLineup = z.infer<typeof savedLineupSchema>;
