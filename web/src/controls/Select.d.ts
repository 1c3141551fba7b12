import type { UseFormRegisterReturn } from "react-hook-form";
type Value = string | number;
export interface Option<T extends Value> {
    readonly value: T;
    readonly text: string;
    readonly disabled?: boolean;
}
interface OptionGroup<T extends Value> {
    readonly group: string;
    readonly options: readonly Option<T>[];
}
/** Where a select stands: in a form, in the sentence of a path, or in the bar at the top. */
declare const MANNERS: {
    readonly field: "form-select";
    readonly sentence: "bracket";
    readonly bar: "bar-select";
};
interface Look<T extends Value> {
    /** What it is called; what it says where it says something. */
    readonly label?: string;
    /** Words that stand before it. */
    readonly says?: string;
    readonly options: readonly (Option<T> | OptionGroup<T>)[];
    readonly manner?: keyof typeof MANNERS;
    readonly large?: boolean;
    readonly wrong?: boolean;
    readonly describedBy?: string | undefined;
    /** Of the words and the select together where words stand before it, of the select where none do. */
    readonly className?: string;
    readonly id?: string;
}
type Props<T extends Value> = Look<T> & ({
    readonly value: NoInfer<T>;
    readonly onChange: (value: NoInfer<T>) => void;
}
/** Bound to a field of a form instead. */
 | {
    readonly field: UseFormRegisterReturn;
});
/** One of a list. The value picked is one of the options' own: a number where they are numbers. */
export declare function Select<T extends Value>(props: Props<T>): import("react").JSX.Element;
/** The options of a table of names, in its order. */
export declare const namedOptions: <K extends string>(names: Readonly<Record<K, string>>) => readonly Option<K>[];
/** Values as options, each by its name; by itself where none is given. */
export declare const optionsOf: <T extends Value>(values: readonly T[], nameOf?: (value: T) => string) => readonly Option<T>[];
export {};
