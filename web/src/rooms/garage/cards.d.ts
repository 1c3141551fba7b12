import { type Garage, type Kept, type SpecOf } from "@kettleback/core";
import type { EditableKind } from "./Editor";
/** A thing as a card shows it: its key figure and what tells it apart. */
export interface Card {
    readonly figure: string;
    readonly lines: readonly string[];
}
/** What a card says of a thing. */
export declare const cardOf: <K extends EditableKind>(kind: K, row: Kept<SpecOf<K>>, garage: Garage) => Card;
