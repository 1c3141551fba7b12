import { type Caution } from "@kettleback/core";
import type { Draft } from "../../stores/draft";
interface Props {
    readonly cautions: readonly Caution[];
    readonly draft: Draft;
    onChange(draft: Draft): void;
}
/** The stops of a path in one line each, at the head of the drawing: nobody plugs in without having passed them. */
export declare function Stops({ cautions, acknowledged, }: {
    readonly cautions: readonly Caution[];
    readonly acknowledged: readonly string[];
}): import("react").JSX.Element | null;
/** What to beware of, worst first. A stop cannot be closed; it can only be acknowledged, and then still stands. */
export declare function Cautions({ cautions, draft, onChange }: Props): import("react").JSX.Element;
export {};
