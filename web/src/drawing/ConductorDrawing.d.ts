import type { Charging } from "../jobs/answer";
interface Props {
    readonly charging: Charging;
    readonly selected: number | null;
    onSelect(index: number): void;
}
/** The path from supply to battery as parallel copper lanes; the narrowest link is pinched between two jaws. */
export declare function ConductorDrawing({ charging, selected, onSelect }: Props): import("react").JSX.Element;
/** What a current flows on: "on three phases"; direct current has none. */
export declare const phaseWords: ({ current, phases, }: {
    readonly current: "AC" | "DC";
    readonly phases: number;
}) => string;
export {};
