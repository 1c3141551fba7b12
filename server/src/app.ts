import { existsSync } from "node:fs";
import { join } from "node:path";
import express, { type Express } from "express";
import type { MikroORM } from "@mikro-orm/core";
import type { Logger } from "pino";
import { KIND_NAMES, kindRow, PLAN_DOCUMENT } from "@kettleback/core";
import { Events, eventsApi } from "./api/events";
import { Garages } from "./api/garages";
import { api } from "./api/router";
import { standIns } from "./outside/stand-ins";
import type { StandInsAt } from "./outside/stand-ins-at";
import { pagesOf } from "./pages";
import { busy, sendProblems } from "./api/problem";
import type { Keeper } from "./database";
import { bodyInTime, refuseDeep } from "./safety/bodies";
import { nobody, type Door } from "./safety/door";
import { guardHostAndOrigin, securityHeaders } from "./safety/guard";
import { knownNames } from "./safety/names";
import { Central, Devices } from "./live";

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
  /** Whether a name or address is this server's; loopback alone where nothing is said. */
  readonly isOwn?: ((name: string) => boolean) | undefined;
  /** Tells followers what is recorded as it happens. */
  readonly events?: Events;
  /** The central system of one's charge points; one of its own where nothing is said. */
  readonly central?: Central;
  /** What reads one's devices while a session goes on; one of its own, which reads nothing, where nothing is said. */
  readonly devices?: Devices;
  /** Where the demo's simulated devices answer; left out outside the demo. */
  readonly standInsAt?: StandInsAt | undefined;
  /** Asks everybody for the passphrase; left out on loopback. */
  readonly door?: Door | undefined;
}

/** The whole application: guards, interface, pages. */
export function createApp({
  orm,
  keeper,
  log,
  pages,
  isOwn,
  door,
  standInsAt,
  events = new Events(),
  central = new Central({ orm, keeper, events, isOwn: isOwn ?? knownNames() }),
  devices = new Devices({ kept: central.kept, readings: central.readings, events }),
}: AppOptions): Express {
  const app = express();
  app.disable("x-powered-by");
  app.set("query parser", "simple");
  app.use(securityHeaders, guardHostAndOrigin(isOwn));
  app.use(bodyInTime(({ path }) => path === "/api/take"));
  if (door) app.use(door.stands);
  app.use("/api/sign-ins", noStore, door?.signIns ?? nobody());
  // Before what counts readers and writers: a line that stays open reads nothing from the database.
  app.use("/api/households/:household/events", eventsApi(events));
  if (keeper) app.use("/api", whileKept(keeper));
  const garages = new Garages(() => orm.em, keeper && (() => keeper.reading()));
  const json = (limit: number) => express.json({ limit, strict: true, verify: refuseDeep });
  for (const kind of KIND_NAMES) {
    const { maxBytes: limit } = kindRow(kind);
    if (limit) app.use(`/api/households/:household/${kind}`, json(limit));
  }
  app.use("/api/households/:household/sessions/:id/samples", json(SAMPLES_LIMIT));
  app.use("/api/households/:household/sessions/many", json(MANY_LIMIT));
  app.use("/api/households/:household/networks/file", json(NETWORK_LIMIT));
  app.use("/api/households/:household/import", json(PLAN_DOCUMENT.maxBytes));
  const small = json(BODY_LIMIT);
  // A household file is read as it comes.
  app.use("/api", (req, res, next) => (req.path === "/take" ? next() : small(req, res, next)));
  app.use("/api/stand-ins", noStore, small, standIns(standInsAt?.http ?? null));
  app.use("/api", noStore, api({ orm, garages, events, keeper, central, devices, standInsAt }));
  if (pages && existsSync(join(pages, "index.html"))) app.use(pagesOf(pages));
  if (keeper) app.use(whereDamaged(keeper));
  app.use(sendProblems(log));
  return app;
}

/**
 * Counts who reads and writes, so that a copy can be put in place between them; and looks whether the database is still
 * the file it was, before a write is begun and again before it is acknowledged.
 */
const whileKept =
  (keeper: Keeper): express.RequestHandler =>
  async (req, res, next) => {
    if (keeper.busy) throw busy();
    res.once("close", keeper.use());
    if (req.method !== "GET") {
      await keeper.requireOwn();
      const acknowledge = res.json.bind(res);
      res.json = (body: unknown) => {
        keeper
          .requireOwn()
          .then(() => acknowledge(body))
          .catch(next);
        return res;
      };
    }
    next();
  };

/** What the database says where its file is damaged. */
const DAMAGED = /SQLITE_CORRUPT|SQLITE_NOTADB|disk image is malformed|file is not a database/i;

/** Gives up a database that is found damaged as it is read, so that its copies are offered. */
const whereDamaged =
  (keeper: Keeper): express.ErrorRequestHandler =>
  async (error: Error, _req, _res, next) =>
    next(DAMAGED.test(error.message) && !keeper.busy ? await keeper.lostByDamage() : error);

const noStore: express.RequestHandler = (_req, res, next) => {
  res.setHeader("Cache-Control", "no-store");
  next();
};
