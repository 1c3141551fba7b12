import { z } from "zod";
import { documentHead, documentKind, upgradePart, upgradeParts } from "../../things/documents";
import {
  carSchema,
  choice,
  evseSchema,
  householdSchema,
  nameSchema,
  outletSchema,
  quantity,
} from "../../things/parts";
import { sessionSchema } from "../../engine/plan";
import { pieceSchema } from "./pieces";

/** The `format` of a kit document. */
export const KIT_FORMAT = "kettleback-kit";
/** Most pieces one may choose from. */
export const MOST_PIECES = 24;
/** Most places of a trip. */
export const MOST_PLACES = 500;
/** Largest kit file read, in bytes. */
export const KIT_MAX_BYTES = 2 * 1024 * 1024;

/** What "least" is measured by: what the kit weighs, takes up, still costs, or how many pieces it is. */
export const MEASURES = ["mass", "volume", "price", "pieces"] as const;
/** What a least kit is least in. */
export type Measure = (typeof MEASURES)[number];

/** A place one is likely to stand for a night: an outlet, and the unit that is fixed to it where there is one. */
export const stopPlaceSchema = z
  .strictObject({
    name: nameSchema,
    outlet: outletSchema,
    /** The post, wallbox or rapid station there; null at a socket, where the unit is one's own. */
    evse: evseSchema.nullable().default(null),
  })
  .superRefine(({ outlet, evse }, ctx) => {
    if (evse?.kind === "portable")
      ctx.addIssue({
        code: "custom",
        path: ["evse", "kind"],
        message: 'accepted: "wallbox", "post" or "rapid"; a portable unit belongs among the pieces',
      });
    if (outlet.kind === "hardwired" && evse === null)
      ctx.addIssue({
        code: "custom",
        path: ["evse"],
        message: "needed: the unit that is wired in here",
      });
    if (outlet.kind === "socket" && evse !== null)
      ctx.addIssue({
        code: "custom",
        path: ["outlet", "kind"],
        message: 'accepted: "hardwired" where a unit is fixed',
      });
  });
/** A place one is likely to stand for a night. */
export type StopPlace = z.infer<typeof stopPlaceSchema>;

/** A trip's kit: what could be packed, where one will stand, what a night is to bring. */
export const kitSchema = z.strictObject({
  ...documentHead(KIT_FORMAT),
  name: nameSchema,
  household: householdSchema,
  car: carSchema,
  session: sessionSchema,
  /** Range a night is to bring at every place. */
  wantedKm: quantity(1, 2000, "km"),
  least: choice(MEASURES).default("mass"),
  pieces: z.array(pieceSchema).max(MOST_PIECES, { error: `accepted: up to ${MOST_PIECES} pieces` }),
  places: z
    .array(stopPlaceSchema)
    .min(1, { error: "at least one place" })
    .max(MOST_PLACES, { error: `accepted: 1 to ${MOST_PLACES} places` }),
});
/** A kit document of this version. */
export type KitDocument = z.infer<typeof kitSchema>;
/** A kit as it is asked: the document without its head. */
export type KitAsked = Omit<KitDocument, "format" | "version" | "name">;

const isJson = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** The part of a piece or a place whose description may be of an older version. */
const partsUp = (holder: unknown, version: number): unknown =>
  isJson(holder) ? upgradeParts(holder, version) : holder;

const pieceUp = (piece: unknown, version: number): unknown =>
  isJson(piece) && isJson(piece.unit)
    ? { ...piece, unit: upgradePart("evse", piece.unit, version) }
    : partsUp(piece, version);

const each = (list: unknown, of: (one: unknown) => unknown): unknown =>
  Array.isArray(list) ? list.map(of) : list;

/** The kit document: what could be packed for a trip, and the places it has to serve. */
export const KIT_DOCUMENT = documentKind({
  format: KIT_FORMAT,
  title: "Kettleback kit",
  maxBytes: KIT_MAX_BYTES,
  schema: kitSchema,
  upgrade: (document, version) => ({
    ...upgradeParts(document, version),
    pieces: each(document.pieces, (piece) => pieceUp(piece, version)),
    places: each(document.places, (place) => partsUp(place, version)),
  }),
});
/**
 * Judges, reads and writes kit documents.
 * @example parseKit("{}").ok // false
 */
export const { judge: judgeKit, parse: parseKit, print: printKit } = KIT_DOCUMENT;
