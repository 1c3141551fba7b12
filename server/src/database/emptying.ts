import type { EntityManager } from "@mikro-orm/core";
import { PARENTS_FIRST } from "@kettleback/core";
import { ENTITY_OF, HouseholdRow, NetworkEntity, SessionEntity } from "./entities";

/** Days for which what was deleted can be put back. */
export const BIN_DAYS = 30;

/** The moment since which what was deleted can be put back. @param now ms since 1970 */
export const binSince = (now: number): Date => new Date(now - BIN_DAYS * 86_400_000);

/**
 * Takes out for good what was deleted longer ago than {@link BIN_DAYS}, and a household with all it kept, in one
 * transaction. What belonged to a place that goes stays, belonging to none, as it has since the place was deleted.
 * @param now ms since 1970
 * @returns how many rows went
 */
export const emptyBin = (em: EntityManager, now: number): Promise<number> =>
  em.transactional(async (tx) => {
    const old = { deletedAt: { $lt: binSince(now) } };
    const gone = { $or: [old, { household: old }] } as never;
    // A network can be read again: it goes with its household and is not counted.
    await tx.nativeDelete(NetworkEntity, { household: old } as never);
    let rows = await tx.nativeDelete(SessionEntity, gone);
    for (const kind of PARENTS_FIRST.toReversed()) rows += await tx.nativeDelete(ENTITY_OF[kind], gone);
    return rows + (await tx.nativeDelete(HouseholdRow, old));
  });
