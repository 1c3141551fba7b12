import type { JobInView } from "../jobs/useJob";
/** Stands where the result of a job will: room for it, or why it could not be worked out. */
export declare function JobWaiting({ job }: {
    readonly job: JobInView<unknown>;
}): import("react").JSX.Element;
