import type { PlannedSession } from "@kettleback/core";
import type { Draft } from "../stores/draft";
interface Props {
    readonly draft: Draft;
    onChange(draft: Draft): void;
}
/** When the car is wanted; emptying the time means nobody is waiting. */
export declare function Departure({ value, onChange, }: {
    value: string | null;
    onChange(value: string | null): void;
}): import("react").JSX.Element;
interface HourProps {
    readonly pluggedInAt: string;
    readonly offsets: readonly string[];
    onChange(pluggedInAt: string): void;
}
/** Of an hour that comes twice, as the clocks go back: which of the two is meant. */
export declare function WhichHour({ pluggedInAt, offsets, onChange }: HourProps): import("react").JSX.Element;
interface SpanProps {
    readonly session: PlannedSession;
    readonly repeated: readonly string[];
    /** What is wrong with a field, by the start of its name. */
    wrong(field: string): string | undefined;
    onChange(change: Partial<PlannedSession>): void;
}
/** How far it is to be charged, and when it is plugged in. */
export declare function SpanWords({ session, repeated, wrong, onChange }: SpanProps): import("react").JSX.Element;
/** How warm the pack is, and what warms it. */
export declare function PackWords({ draft, wrong, onChange }: Props & {
    wrong(field: string): string | undefined;
}): import("react").JSX.Element;
/** Who else draws on a rapid station. */
export declare function OtherPlug({ draft, onChange }: Props): import("react").JSX.Element;
export {};
