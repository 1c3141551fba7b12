import { useEffect, useId, useState } from "react";
import { ask } from "./pool";
import type { JobInput, JobKind, JobResult } from "./table";

/** A job as a view sees it. */
export interface JobInView<Result> {
  /** What it last came to; undefined until the first answer, and where the newest could not be worked out. */
  readonly result: Result | undefined;
  /** That was for an older input: the newest is still being worked out. */
  readonly stale: boolean;
  /** Why the newest could not be worked out. */
  readonly error: string | undefined;
  /** How far the newest is (0 to 1), where its job tells that. */
  readonly share: number | undefined;
  again(): void;
}

interface Told<K extends JobKind> {
  readonly of: JobInput<K>;
  readonly result?: JobResult<K>;
  readonly error?: string;
}

const same = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((value, i) => Object.is(value, b[i]));

/**
 * What a job comes to for an input, worked out beside the screen and never while it is drawn. The last answer stays until
 * the next is there; an answer to an older input is never taken for one to the newest.
 * @param input asked again whenever one of its parts is another
 */
export const useJob = <K extends JobKind>(kind: K, ...input: JobInput<K>): JobInView<JobResult<K>> =>
  useAsked(kind, input, false);

/** {@link useJob} of a job that may take long: how far it is is told, and drawn again each time. */
export const useWatchedJob = <K extends JobKind>(kind: K, ...input: JobInput<K>): JobInView<JobResult<K>> =>
  useAsked(kind, input, true);

function useAsked<K extends JobKind>(kind: K, input: JobInput<K>, watched: boolean): JobInView<JobResult<K>> {
  const key = useId();
  const [told, setTold] = useState<Told<K>>();
  const [gone, setGone] = useState<{ readonly of: JobInput<K>; readonly share: number }>();
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    const job = ask(kind, input, {
      key,
      ...(watched
        ? { progress: (step) => void (typeof step === "number" && setGone({ of: input, share: step })) }
        : {}),
    });
    job.result.then(
      (result) => result !== null && setTold({ of: input, result }),
      (error: unknown) => setTold({ of: input, error: String(error).replace(/^Error: /, "") }),
    );
    return () => job.leave();
    // The parts of the input stand for the list of them.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [kind, key, turn, watched, ...input]);
  const newest = told !== undefined && same(told.of, input);
  return {
    result: told?.result,
    stale: told !== undefined && !newest,
    error: newest ? told.error : undefined,
    share: !newest && gone !== undefined && same(gone.of, input) ? gone.share : undefined,
    again: () => setTurn(turn + 1),
  };
}
