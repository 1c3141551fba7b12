import { readdirSync, writeFileSync } from "node:fs";
import { Agent, createServer as createHttpServer, request as httpRequest } from "node:http";
import type { AddressInfo, Socket } from "node:net";
import { join } from "node:path";
import fc from "fast-check";
import { KIND_NAMES, type Garage } from "@kettleback/core";
import { Keeper } from "../database";
import { piecesOf, type Piece } from "../take/pieces";
import { spool } from "../take/spool";
import { KeptServer } from "./kept-server";

// What is kept is written to a real disk, which may be slow.

const kept = KeptServer.forEachTest();
const app = () => kept.app();
const call = () => kept.call();
const filed = (id: string) => kept.file(id);

const take = (text: string, into?: string) =>
  call()
    .post(`/api/take${into ? `?into=${into}` : ""}`)
    .type("json")
    .send(text);
const count = async (table: string) =>
  (
    (await kept.keeper.em.fork().getConnection().execute(`select count(*) as n from ${table}`)) as [
      { n: number },
    ]
  )[0].n;
/** What lies beside the database that is not its own. */
const left = () => readdirSync(kept.folder).filter((name) => name.includes(".taken-"));

type Json = Record<string, unknown>;

/** A document with its fields, and those of all within it, in the order of their names. */
const sorted = (value: unknown): unknown =>
  Array.isArray(value)
    ? (value as unknown[]).map(sorted)
    : typeof value === "object" && value !== null
      ? Object.fromEntries(
          Object.entries(value)
            .sort(([a], [b]) => (a < b ? -1 : 1))
            .map(([key, inner]) => [key, sorted(inner)]),
        )
      : value;

