import { type SavedLineup } from "@kettleback/core";
/** The line-up being worked on, the kept one it came from, and the car whose ways are in view. */
export interface LineupDraft extends SavedLineup {
    readonly savedId: string | null;
    readonly carAt: number;
}
export declare function lineupDraftFrom(kept: unknown, version: number): LineupDraft | null;
/** The line-up of one household, with a history of its own. */
export declare const lineupStoreOf: (householdId: string) => import("./undoable").Undoable<LineupDraft>;
export declare const lineupDraftOf: (spec: SavedLineup, savedId: string | null) => LineupDraft;
/** A draft as the line-up that is kept of it. */
export declare const savedLineupOf: ({ savedId: _, carAt: __, ...spec }: LineupDraft) => SavedLineup;
/** A way's id that the draft does not have yet. */
export declare function freshId(ways: readonly {
    readonly id: string;
}[]): string;
