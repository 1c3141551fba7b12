import { type Cell, type Clock, type FieldProblem, type Garage, type OpenLineup } from "@kettleback/core";
import type { LineupDraft } from "../stores/lineup";
/** What a line-up comes to: every car on every way, as far as it has been worked out. */
export interface SolvedLineup {
    readonly garage: Garage;
    readonly draft: LineupDraft;
    readonly open: OpenLineup;
    readonly clock: Clock | null;
    readonly problems: readonly FieldProblem[];
    /** Offsets of the two moments a doubled hour stands for. */
    readonly repeated: readonly string[];
    /** Cells by way, then by car; null where a part is gone or the cell is still to come. */
    readonly cells: readonly (readonly (Cell | null)[])[];
    /** The same by car, then by way; a car's list stays the same list while nothing in it changes. */
    readonly byCar: readonly (readonly (Cell | null)[])[];
    readonly done: number;
    readonly all: number;
}
export declare const useLineup: import("zustand").UseBoundStore<import("zustand").StoreApi<{
    readonly solved: SolvedLineup | null;
}>>;
/** Solves a line-up: at once where it is quick, in slices with what is done so far in view where it is not. */
export declare function solveLineup(garage: Garage, draft: LineupDraft): void;
