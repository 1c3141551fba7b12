import type { EntityManager } from "@mikro-orm/core";
import { PARENTS_FIRST, SPEC_VERSION, type Garage } from "@kettleback/core";
import {
  DEMO_CHARGE_POINT,
  DEMO_GARAGES,
  DEMO_NETWORKS,
  demoSessions,
  ocpiLocations,
  type DemoNetwork,
} from "@kettleback/core/demo";
import { STANDINS_AT, type StandInsAt } from "../outside/stand-ins-at";
import { hashOf } from "../safety/point-password";
import { ENTITY_OF, HouseholdRow, LineEntity, NetworkEntity } from "./entities";
import { takeSessions } from "./recorded";

/**
 * Puts the demo households into an empty database, in one transaction; does nothing to one that has households.
 * @param letsIn whether its charge point comes in by the password everybody knows: on this machine alone
 * @param at where its simulated devices answer
 */
export async function seedDemo(em: EntityManager, letsIn = true, at = STANDINS_AT): Promise<void> {
  await em.transactional(async (tx) => {
    if ((await tx.count(HouseholdRow)) > 0) return;
    let moment = Date.now();
    // Things are shown in the order they were made: each gets a moment of its own.
    for (const garage of DEMO_GARAGES) await persistDemo(tx, garage, () => new Date(moment++), at);
    if (letsIn) await persistLine(tx);
  });
}

/** Makes the rows of a demo household, what it recorded, and the public network around it as if it had just been read. */
export async function persistDemo(
  tx: EntityManager,
  garage: Garage,
  next: () => Date,
  at = STANDINS_AT,
): Promise<void> {
  persistGarage(tx, reachedAt(garage, at), next);
  const { id } = garage.household;
  if (id in DEMO_NETWORKS) persistNetwork(tx, id, DEMO_NETWORKS[id as keyof typeof DEMO_NETWORKS], at);
  const sessions = demoSessions()[id];
  if (!sessions) return;
  // What a session belongs to has to be there.
  await tx.flush();
  await takeSessions(tx, id, sessions);
}

/** Lets the demo's charge point in by its password, which everybody knows: in the demo alone. */
async function persistLine(tx: EntityManager): Promise<void> {
  await tx.flush();
  const { id, password } = DEMO_CHARGE_POINT;
  tx.persist(tx.create(LineEntity, { id, hash: await hashOf(password) } as never));
}

/** The devices of a demo household, asked where they answer here. */
function reachedAt(garage: Garage, at: StandInsAt): Garage {
  const moved = (address: string) =>
    address.replace(STANDINS_AT.http, at.http).replace(STANDINS_AT.mqtt, at.mqtt);
  return {
    ...garage,
    devices: garage.devices.map((row) => {
      const { reach } = row.spec;
      return { ...row, spec: { ...row.spec, reach: { ...reach, address: moved(reach.address) } } };
    }),
  };
}

function persistNetwork(tx: EntityManager, household: string, network: DemoNetwork, at: StandInsAt): void {
  const readAt = new Date();
  const locations = ocpiLocations(network, readAt.getTime());
  tx.persist(
    tx.create(NetworkEntity, {
      id: `${household}-network`,
      household,
      name: network.name,
      address: `${at.http}/${network.standIn}/versions`,
      readAt,
      locations: locations.length,
      data: JSON.stringify({ locations, tariffs: network.tariffs }),
    } as never),
  );
}

/** Makes the rows of a garage. @param next the moment each is made at, so that they are shown in their order */
function persistGarage(tx: EntityManager, garage: Garage, next: () => Date): void {
  const { id, spec } = garage.household;
  tx.persist(tx.create(HouseholdRow, { id, spec, specVersion: SPEC_VERSION, createdAt: next() } as never));
  for (const kind of PARENTS_FIRST)
    for (const row of garage[kind])
      tx.persist(
        tx.create(ENTITY_OF[kind], {
          id: row.id,
          spec: row.spec,
          specVersion: SPEC_VERSION,
          household: id,
          createdAt: next(),
          ...(row.parentId ? { parent: row.parentId } : {}),
        } as never),
      );
}
