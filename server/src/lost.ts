import express, { type Express } from "express";
import type { Logger } from "pino";
import { Problem, sendProblems } from "./api/problem";
import { recover, type LostDatabaseError } from "./database";
import { escaped, plainPage, plainStyle } from "./plain-page";
import type { Door } from "./safety/door";
import { guardHostAndOrigin, securityHeaders } from "./safety/guard";

const ADDRESS = "/recover";

export interface LostOptions {
  readonly file: string;
  readonly lost: LostDatabaseError;
  readonly log: Logger;
  readonly isOwn?: ((name: string) => boolean) | undefined;
  readonly door?: Door | undefined;
  /** Called once a copy stands in the database's place. */
  readonly recovered: () => Promise<void>;
}

/** What answers while the database is lost: one page that says so, with one button that goes on from its newest copy. */
export function createLostApp({ file, lost, log, isOwn, door, recovered }: LostOptions): Express {
  const app = express();
  let busy = false;
  app.disable("x-powered-by");
  app.use(securityHeaders, guardHostAndOrigin(isOwn));
  if (door) app.use(door.stands);
  app.use(plainStyle());
  app.use((_req, res, next) => {
    res.setHeader("Cache-Control", "no-store");
    next();
  });
  app.post(ADDRESS, async (_req, res) => {
    if (busy) throw new Problem(503, "Busy", "A copy is being put in place; open this page again.");
    busy = true;
    try {
      log.warn(`Going on from ${await recover(file)}`);
      await recovered();
    } finally {
      busy = false;
    }
    res.redirect(303, "/");
  });
  app.use("/api", () => {
    throw new Problem(503, "Database lost", lost.message);
  });
  app.get(/.*/, (_req, res) => {
    const [newest] = lost.copies;
    const copy = newest
      ? `<form method="post" action="${ADDRESS}"><button>Go on from the copy of ${newest.madeAt.slice(0, 16).replace("T", ", ")} UTC</button></form>
<p>What lies there now is kept beside it, under a name with “lost” in it. If that copy cannot be read, the newest one that can is taken.</p>`
      : "<p>There is no copy to go on from. Stop Kettleback before you put a file there.</p>";
    res
      .status(503)
      .type("html")
      .send(
        plainPage(
          "database lost",
          `<p role="alert">${escaped(lost.message)}</p>
${copy}`,
          "wide",
        ),
      );
  });
  app.use(sendProblems(log));
  return app;
}
