import type { Kept, SavedPath } from "../garage";

/** A first-version row with a stable id. */
export const kept = <T>(id: string, spec: T, parentId: string | null = null): Kept<T> => ({
  id,
  version: 1,
  parentId,
  spec,
});

type Asked = Pick<SavedPath["session"], "fromSoc" | "toSoc" | "pluggedInAt" | "neededBy"> &
  Partial<SavedPath["session"]>;
type Said = Pick<SavedPath, "name" | "carId" | "outletId" | "evseId" | "tariffId"> &
  Partial<Omit<SavedPath, "session">>;

/** A saved path: straight in, nothing set, nothing acknowledged, unless said. */
export const keptPath = (id: string, said: Said, asked: Asked): Kept<SavedPath> =>
  kept(id, {
    leadId: null,
    cableId: null,
    adapterId: null,
    settings: { evseAmps: null, carAmps: null, otherBusy: false },
    acknowledged: [],
    ...said,
    session: { batteryC: null, heatingW: 0, ...asked },
  });
