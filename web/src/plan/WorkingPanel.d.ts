import { type Working } from "@kettleback/core";
/** The working behind an answer: each step's formula, this case's numbers, and where every constant comes from. */
export declare function WorkingPanel({ working, onClose }: {
    working: Working;
    onClose(): void;
}): import("react").JSX.Element;
