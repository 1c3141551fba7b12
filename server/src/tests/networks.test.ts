import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import type { MikroORM } from "@mikro-orm/core";
import pino from "pino";
import request from "supertest";
import { readNetwork } from "@kettleback/core";
import { DEMO_NETWORKS, ocpiLocations } from "@kettleback/core/demo";
import { createApp } from "../app";
import type { NetworkHead } from "../api/networks";
import { NetworkEntity, openDatabase, seedDemo } from "../database";

let orm: MikroORM;
let call: ReturnType<typeof request.agent>;
let network: Server;
let at: string;
/** What the network answers with, and what it was asked. */
let answer: (req: IncomingMessage, res: ServerResponse) => void;
let asked: { readonly url: string; readonly token: string | undefined }[];

beforeAll(async () => {
  orm = await openDatabase(":memory:");
  await seedDemo(orm.em.fork());
  call = request.agent(createApp({ orm, log: pino({ level: "silent" }) })).set("Host", "127.0.0.1:4180");
  network = createServer((req, res) => {
    asked.push({ url: req.url!, token: req.headers.authorization });
    answer(req, res);
  });
  await new Promise<void>((done) => void network.listen(0, "127.0.0.1", done));
  at = `http://127.0.0.1:${(network.address() as AddressInfo).port}`;
});
beforeEach(() => void (asked = []));
afterAll(async () => {
  network.closeAllConnections();
  network.close();
  await orm.close();
});

const AT = "/api/households/fallow-quay/networks";
const json = (res: ServerResponse, body: unknown, head: Record<string, string> = {}) =>
  res.writeHead(200, { "Content-Type": "application/json", ...head }).end(JSON.stringify(body));
const wrapped = (data: unknown) => ({ data, status_code: 1000, timestamp: "2026-11-23T08:00:00Z" });
const location = (id: string) => ({ id, coordinates: { latitude: "53", longitude: "-14" }, evses: [] });

/** A network of two pages. */
const paged = (req: IncomingMessage, res: ServerResponse) => {
  const url = new URL(req.url!, at);
  if (url.pathname === "/versions")
    return json(
      res,
      wrapped([
        { version: "2.1.1", url: `${at}/old` },
        { version: "2.2.1", url: `${at}/new` },
      ]),
    );
  if (url.pathname === "/new")
    return json(
      res,
      wrapped({
        version: "2.2.1",
        endpoints: [
          { identifier: "locations", role: "RECEIVER", url: `${at}/wrong` },
          { identifier: "locations", role: "SENDER", url: `${at}/locations` },
          { identifier: "tariffs", role: "SENDER", url: `${at}/tariffs` },
        ],
      }),
    );
  if (url.pathname === "/tariffs") return json(res, wrapped([{ id: "t" }]));
  return url.searchParams.get("offset") === "1"
    ? json(res, wrapped([location("b")]))
    : json(res, wrapped([location("a")]), { Link: `<${at}/locations?offset=1>; rel="next"` });
};
const read = (change: object = {}) =>
  call.post(AT).send({ name: "Test", address: `${at}/versions`, token: "secret", ...change });
const detail = (body: unknown) => (body as { detail: string }).detail;

test("the demo's network is there as read, and this program reads it without a fault", async () => {
  const [head] = (await call.get(AT)).body as NetworkHead[];
  expect(head).toMatchObject({
    id: "fallow-quay-network",
    name: "Island charging",
    locations: DEMO_NETWORKS["fallow-quay"].locations.length,
  });
  const kept = await call.get(`${AT}/fallow-quay-network`);
  const network = readNetwork(kept.text, "EUR");
  expect(network.ok && network.value.notes).toEqual([]);
  expect((kept.body as { locations: object[] }).locations.map((row) => ({ ...row, evses: 0 }))).toEqual(
    ocpiLocations(DEMO_NETWORKS["fallow-quay"], 0).map((row) => ({ ...row, evses: 0 })),
  );
});

