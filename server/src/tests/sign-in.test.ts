import { setMaxListeners } from "node:events";
import { get, type IncomingMessage, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { MikroORM } from "@mikro-orm/core";
import pino from "pino";
import request from "supertest";
import { createApp } from "../app";
import { readConfig } from "../config";
import { openDatabase, seedDemo } from "../database";
import { cookieNames, doorOf, type Door } from "../safety/door";
import { Guesses, type Guess } from "../safety/guesses";
import { sourceOf } from "../safety/weighing";
import { knownToken } from "../safety/cookies";
import { knownNames } from "../safety/names";

// What is kept is written to a real disk, which may be slow.

const PASSPHRASE = "curlews over the slip";
const HOST = "192.168.1.20:4180";

let orm: MikroORM;
const SECRET = "a secret of the test";
let door: Door;
let logged = "";
const folder = mkdtempSync(join(tmpdir(), "kettleback-door-"));
const log = pino({ level: "trace" }, { write: (line: string) => void (logged += line) });

beforeAll(async () => {
  orm = await openDatabase(":memory:");
  await seedDemo(orm.em.fork());
  writeFileSync(join(folder, "index.html"), "<title>inside</title>");
});
beforeEach(() => (door = doorOf({ passphrase: PASSPHRASE, secret: SECRET, secure: false })));
afterEach(() => jest.restoreAllMocks());
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await orm.close();
});

const call = () =>
  request
    .agent(
      createApp({ orm, log, pages: folder, isOwn: knownNames(["192.168.1.20", "kettleback.local"]), door }),
    )
    .set("Host", HOST);
const guess = (agent: ReturnType<typeof call>, passphrase: string) =>
  agent.post("/sign-in").type("form").send({ passphrase });

test.each([
  ["get", "/api/households", 401],
  ["get", "/api/health", 401],
  ["get", "/api/households/fallow-quay/file", 401],
  ["get", "/api/households/fallow-quay/garage", 401],
  ["get", "/api/copies", 401],
  ["get", "/api/sign-ins", 401],
  ["post", "/api/demo", 401],
  ["delete", "/api/households/fallow-quay", 401],
  ["post", "/path", 401],
  ["get", "/", 303],
  ["get", "/path", 303],
  ["get", "/assets/anything.js", 303],
  ["get", "/index.html", 303],
  ["get", "/API/households", 401],
] as const)(
  "without the passphrase %s %s gives %d and nothing of what is kept",
  async (method, address, status) => {
    const answer = await call()[method](address);
    expect(answer.status).toBe(status);
    expect(answer.text).not.toMatch(/inside|Fallow|Curlew/);
    if (status === 303) expect(answer.headers.location).toBe("/sign-in");
  },
);

test("the page that asks needs no script, and the passphrase opens everything with a cookie no script can read", async () => {
  const agent = call();
  const page = await agent.get("/sign-in");
  expect([page.status, page.text.includes("<script"), page.text.includes("Passphrase")]).toEqual([
    200,
    false,
    true,
  ]);
  const entered = await guess(agent, PASSPHRASE);
  expect([entered.status, entered.headers.location]).toEqual([303, "/"]);
  const cookies = entered.headers["set-cookie"] as unknown as string[];
  expect(cookies.map((cookie) => cookie.split("=")[0]).sort()).toEqual(["kettleback", "kettleback-known"]);
  for (const cookie of cookies) expect(cookie).toMatch(/; Path=\/; .*HttpOnly; SameSite=Strict$/);
  expect((await agent.get("/")).text).toContain("inside");
  expect(((await agent.get("/api/households")).body as unknown[]).length).toBe(2);
});

/** A guess that nobody breaks off. */
const guessOf = (text: string, address: string, known: string | null = null): Guess => ({
  text,
  address,
  known,
  gone: new AbortController().signal,
});
const DAY = 24 * 3600 * 1000;
/** Has every clock in the program stand at a moment. */
const at = (now: number) => jest.spyOn(Date, "now").mockReturnValue(now);

test("a wrong passphrase opens nothing, and its answer is held back; the right one is let in meanwhile", async () => {
  const agent = call();
  const began = performance.now();
  const wrong = await guess(agent, "gulls over the slip");
  expect([wrong.status, wrong.text.includes("That is not it")]).toEqual([403, true]);
  expect(performance.now() - began).toBeGreaterThan(500);
  expect((await agent.get("/api/households")).status).toBe(401);
  const held = guess(agent, "terns over the slip").then(() => performance.now());
  expect((await guess(agent, PASSPHRASE)).status).toBe(303);
  expect(performance.now()).toBeLessThan(await held);
});

