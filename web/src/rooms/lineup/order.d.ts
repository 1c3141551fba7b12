/** A list with one thing moved to the place of another. */
export declare function reordered<T extends {
    readonly id: string;
}>(list: readonly T[], from: string, to: string): T[];
