import { type Cell, type Garage, type SavedWay } from "@kettleback/core";
import type { LineupDraft } from "../../stores/lineup";
/**
 * Opens a way on the Path: parts of the household by id, what was described in place as something tried out, to be
 * undone or kept under a name with the parts it brings.
 */
export declare function openInPath(garage: Garage, lineup: LineupDraft, way: SavedWay, { plan }: Cell): void;