test("the answer to each further wrong guess of a source is held back twice as long, up to fifteen seconds", async () => {
  const guesses = new Guesses(PASSPHRASE);
  const holds: number[] = [];
  for (let i = 0; i < 8; i++)
    holds.push(await guesses.holdAfterWrong(guessOf("gulls over the slip", "10.0.0.9")));
  expect(holds).toEqual([500, 1000, 2000, 4000, 8000, 15_000, 15_000, 15_000]);
  expect(await guesses.holdAfterWrong(guessOf("gulls over the slip", "10.0.0.10"))).toBe(500);
});

/** Guesses, and the order in which their weighing is begun: which of two that are weighed at once ends first is chance. */
function weighingInOrder() {
  const guesses = new Guesses(PASSPHRASE);
  const begun: string[] = [];
  const weigh = (name: string, guess: Guess) =>
    guesses.weigh({
      ...guess,
      get text() {
        begun.push(name);
        return guess.text;
      },
    });
  return { guesses, begun, weigh };
}

test("behind a hundred wrong guesses of one address another address waits for one turn, and the same address for its own", async () => {
  const { begun, weigh } = weighingInOrder();
  const flood = Array.from({ length: 100 }, (_, i) => weigh("flood", guessOf(`guess ${i}`, "10.0.0.9")));
  const right = await Promise.all([
    weigh("elsewhere", guessOf(PASSPHRASE, "10.0.0.10")),
    weigh("beside", guessOf(PASSPHRASE, "10.0.0.9")),
  ]);
  expect(right).toEqual(["right", "right"]);
  expect(await Promise.all(flood)).toEqual(flood.map(() => "wrong"));
  // Two had begun before it came, and the next turn was theirs.
  expect([begun.indexOf("elsewhere"), begun.indexOf("beside"), begun.length]).toEqual([3, 101, 102]);
});

test("a browser that was let in before goes first, whatever address it shares; after five wrong guesses it waits like others", async () => {
  const { guesses, begun, weigh } = weighingInOrder();
  const flood = () =>
    Array.from({ length: 40 }, (_, i) => weigh("flood", guessOf(`guess ${i}`, `10.0.${i % 9}.9`)));
  const known = guessOf(PASSPHRASE, "10.0.0.9", "a browser");
  const first = flood();
  expect(await weigh("known", known)).toBe("right");
  expect(begun.indexOf("known")).toBe(2);
  await Promise.all(first);
  for (let i = 0; i < 5; i++) await guesses.holdAfterWrong(guessOf("wrong", "10.0.0.9", "a browser"));
  begun.length = 0;
  const second = flood();
  expect(await weigh("known", known)).toBe("right");
  await Promise.all(second);
  // The last of the six from its address, of nine that take turns.
  expect(begun.indexOf("known")).toBe(40);
});

test("a guess nobody waits for any more is not weighed, and its place goes to the next", async () => {
  const guesses = new Guesses(PASSPHRASE);
  const gone = new AbortController();
  setMaxListeners(0, gone.signal);
  const flood = Array.from({ length: 200 }, (_, i) =>
    guesses.weigh({ ...guessOf(`guess ${i}`, "10.0.0.9"), gone: gone.signal }),
  );
  const right = guesses.weigh(guessOf(PASSPHRASE, "10.0.0.9"));
  await new Promise((resolve) => setImmediate(resolve));
  gone.abort();
  expect(await right).toBe("right");
  const weighed = await Promise.all(flood);
  expect(weighed.filter((one) => one === "gone").length).toBeGreaterThanOrEqual(198);
});

test("too many that wait have the longest queue give way, its latest first", async () => {
  const guesses = new Guesses(PASSPHRASE);
  const gone = new AbortController();
  setMaxListeners(0, gone.signal);
  const waiting = Array.from({ length: 4_002 }, (_, i) =>
    guesses.weigh({ ...guessOf(`guess ${i}`, "10.0.0.9"), gone: gone.signal }),
  );
  const elsewhere = guesses.weigh(guessOf(PASSPHRASE, "10.0.0.10"));
  expect(await elsewhere).toBe("right");
  gone.abort();
  const weighed = await Promise.all(waiting);
  expect(weighed.filter((one) => one === "crowded")).toHaveLength(1);
  expect(weighed.indexOf("crowded")).toBe(4_001);
});

