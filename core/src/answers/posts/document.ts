import { z } from "zod";
import { documentHead, documentKind, upgradePart, upgradeParts } from "../../things/documents";
import { carSchema, householdSchema, nameSchema, quantity } from "../../things/parts";
import { sessionSchema } from "../../engine/plan";
import { MOST_PIECES, pieceSchema } from "../kit";
import { placeOnEarthSchema } from "./ground";
import { knownPostSchema } from "./known";
import { MOST_POSTS, NETWORK_MAX_BYTES } from "./read";

/** The `format` of a document of posts. */
export const POSTS_FORMAT = "kettleback-posts";

/** Posts near a place, and the car and kit that are held against them. */
export const postsSchema = z.strictObject({
  ...documentHead(POSTS_FORMAT),
  name: nameSchema,
  household: householdSchema,
  car: carSchema,
  session: sessionSchema,
  pieces: z
    .array(pieceSchema)
    .max(MOST_PIECES, { error: `accepted: up to ${MOST_PIECES} pieces` })
    .default([]),
  from: placeOnEarthSchema,
  stayHours: quantity(0.1, 72, "h").default(2),
  /** OCPI 2.2.1 Location and Tariff objects, as their network gives them. */
  locations: z
    .array(z.unknown())
    .max(MOST_POSTS, { error: `accepted: up to ${MOST_POSTS} locations` })
    .default([]),
  tariffs: z.array(z.unknown()).max(10_000, { error: "accepted: up to 10,000 tariffs" }).default([]),
  own: z.array(knownPostSchema).max(5_000, { error: "accepted: up to 5,000 posts" }).default([]),
});
/** A document of posts of this version. */
export type PostsDocument = z.infer<typeof postsSchema>;

/** The document of posts: a network's and one's own, for one car with its kit. */
export const POSTS_DOCUMENT = documentKind({
  format: POSTS_FORMAT,
  title: "Kettleback posts",
  maxBytes: NETWORK_MAX_BYTES,
  schema: postsSchema,
  upgrade: (document, version) => ({
    ...upgradeParts(document, version),
    car: upgradePart("car", document.car, version),
  }),
});
/**
 * Judges, reads and writes documents of posts.
 * @example parsePosts("{}").ok // false
 */
export const { judge: judgePosts, parse: parsePosts, print: printPosts } = POSTS_DOCUMENT;
