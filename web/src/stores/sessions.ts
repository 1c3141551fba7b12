import { create } from "zustand";
import type { Kept, SessionRecord } from "@kettleback/core";
import { api } from "../api/client";

/** What a session that nobody but its owner told of says it was told by. */
export const BY_HAND = "by hand";
/** What a session that a charge point tells of says it was told by. */
export const CHARGE_POINT = "charge point";
/** Sessions that are followed on the Path. */
const FOLLOWED: ReadonlySet<string> = new Set([BY_HAND, CHARGE_POINT]);
/** How far back (ms) sessions kept by hand are shown. */
const SHOWN = 60 * 86_400_000;
/** … and ahead: a simulated charge point lives at its own pace. */
const AHEAD = 30 * 86_400_000;

interface SessionsState {
  readonly householdId: string | null;
  /** Kept by hand, or told by a charge point, the newest first. */
  readonly rows: readonly Kept<SessionRecord>[];
  load(householdId: string): Promise<void>;
  /** Puts a session in that somebody else has begun or changed. */
  put(householdId: string, row: Kept<SessionRecord>): void;
  start(householdId: string, spec: SessionRecord): Promise<void>;
  change(householdId: string, row: Kept<SessionRecord>): Promise<Kept<SessionRecord>>;
  remove(householdId: string, row: Kept<SessionRecord>): Promise<Kept<SessionRecord>>;
  restore(householdId: string, row: Kept<SessionRecord>): Promise<void>;
}

const newestFirst = (rows: readonly Kept<SessionRecord>[]): readonly Kept<SessionRecord>[] =>
  [...rows].sort((a, b) => Date.parse(b.spec.begin) - Date.parse(a.spec.begin));

/** Counts what is asked, so that an older answer that comes late is not shown. */
let loads = 0;

/** The sessions that are followed on the Path, as the server keeps them. */
export const useSessions = create<SessionsState>()((set, get) => {
  /** Puts a row in, in place of the one of its id, if that household is still in view. */
  const put = (householdId: string, row: Kept<SessionRecord>) => {
    if (get().householdId === householdId)
      set(({ rows }) => ({ rows: newestFirst([...rows.filter(({ id }) => id !== row.id), row]) }));
  };
  return {
    householdId: null,
    rows: [],
    async load(householdId) {
      const load = ++loads;
      const now = Date.now();
      const rows = await api.sessions(
        householdId,
        new Date(now - SHOWN).toISOString(),
        new Date(now + AHEAD).toISOString(),
      );
      if (load === loads)
        set({ householdId, rows: newestFirst(rows.filter(({ spec }) => FOLLOWED.has(spec.source))) });
    },
    put,
    async start(householdId, spec) {
      put(householdId, await api.addSession(householdId, spec));
    },
    async change(householdId, row) {
      const changed = await api.changeSession(householdId, row);
      put(householdId, changed);
      return changed;
    },
    async remove(householdId, row) {
      const gone = await api.removeSession(householdId, row);
      if (get().householdId === householdId)
        set(({ rows }) => ({ rows: rows.filter(({ id }) => id !== row.id) }));
      return gone;
    },
    async restore(householdId, row) {
      put(householdId, await api.restoreSession(householdId, row));
    },
  };
});
