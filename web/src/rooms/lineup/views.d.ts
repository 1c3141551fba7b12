import { type ComponentType } from "react";
import type { ViewProps } from "./view";
interface View {
    readonly id: string;
    readonly name: string;
    readonly Body: ComponentType<ViewProps>;
}
/** The views of a line-up, in the order questions come up; all but the first come once they are looked at. */
export declare const VIEWS: readonly View[];
export {};
