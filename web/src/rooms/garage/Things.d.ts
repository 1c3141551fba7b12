import { type ReactNode } from "react";
interface Item {
    readonly id: string;
    /** What it is found by. */
    readonly text: string;
}
interface Props<T extends Item> {
    readonly items: readonly T[];
    readonly label: string;
    /** Usual height of one (px), before it is measured. */
    readonly usual: number;
    row(item: T): ReactNode;
}
/** Things of a shelf, one below the other. */
export declare function Things<T extends Item>({ items, label, usual, row }: Props<T>): import("react").JSX.Element;
export {};
