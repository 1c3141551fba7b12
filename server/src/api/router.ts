import { Router, type Request, type RequestHandler, type Response } from "express";
import type { EntityManager, MikroORM } from "@mikro-orm/core";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { judgePlan, KIND_NAMES, SPEC_VERSION, type Kind } from "@kettleback/core";
import {
  HouseholdRow,
  readAsItIs,
  RestoringError,
  UnreadableCopyError,
  type Keeper,
  type Reading,
} from "../database";
import type { Central, Devices } from "../live";
import { binOf } from "./bin";
import { chargePointRoutes } from "./charge-points";
import { deviceRoutes } from "./devices";
import type { Events } from "./events";
import type { Garages } from "./garages";
import { filedHousehold, householdText } from "./household-file";
import { takeHousehold } from "../take/household";
import { addHousehold, householdsOf, putDemo, setHouseholdDeleted } from "./households";
import { add, change, householdOf, requireVersion, setDeleted, type Address } from "./keep";
import { importPlan } from "./import-plan";
import { forget, keepFile, networksOf, networkText, readAndKeep } from "./networks";
import { busy, notFound, parsed, refused, unknownAddress } from "./problem";
import type { StandInsAt } from "../outside/stand-ins-at";
import { goneWith } from "../safety/gone";
import { Slots } from "../take/slots";
import * as asked from "./requests";
import {
  amend,
  append,
  begin,
  bucketsBetween,
  samplesBetween,
  sessionsBetween,
  setSessionDeleted,
  takeBack,
  tellAll,
} from "./sessions";

const oneOf = <T extends string>(names: readonly T[], raw: unknown): T => {
  const found = names.find((name) => name === raw);
  if (!found) throw notFound(`kind of thing called ${String(raw).slice(0, 40)}`);
  return found;
};

const addressOf = ({ params }: Request<{ household: string; kind: string; id: string }>): Address => ({
  kind: oneOf(KIND_NAMES, params.kind),
  household: params.household,
  id: params.id,
});

/** The request that asks for a copy is itself one of those that read and write. */
const THIS_ONE = 1;

/** What the interface works with. */
export interface ApiOptions {
  readonly orm: Pick<MikroORM, "em">;
  readonly garages: Garages;
  readonly events: Events;
  readonly keeper?: Keeper | undefined;
  readonly central: Central;
  readonly devices: Devices;
  /** Where the demo's simulated devices answer; the usual addresses where nothing is said. */
  readonly standInsAt?: StandInsAt | undefined;
}

/** A garage from so many bytes on is sent compressed. */
const LARGE = 16 * 1024;

/** Household files that are sent at once: each reads on a connection of its own, with its memory. */
const LEAVING = new Slots(6);

/** Sends a household file, and lets go of what it is read from. */
async function sendFile(reading: Reading, household: string, res: Response): Promise<void> {
  try {
    const { name } = await filedHousehold(reading, household);
    res.attachment(`${name.toLowerCase().replace(/[^a-z0-9]+/g, "-") || "own"}.household.json`);
    res.type("application/json");
    await pipeline(Readable.from(householdText(reading, household)), res);
  } finally {
    reading.close();
  }
}

/** Whether it can keep what it is given: its database is looked at. */
const health =
  (keeper: Keeper | undefined): RequestHandler =>
  async (_req, res) => {
    await keeper?.requireOwn();
    res.json({ ok: true });
  };

