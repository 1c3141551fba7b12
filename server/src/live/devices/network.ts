import {
  networkBill,
  networkSessions,
  ownAmong,
  sampleOf,
  type Device,
  type DeviceNote,
  type NetworkSession,
  type Sample,
  type SessionRecord,
} from "@kettleback/core";
import { Problem } from "../../api/problem";
import { readSessionsAt } from "../../outside/ocpi";
import { NOTHING, type DeviceSaid, type Follower } from "./reader";

type Ocpi = Extract<Device["reach"], { kind: "ocpi" }>;

/** How far back (ms) a network is asked for what was changed. */
const BACK_MS = 3_600_000;
/** Simulated networks live at their own pace: which of theirs began nearest is the one, however far off. */
const ANY = Infinity;

/** What is done with what a network tells of a session. */
export interface NetworkWorks {
  /** When the session began (ms since 1970), and whether it goes on. */
  readonly beginMs: number;
  readonly running: boolean;
  /** Under which the network knows it, once that was found. */
  readonly known: string | null;
  readonly currency: string;
  readonly trustClock: boolean;
  readonly secondMs: number;
  keep(samples: readonly Sample[]): Promise<void>;
  /** Notes that the network's session is this one. */
  found(key: string): Promise<void>;
  /** Closes the session with its bill. */
  bill(cdr: SessionRecord): Promise<void>;
  changed(): void;
}

const sameNote = (a: DeviceNote | null, b: DeviceNote | null): boolean =>
  a?.says === b?.says && a?.at === b?.at;

/** A public network that is asked for a session of one's own: it tells late, and closes it with a bill. */
export class NetworkReader implements Follower {
  said: DeviceSaid = NOTHING;
  private readonly leaving = new AbortController();
  private timer: ReturnType<typeof setTimeout> | undefined;
  private toldAt = -Infinity;
  private toldWh = 0;
  private known: string | null;

  constructor(
    private readonly reach: Ocpi,
    private readonly secret: string | null,
    private readonly to: NetworkWorks,
  ) {
    this.known = to.known;
    void this.ask();
  }

  leave(): void {
    this.leaving.abort();
    clearTimeout(this.timer);
  }

  private get left(): boolean {
    return this.leaving.signal.aborted;
  }

  private async ask(): Promise<void> {
    try {
      const { address } = this.reach;
      const told = await readSessionsAt(address, this.secret, this.to.beginMs - BACK_MS);
      if (!this.left) await this.take(networkSessions(told.sessions), told.cdrs);
    } catch (error) {
      const why =
        error instanceof Problem ? error.message : "what it told could not be written down just now";
      this.say({ trouble: `is not read: ${why.charAt(0).toLowerCase()}${why.slice(1).replace(/\.$/, "")}` });
    }
    if (!this.left)
      this.timer = setTimeout(() => void this.ask(), this.reach.everySeconds * this.to.secondMs).unref();
  }

  private say(said: Partial<DeviceSaid>): void {
    if (this.left) return;
    const before = this.said;
    this.said = { ...before, ...said };
    const { trouble, note, readAt } = this.said;
    if (
      before.trouble !== trouble ||
      !sameNote(before.note, note) ||
      (before.readAt === null) !== (readAt === null)
    )
      this.to.changed();
  }

  private own(sessions: readonly NetworkSession[]): NetworkSession | null {
    const { beginMs, trustClock } = this.to;
    if (this.known !== null) return sessions.find(({ key }) => key === this.known) ?? null;
    return ownAmong(sessions, beginMs, trustClock ? ANY : undefined);
  }

  private async take(sessions: readonly NetworkSession[], cdrs: readonly unknown[]): Promise<void> {
    const own = this.own(sessions);
    if (!own) return this.say({ trouble: null, note: { says: "no-session", at: null } });
    if (this.known === null) {
      await this.to.found(own.key);
      this.known = own.key;
    }
    const bill = networkBill(cdrs, own, this.to.currency);
    if (bill && "bill" in bill) return this.to.bill(bill.bill);
    if (this.to.running && own.atMs > this.toldAt) {
      // It begins with nothing; what was counted by then is told in one figure.
      const begun = Math.max(own.beginMs, this.to.beginMs);
      const first = this.toldAt === -Infinity && begun < own.atMs ? [sampleOf(begun, { counterWh: 0 })] : [];
      // A network that corrects itself downwards has no counter that began anew.
      this.toldWh = Math.max(this.toldWh, own.wallWh);
      await this.to.keep([
        ...first,
        sampleOf(Math.max(own.atMs, begun), { counterWh: this.toldWh, soc: own.soc }),
      ]);
      this.toldAt = own.atMs;
    }
    this.say({
      readAt: Date.now(),
      trouble: bill ? `has a bill that is not taken: ${bill.problem}` : null,
      note:
        own.endMs === null
          ? { says: "late", at: new Date(own.atMs).toISOString() }
          : { says: "ended", at: new Date(own.endMs).toISOString() },
    });
  }
}
