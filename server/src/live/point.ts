import type { EntityManager } from "@mikro-orm/core";
import type { ChargePoint, Kept as KeptRow, PointSaid, SessionRecord } from "@kettleback/core";
import type { RPCClient } from "ocpp-rpc";
import { contained, type Fault } from "../safety/faults";
import type { Kept, Readings } from "./keeping";
import {
  readingsIn,
  type BootNotification,
  type MeterValues,
  type StartTransaction,
  type StatusNotification,
  type StopTransaction,
} from "./messages";
import type { PointClock } from "./point-clock";
import {
  beginTransaction,
  endForgotten,
  endTransaction,
  isTransaction,
  openSessions,
  OWN_TAG,
} from "./transactions";
import type { KeptWanted } from "./wanted";

/** A charge point as it is kept: whose it is, and what is said of it. */
export interface KnownPoint {
  readonly id: string;
  readonly household: string;
  readonly spec: ChargePoint;
}

export const NOTHING_SAID: PointSaid = {
  vendor: null,
  model: null,
  firmware: null,
  status: null,
  error: null,
  clockBehind: 0,
};

/** What a connected charge point works with. */
export interface PointWorks {
  readonly kept: Kept;
  readonly readings: Readings;
  /** What the next session at it is to be. */
  wanted(em: EntityManager, pointId: string): Promise<KeptWanted | null>;
  /** It said something new of itself. */
  onSaid(point: ConnectedPoint): void;
  /** A card was held to it that starts nothing. */
  onCard(point: ConnectedPoint, idTag: string): void;
  onSession(point: ConnectedPoint, row: KeptRow<SessionRecord>): void;
  /** A session has begun at it and was answered. */
  onBegun(point: ConnectedPoint, row: KeptRow<SessionRecord>): Promise<unknown>;
  readonly fault: Fault;
}

/** How often it shows that it is there (s). */
const HEARTBEAT = 300;
/**
 * Messages within a second, on the average and at once. A unit waits for its answer before it tells the next (OCPP-J 1.6,
 * 4.1.1): one that was away for a day tells what it kept one by one.
 */
const PACE = { aSecond: 500, atOnce: 200 } as const;
/** How long it has to answer what is asked of it (ms). */
const ANSWERS_WITHIN = 15_000;

type Handler<T> = (params: T) => Promise<object>;

/** A charge point that is connected: what it says is kept in the order in which it says it. */
export class ConnectedPoint {
  said: PointSaid = NOTHING_SAID;
  seenAt = Date.now();
  /** The sessions at it that go on, by connector. */
  private readonly running = new Map<number, number>();
  /** Transactions that were looked up, and whether they are its own. */
  private readonly own = new Map<number, boolean>();
  private turn: Promise<unknown> = Promise.resolve();
  private allowance: number = PACE.atOnce;
  private filledAt = Date.now();

  constructor(
    readonly known: KnownPoint,
    private readonly client: RPCClient,
    private readonly clock: PointClock,
    private readonly works: PointWorks,
  ) {
    this.listen();
  }

  /** The moment it is there (ms since 1970). */
  get nowMs(): number {
    return this.clock.now(Date.now());
  }

  /** The newest session at it that goes on. */
  get session(): number | null {
    return this.running.size === 0 ? null : Math.max(...this.running.values());
  }

  /** At which connector a session goes on; undefined where it does not go on here. */
  connectorOf(session: number): number | undefined {
    return [...this.running].find(([, running]) => running === session)?.[0];
  }

  /** Finds the sessions that went on when it, or this server, was last away. */
  async resume(): Promise<void> {
    const { household, id } = this.known;
    const open = await this.works.kept((em) => openSessions(em, household, id));
    // Of one connector the newest; what has begun meanwhile is newer still.
    for (const { id: session, connectorId } of open)
      if (!this.running.has(connectorId)) this.running.set(connectorId, session);
  }

  /** Asks it to do something. @throws where it does not answer in time, or cannot */
  ask<T = { readonly status: string }>(action: string, params: object): Promise<T> {
    return this.client.call(action, params, { callTimeoutMs: ANSWERS_WITHIN }) as Promise<T>;
  }

  /** Ends its line. */
  leave(reason: string): void {
    void this.client.close({ code: 1008, reason, awaitPending: false }).catch(() => undefined);
  }

  /** Whether it keeps to a pace no honest unit goes beyond; one that does not is sent away. */
  private inPace(): boolean {
    const now = Date.now();
    this.allowance = Math.min(PACE.atOnce, this.allowance + ((now - this.filledAt) / 1000) * PACE.aSecond);
    this.filledAt = now;
    this.allowance -= 1;
    return this.allowance >= 0;
  }

  private listen(): void {
    this.client.on("message", ({ outbound }: { outbound: boolean }) => {
      this.seenAt = Date.now();
      // What it sent in the meantime is not read any more.
      if (!outbound && !this.inPace()) void this.client.close({ force: true }).catch(() => undefined);
    });
    this.on<BootNotification>("BootNotification", (boot) => this.boots(boot));
    this.on("Heartbeat", () => Promise.resolve({ currentTime: new Date().toISOString() }));
    this.on<StatusNotification>("StatusNotification", (status) => this.changes(status));
    this.on<{ idTag: string }>("Authorize", ({ idTag }) =>
      Promise.resolve({ idTagInfo: this.cardInfo(idTag) }),
    );
    this.on<StartTransaction>("StartTransaction", (start) => this.starts(start));
    this.onReadings();
    this.on<StopTransaction>("StopTransaction", (stop) => this.stops(stop));
    this.on("DataTransfer", () => Promise.resolve({ status: "UnknownVendorId" }));
    this.on("FirmwareStatusNotification", () => Promise.resolve({}));
    this.on("DiagnosticsStatusNotification", () => Promise.resolve({}));
  }

