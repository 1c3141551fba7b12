import type { EntityManager } from "@mikro-orm/core";
import { Router } from "express";
import { z } from "zod";
import { deviceSchema, originOf, type Device } from "@kettleback/core";
import { ENTITY_OF, SecretEntity } from "../database";
import { secretFor, tryDevice, type Devices } from "../live";
import { requireHousehold } from "./keep";
import { notFound, parsed, Problem } from "./problem";

const secret = z
  .string()
  .min(1, { error: "accepted: 1 to 500 characters, or null for none" })
  .max(500, { error: "accepted: 1 to 500 characters, or null for none" })
  .nullable();
/** What a device wants to hear before it tells anything; null for nothing. */
export const newSecret = z.strictObject({ secret });
/** How a device is reached that is tried, and with which secret: its own where nothing is said. */
export const tryAsked = z.strictObject({
  reach: deviceSchema.shape.reach,
  secret: secret.optional(),
  /** A device that is kept, whose secret is used. */
  id: z.string().max(80).optional(),
});

/** Devices tried at once: each holds a line for some seconds. */
const MOST_TRIED = 4;

/** A device as it is kept. @throws Problem 404, or 422 where this program cannot read it */
async function requireDevice(em: EntityManager, household: string, id: string): Promise<Device> {
  await requireHousehold(em, household);
  const row = await em.findOne(ENTITY_OF.devices, { id, household, deletedAt: null } as never);
  if (!row) throw notFound(`device ${id.slice(0, 40)} in household ${household}`);
  return parsed(deviceSchema, row.spec);
}

/** Devices as they stand, their secrets, and what one of them says when it is tried. */
export function deviceRoutes(router: Router, em: () => EntityManager, devices: Devices): void {
  const at = "/households/:household/devices-now";
  let tried = 0;

  router.get(at, async (req, res) => {
    const { household } = req.params;
    const reading = em();
    await requireHousehold(reading, household);
    const rows = await reading.find(ENTITY_OF.devices, { household, deletedAt: null } as never);
    const secrets = await reading.find(
      SecretEntity,
      { id: { $in: rows.map(({ id }) => id) } },
      { fields: ["id", "origin"] as never },
    );
    const origins = new Map(secrets.map(({ id, origin }) => [id, origin]));
    res.json({ devices: rows.map(({ id }) => devices.stateOf(id, origins.get(id) ?? null)) });
  });

  /** A secret is never told again, and to nobody but the address its device has now. */
  router.put(`${at}/:id/secret`, async (req, res) => {
    const { household, id } = req.params;
    const { secret: given } = parsed(newSecret, req.body);
    const origin = await em().transactional(async (tx) => {
      const { reach } = await requireDevice(tx, household, id);
      const row = await tx.findOne(SecretEntity, { id });
      const values = { secret: given ?? "", origin: originOf(reach) };
      if (given !== null)
        tx.persist(row ? tx.assign(row, values) : tx.create(SecretEntity, { id, ...values }));
      else if (row) tx.remove(row);
      await tx.flush();
      return values.origin;
    });
    void devices.look();
    res.json({ secretFor: given === null ? null : origin });
  });

  router.post(`${at}/try`, async (req, res) => {
    const { household } = req.params;
    const { reach, secret: given, id } = parsed(tryAsked, req.body);
    const reading = em();
    await requireHousehold(reading, household);
    if (id !== undefined) await requireDevice(reading, household, id);
    const kept = id === undefined || given !== undefined ? null : await reading.findOne(SecretEntity, { id });
    if (tried >= MOST_TRIED) throw new Problem(503, "Busy", `${MOST_TRIED} devices are tried already.`);
    tried += 1;
    try {
      res.json(await tryDevice(reach, given ?? secretFor(kept, reach)));
    } finally {
      tried -= 1;
    }
  });
}
