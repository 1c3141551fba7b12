interface Props {
    readonly label: string;
    /** A share, 0–1; may be out of range while it is being typed. */
    readonly value: number;
    readonly problem: string | undefined;
    onChange(value: number): void;
}
/** State of charge typed as per cent, to a tenth. */
export declare function PercentInput({ label, value, problem, onChange }: Props): import("react").JSX.Element;
export {};
