import { connect } from "node:net";
import { POINT, LiveServer } from "./live-server";

const HOME = "fallow-quay";
const live = LiveServer.forEachTest();

describe("the door of charge points", () => {
  test("it comes in by its own password, drawn once and kept as a hash", async () => {
    expect((await live.points()).points).toMatchObject([{ id: POINT, connected: false, hasPassword: false }]);
    const password = await live.givePassword();
    expect(password).toMatch(/^[a-z2-9]{20}$/);
    const client = await live.point(password);
    expect(
      await client.call("BootNotification", { chargePointVendor: "Quay Works", chargePointModel: "P3" }),
    ).toEqual({
      status: "Accepted",
      currentTime: expect.stringMatching(/^20/),
      interval: 300,
    });
    expect((await live.points()).points).toMatchObject([
      { connected: true, hasPassword: true, vendor: "Quay Works", model: "P3", session: null },
    ]);
    const lying = await live.orm.em
      .getConnection()
      .execute<{ hash: string }[]>("select hash from charge_point_line");
    expect(lying[0]!.hash).not.toContain(password);
    // What a household's file says of it has nothing of the password.
    const file = await (await fetch(`http://127.0.0.1:${live.port}/api/households/${HOME}/file`)).text();
    expect(file).toContain("hall-post");
    expect(file).not.toContain(lying[0]!.hash);
  });

  test("a wrong password, none, an unknown name: refused, and shown as having knocked", async () => {
    expect(await live.refusedWith("sandpiper-9876543210")).toBe(401);
    const password = await live.givePassword();
    expect(await live.refusedWith("sandpiper-9876543210")).toBe(401);
    expect(await live.refusedWith(undefined)).toBe(401);
    expect(await live.refusedWith(password, "garden-box")).toBe(404);
    expect(await live.refusedWith(password, "garden-box")).toBe(404);
    expect((await live.points()).knocks).toMatchObject([
      { identity: "garden-box", why: "unknown", times: 2, from: "127.0.0.1" },
      { identity: "hall-post", why: "password", times: 2 },
      { identity: "hall-post", why: "no-password", times: 1 },
    ]);
    // Once it is let in it no longer knocks.
    await live.point(password);
    expect((await live.points()).knocks).toMatchObject([{ identity: "garden-box" }]);
  });

  test("a wrong password costs its own answer, held back twice as long each time; the right one gets in meanwhile", async () => {
    const password = await live.givePassword();
    const took: number[] = [];
    for (let i = 0; i < 3; i++) {
      const began = performance.now();
      expect(await live.refusedWith("sandpiper-9876543210")).toBe(401);
      took.push(performance.now() - began);
    }
    for (const [i, least] of [500, 1_000, 2_000].entries()) expect(took[i]).toBeGreaterThanOrEqual(least - 5);
    // The next wrong one waits four seconds: the right one, from the same address, does not.
    const held = live.refusedWith("sandpiper-9876543210").then(() => performance.now());
    expect(await live.refusedWith(password)).toBe(101);
    expect(performance.now()).toBeLessThan(await held);
  });

  test("forty wrong passwords at once let the right one in within its turn", async () => {
    const password = await live.givePassword();
    const wrong = Array.from({ length: 40 }, () => live.refusedWith("sandpiper-9876543210"));
    let over = 0;
    for (const one of wrong) void one.then(() => (over += 1));
    expect(await live.refusedWith(password)).toBe(101);
    // Their answers are still held back.
    expect(over).toBeLessThan(40);
  });

  test("fifty unknown names push out no charge point that is known and knocked with a wrong password", async () => {
    await live.givePassword();
    expect(await live.refusedWith("sandpiper-9876543210")).toBe(401);
    for (let i = 0; i < 50; i++) expect(await live.refusedWith("x".repeat(20), `stranger-${i}`)).toBe(404);
    const { knocks } = await live.points();
    expect(knocks).toHaveLength(21);
    expect(knocks.at(-1)).toMatchObject({ identity: "hall-post", why: "password", times: 1 });
  });

  test("another language, a page of another origin, another path and another host are turned away", async () => {
    const password = await live.givePassword();
    const upgrade = (lines: string): Promise<string> =>
      new Promise((resolve) => {
        const socket = connect(live.port, "127.0.0.1");
        socket.once("data", (data) => {
          resolve(data.toString().split("\r\n")[0]!);
          socket.destroy();
        });
        socket.write(
          `GET ${lines}\r\nConnection: Upgrade\r\nUpgrade: websocket\r\nSec-WebSocket-Version: 13\r\n` +
            `Sec-WebSocket-Key: dGhlIHNhbXBsZSBub25jZQ==\r\nAuthorization: Basic ${Buffer.from(`hall-post:${password}`).toString("base64")}\r\n\r\n`,
        );
      });
    const good = `/ocpp/hall-post HTTP/1.1\r\nHost: 127.0.0.1:${live.port}\r\nSec-WebSocket-Protocol: ocpp1.6`;
    expect(await upgrade(good)).toBe("HTTP/1.1 101 Switching Protocols");
    expect(await upgrade(good.replace("ocpp1.6", "ocpp2.0.1"))).toBe("HTTP/1.1 400 Bad Request");
    expect(await upgrade(good.replace("/ocpp/", "/other/"))).toBe("HTTP/1.1 404 Not Found");
    expect(await upgrade(`${good}\r\nOrigin: http://127.0.0.1:${live.port}`)).toBe("HTTP/1.1 403 Forbidden");
    expect(await upgrade(good.replace(/Host: .*\r\n/, "Host: rebound.example\r\n"))).toBe(
      "HTTP/1.1 403 Forbidden",
    );
  });

  test("of those who knocked the newest twenty are remembered, each name once", async () => {
    for (let i = 0; i < 23; i++) expect(await live.refusedWith("x".repeat(20), `stranger-${i}`)).toBe(404);
    await live.refusedWith("x".repeat(20), "stranger-22");
    const { knocks } = await live.points();
    expect(knocks.map(({ identity }) => identity)).toEqual(
      Array.from({ length: 20 }, (_, i) => `stranger-${22 - i}`),
    );
    expect(knocks[0]).toMatchObject({ times: 2, why: "unknown" });
  });

  test("of two lines the newer counts; a new password, or its deletion, ends the line", async () => {
    const password = await live.givePassword();
    const first = await live.point(password);
    const closed = new Promise((resolve) => first.once("close", resolve));
    const second = await live.point(password);
    await closed;
    expect(await second.call("Heartbeat", {})).toMatchObject({ currentTime: expect.any(String) });
    const ended = new Promise((resolve) => second.once("close", resolve));
    await live.givePassword("curlews-call-at-dawn");
    await ended;
    expect(await live.refusedWith(password)).toBe(401);
    const third = await live.point("curlews-call-at-dawn");
    const gone = new Promise((resolve) => third.once("close", resolve));
    await live.send("DELETE", `/chargePoints/${POINT}`, { version: 1 });
    await gone;
    expect(await live.refusedWith("curlews-call-at-dawn")).toBe(404);
  });
});

