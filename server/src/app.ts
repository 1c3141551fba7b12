import { existsSync } from "node:fs";
import { join } from "node:path";
import express, { type Express } from "express";
import type { MikroORM } from "@mikro-orm/core";
import type { Logger } from "pino";
import { HOUSEHOLD_MAX_BYTES, LINEUP_MAX_BYTES, PLAN_MAX_BYTES } from "@kettleback/core";
import { api } from "./api/router";
import { busy, sendProblems } from "./api/problem";
import type { Keeper } from "./database";
import type { SignIns } from "./safety/sign-ins";
import { guardHostAndOrigin, securityHeaders } from "./safety/guard";
import { signInPage, signInsApi } from "./safety/sign-in-page";

/** Largest request body, in bytes: a hundred times the largest thing a form sends. */
export const BODY_LIMIT = 256 * 1024;
/** … and for a line-up, which may hold thousands of ways. */
export const LINEUP_LIMIT = LINEUP_MAX_BYTES;
/** … and for what may hold a year of quarter-hourly prices. */
export const PRICES_LIMIT = PLAN_MAX_BYTES;

export interface AppOptions {
  readonly orm: Pick<MikroORM, "em">;
  /** Keeps copies of the database; left out where there is no file. */
  readonly keeper?: Keeper;
  readonly log: Logger;
  /** Folder of the built pages; without it only the interface answers. */
  readonly pages?: string | undefined;
  /** Names and addresses it answers to beside loopback. */
  readonly hosts?: readonly string[] | undefined;
  /** Asks everybody for the passphrase; left out on loopback. */
  readonly signIns?: SignIns | undefined;
}

/** The whole application: guards, interface, pages. */
export function createApp({ orm, keeper, log, pages, hosts, signIns }: AppOptions): Express {
  const app = express();
  app.disable("x-powered-by");
  app.set("query parser", "simple");
  app.use(securityHeaders, guardHostAndOrigin(hosts));
  if (signIns) app.use(signInPage(signIns));
  app.use("/api/sign-ins", noStore, signInsApi(signIns));
  if (keeper)
    app.use("/api", (_req, res, next) => {
      if (keeper.busy) throw busy();
      res.once("close", keeper.use());
      next();
    });
  app.use("/api/households/:household/lineups", express.json({ limit: LINEUP_LIMIT, strict: true }));
  app.use("/api/take", express.json({ limit: HOUSEHOLD_MAX_BYTES, strict: true }));
  for (const address of ["tariffs", "import"])
    app.use(`/api/households/:household/${address}`, express.json({ limit: PRICES_LIMIT, strict: true }));
  app.use("/api", express.json({ limit: BODY_LIMIT, strict: true }), noStore, api(orm, keeper));
  if (pages && existsSync(join(pages, "index.html"))) {
    app.use(
      "/assets",
      express.static(join(pages, "assets"), { immutable: true, maxAge: "1y", fallthrough: false }),
    );
    app.use(express.static(pages, { index: false }));
    // Every other address is a screen of the one page.
    app.get(/.*/, (_req, res) => res.sendFile("index.html", { root: pages, cacheControl: false }));
  }
  app.use(sendProblems(log));
  return app;
}

const noStore: express.RequestHandler = (_req, res, next) => {
  res.setHeader("Cache-Control", "no-store");
  next();
};
