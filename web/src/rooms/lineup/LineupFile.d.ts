import { type Garage } from "@kettleback/core";
import type { SolvedLineup } from "../../jobs/lineup";
import { type LineupDraft } from "../../stores/lineup";
interface Props {
    readonly garage: Garage;
    readonly solved: SolvedLineup;
    onChange(draft: LineupDraft): void;
}
/** The line-up in view as an open document, and a document as the line-up in view: undo brings back what was there. */
export declare function LineupFile({ garage, solved: { draft, open, problems }, onChange }: Props): import("react").JSX.Element;
export {};
