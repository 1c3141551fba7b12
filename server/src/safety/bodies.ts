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

/** Refuses a body of brackets before it is read: a reader would be busy with it for long. @throws Problem */
export function refuseDeep(_req: IncomingMessage, _res: ServerResponse, body: Buffer): void {
  let [deep, inText] = [0, false];
  for (let i = 0; i < body.length; i++) {
    const c = body[i];
    if (inText) {
      if (c === BACKSLASH) i++;
      else if (c === QUOTE) inText = false;
    } else if (c === QUOTE) inText = true;
    else if (c === OPEN_LIST || c === OPEN_OBJECT) {
      deep += 1;
      if (deep > MOST_DEEP)
        throw new Problem(
          400,
          "Too deep",
          `accepted: lists and objects in each other, up to ${MOST_DEEP} deep`,
        );
    } else if (c === CLOSE_LIST || c === CLOSE_OBJECT) deep -= 1;
  }
}
