import { type Garage } from "@kettleback/core";
import { type LineupDraft } from "../../stores/lineup";
interface Props {
    readonly garage: Garage;
    readonly draft: LineupDraft;
    onChange(draft: LineupDraft): void;
}
/** Ways are added from a start set, from saved paths, or described in place. */
export declare function AddWays({ garage, draft, onChange }: Props): import("react").JSX.Element;
export {};
