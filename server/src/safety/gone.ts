import type { Response } from "express";

/** Aborted when whoever asked has gone before the answer was sent whole. */
export function goneWith(res: Response): AbortSignal {
  const gone = new AbortController();
  res.once("close", () => {
    if (!res.writableFinished) gone.abort();
  });
  return gone.signal;
}
