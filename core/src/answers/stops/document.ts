import { z } from "zod";
import { documentHead, documentKind, upgradePart, upgradeParts } from "../../things/documents";
import { LOCAL_MINUTE, localTimeProblem } from "../../engine/clock";
import {
  carSchema,
  choice,
  fraction,
  householdSchema,
  nameSchema,
  quantity,
  tariffSchema,
} from "../../things/parts";
import { MOST_PIECES, pieceSchema } from "../kit";
import { postPointSchema } from "../posts";
import { legSchema } from "./legs";
import { roadSchema } from "./road";

/** The `format` of a document of a trip. */
export const TRIP_FORMAT = "kettleback-trip";
/** Most places to stop at that are weighed at once, and most legs of a trip. */
export const MOST_CANDIDATES = 60;
/** Most legs of a trip. */
export const MOST_LEGS = 300;
/** Largest trip file read, in bytes. */
export const TRIP_MAX_BYTES = 4 * 1024 * 1024;

/** How a place to stop at stands today. */
export const STOP_STATES = ["open", "taken", "broken"] as const;

/** A place one may stop at to charge. */
export const candidateSchema = z.strictObject({
  name: nameSchema,
  /** Along the trip, from where it began. */
  atKm: quantity(0, 20_000, "km"),
  /** There and back to the road. */
  detourKm: quantity(0, 200, "km").default(0),
  point: postPointSchema,
  tariff: tariffSchema.nullable().default(null),
  limitMinutes: quantity(1, 2_880, "min").nullable().default(null),
  /** Waiting for one's turn, and what a stop takes whatever is charged: leaving the road, plugging in, the handshake. */
  waitMinutes: quantity(0, 600, "min").default(0),
  fixedMinutes: quantity(0, 120, "min").default(6),
  state: choice(STOP_STATES).default("open"),
});
/** A place one may stop at to charge. */
export type TripCandidate = z.infer<typeof candidateSchema>;

/** What a trip is to be least in: hours from door to door, money, or stops. */
export const GOALS = ["time", "cost", "stops"] as const;
/** What a trip is to be least in. */
export type Goal = (typeof GOALS)[number];

/** Steps of charge (shares) at which one may leave a stop. */
export const GRIDS = [0.01, 0.02, 0.05] as const;

/** A trip: car, legs, places to stop at, what it is to be least in. */
export const tripSchema = z
  .strictObject({
    ...documentHead(TRIP_FORMAT),
    name: nameSchema,
    household: householdSchema,
    car: carSchema,
    pieces: z
      .array(pieceSchema)
      .max(MOST_PIECES, { error: `accepted: up to ${MOST_PIECES} pieces` })
      .default([]),
    road: roadSchema.prefault({}),
    departAt: z.string().regex(LOCAL_MINUTE, { error: "accepted: a local time such as 2026-11-23T08:00" }),
    airC: quantity(-40, 50, "°C").default(15),
    startSoc: fraction().default(0.9),
    /** Never less on the way; and at the end of it. */
    reserveSoc: fraction().default(0.1),
    arriveSoc: fraction().default(0.15),
    legs: z
      .array(legSchema)
      .min(1, { error: "at least one leg" })
      .max(MOST_LEGS, { error: `accepted: 1 to ${MOST_LEGS} legs` }),
    stops: z
      .array(candidateSchema)
      .max(MOST_CANDIDATES, { error: `accepted: up to ${MOST_CANDIDATES} places to stop` })
      .default([]),
    goal: choice(GOALS).default("time"),
    /** What an hour is worth where money is to be least: without it the cheapest trip may take all day. */
    hourWorth: quantity(0, 1_000, "in the household's currency").default(0),
    step: z.literal([...GRIDS], { error: `accepted: ${GRIDS.join(", ")}` }).default(0.02),
  })
  .superRefine(({ startSoc, reserveSoc, departAt, household, stops }, ctx) => {
    if (startSoc < reserveSoc)
      ctx.addIssue({ code: "custom", path: ["startSoc"], message: "must not be below the reserve" });
    stops.forEach(({ tariff }, i) => {
      if (tariff?.currency !== undefined && tariff.currency !== household.currency)
        ctx.addIssue({
          code: "custom",
          path: ["stops", i, "tariff", "currency"],
          message: `this household counts in ${household.currency}, the tariff in ${tariff.currency}: currencies are never mixed`,
        });
    });
    if (!LOCAL_MINUTE.test(departAt)) return;
    const problem = localTimeProblem(departAt, household.timeZone);
    if (problem) ctx.addIssue({ code: "custom", path: ["departAt"], message: problem });
  });
/** A document of a trip of this version. */
export type TripDocument = z.infer<typeof tripSchema>;
/** A trip as it is asked: the document without its head. */
export type TripAsked = Omit<TripDocument, "format" | "version" | "name">;

const isJson = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** The trip document: legs, and the places one may charge at on the way. */
export const TRIP_DOCUMENT = documentKind({
  format: TRIP_FORMAT,
  title: "Kettleback trip",
  maxBytes: TRIP_MAX_BYTES,
  schema: tripSchema,
  upgrade: (document, version) => ({
    ...upgradeParts(document, version),
    car: upgradePart("car", document.car, version),
    stops: Array.isArray(document.stops)
      ? document.stops.map((stop: unknown) => (isJson(stop) ? upgradeParts(stop, version) : stop))
      : document.stops,
  }),
});
/**
 * Judges, reads and writes documents of trips.
 * @example parseTrip("{}").ok // false
 */
export const { judge: judgeTrip, parse: parseTrip, print: printTrip } = TRIP_DOCUMENT;