test.each([
  ["192.168.1.7", "192.168.1.7"],
  ["::ffff:192.168.1.7", "192.168.1.7"],
  ["2001:db8:1:2:3:4:5:6", "2001:db8:1:2::/64"],
  ["2001:db8:1:2::9", "2001:db8:1:2::/64"],
  ["fe80::1%eth0", "fe80:0:0:0::/64"],
  ["2001:db8::", "2001:db8:0:0::/64"],
])("guesses from %s come from %s", (address, source) => expect(sourceOf(address)).toBe(source));

test("forty guesses at once over the network, the last one right: it alone gets in", async () => {
  const agent = call();
  const answers = await Promise.all(
    Array.from({ length: 40 }, (_, i) => {
      const asked = guess(agent, i === 39 ? PASSPHRASE : `guess ${i}`);
      return i === 39 ? asked : asked.timeout(3_000).catch(() => undefined);
    }),
  );
  expect(answers.map((answer) => answer?.status === 303)).toEqual(
    Array.from({ length: 40 }, (_, i) => i === 39),
  );
});

test("a session that is used lives on; a week without use ends it, and it is no longer listed", async () => {
  const start = Date.now();
  const [used, other] = [call(), call()];
  await guess(used, PASSPHRASE);
  for (let i = 1; i <= 3; i++) {
    at(start + i * 6 * DAY);
    expect((await used.get("/api/households")).status).toBe(200);
  }
  await guess(other, PASSPHRASE);
  const listed = async () =>
    ((await other.get("/api/sign-ins")).body as { own: boolean; seenAt: number }[]).map(({ own, seenAt }) => [
      own,
      Math.round((seenAt - start) / DAY),
    ]);
  expect(await listed()).toEqual([
    [false, 18],
    [true, 18],
  ]);
  at(start + 24 * DAY);
  await other.get("/api/households");
  at(start + 25 * DAY + 1000);
  expect(await listed()).toEqual([[true, 24]]);
  expect((await used.get("/api/households")).status).toBe(401);
});

const cookiesOf = (answer: { headers: Record<string, unknown> }): string[] =>
  (answer.headers["set-cookie"] as string[]).map((cookie) => cookie.split(";")[0]!);

test("a forged and a foreign cookie are none, and of several under one name the planted ones are passed over", async () => {
  const entered = await guess(call(), PASSPHRASE);
  const own = cookiesOf(entered).find((cookie) => cookie.startsWith("kettleback="))!;
  const get = async (cookie: string) => (await call().get("/api/households").set("Cookie", cookie)).status;
  const value = decodeURIComponent(own.slice("kettleback=".length));
  const [id] = value.slice(2).split(".") as [string];
  expect(await get(own)).toBe(200);
  for (const forged of [
    "",
    id,
    `s:${id}`,
    `s:${id}.`,
    `s:${id}.${"0".repeat(43)}`,
    `s:other${value.slice(2)}`,
  ])
    expect(await get(`kettleback=${encodeURIComponent(forged)}`)).toBe(401);
  const planted = "kettleback=planted";
  for (const both of [
    `${planted}; ${own}`,
    `${own}; ${planted}`,
    `${planted}; a=1; ${planted}; ${own}; b=%zz`,
  ])
    expect(await get(both)).toBe(200);
  expect(await get(`${planted}; ${planted}`)).toBe(401);
  const ended = doorOf({ passphrase: PASSPHRASE, secret: SECRET, secure: false });
  door = ended;
  expect(await get(own)).toBe(401);
});

test("a browser is known again by the token it was given, and by no other", async () => {
  const weigh = jest.spyOn(Guesses.prototype, "weigh");
  const agent = call();
  await guess(agent, PASSPHRASE);
  await guess(agent, PASSPHRASE);
  const known = (i: number) => weigh.mock.calls[i]![0].known;
  expect([known(0), known(1)]).toEqual([null, expect.stringMatching(/^[0-9a-f]{32}$/)]);
  for (const token of ["", "known:me", `known:me.${"0".repeat(43)}`, knownToken("me", "another secret")]) {
    await call()
      .post("/sign-in")
      .set("Cookie", `kettleback-known=${encodeURIComponent(token)}`)
      .type("form")
      .send({ passphrase: PASSPHRASE });
    expect(weigh.mock.calls.at(-1)![0].known).toBeNull();
  }
});

