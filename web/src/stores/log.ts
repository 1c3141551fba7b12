import { create } from "zustand";
import type { Kept, SessionRecord } from "@kettleback/core";
import { api } from "../api/client";

interface LogState {
  readonly householdId: string | null;
  readonly year: number;
  /** What the server keeps of that year, as it was last read; null until it is there. */
  readonly rows: readonly Kept<SessionRecord>[] | null;
  load(householdId: string, year: number): Promise<void>;
  start(householdId: string, spec: SessionRecord): Promise<Kept<SessionRecord>>;
  change(householdId: string, row: Kept<SessionRecord>): Promise<Kept<SessionRecord>>;
  remove(householdId: string, row: Kept<SessionRecord>): Promise<Kept<SessionRecord>>;
  restore(householdId: string, row: Kept<SessionRecord>): Promise<Kept<SessionRecord>>;
  /** Sessions told at once; those the server knew already stay as they are. */
  tell(
    householdId: string,
    specs: readonly SessionRecord[],
  ): Promise<{ added: readonly Kept<SessionRecord>[]; known: number }>;
  takeBack(householdId: string, rows: readonly Kept<SessionRecord>[]): Promise<void>;
}

/** Sessions told in one request: each may have a plan of some kilobytes. */
const TOLD_AT_ONCE = 500;

/** Counts what is asked, so that an older answer that comes late is not shown. */
let loads = 0;

/** A year begins where the earliest zone begins it, and ends where the latest one ends it. */
const SPARE = 14 * 3_600_000;
const between = (year: number): readonly [string, string] => [
  new Date(Date.UTC(year, 0) - SPARE).toISOString(),
  new Date(Date.UTC(year + 1, 0) + SPARE).toISOString(),
];

/** What was charged in a year of a household, as the server keeps it. */
export const useLog = create<LogState>()((set, get) => {
  /** Puts rows in, in place of those of their ids, where that household is still in view. */
  const put = (householdId: string, rows: readonly Kept<SessionRecord>[]) => {
    if (get().householdId !== householdId) return;
    const ids = new Set(rows.map(({ id }) => id));
    set((state) => ({ rows: [...(state.rows ?? []).filter(({ id }) => !ids.has(id)), ...rows] }));
  };
  const drop = (householdId: string, ids: ReadonlySet<string>) => {
    if (get().householdId === householdId)
      set((state) => ({ rows: (state.rows ?? []).filter(({ id }) => !ids.has(id)) }));
  };
  const put1 = async (householdId: string, asked: Promise<Kept<SessionRecord>>) => {
    const row = await asked;
    put(householdId, [row]);
    return row;
  };
  return {
    householdId: null,
    year: 0,
    rows: null,
    async load(householdId, year) {
      const load = ++loads;
      const rows = await api.sessions(householdId, ...between(year));
      if (load === loads) set({ householdId, year, rows });
    },
    start: (householdId, spec) => put1(householdId, api.addSession(householdId, spec)),
    change: (householdId, row) => put1(householdId, api.changeSession(householdId, row)),
    async remove(householdId, row) {
      const gone = await api.removeSession(householdId, row);
      drop(householdId, new Set([row.id]));
      return gone;
    },
    restore: (householdId, row) => put1(householdId, api.restoreSession(householdId, row)),
    async tell(householdId, specs) {
      const added: Kept<SessionRecord>[] = [];
      let known = 0;
      for (let i = 0; i < specs.length; i += TOLD_AT_ONCE) {
        const told = await api.tellSessions(householdId, specs.slice(i, i + TOLD_AT_ONCE));
        added.push(...told.added);
        known += told.known;
      }
      put(householdId, added);
      return { added, known };
    },
    async takeBack(householdId, rows) {
      for (let i = 0; i < rows.length; i += TOLD_AT_ONCE)
        await api.takeBackSessions(householdId, rows.slice(i, i + TOLD_AT_ONCE));
      drop(householdId, new Set(rows.map(({ id }) => id)));
    },
  };
});
