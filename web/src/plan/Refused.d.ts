import type { Refusal } from "@kettleback/core";
import type { Fix } from "../jobs/fixes";
import type { Draft } from "../stores/draft";
interface Props {
    readonly refusal: Refusal;
    readonly fixes: readonly Fix[];
    onChange(draft: Draft): void;
}
/** Why nothing flows, what to do, and which of the household's own things would do. */
export declare function Refused({ refusal, fixes, onChange }: Props): import("react").JSX.Element;
export {};
