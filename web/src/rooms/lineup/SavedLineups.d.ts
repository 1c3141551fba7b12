import { type Garage } from "@kettleback/core";
import { type LineupDraft } from "../../stores/lineup";
interface Props {
    readonly garage: Garage;
    readonly draft: LineupDraft;
    readonly sound: boolean;
    onChange(draft: LineupDraft): void;
}
/** Line-ups kept by name. */
export declare function SavedLineups({ garage, draft, sound, onChange }: Props): import("react").JSX.Element;
export {};
