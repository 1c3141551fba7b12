import type { z } from "zod";
import {
  adapterSchema,
  cableSchema,
  carSchema,
  fuelCarSchema,
  householdSchema,
  leadSchema,
  outletSchema,
  placeSchema,
  tariffSchema,
  evseSchema,
  WAY_PARTS,
  type PathPart,
  type WayPart,
} from "../../things/parts";
import type { FieldProblem } from "../../things/documents";
import { PLAN_MAX_BYTES } from "../../engine/plan";
import { INSTALL_MAX_BYTES } from "../../answers/install";
import { LINEUP_MAX_BYTES } from "../../answers/lineup";
import { deviceSchema, type Device } from "../../answers/live";
import { knownPostSchema } from "../../answers/posts";
import { chargePointSchema } from "./charge-point";
import { idFieldOf, NAMED_PARTS, PART_KINDS } from "./part-ids";
import { savedInstallationSchema, type SavedInstallation } from "./saved-installation";
import { savedPathSchema, type SavedPath } from "./saved-path";
import { savedLineupSchema, type SavedLineup } from "./saved-lineup";

/** The kinds that descriptions name things of. */
export type Named = (typeof PART_KINDS)[PathPart];
/** What becomes of a reference: the kind and id it names, and the dotted field it stands in. */
export type MapReference = (kind: Named, id: string, field: string) => string;

/** What there is to say of a kind of kept thing. */
interface KindRow {
  /** What one of it is called. */
  readonly one: string;
  /** The table its rows lie in. */
  readonly table: string;
  /** The name under which its description is upgraded. */
  readonly part: string;
  readonly schema: z.ZodType;
  /** The kind it may belong to. */
  readonly parent: string | null;
  /** The largest request that brings one, in bytes; a form's where nothing is said. */
  readonly maxBytes?: number;
  /** Its description with every thing of another kind that it names sent through a function. */
  references?(spec: never, map: MapReference): object;
  /** What it names has to be there when it is written; else it says of what is gone that it is gone. */
  readonly needsReferences?: true;
}

/** A named part of something, where it is named rather than described. */
const mapped = (map: MapReference, kind: Named, part: unknown, field: string): unknown =>
  typeof part === "string" ? map(kind, part, field) : part;

/**
 * What a household keeps, one row a kind. Tables, addresses, limits, household files, imports and drafts follow from it:
 * a new kind is a row, a migration and a screen.
 */
export const KINDS = {
  cars: { one: "car", table: "car", part: "car", schema: carSchema, parent: null },
  places: { one: "place", table: "place", part: "place", schema: placeSchema, parent: "tariffs" },
  outlets: { one: "outlet", table: "outlet", part: "outlet", schema: outletSchema, parent: "places" },
  evses: { one: "charging unit", table: "evse", part: "evse", schema: evseSchema, parent: "outlets" },
  cables: { one: "cable", table: "cable", part: "cable", schema: cableSchema, parent: null },
  leads: { one: "lead", table: "lead", part: "lead", schema: leadSchema, parent: null },
  adapters: { one: "adapter", table: "adapter", part: "adapter", schema: adapterSchema, parent: null },
  tariffs: {
    one: "tariff",
    table: "tariff",
    part: "tariff",
    schema: tariffSchema,
    parent: null,
    // A year of quarter-hourly prices.
    maxBytes: PLAN_MAX_BYTES,
  },
  fuelCars: { one: "fuel car", table: "fuel_car", part: "fuelCar", schema: fuelCarSchema, parent: null },
  chargePoints: {
    one: "charge point",
    table: "charge_point",
    part: "chargePoint",
    schema: chargePointSchema,
    parent: "evses",
  },
  devices: {
    one: "device",
    table: "device",
    part: "device",
    schema: deviceSchema,
    parent: null,
    references: (spec: Device, map: MapReference) => ({
      ...spec,
      of: { ...spec.of, id: map(spec.of.kind, spec.of.id, "of.id") },
    }),
  },
  posts: { one: "post", table: "known_post", part: "knownPost", schema: knownPostSchema, parent: "tariffs" },
  paths: {
    one: "saved path",
    table: "saved_path",
    part: "path",
    schema: savedPathSchema,
    parent: null,
    needsReferences: true,
    references: (spec: SavedPath, map: MapReference) => ({
      ...spec,
      ...Object.fromEntries(
        NAMED_PARTS.map((part) => {
          const field = idFieldOf(part);
          return [field, mapped(map, PART_KINDS[part], spec[field], field)];
        }),
      ),
    }),
  },
  lineups: {
    one: "line-up",
    table: "line_up",
    part: "lineup",
    schema: savedLineupSchema,
    parent: null,
    maxBytes: LINEUP_MAX_BYTES,
    references: (spec: SavedLineup, map: MapReference) => ({
      ...spec,
      cars: spec.cars.map((car, i) => mapped(map, "cars", car, `cars.${i}`)),
      ways: spec.ways.map((way, i) => ({
        ...way,
        ...Object.fromEntries(
          (Object.keys(WAY_PARTS) as WayPart[]).map((part) => [
            part,
            mapped(map, PART_KINDS[part], way[part], `ways.${i}.${part}`),
          ]),
        ),
      })),
    }),
  },
  installations: {
    one: "installation",
    table: "installation",
    part: "installation",
    schema: savedInstallationSchema,
    parent: null,
    maxBytes: INSTALL_MAX_BYTES,
    references: (spec: SavedInstallation, map: MapReference) => ({
      ...spec,
      carId: spec.carId && map("cars", spec.carId, "carId"),
      tariffId: spec.tariffId && map("tariffs", spec.tariffId, "tariffId"),
    }),
  },
} as const satisfies Record<string, KindRow>;

/** A kind of kept thing, by its name in addresses and files. */
export type Kind = keyof typeof KINDS;
/** All kinds, in the order in which they are filed. */
export const KIND_NAMES = Object.keys(KINDS) as [Kind, ...Kind[]];
/**
 * The row of a kind, with what may be said of any.
 * @example kindRow("outlets").parent // "places"
 */
export const kindRow = (kind: Kind): KindRow & { readonly parent: Kind | null } => KINDS[kind];

/**
 * A description with every thing it names sent through a function.
 * @example withReferences("paths", garage.paths[0].spec, () => "x").carId // "x"
 */
export const withReferences = (kind: Kind, spec: object, map: MapReference): object =>
  kindRow(kind).references?.(spec as never, map) ?? spec;

/** A thing a description names, and the dotted field it stands in. */
export interface Reference {
  readonly kind: Named;
  readonly id: string;
  readonly field: string;
}

/**
 * Every thing a description names.
 * @example referencesOf("paths", garage.paths[0].spec).map(({ kind }) => kind)
 */
export function referencesOf(kind: Kind, spec: object): Reference[] {
  const found: Reference[] = [];
  withReferences(kind, spec, (named, id, field) => {
    found.push({ kind: named, id, field });
    return id;
  });
  return found;
}

/** How many kinds a kind hangs below; one that names others comes after all it may name. */
function depthOf(kind: Kind): number {
  const { parent, references } = kindRow(kind);
  return parent === null ? (references ? KIND_NAMES.length : 0) : 1 + depthOf(parent);
}

/** The kinds with the ones others belong to first. */
export const PARENTS_FIRST: readonly Kind[] = [...KIND_NAMES].sort((a, b) => depthOf(a) - depthOf(b));

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
