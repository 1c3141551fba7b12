import type { TermId } from "@kettleback/core";
interface Props {
    readonly id: TermId;
    /** The word as it stands here. */
    readonly children: string;
}
/** A word of the trade that explains itself where it stands. */
export declare function Term({ id, children }: Props): import("react").JSX.Element;
export {};
