import type { FieldProblem, Garage, Household, Kept, Kind, Plan, SpecOf } from "@kettleback/core";
/** A refusal from the server, with the fields it names and, after a lost update, the row as it is now. */
export declare class Refused extends Error {
    readonly status: number;
    readonly errors: readonly FieldProblem[];
    readonly current?: Kept<unknown> | undefined;
    constructor(status: number, message: string, errors?: readonly FieldProblem[], current?: Kept<unknown> | undefined);
}
/** A copy of the database: its file's name, when it was made, its size. */
export interface Copy {
    readonly name: string;
    readonly madeAt: string;
    readonly bytes: number;
}
/** A browser that has given the passphrase, where one is asked for. */
export interface SignedIn {
    readonly id: string;
    readonly madeAt: number;
    readonly seenAt: number;
    readonly from: string;
    readonly browser: string;
    /** This one. */
    readonly own: boolean;
}
/** The server's interface, one function a call. */
export declare const api: {
    signIns: () => Promise<SignedIn[]>;
    endSignIn: (id: string) => Promise<unknown>;
    households: () => Promise<Kept<{
        name: string;
        currency: string;
        distanceUnit: "km" | "mi";
        economyUnit: "Wh/km" | "kWh/100 km" | "Wh/mi" | "mi/kWh" | "km/kWh";
        houseRule: "cautious" | "usual" | "rated";
        timeZone: string;
        decimals?: "point" | "comma" | undefined;
        clock?: "24 h" | "12 h" | undefined;
        dates?: "day first" | "month first" | undefined;
    }>[]>;
    addHousehold: (plan: Plan) => Promise<Kept<{
        name: string;
        currency: string;
        distanceUnit: "km" | "mi";
        economyUnit: "Wh/km" | "kWh/100 km" | "Wh/mi" | "mi/kWh" | "km/kWh";
        houseRule: "cautious" | "usual" | "rated";
        timeZone: string;
        decimals?: "point" | "comma" | undefined;
        clock?: "24 h" | "12 h" | undefined;
        dates?: "day first" | "month first" | undefined;
    }>>;
    removeHousehold: ({ id, version }: Kept<Household>) => Promise<Kept<{
        name: string;
        currency: string;
        distanceUnit: "km" | "mi";
        economyUnit: "Wh/km" | "kWh/100 km" | "Wh/mi" | "mi/kWh" | "km/kWh";
        houseRule: "cautious" | "usual" | "rated";
        timeZone: string;
        decimals?: "point" | "comma" | undefined;
        clock?: "24 h" | "12 h" | undefined;
        dates?: "day first" | "month first" | undefined;
    }>>;
    restoreHousehold: ({ id, version }: Kept<Household>) => Promise<Kept<{
        name: string;
        currency: string;
        distanceUnit: "km" | "mi";
        economyUnit: "Wh/km" | "kWh/100 km" | "Wh/mi" | "mi/kWh" | "km/kWh";
        houseRule: "cautious" | "usual" | "rated";
        timeZone: string;
        decimals?: "point" | "comma" | undefined;
        clock?: "24 h" | "12 h" | undefined;
        dates?: "day first" | "month first" | undefined;
    }>>;
    householdFile: (household: string) => Promise<string>;
    takeHousehold: (file: unknown, into: string | null) => Promise<Kept<{
        name: string;
        currency: string;
        distanceUnit: "km" | "mi";
        economyUnit: "Wh/km" | "kWh/100 km" | "Wh/mi" | "mi/kWh" | "km/kWh";
        houseRule: "cautious" | "usual" | "rated";
        timeZone: string;
        decimals?: "point" | "comma" | undefined;
        clock?: "24 h" | "12 h" | undefined;
        dates?: "day first" | "month first" | undefined;
    }>>;
    copies: () => Promise<Copy[]>;
    restoreCopy: (name: string) => Promise<Copy[]>;
    putDemo: () => Promise<Kept<{
        name: string;
        currency: string;
        distanceUnit: "km" | "mi";
        economyUnit: "Wh/km" | "kWh/100 km" | "Wh/mi" | "mi/kWh" | "km/kWh";
        houseRule: "cautious" | "usual" | "rated";
        timeZone: string;
        decimals?: "point" | "comma" | undefined;
        clock?: "24 h" | "12 h" | undefined;
        dates?: "day first" | "month first" | undefined;
    }>[]>;
    garage: (household: string) => Promise<Garage>;
    saveHousehold: ({ id, version, spec }: Kept<Household>) => Promise<Kept<{
        name: string;
        currency: string;
        distanceUnit: "km" | "mi";
        economyUnit: "Wh/km" | "kWh/100 km" | "Wh/mi" | "mi/kWh" | "km/kWh";
        houseRule: "cautious" | "usual" | "rated";
        timeZone: string;
        decimals?: "point" | "comma" | undefined;
        clock?: "24 h" | "12 h" | undefined;
        dates?: "day first" | "month first" | undefined;
    }>>;
    add: <K extends Kind>(household: string, kind: K, spec: SpecOf<K>, parentId: string | null) => Promise<Kept<SpecOf<K>>>;
    importPlan: (household: string, plan: Plan) => Promise<Kept<{
        session: {
            fromSoc: number;
            toSoc: number;
            pluggedInAt: string;
            neededBy: string | null;
            batteryC: number | null;
            heatingW: number;
        };
        settings: {
            evseAmps: number | null;
            carAmps: number | null;
            otherBusy: boolean;
        };
        acknowledged: string[];
        tariffId: string;
        carId: string;
        outletId: string;
        evseId: string;
        leadId: string | null;
        cableId: string | null;
        adapterId: string | null;
        name: string;
    }>>;
    change: <K extends Kind>(household: string, kind: K, { id, version, spec, parentId }: Kept<SpecOf<K>>) => Promise<Kept<SpecOf<K>>>;
    remove: (household: string, kind: Kind, { id, version }: Kept<unknown>) => Promise<Kept<unknown>>;
    restore: <K extends Kind>(household: string, kind: K, { id, version }: Kept<unknown>) => Promise<Kept<SpecOf<K>>>;
};
