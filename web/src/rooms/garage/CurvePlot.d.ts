import { type TypedPoint } from "./curve";
interface Props {
    readonly value: readonly TypedPoint[];
    onChange(points: readonly TypedPoint[]): void;
}
/** The curve drawn, its points to be dragged or moved by arrow keys. */
export declare function CurvePlot({ value, onChange }: Props): import("react").JSX.Element;
export {};
