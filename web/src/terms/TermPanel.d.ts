import { type TermId, type World } from "@kettleback/core";
/** What a word means: two lines, its number, whose it is. */
export default function TermPanel({ id, world }: {
    readonly id: TermId;
    readonly world: World;
}): import("react").JSX.Element;
