import {
  asRecorded,
  type FiledSession,
  type Garage,
  type Kept,
  type Sample,
  type SessionRecord,
} from "@kettleback/core";
import { api } from "../../api/client";
import { useLog } from "../../stores/log";

/** Readings sent in one request. */
const AT_ONCE = 10_000;

/** Whether a path suits a session as far as that says whether it was rapid. */
const suits = (garage: Garage, pathId: string, { current }: SessionRecord): boolean => {
  const path = garage.paths.find(({ id }) => id === pathId)?.spec;
  const rapid = garage.evses.find(({ id }) => id === path?.evseId)?.spec.kind === "rapid";
  return current === undefined || (current === "DC") === rapid;
};

/** Sessions told elsewhere, over a saved path where it suits them; as they are where none is chosen. */
export const overPath = (
  garage: Garage,
  pathId: string | null,
  sessions: readonly SessionRecord[],
): SessionRecord[] => {
  const path = garage.paths.find(({ id }) => id === pathId);
  return sessions.map((session) =>
    path && suits(garage, path.id, session) ? asRecorded(garage, path.spec, session) : session,
  );
};

/** What was taken in: the sessions that are new, and how many there were already. */
export interface Taken {
  readonly added: readonly Kept<SessionRecord>[];
  readonly known: number;
}

/** Sends readings to a session, a batch at a time. A batch may be sent again: a moment keeps its reading. */
export async function sendSamples(
  household: string,
  session: string,
  samples: readonly Sample[],
  progress: (share: number) => void,
): Promise<void> {
  for (let i = 0; i < samples.length; i += AT_ONCE) {
    await api.addSamples(household, session, samples.slice(i, i + AT_ONCE));
    progress(Math.min(1, (i + AT_ONCE) / samples.length));
  }
}

/** Takes sessions with their readings in. A session that was there already gets the readings it lacks. */
export async function takeIn(
  household: string,
  sessions: readonly FiledSession[],
  progress: (share: number) => void,
): Promise<Taken> {
  const taken = await useLog.getState().tell(
    household,
    sessions.map(({ spec }) => spec),
  );
  const ids = new Map(taken.added.map(({ id, spec }) => [spec.key, id]));
  const all = sessions.reduce((sum, { samples }) => sum + samples.length, 0);
  let sent = 0;
  for (const { spec, samples } of sessions) {
    if (samples.length === 0) continue;
    // Told again under its key it is the one there is.
    const id = ids.get(spec.key) ?? (await api.addSession(household, spec)).id;
    await sendSamples(household, id, samples, (share) => progress((sent + share * samples.length) / all));
    sent += samples.length;
  }
  return taken;
}
