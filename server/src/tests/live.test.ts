import request from "supertest";
import pino from "pino";
import type { Kept, SessionRecord } from "@kettleback/core";
import { planOf, wantedPart } from "./live-plan";
import { createApp } from "../app";
import { LineEntity } from "../database";
import { after, begin, BEGAN, LiveServer, meter, POINT, start } from "./live-server";

const live = LiveServer.forEachTest();

describe("a transaction is a session of the log", () => {
  test("from start to stop: its number, its readings on every line, and the register's difference", async () => {
    const client = await live.point(await live.givePassword());
    const id = await begin(client);
    await client.call("MeterValues", meter(id, 5, 1_205_517));
    await client.call("StatusNotification", { connectorId: 1, errorCode: "NoError", status: "Charging" });
    expect((await live.points()).points).toMatchObject([
      { status: "Charging", error: null, session: String(id) },
    ]);
    expect(
      await client.call("StopTransaction", { transactionId: id, meterStop: 1_206_433, timestamp: after(10) }),
    ).toEqual({});
    const [session, ...others] = await live.sessions();
    expect(others).toEqual([]);
    expect(session).toMatchObject({
      id: String(id),
      spec: { name: "Hall post", begin: BEGAN, end: after(10), wallWh: 1833, plan: null, fromSoc: null },
    });
    expect(await live.samplesOf(id)).toEqual([
      [Date.parse(BEGAN), null, null, null, null, null, null, null, null, null, 1_204_600],
      [Date.parse(after(5)), 11_000, 16, 229.4, null, 15.9, 16.1, null, null, null, 1_205_517],
      [Date.parse(after(10)), null, null, null, null, null, null, null, null, null, 1_206_433],
    ]);
    expect((await live.points()).points).toMatchObject([{ session: null }]);
    expect(live.told.map(({ event }) => event)).toEqual(
      expect.arrayContaining(["point", "session", "samples", "session"]),
    );
    expect(live.told.find(({ event }) => event === "samples")!.data).toMatchObject({
      session: String(id),
      from: Date.parse(after(5)),
      samples: [(await live.samplesOf(id))[1]],
    });
  });

  test("told twice, late and out of order nothing is counted twice and nothing is lost", async () => {
    const client = await live.point(await live.givePassword());
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
    const all = await live.sessions();
    expect(all.map(({ spec }) => [spec.wallWh, spec.end])).toEqual([[3700, after(20)]]);
    expect((await live.samplesOf(id)).map((sample) => (sample as unknown as number[])[10])).toEqual([
      1_204_600, 1_205_517, 1_206_433, 1_207_350, 1_208_300, 1_209_999,
    ]);
    expect((await live.points()).points).toMatchObject([{ session: null }]);
  });

  test("one whose end was never told ends with its last reading when the next begins at its connector", async () => {
    const client = await live.point(await live.givePassword());
    const first = await begin(client);
    await client.call("MeterValues", meter(first, 5, 1_205_517));
    const { transactionId: second } = (await client.call("StartTransaction", {
      ...start,
      meterStart: 1_205_600,
      timestamp: after(90),
    })) as { transactionId: number };
    expect((await live.sessions()).map(({ id, spec }) => [Number(id), spec.end, spec.wallWh])).toEqual([
      [first, after(5), 917],
      [second, null, null],
    ]);
    // Its end comes after all: what was made of it stays.
    await client.call("StopTransaction", {
      transactionId: first,
      meterStop: 1_205_590,
      timestamp: after(30),
    });
    expect((await live.sessions())[0]!.spec).toMatchObject({ end: after(5), wallWh: 917 });
    expect((await live.points()).points).toMatchObject([{ session: String(second) }]);
  });

  test("two messages of one moment fill each other in", async () => {
    const client = await live.point(await live.givePassword());
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
    expect((await live.samplesOf(id))[1]!.slice(0, 5)).toEqual([
      Date.parse(after(1)),
      3600,
      null,
      null,
      0.52,
    ]);
  });

  test("a restart of the server goes on with the transaction", async () => {
    const password = await live.givePassword();
    const id = await begin(await live.point(password));
    await live.leave();
    await live.serve();
    const again = await live.point(password);
    // Some units leave the number out: their connector says which it is.
    const { transactionId: _, ...unnamed } = meter(id, 5, 1_205_517);
    await again.call("MeterValues", unnamed);
    expect((await live.points()).points).toMatchObject([{ session: String(id) }]);
    await again.call("StopTransaction", { transactionId: id, meterStop: 1_206_000, timestamp: after(8) });
    expect((await live.sessions()).map(({ spec }) => spec.wallWh)).toEqual([1400]);
    expect(await live.samplesOf(id)).toHaveLength(3);
  });

  test("a number of nobody's, or of another's session, changes nothing and is answered", async () => {
    const client = await live.point(await live.givePassword());
    const other = (
      await live.send<{ rows: Kept<SessionRecord>[] }>(
        "GET",
        "/sessions?from=2020-01-01T00:00:00Z&to=2027-01-01T00:00:00Z",
      )
    ).body.rows[0]!;
    const before = await live.samplesOf(other.id);
    for (const id of [Number(other.id), 999_999]) {
      expect(await client.call("MeterValues", meter(id, 5, 9_000_000))).toEqual({});
      expect(
        await client.call("StopTransaction", { transactionId: id, meterStop: 9, timestamp: after(9) }),
      ).toEqual({});
    }
    expect(await live.samplesOf(other.id)).toEqual(before);
    expect(await live.sessions()).toEqual([]);
  });

  test("its clock hours behind: known by its status, and set right; a stamp to come is now", async () => {
    await live.leave();
    await live.serve(false);
    const client = await live.point(await live.givePassword());
    const now = Date.now();
    const behind = (ms: number) => new Date(now - 3 * 3_600_000 + ms).toISOString();
    await client.call("StatusNotification", {
      connectorId: 1,
      errorCode: "NoError",
      status: "Preparing",
      timestamp: behind(0),
    });
    expect((await live.points()).points).toMatchObject([{ clockBehind: 10_800 }]);
    const { transactionId: id } = (await client.call("StartTransaction", {
      ...start,
      timestamp: behind(0),
    })) as {
      transactionId: number;
    };
    const spec = (await live.sessions())[0]!.spec;
    expect(Math.abs(Date.parse(spec.begin) - now)).toBeLessThan(60_000);
    await client.call("MeterValues", {
      ...meter(id, 0, 1_204_700),
      meterValue: [{ timestamp: "2044-01-01T00:00:00Z", sampledValue: [{ value: "1204700" }] }],
    });
    expect(Math.abs((await live.samplesOf(id)).at(-1)![0] - now)).toBeLessThan(60_000);
  });

  test("a card nobody let in starts nothing here; what flows all the same is recorded", async () => {
    const client = await live.point(await live.givePassword());
    expect(await client.call("Authorize", { idTag: "otter-7" })).toEqual({
      idTagInfo: { status: "Accepted" },
    });
    expect(await client.call("Authorize", { idTag: "stranger" })).toEqual({
      idTagInfo: { status: "Invalid" },
    });
    expect((await live.points()).knocks).toMatchObject([
      { identity: "hall-post", why: "card", card: "stranger" },
    ]);
    expect(await client.call("StartTransaction", { ...start, idTag: "stranger" })).toMatchObject({
      idTagInfo: { status: "Invalid" },
    });
    expect(await live.sessions()).toHaveLength(1);
  });
});

