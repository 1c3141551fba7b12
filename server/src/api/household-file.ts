import { randomUUID } from "node:crypto";
import type { EntityManager } from "@mikro-orm/core";
import {
  filedOf,
  KINDS,
  PARENTS_FIRST,
  printHousehold,
  sessionFiler,
  SPEC_VERSION,
  specText,
  withReferences,
  type Garage,
  type Household,
  type HouseholdFile,
  type Kept,
  type Kind,
} from "@kettleback/core";
import { ENTITY_OF, HouseholdRow, takeSessions } from "../database";
import { garageOf } from "./garage";
import { householdOf } from "./keep";
import { refused } from "./problem";
import { recorded } from "./sessions";

/**
 * All that a household keeps and has recorded, as the text of one open file, a piece at a time: the readings of years are
 * never in memory together.
 */
export async function exportHousehold(em: EntityManager, id: string): Promise<AsyncGenerator<string>> {
  const garage = await garageOf(em, id);
  return chunksOf(em, garage);
}

const NOTHING_RECORDED = '"sessions": []';

async function* chunksOf(em: EntityManager, garage: Garage): AsyncGenerator<string> {
  const text = printHousehold(filedOf(garage, []));
  const at = text.lastIndexOf(NOTHING_RECORDED);
  yield `${text.slice(0, at)}"sessions": [`;
  const keyed = sessionFiler(garage);
  let first = true;
  for await (const { spec, samples } of recorded(em, garage.household.id)) {
    yield `${first ? "" : ","}\n  {"spec": ${JSON.stringify(keyed(spec))}, "samples": [`;
    first = false;
    let begun = false;
    for await (const piece of samples()) {
      yield `${begun ? "," : ""}\n   ${piece.map((sample) => JSON.stringify(sample)).join(",\n   ")}`;
      begun = true;
    }
    yield "]}";
  }
  yield `${first ? "" : "\n "}]${text.slice(at + NOTHING_RECORDED.length)}`;
}

/** Ids of the things a household keeps already, by kind, what they belong to and their description. */
function known(garage: Garage): Map<string, string> {
  const ids = new Map<string, string>();
  for (const kind of PARENTS_FIRST)
    for (const { id, parentId, spec } of garage[kind]) ids.set(`${kind} ${parentId} ${specText(spec)}`, id);
  return ids;
}

/**
 * Takes a household file in, all of it or nothing: as a household of its own, or into one there is, where what it keeps
 * already is used and not doubled. What is recorded comes along only into a household of its own.
 */
export const importHousehold = (
  em: EntityManager,
  { household, things, sessions }: HouseholdFile,
  into: string | null,
): Promise<Kept<Household>> =>
  em.transactional(async (tx) => {
    const there = into === null ? null : await garageOf(tx, into);
    const currency = there?.household.spec.currency;
    if (currency !== undefined && currency !== household.currency)
      throw refused([
        {
          field: "household.currency",
          message: `this household counts in ${currency}, the file in ${household.currency}: take it in as a household of its own`,
        },
      ]);
    const id = into ?? randomUUID();
    if (!there)
      tx.persist(tx.create(HouseholdRow, { id, spec: household, specVersion: SPEC_VERSION } as never));
    const ids = new Map<string, string>();
    const own = there ? known(there) : new Map<string, string>();
    const idOf = (kind: Kind, key: string): string => ids.get(`${kind} ${key}`) ?? key;
    let moment = Date.now();
    for (const kind of PARENTS_FIRST)
      for (const { key, parent, spec } of things[kind]) {
        const parentId = parent === null ? null : idOf(KINDS[kind].parent!, parent);
        const mapped = withReferences(kind, spec, idOf);
        const same = own.get(`${kind} ${parentId} ${specText(mapped)}`);
        const made = same ?? randomUUID();
        ids.set(`${kind} ${key}`, made);
        if (same) continue;
        tx.persist(
          tx.create(ENTITY_OF[kind], {
            id: made,
            spec: mapped,
            specVersion: SPEC_VERSION,
            household: id,
            // Shown in the order they are filed in.
            createdAt: new Date(moment++),
            ...(parentId ? { parent: parentId } : {}),
          } as never),
        );
      }
    await tx.flush();
    if (!there)
      await takeSessions(
        tx,
        id,
        sessions.map(({ spec, samples }) => ({
          spec: {
            ...spec,
            // What was gone when it was filed is gone here too.
            carId: (spec.carId && ids.get(`cars ${spec.carId}`)) ?? null,
            placeId: (spec.placeId && ids.get(`places ${spec.placeId}`)) ?? null,
          },
          samples,
        })),
      );
    return householdOf((await tx.findOne(HouseholdRow, { id }))!);
  });
