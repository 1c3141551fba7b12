import { Router } from "express";
import type { MikroORM } from "@mikro-orm/core";
import { z } from "zod";
import { householdSchema, idSchema, KIND_NAMES, KINDS, planSchema, type Kind } from "@kettleback/core";
import { HouseholdRow } from "../database";
import { add, change, garageOf, requireVersion, setDeleted } from "./keep";
import { importPlan } from "./import-plan";
import { notFound, parsed, unknownAddress } from "./problem";

const version = z.number({ error: "accepted: the version last seen" }).int().min(1);
const parentId = idSchema.nullable().default(null);
const kindSchema = z.enum(KIND_NAMES);

const additionOf = (kind: Kind) => z.strictObject({ spec: KINDS[kind].schema, parentId });
const changeOf = (kind: Kind) => z.strictObject({ version, spec: KINDS[kind].schema, parentId });
const versionOnly = z.strictObject({ version });

const kindOf = (raw: unknown): Kind => {
  const kind = kindSchema.safeParse(raw);
  if (!kind.success) throw notFound(`kind of thing called ${String(raw).slice(0, 40)}`);
  return kind.data;
};

/** The interface under /api. Every request works on its own entity manager. */
export function api(orm: MikroORM): Router {
  const router = Router();
  const em = () => orm.em.fork();

  router.get("/health", (_req, res) => void res.json({ ok: true }));

  router.get("/households", async (_req, res) => {
    const rows = await em().find(HouseholdRow, {}, { orderBy: { createdAt: "asc", id: "asc" } });
    res.json(rows.map(({ id, version: v, spec }) => ({ id, version: v, parentId: null, spec })));
  });

  router.get("/households/:id/garage", async (req, res) => {
    res.json(await garageOf(em(), req.params.id));
  });

  router.put("/households/:id", async (req, res) => {
    const body = parsed(z.strictObject({ version, spec: householdSchema }), req.body);
    const row = await em().transactional(async (tx) => {
      const found = await tx.findOne(HouseholdRow, { id: req.params.id });
      if (!found) throw notFound(`household ${req.params.id}`);
      const shown = () => ({ id: found.id, version: found.version, parentId: null, spec: found.spec });
      requireVersion(found.version, body.version, "household", shown());
      found.spec = body.spec;
      await tx.flush();
      return shown();
    });
    res.json(row);
  });

  router.post("/households/:id/import", async (req, res) => {
    const plan = parsed(planSchema, req.body);
    res.status(201).json(await importPlan(em(), req.params.id, plan));
  });

  router.post("/households/:id/:kind", async (req, res) => {
    const kind = kindOf(req.params.kind);
    res.status(201).json(await add(em(), kind, req.params.id, parsed(additionOf(kind), req.body)));
  });

  router.put("/:kind/:id", async (req, res) => {
    const kind = kindOf(req.params.kind);
    const body = parsed(changeOf(kind), req.body);
    res.json(await change(em(), kind, req.params.id, body.version, body));
  });

  router.delete("/:kind/:id", async (req, res) => {
    const body = parsed(versionOnly, req.body);
    res.json(await setDeleted(em(), kindOf(req.params.kind), req.params.id, body.version, true));
  });

  router.post("/:kind/:id/restore", async (req, res) => {
    const body = parsed(versionOnly, req.body);
    res.json(await setDeleted(em(), kindOf(req.params.kind), req.params.id, body.version, false));
  });

  router.use(unknownAddress);
  return router;
}
