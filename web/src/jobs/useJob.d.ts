import type { JobInput, JobKind, JobResult } from "./table";
/** A job as a view sees it. */
export interface JobInView<Result> {
    /** What it last came to; undefined until the first answer, and where the newest could not be worked out. */
    readonly result: Result | undefined;
    /** That was for an older input: the newest is still being worked out. */
    readonly stale: boolean;
    /** Why the newest could not be worked out. */
    readonly error: string | undefined;
    again(): void;
}
/**
 * What a job comes to for an input, worked out beside the screen and never while it is drawn. The last answer stays until
 * the next is there; an answer to an older input is never taken for one to the newest.
 * @param input asked again whenever one of its parts is another
 */
export declare function useJob<K extends JobKind>(kind: K, ...input: JobInput<K>): JobInView<JobResult<K>>;
