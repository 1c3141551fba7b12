import type { Garage, Household, Kept, Kind, Plan, SavedPath, SpecOf } from "@kettleback/core";
interface GarageState {
    readonly households: readonly Kept<Household>[];
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
    keep<K extends Kind>(kind: K, row: Pick<Kept<SpecOf<K>>, "spec" | "parentId"> & Partial<Kept<SpecOf<K>>>): Promise<Kept<SpecOf<K>>>;
    /** Takes a plan in whole, with the parts it brings, and shows what the server now holds. */
    importPlan(plan: Plan): Promise<Kept<SavedPath>>;
    remove(kind: Kind, row: Kept<unknown>): Promise<Kept<unknown>>;
    restore(kind: Kind, row: Kept<unknown>): Promise<void>;
}
/** The households, and all that the one in view keeps. The server's answer is what is shown. */
export declare const useGarage: import("zustand").UseBoundStore<Omit<import("zustand").StoreApi<GarageState>, "setState" | "persist"> & {
    setState(partial: GarageState | Partial<GarageState> | ((state: GarageState) => GarageState | Partial<GarageState>), replace?: false | undefined): unknown;
    setState(state: GarageState | ((state: GarageState) => GarageState), replace: true): unknown;
    persist: {
        setOptions: (options: Partial<import("zustand/middleware").PersistOptions<GarageState, {
            householdId: string | null;
        }, unknown>>) => void;
        clearStorage: () => void;
        rehydrate: () => Promise<void>;
        hasHydrated: () => boolean;
        onHydrate: (fn: (state: GarageState) => void) => () => void;
        onFinishHydration: (fn: (state: GarageState) => void) => () => void;
        getOptions: () => Partial<import("zustand/middleware").PersistOptions<GarageState, {
            householdId: string | null;
        }, unknown>>;
    };
}>;
export {};
