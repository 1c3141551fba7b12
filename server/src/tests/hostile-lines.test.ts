import { connect, type Socket } from "node:net";
import { join } from "node:path";
import fc from "fast-check";
import WebSocket from "ws";
import { judgeUpgrade } from "../safety/upgrade";
import { startedServers } from "./started-server";

const { folder, start } = startedServers("hostile-lines");
const PASSWORD = "quay-otter-lantern-37";
const KEY = "Sec-WebSocket-Version: 13\r\nSec-WebSocket-Key: dGhlIHNhbXBsZSBub25jZQ==";

const nasty = fc.constantFrom(
  "/",
  "//",
  "//[",
  "http://[",
  "http://[::1",
  "*",
  "/ocpp/%ZZ",
  "/ocpp/%",
  "/ocpp/%E0%A4%A",
  "/ocpp/",
  "/ocpp",
  "/ocpp/hall-post",
  "/ocpp/hall-post?%",
  "/ocpp/hall-post#%",
  "/ocpp//",
  "/ocpp/%00",
  "/ocpp/%2e%2e",
  "/ocpp/..",
  "/\\[",
  "/ocpp/\\",
  "ocpp/x",
  "",
  " ",
  "/api/health",
  "/api/households/%ZZ/garage",
  "/%",
  "/assets/%00",
  "/sign-in",
  "/ocpp/" + "x".repeat(3_000),
  "/api/households/fallow-quay/events",
  "//127.0.0.1:0/[",
  "/ocpp/hall-post/%c0%af",
);
const target = fc.oneof(
  { weight: 3, arbitrary: nasty },
  fc.webPath(),
  fc.string({ maxLength: 60, unit: "binary" }),
  fc.webUrl(),
);
const token = fc.string({ maxLength: 30, unit: "binary-ascii" });
const method = fc.oneof(
  fc.constantFrom("GET", "POST", "CONNECT", "OPTIONS", "PUT", "TRACE", "PRI", "get"),
  token,
);
const version = fc.constantFrom("HTTP/1.1", "HTTP/1.0", "HTTP/2.0", "HTTP/9.9", "");
const host = fc.oneof(
  fc.constantFrom(
    "127.0.0.1",
    "localhost:4180",
    "[::1]",
    "[",
    "rebound.example",
    "",
    "127.0.0.1:99999999",
    "%",
  ),
  token,
);
const upgrade = fc.oneof(
  fc.constantFrom("websocket", "WebSocket", "h2c", "websocket, h2c", "TLS/1.0", "", ","),
  token,
);
const protocols = fc.oneof(
  fc.constantFrom("ocpp1.6", "ocpp1.6,ocpp1.6", ",", ",,ocpp1.6", "ocpp2.0.1", "ocpp1.6;", "\tocpp1.6 ,x"),
  token,
);
const authorization = fc.oneof(
  fc.constant(`Basic ${Buffer.from(`hall-post:${PASSWORD}`).toString("base64")}`),
  fc.constantFrom("Basic", "Basic :", "Basic ====", "Bearer x", "Basic aGFsbC1wb3N0Og=="),
  token,
);
const frame = fc.oneof(
  fc.uint8Array({ maxLength: 200 }).map((bytes) => Buffer.from(bytes)),
  // A frame's head that promises more than comes, reserved bits, a continuation of nothing, a close of nonsense.
  fc
    .constantFrom(
      "\x81\xff\xff\xff\xff\xff\xff\xff\xff\xff",
      "\xf1\x80\0\0\0\0",
      "\x80\x80\0\0\0\0",
      "\x88\x81\0\0\0\0x",
    )
    .map((text) => Buffer.from(text, "latin1")),
);

interface Attempt {
  readonly head: string;
  readonly body: Buffer;
}
const attempt: fc.Arbitrary<Attempt> = fc
  .record({
    method,
    target,
    version,
    host,
    upgrade,
    protocols,
    authorization,
    frame,
    origin: fc.option(token),
    asks: fc.boolean(),
  })
  .map(({ method, target, version, host, upgrade, protocols, authorization, frame, origin, asks }) => ({
    head: [
      `${asks ? "GET" : method} ${target} ${version}`,
      `Host: ${host}`,
      ...(asks
        ? ["Connection: Upgrade", `Upgrade: ${upgrade}`, `Sec-WebSocket-Protocol: ${protocols}`, KEY]
        : []),
      ...(origin === null ? [] : [`Origin: ${origin}`]),
      `Authorization: ${authorization}`,
      "",
      "",
    ].join("\r\n"),
    body: frame,
  }));

/** Half of the time what is asked for, so that a case gets past it. */
const likely = (random: fc.Arbitrary<string>, good: string) => fc.oneof(fc.constant(good), random);

