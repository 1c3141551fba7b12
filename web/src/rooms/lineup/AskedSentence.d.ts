import { type Garage } from "@kettleback/core";
import type { SolvedLineup } from "../../jobs/lineup";
import type { LineupDraft } from "../../stores/lineup";
interface Props {
    readonly garage: Garage;
    readonly solved: SolvedLineup;
    onChange(draft: LineupDraft): void;
}
/** What is asked of every way, as one sentence; the cars that are lined up, and the one in view. */
export declare function AskedSentence({ garage, solved, onChange }: Props): import("react").JSX.Element;
export {};
