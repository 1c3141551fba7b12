import { createServer, type Server } from "node:http";
import type { AddressInfo, Socket } from "node:net";
import type { MikroORM } from "@mikro-orm/core";
import { RPCClient } from "ocpp-rpc";
import pino from "pino";
import type { Kept, Sample, SessionRecord } from "@kettleback/core";
import { createApp } from "../app";
import { Events, type Happening } from "../api/events";
import { LineEntity, openDatabase, seedDemo } from "../database";
import { Central, Devices } from "../live";

const HOME = "fallow-quay";
/** The charge point of the demo. */
export const POINT = "fq-hall-point";
export const BEGAN = "2026-11-28T18:10:00.000Z";
export const after = (minutes: number): string =>
  new Date(Date.parse(BEGAN) + minutes * 60_000).toISOString();

/** A server with the demo's households in memory, made anew for each test of a file. */
export class LiveServer {
  orm!: MikroORM;
  central!: Central;
  devices!: Devices;
  told: Happening[] = [];
  port = 0;
  private server!: Server;
  private readonly clients: RPCClient[] = [];

  /** Has each test of this file begin with one of its own. */
  static forEachTest(): LiveServer {
    const made = new LiveServer();
    beforeEach(async () => {
      made.orm = await openDatabase(":memory:");
      await seedDemo(made.orm.em.fork());
      // The demo's own password is its stand-in's.
      await made.orm.em.fork().nativeDelete(LineEntity, {});
      made.port = 0;
      await made.serve();
    });
    afterEach(async () => {
      await made.leave();
      await made.orm.close(true);
    });
    return made;
  }

  /** Begins to answer, on the same port as before where it did. */
  async serve(trustClocks = true): Promise<void> {
    const events = new Events();
    this.told = [];
    events.follow({
      household: HOME,
      tell: (happening) => void this.told.push(happening),
      end: () => undefined,
    });
    const { orm } = this;
    this.central = new Central({ orm, events, isOwn: (name) => name === "127.0.0.1", trustClocks });
    const { central } = this;
    this.devices = new Devices({
      kept: central.kept,
      readings: central.readings,
      events,
      trustClocks,
      secondMs: 100,
    });
    const { devices } = this;
    this.server = createServer(createApp({ orm, events, central, devices, log: pino({ level: "silent" }) }));
    this.server.on("upgrade", (req, socket: Socket, head) => central.upgrade(req, socket, head));
    await new Promise<void>((resolve) => void this.server.listen(this.port, "127.0.0.1", () => resolve()));
    this.port = (this.server.address() as AddressInfo).port;
  }

  async leave(): Promise<void> {
    await Promise.all(
      this.clients.splice(0).map((client) => client.close({ force: true }).catch(() => undefined)),
    );
    this.devices.close();
    await this.central.close();
    this.server.closeAllConnections();
    await new Promise((resolve) => void this.server.close(resolve));
  }

  async send<T>(method: string, path: string, body?: object): Promise<{ status: number; body: T }> {
    const response = await fetch(`http://127.0.0.1:${this.port}/api/households/${HOME}${path}`, {
      method,
      ...(body ? { body: JSON.stringify(body), headers: { "Content-Type": "application/json" } } : {}),
    });
    return { status: response.status, body: (await response.json()) as T };
  }

  async givePassword(password?: string): Promise<string> {
    const { body } = await this.send<{ password: string }>(
      "POST",
      `/charge-points/${POINT}/password`,
      password ? { password } : {},
    );
    return body.password;
  }

  async sessions(): Promise<Kept<SessionRecord>[]> {
    const { body } = await this.send<{ rows: Kept<SessionRecord>[] }>(
      "GET",
      "/sessions?from=2026-11-28T00:00:00Z&to=2027-01-01T00:00:00Z",
    );
    return body.rows.filter(({ spec }) => spec.source === "charge point");
  }

  async samplesOf(id: string | number): Promise<Sample[]> {
    return (await this.send<{ rows: Sample[] }>("GET", `/sessions/${id}/samples`)).body.rows;
  }

  async points() {
    const { body } = await this.send<{
      points: Record<string, unknown>[];
      knocks: Record<string, unknown>[];
    }>("GET", "/charge-points");
    return body;
  }

  /** A charge point nobody here wrote: the library's own client, strict about every message. */
  async point(password: string | undefined, identity = "hall-post"): Promise<RPCClient> {
    const client = new RPCClient({
      endpoint: `ws://127.0.0.1:${this.port}/ocpp`,
      identity,
      ...(password === undefined ? {} : { password }),
      protocols: ["ocpp1.6"],
      strictMode: true,
      reconnect: false,
    } as never);
    this.clients.push(client);
    await client.connect();
    return client;
  }

  /** With what status one is turned away; 101 where it comes in. */
  refusedWith(password: string | undefined, identity?: string): Promise<number> {
    return this.point(password, identity).then(
      () => 101,
      (error: { code?: number; response?: { statusCode: number } }) =>
        error.code ?? error.response?.statusCode ?? 0,
    );
  }
}

export const start = { connectorId: 1, idTag: "otter-7", meterStart: 1_204_600, timestamp: BEGAN };
export const meter = (transactionId: number, minutes: number, wh: number, watts = 11_000) => ({
  connectorId: 1,
  transactionId,
  meterValue: [
    {
      timestamp: after(minutes),
      sampledValue: [
        { value: String(wh), measurand: "Energy.Active.Import.Register", unit: "Wh" },
        { value: String(watts / 1000), measurand: "Power.Active.Import", unit: "kW" },
        { value: "16.0", measurand: "Current.Import", phase: "L1", unit: "A" },
        { value: "15.9", measurand: "Current.Import", phase: "L2", unit: "A" },
        { value: "16.1", measurand: "Current.Import", phase: "L3", unit: "A" },
        { value: "229.4", measurand: "Voltage", phase: "L1-N", unit: "V" },
      ],
    },
  ],
});
/** Begins a transaction by a card. @returns its number */
export const begin = async (client: RPCClient): Promise<number> =>
  ((await client.call("StartTransaction", start)) as { transactionId: number }).transactionId;