/** Sends bytes on a line of their own and waits for what comes back, or for a moment. */
const send = (port: number, { head, body }: Attempt): Promise<string> =>
  new Promise((resolve) => {
    const socket: Socket = connect(port, "127.0.0.1");
    let said = "";
    const over = () => {
      clearTimeout(timer);
      socket.destroy();
      resolve(said);
    };
    const timer = setTimeout(over, 250);
    socket.on("data", (data) => {
      said += data.toString("latin1");
      over();
    });
    socket.on("error", over).on("close", over);
    socket.write(Buffer.concat([Buffer.from(head, "latin1"), body]));
  });

test("5,000 random request lines, headers, frames and protocols leave the server answering, and nothing uncaught", async () => {
  const seed = Number(process.env.KETTLEBACK_SEED ?? 20261202);
  const attempts = fc.sample(attempt, { numRuns: 5_000, seed });
  let [sent, upgrades, refused] = [0, 0, 0];
  const run = await start(
    { KETTLEBACK_DEMO: "1", KETTLEBACK_DB: join(folder, "lines.sqlite"), LOG_LEVEL: "error" },
    async (address, signal) => {
      const port = Number(new URL(address).port);
      for (let i = 0; i < attempts.length; i += 20) {
        const said = await Promise.all(attempts.slice(i, i + 20).map((one) => send(port, one)));
        sent += said.length;
        upgrades += said.filter((text) => text.startsWith("HTTP/1.1 101")).length;
        refused += said.filter((text) => /^HTTP\/1\.1 4\d\d/.test(text)).length;
        const health = await fetch(`${address}/api/health`).catch(() => null);
        if (!health?.ok)
          throw new Error(`no answer after one of ${JSON.stringify(attempts.slice(i, i + 20))}`);
      }
      signal("SIGTERM");
    },
  );
  expect([run.code, sent]).toEqual([0, 5_000]);
  expect(run.err).toBe("");
  expect(refused).toBeGreaterThan(2_000);
  expect(upgrades).toBeLessThan(sent);
});

test("each upgrade that ended the server before is refused by its own status, one after the other on one server", async () => {
  let met: readonly string[] = [];
  const run = await start(
    { KETTLEBACK_DB: join(folder, "each.sqlite"), LOG_LEVEL: "error" },
    async (address, signal) => {
      const port = Number(new URL(address).port);
      const ask = (target: string, extra = "") =>
        send(port, {
          head: `GET ${target} HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nConnection: Upgrade\r\nUpgrade: websocket\r\nSec-WebSocket-Protocol: ocpp1.6\r\n${KEY}\r\n${extra}\r\n`,
          body: Buffer.alloc(0),
        }).then((said) => `${target} ${said.slice(9, 12)}`);
      for (const target of [
        "//",
        "//[",
        "http://[",
        "/ocpp/%ZZ",
        "/ocpp/%",
        "/ocpp/%E0%A4%A",
        "/ocpp/nobody",
      ])
        met = [...met, await ask(target)];
      met = [
        ...met,
        await ask("//", "Origin: http://elsewhere.example\r\n"),
        await ask("/ocpp/nobody", "Origin: null\r\n"),
      ];
      met = [...met, String((await fetch(`${address}/api/health`)).status)];
      signal("SIGTERM");
    },
  );
  expect(met).toEqual([
    "// 400",
    "//[ 400",
    "http://[ 400",
    "/ocpp/%ZZ 404",
    "/ocpp/% 404",
    "/ocpp/%E0%A4%A 404",
    "/ocpp/nobody 404",
    "// 400",
    "/ocpp/nobody 403",
    "200",
  ]);
  expect([run.code, run.err]).toEqual([0, ""]);
});

