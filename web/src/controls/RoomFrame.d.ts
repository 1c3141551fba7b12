import type { ReactNode } from "react";
interface Props {
    readonly title: string;
    readonly className?: string | undefined;
    /** What is kept by name, or the views of the room: what stands first over it. */
    readonly lead?: ReactNode;
    /** What can be done with what is in view: sent elsewhere, taken out as a file, printed, undone. */
    readonly tools?: ReactNode;
    readonly children: ReactNode;
}
/** The frame every room stands in: its name, and what stands over it. */
export declare const RoomFrame: ({ title, className, lead, tools, children }: Props) => import("react").JSX.Element;
export {};
