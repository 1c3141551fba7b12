import { type Manner } from "./TextInput";
interface Props {
    readonly label: string;
    /** As kept: 18:10, or 2026-11-24. */
    readonly value: string;
    readonly manner?: Manner;
    /** An emptied field is an answer too. */
    readonly optional?: boolean;
    onChange(value: string): void;
}
/** A time of day, shown and typed in the household's manner. Arrow keys move it by a quarter of an hour. */
export declare function TimeInput(props: Props): import("react").JSX.Element;
/** A date, shown and typed in the household's manner, with a calendar at hand. */
export declare function DateInput(props: Props): import("react").JSX.Element;
export {};
