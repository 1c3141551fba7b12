import { type ComponentType } from "react";
import type { MoneyProps, OwnProps, PathProps } from "./view";
/** What a view is about: figures of its own, the path in the sentence, or its answer. */
type Body = {
    readonly of: "its own";
    readonly Body: ComponentType<OwnProps>;
} | {
    readonly of: "the path";
    readonly Body: ComponentType<PathProps>;
} | {
    readonly of: "its answer";
    readonly Body: ComponentType<MoneyProps>;
};
export type View = {
    readonly id: string;
    readonly name: string;
} & Body;
/** The views of money, in the order questions come up; each comes once it is looked at. */
export declare const VIEWS: readonly View[];
export {};
