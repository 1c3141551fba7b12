import type { EntityManager } from "@mikro-orm/core";
import { Router } from "express";
import { ENTITY_OF, LineEntity } from "../database";
import { hashOf, newPassword } from "../safety/point-password";
import { Acting, actAsked, newKey, type Central, type Kept } from "../live";
import { requireHousehold } from "./keep";
import { notFound, parsed, Problem } from "./problem";

/** A charge point of a household, its line with it. @throws Problem 404 */
async function lineOf(em: EntityManager, household: string, id: string) {
  await requireHousehold(em, household);
  const found = await em.count(ENTITY_OF.chargePoints, { id, household, deletedAt: null } as never);
  if (!found) throw notFound(`charge point ${id.slice(0, 40)} in household ${household}`);
  return em.findOne(LineEntity, { id });
}

/** Charge points as they stand, their passwords, and what is asked of them. */
export function chargePointRoutes(
  router: Router,
  em: () => EntityManager,
  kept: Kept,
  central: Central,
): void {
  const at = "/households/:household/charge-points";

  router.get(at, async (req, res) => {
    const { household } = req.params;
    const reading = em();
    await requireHousehold(reading, household);
    const rows = await reading.find(ENTITY_OF.chargePoints, { household, deletedAt: null } as never);
    const lines = await reading.find(LineEntity, { id: { $in: rows.map(({ id }) => id) } });
    const withHash = new Set(lines.filter(({ hash }) => hash).map(({ id }) => id));
    res.json({
      points: rows.map(({ id }) => central.stateOf(id, withHash.has(id))),
      knocks: central.knocking,
    });
  });

  /** A password is told once, in this answer; what is kept of it is a hash. */
  router.post(`${at}/:id/password`, async (req, res) => {
    const { household, id } = req.params;
    const password = parsed(newKey, req.body).password ?? newPassword();
    const hash = await hashOf(password);
    await em().transactional(async (tx) => {
      const line = (await lineOf(tx, household, id)) ?? tx.create(LineEntity, { id } as never);
      line.hash = hash;
      await tx.persist(line).flush();
    });
    central.changed(id);
    res.status(201).json({ password });
  });

  router.post(`${at}/:id/acts`, async (req, res) => {
    const { household, id } = req.params;
    const asked = parsed(actAsked, req.body);
    await lineOf(em(), household, id);
    const point = central.connected(id);
    if (!point)
      throw new Problem(
        409,
        "Not connected",
        "The charge point is not connected: set its timer by hand, or look to its network.",
      );
    const done = await new Acting(point, kept).do(asked);
    if (done.session) central.tellSession(household, done.session);
    res.json(done);
  });
}