test("frames of all kinds from a charge point that was let in end its line at the most", async () => {
  const seed = Number(process.env.KETTLEBACK_SEED ?? 20261202);
  const word = fc.oneof(
    fc.json({ maxDepth: 6 }),
    fc.constantFrom(
      "[",
      "[]",
      "{}",
      "null",
      '"x"',
      "[2]",
      '[2,"a"]',
      '[2,1,"Heartbeat",{}]',
      '[2,"a","__proto__",{}]',
      '[2,"a","constructor",{}]',
      '[3,"nobody",{}]',
      '[4,"nobody","__proto__","x",{}]',
      '[9,"a"]',
      `[3,"${"x".repeat(500)}",{}]`,
      `[4,"${"y".repeat(500)}","GenericError","${"z".repeat(500)}"]`,
      `[2,"d","BootNotification",${"[".repeat(40_000)}${"]".repeat(40_000)}]`,
      "[".repeat(200_000),
      `[2,"a","Heartbeat",{"__proto__":{"x":1}}]`,
      '[2,"a","MeterValues",{"connectorId":1,"meterValue":[{"timestamp":"x","sampledValue":[{"value":"NaN"}]}]}]',
      '[2,"a","StartTransaction",{"connectorId":1e300,"idTag":"x","meterStart":-1e300,"timestamp":"9999-99-99T99:99:99Z"}]',
    ),
  );
  const messages = fc.sample(word, { numRuns: 1_000, seed });
  let [lines, sent] = [0, 0];
  const run = await start(
    { KETTLEBACK_DEMO: "1", KETTLEBACK_DB: join(folder, "frames.sqlite"), LOG_LEVEL: "error" },
    async (address, signal) => {
      const given = await fetch(
        `${address}/api/households/fallow-quay/charge-points/fq-hall-point/password`,
        {
          method: "POST",
          headers: { "Content-Type": "application/json" },
          body: JSON.stringify({ password: PASSWORD }),
        },
      );
      expect(given.status).toBe(201);
      const open = () =>
        new Promise<WebSocket>((resolve, reject) => {
          const line = new WebSocket(`${address.replace("http", "ws")}/ocpp/hall-post`, "ocpp1.6", {
            auth: `hall-post:${PASSWORD}`,
          });
          line.once("open", () => resolve(line)).on("error", reject);
        });
      let line = await open();
      lines += 1;
      for (const message of messages) {
        if (line.readyState !== WebSocket.OPEN) {
          line = await open();
          lines += 1;
        }
        line.send(message);
        sent += 1;
        if (sent % 20 === 0) expect((await fetch(`${address}/api/health`)).status).toBe(200);
      }
      line.terminate();
      expect((await fetch(`${address}/api/health`)).status).toBe(200);
      signal("SIGTERM");
    },
  );
  expect([run.code, sent]).toEqual([0, 1_000]);
  expect(lines).toBeGreaterThan(1);
  // What the library leaves unhandled is written down and ends nothing; of our own making there is nothing.
  expect(run.err.split("\n").filter((text) => text && !text.includes("ocpp-rpc"))).toEqual([]);
});

describe("an upgrade is judged before anything parses it", () => {
  const isOwn = (name: string) => name === "127.0.0.1";
  const asked = (url: string, headers: Record<string, string> = {}, method = "GET") =>
    judgeUpgrade(
      {
        method,
        url,
        headers: {
          host: "127.0.0.1:4180",
          upgrade: "websocket",
          "sec-websocket-protocol": "ocpp1.6",
          ...headers,
        },
      },
      isOwn,
    );
  test.each([
    ["/ocpp/hall-post", {}, { identity: "hall-post" }],
    ["/ocpp/hall-post?v=1", {}, { identity: "hall-post" }],
    ["/ocpp/a%7Cb%40c", {}, { identity: "a|b@c" }],
    ["/ocpp/hall-post", { "sec-websocket-protocol": "ocpp2.0.1, ocpp1.6" }, { identity: "hall-post" }],
    ["/ocpp/hall-post", { host: "rebound.example" }, { refused: 403 }],
    ["/ocpp/hall-post", { origin: "http://127.0.0.1:4180" }, { refused: 403 }],
    ["/ocpp/hall-post", { upgrade: "h2c" }, { refused: 400 }],
    ["/ocpp/hall-post", { "sec-websocket-protocol": "ocpp2.0.1" }, { refused: 400 }],
    ["/other/hall-post", {}, { refused: 404 }],
    ["/ocpp/hall/post", {}, { refused: 404 }],
    ["/ocpp/hall%2Fpost", {}, { refused: 404 }],
    ["/ocpp/" + "x".repeat(49), {}, { refused: 404 }],
    ["/ocpp/%80", {}, { refused: 404 }],
    ["//", {}, { refused: 400 }],
    ["http://127.0.0.1:4180/ocpp/hall-post", {}, { refused: 400 }],
  ])("%s with %j is %j", (url, headers, expected) => {
    expect(asked(url, headers as Record<string, string>)).toEqual(expected);
  });
  test("whatever it is made of it never throws, and names only what a charge point may be called", () => {
    let named = 0;
    fc.assert(
      fc.property(
        target,
        host,
        likely(upgrade, "websocket"),
        likely(protocols, "ocpp1.6"),
        likely(method, "GET"),
        (url, name, wants, speaks, verb) => {
          const { identity, refused } = judgeUpgrade(
            { method: verb, url, headers: { host: name, upgrade: wants, "sec-websocket-protocol": speaks } },
            () => true,
          );
          if (identity !== undefined) named += 1;
          expect(refused === undefined).toBe(identity !== undefined);
          expect(identity ?? "x").toMatch(/^[A-Za-z0-9._:=+|@*-]{1,48}$/);
        },
      ),
      { numRuns: 5_000 },
    );
    expect(named).toBeGreaterThan(20);
  });
});
