import { create } from "zustand";
import { persist } from "zustand/middleware";
import type { Garage, Household, Kept, Kind, Plan, SavedPath, SpecOf } from "@kettleback/core";
import { api, Refused } from "../api/client";

interface GarageState {
  readonly households: readonly Kept<Household>[];
  readonly householdId: string | null;
  readonly garage: Garage | null;
  /** Why the garage could not be loaded; null while loading or loaded. */
  readonly failure: string | null;
  load(householdId?: string): Promise<void>;
  saveHousehold(spec: Household): Promise<void>;
  /** Adds (without an id) or changes a thing, and shows what the server now holds. */
  keep<K extends Kind>(
    kind: K,
    row: Pick<Kept<SpecOf<K>>, "spec" | "parentId"> & Partial<Kept<SpecOf<K>>>,
  ): Promise<Kept<SpecOf<K>>>;
  /** Takes a plan in whole, with the parts it brings, and shows what the server now holds. */
  importPlan(plan: Plan): Promise<Kept<SavedPath>>;
  remove(kind: Kind, row: Kept<unknown>): Promise<Kept<unknown>>;
  restore(kind: Kind, row: Kept<unknown>): Promise<void>;
}

const message = (error: unknown): string =>
  error instanceof Refused ? error.message : "Something went wrong on this page. Reload it; nothing is lost.";

const replaced = <T extends Kept<unknown>>(rows: readonly T[], row: T): T[] =>
  rows.some((r) => r.id === row.id) ? rows.map((r) => (r.id === row.id ? row : r)) : [...rows, row];

/** The households, and all that the one in view keeps. The server's answer is what is shown. */
export const useGarage = create<GarageState>()(
  persist(
    (set, get) => {
      const show = <K extends Kind>(kind: K, rows: readonly Kept<unknown>[]) =>
        set(({ garage }) => ({ garage: garage && ({ ...garage, [kind]: rows } as Garage) }));
      return {
        households: [],
        householdId: null,
        garage: null,
        failure: null,

        async load(wanted) {
          set({ failure: null });
          try {
            const households = await api.households();
            const id = [wanted, get().householdId, households[0]?.id].find(
              (candidate) => candidate && households.some((h) => h.id === candidate),
            );
            const garage = id ? await api.garage(id) : null;
            set({ households, householdId: id ?? null, garage });
          } catch (error) {
            set({ failure: message(error) });
          }
        },

        async saveHousehold(spec) {
          const { garage } = get();
          if (!garage) return;
          const household = await api.saveHousehold({ ...garage.household, spec });
          set((state) => ({
            garage: state.garage && { ...state.garage, household },
            households: replaced(state.households, household),
          }));
        },

        async keep(kind, row) {
          const { garage } = get();
          if (!garage) throw new Error("no garage is loaded");
          try {
            const saved =
              row.id === undefined
                ? await api.add(garage.household.id, kind, row.spec, row.parentId)
                : await api.change(kind, row as Kept<SpecOf<typeof kind>>);
            show(kind, replaced(garage[kind] as readonly Kept<unknown>[], saved));
            return saved;
          } catch (error) {
            // Somebody else was first: show their version, so that trying again starts from it.
            if (error instanceof Refused && error.current)
              show(kind, replaced(garage[kind], error.current as never));
            throw error;
          }
        },

        async importPlan(plan) {
          const { id } = get().garage!.household;
          const path = await api.importPlan(id, plan);
          set({ garage: await api.garage(id) });
          return path;
        },

        async remove(kind, row) {
          const gone = await api.remove(kind, row);
          const rows = get().garage![kind] as readonly Kept<unknown>[];
          show(
            kind,
            rows.filter((r) => r.id !== row.id),
          );
          return gone;
        },

        async restore(kind, row) {
          const back = await api.restore(kind, row);
          show(kind, replaced(get().garage![kind] as readonly Kept<unknown>[], back));
        },
      };
    },
    { name: "kettleback-household", partialize: ({ householdId }) => ({ householdId }) },
  ),
);
