import type { Charging } from "../../jobs/answer";
import type { Draft } from "../../stores/draft";
interface Props {
    readonly charging: Charging;
    readonly draft: Draft;
    readonly index: number;
    onChange(draft: Draft): void;
}
/** Figures of one link, and for unit and charger the current they are set to. */
export declare function LinkPanel({ charging, draft, index, onChange }: Props): import("react").JSX.Element;
export {};