test("of more than fifty signed-in browsers the one signed in longest ago is out", async () => {
  const agents = Array.from({ length: 51 }, () => call());
  let now = Date.now();
  for (const agent of agents) {
    at((now += 1000));
    await guess(agent, PASSPHRASE);
  }
  expect((await agents[0]!.get("/api/households")).status).toBe(401);
  expect((await agents[1]!.get("/api/households")).status).toBe(200);
  expect((await agents[50]!.get("/api/sign-ins")).body as unknown[]).toHaveLength(50);
});

test("over TLS its cookies bear a prefix nobody else can plant", () =>
  expect([cookieNames(true), cookieNames(false)]).toEqual([
    { session: "__Host-kettleback", known: "__Host-kettleback-known" },
    { session: "kettleback", known: "kettleback-known" },
  ]));

test("sessions are told and ended from a screen: the one ended has to say the passphrase again", async () => {
  const [phone, desk] = [call(), call()];
  await guess(phone, PASSPHRASE);
  await guess(desk, PASSPHRASE);
  const seen = (await desk.get("/api/sign-ins")).body as { id: string; own: boolean; madeAt: number }[];
  expect(seen.map(({ own }) => own).sort()).toEqual([false, true]);
  const phones = seen.find(({ own }) => !own)!;
  expect((await desk.delete(`/api/sign-ins/${phones.id}`)).status).toBe(200);
  expect((await desk.delete(`/api/sign-ins/${phones.id}`)).status).toBe(404);
  expect((await phone.get("/api/households")).status).toBe(401);
  expect((await desk.get("/api/households")).status).toBe(200);
});

describe("a sign-in that is over hears no more", () => {
  /** A browser that listens to a household's events, and whether its line has ended. */
  async function listening(agent: ReturnType<typeof call>, server: Server) {
    const cookie = ((await guess(agent, PASSPHRASE)).headers["set-cookie"] as unknown as string[])
      .map((one) => one.split(";")[0])
      .join("; ");
    const { port } = server.address() as AddressInfo;
    const line = await new Promise<IncomingMessage>((resolve, reject) =>
      get(
        {
          port,
          host: "127.0.0.1",
          path: "/api/households/fallow-quay/events",
          headers: { cookie, host: HOST },
        },
        resolve,
      ).on("error", reject),
    );
    expect(line.statusCode).toBe(200);
    line.resume();
    const ended = new Promise<true>((resolve) =>
      line.once("close", () => resolve(true)).once("error", () => undefined),
    );
    const soon = () =>
      Promise.race([ended, new Promise<false>((resolve) => setTimeout(() => resolve(false), 300))]);
    return { cookie, ended, soon };
  }
  let server: Server;
  let agent: () => ReturnType<typeof call>;
  beforeEach(async () => {
    const app = createApp({ orm, log, isOwn: knownNames(["192.168.1.20"]), door });
    server = app.listen(0, "127.0.0.1");
    await new Promise((resolve) => server.once("listening", resolve));
    agent = () => request.agent(app).set("Host", HOST);
  });
  afterEach(() => {
    server.closeAllConnections();
    server.close();
  });
  const idOf = async (desk: ReturnType<typeof call>, own: boolean) =>
    ((await desk.get("/api/sign-ins")).body as { id: string; own: boolean }[]).find((one) => one.own === own)!
      .id;

  test("ended from another screen its events end at once, and those of others go on", async () => {
    const [phone, desk] = [agent(), agent()];
    const phones = await listening(phone, server);
    const desks = await listening(desk, server);
    expect((await desk.delete(`/api/sign-ins/${await idOf(desk, false)}`)).status).toBe(200);
    expect(await phones.ended).toBe(true);
    expect(await desks.soon()).toBe(false);
  });

  test("ended by itself it is told so, and its events end", async () => {
    const desk = agent();
    const desks = await listening(desk, server);
    expect((await desk.delete(`/api/sign-ins/${await idOf(desk, true)}`)).body).toEqual({ ended: true });
    expect(await desks.ended).toBe(true);
    expect((await desk.get("/api/households")).status).toBe(401);
  });

  test("pushed out by fifty others its events end", async () => {
    const first = await listening(agent(), server);
    for (let i = 0; i < 49; i++) await guess(agent(), PASSPHRASE);
    expect(await first.soon()).toBe(false);
    await guess(agent(), PASSPHRASE);
    expect(await first.ended).toBe(true);
  });

  test("unused for a week it is over, and what it still hears ends at the next look", async () => {
    server.close();
    const app = createApp({
      orm,
      log,
      isOwn: knownNames(["192.168.1.20"]),
      door: doorOf({ passphrase: PASSPHRASE, secret: SECRET, secure: false, lookedOverMs: 50 }),
    });
    server = app.listen(0, "127.0.0.1");
    await new Promise((resolve) => server.once("listening", resolve));
    const first = await listening(request.agent(app).set("Host", HOST), server);
    const now = Date.now();
    at(now + 6.9 * 24 * 3_600_000);
    expect(await first.soon()).toBe(false);
    at(now + 7.1 * 24 * 3_600_000);
    expect(await first.ended).toBe(true);
  });
});

