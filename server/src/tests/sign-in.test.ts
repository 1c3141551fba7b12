import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { MikroORM } from "@mikro-orm/core";
import pino from "pino";
import request from "supertest";
import { createApp } from "../app";
import { readConfig } from "../config";
import { openDatabase, seedDemo } from "../database";
import { SignIns } from "../safety/sign-ins";

// What is kept is written to a real disk, which may be slow.
jest.setTimeout(30_000);

const PASSPHRASE = "curlews over the slip";
const HOST = "192.168.1.20:4180";

let orm: MikroORM;
let clock = 0;
let signIns: SignIns;
let logged = "";
const folder = mkdtempSync(join(tmpdir(), "kettleback-door-"));
const log = pino({ level: "trace" }, { write: (line: string) => void (logged += line) });

beforeAll(async () => {
  orm = await openDatabase(":memory:");
  await seedDemo(orm.em.fork());
  writeFileSync(join(folder, "index.html"), "<title>inside</title>");
});
beforeEach(async () => {
  clock = 1_000_000;
  signIns = await SignIns.for(PASSPHRASE, () => clock);
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await orm.close();
});

const call = () =>
  request
    .agent(createApp({ orm, log, pages: folder, hosts: ["192.168.1.20", "kettleback.local"], signIns }))
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
  ["get", "/API/households", 303],
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
  expect(entered.headers["set-cookie"]![0]).toMatch(
    /^kettleback=[0-9a-f.]+; Path=\/; HttpOnly; SameSite=Strict$/,
  );
  expect((await agent.get("/")).text).toContain("inside");
  expect(((await agent.get("/api/households")).body as unknown[]).length).toBe(2);
});

test("a wrong passphrase opens nothing, and every further one is put off twice as long", async () => {
  const agent = call();
  const waits: number[] = [];
  for (let i = 0; i < 8; i++) {
    const wrong = await guess(agent, "gulls over the slip");
    expect(wrong.status).toBe(429);
    waits.push(Number(wrong.headers["retry-after"]));
    // Too soon even the right one is not weighed.
    expect((await guess(agent, PASSPHRASE)).status).toBe(429);
    clock += waits.at(-1)! * 1000;
  }
  expect(waits).toEqual([1, 2, 4, 8, 16, 32, 60, 60]);
  expect((await agent.get("/api/households")).status).toBe(401);
  expect((await guess(agent, PASSPHRASE)).status).toBe(303);
});

test("guesses sent together count one after the other: all but the first come too soon", async () => {
  const attempts = await Promise.all(
    Array.from({ length: 6 }, (_, i) => signIns.attempt(i === 5 ? PASSPHRASE : `guess ${i}`, "10.0.0.9", "")),
  );
  expect(attempts.filter(({ ok }) => ok)).toEqual([]);
});

test("of 200 that come at once with the right passphrase from everywhere two are weighed, the rest put off", async () => {
  const attempts = await Promise.all(
    Array.from({ length: 200 }, (_, i) => signIns.attempt(PASSPHRASE, `10.0.1.${i}`, "")),
  );
  expect(attempts.filter(({ ok }) => ok)).toHaveLength(2);
  expect(attempts.filter((attempt) => !attempt.ok && attempt.waitMs === 1000)).toHaveLength(198);
  // Who was put off was not judged: the next try counts as the first.
  expect((await signIns.attempt(PASSPHRASE, "10.0.1.199", "")).ok).toBe(true);
});

test("of 200 guesses at once over the network from one address one is weighed, and none gets in", async () => {
  const agent = call();
  const answers = await Promise.all(
    Array.from({ length: 200 }, (_, i) => guess(agent, i === 199 ? PASSPHRASE : `guess ${i}`)),
  );
  expect(answers.map(({ status }) => status)).toEqual(Array.from({ length: 200 }, () => 429));
  expect(answers.some(({ headers }) => headers["set-cookie"])).toBe(false);
});

test("a session that is used lives on; a week without use ends it, and it is no longer listed", async () => {
  const day = 24 * 3600 * 1000;
  const attempt = await signIns.attempt(PASSPHRASE, "10.0.0.9", "");
  if (!attempt.ok) throw new Error("not let in");
  for (let i = 0; i < 3; i++) {
    clock += 6 * day;
    expect(signIns.admitted(attempt.cookie)).toBeDefined();
  }
  clock += 7 * day;
  expect(signIns.list()).toHaveLength(1);
  clock += 1;
  expect(signIns.list()).toEqual([]);
  expect(signIns.admitted(attempt.cookie)).toBeUndefined();
});

test("a forged, an ended and a forgotten cookie are none", async () => {
  const attempt = await signIns.attempt(PASSPHRASE, "10.0.0.9", "");
  if (!attempt.ok) throw new Error("not let in");
  const { cookie } = attempt;
  const [id, signature] = cookie.split(".") as [string, string];
  expect(signIns.admitted(cookie)?.id).toBe(id);
  for (const forged of [
    undefined,
    "",
    id,
    `${id}.`,
    `${id}.${"0".repeat(64)}`,
    `${"0".repeat(32)}.${signature}`,
  ])
    expect(signIns.admitted(forged)).toBeUndefined();
  const other = await SignIns.for(PASSPHRASE, () => clock);
  expect(other.admitted(cookie)).toBeUndefined();
  expect([signIns.end(id), signIns.end(id)]).toEqual([true, false]);
  expect(signIns.admitted(cookie)).toBeUndefined();
});

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
  clock += 5000;
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
  expect([
    wide.passphrase,
    wide.hosts.includes("kettleback.local"),
    wide.hosts.includes("127.0.0.1"),
  ]).toEqual([PASSPHRASE, true, true]);
});
