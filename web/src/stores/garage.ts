import { create } from "zustand";
import { createJSONStorage, persist } from "zustand/middleware";
import type { Garage, Household, Kept, Kind, Plan, SavedPath, SpecOf } from "@kettleback/core";
import { api, Refused, type UnreadHousehold } from "../api/client";
import { HOUSEHOLD_KEPT_AS } from "../api/early";
import { writeAs } from "../format/manner";

interface GarageState {
  readonly households: readonly Kept<Household>[];
  /** Households that cannot be read: named, and left alone. */
  readonly unreadHouseholds: readonly UnreadHousehold[];
  readonly householdId: string | null;
  readonly garage: Garage | null;
  /** Why the garage could not be loaded; null while loading or loaded. */
  readonly failure: string | null;
  /** Once the households are known, be it that there are none. */
  readonly loaded: boolean;
  load(householdId?: string): Promise<void>;
  saveHousehold(spec: Household): Promise<void>;
  /** Changes any of the households. */
  changeHousehold(row: Kept<Household>): Promise<void>;
  /** Adds a household with what its first plan brings, and shows it. */
  addHousehold(plan: Plan): Promise<Kept<Household>>;
  /** Takes a household away with all it keeps; the next one is shown. */
  removeHousehold(row: Kept<Household>): Promise<Kept<Household>>;
  restoreHousehold(row: Kept<Household>): Promise<void>;
  /** Puts the demo's households in beside one's own. */
  putDemo(): Promise<void>;
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

/** Rows of one kind with a row added or replaced. */
type Rows = readonly Kept<unknown>[];

/**
 * A write's answer. Where somebody else was first, their version is shown, so that trying again starts from it, and the
 * refusal goes on.
 */
async function orTheirs<W, T>(write: Promise<W>, show: (theirs: T) => void): Promise<W> {
  try {
    return await write;
  } catch (error) {
    if (error instanceof Refused && error.current) show(error.current as T);
    throw error;
  }
}

/** The newest load asked for; an older one that answers later is not shown. */
let loads = 0;

/** Kept by each tab for itself; a new tab begins where the last one was. */
const eachTab = {
  getItem: (name: string) => sessionStorage.getItem(name) ?? localStorage.getItem(name),
  setItem(name: string, value: string) {
    sessionStorage.setItem(name, value);
    localStorage.setItem(name, value);
  },
  removeItem(name: string) {
    sessionStorage.removeItem(name);
    localStorage.removeItem(name);
  },
};

/** The households, and all that the one in view keeps. The server's answer is what is shown. */
export const useGarage = create<GarageState>()(
  persist(
    (set, get) => {
      /** Changes the rows of a kind as they are now, if that household is still the one in view. */
      const show = (householdId: string, kind: Kind, change: (rows: Rows) => Rows) =>
        set(({ garage }) =>
          garage?.household.id === householdId
            ? { garage: { ...garage, [kind]: change(garage[kind]) } as Garage }
            : {},
        );
      const put = (householdId: string, kind: Kind) => (row: Kept<unknown>) =>
        show(householdId, kind, (rows) => replaced(rows, row));
      const showHousehold = (household: Kept<Household>) =>
        set((state) => ({
          ...(state.garage?.household.id === household.id ? { garage: { ...state.garage, household } } : {}),
          households: replaced(state.households, household),
        }));
      const householdInView = (): string => {
        const { garage } = get();
        if (!garage) throw new Error("no garage is loaded");
        return garage.household.id;
      };
      return {
        households: [],
        unreadHouseholds: [],
        householdId: null,
        garage: null,
        failure: null,
        loaded: false,

        async load(wanted) {
          const load = ++loads;
          set({ failure: null });
          try {
            // The garage that is likely in view is asked for at once, not after the list it is in.
            const likely = wanted ?? get().householdId;
            const early = likely === null ? null : api.garage(likely).catch(() => null);
            const all = await api.households();
            const households = all.filter((row): row is Kept<Household> => "spec" in row);
            const unreadHouseholds = all.filter((row): row is UnreadHousehold => "problems" in row);
            const id = [wanted, get().householdId, households[0]?.id].find(
              (candidate) => candidate && households.some((h) => h.id === candidate),
            );
            const garage = id ? (id === likely && (await early)) || (await api.garage(id)) : null;
            if (load === loads)
              set({ households, unreadHouseholds, householdId: id ?? null, garage, loaded: true });
          } catch (error) {
            if (load === loads) set({ failure: message(error) });
          }
        },

        async saveHousehold(spec) {
          const { garage } = get();
          if (garage) await get().changeHousehold({ ...garage.household, spec });
        },

        async changeHousehold(row) {
          showHousehold(await orTheirs(api.saveHousehold(row), showHousehold));
        },

        async addHousehold(plan) {
          const added = await api.addHousehold(plan);
          await get().load(added.id);
          return added;
        },

        async removeHousehold(row) {
          const gone = await api.removeHousehold(row);
          await get().load(get().householdId === row.id ? undefined : (get().householdId ?? undefined));
          return gone;
        },

        async restoreHousehold(row) {
          const back = await api.restoreHousehold(row);
          await get().load(back.id);
        },

        async putDemo() {
          const all = await api.putDemo();
          await get().load(get().householdId ?? all[0]?.id);
        },

        async keep(kind, row) {
          const household = householdInView();
          const write =
            row.id === undefined
              ? api.add(household, kind, row.spec, row.parentId)
              : api.change(household, kind, row as Kept<SpecOf<typeof kind>>);
          const saved = await orTheirs(write, put(household, kind));
          put(household, kind)(saved);
          return saved;
        },

        async importPlan(plan) {
          const household = householdInView();
          const path = await api.importPlan(household, plan);
          const garage = await api.garage(household);
          if (get().garage?.household.id === household) set({ garage });
          return path;
        },

        async remove(kind, row) {
          const household = householdInView();
          const gone = await orTheirs(api.remove(household, kind, row), put(household, kind));
          show(household, kind, (rows) => rows.filter((r) => r.id !== row.id));
          return gone;
        },

        async restore(kind, row) {
          const household = householdInView();
          put(household, kind)(await api.restore(household, kind, row));
        },
      };
    },
    {
      name: HOUSEHOLD_KEPT_AS,
      storage: createJSONStorage(() => eachTab),
      partialize: ({ householdId }) => ({ householdId }),
    },
  ),
);

// Before anything is drawn of a household it is known how it writes figures, clocks and dates.
useGarage.subscribe(({ garage }) => {
  if (garage) writeAs(garage.household.spec);
});
