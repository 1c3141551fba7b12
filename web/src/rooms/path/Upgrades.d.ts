import type { Charging } from "../../jobs/answer";
import type { Draft } from "../../stores/draft";
interface Props {
    readonly charging: Charging;
    readonly draft: Draft;
    onChange(draft: Draft): void;
}
/** What would lift it: coherent changes, least gain first; any of them is tried out from here, and undone. */
export declare function Upgrades({ charging, draft, onChange }: Props): import("react").JSX.Element;
export {};
