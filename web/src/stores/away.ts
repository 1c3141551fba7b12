import { z } from "zod";
import {
  BESIDE_KINDS,
  candidateSchema,
  COUNTRY_IDS,
  GOALS,
  HAVES,
  legSchema,
  MEASURES,
  POST_ORDERS,
  reachSchema,
  roadSchema,
  STARTS,
  type CountryId,
} from "@kettleback/core";
import { draftsOf } from "./undoable";

/** A figure being typed; what was none when the page was left is the usual one again. */
const figure = (usual: number) => z.number().catch(usual);
const perhaps = z.number().nullable().catch(null);

const filtersSchema = z.strictObject({
  fits: z.boolean(),
  freeNow: z.boolean(),
  noCable: z.boolean(),
  mostPerKWh: perhaps,
  leastKm: perhaps,
  withinKm: perhaps,
});

/** A place to stop at, with the name of the post it was taken from where there is one. */
const stopSchema = z.looseObject({ ...candidateSchema.shape });

const awaySchema = z.strictObject({
  carId: z.string().nullable(),
  country: z.enum(COUNTRY_IDS as [CountryId, ...CountryId[]]),
  fromSoc: figure(0.25),
  toSoc: figure(0.9),
  pluggedInAt: z.string(),
  neededBy: z.string(),
  wantedKm: figure(100),
  least: z.enum(MEASURES),
  /** Pieces that are ticked, and those that could be bought that are looked at; by their ids. */
  packed: z.array(z.string()),
  offered: z.array(z.string()),
  haves: z.record(z.string(), z.enum(HAVES)),
  /** Places of the trip, by their ids. */
  places: z.array(z.string()),
  reach: reachSchema,
  /** What stands before the car there. */
  reachFrom: z.enum(["post", "socket"]),
  posts: z.strictObject({
    networkId: z.string().nullable(),
    from: z.strictObject({ lat: figure(0), lon: figure(0) }).nullable(),
    stayHours: figure(2),
    filters: filtersSchema,
    order: z.enum(POST_ORDERS),
  }),
  trip: z.strictObject({
    legs: z.array(legSchema),
    stops: z.array(stopSchema),
    road: roadSchema,
    departAt: z.string(),
    airC: figure(15),
    startSoc: figure(0.9),
    reserveSoc: figure(0.1),
    arriveSoc: figure(0.15),
    goal: z.enum(GOALS),
    hourWorth: figure(0),
  }),
  beside: z.strictObject({
    /** The post one stands before, by its key; null for one that is described here. */
    postKey: z.string().nullable(),
    kind: z.enum(BESIDE_KINDS),
    adapter: z.boolean(),
    start: z.enum(STARTS),
    autoUnlock: z.boolean(),
    /** Steps that are done, and when (ms). */
    /** What one stands before, as it was when one came: it is at hand without a network. */
    at: z
      .strictObject({
        name: z.string(),
        /** The car its figures are for. */
        carId: z.string(),
        kW: z.number().nullable(),
        amps: z.number(),
        phases: z.number(),
        rapid: z.boolean(),
        limitMinutes: z.number().nullable(),
        idleFee: z.boolean(),
      })
      .nullable(),
    ticks: z.record(z.string(), z.number()),
    card: z.int().min(0).max(20),
  }),
});
/** A trip being prepared, and the minute beside the post. */
export type AwayDraft = z.infer<typeof awaySchema>;

const awayFrom = (kept: unknown): AwayDraft | null => {
  const parsed = awaySchema.safeParse(kept);
  return parsed.success ? parsed.data : null;
};

/** The trip of each household, with a history of its own. It survives a reload. */
export const awayStoreOf = draftsOf("away", awayFrom);
