import { STATUS_CODES, type IncomingMessage } from "node:http";
import type { Socket } from "node:net";
import type { EntityManager, MikroORM } from "@mikro-orm/core";
import { RPCServer, type RPCClient } from "ocpp-rpc";
import { chargePointSchema, type Knock, type PointSaid, type PointState } from "@kettleback/core";
import type { Events } from "../api/events";
import { ENTITY_OF, isNoJson, LineEntity, type Keeper } from "../database";
import { contained, type Fault } from "../safety/faults";
import { asJudged, judgeUpgrade, SUBPROTOCOL } from "../safety/upgrade";
import { Acting } from "./acts";
import { keptBy, Readings, type Kept } from "./keeping";
import { isPassword } from "../safety/point-password";
import { held, sourceOf, Weighing } from "../safety/weighing";
import { Knocks } from "./knocks";
import { PointClock } from "./point-clock";
import { ConnectedPoint, NOTHING_SAID, type KnownPoint, type PointWorks } from "./point";
import { wantedIn } from "./wanted";

/** The largest message (bytes): a unit that was away sends a day of readings in many. */
const MOST_BYTES = 256 * 1024;
/** Messages in a row that are none before it is sent away. */
const BAD_MESSAGES = 20;
/** Passwords weighed at once, some hundred a second, and those that may wait. */
const WEIGHED = { atOnce: 2, waiting: 1_000 } as const;
/** How long (ms) who is known is not read again. */
const KNOWN_FOR_MS = 1_000;
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
  /** Told of an error that ended a line and nothing else. */
  readonly fault?: Fault;
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
  private readonly knocks = new Knocks();
  private readonly weighing = new Weighing(WEIGHED.atOnce, WEIGHED.waiting);
  private known: { readonly at: number; readonly rows: Promise<readonly Lettable[]> } | undefined;
  private readonly fault: Fault;
  private readonly works: PointWorks;
  readonly kept: Kept;
  readonly readings: Readings;

  constructor(private readonly options: CentralOptions) {
    this.fault = options.fault ?? (() => undefined);
    const kept = keptBy(options.orm, options.keeper);
    this.kept = kept;
    this.readings = new Readings(kept, options.events);
    this.works = {
      kept,
      readings: this.readings,
      wanted: async (em, id) => wantedIn((await em.findOne(LineEntity, { id }))?.wanted),
      onSaid: (point) => this.tellPoint(point),
      onCard: ({ known }, card) =>
        this.knocks.note({ identity: known.spec.identity, from: known.spec.name, why: "card", card }),
      onSession: ({ known: { household } }, row) => this.tellSession(household, row),
      // What the unit does not do stands in the session, and in its alarms.
      onBegun: (point, row) =>
        new Acting(point, kept).hold(row).then(
          (done) => done?.session && this.tellSession(point.known.household, done.session),
          () => undefined,
        ),
      fault: this.fault,
    };
    this.rpc.auth((accept, reject, { identity, password, request }, gone) => {
      const from = request.socket.remoteAddress ?? "";
      this.letIn({ identity, password, from, gone: gone! })
        .catch((error: unknown) => {
          this.fault(error);
          return 503;
        })
        .then((point) => (typeof point === "number" ? reject(point, STATUS_CODES[point]!) : accept(point)))
        .catch(this.fault);
    });
    this.rpc.on(
      "client",
      contained(
        (client: RPCClient & { session: KnownPoint }) => this.arrives(client),
        (error, client) => {
          this.fault(error);
          void client.close({ force: true }).catch(() => undefined);
        },
      ),
    );
    // A line that breaks is no fault of ours.
    this.rpc.on("error", () => undefined);
  }

  /** Takes a connection that asks to become a WebSocket, or closes it. */
  readonly upgrade = contained(
    (request: IncomingMessage, socket: Socket, head: Buffer) => {
      const { refused, identity } = judgeUpgrade(request, this.options.isOwn);
      if (refused !== undefined) return close(socket, refused);
      if (this.points.size >= MOST_POINTS) return close(socket, 503);
      return this.rpc.handleUpgrade(asJudged(request, identity), socket, head);
    },
    (error, _request, socket) => {
      this.fault(error);
      socket.destroy();
    },
  );

  /** Who it is, or the status it is refused with. */
  private async letIn({ identity, password, from, gone }: Knocking): Promise<KnownPoint | number> {
    const rows = (await this.everybody()).filter(({ spec }) => spec.identity === identity);
    if (rows.length === 0) {
      this.knocks.note({ identity, from, why: "unknown" });
      return 404;
    }
    const source = `${sourceOf(from)} ${identity}`;
    for (const { hash, ...known } of rows) {
      if (!hash || !password) continue;
      const right = await this.weighing.inTurn({ source, first: false, gone }, () =>
        isPassword(password, hash),
      );
      if (right === "crowded" || right === "gone") return 503;
      if (right) return known;
    }
    this.knocks.note({ identity, from, why: rows.some(({ hash }) => hash) ? "password" : "no-password" });
    if (password) await held(await this.weighing.holdAfterWrong(source), gone);
    return 401;
  }

  /** The charge points there are, read anew once a second at most: whoever knocks without end costs no more than that. */
  private everybody(): Promise<readonly Lettable[]> {
    const now = Date.now();
    if (!this.known || now - this.known.at > KNOWN_FOR_MS)
      this.known = { at: now, rows: this.kept(allPoints) };
    return this.known.rows;
  }

  private arrives(client: RPCClient & { session: KnownPoint }): void {
    const known = client.session;
    // Of two lines the newer counts: the older is one it has lost and does not know of.
    this.points.get(known.id)?.leave("connected anew");
    const clock = new PointClock(this.options.trustClocks);
    const point = new ConnectedPoint(known, client, clock, this.works);
    point.said = this.lastSaid.get(known.id)?.said ?? NOTHING_SAID;
    this.points.set(known.id, point);
    this.knocks.letIn(known.spec.identity);
    const leaves = () => {
      if (this.points.get(known.id) !== point) return;
      this.points.delete(known.id);
      this.lastSaid.set(known.id, { said: point.said, seenAt: point.seenAt });
      this.tellPoint(point);
    };
    client.once("close", contained(leaves, this.fault));
    void point
      .resume()
      .catch(() => undefined)
      .then(() => this.tellPoint(point));
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
    return this.knocks.all;
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

function close(socket: Socket, status: number): void {
  socket.on("error", () => undefined);
  socket.end(`HTTP/1.1 ${status} ${STATUS_CODES[status]}\r\nConnection: close\r\nContent-Length: 0\r\n\r\n`);
}

/** A charge point that asks to come in. */
interface Knocking {
  readonly identity: string;
  readonly password: Buffer | undefined;
  /** The address it comes from. */
  readonly from: string;
  /** Aborted when it no longer waits for an answer. */
  readonly gone: AbortSignal;
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
