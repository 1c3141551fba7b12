import { type Household, type Kept } from "@kettleback/core";
/** What a household decides for all of its rooms, and what can be done with it. */
export declare function House({ row, shown }: {
    readonly row: Kept<Household>;
    readonly shown: boolean;
}): import("react").JSX.Element;
