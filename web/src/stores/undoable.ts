import { createStore, type StoreApi } from "zustand";
import { persist } from "zustand/middleware";
import { temporal, type TemporalState } from "zundo";
import { SPEC_VERSION } from "@kettleback/core";
import { pausingStorage } from "./pausing";

export interface DraftState<T> {
  readonly draft: T | null;
  set(draft: T): void;
}

/** A draft with its history. */
export type Undoable<T> = StoreApi<DraftState<T>> & {
  temporal: StoreApi<TemporalState<{ draft: T | null }>>;
};

const STEPS_KEPT = 200;

/**
 * A draft that survives a reload and of which every change can be undone.
 * @param key where the browser keeps it
 * @param judge brings what was kept up to this version and judges it; null where it is none of ours any more
 */
function undoableStore<T>(key: string, judge: (kept: unknown, version: number) => T | null): Undoable<T> {
  // History inside, keeping outside: an undo is kept for reload like any other change.
  const store = createStore<DraftState<T>>()(
    persist(
      temporal((set) => ({ draft: null as T | null, set: (draft: T) => set({ draft }) }), {
        partialize: ({ draft }) => ({ draft }),
        limit: STEPS_KEPT,
        equality: (a, b) => a.draft === b.draft,
      }),
      {
        name: key,
        storage: pausingStorage<{ draft: T | null }>(),
        version: SPEC_VERSION,
        partialize: ({ draft }) => ({ draft }),
        migrate: (kept, version) => ({ draft: judge((kept as { draft?: unknown } | null)?.draft, version) }),
        merge: (kept, state) => ({
          ...state,
          draft: judge((kept as { draft?: unknown } | undefined)?.draft, SPEC_VERSION),
        }),
      },
    ),
  ) as unknown as Undoable<T>;
  store.temporal.getState().clear();
  return store;
}

/**
 * The drafts of every household, each with a history of its own, under a name of the browser's.
 * @param name what the drafts are of; kept as `kettleback-NAME-HOUSEHOLD`
 */
export function draftsOf<T>(
  name: string,
  judge: (kept: unknown, version: number) => T | null,
  before?: (householdId: string, key: string) => void,
): (householdId: string) => Undoable<T> {
  const stores = new Map<string, Undoable<T>>();
  return (householdId) => {
    const key = `kettleback-${name}-${householdId}`;
    const known = stores.get(householdId);
    if (known) return known;
    before?.(householdId, key);
    const made = undoableStore(key, judge);
    stores.set(householdId, made);
    return made;
  };
}
