import { randomUUID } from "node:crypto";
import type { EntityManager } from "@mikro-orm/core";
import { NetworkEntity, type NetworkRow } from "../database";
import { readNetworkAt, type Reading } from "../outside/ocpi";
import { requireHousehold } from "./keep";
import { notFound } from "./problem";

/** A network as it was read: without its posts. */
export interface NetworkHead {
  readonly id: string;
  readonly name: string;
  /** Null where it came from a file. */
  readonly address: string | null;
  readonly readAt: string;
  readonly locations: number;
}

const headOf = ({ id, name, address, readAt, locations }: NetworkRow): NetworkHead => ({
  id,
  name,
  address: address ?? null,
  readAt: readAt.toISOString(),
  locations,
});

const HEAD = ["id", "name", "address", "readAt", "locations"] as const;

/** The networks a household has read, by name. */
export async function networksOf(em: EntityManager, household: string): Promise<NetworkHead[]> {
  await requireHousehold(em, household);
  const rows = await em.find(
    NetworkEntity,
    { household },
    { orderBy: { name: "asc", id: "asc" }, fields: HEAD as never },
  );
  return rows.map(headOf);
}

async function found(em: EntityManager, household: string, id: string): Promise<NetworkRow> {
  await requireHousehold(em, household);
  const row = await em.findOne(NetworkEntity, { household, id });
  if (!row) throw notFound(`network ${id}`);
  return row;
}

/** A network's posts as text of JSON: `{ locations, tariffs }` as they were read. */
export const networkText = async (em: EntityManager, household: string, id: string): Promise<string> =>
  (await found(em, household, id)).data;

/** Keeps a reading: in the place of an older one of the same address, or of the same name where it came from a file. */
async function keep(
  em: EntityManager,
  household: string,
  { name, address }: { readonly name: string; readonly address: string | null },
  reading: Reading,
): Promise<{ readonly head: NetworkHead; readonly known: boolean }> {
  return em.transactional(async (tx) => {
    await requireHousehold(tx, household);
    const old = await tx.findOne(
      NetworkEntity,
      address === null ? { household, address: null, name } : { household, address },
    );
    const values = {
      name,
      address,
      readAt: new Date(),
      locations: reading.locations.length,
      data: JSON.stringify(reading),
    };
    const row = old
      ? tx.assign(old, values)
      : tx.create(NetworkEntity, { id: randomUUID(), household, ...values } as never);
    await tx.persist(row).flush();
    return { head: headOf(row), known: old !== null };
  });
}

/** Asks a network and keeps what it says. The token is used for that and kept nowhere. */
export async function readAndKeep(
  em: EntityManager,
  household: string,
  {
    name,
    address,
    token,
  }: { readonly name: string; readonly address: string; readonly token: string | null },
): ReturnType<typeof keep> {
  await requireHousehold(em, household);
  return keep(em, household, { name, address }, await readNetworkAt(address, token));
}

/** Keeps what a file says of a network. */
export const keepFile = (
  em: EntityManager,
  household: string,
  name: string,
  reading: Reading,
): ReturnType<typeof keep> => keep(em, household, { name, address: null }, reading);

/** Forgets a network; what one knows oneself of its posts stays. */
export async function forget(em: EntityManager, household: string, id: string): Promise<NetworkHead> {
  const row = await found(em, household, id);
  await em.nativeDelete(NetworkEntity, { id });
  return headOf(row);
}