describe("what is kept, and what it is", () => {
  test("once another copy is in place every charge point comes in anew", async () => {
    const client = await live.point(await live.givePassword());
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
    const app = createApp({
      orm: live.orm,
      central: live.central,
      keeper: keeper as never,
      log: pino({ level: "silent" }),
    });
    expect((await request(app).post("/api/copies/copy/restore").send({})).status).toBe(200);
    await closed;
  });

  test("what could not be written is not acknowledged; told again it is there, once", async () => {
    const client = await live.point(await live.givePassword());
    const id = await begin(client);
    const full = jest.spyOn(live.orm.em, "fork").mockImplementation(() => {
      throw new Error("disk full");
    });
    await expect(client.call("MeterValues", meter(id, 5, 1_205_517))).rejects.toThrow();
    full.mockRestore();
    expect(await client.call("MeterValues", meter(id, 5, 1_205_517))).toEqual({});
    expect(await live.samplesOf(id)).toHaveLength(2);
  });

  test("readings that come at once are written together, and an end that comes behind them finds them all", async () => {
    const client = await live.point(await live.givePassword());
    const id = await begin(client);
    const socket = (client as unknown as { _ws: { send(text: string): void } })._ws;
    const answered: string[] = [];
    const all = new Promise<void>((resolve) =>
      client.on("message", ({ message, outbound }: { message: string; outbound: boolean }) => {
        if (outbound) return;
        const [, key] = JSON.parse(message) as [number, string];
        if (answered.push(key) === 42) resolve();
      }),
    );
    const keepsRunning = jest.spyOn(live.orm.em, "fork");
    for (let i = 1; i <= 40; i++)
      socket.send(JSON.stringify([2, `m${i}`, "MeterValues", meter(id, i, 1_204_600 + 100 * i)]));
    socket.send(
      JSON.stringify([
        2,
        "stop",
        "StopTransaction",
        { transactionId: id, meterStop: 1_209_000, timestamp: after(41) },
      ]),
    );
    socket.send(JSON.stringify([2, "start", "StartTransaction", { ...start, timestamp: after(50) }]));
    await all;
    expect(answered.slice(-2)).toEqual(["stop", "start"]);
    expect(await live.samplesOf(id)).toHaveLength(42);
    // Far fewer writes than readings.
    expect(keepsRunning.mock.calls.length).toBeLessThan(30);
    keepsRunning.mockRestore();
    expect((await live.sessions()).find((row) => row.id === String(id))!.spec).toMatchObject({
      end: after(41),
      wallWh: 4_400,
    });
  });

  test("what was answered holds nothing of what was answered before it", async () => {
    const client = await live.point(await live.givePassword());
    const id = await begin(client);
    for (let i = 1; i <= 20; i++) await client.call("MeterValues", meter(id, i, 1_204_600 + i * 10));
    const { points } = live.central as unknown as { points: Map<string, { turn: Promise<unknown> }> };
    const [point] = points.values();
    // Answers in one another's hands were half a kilobyte a message, for as long as a unit told nothing else.
    expect(await point!.turn).toBeUndefined();
  });

  test("of readings written together one that cannot be is refused alone", async () => {
    const client = await live.point(await live.givePassword());
    const id = await begin(client);
    const gone = live.central.readings.keep("fallow-quay", 999_999, [
      [Date.parse(BEGAN), 1, null, null, null],
    ]);
    const good = live.central.readings.keep("fallow-quay", id, [[Date.parse(after(1)), 5, null, null, null]]);
    const bad = live.central.readings.keep("fallow-quay", 999_998, [
      [Date.parse(BEGAN), 1, null, null, null],
    ]);
    await Promise.all([expect(gone).rejects.toThrow(), good, expect(bad).rejects.toThrow()]);
    expect(await live.samplesOf(id)).toHaveLength(2);
  });

  test("two messages that come at once are worked on in their order", async () => {
    const client = await live.point(await live.givePassword());
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
    expect(await live.samplesOf((await live.sessions())[0]!.id)).toHaveLength(2);
  });

  const asksFor = async (minutesAgo: number): Promise<void> => {
    const wanted = {
      ...wantedPart(planOf("fq-path-curlew-hall")),
      askedAt: Date.now() - minutesAgo * 60_000,
    };
    await live.orm.em.fork().nativeUpdate(LineEntity, { id: POINT }, { wanted: JSON.stringify(wanted) });
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
    const client = await live.point(await live.givePassword());
    await asksFor(11);
    const { transactionId: id } = (await client.call("StartTransaction", {
      ...start,
      idTag: "kettleback",
    })) as {
      transactionId: number;
    };
    expect((await live.sessions())[0]!.spec).toMatchObject({
      carId: "fq-curlew",
      fromSoc: null,
      plan: { name: expect.any(String) },
    });
    expect((await live.sessions())[0]!.spec.acts).toBeUndefined();
    await client.call("MeterValues", soc(id, 5, 41));
    await client.call("MeterValues", soc(id, 10, 47));
    await client.call("StopTransaction", { transactionId: id, meterStop: 1_209_000, timestamp: after(12) });
    expect((await live.sessions())[0]!.spec).toMatchObject({ fromSoc: 0.41, toSoc: 0.47 });
  });

  test("the charge one has said stays, whatever the car shows later", async () => {
    const client = await live.point(await live.givePassword());
    await asksFor(1);
    const { transactionId: id } = (await client.call("StartTransaction", {
      ...start,
      idTag: "kettleback",
    })) as {
      transactionId: number;
    };
    await client.call("MeterValues", soc(id, 5, 58));
    await client.call("StopTransaction", { transactionId: id, meterStop: 1_209_000, timestamp: after(12) });
    expect((await live.sessions())[0]!.spec).toMatchObject({ fromSoc: 0.5, toSoc: 0.58 });
  });

  test("where any card may start it, any does; a register that begins anew counts on", async () => {
    await live.send("PUT", `/chargePoints/${POINT}`, {
      version: 1,
      parentId: "fq-hall-post",
      spec: { name: "Hall post", identity: "hall-post", cards: [], anyCard: true },
    });
    const client = await live.point(await live.givePassword());
    expect(await client.call("Authorize", { idTag: "stranger" })).toEqual({
      idTagInfo: { status: "Accepted" },
    });
    const id = await begin(client);
    await client.call("MeterValues", meter(id, 5, 1_205_000));
    await client.call("MeterValues", meter(id, 10, 300));
    await client.call("StopTransaction", { transactionId: id, meterStop: 700, timestamp: after(12) });
    expect((await live.sessions())[0]!.spec.wallWh).toBe(400 + 700);
  });
});