describe("a household file taken in", () => {
  test.each([
    ["as it was written", (text: string) => text],
    ["with every field in the order of its name", (text: string) => JSON.stringify(sorted(JSON.parse(text)))],
    [
      "with its fields the other way round",
      (text: string) =>
        JSON.stringify(Object.fromEntries(Object.entries(JSON.parse(text) as Json).reverse())),
    ],
    ["spread over lines", (text: string) => JSON.stringify(JSON.parse(text), null, 8)],
  ])("%s goes out again to the same bytes", async (_, written) => {
    const text = await filed("fallow-quay");
    const taken = await take(written(text));
    expect([taken.status, taken.body]).toEqual([201, expect.objectContaining({ version: 1 })]);
    expect(await filed((taken.body as { id: string }).id)).toBe(text);
    expect(left()).toEqual([]);
  });

  test("has nothing of it to be seen before all of it is there, and nothing after it broke off", async () => {
    const text = await filed("fallow-quay");
    const before = [
      await count("car"),
      await count("session"),
      await count("sample"),
      await count("household"),
    ];
    const address = app().listen(0, "127.0.0.1");
    await new Promise((done) => address.once("listening", done));
    const { port } = address.address() as AddressInfo;
    // The line is cut half way.
    await new Promise((done) => {
      const cut = httpRequest({
        port,
        host: "127.0.0.1",
        path: "/api/take",
        method: "POST",
        headers: { "Content-Length": text.length },
      });
      cut.once("error", done);
      cut.write(text.slice(0, text.length / 2), () => setTimeout(() => cut.destroy(), 50));
    });
    // It ends too early, or says of a session what cannot be kept: after its things were read.
    const broken = [text.slice(0, -3), text.replace(/"samples": \[\n {3}\[\d+/, '"samples": [\n   [-1')];
    for (const one of broken) expect([400, 422]).toContain((await take(one)).status);
    expect([
      await count("car"),
      await count("session"),
      await count("sample"),
      await count("household"),
    ]).toEqual(before);
    await new Promise((done) => address.close(done));
    for (let i = 0; i < 50 && left().length > 0; i++) await new Promise((again) => setTimeout(again, 20));
    expect(left()).toEqual([]);
  });

  test("that fails while it is written leaves nothing, and what was on its way when the program ended goes at the next start", async () => {
    const text = await filed("fallow-quay");
    const tables = ["household", "car", "place", "session", "sample"];
    const counts = () => Promise.all(tables.map(count));
    const before = await counts();
    const { Arrival } = await import("../database");
    const finish = jest.spyOn(Arrival.prototype, "finish").mockRejectedValueOnce(new Error("disk I/O error"));
    expect((await take(text)).status).toBe(507);
    expect(await counts()).toEqual(before);
    // As kill -9 would leave it: all of it written, nothing finished, nothing dropped.
    finish.mockRejectedValueOnce(new Error("killed"));
    const drop = jest.spyOn(Arrival.prototype, "drop").mockResolvedValueOnce(undefined);
    expect((await take(text)).status).toBe(500);
    expect((await counts())[0]).toBe(before[0]! + 1);
    expect((await call().get("/api/households")).body).toHaveLength(2);
    expect((await call().get("/api/bin")).body).toEqual([]);
    finish.mockRestore();
    drop.mockRestore();
    writeFileSync(join(kept.folder, "own.sqlite.taken-half"), "{");
    await kept.keeper.close();
    kept.keeper = await Keeper.open(join(kept.folder, "own.sqlite"));
    expect(await counts()).toEqual(before);
  });

  test("lets others in while four thousand things come in", async () => {
    const file = JSON.parse(await filed("fallow-quay")) as Json & { cars: { key: string; spec: object }[] };
    const [car] = file.cars;
    file.cars = [...file.cars, ...Array.from({ length: 4_000 }, (_, i) => ({ ...car!, key: `more-${i}` }))];
    const agent = call();
    const { Arrival } = await import("../database");
    const things = jest.spyOn(Arrival.prototype, "things");
    let done = false;
    const taking = agent
      .post("/api/take")
      .type("json")
      .send(JSON.stringify(file))
      .then((answer) => {
        done = true;
        return answer;
      });
    let meanwhile = 0;
    while (!done) {
      const households = (await agent.get("/api/households")).body as { id: string }[];
      // It is seen once all of it is there, a moment before its answer comes.
      for (const { id } of households.slice(2)) {
        const seen = (await agent.get(`/api/households/${id}/garage`)).body as Garage;
        expect(seen.cars).toHaveLength(file.cars.length);
      }
      meanwhile += 1;
    }
    const taken = await taking;
    expect(taken.status).toBe(201);
    const written = things.mock.calls.map(([, , some]) => some.length);
    things.mockRestore();
    expect(Math.max(...written)).toBeLessThanOrEqual(500);
    expect(written.reduce((a, b) => a + b)).toBe(
      KIND_NAMES.reduce((n, kind) => n + (file[kind] as []).length, 0),
    );
    // A dozen at the least: each in a turn between two of the import.
    expect(meanwhile).toBeGreaterThan(12);
    const garage = (await agent.get(`/api/households/${(taken.body as { id: string }).id}/garage`))
      .body as Garage;
    expect(garage.cars).toHaveLength(file.cars.length);
    expect(garage.cars[0]!.spec).toEqual(car!.spec);
  });

  test("is judged and kept however long that takes: its line may be silent meanwhile, and is watched from the next request on", async () => {
    const file = JSON.parse(await filed("fallow-quay")) as Json & { cars: { key: string }[] };
    file.cars = [
      ...file.cars,
      ...Array.from({ length: 2_000 }, (_, i) => ({ ...file.cars[0]!, key: `more-${i}` })),
    ];
    const server = app().listen(0, "127.0.0.1").setTimeout(60_000);
    await new Promise((done) => server.once("listening", done));
    const { port } = server.address() as AddressInfo;
    const lines: Socket[] = [];
    server.on("connection", (line) => lines.push(line));
    const agent = new Agent({ keepAlive: true });
    const ask = (method: string, path: string, body = "") =>
      new Promise<{ status: number; silence: readonly (number | undefined)[] }>((resolve, reject) => {
        const silence = new Set<number | undefined>();
        const looking = setInterval(() => lines.length > 0 && silence.add(lines[0]!.timeout), 2);
        server.once("request", () => silence.add(lines[0]!.timeout));
        const headers = { Host: "127.0.0.1:4180", "Content-Type": "application/json" };
        const asked = httpRequest({ port, agent, method, path, headers }, (answer) => {
          clearInterval(looking);
          answer.resume().once("end", () => resolve({ status: answer.statusCode!, silence: [...silence] }));
        });
        asked.once("error", reject);
        asked.end(body);
      });
    const taken = await ask("POST", "/api/take", JSON.stringify(file));
    expect([taken.status, ...taken.silence.slice(0, 2)]).toEqual([201, 60_000, 0]);
    const after = await ask("GET", "/api/households");
    expect([after.status, lines.length]).toEqual([200, 1]);
    expect(after.silence).toContain(60_000);
    agent.destroy();
    server.close();
  });

  test("into a household there is brings what that lacks, under the parents it has, and nothing that was recorded", async () => {
    const file = JSON.parse(await filed("fallow-quay")) as Json & {
      places: { key: string; parent: string | null; spec: { name: string } }[];
      outlets: { key: string; parent: string | null; spec: { name: string } }[];
    };
    const [place] = file.places;
    const outlet = file.outlets.find(({ parent }) => parent === place!.key)!;
    file.places.push({ ...place!, key: "new-place", spec: { ...place!.spec, name: "The new barn" } });
    file.outlets.push(
      { ...outlet, key: "there", spec: { ...outlet.spec, name: "Beside the old one" } },
      { ...outlet, key: "new", parent: "new-place" },
    );
    const before = (await call().get("/api/households/fallow-quay/garage")).body as Garage;
    const sessions = await count("session");
    expect(sessions).toBeGreaterThan(10);
    const taken = await take(JSON.stringify(file), "fallow-quay");
    expect([taken.status, (taken.body as { id: string }).id]).toEqual([201, "fallow-quay"]);
    const after = (await call().get("/api/households/fallow-quay/garage")).body as Garage;
    expect(KIND_NAMES.map((kind) => after[kind].length - before[kind].length)).toEqual(
      KIND_NAMES.map((kind) => ({ places: 1, outlets: 2 })[kind as string] ?? 0),
    );
    const barn = after.places.find(({ spec }) => spec.name === "The new barn")!;
    const parents = after.outlets.slice(-2).map(({ spec, parentId }) => [spec.name, parentId]);
    expect(parents).toEqual([
      ["Beside the old one", before.places[0]!.id],
      [outlet.spec.name, barn.id],
    ]);
    expect(await count("session")).toBe(sessions);
    expect(await count("household")).toBe(2);
  });

  test("leaves off when another copy is put in place, and none of its readings come into a session there", async () => {
    kept.keeper.startCopying(() => undefined);
    for (let i = 0; i < 200 && kept.keeper.copies().length === 0; i++)
      await new Promise((again) => setTimeout(again, 20));
    const file = JSON.parse(await filed("fallow-quay")) as Json & { sessions: { samples: unknown[] }[] };
    const at = Date.UTC(2031, 0, 1);
    file.sessions[0]!.samples = Array.from({ length: 60_000 }, (_, i) => [
      at + i * 1000,
      1,
      null,
      null,
      null,
    ]);
    const before = await count("sample");
    const agent = call();
    const { Arrival } = await import("../database");
    const restored: Promise<number>[] = [];
    const own = Arrival.prototype.samples;
    const samples = jest.spyOn(Arrival.prototype, "samples").mockImplementation(function (
      this: never,
      ...given
    ) {
      if (restored.length === 0)
        restored.push(
          agent
            .post(`/api/copies/${kept.keeper.copies()[0]!.name}/restore`)
            .send({})
            .then(({ status }) => status),
        );
      return own.apply(this, given);
    });
    const taken = await agent.post("/api/take").type("json").send(JSON.stringify(file));
    samples.mockRestore();
    expect([taken.status, await restored[0]]).toEqual([503, 200]);
    expect(await count("sample")).toBe(before);
    expect(await count("household")).toBe(2);
  });

  test("into a household that is gone by then is refused, and leaves nothing", async () => {
    const text = await filed("larch-hollow");
    const before = await count("place");
    expect((await take(text, "nobody")).status).toBe(404);
    const { Arrival } = await import("../database");
    const things = jest.spyOn(Arrival.prototype, "things").mockImplementationOnce(async () => {
      await kept.keeper.em
        .fork()
        .getConnection()
        .execute("update household set deleted_at = 1 where id = 'larch-hollow'");
    });
    expect((await take(text.replaceAll('"name": "', '"name": "New '), "larch-hollow")).status).toBe(404);
    expect(things).toHaveBeenCalled();
    things.mockRestore();
    expect([await count("place"), await count("household")]).toEqual([before, 2]);
  });

  test("of an older version is brought up to this one; one too large of it is refused", async () => {
    const { readFileSync } = await import("node:fs");
    const old = readFileSync(join(__dirname, "../../../core/src/tests/fixtures/household-v3.json"), "utf8");
    const taken = await take(old);
    expect(taken.status).toBe(201);
    expect(JSON.parse(await filed((taken.body as { id: string }).id))).toMatchObject({ version: 4 });
    const large = await take(old.replace(/\}\s*$/, `${" ".repeat(33 * 1024 * 1024)}}`));
    expect([large.status, large.body]).toEqual([413, expect.objectContaining({ title: "Too large" })]);
  });
});

describe("a garage", () => {
  test("is sent once and, unchanged, asked for by its tag; with anything in it changed it is sent anew", async () => {
    const agent = call();
    const get = (tag?: string) => {
      const asked = agent.get("/api/households/fallow-quay/garage");
      return tag ? asked.set("If-None-Match", tag) : asked;
    };
    const first = await get();
    const tag = () => first.headers.etag as string;
    expect(first.headers["cache-control"]).toBe("private, no-cache");
    const same = await get(tag());
    expect([same.status, same.text]).toEqual([304, ""]);
    const { id, version, spec } = (first.body as Garage).places[0]!;
    const changes = [
      () =>
        agent
          .put(`/api/households/fallow-quay/places/${id}`)
          .send({ version, spec: { ...spec, note: "new" }, parentId: null }),
      () =>
        agent.post("/api/households/fallow-quay/places").send({ spec: { name: "another" }, parentId: null }),
      () => agent.delete(`/api/households/fallow-quay/places/${id}`).send({ version: version + 1 }),
      () =>
        agent.put("/api/households/fallow-quay").send({
          version: (first.body as Garage).household.version,
          spec: { ...(first.body as Garage).household.spec, name: "Fallow" },
        }),
    ];
    const tags = new Set([tag()]);
    for (const change of changes) {
      expect((await change()).status).toBeLessThan(300);
      const next = await get(tag());
      expect(next.status).toBe(200);
      tags.add(next.headers.etag as string);
      // What is told is what lies there, not what was remembered.
      expect(next.text).toBe((await call().get("/api/households/fallow-quay/garage")).text);
    }
    expect(tags.size).toBe(changes.length + 1);
    // Another household's changes are no concern of it.
    const latest = [...tags].at(-1)!;
    await agent
      .post("/api/households/larch-hollow/places")
      .send({ spec: { name: "elsewhere" }, parentId: null });
    expect((await get(latest)).status).toBe(304);
  });

  test("that nothing was written to since is told without a question to the database; after any kind of write it is read", async () => {
    const agent = call();
    const get = async () => (await agent.get("/api/households/fallow-quay/garage")).body as Garage;
    await get();
    const asked = jest.spyOn(kept.keeper, "reading");
    await get();
    expect(asked).not.toHaveBeenCalled();
    const em = kept.keeper.em.fork();
    await em.getConnection().execute("update car set version = version + 1");
    await get();
    expect(asked).toHaveBeenCalledTimes(1);
    await em.transactional(async (tx) => {
      await tx.getConnection().execute("delete from session", [], "run", tx.getTransactionContext());
    });
    asked.mockClear();
    await get();
    expect(asked).toHaveBeenCalledTimes(1);
    // What is only read is no write.
    await em.getConnection().execute(" Select * from car");
    asked.mockClear();
    await get();
    expect(asked).not.toHaveBeenCalled();
  });

  test("is of one moment: what is written in one go while it is read is in it whole or not at all", async () => {
    const em = kept.keeper.em.fork();
    let written: Promise<unknown> | undefined;
    const write = () => {
      const of = "set version = version + 1, spec = json_set(spec, '$.name', 'All new')";
      written = em.transactional(async (tx) => {
        for (const table of ["car", "place"])
          await tx.getConnection().execute(`update ${table} ${of}`, [], "run", tx.getTransactionContext());
      });
      return written;
    };
    const open = kept.keeper.reading.bind(kept.keeper);
    jest.spyOn(kept.keeper, "reading").mockImplementation(() => {
      const reading = open();
      return {
        ...reading,
        rows: async <T>(sql: string, values: readonly unknown[]) => {
          // Cars are read by now, places are not.
          if (!written && /from `place` where id in/.test(sql)) await write();
          return reading.rows<T>(sql, values);
        },
      };
    });
    const garage = (await call().get("/api/households/fallow-quay/garage")).body as Garage;
    await written;
    expect(written).toBeDefined();
    const isNew = ({ cars, places }: Garage) => [
      ...new Set([...cars, ...places].map(({ spec }) => spec.name === "All new")),
    ];
    expect(isNew(garage)).toEqual([false]);
    // What was written meanwhile is there for whoever asks after it.
    expect(isNew((await call().get("/api/households/fallow-quay/garage")).body as Garage)).toEqual([true]);
  });

  test("tells what a thing belongs to as it is, though the thing itself was not written", async () => {
    const agent = call();
    const get = async () => (await agent.get("/api/households/fallow-quay/garage")).body as Garage;
    const { id, parentId, version } = (await get()).outlets.find((row) => row.parentId !== null)!;
    await kept.keeper.em.fork().getConnection().execute("delete from place where id = ?", [parentId]);
    expect((await get()).outlets.find((row) => row.id === id)).toMatchObject({ version, parentId: null });
  });

  test("of another copy in the database's place is never taken for the one before, whatever its versions", async () => {
    const agent = call();
    const at = "/api/households/fallow-quay";
    const garage = (await agent.get(`${at}/garage`)).body as Garage;
    const { id, version, spec } = garage.places[0]!;
    kept.keeper.startCopying(() => undefined);
    for (let i = 0; i < 200 && kept.keeper.copies().length === 0; i++)
      await new Promise((again) => setTimeout(again, 20));
    const put = (note: string, seen: number) =>
      agent
        .put(`${at}/places/${id}`)
        .send({ version: seen, spec: { ...spec, note }, parentId: garage.places[0]!.parentId });
    await put("one", version);
    const before = await agent.get(`${at}/garage`);
    const [copy] = kept.keeper.copies();
    expect((await agent.post(`/api/copies/${copy!.name}/restore`).send({})).status).toBe(200);
    await put("two", version);
    const after = await agent.get(`${at}/garage`).set("If-None-Match", before.headers.etag as string);
    expect([after.status, (after.body as Garage).places[0]!.spec]).toEqual([200, { ...spec, note: "two" }]);
  });

  test("asked for by many while it changes, gives each what they had written by then", async () => {
    const agent = call();
    const names: string[] = [];
    await Promise.all(
      Array.from({ length: 24 }, async (_, i) => {
        await agent
          .post("/api/households/fallow-quay/places")
          .send({ spec: { name: `slip ${i}` }, parentId: null });
        const garage = (await agent.get("/api/households/fallow-quay/garage")).body as Garage;
        expect(garage.places.map(({ spec }) => spec.name)).toContain(`slip ${i}`);
        names.push(`slip ${i}`);
      }),
    );
    expect(names).toHaveLength(24);
  });
});

describe("the pieces of a document", () => {
  const read = async (text: string): Promise<Piece[]> => {
    const file = join(kept.folder, "document.json");
    writeFileSync(file, text);
    const pieces: Piece[] = [];
    for await (const some of piecesOf(file)) pieces.push(...some);
    return pieces;
  };

  test("are told by what they are and where they stand", async () => {
    const text = `{"format": "f", "cars": [{"key": "a"}, 5], "places": {"b": 1}, "else": [1, {"cars": [7]}],
      "sessions": [{"samples": [[1, 2], []], "spec": {"a": [1]}, "more": {"spec": 2}}, 3, {"samples": 4}, []], "version": 4}`;
    expect(await read(text)).toEqual([
      { is: "field", name: "format", value: "f" },
      { is: "field", name: "cars", value: [] },
      { is: "thing", kind: "cars", at: 0, value: { key: "a" } },
      { is: "thing", kind: "cars", at: 1, value: 5 },
      { is: "field", name: "places", value: null },
      { is: "field", name: "else", value: null },
      { is: "field", name: "sessions", value: [] },
      { is: "sample", session: 0, at: 0, value: [1, 2] },
      { is: "sample", session: 0, at: 1, value: [] },
      { is: "spec", at: 0, value: { a: [1] } },
      { is: "session", at: 0, value: { samples: [], spec: { a: [1] }, more: null } },
      { is: "session", at: 1, value: null },
      { is: "session", at: 2, value: { samples: null } },
      { is: "session", at: 3, value: null },
      { is: "field", name: "version", value: 4 },
    ]);
  });

  test.each([
    ["nothing", "", "ends too early"],
    ["a brace", "{", "ends too early"],
    ["a list that goes on", '{"cars": [1, 2', "ends too early"],
    ["a word far below its last sound token", `{"cars": [${"\n".repeat(20_000)}x]}`, "line 20001 "],
    ["no colon", '{"cars" 5}', "cannot be read"],
    ["two documents", "{} {}", "cannot be read"],
    ["a number with a nought before it", '{"a": 01}', "cannot be read"],
    ["a description twice", '{"sessions": [{"spec": {}, "spec": {}}]}', "comes twice"],
    ["readings twice", '{"sessions": [{"samples": [], "samples": []}]}', "comes twice"],
    [
      "seventeen megabytes in one",
      `{"household": "${"x".repeat(17 * 1024 * 1024)}"}`,
      "up to 16777216 bytes",
    ],
  ])("%s is refused", async (_, text, message) => {
    await expect(read(text)).rejects.toThrow(message);
  });

  test("of any JSON are found as a reader of the whole finds them", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.dictionary(
          fc.constantFrom(
            "format",
            "version",
            "household",
            "cars",
            "places",
            "sessions",
            "else",
            "__proto__",
          ),
          fc.oneof(fc.jsonValue({ maxDepth: 4 }), fc.array(fc.jsonValue({ maxDepth: 3 }))),
        ),
        fc.nat({ max: 3 }),
        async (document, indent) => {
          const text = JSON.stringify(document, null, indent);
          const whole = JSON.parse(text) as Json;
          const pieces = await read(text);
          for (const kind of ["cars", "places"] as const) {
            const things = pieces.flatMap((piece) =>
              piece.is === "thing" && piece.kind === kind ? [piece.value] : [],
            );
            expect(things).toEqual(Array.isArray(whole[kind]) ? whole[kind] : []);
          }
          for (const name of ["format", "version", "household"])
            expect(pieces.filter((piece) => piece.is === "field" && piece.name === name)).toEqual(
              name in whole ? [{ is: "field", name, value: whole[name] }] : [],
            );
          const sessions = Array.isArray(whole.sessions) ? (whole.sessions as unknown[]) : [];
          expect(
            pieces.filter(({ is }) => is === "session").map((piece) => (piece as { at: number }).at),
          ).toEqual(sessions.map((_, i) => i));
        },
      ),
      { numRuns: 150 },
    );
  });
});

test("a file that stops coming is refused in words, and leaves nothing", async () => {
  const beside = join(kept.folder, "own.sqlite");
  const server = createHttpServer((req, res) => {
    void spool(req, beside, 1_500).catch((error: Error) => res.writeHead(408).end(error.message));
  }).listen(0, "127.0.0.1");
  await new Promise((done) => server.once("listening", done));
  const { port } = server.address() as AddressInfo;
  const answer = await new Promise<readonly [number, string]>((resolve, reject) => {
    const asked = httpRequest({ port, method: "POST", headers: { "Content-Length": 100 } }, (res) => {
      let text = "";
      res.on("data", (chunk: Buffer) => (text += chunk.toString()));
      res.on("end", () => resolve([res.statusCode!, text]));
    });
    asked.once("error", reject);
    asked.write("{");
    // Slowly is no silence.
    setTimeout(() => asked.write(" "), 900);
    setTimeout(() => expect(left()).toHaveLength(1), 1_700);
  });
  expect(answer).toEqual([408, expect.stringContaining("did not come within 1.5 s; nothing was written")]);
  expect(left()).toEqual([]);
  server.closeAllConnections();
  await new Promise((done) => server.close(done));
});
