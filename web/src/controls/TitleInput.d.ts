interface Props {
    readonly label: string;
    readonly value: string;
    /** Takes the name once the field is left, or Enter is pressed. */
    onName(name: string): void;
}
/** A name that stands as a heading and is changed in place; one that is not taken goes back to what it was. */
export declare function TitleInput({ label, value, onName }: Props): import("react").JSX.Element;
export {};
