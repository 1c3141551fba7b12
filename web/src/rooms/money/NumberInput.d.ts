interface Props {
    readonly label: string;
    /** In the unit shown; not a number while nothing acceptable is typed. */
    readonly value: number;
    readonly min: number;
    readonly max: number;
    readonly unit?: string;
    /** Says the label beside the field; it is always its name for whoever cannot see it. */
    readonly bare?: boolean;
    onChange(value: number): void;
}
/** Whether a number lies in a range. */
export declare const within: (value: number, min: number, max: number) => boolean;
/** A number with its unit. What was typed stays while it is not acceptable, with what would be. */
export declare function NumberInput({ label, value, min, max, unit, bare, onChange }: Props): import("react").JSX.Element;
export {};
