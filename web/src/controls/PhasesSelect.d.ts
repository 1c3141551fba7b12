/** Phases over which an onboard charger takes current; undefined where nobody has said. */
export type KnownPhases = 1 | 2 | 3 | undefined;
interface Props {
    readonly says?: string;
    /** What stands for "I don't know". */
    readonly unknown?: string;
    readonly large?: boolean;
    readonly className?: string;
    readonly value: KnownPhases;
    onChange(value: KnownPhases): void;
}
/** Over how many phases the onboard charger takes current, as far as one knows. */
export declare const PhasesSelect: ({ unknown, value, onChange, ...rest }: Props) => import("react").JSX.Element;
export {};