/** The interface under /api. Every request works on its own entity manager. */
export function api({ orm, garages, events, keeper, central, devices, standInsAt }: ApiOptions): Router {
  const router = Router();
  const em = () => orm.em.fork();

  router.get("/health", health(keeper));

  router.get("/households", async (_req, res) => {
    res.json(await householdsOf(em()));
  });

  router.post("/households", async (req, res) => {
    const { spec, plan: sent } = parsed(asked.newHousehold, req.body);
    const plan = sent === undefined || sent === null ? null : judgePlan(sent);
    if (plan && !plan.ok) throw refused(plan.problems.map((p) => ({ ...p, field: `plan.${p.field}` })));
    const household = spec ?? plan?.value.household;
    if (!household)
      throw refused([{ field: "spec", message: "needed: a household, or a plan that has one" }]);
    res.status(201).json(await addHousehold(em(), household, plan?.value ?? null));
  });

  router.delete("/households/:household", async (req, res) => {
    const body = parsed(asked.versionOnly, req.body);
    res.json(await setHouseholdDeleted(em(), req.params.household, body.version, true));
  });

  router.post("/households/:household/restore", async (req, res) => {
    const body = parsed(asked.versionOnly, req.body);
    res.json(await setHouseholdDeleted(em(), req.params.household, body.version, false));
  });

  router.get("/households/:household/file", (req, res) =>
    LEAVING.run(goneWith(res), () =>
      sendFile(keeper?.reading() ?? readAsItIs(em()), req.params.household, res),
    ),
  );

  /** A household file, as a household of its own or into one there is. */
  router.post("/take", async (req, res) => {
    const { into } = parsed(asked.takeInto, { ...req.query });
    const taken = await takeHousehold(req, into ?? null, {
      em,
      gone: AbortSignal.any([goneWith(res), ...(keeper ? [keeper.swapping] : [])]),
      beside: keeper?.file ?? join(tmpdir(), "kettleback"),
      garageOf: (id) => garages.read(id),
    });
    res.status(201).json(taken);
  });

  router.get("/bin", async (_req, res) => {
    res.json(await binOf(em()));
  });

  router.get("/copies", (_req, res) => void res.json(keeper?.copies() ?? []));

  /** Puts a copy in the place of the database; what was there is copied first. */
  router.post("/copies/:name/restore", async (req, res) => {
    if (!keeper?.copies().some(({ name }) => name === req.params.name))
      throw notFound(`copy ${req.params.name}`);
    await keeper.restore(req.params.name, THIS_ONE).catch((error: unknown) => {
      if (error instanceof RestoringError) throw busy();
      throw error instanceof UnreadableCopyError
        ? refused([{ field: "name", message: error.message }])
        : error;
    });
    garages.forget();
    central.renew();
    res.json(keeper.copies());
  });

  router.post("/demo", async (_req, res) => void res.status(201).json(await putDemo(em(), standInsAt)));

  router.get("/households/:household/garage", async (req, res) => {
    const { text, compressed, etag } = await garages.read(req.params.household);
    // Kept by the browser, and asked for anew each time: sent again only where something is another.
    res.set({ ETag: etag, "Cache-Control": "private, no-cache", Vary: "Accept-Encoding" });
    if (req.fresh) return void res.status(304).end();
    const small = text.length > LARGE && req.acceptsEncodings("gzip") === "gzip";
    if (small) res.set("Content-Encoding", "gzip");
    res.type("application/json").send(small ? await compressed() : text);
  });

  router.put("/households/:household", async (req, res) => {
    const body = parsed(asked.householdChange, req.body);
    const row = await em().transactional(async (tx) => {
      const found = await tx.findOne(HouseholdRow, { id: req.params.household, deletedAt: null });
      if (!found) throw notFound(`household ${req.params.household}`);
      requireVersion(found.version, body.version, "household", householdOf(found));
      tx.assign(found, { spec: body.spec, specVersion: SPEC_VERSION }, { mergeObjectProperties: false });
      await tx.flush();
      return householdOf(found);
    });
    res.json(row);
  });

  router.post("/households/:household/import", async (req, res) => {
    const plan = judgePlan(req.body);
    if (!plan.ok) throw refused(plan.problems);
    res.status(201).json(await importPlan(em(), req.params.household, plan.value));
  });

  networkRoutes(router, em);
  sessionRoutes(router, em, events);
  chargePointRoutes(router, em, central.kept, central);
  deviceRoutes(router, em, devices);
  kindRoutes(router, em, (kind, id) => {
    if (kind === "chargePoints") central.changed(id);
    if (kind === "devices") void devices.look();
  });
  router.use(unknownAddress);
  return router;
}

/** Public networks a household has read: read on request only, kept with the time they were read. */
function networkRoutes(router: Router, em: () => EntityManager): void {
  router.get("/households/:household/networks", async (req, res) => {
    res.json(await networksOf(em(), req.params.household));
  });

  router.get("/households/:household/networks/:id", async (req, res) => {
    res.type("application/json").send(await networkText(em(), req.params.household, req.params.id));
  });

  router.post("/households/:household/networks/file", async (req, res) => {
    const { name, ...reading } = parsed(asked.networkFile, req.body);
    const { head, known } = await keepFile(em(), req.params.household, name, reading);
    res.status(known ? 200 : 201).json(head);
  });

  router.post("/households/:household/networks", async (req, res) => {
    const { head, known } = await readAndKeep(em(), req.params.household, parsed(asked.newNetwork, req.body));
    res.status(known ? 200 : 201).json(head);
  });

  router.delete("/households/:household/networks/:id", async (req, res) => {
    res.json(await forget(em(), req.params.household, req.params.id));
  });
}