describe("what is no message", () => {
  const raw = async (text: string): Promise<unknown[]> => {
    const client = await live.point(await live.givePassword());
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
    const before = live.told.length;
    const [kind, , said] = await raw(text);
    expect([kind, said]).toEqual([4, code]);
    expect(await live.sessions()).toEqual([]);
    expect(live.told.slice(before).filter(({ event }) => event !== "point")).toEqual([]);
  });

  test("a message of ten megabytes, and ten thousand a second, end the line and nobody else's", async () => {
    const password = await live.givePassword();
    const fat = await live.point(password);
    const ended = new Promise<{ code: number }>((resolve) => fat.once("close", resolve));
    (fat as unknown as { _ws: { send(text: string): void } })._ws.send(
      `[2,"a","Heartbeat",{"x":"${"y".repeat(1e7)}"}]`,
    );
    expect((await ended).code).toBe(1009);
    const fast = await live.point(password);
    const answered: unknown[] = [];
    fast.on("message", ({ outbound }: { outbound: boolean }) => outbound || answered.push(1));
    const sent = new Promise<{ code: number }>((resolve) => fast.once("close", resolve));
    const socket = (fast as unknown as { _ws: { send(text: string): void } })._ws;
    for (let i = 0; i < 10_000; i++) socket.send(`[2,"${i}","Heartbeat",{}]`);
    // Cut off, without reading on.
    expect((await sent).code).toBe(1006);
    expect(answered.length).toBeLessThan(2_000);
    expect(await (await live.point(password)).call("Heartbeat", {})).toMatchObject({
      currentTime: expect.any(String),
    });
  });
});
