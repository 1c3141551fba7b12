import type { LeadFigures } from "@kettleback/core";
interface Props {
    readonly figures: LeadFigures;
    readonly amps: number;
    readonly lengthM: number;
}
/** The two meters with the lead between them: both conductors as lanes, the heat rising where it arises. */
export declare function LeadDrawing({ figures: { nearW, farW, lostW, wattsPerMetre, dropVolts }, amps, lengthM, }: Props): import("react").JSX.Element;
export {};
