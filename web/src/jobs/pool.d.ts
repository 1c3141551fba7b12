import type { JobInput, JobKind, JobResult } from "./table";
/** A job that is asked for: what it comes to, or null once it was left or a newer one of its key took its place. */
export interface Job<Result> {
    readonly result: Promise<Result | null>;
    leave(): void;
}
interface Options {
    /** Of jobs with the same key only the newest answers. */
    readonly key: string;
    progress?(share: number): void;
}
/** Whether an answer is still being waited for. */
export declare const isWorking: () => boolean;
/**
 * Asks for a job, on a thread beside the screen's. Older jobs of the same key are left and answer nobody; one that fails
 * fails only who asked for it.
 */
export declare function ask<K extends JobKind>(kind: K, input: JobInput<K>, { key, progress }: Options): Job<JobResult<K>>;
export {};
