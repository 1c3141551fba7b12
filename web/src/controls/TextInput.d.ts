import { type KeyboardEvent, type ReactNode } from "react";
import type { UseFormRegisterReturn } from "react-hook-form";
/** Where a line stands: in a form, in the sentence of a path, or as the heading of what stands below. */
declare const MANNERS: {
    readonly field: "form-control";
    readonly sentence: "bracket";
    readonly title: "title-input";
};
export type Manner = keyof typeof MANNERS;
interface Look {
    /** What it is called; what it says where it says something. */
    readonly label?: string;
    /** Words that stand before it. */
    readonly says?: ReactNode;
    readonly manner?: Manner;
    readonly large?: boolean;
    /** Of the words and the field together where words stand before it, of the field where none do. */
    readonly className?: string;
    readonly wrong?: boolean;
    readonly describedBy?: string | undefined;
    readonly placeholder?: string;
    readonly maxLength?: number;
    /** A figure is typed, or something is sought: phones bring other keys. */
    readonly kind?: "figure" | "search" | "text";
    readonly focused?: boolean;
    readonly id?: string;
    onBlur?(): void;
    onKeyDown?(event: KeyboardEvent<HTMLInputElement>): void;
}
type Props = Look & ({
    readonly value: string;
    onChange(value: string): void;
}
/** Bound to a field of a form instead. */
 | {
    readonly field: UseFormRegisterReturn;
});
/** A line of text. */
export declare function TextInput(props: Props): import("react").JSX.Element;
export {};
