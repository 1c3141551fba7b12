import { type Garage, type Parts, type Plan, type PlannedSession, type SavedPath } from "@kettleback/core";
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
/** What the browser kept, brought up to this version and judged; null where it is none of ours any more. */
export declare function draftFrom(kept: unknown, version: number): Draft | null;
/** The draft of one household, with a history of its own. It survives a reload; every change can be undone. */
export declare const draftStoreOf: (householdId: string) => import("./undoable").Undoable<Draft>;
/** A saved path as a draft. */
export declare const draftOf: (spec: SavedPath, savedId: string | null) => Draft;
/** A draft as the path that is saved of it. What is only tried out is not part of it. */
export declare const pathOfDraft: ({ savedId: _, trial: __, ...spec }: Draft) => SavedPath;
/** What is asked of a session before anybody has said. */
export declare const firstSession: (today: string) => PlannedSession;
/** What a household starts with: its first saved path, or the first of everything; undefined without car or outlet. */
export declare function firstDraft(garage: Garage, today: string): Draft | undefined;
