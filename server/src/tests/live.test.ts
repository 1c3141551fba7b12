import { createServer, type Server } from "node:http";
import { connect, type AddressInfo, type Socket } from "node:net";
import type { MikroORM } from "@mikro-orm/core";
import { RPCClient } from "ocpp-rpc";
import pino from "pino";
import request from "supertest";
import type { Kept, Plan, Sample, SessionRecord } from "@kettleback/core";
import { planOf, wantedPart } from "./live-plan";
import { createApp } from "../app";
import { Events, type Happening } from "../api/events";
import { LineEntity, openDatabase, seedDemo } from "../database";
import { Central } from "../live";

jest.setTimeout(30_000);

const HOME = "fallow-quay";
const POINT = "fq-hall-point";
const BEGAN = "2026-11-28T18:10:00.000Z";
const after = (minutes: number): string => new Date(Date.parse(BEGAN) + minutes * 60_000).toISOString();

let orm: MikroORM;
let central: Central;
let server: Server;
let told: Happening[];
let port: number;
const clients: RPCClient[] = [];

async function serve(trustClocks = true): Promise<void> {
  const events = new Events();
  told = [];
  events.follow({ household: HOME, tell: (happening) => void told.push(happening), end: () => undefined });
  central = new Central({ orm, events, isOwn: (name) => name === "127.0.0.1", trustClocks });
  server = createServer(createApp({ orm, events, central, log: pino({ level: "silent" }) }));
  server.on("upgrade", (req, socket: Socket, head) => central.upgrade(req, socket, head));
  await new Promise<void>((resolve) => void server.listen(port, "127.0.0.1", () => resolve()));
  port = (server.address() as AddressInfo).port;
}

async function leave(): Promise<void> {
  await Promise.all(clients.splice(0).map((client) => client.close({ force: true }).catch(() => undefined)));
  await central.close();
  server.closeAllConnections();
  await new Promise((resolve) => void server.close(resolve));
}

beforeEach(async () => {
  orm = await openDatabase(":memory:");
  await seedDemo(orm.em.fork());
  // The demo's own password is its stand-in's.
  await orm.em.fork().nativeDelete(LineEntity, {});
  port = 0;
  await serve();
});
afterEach(async () => {
  await leave();
  await orm.close(true);
});

const send = async <T>(method: string, path: string, body?: object): Promise<{ status: number; body: T }> => {
  const response = await fetch(`http://127.0.0.1:${port}/api/households/${HOME}${path}`, {
    method,
    ...(body ? { body: JSON.stringify(body), headers: { "Content-Type": "application/json" } } : {}),
  });
  return { status: response.status, body: (await response.json()) as T };
};
const givePassword = async (password?: string): Promise<string> =>
  (await send<{ password: string }>("POST", `/charge-points/${POINT}/password`, password ? { password } : {}))
    .body.password;
const sessions = async (): Promise<Kept<SessionRecord>[]> =>
  (
    await send<{ rows: Kept<SessionRecord>[] }>(
      "GET",
      "/sessions?from=2026-11-28T00:00:00Z&to=2027-01-01T00:00:00Z",
    )
  ).body.rows.filter(({ spec }) => spec.source === "charge point");
const samplesOf = async (id: string | number): Promise<Sample[]> =>
  (await send<{ rows: Sample[] }>("GET", `/sessions/${id}/samples`)).body.rows;
const points = async () =>
  (
    await send<{ points: Record<string, unknown>[]; knocks: Record<string, unknown>[] }>(
      "GET",
      "/charge-points",
    )
  ).body;

/** A charge point nobody here wrote: the library's own client, strict about every message. */
async function point(password: string | undefined, identity = "hall-post"): Promise<RPCClient> {
  const client = new RPCClient({
    endpoint: `ws://127.0.0.1:${port}/ocpp`,
    identity,
    ...(password === undefined ? {} : { password }),
    protocols: ["ocpp1.6"],
    strictMode: true,
    reconnect: false,
  } as never);
  clients.push(client);
  await client.connect();
  return client;
}
const refusedWith = (password: string | undefined, identity?: string): Promise<number> =>
  point(password, identity).then(
    () => 101,
    (error: { code?: number; response?: { statusCode: number } }) =>
      error.code ?? error.response?.statusCode ?? 0,
  );

