import { z } from "zod";
import {
  adapterSchema,
  cableSchema,
  carSchema,
  householdSchema,
  leadSchema,
  nameSchema,
  outletSchema,
  placeSchema,
  tariffSchema,
  unitSchema,
} from "../parts";
import { sessionSchema, settingsSchema } from "../plan";

/** Identifier of a kept thing: letters, digits and dashes, so it is safe in an address. */
export const idSchema = z
  .string()
  .regex(/^[A-Za-z0-9-]{1,64}$/, { error: "accepted: 1 to 64 letters, digits and dashes" });

/** A path kept by name: which parts it uses, by id, and what was asked of the session. */
export const savedPathSchema = z.object({
  name: nameSchema,
  carId: idSchema,
  outletId: idSchema,
  leadId: idSchema.nullable(),
  unitId: idSchema,
  cableId: idSchema.nullable(),
  adapterId: idSchema.nullable(),
  tariffId: idSchema,
  session: sessionSchema,
  settings: settingsSchema,
  /** Codes of the cautions its owner has acknowledged. */
  acknowledged: z.array(z.string().max(40)).max(40).default([]),
});
export type SavedPath = z.infer<typeof savedPathSchema>;

/** What a household keeps, one table a kind: the schema of its description and what it may belong to. */
export const KINDS = {
  cars: { one: "car", schema: carSchema, parent: null },
  places: { one: "place", schema: placeSchema, parent: "tariffs" },
  outlets: { one: "outlet", schema: outletSchema, parent: "places" },
  units: { one: "unit", schema: unitSchema, parent: "outlets" },
  cables: { one: "cable", schema: cableSchema, parent: null },
  leads: { one: "lead", schema: leadSchema, parent: null },
  adapters: { one: "adapter", schema: adapterSchema, parent: null },
  tariffs: { one: "tariff", schema: tariffSchema, parent: null },
  paths: { one: "saved path", schema: savedPathSchema, parent: null },
} as const;

export type Kind = keyof typeof KINDS;
export const KIND_NAMES = Object.keys(KINDS) as [Kind, ...Kind[]];
/** The description of a thing of a kind. */
export type SpecOf<K extends Kind> = z.infer<(typeof KINDS)[K]["schema"]>;

/** A kept thing: its description, the thing it belongs to, and its version against lost updates. */
export interface Kept<T> {
  readonly id: string;
  readonly version: number;
  /** A place's tariff, an outlet's place, a fixed unit's outlet. */
  readonly parentId: string | null;
  readonly spec: T;
}

/** Everything one household keeps. */
export type Garage = { readonly [K in Kind]: readonly Kept<SpecOf<K>>[] } & {
  readonly household: Kept<z.infer<typeof householdSchema>>;
};
