import { z } from "zod";
import {
  PATH_PARTS,
  planSchema,
  savedPathSchema,
  upgradePart,
  upgradeParts,
  withPart,
  type Garage,
  type Parts,
  type PathParts,
  type Plan,
  type PlannedSession,
  type SavedPath,
} from "@kettleback/core";
import { typed } from "./typed";
import { draftsOf } from "./undoable";

/** A change that is tried out before anything is bought: what it is, and the parts it puts in place of the kept ones. */
export interface Trial {
  readonly what: string;
  readonly parts: Partial<Omit<Parts, "settings"> & Pick<Plan, "car" | "place" | "tariff">>;
}

/** The setting being worked on, and the saved path it came from. Numbers may be out of range while being typed. */
export interface Draft extends SavedPath {
  readonly savedId: string | null;
  readonly trial: Trial | null;
}

/** A draft as the browser kept it. What is typed may be out of range; everything else is judged like a saved path. */
const draftSchema = savedPathSchema.extend({
  session: z.strictObject({
    ...savedPathSchema.shape.session.shape,
    fromSoc: typed,
    toSoc: typed,
    batteryC: z.number().nullable(),
    heatingW: typed,
    pluggedInAt: z.string(),
  }),
  savedId: z.string().nullable(),
  trial: z
    .strictObject({
      what: z.string(),
      parts: z.strictObject({ household: planSchema.shape.household, ...PATH_PARTS }).partial(),
    })
    .nullable(),
});

/** Where the first release kept the drafts of all households together. */
const FIRST_KEY = "kettleback-drafts";
/** Moves a draft of the first release to its own place, once. */
function takeOverFirst(householdId: string, key: string): void {
  const text = localStorage.getItem(FIRST_KEY);
  if (!text || localStorage.getItem(key)) return;
  try {
    const first = JSON.parse(text) as { state?: { drafts?: Record<string, unknown> } };
    const draft = first.state?.drafts?.[householdId];
    if (draft) localStorage.setItem(key, JSON.stringify({ state: { draft }, version: 1 }));
  } catch {
    // What cannot be read is not worth keeping a person from their path for.
  }
}

/** A trial as it was kept, the parts it describes brought up to this version. */
const trialFrom = (trial: unknown, version: number): unknown => {
  const parts = (trial as { parts?: Record<string, unknown> } | null)?.parts;
  return parts ? { ...(trial as object), parts: upgradeParts(parts, version) } : trial;
};

/** What the browser kept, brought up to this version and judged; null where it is none of ours any more. */
export function draftFrom(kept: unknown, version: number): Draft | null {
  const { savedId = null, trial = null, ...path } = (kept ?? {}) as Record<string, unknown>;
  const parsed = draftSchema.safeParse({
    ...(upgradePart("path", path, version) as object),
    savedId,
    trial: trialFrom(trial, version),
  });
  return parsed.success ? (parsed.data as Draft) : null;
}

/** The draft of one household, with a history of its own. It survives a reload; every change can be undone. */
export const draftStoreOf = draftsOf("draft", draftFrom, takeOverFirst);

/** A saved path as a draft. */
export const draftOf = (spec: SavedPath, savedId: string | null): Draft => ({
  ...spec,
  savedId,
  trial: null,
});

/** A draft as the path that is saved of it. What is only tried out is not part of it. */
export const pathOfDraft = ({ savedId: _, trial: __, ...spec }: Draft): SavedPath => spec;

/** What is asked of a session before anybody has said. */
export const firstSession = (today: string): PlannedSession => ({
  fromSoc: 0.35,
  toSoc: 0.8,
  pluggedInAt: `${today}T18:10`,
  neededBy: "07:30",
  batteryC: null,
  heatingW: 0,
});

/** What a household starts with: its first saved path, or the first of everything; undefined without car or outlet. */
export function firstDraft(garage: Garage, today: string): Draft | undefined {
  const saved = garage.paths[0];
  if (saved) return draftOf(saved.spec, saved.id);
  const [car, outlet, evse, tariff] = [garage.cars[0], garage.outlets[0], garage.evses[0], garage.tariffs[0]];
  if (!car || !outlet || !evse || !tariff) return undefined;
  const parts: PathParts = {
    carId: car.id,
    outletId: outlet.id,
    leadId: null,
    evseId: evse.id,
    cableId: null,
    adapterId: null,
    tariffId: tariff.id,
  };
  return {
    name: "New path",
    ...withPart(garage, parts, { outletId: outlet.id }),
    session: firstSession(today),
    settings: { evseAmps: null, carAmps: null, otherBusy: false },
    acknowledged: [],
    savedId: null,
    trial: null,
  };
}