test("a network is read from its versions on, page by page, with its token in base 64", async () => {
  answer = paged;
  const made = await read();
  expect(made.status).toBe(201);
  expect(made.body).toMatchObject({ name: "Test", address: `${at}/versions`, locations: 2 });
  expect(asked.map(({ url }) => url)).toEqual([
    "/versions",
    "/new",
    "/locations",
    "/locations?offset=1",
    "/tariffs",
  ]);
  expect(new Set(asked.map(({ token }) => token))).toEqual(
    new Set([`Token ${Buffer.from("secret").toString("base64")}`]),
  );
  const { id } = made.body as NetworkHead;
  expect((await call.get(`${AT}/${id}`)).body).toEqual({
    locations: [location("a"), location("b")],
    tariffs: [{ id: "t" }],
  });
});

test("read anew it takes the place of the older reading, and the token is kept nowhere", async () => {
  answer = paged;
  const before = (await read()).body as NetworkHead;
  const again = await read({ name: "Renamed" });
  expect(again.status).toBe(200);
  expect(again.body).toMatchObject({ id: before.id, name: "Renamed" });
  expect(Date.parse((again.body as NetworkHead).readAt)).toBeGreaterThanOrEqual(Date.parse(before.readAt));
  const rows = await orm.em.fork().find(NetworkEntity, {});
  expect(JSON.stringify(rows)).not.toContain("secret");
  expect(rows.filter(({ address }) => address === `${at}/versions`)).toHaveLength(1);
});

test("a plain list of locations is a network too", async () => {
  answer = (_req, res) => json(res, [location("a")]);
  expect((await read({ address: `${at}/list` })).body).toMatchObject({ locations: 1 });
});

test.each([
  [
    "a token that is refused",
    (_: unknown, res: ServerResponse) => res.writeHead(401).end(),
    "It does not accept this token.",
  ],
  ["a server's fault", (_: unknown, res: ServerResponse) => res.writeHead(500).end(), "It answers with 500."],
  ["no JSON", (_: unknown, res: ServerResponse) => res.end("<html>"), "It answers with what is no JSON."],
  [
    "a refusal of the protocol",
    (_: unknown, res: ServerResponse) => json(res, { status_code: 2004, status_message: "no" }),
    "It refuses with 2004: no.",
  ],
  [
    "another version only",
    (_: unknown, res: ServerResponse) => json(res, wrapped([{ version: "2.1.1", url: "x" }])),
    "It speaks 2.1.1; accepted: 2.2.1 or 2.2.",
  ],
  [
    "something else",
    (_: unknown, res: ServerResponse) => json(res, wrapped({ hello: 1 })),
    "It answers with neither versions, endpoints nor locations.",
  ],
  [
    "being sent on",
    (_: unknown, res: ServerResponse) => res.writeHead(302, { Location: "http://127.0.0.1:1/" }).end(),
    "It sends on to another address; give that one.",
  ],
  [
    "breaking off",
    (_: unknown, res: ServerResponse) => {
      res.writeHead(200, { "Content-Length": "100" }).write("[", () => res.destroy());
    },
    "It broke off in the middle.",
  ],
] as const)("%s is said in words, and nothing changes", async (_, how, says) => {
  const before = (await call.get(AT)).body as unknown;
  answer = how as typeof answer;
  const refused = await read({ address: `${at}/other` });
  expect([refused.status, detail(refused.body)]).toEqual([502, says]);
  expect((await call.get(AT)).body).toEqual(before);
});

test("the demo's own address is one that can be asked; a port of another protocol is not, and is said", async () => {
  for (const household of ["fallow-quay", "larch-hollow"]) {
    const [{ address }] = (await call.get(`/api/households/${household}/networks`)).body as [NetworkHead];
    // Whoever answers there, or nobody: it is asked.
    expect(new URL(address!).port).toBe("4182");
    const error = await fetch(address!).then(
      () => null,
      (refused: Error) => refused,
    );
    expect((error?.cause as Error | undefined)?.message).not.toBe("bad port");
  }
  expect(detail((await read({ address: "http://127.0.0.1:4190/versions" })).body)).toBe(
    "Port 4190 belongs to another protocol and is never asked.",
  );
});

