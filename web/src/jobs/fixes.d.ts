import { type Clock, type Garage, type Refusal } from "@kettleback/core";
import { type Draft } from "../stores/draft";
/** A thing of the household that would make the path work, and the draft with it. */
export interface Fix {
    readonly name: string;
    readonly draft: Draft;
}
/** Things of the household that would make the path work if they took the place of the one blamed. */
export declare function fixesFor(garage: Garage, draft: Draft, refusal: Refusal, clock: Clock): Fix[];
