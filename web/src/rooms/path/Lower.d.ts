import type { Charging } from "../../jobs/answer";
import type { Draft } from "../../stores/draft";
interface Props {
    readonly charging: Charging;
    readonly draft: Draft;
    onChange(draft: Draft): void;
}
/** The heavier views under the answers. They follow the answer once the changes pause. */
export declare function Lower({ charging, draft, onChange }: Props): import("react").JSX.Element;
export {};
