import { type FromPower, type Plan } from "@kettleback/core";
import type { KnownPhases } from "../../controls/PhasesSelect";
/** What is typed and picked on the page of the beginning; empty is "I don't know". */
export interface Typed {
    readonly region: string;
    readonly carName: string;
    readonly carClass: string;
    readonly batteryKWh: string;
    readonly chargerKW: string;
    readonly phases: KnownPhases;
    readonly point: string;
    readonly evseAmps: string;
    readonly perKWh: string;
}
export declare const browserZone: () => string;
export declare const firstTyped: (timeZone: string) => Typed;
/** A field and what is wrong with it. */
export type Wrong = Readonly<Partial<Record<keyof Typed, string>>>;
/** The charger a stated power comes to; null where nothing is stated. */
export declare function chargerOfTyped({ chargerKW, phases, region }: Typed): FromPower | null;
/** What is wrong with what was typed; nothing where it makes a plan. */
export declare function wrongOf(typed: Typed): Wrong;
/** The plan of what was typed; null while something is wrong. */
export declare function planOfTyped(typed: Typed, timeZone: string, today: string): Plan | null;
