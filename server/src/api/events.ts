import { randomBytes } from "node:crypto";
import { Router } from "express";
import { Problem } from "./problem";

/** Something that has just been recorded, told to whoever follows its household. */
export interface Happening {
  /** Its place in the order of this run of the server: a follower who lost the line says the last one it had. */
  readonly id: string;
  readonly household: string;
  readonly event: "session" | "samples" | "point" | "device";
  readonly data: object;
}

/** Happenings that are remembered for followers who come back. */
const MOST_REMEMBERED = 1_000;
/** Followers at once, from everywhere. */
const MOST_FOLLOWERS = 50;
/** How often a silent line is shown to be alive (ms). */
const HEARTBEAT_MS = 20_000;

/** What is recorded, pushed as it happens. Nothing is kept beyond this run: what was missed is read again. */
export class Events {
  private readonly run = randomBytes(6).toString("hex");
  private count = 0;
  private readonly remembered: Happening[] = [];
  private readonly followers = new Set<Follower>();

  publish(household: string, event: Happening["event"], data: object): void {
    const happening = { id: `${this.run}-${++this.count}`, household, event, data };
    this.remembered.push(happening);
    if (this.remembered.length > MOST_REMEMBERED) this.remembered.shift();
    for (const follower of this.followers) if (follower.household === household) follower.tell(happening);
  }

  /** What happened in a household after one happening; null where that one is of another run or forgotten. */
  since(household: string, id: string): readonly Happening[] | null {
    const [run, number] = id.split("-");
    const oldest = this.count - this.remembered.length;
    const seen = Number(number);
    if (run !== this.run || !Number.isInteger(seen) || seen < oldest || seen > this.count) return null;
    return this.remembered.slice(seen - oldest).filter((happening) => happening.household === household);
  }

  /** Follows a household. @returns how to leave it, or null where too many follow already */
  follow(follower: Follower): (() => void) | null {
    if (this.followers.size >= MOST_FOLLOWERS) return null;
    this.followers.add(follower);
    return () => void this.followers.delete(follower);
  }

  /** Ends every line, so that the server can stop. */
  close(): void {
    for (const follower of this.followers) follower.end();
    this.followers.clear();
  }
}

interface Follower {
  readonly household: string;
  tell(happening: Happening): void;
  end(): void;
}

/** Server-sent events (WHATWG HTML, 9.2): resumed by `Last-Event-ID`; `reset` asks to read everything again. */
export function eventsApi(events: Events): Router {
  const router = Router({ mergeParams: true });
  router.get("/", (req, res) => {
    const { household } = req.params as { household: string };
    const write = ({ id, event, data }: Happening) =>
      res.write(`id: ${id}\nevent: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
    const leave = events.follow({ household, tell: write, end: () => res.end() });
    if (!leave) throw new Problem(503, "Busy", `${MOST_FOLLOWERS} follow already; try again in a moment.`);
    const heartbeat = setInterval(() => res.write(":\n\n"), HEARTBEAT_MS);
    heartbeat.unref();
    res.once("close", () => {
      clearInterval(heartbeat);
      leave();
    });
    res.status(200).set({ "Content-Type": "text/event-stream", "Cache-Control": "no-store" });
    res.write("retry: 2000\n\n");
    const last = req.headers["last-event-id"];
    if (typeof last !== "string") return;
    const missed = events.since(household, last);
    if (missed) missed.forEach(write);
    else res.write("event: reset\ndata: {}\n\n");
  });
  return router;
}
