import type { IncomingMessage } from "node:http";
import type { Socket } from "node:net";
import type { EntityManager, MikroORM } from "@mikro-orm/core";
import { RateLimiterMemory } from "rate-limiter-flexible";
import { RPCServer, type RPCClient } from "ocpp-rpc";
import { chargePointSchema, IDENTITY, type Knock, type PointSaid, type PointState } from "@kettleback/core";
import type { Events } from "../api/events";
import { ENTITY_OF, isNoJson, LineEntity, type Keeper } from "../database";
import { hostName } from "../safety/names";
import { Acting } from "./acts";
import { keptBy, Readings, type Kept } from "./keeping";
import { isPassword } from "../safety/point-password";
import { PointClock } from "./point-clock";
import { ConnectedPoint, NOTHING_SAID, type KnownPoint, type PointWorks } from "./point";
import { wantedIn } from "./wanted";

/** The one language that is spoken: OCPP 1.6 over JSON. */
const SUBPROTOCOL = "ocpp1.6";
const PATH = /^\/ocpp\/([^/?#]+)$/;
/** The largest message (bytes): a unit that was away sends a day of readings in many. */
const MOST_BYTES = 256 * 1024;
/** Messages in a row that are none before it is sent away. */
const BAD_MESSAGES = 20;
/** Passwords weighed at once, and those that may wait. */
const WEIGHED = { atOnce: 2, waiting: 30 } as const;
/** Wrong passwords of one name from one address within a minute. */
const WRONG_A_MINUTE = 6;
/** How long (ms) who is known is not read again. */
const KNOWN_FOR_MS = 1_000;
/** Who has knocked is remembered, the latest of so many. */
const MOST_KNOCKS = 20;
/** Charge points at once. */
const MOST_POINTS = 200;

export interface CentralOptions {
  readonly orm: Pick<MikroORM, "em">;
  readonly keeper?: Keeper | undefined;
  readonly events: Events;
  /** Whether a name or address is this server's. */
  readonly isOwn: (name: string) => boolean;
  /** Takes the clocks of charge points as they are: simulated ones live at their own pace. */
  readonly trustClocks?: boolean;
}

/** The central system of one's own charge points: who they are, what they say, and what is asked of them. */
export class Central {
  private readonly rpc = new RPCServer({
    protocols: [SUBPROTOCOL],
    strictMode: true,
    maxBadMessages: BAD_MESSAGES,
    callConcurrency: 1,
    wssOptions: { maxPayload: MOST_BYTES },
  });
  private readonly points = new Map<string, ConnectedPoint>();
  private readonly lastSaid = new Map<string, { readonly said: PointSaid; readonly seenAt: number }>();
  private readonly knocks: Knock[] = [];
  private readonly wrong = new RateLimiterMemory({ points: WRONG_A_MINUTE, duration: 60 });
  private weighing = 0;
  private known: { readonly at: number; readonly rows: Promise<readonly Lettable[]> } | undefined;
  private readonly queue: (() => void)[] = [];
  private readonly works: PointWorks;
  readonly kept: Kept;
  readonly readings: Readings;

  constructor(private readonly options: CentralOptions) {
    const kept = keptBy(options.orm, options.keeper);
    this.kept = kept;
    this.readings = new Readings(kept, options.events);
    this.works = {
      kept,
      readings: this.readings,
      wanted: async (em, id) => wantedIn((await em.findOne(LineEntity, { id }))?.wanted),
      onSaid: (point) => this.tellPoint(point),
      onCard: ({ known }, card) =>
        this.knocked({ identity: known.spec.identity, from: known.spec.name, why: "card", card }),
      onSession: ({ known: { household } }, row) => this.tellSession(household, row),
      // What the unit does not do stands in the session, and in its alarms.
      onBegun: (point, row) =>
        void new Acting(point, kept).hold(row).then(
          (done) => done?.session && this.tellSession(point.known.household, done.session),
          () => undefined,
        ),
    };
    this.rpc.auth((accept, reject, { identity, password, request }) => {
      const from = request.socket.remoteAddress ?? "";
      void this.letIn(identity, password, from).then((point) => {
        if (typeof point === "number") reject(point, REFUSED[point]!);
        else accept(point);
      });
    });
    this.rpc.on("client", (client: RPCClient & { session: KnownPoint }) => this.arrives(client));
    // A line that breaks is no fault of ours.
    this.rpc.on("error", () => undefined);
  }

  /** Takes a connection that asks to become a WebSocket, or closes it. */
  upgrade(request: IncomingMessage, socket: Socket, head: Buffer): void {
    const path = new URL(request.url ?? "/", "http://localhost").pathname;
    const { host = "", origin } = request.headers;
    // A page never is a charge point: browsers always say whose page it is.
    if (!PATH.test(path) || origin !== undefined || !this.options.isOwn(hostName(host)))
      return close(socket, PATH.test(path) ? "403 Forbidden" : "404 Not Found");
    if (this.points.size >= MOST_POINTS) return close(socket, "503 Service Unavailable");
    const protocols = (request.headers["sec-websocket-protocol"] ?? "").split(",").map((name) => name.trim());
    if (!protocols.includes(SUBPROTOCOL)) return close(socket, "400 Bad Request");
    void this.rpc.handleUpgrade(request, socket, head);
  }

  /** Who it is, or the status it is refused with. */
  private async letIn(
    identity: string,
    password: Buffer | undefined,
    from: string,
  ): Promise<KnownPoint | number> {
    if (!IDENTITY.test(identity)) return 404;
    const source = `${from} ${identity}`;
    const before = await this.wrong.get(source);
    if (before !== null && before.remainingPoints <= 0) return 429;
    const all = await this.everybody().catch(() => null);
    if (all === null) return 503;
    const rows = all.filter(({ spec }) => spec.identity === identity);
    if (rows.length === 0) {
      this.knocked({ identity, from, why: "unknown" });
      return 404;
    }
    for (const { hash, ...known } of rows) {
      const right = hash && password ? await this.weighed(() => isPassword(password, hash)) : false;
      if (right === "crowded") return 503;
      if (right) return known;
    }
    await this.wrong.consume(source).catch(() => undefined);
    this.knocked({ identity, from, why: rows.some(({ hash }) => hash) ? "password" : "no-password" });
    return 401;
  }

  /** The charge points there are, read anew once a second at most: whoever knocks without end costs no more than that. */
  private everybody(): Promise<readonly Lettable[]> {
    const now = Date.now();
    if (!this.known || now - this.known.at > KNOWN_FOR_MS)
      this.known = { at: now, rows: this.kept(allPoints) };
    return this.known.rows;
  }

  /** Weighs a password in its turn; who comes while too many wait already may try again, and has guessed nothing. */
  private async weighed(weigh: () => Promise<boolean>): Promise<boolean | "crowded"> {
    if (this.weighing >= WEIGHED.atOnce) {
      if (this.queue.length >= WEIGHED.waiting) return "crowded";
      await new Promise<void>((resolve) => this.queue.push(resolve));
    }
    this.weighing += 1;
    try {
      return await weigh();
    } finally {
      this.weighing -= 1;
      this.queue.shift()?.();
    }
  }

  private knocked(knock: Omit<Knock, "at" | "times">): void {
    const i = this.knocks.findIndex(
      ({ identity, why, card }) => identity === knock.identity && why === knock.why && card === knock.card,
    );
    const times = i < 0 ? 1 : this.knocks.splice(i, 1)[0]!.times + 1;
    this.knocks.unshift({ ...knock, at: new Date().toISOString(), times });
    this.knocks.length = Math.min(this.knocks.length, MOST_KNOCKS);
  }

  private arrives(client: RPCClient & { session: KnownPoint }): void {
    const known = client.session;
    // Of two lines the newer counts: the older is one it has lost and does not know of.
    this.points.get(known.id)?.leave("connected anew");
    const clock = new PointClock(this.options.trustClocks);
    const point = new ConnectedPoint(known, client, clock, this.works);
    point.said = this.lastSaid.get(known.id)?.said ?? NOTHING_SAID;
    this.points.set(known.id, point);
    this.forgetKnocks(known.spec.identity);
    client.once("close", () => {
      if (this.points.get(known.id) !== point) return;
      this.points.delete(known.id);
      this.lastSaid.set(known.id, { said: point.said, seenAt: point.seenAt });
      this.tellPoint(point);
    });
    void point
      .resume()
      .catch(() => undefined)
      .then(() => this.tellPoint(point));
  }

  private forgetKnocks(name: string): void {
    const others = this.knocks.filter(({ identity, why }) => identity !== name || why === "card");
    this.knocks.splice(0, this.knocks.length, ...others);
  }

  private tellPoint({ known: { id, household } }: ConnectedPoint): void {
    this.options.events.publish(household, "point", { id });
  }

  /** Tells followers that a session is another now. */
  tellSession(household: string, { id, version }: { readonly id: string; readonly version: number }): void {
    this.options.events.publish(household, "session", { id, version });
  }

  /** The charge point of an id, if it is connected. */
  connected(id: string): ConnectedPoint | undefined {
    return this.points.get(id);
  }

  /** How a charge point stands. */
  stateOf(id: string, hasPassword: boolean): PointState {
    const point = this.points.get(id);
    const last = this.lastSaid.get(id);
    const seenAt = point?.seenAt ?? last?.seenAt;
    return {
      id,
      ...(point?.said ?? last?.said ?? NOTHING_SAID),
      connected: point !== undefined,
      seenAt: seenAt === undefined ? null : new Date(seenAt).toISOString(),
      hasPassword,
      session: point === undefined || point.session === null ? null : String(point.session),
    };
  }

  /** Who knocked and was not let in, the latest first. */
  get knocking(): readonly Knock[] {
    return this.knocks;
  }

  /** A charge point's description or password is another now: it comes in again by that, or no more. */
  changed(id: string): void {
    this.known = undefined;
    this.points.get(id)?.leave("its description has changed");
  }

  /** Another database is in place: everybody comes in again. */
  renew(): void {
    this.known = undefined;
    for (const point of this.points.values()) point.leave("the database was put back");
  }

  /** Ends every line, so that the server can stop. */
  async close(): Promise<void> {
    for (const point of this.points.values()) point.leave("the server stops");
    await this.rpc.close({ code: 1001, awaitPending: false, force: true }).catch(() => undefined);
  }
}

const REFUSED: Readonly<Record<number, string>> = {
  401: "Unauthorized",
  404: "Not Found",
  429: "Too Many Requests",
  503: "Service Unavailable",
};

function close(socket: Socket, status: string): void {
  socket.on("error", () => undefined);
  socket.end(`HTTP/1.1 ${status}\r\nConnection: close\r\nContent-Length: 0\r\n\r\n`);
}

/** A charge point with the hash of its password. */
type Lettable = KnownPoint & { readonly hash: string | null };

/** The charge points of all households. */
async function allPoints(em: EntityManager): Promise<Lettable[]> {
  const rows = await em.find(ENTITY_OF.chargePoints, {
    deletedAt: null,
    household: { deletedAt: null },
  } as never);
  const lines = await em.find(LineEntity, {});
  const hashes = new Map(lines.map(({ id, hash }) => [id, hash ?? null]));
  return rows.flatMap(({ id, household, spec }) => {
    const read = isNoJson(spec) ? undefined : chargePointSchema.safeParse(spec);
    return read?.success
      ? [{ id, household: household.id, spec: read.data, hash: hashes.get(id) ?? null }]
      : [];
  });
}
