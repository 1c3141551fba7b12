import { type Cell, type DistanceUnit, type Row } from "@kettleback/core";
/** A column of the line-up's table: what it sorts by, how it reads, and which end is the better one. */
export interface Column {
    readonly id: string;
    readonly name: string;
    /** Number or text by which rows are ordered; undefined where nothing charges. */
    value(row: Row): number | string;
    text(row: Row): string;
    /** Said of a blocked way too: its car, its name, its level, its price. */
    readonly always?: (cell: Cell) => string;
    readonly best?: "most" | "least";
    /** How the difference to the baseline reads, taken between what is shown; without it none is. */
    difference?(value: number, base: number): string;
}
/** Columns in the household's units; `stay` is one's own stay in hours. */
export declare function columnsFor(unit: DistanceUnit, currency: string, stay: number): readonly Column[];
/** Columns in view before anybody has chosen. */
export declare const FIRST_COLUMNS: readonly ["way", "level", "amps", "batteryW", "narrowest", "time", "ready", "kmPerHour", "lostShare", "cost", "per100", "caution"];
/** The best and the worst value of a column, where they differ. */
export declare function ends(column: Column, rows: readonly Row[]): {
    best: number;
    worst: number;
} | undefined;