  /** Answers an action; one after the other, so that nothing overtakes what began it. */
  private on<T>(action: string, handler: Handler<T>): void {
    this.client.handle(action, (({ params }: { params: T }) => {
      const answer = this.turn.then(() => handler(params));
      this.turn = answer.catch(() => undefined);
      return answer;
    }) as never);
  }

  /** Answers readings: several are written together, begun in their order; what comes after them waits for all of them. */
  private onReadings(): void {
    let begun: Promise<unknown> = this.turn;
    let turn: Promise<unknown> = this.turn;
    this.client.handle("MeterValues", (({ params }: { params: MeterValues }) => {
      // Something else came in between: it is over first.
      if (turn !== this.turn) begun = this.turn;
      const started = begun.then(() => this.counts(params));
      begun = started.catch(() => undefined);
      const answer = started.then(async ({ written }) => {
        await written;
        return {};
      });
      const before = this.turn;
      // Over with nothing in hand: what one has answered would hold what all before it have.
      this.turn = turn = answer.catch(() => undefined).then(async () => void (await before));
      return answer;
    }) as never);
  }

  private say(said: Partial<PointSaid>): void {
    this.said = { ...this.said, ...said, clockBehind: this.clock.behind / 1000 };
    this.works.onSaid(this);
  }

  private boots({ chargePointVendor, chargePointModel, firmwareVersion }: BootNotification): Promise<object> {
    this.say({ vendor: chargePointVendor, model: chargePointModel, firmware: firmwareVersion ?? null });
    return Promise.resolve({
      status: "Accepted",
      currentTime: new Date().toISOString(),
      interval: HEARTBEAT,
    });
  }

  private changes({ connectorId, status, errorCode, info, timestamp }: StatusNotification): Promise<object> {
    this.clock.stamped(timestamp, Date.now());
    // Connector 0 is the unit itself: its state is told where it is broken.
    if (connectorId > 0 || status === "Faulted" || status === "Unavailable")
      this.say({
        status,
        error: errorCode === "NoError" ? null : info ? `${errorCode}: ${info}` : errorCode,
      });
    return Promise.resolve({});
  }

  private cardInfo(idTag: string): { readonly status: "Accepted" | "Invalid" } {
    const { cards, anyCard } = this.known.spec;
    if (anyCard || idTag === OWN_TAG || cards.includes(idTag)) return { status: "Accepted" };
    this.works.onCard(this, idTag);
    return { status: "Invalid" };
  }

  private async starts({ connectorId, idTag, meterStart, timestamp }: StartTransaction): Promise<object> {
    const { id: pointId, household, spec } = this.known;
    const beginning = {
      pointId,
      household,
      name: spec.name,
      connectorId,
      idTag,
      meterStart,
      timestamp,
      atMs: this.clock.moment(timestamp, Date.now()),
    };
    const { row, over } = await this.works.kept(async (em) =>
      beginTransaction(em, beginning, await this.works.wanted(em, pointId)),
    );
    if (!over) await this.closeForgotten(connectorId, Number(row.id));
    const transactionId = Number(row.id);
    this.own.set(transactionId, true);
    if (!over) this.running.set(connectorId, transactionId);
    this.works.onSession(this, row);
    if (!over) setImmediate(contained(() => this.works.onBegun(this, row), this.works.fault));
    // Energy flows whether or not we know the card: it is recorded, and the unit told not to go on with it.
    return { transactionId, idTagInfo: this.cardInfo(idTag) };
  }

  /** One car at a time stands at a connector: a session whose end was never told ended when it last told of it. */
  private async closeForgotten(connectorId: number, but: number): Promise<void> {
    const { id: pointId, household } = this.known;
    const rows = await this.works.kept((em) => endForgotten(em, { household, pointId, connectorId, but }));
    for (const row of rows) this.works.onSession(this, row);
  }

  /** Begins to write what was measured. @returns what is over once it is there */
  private async counts({
    connectorId,
    transactionId,
    meterValue,
  }: MeterValues): Promise<{ readonly written?: Promise<void> }> {
    const session = transactionId ?? this.running.get(connectorId);
    const samples = readingsIn(meterValue, this.clock, Date.now());
    if (session === undefined || samples.length === 0 || !(await this.isOwn(session))) return {};
    const written = this.works.readings.keep(this.known.household, session, samples);
    // It is told to whoever waits for it.
    written.catch(() => undefined);
    return { written };
  }

  private async isOwn(transaction: number): Promise<boolean> {
    const known = this.own.get(transaction);
    if (known !== undefined) return known;
    const own = await this.works.kept((em) => isTransaction(em, this.known.id, transaction));
    // A hostile unit may name as many as it likes.
    if (this.own.size > 1_000) this.own.clear();
    this.own.set(transaction, own);
    return own;
  }

  private async stops({ transactionId, meterStop, timestamp, idTag, transactionData = [] }: StopTransaction) {
    const nowMs = Date.now();
    const ending = {
      pointId: this.known.id,
      transaction: transactionId,
      meterStop,
      atMs: this.clock.moment(timestamp, nowMs),
      samples: readingsIn(transactionData, this.clock, nowMs),
    };
    const row = await this.works.kept((em) => endTransaction(em, ending));
    for (const [connector, session] of this.running)
      if (session === transactionId) this.running.delete(connector);
    if (row) this.works.onSession(this, row);
    return idTag === undefined ? {} : { idTagInfo: this.cardInfo(idTag) };
  }
}