test("nobody there, a link-local address, and one that points elsewhere with the token: all refused", async () => {
  expect(detail((await read({ address: "http://127.0.0.1:4184/versions" })).body)).toBe(
    "Nobody answers at http://127.0.0.1:4184.",
  );
  expect(detail((await read({ address: "http://169.254.169.254/latest" })).body)).toMatch(
    /never connects to/,
  );
  answer = (_req, res) => json(res, wrapped([{ version: "2.2.1", url: "http://127.0.0.1:1/steal" }]));
  expect(detail((await read({ address: `${at}/x` })).body)).toMatch(/points on to http:\/\/127\.0\.0\.1:1/);
});

test("an address that is none is refused with what is accepted", async () => {
  for (const address of ["ftp://posts.example", "posts", 4]) {
    const refused = await read({ address });
    expect(refused.status).toBe(422);
    expect((refused.body as { errors: { field: string }[] }).errors[0]!.field).toBe("address");
  }
  expect(
    (await call.post("/api/households/nobody/networks").send({ name: "x", address: `${at}/list` })).status,
  ).toBe(404);
  expect((await call.get("/api/households/nobody/networks")).status).toBe(404);
});

test("a file is kept under its name, taken in anew under the same, and forgotten", async () => {
  const file = (locations: unknown, name = "From a file") =>
    call.post(`${AT}/file`).send({ name, locations });
  const made = await file([location("a")]);
  expect([made.status, (made.body as NetworkHead).address]).toEqual([201, null]);
  const again = await file([location("a"), location("b")]);
  expect([again.status, again.body]).toMatchObject([
    200,
    { id: (made.body as NetworkHead).id, locations: 2 },
  ]);
  expect((await file("none")).status).toBe(422);
  const { id } = made.body as NetworkHead;
  expect((await call.delete(`${AT}/${id}`)).status).toBe(200);
  expect((await call.get(`${AT}/${id}`)).status).toBe(404);
  expect((await call.delete(`/api/households/larch-hollow/networks/fallow-quay-network`)).status).toBe(404);
});

const TOKEN = "quay-lantern-4711-otter";
test.each<[string, (req: IncomingMessage, res: ServerResponse) => void]>([
  ["in its refusal", (_, res) => json(res, { status_code: 2004, status_message: `Invalid token ${TOKEN}` })],
  [
    "in its refusal, cut short",
    (_, res) => json(res, { status_code: 2004, status_message: `Invalid token ${TOKEN.slice(0, 12)}…` }),
  ],
  [
    "in base 64, as it was sent",
    (req, res) => json(res, { status_code: 2004, status_message: req.headers.authorization }),
  ],
  ["in its versions", (_, res) => json(res, wrapped([{ version: TOKEN, url: at }]))],
  [
    "in the address of its next page",
    (_, res) => json(res, [location("a")], { Link: `<http://${TOKEN}.example/>; rel="next"` }),
  ],
  ["in what is no address", (_, res) => json(res, wrapped([{ version: "2.2.1", url: `http://[${TOKEN}` }]))],
  ["in the name of a post", (_, res) => json(res, [{ ...location("a"), name: `Post ${TOKEN}` }])],
])(
  "a network that repeats the token it was sent %s is not read, and the token is shown nowhere",
  async (_, how) => {
    answer = how;
    const sent = await read({ token: TOKEN, address: `${at}/echo` });
    expect(sent.status).toBe(502);
    expect(sent.text).not.toMatch(/quay-lan|otter|cXVheS1s/);
    expect(detail(sent.body)).toMatch(/repeats the token it was sent/);
    const kept = await orm.em.fork().find(NetworkEntity, { address: `${at}/echo` });
    expect(kept).toEqual([]);
  },
);

test("what a network says is shown where it repeats nothing; 12 MB of nesting are refused in words", async () => {
  answer = (_, res) => json(res, { status_code: 2004, status_message: "Your contract has ended" });
  expect(detail((await read({ token: TOKEN })).body)).toBe("It refuses with 2004: Your contract has ended.");
  answer = (_, res) => res.end("[".repeat(12_000_000));
  expect(detail((await read({ token: TOKEN })).body)).toBe(
    "It has lists and objects in each other, more than 64 deep.",
  );
});
