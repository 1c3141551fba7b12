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
  evseSchema,
} from "../../things/parts";
import type { FieldProblem } from "../../things/documents";
import { sessionSchema, settingsSchema } from "../../engine/plan";
import { KIND_OF_ID, PART_IDS } from "./part-ids";
import { savedLineupSchema } from "./saved-lineup";

/** A path kept by name: which parts it uses, by id, and what was asked of the session. */
export const savedPathSchema = z.strictObject({
  name: nameSchema,
  ...PART_IDS,
  session: sessionSchema,
  settings: settingsSchema,
  /** Codes of the cautions its owner has acknowledged. */
  acknowledged: z.array(z.string().max(40)).max(40),
});
export type SavedPath = z.infer<typeof savedPathSchema>;

/**
 * What a household keeps, one table a kind: what one of it is called, the table it lies in, under which name its description is upgraded,
 * the schema that judges it, the kind it may belong to, and the fields by which it names things of other kinds.
 */
export const KINDS = {
  cars: { one: "car", table: "car", part: "car", schema: carSchema, parent: null, names: {} },
  places: { one: "place", table: "place", part: "place", schema: placeSchema, parent: "tariffs", names: {} },
  outlets: {
    one: "outlet",
    table: "outlet",
    part: "outlet",
    schema: outletSchema,
    parent: "places",
    names: {},
  },
  evses: {
    one: "charging unit",
    table: "evse",
    part: "evse",
    schema: evseSchema,
    parent: "outlets",
    names: {},
  },
  cables: { one: "cable", table: "cable", part: "cable", schema: cableSchema, parent: null, names: {} },
  leads: { one: "lead", table: "lead", part: "lead", schema: leadSchema, parent: null, names: {} },
  adapters: {
    one: "adapter",
    table: "adapter",
    part: "adapter",
    schema: adapterSchema,
    parent: null,
    names: {},
  },
  tariffs: { one: "tariff", table: "tariff", part: "tariff", schema: tariffSchema, parent: null, names: {} },
  paths: {
    one: "saved path",
    table: "saved_path",
    part: "path",
    schema: savedPathSchema,
    parent: null,
    names: KIND_OF_ID,
  },
  // A line-up says of a part that is gone that it is gone; it keeps nothing from being deleted.
  lineups: {
    one: "line-up",
    table: "line_up",
    part: "lineup",
    schema: savedLineupSchema,
    parent: null,
    names: {},
  },
} as const;

export type Kind = keyof typeof KINDS;
export const KIND_NAMES = Object.keys(KINDS) as [Kind, ...Kind[]];
/** The kinds with the ones others belong to first. */
export const PARENTS_FIRST: readonly Kind[] = [...KIND_NAMES].sort((a, b) => depthOf(a) - depthOf(b));

/** How many kinds a kind hangs below. */
function depthOf(kind: Kind): number {
  const { parent } = KINDS[kind];
  return parent === null
    ? Object.keys(KINDS[kind].names).length > 0
      ? KIND_NAMES.length
      : 0
    : 1 + depthOf(parent);
}

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

/** A kept thing whose description this program cannot accept: kept as it is, and said. */
export interface Unread {
  readonly kind: Kind;
  readonly id: string;
  readonly name: string;
  readonly problems: readonly FieldProblem[];
}

/** Everything one household keeps. */
export type Garage = { readonly [K in Kind]: readonly Kept<SpecOf<K>>[] } & {
  readonly household: Kept<z.infer<typeof householdSchema>>;
  /** Left out where everything could be read. */
  readonly unread?: readonly Unread[];
};
