import { create } from "zustand";
import { persist } from "zustand/middleware";
import { temporal } from "zundo";
import { withPart, type Garage, type PathParts, type SavedPath } from "@kettleback/core";

/** The setting being worked on, and the saved path it came from. Numbers may be out of range while being typed. */
export interface Draft extends SavedPath {
  readonly savedId: string | null;
}

interface DraftState {
  /** One draft a household. */
  readonly drafts: Readonly<Record<string, Draft>>;
  set(householdId: string, draft: Draft): void;
}

/** Drafts survive a reload; every change can be undone. */
export const useDrafts = create<DraftState>()(
  temporal(
    persist(
      (set) => ({
        drafts: {},
        set: (householdId, draft) => set(({ drafts }) => ({ drafts: { ...drafts, [householdId]: draft } })),
      }),
      { name: "kettleback-drafts", partialize: ({ drafts }) => ({ drafts }), version: 1 },
    ),
    { partialize: ({ drafts }) => ({ drafts }), limit: 200, equality: (a, b) => a.drafts === b.drafts },
  ),
);

/** A saved path as a draft. */
export const draftOf = (spec: SavedPath, savedId: string | null): Draft => ({ ...spec, savedId });

/** What a household starts with: its first saved path, or the first of everything; undefined without car or outlet. */
export function firstDraft(garage: Garage, today: string): Draft | undefined {
  const saved = garage.paths[0];
  if (saved) return draftOf(saved.spec, saved.id);
  const [car, outlet, unit, tariff] = [garage.cars[0], garage.outlets[0], garage.units[0], garage.tariffs[0]];
  if (!car || !outlet || !unit || !tariff) return undefined;
  const parts: PathParts = {
    carId: car.id,
    outletId: outlet.id,
    leadId: null,
    unitId: unit.id,
    cableId: null,
    adapterId: null,
    tariffId: tariff.id,
  };
  return {
    name: "New path",
    ...withPart(garage, parts, { outletId: outlet.id }),
    session: {
      fromSoc: 0.35,
      toSoc: 0.8,
      pluggedInAt: `${today}T18:10`,
      neededBy: "07:30",
      batteryC: null,
      heatingW: 0,
    },
    settings: { unitAmps: null, carAmps: null, otherBusy: false },
    acknowledged: [],
    savedId: null,
  };
}
