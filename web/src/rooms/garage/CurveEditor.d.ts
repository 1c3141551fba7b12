import { type TypedPoint } from "./curve";
interface Props {
    readonly value: readonly TypedPoint[];
    readonly usableWh: number;
    readonly problem: string | undefined;
    onChange(points: readonly TypedPoint[]): void;
}
/** What the battery accepts: a generic shape to start from, points to drag or move by arrow keys, and figures to type. */
export declare function CurveEditor({ value, usableWh, problem, onChange }: Props): import("react").JSX.Element;
export {};
