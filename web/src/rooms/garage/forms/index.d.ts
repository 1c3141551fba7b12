import type { Garage, Kind } from "@kettleback/core";
import type { Choice, Group } from "../field";
/** The form of a kind of thing. Saved paths, line-ups and tariffs are edited in rooms of their own. */
export declare const groupsOf: (kind: Exclude<Kind, "paths" | "lineups" | "tariffs">) => readonly Group[];
/** What a thing of this kind belongs to: the label, whether it may be nothing, and the choices. */
export declare function parentChoices(kind: Kind, garage: Garage): {
    readonly label: string;
    readonly none: string | null;
    readonly choices: readonly Choice[];
} | null;
