interface Props {
    /** What gets the name: "path". */
    readonly one: string;
    readonly initial: string;
    onSave(name: string): void;
    onCancel(): void;
}
/** Asks for the name under which a thing is kept. */
export default function NameForm({ one, initial, onSave, onCancel }: Props): import("react").JSX.Element;
export {};
