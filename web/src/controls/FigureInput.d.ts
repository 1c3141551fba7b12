import { type ReactNode } from "react";
import { type Manner } from "./TextInput";
interface Props {
    /** What it is called, its unit with it. */
    readonly label: string;
    /** In the unit typed; not a number where nothing is typed. */
    readonly value: number;
    /** Whether a figure is not acceptable. A function is asked of what is typed, also where that was not taken. */
    readonly wrong?: boolean | ((typed: number) => boolean);
    /** Decimals to which a figure from outside is written; what is typed keeps its own. */
    readonly decimals?: number;
    readonly manner?: Manner;
    readonly large?: boolean;
    readonly className?: string;
    readonly placeholder?: string;
    readonly describedBy?: string;
    /** Gets what was typed as a number; not a number for what is none, and for an empty field. */
    onChange(value: number): void;
    /** What stands beside the field, given whether what is typed is wrong. */
    children?(field: ReactNode, wrong: boolean): ReactNode;
}
/** A figure typed in the household's own manner. What was typed stays, also when it is not acceptable. */
export declare function FigureInput({ label, value, wrong, decimals, manner, large, className, placeholder, describedBy, onChange, children, }: Props): ReactNode;
export {};