const start = { connectorId: 1, idTag: "otter-7", meterStart: 1_204_600, timestamp: BEGAN };
const meter = (transactionId: number, minutes: number, wh: number, watts = 11_000) => ({
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
const begin = async (client: RPCClient): Promise<number> =>
  ((await client.call("StartTransaction", start)) as { transactionId: number }).transactionId;

describe("the door of charge points", () => {
  test("it comes in by its own password, drawn once and kept as a hash", async () => {
    expect((await points()).points).toMatchObject([{ id: POINT, connected: false, hasPassword: false }]);
    const password = await givePassword();
    expect(password).toMatch(/^[a-z2-9]{20}$/);
    const client = await point(password);
    expect(
      await client.call("BootNotification", { chargePointVendor: "Quay Works", chargePointModel: "P3" }),
    ).toEqual({
      status: "Accepted",
      currentTime: expect.stringMatching(/^20/),
      interval: 300,
    });
    expect((await points()).points).toMatchObject([
      { connected: true, hasPassword: true, vendor: "Quay Works", model: "P3", session: null },
    ]);
    const lying = await orm.em
      .getConnection()
      .execute<{ hash: string }[]>("select hash from charge_point_line");
    expect(lying[0]!.hash).not.toContain(password);
    // What a household's file says of it has nothing of the password.
    const file = await (await fetch(`http://127.0.0.1:${port}/api/households/${HOME}/file`)).text();
    expect(file).toContain("hall-post");
    expect(file).not.toContain(lying[0]!.hash);
  });

  test("a wrong password, none, an unknown name: refused, and shown as having knocked", async () => {
    expect(await refusedWith("sandpiper-9876543210")).toBe(401);
    const password = await givePassword();
    expect(await refusedWith("sandpiper-9876543210")).toBe(401);
    expect(await refusedWith(undefined)).toBe(401);
    expect(await refusedWith(password, "garden-box")).toBe(404);
    expect(await refusedWith(password, "garden-box")).toBe(404);
    expect((await points()).knocks).toMatchObject([
      { identity: "garden-box", why: "unknown", times: 2, from: "127.0.0.1" },
      { identity: "hall-post", why: "password", times: 2 },
      { identity: "hall-post", why: "no-password", times: 1 },
    ]);
    // Once it is let in it no longer knocks.
    await point(password);
    expect((await points()).knocks).toMatchObject([{ identity: "garden-box" }]);
  });

  test("after six wrong passwords within a minute even the right one waits", async () => {
    const password = await givePassword();
    for (let i = 0; i < 6; i++) expect(await refusedWith("sandpiper-9876543210")).toBe(401);
    expect(await refusedWith(password)).toBe(429);
  });

  test("another language, a page of another origin, another path and another host are turned away", async () => {
    const password = await givePassword();
    const upgrade = (lines: string): Promise<string> =>
      new Promise((resolve) => {
        const socket = connect(port, "127.0.0.1");
        socket.once("data", (data) => {
          resolve(data.toString().split("\r\n")[0]!);
          socket.destroy();
        });
        socket.write(
          `GET ${lines}\r\nConnection: Upgrade\r\nUpgrade: websocket\r\nSec-WebSocket-Version: 13\r\n` +
            `Sec-WebSocket-Key: dGhlIHNhbXBsZSBub25jZQ==\r\nAuthorization: Basic ${Buffer.from(`hall-post:${password}`).toString("base64")}\r\n\r\n`,
        );
      });
    const good = `/ocpp/hall-post HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nSec-WebSocket-Protocol: ocpp1.6`;
    expect(await upgrade(good)).toBe("HTTP/1.1 101 Switching Protocols");
    expect(await upgrade(good.replace("ocpp1.6", "ocpp2.0.1"))).toBe("HTTP/1.1 400 Bad Request");
    expect(await upgrade(good.replace("/ocpp/", "/other/"))).toBe("HTTP/1.1 404 Not Found");
    expect(await upgrade(`${good}\r\nOrigin: http://127.0.0.1:${port}`)).toBe("HTTP/1.1 403 Forbidden");
    expect(await upgrade(good.replace(/Host: .*\r\n/, "Host: rebound.example\r\n"))).toBe(
      "HTTP/1.1 403 Forbidden",
    );
  });

  test("of two lines the newer counts; a new password, or its deletion, ends the line", async () => {
    const password = await givePassword();
    const first = await point(password);
    const closed = new Promise((resolve) => first.once("close", resolve));
    const second = await point(password);
    await closed;
    expect(await second.call("Heartbeat", {})).toMatchObject({ currentTime: expect.any(String) });
    const ended = new Promise((resolve) => second.once("close", resolve));
    await givePassword("curlews-call-at-dawn");
    await ended;
    expect(await refusedWith(password)).toBe(401);
    const third = await point("curlews-call-at-dawn");
    const gone = new Promise((resolve) => third.once("close", resolve));
    await send("DELETE", `/chargePoints/${POINT}`, { version: 1 });
    await gone;
    expect(await refusedWith("curlews-call-at-dawn")).toBe(404);
  });
});

describe("a transaction is a session of the log", () => {
  test("from start to stop: its number, its readings on every line, and the register's difference", async () => {
    const client = await point(await givePassword());
    const id = await begin(client);
    await client.call("MeterValues", meter(id, 5, 1_205_517));
    await client.call("StatusNotification", { connectorId: 1, errorCode: "NoError", status: "Charging" });
    expect((await points()).points).toMatchObject([{ status: "Charging", error: null, session: String(id) }]);
    expect(
      await client.call("StopTransaction", { transactionId: id, meterStop: 1_206_433, timestamp: after(10) }),
    ).toEqual({});
    const [session, ...others] = await sessions();
    expect(others).toEqual([]);
    expect(session).toMatchObject({
      id: String(id),
      spec: { name: "Hall post", begin: BEGAN, end: after(10), wallWh: 1833, plan: null, fromSoc: null },
    });
    expect(await samplesOf(id)).toEqual([
      [Date.parse(BEGAN), null, null, null, null, null, null, null, null, null, 1_204_600],
      [Date.parse(after(5)), 11_000, 16, 229.4, null, 15.9, 16.1, null, null, null, 1_205_517],
      [Date.parse(after(10)), null, null, null, null, null, null, null, null, null, 1_206_433],
    ]);
    expect((await points()).points).toMatchObject([{ session: null }]);
    expect(told.map(({ event }) => event)).toEqual(
      expect.arrayContaining(["point", "session", "samples", "session"]),
    );
    expect(told.find(({ event }) => event === "samples")!.data).toMatchObject({
      session: String(id),
      from: Date.parse(after(5)),
      samples: [(await samplesOf(id))[1]],
    });
  });

  test("told twice, late and out of order nothing is counted twice and nothing is lost", async () => {
    const client = await point(await givePassword());
    const id = await begin(client);
    expect(await begin(client)).toBe(id);
    await client.call("MeterValues", meter(id, 10, 1_206_433));
    await client.call("MeterValues", meter(id, 5, 1_205_517));
    await client.call("MeterValues", meter(id, 5, 1_205_517));
    const stop = { transactionId: id, meterStop: 1_208_300, timestamp: after(20) };
    await client.call("StopTransaction", stop);
    await client.call("StopTransaction", { ...stop, meterStop: 1_209_999, timestamp: after(30) });
    // A reading that was kept back comes after the end.
    await client.call("MeterValues", meter(id, 15, 1_207_350));
    // A start told once more, of what is over, begins nothing.
    expect(await begin(client)).toBe(id);
    const all = await sessions();
    expect(all.map(({ spec }) => [spec.wallWh, spec.end])).toEqual([[3700, after(20)]]);
    expect((await samplesOf(id)).map((sample) => (sample as unknown as number[])[10])).toEqual([
      1_204_600, 1_205_517, 1_206_433, 1_207_350, 1_208_300, 1_209_999,
    ]);
    expect((await points()).points).toMatchObject([{ session: null }]);
  });

  test("one whose end was never told ends with its last reading when the next begins at its connector", async () => {
    const client = await point(await givePassword());
    const first = await begin(client);
    await client.call("MeterValues", meter(first, 5, 1_205_517));
    const { transactionId: second } = (await client.call("StartTransaction", {
      ...start,
      meterStart: 1_205_600,
      timestamp: after(90),
    })) as { transactionId: number };
    expect((await sessions()).map(({ id, spec }) => [Number(id), spec.end, spec.wallWh])).toEqual([
      [first, after(5), 917],
      [second, null, null],
    ]);
    // Its end comes after all: what was made of it stays.
    await client.call("StopTransaction", {
      transactionId: first,
      meterStop: 1_205_590,
      timestamp: after(30),
    });
    expect((await sessions())[0]!.spec).toMatchObject({ end: after(5), wallWh: 917 });
    expect((await points()).points).toMatchObject([{ session: String(second) }]);
  });

  test("two messages of one moment fill each other in", async () => {
    const client = await point(await givePassword());
    const id = await begin(client);
    const one = (sampledValue: object[]) =>
      client.call("MeterValues", {
        connectorId: 1,
        transactionId: id,
        meterValue: [{ timestamp: after(1), sampledValue }],
      });
    await one([{ value: "3600", measurand: "Power.Active.Import" }]);
    await one([
      { value: "52", measurand: "SoC", unit: "Percent" },
      { value: "1", measurand: "Power.Active.Import" },
    ]);
    expect((await samplesOf(id))[1]!.slice(0, 5)).toEqual([Date.parse(after(1)), 3600, null, null, 0.52]);
  });

  test("a restart of the server goes on with the transaction", async () => {
    const password = await givePassword();
    const id = await begin(await point(password));
    await leave();
    await serve();
    const again = await point(password);
    // Some units leave the number out: their connector says which it is.
    const { transactionId: _, ...unnamed } = meter(id, 5, 1_205_517);
    await again.call("MeterValues", unnamed);
    expect((await points()).points).toMatchObject([{ session: String(id) }]);
    await again.call("StopTransaction", { transactionId: id, meterStop: 1_206_000, timestamp: after(8) });
    expect((await sessions()).map(({ spec }) => spec.wallWh)).toEqual([1400]);
    expect(await samplesOf(id)).toHaveLength(3);
  });

  test("a number of nobody's, or of another's session, changes nothing and is answered", async () => {
    const client = await point(await givePassword());
    const other = (
      await send<{ rows: Kept<SessionRecord>[] }>(
        "GET",
        "/sessions?from=2020-01-01T00:00:00Z&to=2027-01-01T00:00:00Z",
      )
    ).body.rows[0]!;
    const before = await samplesOf(other.id);
    for (const id of [Number(other.id), 999_999]) {
      expect(await client.call("MeterValues", meter(id, 5, 9_000_000))).toEqual({});
      expect(
        await client.call("StopTransaction", { transactionId: id, meterStop: 9, timestamp: after(9) }),
      ).toEqual({});
    }
    expect(await samplesOf(other.id)).toEqual(before);
    expect(await sessions()).toEqual([]);
  });

  test("its clock hours behind: known by its status, and set right; a stamp to come is now", async () => {
    await leave();
    await serve(false);
    const client = await point(await givePassword());
    const now = Date.now();
    const behind = (ms: number) => new Date(now - 3 * 3_600_000 + ms).toISOString();
    await client.call("StatusNotification", {
      connectorId: 1,
      errorCode: "NoError",
      status: "Preparing",
      timestamp: behind(0),
    });
    expect((await points()).points).toMatchObject([{ clockBehind: 10_800 }]);
    const { transactionId: id } = (await client.call("StartTransaction", {
      ...start,
      timestamp: behind(0),
    })) as {
      transactionId: number;
    };
    const spec = (await sessions())[0]!.spec;
    expect(Math.abs(Date.parse(spec.begin) - now)).toBeLessThan(60_000);
    await client.call("MeterValues", {
      ...meter(id, 0, 1_204_700),
      meterValue: [{ timestamp: "2044-01-01T00:00:00Z", sampledValue: [{ value: "1204700" }] }],
    });
    expect(Math.abs((await samplesOf(id)).at(-1)![0] - now)).toBeLessThan(60_000);
  });

  test("a card nobody let in starts nothing here; what flows all the same is recorded", async () => {
    const client = await point(await givePassword());
    expect(await client.call("Authorize", { idTag: "otter-7" })).toEqual({
      idTagInfo: { status: "Accepted" },
    });
    expect(await client.call("Authorize", { idTag: "stranger" })).toEqual({
      idTagInfo: { status: "Invalid" },
    });
    expect((await points()).knocks).toMatchObject([{ identity: "hall-post", why: "card", card: "stranger" }]);
    expect(await client.call("StartTransaction", { ...start, idTag: "stranger" })).toMatchObject({
      idTagInfo: { status: "Invalid" },
    });
    expect(await sessions()).toHaveLength(1);
  });
});

describe("what is kept, and what it is", () => {
  test("once another copy is in place every charge point comes in anew", async () => {
    const client = await point(await givePassword());
    const closed = new Promise((resolve) => client.once("close", resolve));
    const keeper = {
      busy: false,
      swapping: new AbortController().signal,
      file: "none",
      copies: () => [{ name: "copy", madeAt: "", bytes: 1 }],
      restore: async () => undefined,
      use: () => () => undefined,
      requireOwn: async () => undefined,
    };
    const app = createApp({ orm, central, keeper: keeper as never, log: pino({ level: "silent" }) });
    expect((await request(app).post("/api/copies/copy/restore").send({})).status).toBe(200);
    await closed;
  });

  test("what could not be written is not acknowledged; told again it is there, once", async () => {
    const client = await point(await givePassword());
    const id = await begin(client);
    const full = jest.spyOn(orm.em, "fork").mockImplementation(() => {
      throw new Error("disk full");
    });
    await expect(client.call("MeterValues", meter(id, 5, 1_205_517))).rejects.toThrow();
    full.mockRestore();
    expect(await client.call("MeterValues", meter(id, 5, 1_205_517))).toEqual({});
    expect(await samplesOf(id)).toHaveLength(2);
  });

  test("two messages that come at once are worked on in their order", async () => {
    const client = await point(await givePassword());
    const both = new Promise<void>((resolve) => {
      let answers = 0;
      client.on("message", ({ outbound }: { outbound: boolean }) => {
        if (!outbound && (answers += 1) === 2) resolve();
      });
    });
    const { transactionId: _, ...unnamed } = meter(0, 5, 1_205_517);
    const socket = (client as unknown as { _ws: { send(text: string): void } })._ws;
    socket.send(JSON.stringify([2, "a", "StartTransaction", start]));
    socket.send(JSON.stringify([2, "b", "MeterValues", unnamed]));
    await both;
    expect(await samplesOf((await sessions())[0]!.id)).toHaveLength(2);
  });

  const asksFor = async (minutesAgo: number): Promise<void> => {
    const wanted = {
      ...wantedPart(planOf("fq-path-curlew-hall")),
      askedAt: Date.now() - minutesAgo * 60_000,
    };
    await orm.em.fork().nativeUpdate(LineEntity, { id: POINT }, { wanted: JSON.stringify(wanted) });
  };
  const soc = (transactionId: number, minutes: number, percent: number) => ({
    connectorId: 1,
    transactionId,
    meterValue: [
      {
        timestamp: after(minutes),
        sampledValue: [{ value: String(percent), measurand: "SoC", unit: "Percent" }],
      },
    ],
  });

  test("what was asked for a while ago is the way, but not the charge: that is what the car first shows", async () => {
    const client = await point(await givePassword());
    await asksFor(11);
    const { transactionId: id } = (await client.call("StartTransaction", {
      ...start,
      idTag: "kettleback",
    })) as {
      transactionId: number;
    };
    expect((await sessions())[0]!.spec).toMatchObject({
      carId: "fq-curlew",
      fromSoc: null,
      plan: { name: expect.any(String) },
    });
    expect((await sessions())[0]!.spec.acts).toBeUndefined();
    await client.call("MeterValues", soc(id, 5, 41));
    await client.call("MeterValues", soc(id, 10, 47));
    await client.call("StopTransaction", { transactionId: id, meterStop: 1_209_000, timestamp: after(12) });
    expect((await sessions())[0]!.spec).toMatchObject({ fromSoc: 0.41, toSoc: 0.47 });
  });

  test("the charge one has said stays, whatever the car shows later", async () => {
    const client = await point(await givePassword());
    await asksFor(1);
    const { transactionId: id } = (await client.call("StartTransaction", {
      ...start,
      idTag: "kettleback",
    })) as {
      transactionId: number;
    };
    await client.call("MeterValues", soc(id, 5, 58));
    await client.call("StopTransaction", { transactionId: id, meterStop: 1_209_000, timestamp: after(12) });
    expect((await sessions())[0]!.spec).toMatchObject({ fromSoc: 0.5, toSoc: 0.58 });
  });

  test("where any card may start it, any does; a register that begins anew counts on", async () => {
    await send("PUT", `/chargePoints/${POINT}`, {
      version: 1,
      parentId: "fq-hall-post",
      spec: { name: "Hall post", identity: "hall-post", cards: [], anyCard: true },
    });
    const client = await point(await givePassword());
    expect(await client.call("Authorize", { idTag: "stranger" })).toEqual({
      idTagInfo: { status: "Accepted" },
    });
    const id = await begin(client);
    await client.call("MeterValues", meter(id, 5, 1_205_000));
    await client.call("MeterValues", meter(id, 10, 300));
    await client.call("StopTransaction", { transactionId: id, meterStop: 700, timestamp: after(12) });
    expect((await sessions())[0]!.spec.wallWh).toBe(400 + 700);
  });
});

describe("what is no message", () => {
  const raw = async (text: string): Promise<unknown[]> => {
    const client = await point(await givePassword());
    const answer = new Promise<string>((resolve) =>
      client.on("message", ({ message, outbound }: { message: string; outbound: boolean }) => {
        if (!outbound) resolve(message);
      }),
    );
    (client as unknown as { _ws: { send(text: string): void } })._ws.send(text);
    return JSON.parse(await answer) as unknown[];
  };
  // Codes of OCPP-J 1.6, 4.2.3, spelled as its errata have them, and of the library for what is no call at all.
  test.each([
    ["no JSON", "{nothing", "RpcFrameworkError"],
    ["an action nobody knows", '[2,"a","FlyAway",{}]', "NotImplemented"],
    [
      "a field that is missing",
      '[2,"a","BootNotification",{"chargePointVendor":"Q"}]',
      "OccurrenceConstraintViolation",
    ],
    [
      "a field of another type",
      '[2,"a","StartTransaction",{"connectorId":"1","idTag":"x","meterStart":0,"timestamp":"2026-11-28T18:10:00Z"}]',
      "TypeConstraintViolation",
    ],
    [
      "a word that is none of its words",
      '[2,"a","StatusNotification",{"connectorId":1,"errorCode":"NoError","status":"Sleeping"}]',
      "FormationViolation",
    ],
    ["a field too long", `[2,"a","Authorize",{"idTag":"${"x".repeat(21)}"}]`, "FormationViolation"],
  ])("%s gets its error and changes nothing", async (_, text, code) => {
    const before = told.length;
    const [kind, , said] = await raw(text);
    expect([kind, said]).toEqual([4, code]);
    expect(await sessions()).toEqual([]);
    expect(told.slice(before).filter(({ event }) => event !== "point")).toEqual([]);
  });

  test("a message of ten megabytes, and ten thousand a second, end the line and nobody else's", async () => {
    const password = await givePassword();
    const fat = await point(password);
    const ended = new Promise<{ code: number }>((resolve) => fat.once("close", resolve));
    (fat as unknown as { _ws: { send(text: string): void } })._ws.send(
      `[2,"a","Heartbeat",{"x":"${"y".repeat(1e7)}"}]`,
    );
    expect((await ended).code).toBe(1009);
    const fast = await point(password);
    const answered: unknown[] = [];
    fast.on("message", ({ outbound }: { outbound: boolean }) => outbound || answered.push(1));
    const sent = new Promise<{ code: number }>((resolve) => fast.once("close", resolve));
    const socket = (fast as unknown as { _ws: { send(text: string): void } })._ws;
    for (let i = 0; i < 10_000; i++) socket.send(`[2,"${i}","Heartbeat",{}]`);
    // Cut off, without reading on.
    expect((await sent).code).toBe(1006);
    expect(answered.length).toBeLessThan(2_000);
    expect(await (await point(password)).call("Heartbeat", {})).toMatchObject({
      currentTime: expect.any(String),
    });
  });
});

describe("what is asked of it", () => {
  const answers = (client: RPCClient, action: string, status = "Accepted") => {
    const calls: Record<string, unknown>[] = [];
    client.handle(action, (async ({ params }: { params: Record<string, unknown> }) => {
      calls.push(params);
      return { status };
    }) as never);
    return calls;
  };
  const act = (body: object) =>
    send<
      Record<string, unknown> & {
        session?: Kept<SessionRecord>;
        detail?: string;
        errors?: { field: string; message: string }[];
      }
    >("POST", `/charge-points/${POINT}/acts`, body);
  const wanted = (change?: (plan: Plan) => Plan) => wantedPart(planOf("fq-path-curlew-hall", change));

  test("started from here it is the session that was asked for, and says that it was", async () => {
    const client = await point(await givePassword());
    const calls = answers(client, "RemoteStartTransaction");
    expect((await act({ act: "start", wanted: wanted() })).body).toMatchObject({
      taken: true,
      said: "Accepted",
    });
    expect(calls).toEqual([{ connectorId: 1, idTag: "kettleback" }]);
    const now = new Date().toISOString();
    await client.call("StartTransaction", { ...start, idTag: "kettleback", timestamp: now });
    const [{ spec }] = (await sessions()) as [Kept<SessionRecord>];
    expect(spec).toMatchObject({
      name: "Curlew at the co-op hall, left standing",
      carId: "fq-curlew",
      placeId: "fq-hall",
      fromSoc: wanted().plan.session.fromSoc,
      plan: { evse: { name: "Hall post" } },
      acts: [{ act: "start", taken: true }],
    });
    expect((await act({ act: "start", wanted: wanted() })).body.detail).toBe(
      "A session goes on at it already. Stop that one first.",
    );
  });

  test("started with hours: they go along as a profile, and above the path they are refused", async () => {
    const client = await point(await givePassword());
    const calls = answers(client, "RemoteStartTransaction");
    const hours = (amps: number) => [
      {
        from: new Date(Date.now() + 3_600_000).toISOString(),
        to: new Date(Date.now() + 7_200_000).toISOString(),
        amps,
      },
    ];
    expect(
      (await act({ act: "start", wanted: { ...wanted(), schedule: hours(20) } })).body.errors,
    ).toMatchObject([{ field: "schedule.0.amps" }]);
    expect(calls).toEqual([]);
    await act({ act: "start", wanted: { ...wanted(), schedule: hours(12) } });
    expect(calls).toMatchObject([
      {
        idTag: "kettleback",
        chargingProfile: {
          chargingProfilePurpose: "TxProfile",
          chargingSchedule: { chargingSchedulePeriod: [{ limit: 0 }, { limit: 12 }, { limit: 0 }] },
        },
      },
    ]);
    expect((calls[0] as { chargingProfile: object }).chargingProfile).not.toHaveProperty("transactionId");
    await client.call("StartTransaction", {
      ...start,
      idTag: "kettleback",
      timestamp: new Date().toISOString(),
    });
    expect((await sessions())[0]!.spec.schedule).toMatchObject([{ amps: 12 }]);
  });

  test("nothing is started over a path with a caution to stop, and the unit is not asked", async () => {
    const client = await point(await givePassword());
    const calls = answers(client, "RemoteStartTransaction");
    const worn = wanted(
      (plan) => ({ ...plan, cable: { ...plan.cable!, state: { wear: ["sheath"] } } }) as Plan,
    );
    const { status, body } = await act({ act: "start", wanted: worn });
    expect([status, body.detail]).toEqual([409, expect.stringMatching(/^It is not started: /)]);
    expect(calls).toEqual([]);
  });

  test("lowered: a profile in amps for this transaction, never above what the path holds, and written down", async () => {
    const client = await point(await givePassword());
    const id = await begin(client);
    const calls = answers(client, "SetChargingProfile");
    expect((await act({ act: "limit", amps: 10 })).body.detail).toMatch(/Nobody has said over which way/);
    await act({ act: "follow", wanted: wanted() });
    // The car's charger takes 16 A on three phases.
    expect((await act({ act: "limit", amps: 20 })).body.errors).toEqual([
      { field: "amps", message: expect.stringMatching(/^accepted: 6 to 16 A/) },
    ]);
    expect(calls).toEqual([]);
    const { body } = await act({ act: "limit", amps: 10 });
    expect(calls).toMatchObject([
      {
        connectorId: 1,
        csChargingProfiles: {
          transactionId: id,
          chargingProfilePurpose: "TxProfile",
          chargingSchedule: {
            chargingRateUnit: "A",
            chargingSchedulePeriod: [{ startPeriod: 0, limit: 10 }, { limit: 0 }],
          },
        },
      },
    ]);
    expect(body.session!.spec.acts).toMatchObject([{ act: "limit", amps: 10, taken: true }]);
    expect(body.session!.spec.schedule!.at(-1)).toMatchObject({ amps: 10 });
  });

  test("what it refuses is written down as refused, and changes nothing of what is expected", async () => {
    const client = await point(await givePassword());
    await begin(client);
    await act({ act: "follow", wanted: wanted() });
    answers(client, "SetChargingProfile", "NotSupported");
    const { body } = await act({ act: "limit", amps: 10 });
    expect(body).toMatchObject({ taken: false, said: "NotSupported" });
    expect(body.session!.spec.acts).toMatchObject([{ act: "limit", taken: false, said: "NotSupported" }]);
    expect(body.session!.spec.schedule).toBeUndefined();
  });

  test("a schedule is sent and taken back; a stretch without a current, or above the path, is refused at its field", async () => {
    const client = await point(await givePassword());
    await begin(client);
    await act({ act: "follow", wanted: wanted() });
    const sent = answers(client, "SetChargingProfile");
    const cleared = answers(client, "ClearChargingProfile");
    const now = Date.now();
    const row = (from: number, to: number, amps: number | null) => ({
      from: new Date(now + from * 60_000).toISOString(),
      to: new Date(now + to * 60_000).toISOString(),
      amps,
    });
    for (const amps of [null, 17])
      expect((await act({ act: "schedule", schedule: [row(10, 20, amps)] })).body.errors).toMatchObject([
        { field: "schedule.0.amps" },
      ]);
    const { body } = await act({ act: "schedule", schedule: [row(10, 70, 16), row(90, 100, 8)] });
    const periods = (
      sent[0] as {
        csChargingProfiles: {
          chargingSchedule: { chargingSchedulePeriod: { limit: number; startPeriod: number }[] };
        };
      }
    ).csChargingProfiles.chargingSchedule.chargingSchedulePeriod;
    expect(periods.map(({ limit }) => limit)).toEqual([0, 16, 0, 8, 0]);
    for (const [i, minutes] of [0, 10, 70, 90, 100].entries())
      expect(Math.abs(periods[i]!.startPeriod - minutes * 60)).toBeLessThanOrEqual(2);
    expect(body.session!.spec.schedule!.slice(-2)).toEqual([row(10, 70, 16), row(90, 100, 8)]);
    const back = await act({ act: "take-back" });
    expect(cleared).toEqual([{ chargingProfilePurpose: "TxProfile" }]);
    expect(back.body.session!.spec.schedule!.at(-1)).toMatchObject({ amps: null });
    expect(back.body.session!.spec.acts!.map(({ act: what }) => what)).toEqual(["schedule", "take-back"]);
  });

  test("stopped, reset, out of service, its settings: each by its own message", async () => {
    const client = await point(await givePassword());
    expect((await act({ act: "stop" })).body.detail).toBe("Nothing is charging at it.");
    const id = await begin(client);
    const stops = answers(client, "RemoteStopTransaction");
    const resets = answers(client, "Reset");
    const changes = answers(client, "ChangeAvailability", "Scheduled");
    client.handle("GetConfiguration", (async () => ({
      configurationKey: [{ key: "MeterValueSampleInterval", readonly: false, value: "60" }],
    })) as never);
    expect((await act({ act: "stop" })).body.session!.spec.acts).toMatchObject([
      { act: "stop", taken: true },
    ]);
    await act({ act: "reset", hard: false });
    expect((await act({ act: "availability", operative: false })).body).toMatchObject({
      taken: true,
      said: "Scheduled",
    });
    expect((await act({ act: "configuration" })).body.settings).toEqual([
      { key: "MeterValueSampleInterval", readonly: false, value: "60" },
    ]);
    expect([stops, resets, changes]).toEqual([
      [{ transactionId: id }],
      [{ type: "Soft" }],
      [{ connectorId: 0, type: "Inoperative" }],
    ]);
    // What it has no handler for it says itself.
    expect((await act({ act: "ask-now" })).body.detail).toMatch(/^The charge point cannot do that/);
    await client.close({ force: true });
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect((await act({ act: "stop" })).body.detail).toMatch(/^The charge point is not connected/);
  });
});
