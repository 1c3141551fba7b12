import type { RefObject } from "react";
import "react-day-picker/style.css";
interface Props {
    readonly label: string;
    /** What it opens beside. */
    readonly opener: RefObject<HTMLButtonElement | null>;
    /** As kept: 2026-11-24; empty where none is. */
    readonly value: string;
    onPick(day: string): void;
    onClose(): void;
}
/** A month to pick a day from, by pointer or keys. */
export default function Calendar({ label, opener, value, onPick, onClose }: Props): import("react").JSX.Element;
export {};
