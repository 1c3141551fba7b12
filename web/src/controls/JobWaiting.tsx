import type { JobInView } from "../jobs/useJob";
import { Button } from "./Button";

/** Stands where the result of a job will: room for it, or why it could not be worked out. */
export function JobWaiting({ job }: { readonly job: JobInView<unknown> }) {
  if (job.error === undefined)
    return (
      <div className="view-waiting">
        {job.share !== undefined && <progress value={job.share} aria-label="Worked out so far" />}
      </div>
    );
  return (
    <div className="room-note" role="alert">
      <p>This could not be worked out: {job.error}.</p>
      <Button large onClick={job.again}>
        Try again
      </Button>
    </div>
  );
}
