import { create } from "zustand";
import type { Sample, DeviceState, Knock, PointState } from "@kettleback/core";
import { api } from "../api/client";
import { useSessions } from "./sessions";

/** What happens in a household, as it happens. */
interface LiveState {
  readonly householdId: string | null;
  readonly points: readonly PointState[];
  readonly knocks: readonly Knock[];
  readonly devices: readonly DeviceState[];
  /** Readings of the sessions that are followed, in the order of time. */
  readonly samples: Readonly<Record<string, readonly Sample[]>>;
  /** Whether the line to the server stands; what is shown may be old while it does not. */
  readonly lineStands: boolean;
  /** Reads how charge points and devices stand. */
  loadPoints(householdId: string): Promise<void>;
  loadSamples(householdId: string, session: string): Promise<void>;
  note(session: string, samples: readonly Sample[]): void;
}

/** Readings with others put in where they belong; a moment has one. */
export function joined(known: readonly Sample[], more: readonly Sample[]): readonly Sample[] {
  const last = known.at(-1)?.[0] ?? -Infinity;
  if (more.every(([at], i) => at > (more[i - 1]?.[0] ?? last))) return [...known, ...more];
  const byMoment = new Map(known.map((sample) => [sample[0], sample]));
  for (const sample of more) {
    const there = byMoment.get(sample[0]);
    byMoment.set(sample[0], there && there.length >= sample.length ? there : sample);
  }
  return [...byMoment.values()].sort((a, b) => a[0] - b[0]);
}

/** Counts what is asked, so that an older answer that comes late is not shown. */
let asked = 0;

export const useLive = create<LiveState>()((set, get) => ({
  householdId: null,
  points: [],
  knocks: [],
  devices: [],
  samples: {},
  lineStands: true,
  async loadPoints(householdId) {
    const mine = ++asked;
    const [{ points, knocks }, { devices }] = await Promise.all([
      api.chargePoints(householdId),
      api.devicesNow(householdId),
    ]);
    if (mine !== asked) return;
    const same = get().householdId === householdId;
    set({ householdId, points, knocks, devices, ...(same ? {} : { samples: {} }) });
  },
  async loadSamples(householdId, session) {
    const found = await api.samples(householdId, session, 0);
    get().note(session, found);
  },
  note(session, more) {
    if (more.length === 0) return;
    set(({ samples }) => ({ samples: { ...samples, [session]: joined(samples[session] ?? [], more) } }));
  },
}));

interface Told {
  readonly session: string;
  readonly samples?: readonly Sample[];
}

/** Readings that came without themselves are read after so long (ms). */
const GATHERED = 200;

/**
 * Follows a household: readings, sessions and charge points come as they happen, and what was missed while the line was
 * away, or the page asleep, is read again. @returns how to leave it
 */
export function followHousehold(householdId: string): () => void {
  // A page that is only drawn, in a test or for print, follows nothing.
  if (typeof EventSource === "undefined") return () => undefined;
  let source: EventSource | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const quietly = (work: Promise<unknown>) => void work.catch(() => undefined);
  const soon = () => {
    clearTimeout(timer);
    timer = setTimeout(() => {
      quietly(useSessions.getState().load(householdId));
      quietly(useLive.getState().loadPoints(householdId));
    }, GATHERED);
  };
  const again = () => {
    soon();
    for (const session of Object.keys(useLive.getState().samples))
      quietly(useLive.getState().loadSamples(householdId, session));
  };
  const open = () => {
    if (source) return;
    source = new EventSource(`/api/households/${householdId}/events`);
    source.onopen = () => useLive.setState({ lineStands: true });
    source.onerror = () => useLive.setState({ lineStands: false });
    source.addEventListener("samples", ({ data }: MessageEvent<string>) => {
      const { session, samples } = JSON.parse(data) as Told;
      if (samples) useLive.getState().note(session, samples);
      else quietly(useLive.getState().loadSamples(householdId, session));
    });
    source.addEventListener("session", soon);
    source.addEventListener("point", soon);
    source.addEventListener("device", soon);
    source.addEventListener("reset", again);
  };
  const close = () => {
    source?.close();
    source = undefined;
  };
  const openAnew = () => {
    if (source) return;
    open();
    again();
  };
  let stepBack = (): void => undefined;
  // Of the few lines a browser has to one server, pages nobody sees keep none; where they may call somebody, one does.
  const seen = () => {
    stepBack();
    const { locks } = navigator as Partial<Navigator>;
    if (document.hidden && !mayNotify()) close();
    else if (document.hidden && locks) {
      close();
      stepBack = oneOfAll(locks, `events ${householdId}`, openAnew);
    } else openAnew();
  };
  if (document.hidden) seen();
  else open();
  document.addEventListener("visibilitychange", seen);
  return () => {
    clearTimeout(timer);
    document.removeEventListener("visibilitychange", seen);
    stepBack();
    close();
  };
}

/**
 * Has one of all pages of a browser that ask for it do something, and another once that one steps back or is closed (Web
 * Locks). @returns how to step back
 */
function oneOfAll(locks: LockManager, name: string, begin: () => void): () => void {
  const over = new AbortController();
  const until = new Promise<void>((resolve) => over.signal.addEventListener("abort", () => resolve()));
  const asked = locks.request(name, { signal: over.signal }, () => {
    begin();
    return until;
  });
  // Whoever steps back while waiting is told so.
  asked.catch(() => undefined);
  return () => over.abort();
}

/** Whether this page may call somebody who is not looking at it. */
export const mayNotify = (): boolean =>
  typeof Notification !== "undefined" && Notification.permission === "granted";