test("the names it is known by are answered, with the passphrase; foreign names and origins are not", async () => {
  const agent = call();
  await guess(agent, PASSPHRASE);
  const get = (host: string, origin?: string) => {
    const asked = agent.get("/api/households").set("Host", host);
    return origin ? asked.set("Origin", origin) : asked;
  };
  expect((await get("kettleback.local:4180")).status).toBe(200);
  expect((await get("KETTLEBACK.LOCAL")).status).toBe(200);
  expect((await get("evil.example")).body).toMatchObject({ title: "Foreign host" });
  expect((await get(HOST, `http://${HOST}`)).status).toBe(200);
  expect((await get(HOST, "http://evil.example")).body).toMatchObject({ title: "Foreign origin" });
  const planted = await call()
    .post("/sign-in")
    .set("Origin", "http://evil.example")
    .type("form")
    .send({ passphrase: PASSPHRASE });
  expect(planted.status).toBe(403);
});

test("the passphrase is in no log and no answer", async () => {
  const agent = call();
  const answers = [await guess(agent, "gulls over the slip")];
  answers.push(await guess(agent, PASSPHRASE), await agent.get("/api/sign-ins"));
  // A body too large and one that is no form.
  answers.push(
    await agent
      .post("/sign-in")
      .type("form")
      .send(`passphrase=${PASSPHRASE}${"x".repeat(5000)}`),
  );
  answers.push(await agent.post("/sign-in").type("json").send(`{"passphrase": "${PASSPHRASE}"`));
  for (const { text, headers } of answers)
    expect(text + JSON.stringify(headers)).not.toMatch(/over the slip/);
  expect(logged).not.toMatch(/over the slip/);
});

test.each<[NodeJS.ProcessEnv, string]>([
  [{ KETTLEBACK_LISTEN: "0.0.0.0" }, "KETTLEBACK_PASSPHRASE: needed where KETTLEBACK_LISTEN is not loopback"],
  [
    { KETTLEBACK_LISTEN: "0.0.0.0", KETTLEBACK_PASSPHRASE: "short" },
    "KETTLEBACK_PASSPHRASE: accepted: 12 to 256",
  ],
  [{ KETTLEBACK_LISTEN: "my house" }, "KETTLEBACK_LISTEN: accepted: an address of this machine"],
  [{ KETTLEBACK_HOSTS: "http://x" }, "KETTLEBACK_HOSTS: accepted: names apart by commas"],
])("%j is refused at start", (env, message) => expect(() => readConfig(env)).toThrow(message));

test("on loopback nobody is asked; listening wider it knows its own addresses and the names given", () => {
  expect(readConfig({})).toMatchObject({ listen: "127.0.0.1", passphrase: null, hosts: [] });
  expect(
    readConfig({ KETTLEBACK_LISTEN: "localhost", KETTLEBACK_PASSPHRASE: PASSPHRASE }).passphrase,
  ).toBeNull();
  const wide = readConfig({
    KETTLEBACK_LISTEN: "0.0.0.0",
    KETTLEBACK_PASSPHRASE: PASSPHRASE,
    KETTLEBACK_HOSTS: "kettleback.local",
  });
  expect([wide.passphrase, wide.hosts]).toEqual([PASSPHRASE, ["kettleback.local"]]);
});

test("every loopback address is its own; an address that comes later is known, one that was not given is not", () => {
  const loopback = knownNames();
  expect(["localhost", "127.0.0.1", "127.0.0.5", "[::1]"].every(loopback)).toBe(true);
  expect(["127.evil.example", "127.0.0.1.evil.example", "192.168.1.20", "[::2]", ""].some(loopback)).toBe(
    false,
  );
  let own = ["192.168.1.20"];
  const wide = knownNames(["House.local"], () => own);
  expect([wide("house.local"), wide("192.168.1.20"), wide("192.168.1.21")]).toEqual([true, true, false]);
  own = ["192.168.1.21"];
  const later = performance.now() + 2_001;
  jest.spyOn(performance, "now").mockReturnValue(later);
  expect([wide("192.168.1.21"), wide("192.168.1.20")]).toEqual([true, false]);
});
