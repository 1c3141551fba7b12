interface Props {
    readonly says: string;
    readonly rows: number;
    readonly maxLength: number;
    readonly placeholder?: string | undefined;
    readonly className?: string;
    readonly value: string;
    onChange(value: string): void;
}
/** A text of some lines. */
export declare function TextArea({ says, rows, maxLength, placeholder, className, value, onChange }: Props): import("react").JSX.Element;
export {};
