import { existsSync } from "node:fs";
import { join } from "node:path";
import express, { type Express } from "express";
import type { MikroORM } from "@mikro-orm/core";
import type { Logger } from "pino";
import { HOUSEHOLD_DOCUMENT, KIND_NAMES, kindRow, PLAN_DOCUMENT } from "@kettleback/core";
import { Events, eventsApi } from "./api/events";
import { api } from "./api/router";
import { busy, sendProblems } from "./api/problem";
import type { Keeper } from "./database";
import type { SignIns } from "./safety/sign-ins";
import { guardHostAndOrigin, securityHeaders } from "./safety/guard";
import { signInPage, signInsApi } from "./safety/sign-in-page";

/** Largest request body, in bytes: a hundred times the largest thing a form sends. */
export const BODY_LIMIT = 256 * 1024;
/** … and for the most readings one request adds. */
const SAMPLES_LIMIT = 1024 * 1024;
/** … and for a network's posts from a file. */
const NETWORK_LIMIT = 32 * 1024 * 1024;
/** A thousand sessions with their plans. */
const MANY_LIMIT = 16 * 1024 * 1024;

export interface AppOptions {
  readonly orm: Pick<MikroORM, "em">;
  /** Keeps copies of the database; left out where there is no file. */
  readonly keeper?: Keeper;
  readonly log: Logger;
  /** Folder of the built pages; without it only the interface answers. */
  readonly pages?: string | undefined;
  /** Names and addresses it answers to beside loopback. */
  readonly hosts?: readonly string[] | undefined;
  /** Tells followers what is recorded as it happens. */
  readonly events?: Events;
  /** Asks everybody for the passphrase; left out on loopback. */
  readonly signIns?: SignIns | undefined;
}

/** The whole application: guards, interface, pages. */
export function createApp({
  orm,
  keeper,
  log,
  pages,
  hosts,
  signIns,
  events = new Events(),
}: AppOptions): Express {
  const app = express();
  app.disable("x-powered-by");
  app.set("query parser", "simple");
  app.use(securityHeaders, guardHostAndOrigin(hosts));
  if (signIns) app.use(signInPage(signIns));
  app.use("/api/sign-ins", noStore, signInsApi(signIns));
  // Before what counts readers and writers: a line that stays open reads nothing from the database.
  app.use("/api/households/:household/events", eventsApi(events));
  if (keeper)
    app.use("/api", (_req, res, next) => {
      if (keeper.busy) throw busy();
      res.once("close", keeper.use());
      next();
    });
  for (const kind of KIND_NAMES) {
    const { maxBytes: limit } = kindRow(kind);
    if (limit) app.use(`/api/households/:household/${kind}`, express.json({ limit, strict: true }));
  }
  app.use(
    "/api/households/:household/sessions/:id/samples",
    express.json({ limit: SAMPLES_LIMIT, strict: true }),
  );
  app.use("/api/households/:household/sessions/many", express.json({ limit: MANY_LIMIT, strict: true }));
  app.use("/api/households/:household/networks/file", express.json({ limit: NETWORK_LIMIT, strict: true }));
  app.use("/api/take", express.json({ limit: HOUSEHOLD_DOCUMENT.maxBytes, strict: true }));
  app.use("/api/households/:household/import", express.json({ limit: PLAN_DOCUMENT.maxBytes, strict: true }));
  app.use("/api", express.json({ limit: BODY_LIMIT, strict: true }), noStore, api(orm, events, keeper));
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
