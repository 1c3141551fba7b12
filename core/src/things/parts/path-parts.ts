import type { z } from "zod";
import { adapterSchema, cableSchema, leadSchema } from "./cable";
import { carSchema } from "./car";
import { evseSchema } from "./evse";
import { placeSchema } from "./household";
import { outletSchema } from "./outlet";
import { tariffSchema } from "./tariff";

/**
 * What a charging path is made of, each part with its schema; the nullable ones may be left out. Plan, way, saved path
 * and the parts an import brings all derive from this one list.
 */
export const PATH_PARTS = {
  car: carSchema,
  place: placeSchema.nullable(),
  outlet: outletSchema,
  lead: leadSchema.nullable(),
  evse: evseSchema,
  cable: cableSchema.nullable(),
  adapter: adapterSchema.nullable(),
  tariff: tariffSchema,
} as const;
/** A part of a charging path. */
export type PathPart = keyof typeof PATH_PARTS;
/** All parts of a path, in the order in which a plan lists them. */
export const PATH_PART_NAMES = Object.keys(PATH_PARTS) as readonly PathPart[];

const { car: _, ...wayParts } = PATH_PARTS;
/** What a way is made of: everything but the car. */
export const WAY_PARTS = wayParts;
/** A part of a way. */
export type WayPart = keyof typeof WAY_PARTS;
const WAY_PART_NAMES = Object.keys(WAY_PARTS) as readonly WayPart[];

/** The described parts of a way. */
export type WayParts = { readonly [P in WayPart]: z.infer<(typeof WAY_PARTS)[P]> };

/**
 * The parts of a way, of anything that has them.
 * @example wayPartsOf(plan).evse.name // "Harbour post"
 */
export const wayPartsOf = (from: WayParts): { [P in WayPart]: WayParts[P] } =>
  Object.fromEntries(WAY_PART_NAMES.map((part) => [part, from[part]])) as { [P in WayPart]: WayParts[P] };
