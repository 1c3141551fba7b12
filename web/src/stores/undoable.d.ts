import { type StoreApi } from "zustand";
import { type TemporalState } from "zundo";
export interface DraftState<T> {
    readonly draft: T | null;
    set(draft: T): void;
}
/** A draft with its history. */
export type Undoable<T> = StoreApi<DraftState<T>> & {
    temporal: StoreApi<TemporalState<{
        draft: T | null;
    }>>;
};
/**
 * The drafts of every household, each with a history of its own, under a name of the browser's.
 * @param name what the drafts are of; kept as `kettleback-NAME-HOUSEHOLD`
 */
export declare function draftsOf<T>(name: string, judge: (kept: unknown, version: number) => T | null, before?: (householdId: string, key: string) => void): (householdId: string) => Undoable<T>;
