import type { z } from "zod";
import { PATH_PARTS, type PathPart } from "../../things/parts";
import { idSchema } from "../../things/documents";

/** The kind of kept thing each part of a path is. */
export const PART_KINDS = {
  car: "cars",
  place: "places",
  outlet: "outlets",
  lead: "leads",
  evse: "evses",
  cable: "cables",
  adapter: "adapters",
  tariff: "tariffs",
} as const satisfies Record<PathPart, string>;

/** The parts a saved path names; its place is that of its outlet. */
export type NamedPart = Exclude<PathPart, "place">;
/** The parts a saved path names, in walking order. */
export const NAMED_PARTS = (Object.keys(PATH_PARTS) as PathPart[]).filter(
  (part): part is NamedPart => part !== "place",
);

/** The field by which a saved path names a part: "carId". */
export type PartId = `${NamedPart}Id`;
/**
 * The field by which a saved path names a part.
 * @example idFieldOf("car") // "carId"
 */
export const idFieldOf = <P extends NamedPart>(part: P): `${P}Id` => `${part}Id`;

type MayLack = { [P in NamedPart]: null extends z.infer<(typeof PATH_PARTS)[P]> ? P : never }[NamedPart];

/** The fields by which a saved path names its parts; null where it goes without one. */
export const PART_IDS = Object.fromEntries(
  NAMED_PARTS.map((part) => [
    idFieldOf(part),
    PATH_PARTS[part].safeParse(null).success ? idSchema.nullable() : idSchema,
  ]),
) as { [P in NamedPart as `${P}Id`]: P extends MayLack ? z.ZodNullable<typeof idSchema> : typeof idSchema };
