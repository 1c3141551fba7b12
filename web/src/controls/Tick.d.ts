import type { ReactNode } from "react";
import type { UseFormRegisterReturn } from "react-hook-form";
interface Look {
    /** What it is called where its words alone would not say it. */
    readonly label?: string;
    readonly className?: string;
    readonly disabled?: boolean;
    readonly describedBy?: string | undefined;
    readonly wrong?: boolean;
    /** Words beside it. */
    readonly children?: ReactNode;
}
interface TickProps extends Look {
    readonly checked: boolean;
    onChange(checked: boolean): void;
}
interface FieldProps extends Look {
    readonly field: UseFormRegisterReturn;
    /** What the form gets where many ticks share a field. */
    readonly value?: string;
}
/** Something that is so or not, with its words. */
export declare function Tick(props: TickProps | FieldProps): import("react").JSX.Element;
interface RadioProps extends Look {
    /** What those that exclude each other share. */
    readonly name: string;
    readonly checked: boolean;
    onChange(): void;
}
/** One of a few, with its words. */
export declare const Radio: ({ name, label, className, checked, onChange, children }: RadioProps) => import("react").JSX.Element;
export {};
