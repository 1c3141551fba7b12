import type { Charging } from "../../jobs/answer";
import type { Draft } from "../../stores/draft";
/** What was assumed of the car because nobody knew it, and how far the answer hangs on it; nothing where all is known. */
export declare function Hangs({ charging, draft }: {
    readonly charging: Charging;
    readonly draft: Draft;
}): import("react").JSX.Element | null;
