/** A choice in a picker of the sentence. */
export interface Option {
    readonly id: string;
    readonly label: string;
}
interface PickProps {
    readonly label: string;
    readonly value: string;
    /** Name of what is tried out in place of the choice; picking anything ends that. */
    readonly tried?: string | undefined;
    readonly wrong: boolean;
    readonly fits: readonly Option[];
    /** Choices that are there but do not fit: shown apart, so the reason can be asked for. */
    readonly others?: readonly Option[];
    readonly othersLabel?: string;
    onPick(id: string): void;
}
/** A bracket of the sentence that is picked from a list. */
export declare function Pick({ label, value, tried, wrong, fits, others, othersLabel, onPick, }: PickProps): import("react").JSX.Element;
export {};
