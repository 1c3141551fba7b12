import { type JobKind } from "./table";
/** What a thread that works offers: to start a job under a number, and to leave it. */
export interface Workshop {
    /** @returns what the job comes to; undefined once it was left */
    start(id: number, kind: JobKind, input: readonly unknown[], progress?: (share: number) => void): Promise<unknown>;
    leave(id: number): void;
}
/** Works jobs off side by side, slice by slice. */
export declare function workshop(): Workshop;
