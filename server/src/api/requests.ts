import { z } from "zod";
import {
  householdSchema,
  idSchema,
  KINDS,
  momentSchema,
  MOST_POSTS,
  nameSchema,
  recordSchema,
  sampleSchema,
  type Kind,
} from "@kettleback/core";
import { MOST_SAMPLES } from "../database";
import { MOST_BUCKETS, MOST_SESSIONS } from "./sessions";

// What each request brings. The router judges by these, and the description of the interface is made from them.

const version = z.number({ error: "accepted: the version last seen" }).int().min(1);
const parentId = idSchema.nullable().default(null);

/** A deletion or a restoration: the version last seen. */
export const versionOnly = z.strictObject({ version });
/** A new thing of a kind, and what it belongs to. */
export const additionOf = (kind: Kind) => z.strictObject({ spec: KINDS[kind].schema, parentId });
/** A changed thing of a kind, with the version last seen. */
export const changeOf = (kind: Kind) => z.strictObject({ version, spec: KINDS[kind].schema, parentId });
/** A new household, or a plan that brings one. */
export const newHousehold = z.strictObject({ spec: householdSchema, plan: z.unknown() }).partial();
/** A household's changed settings, with the version last seen. */
export const householdChange = z.strictObject({ version, spec: householdSchema });
/** Into which household a file is taken; a new one where nothing is said. */
export const takeInto = z.strictObject({ into: idSchema.optional() });

/** A public network to be read: its address, and the token it gave where it asks for one. */
export const newNetwork = z.strictObject({
  name: nameSchema,
  address: z
    .string({ error: "accepted: an address such as https://posts.example/ocpi/versions" })
    .max(500, { error: "accepted: up to 500 characters" })
    .regex(/^https?:\/\/[^\s]+$/i, {
      error: "accepted: an address such as https://posts.example/ocpi/versions",
    }),
  token: z.string().min(1).max(500, { error: "accepted: up to 500 characters" }).nullable().default(null),
});
/** A public network from a file. */
export const networkFile = z.strictObject({
  name: nameSchema,
  locations: z
    .array(z.unknown(), { error: "needed: a list of OCPI Location objects" })
    .max(MOST_POSTS, { error: `accepted: up to ${MOST_POSTS} locations` }),
  tariffs: z.array(z.unknown()).max(10_000, { error: "accepted: up to 10,000 tariffs" }).default([]),
});

/** A session to be recorded. */
export const newSession = z.strictObject({ spec: recordSchema });
/** Sessions that are over, to be recorded together. */
export const toldSessions = z.strictObject({
  sessions: z
    .array(
      recordSchema.refine(({ end }) => end !== null, {
        path: ["end"],
        error: "needed: when it ended; one that goes on is told by itself",
      }),
    )
    .min(1, { error: `accepted: 1 to ${MOST_SESSIONS} sessions` })
    .max(MOST_SESSIONS, { error: `accepted: 1 to ${MOST_SESSIONS} sessions` }),
});
/** Sessions to be marked deleted together, each with the version last seen. */
export const takenBack = z.strictObject({
  rows: z
    .array(z.strictObject({ id: z.string().regex(/^\d{1,15}$/), version }))
    .min(1, { error: `accepted: 1 to ${MOST_SESSIONS} sessions` })
    .max(MOST_SESSIONS, { error: `accepted: 1 to ${MOST_SESSIONS} sessions` }),
});
/** What is now said of a session, with the version last seen. */
export const sessionChange = z.strictObject({ version, spec: recordSchema });
/** Readings to be added to a session. */
export const newSamples = z.strictObject({
  samples: z
    .array(sampleSchema)
    .min(1, { error: `accepted: 1 to ${MOST_SAMPLES} readings` })
    .max(MOST_SAMPLES, { error: `accepted: 1 to ${MOST_SAMPLES} readings` }),
});

/** A count in a query, which is text. */
const count = (least: number, most: number) => {
  const error = `accepted: ${least} to ${most}`;
  return z.coerce.number({ error }).int({ error }).min(least, { error }).max(most, { error });
};
const rising = { path: ["to"], error: "accepted: a moment after from" };

/** Which sessions are read: from one moment up to another, a page at a time. */
export const sessionsAsked = z
  .strictObject({
    from: momentSchema,
    to: momentSchema,
    after: z
      .string()
      .regex(/^\d{1,15}-\d{1,15}$/, { error: "accepted: what the page before said is next" })
      .optional(),
    /** Charging sessions, or what a house's meter told. */
    of: z.enum(["charging", "house"], { error: "accepted: charging, house" }).default("charging"),
    limit: count(1, MOST_SESSIONS).default(MOST_SESSIONS),
  })
  .refine(({ from, to }) => Date.parse(to) > Date.parse(from), rising);

const WHOLE = { from: 0, to: Date.UTC(2100, 0) } as const;
const ms = (fallback: number) => count(WHOLE.from, WHOLE.to).default(fallback);
/** From and to in milliseconds since 1970: the whole session where nothing is said. */
export const samplesAsked = z
  .strictObject({
    from: ms(WHOLE.from),
    to: ms(WHOLE.to),
    limit: count(1, MOST_SAMPLES).default(MOST_SAMPLES),
  })
  .refine(({ from, to }) => to > from, rising);
/** Which readings are drawn: from one moment up to another (ms since 1970), in so many buckets. */
export const bucketsAsked = z
  .strictObject({
    from: count(WHOLE.from, WHOLE.to),
    to: count(WHOLE.from, WHOLE.to),
    buckets: count(1, MOST_BUCKETS),
  })
  .refine(({ from, to }) => to > from, rising);
