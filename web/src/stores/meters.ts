import { create } from "zustand";
import {
  meterRecord,
  meterSamples,
  meterSeriesOf,
  type Kept,
  type MeterSeries,
  type SessionRecord,
} from "@kettleback/core";
import { api } from "../api/client";

interface MetersState {
  readonly householdId: string | null;
  /** What the house's meters told, the newest last. */
  readonly rows: readonly Kept<SessionRecord>[];
  /** Series that were read, by the key of their record; null for one without readings. */
  readonly series: Readonly<Record<string, MeterSeries | null>>;
  load(householdId: string): Promise<void>;
  read(householdId: string, row: Kept<SessionRecord>): Promise<void>;
  /** Keeps a series under a name, all of it or nothing. @returns its key */
  keep(householdId: string, name: string, series: MeterSeries): Promise<string>;
  remove(householdId: string, row: Kept<SessionRecord>): Promise<Kept<SessionRecord>>;
  restore(householdId: string, row: Kept<SessionRecord>): Promise<void>;
}

/** Readings sent at once. */
const AT_ONCE = 10_000;
let loads = 0;

/** What the meters of a household's houses told, as the server keeps it. */
export const useMeters = create<MetersState>()((set, get) => {
  const put = (householdId: string, row: Kept<SessionRecord>) => {
    if (get().householdId === householdId)
      set(({ rows }) => ({ rows: [...rows.filter(({ id }) => id !== row.id), row] }));
  };
  const without = (householdId: string, row: Kept<SessionRecord>) => {
    if (get().householdId === householdId)
      set(({ rows }) => ({ rows: rows.filter(({ id }) => id !== row.id) }));
  };
  return {
    householdId: null,
    rows: [],
    series: {},
    async load(householdId) {
      const load = ++loads;
      const rows = await api.houseMeters(householdId);
      if (load !== loads) return;
      set(({ householdId: before, series }) => ({
        householdId,
        rows,
        series: before === householdId ? series : {},
      }));
    },
    async read(householdId, row) {
      const { key } = row.spec;
      if (key in get().series) return;
      // One that cannot be read leaves a usual house in its place, and says so.
      let found: MeterSeries | null = null;
      try {
        found = meterSeriesOf(await api.samples(householdId, row.id, 0));
      } finally {
        if (get().householdId === householdId) set(({ series }) => ({ series: { ...series, [key]: found } }));
      }
    },
    async keep(householdId, name, series) {
      const record = meterRecord(name, series, crypto.randomUUID());
      const row = await api.addSession(householdId, record);
      const samples = meterSamples(series);
      try {
        for (let i = 0; i < samples.length; i += AT_ONCE)
          await api.addSamples(householdId, row.id, samples.slice(i, i + AT_ONCE));
      } catch (error) {
        // Half a year would be taken for a whole one.
        await api.removeSession(householdId, row).catch(() => undefined);
        throw error;
      }
      put(householdId, row);
      set(({ series: known }) => ({ series: { ...known, [record.key]: series } }));
      return record.key;
    },
    async remove(householdId, row) {
      const gone = await api.removeSession(householdId, row);
      without(householdId, row);
      return gone;
    },
    async restore(householdId, row) {
      put(householdId, await api.restoreSession(householdId, row));
    },
  };
});
