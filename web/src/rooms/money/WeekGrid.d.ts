import type { Band, Week } from "@kettleback/core";
export declare const FULL_DAYS: readonly ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
/** Days of the week, Monday first. */
export declare const EVERY: number[];
export declare const DAY = 1440;
/** How dear a band is among the others, 0 to 1: its step of height and depth of colour. */
export declare const levelOf: (bands: readonly Band[], band: number) => number;
interface GridProps {
    readonly week: Week;
    readonly band: number;
    readonly together: readonly number[];
    readonly currency: string;
    onStroke(days: readonly number[], from: number, to: number): void;
    onBrush(band: number): void;
}
/** A cell of the strip: the dearer, the deeper and the higher it stands. */
export declare function Cell({ x, y, width, height, level, }: {
    x: number;
    y: number;
    width: number;
    height: number;
    level: number;
}): import("react").JSX.Element;
/** The week as a grid of hours, painted by dragging or with the arrow keys. */
export declare function WeekGrid({ week, band, together, currency, onStroke, onBrush }: GridProps): import("react").JSX.Element;
export {};