/** What is recorded of a household's sessions, and the series that belong to them. */
function sessionRoutes(router: Router, em: () => EntityManager, events: Events): void {
  router.get("/households/:household/sessions", async (req, res) => {
    res.json(
      await sessionsBetween(em(), req.params.household, parsed(asked.sessionsAsked, { ...req.query })),
    );
  });

  /** Told again under the same key it is the one there is. */
  router.post("/households/:household/sessions", async (req, res) => {
    const { household } = req.params;
    const { row, known } = await begin(em(), household, parsed(asked.newSession, req.body).spec);
    if (!known) events.publish(household, "session", { id: row.id, version: row.version });
    res.status(known ? 200 : 201).json(row);
  });

  /** All of them or none; what was told before stays as it is. */
  router.post("/households/:household/sessions/many", async (req, res) => {
    const { household } = req.params;
    const told = await tellAll(em(), household, parsed(asked.toldSessions, req.body).sessions);
    for (const { id, version } of told.added) events.publish(household, "session", { id, version });
    res.status(201).json(told);
  });

  router.delete("/households/:household/sessions/many", async (req, res) => {
    const { household } = req.params;
    const { rows } = parsed(asked.takenBack, req.body);
    const gone = await takeBack(em(), household, rows);
    for (const { id, version } of rows)
      events.publish(household, "session", { id, version: version + 1, deleted: true });
    res.json({ gone });
  });

  router.put("/households/:household/sessions/:id", async (req, res) => {
    const { household, id } = req.params;
    const { version, spec } = parsed(asked.sessionChange, req.body);
    const row = await amend(em(), household, id, version, spec);
    events.publish(household, "session", { id: row.id, version: row.version });
    res.json(row);
  });

  router.delete("/households/:household/sessions/:id", async (req, res) => {
    const { household, id } = req.params;
    const { version } = parsed(asked.versionOnly, req.body);
    const row = await setSessionDeleted(em(), household, id, version, true);
    events.publish(household, "session", { id, version: version + 1, deleted: true });
    res.json(row);
  });

  router.post("/households/:household/sessions/:id/restore", async (req, res) => {
    const { household, id } = req.params;
    const { version } = parsed(asked.versionOnly, req.body);
    const row = await setSessionDeleted(em(), household, id, version, false);
    events.publish(household, "session", { id, version: version + 1 });
    res.json(row);
  });

  router.get("/households/:household/sessions/:id/samples", async (req, res) => {
    const { household, id } = req.params;
    res.json(await samplesBetween(em(), household, id, parsed(asked.samplesAsked, { ...req.query })));
  });

  router.post("/households/:household/sessions/:id/samples", async (req, res) => {
    const { household, id } = req.params;
    const { samples } = parsed(asked.newSamples, req.body);
    const added = await append(em(), household, id, samples);
    const moments = samples.map(([at]) => at);
    if (added > 0)
      events.publish(household, "samples", {
        session: id,
        from: moments.reduce((a, b) => Math.min(a, b)),
        to: moments.reduce((a, b) => Math.max(a, b)),
        added,
      });
    res.status(201).json({ added });
  });

  router.get("/households/:household/sessions/:id/buckets", async (req, res) => {
    const { household, id } = req.params;
    res.json(await bucketsBetween(em(), household, id, parsed(asked.bucketsAsked, { ...req.query })));
  });
}

/** What a household keeps, of whatever kind. It comes last: a kind's address would take any other. */
function kindRoutes(
  router: Router,
  em: () => EntityManager,
  /** Told of everything that is another now. */
  changed: (kind: Kind, id: string) => void,
): void {
  router.post("/households/:household/:kind", async (req, res) => {
    const kind = oneOf(KIND_NAMES, req.params.kind);
    const row = await add(em(), kind, req.params.household, parsed(asked.additionOf(kind), req.body));
    changed(kind, row.id);
    res.status(201).json(row);
  });

  router.put("/households/:household/:kind/:id", async (req, res) => {
    const address = addressOf(req);
    const body = parsed(asked.changeOf(address.kind), req.body);
    const row = await change(em(), address, body.version, body);
    changed(address.kind, address.id);
    res.json(row);
  });

  router.delete("/households/:household/:kind/:id", async (req, res) => {
    const body = parsed(asked.versionOnly, req.body);
    const address = addressOf(req);
    const row = await setDeleted(em(), address, body.version, true);
    changed(address.kind, address.id);
    res.json(row);
  });

  router.post("/households/:household/:kind/:id/restore", async (req, res) => {
    const body = parsed(asked.versionOnly, req.body);
    const address = addressOf(req);
    const row = await setDeleted(em(), address, body.version, false);
    changed(address.kind, address.id);
    res.json(row);
  });
}
