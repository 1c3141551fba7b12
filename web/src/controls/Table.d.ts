import type { ReactNode } from "react";
interface Props {
    /** What it holds. With it stands a frame that scrolls when the table is wider than the window, by keys too. */
    readonly label?: string;
    readonly className?: string;
    /** Of the frame. */
    readonly frame?: string;
    /** Rows there are, where only those in view are drawn. */
    readonly rowCount?: number;
    readonly children: ReactNode;
}
/** A table of figures. */
export declare function Table({ label, className, frame, rowCount, children }: Props): import("react").JSX.Element;
export {};
