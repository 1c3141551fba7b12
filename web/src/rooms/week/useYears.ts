import { useEffect, useId, useMemo, useRef, useState } from "react";
import { inOrder, untilSure, type WeekAsked, type YearBlock } from "@kettleback/core";
import { ask, mostThreads, type Job } from "../../jobs/pool";

/** Years as they are asked for. */
export interface YearsWanted {
  readonly seed: number;
  readonly years: number;
  /** Goes on to the last year, however sure it is before. */
  readonly toTheEnd: boolean;
}

/** Years as far as they have been gone through, and how it goes on. */
export interface YearsSoFar {
  readonly blocks: readonly YearBlock[];
  readonly sure: boolean;
  readonly running: boolean;
  /** Ended by hand before it was sure. */
  readonly left: boolean;
  readonly error: string | undefined;
  /** They are those of another week or other years: the ones that are asked for are still to come. */
  readonly stale: boolean;
  leave(): void;
  start(): void;
}

interface Told {
  /** For what they were gone through. */
  readonly of: object;
  readonly blocks: readonly YearBlock[];
  readonly sure: boolean;
  readonly running: boolean;
  readonly left: boolean;
  readonly error: string | undefined;
}

/**
 * Goes through years on as many threads as there are, each with blocks of its own; what is told are the blocks that follow
 * one another from the first, up to where it was sure, so that the answer is the same whichever thread was faster.
 */
export function useYears(
  asked: WeekAsked,
  carAt: number,
  { seed, years, toTheEnd }: YearsWanted,
): YearsSoFar {
  const key = useId();
  const [turn, setTurn] = useState(0);
  const wanted = useMemo(
    () => ({ asked, carAt, seed, years, toTheEnd, turn }),
    [asked, carAt, seed, years, toTheEnd, turn],
  );
  const [told, setTold] = useState<Told>({
    of: wanted,
    blocks: [],
    sure: false,
    running: true,
    left: false,
    error: undefined,
  });
  const stop = useRef<() => void>(() => undefined);
  useEffect(() => {
    const threads = mostThreads();
    const byThread: (readonly YearBlock[])[] = Array.from({ length: threads }, () => []);
    let over = false;
    let waiting = threads;
    // Blocks after which it has been asked whether it is sure: each prefix once.
    let tried = 0;
    const show = (running: boolean, left: boolean, error?: string) => {
      const all = byThread.flat();
      const found = wanted.toTheEnd ? { blocks: inOrder(all), sure: false } : untilSure(all, tried);
      tried = found.blocks.length;
      setTold({ of: wanted, ...found, running: running && !found.sure, left, error });
      return found.sure;
    };
    const jobs: Job<unknown>[] = [];
    const end = () => {
      over = true;
      jobs.forEach((job) => job.leave());
    };
    stop.current = () => {
      if (over) return;
      end();
      show(false, true);
    };
    for (let thread = 0; thread < threads; thread++) {
      const take = (blocks: readonly YearBlock[], running: boolean) => {
        if (over) return;
        byThread[thread] = blocks;
        if (show(running, false)) end();
      };
      const { seed: by, years: most } = wanted;
      const job = ask(
        "years",
        [wanted.asked, wanted.carAt, { seed: by, years: most, first: thread, stride: threads }],
        {
          key: `${key}-${thread}`,
          progress: (blocks) => take(blocks, true),
        },
      );
      jobs.push(job);
      job.result.then(
        (blocks) => {
          if (!blocks) return;
          waiting -= 1;
          take(blocks, waiting > 0);
        },
        (error: unknown) => {
          if (over) return;
          end();
          show(false, false, String(error).replace(/^Error: /, ""));
        },
      );
    }
    return end;
  }, [wanted, key]);
  const stale = told.of !== wanted;
  return {
    ...told,
    stale,
    running: told.running || stale,
    error: stale ? undefined : told.error,
    leave: () => stop.current(),
    start: () => setTurn(turn + 1),
  };
}
