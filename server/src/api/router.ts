import { Router, type Request } from "express";
import type { MikroORM } from "@mikro-orm/core";
import { z } from "zod";
import {
  householdSchema,
  idSchema,
  judgeHousehold,
  judgePlan,
  KIND_NAMES,
  KINDS,
  momentSchema,
  SERIES,
  SERIES_NAMES,
  SPEC_VERSION,
  type Entry,
  type Kind,
  type SeriesName,
} from "@kettleback/core";
import { HouseholdRow, RestoringError, UnreadableCopyError, type Keeper } from "../database";
import { garageOf } from "./garage";
import { exportHousehold, importHousehold } from "./household-file";
import { addHousehold, householdsOf, putDemo, setHouseholdDeleted } from "./households";
import { add, change, householdOf, requireVersion, setDeleted, type Address } from "./keep";
import { importPlan } from "./import-plan";
import { busy, notFound, parsed, refused, unknownAddress } from "./problem";
import { append, entriesBetween, MOST_ENTRIES } from "./series";

const version = z.number({ error: "accepted: the version last seen" }).int().min(1);
const parentId = idSchema.nullable().default(null);

const additionOf = (kind: Kind) => z.strictObject({ spec: KINDS[kind].schema, parentId });
const changeOf = (kind: Kind) => z.strictObject({ version, spec: KINDS[kind].schema, parentId });
const versionOnly = z.strictObject({ version });
const entriesOf = (series: SeriesName) =>
  z.strictObject({
    entries: z
      .array(z.strictObject({ at: momentSchema, spec: SERIES[series].schema }))
      .min(1)
      .max(MOST_ENTRIES, { error: `accepted: 1 to ${MOST_ENTRIES} entries` }),
  });
const rangeSchema = z.strictObject({ from: momentSchema, to: momentSchema });

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

/** The interface under /api. Every request works on its own entity manager. */
export function api(orm: Pick<MikroORM, "em">, keeper?: Keeper): Router {
  const router = Router();
  const em = () => orm.em.fork();

  router.get("/health", (_req, res) => void res.json({ ok: true }));

  router.get("/households", async (_req, res) => {
    res.json(await householdsOf(em()));
  });

  router.post("/households", async (req, res) => {
    const { spec, plan: sent } = parsed(
      z.strictObject({ spec: householdSchema, plan: z.unknown() }).partial(),
      req.body,
    );
    const plan = sent === undefined || sent === null ? null : judgePlan(sent);
    if (plan && !plan.ok) throw refused(plan.problems.map((p) => ({ ...p, field: `plan.${p.field}` })));
    const household = spec ?? plan?.value.household;
    if (!household)
      throw refused([{ field: "spec", message: "needed: a household, or a plan that has one" }]);
    res.status(201).json(await addHousehold(em(), household, plan?.value ?? null));
  });

  router.delete("/households/:household", async (req, res) => {
    const body = parsed(versionOnly, req.body);
    res.json(await setHouseholdDeleted(em(), req.params.household, body.version, true));
  });

  router.post("/households/:household/restore", async (req, res) => {
    const body = parsed(versionOnly, req.body);
    res.json(await setHouseholdDeleted(em(), req.params.household, body.version, false));
  });

  router.get("/households/:household/file", async (req, res) => {
    res.type("application/json").send(await exportHousehold(em(), req.params.household));
  });

  /** A household file, as a household of its own or into one there is. */
  router.post("/take", async (req, res) => {
    const { into } = parsed(z.strictObject({ into: idSchema.optional() }), { ...req.query });
    const file = judgeHousehold(req.body);
    if (!file.ok) throw refused(file.problems);
    res.status(201).json(await importHousehold(em(), file.value, into ?? null));
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
    res.json(keeper.copies());
  });

  router.post("/demo", async (_req, res) => void res.status(201).json(await putDemo(em())));

  router.get("/households/:household/garage", async (req, res) => {
    res.json(await garageOf(em(), req.params.household));
  });

  router.put("/households/:household", async (req, res) => {
    const body = parsed(z.strictObject({ version, spec: householdSchema }), req.body);
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

  router.post("/households/:household/series/:series", async (req, res) => {
    const series = oneOf(SERIES_NAMES, req.params.series);
    const { entries } = parsed(entriesOf(series), req.body);
    res.status(201).json(await append(em(), req.params.household, series, entries as Entry[]));
  });

  router.get("/households/:household/series/:series", async (req, res) => {
    const series = oneOf(SERIES_NAMES, req.params.series);
    const { from, to } = parsed(rangeSchema, { ...req.query });
    res.json(await entriesBetween(em(), req.params.household, series, from, to));
  });

  router.post("/households/:household/:kind", async (req, res) => {
    const kind = oneOf(KIND_NAMES, req.params.kind);
    res.status(201).json(await add(em(), kind, req.params.household, parsed(additionOf(kind), req.body)));
  });

  router.put("/households/:household/:kind/:id", async (req, res) => {
    const address = addressOf(req);
    const body = parsed(changeOf(address.kind), req.body);
    res.json(await change(em(), address, body.version, body));
  });

  router.delete("/households/:household/:kind/:id", async (req, res) => {
    const body = parsed(versionOnly, req.body);
    res.json(await setDeleted(em(), addressOf(req), body.version, true));
  });

  router.post("/households/:household/:kind/:id/restore", async (req, res) => {
    const body = parsed(versionOnly, req.body);
    res.json(await setDeleted(em(), addressOf(req), body.version, false));
  });

  router.use(unknownAddress);
  return router;
}
