import type { IncomingMessage, ServerResponse } from "node:http";
import type { Request, RequestHandler } from "express";
import { Problem } from "../api/problem";

/** Longest that the body of a request may take to come (ms). */
const WHOLE_MS = 15_000;

/** What is said to whoever sends too slowly. */
export const tooSlow = (ms: number): Problem =>
  new Problem(408, "Too slow", `What was sent did not come within ${ms / 1000} s; nothing was written.`);

/**
 * Ends a request whose body does not come in time: whoever sends it is told, and the line is closed.
 * @param patient whether a request is left alone, as what reads it has limits of its own
 */
export const bodyInTime =
  (patient: (req: Request) => boolean): RequestHandler =>
  (req, res, next) => {
    if (patient(req) || req.complete) return next();
    const timer = setTimeout(() => {
      if (req.complete || res.headersSent) return;
      res.once("finish", () => req.destroy());
      res.set("Connection", "close");
      next(tooSlow(WHOLE_MS));
    }, WHOLE_MS);
    const over = () => clearTimeout(timer);
    req.once("end", over).once("close", over);
    next();
  };

/** Deepest that lists and objects of a request lie in each other; the deepest of a document of ours is ten. */
export const MOST_DEEP = 64;

const [QUOTE, BACKSLASH, OPEN_LIST, OPEN_OBJECT, CLOSE_LIST, CLOSE_OBJECT] = [...'"\\[{]}'].map((c) =>
  c.charCodeAt(0),
);

/** Counts how deep lists and objects of JSON lie in each other, a piece at a time, without reading it. */
export class Depth {
  private deep = 0;
  private inText = false;
  private escaped = false;

  /** Takes the next piece. @returns the deepest there has been in it */
  take(piece: Uint8Array): number {
    let deepest = this.deep;
    for (const c of piece) {
      if (this.escaped) this.escaped = false;
      else if (this.inText) {
        if (c === BACKSLASH) this.escaped = true;
        else if (c === QUOTE) this.inText = false;
      } else if (c === QUOTE) this.inText = true;
      else if (c === OPEN_LIST || c === OPEN_OBJECT) deepest = Math.max(deepest, ++this.deep);
      else if (c === CLOSE_LIST || c === CLOSE_OBJECT) this.deep -= 1;
    }
    return deepest;
  }
}

/** Refuses a body of brackets before it is read: a reader would be busy with it for long. @throws Problem */
export function refuseDeep(_req: IncomingMessage, _res: ServerResponse, body: Buffer): void {
  if (new Depth().take(body) > MOST_DEEP)
    throw new Problem(400, "Too deep", `accepted: lists and objects in each other, up to ${MOST_DEEP} deep`);
}
