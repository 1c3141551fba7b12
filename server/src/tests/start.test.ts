import {
  copyFileSync,
  existsSync,
  linkSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  truncateSync,
  writeFileSync,
} from "node:fs";
import { request as httpsRequest, type RequestOptions } from "node:https";
import { connect, createServer, type AddressInfo } from "node:net";
import { join } from "node:path";
import { copiesFolder, openDatabase } from "../database";
import { startedServers } from "./started-server";

// A whole server is started for each.

const { folder, start } = startedServers("start");

test("it says where it listens, answers there, and stops when asked", async () => {
  let healthy = false;
  const run = await start({ KETTLEBACK_DEMO: "1" }, async (address, signal) => {
    healthy = (await fetch(`${address}/api/health`)).ok;
    signal("SIGTERM");
  });
  expect(healthy).toBe(true);
  expect(run.code).toBe(0);
  expect(run.out).toMatch(/ready at http:\/\/127\.0\.0\.1:\d+/);
});

test("a taken port, a newer database and a wrong setting are told in one sentence each", async () => {
  const other = createServer().listen(0, "127.0.0.1");
  await new Promise((done) => other.once("listening", done));
  const { port } = other.address() as AddressInfo;
  const taken = await start({ PORT: String(port) });
  other.close();
  expect([taken.code, taken.err]).toEqual([1, expect.stringContaining(`Port ${port} is taken`)]);

  const file = join(folder, "newer.sqlite");
  const orm = await openDatabase(file);
  await orm.em.getConnection().execute("insert into mikro_orm_migrations (name) values ('9999-future')");
  await orm.close();
  const newer = await start({ KETTLEBACK_DB: file });
  expect([newer.code, newer.err]).toEqual([1, expect.stringContaining("newer Kettleback")]);

  const wrong = await start({ PORT: "many" });
  expect([wrong.code, wrong.err]).toEqual([1, expect.stringContaining("PORT: accepted: 0 to 65535")]);
});

test("listening wider it asks for the passphrase, says where it answers, and says the passphrase nowhere", async () => {
  const passphrase = "curlews over the slip";
  let met: readonly unknown[] = [];
  const wide = await start(
    {
      KETTLEBACK_LISTEN: "0.0.0.0",
      KETTLEBACK_PASSPHRASE: passphrase,
      KETTLEBACK_DEMO: "1",
      LOG_LEVEL: "trace",
    },
    async (address, signal) => {
      const outside = await fetch(`${address}/api/households`);
      const entered = await fetch(`${address}/sign-in`, {
        method: "POST",
        body: new URLSearchParams({ passphrase }),
        redirect: "manual",
      });
      const cookie = entered.headers
        .getSetCookie()
        .map((one) => one.split(";")[0])
        .join("; ");
      const inside = await fetch(`${address}/api/households`, { headers: { cookie } });
      met = [outside.status, entered.status, inside.status];
      signal("SIGTERM");
    },
  );
  expect(met).toEqual([401, 303, 200]);
  expect(wide.code).toBe(0);
  expect(wide.out).toContain("to whoever gives the passphrase, at http://");
  // In no spelling, not even the form's own.
  expect(wide.out + wide.err).not.toMatch(/curlews|slip/);

  const bare = await start({ KETTLEBACK_LISTEN: "0.0.0.0" });
  expect([bare.code, bare.err]).toEqual([1, expect.stringContaining("KETTLEBACK_PASSPHRASE: needed")]);
  const elsewhere = await start({ KETTLEBACK_LISTEN: "203.0.113.7", KETTLEBACK_PASSPHRASE: passphrase });
  expect([elsewhere.code, elsewhere.err]).toEqual([
    1,
    expect.stringContaining("is no address of this machine"),
  ]);
});

test("a second one on the same file, by whatever name, is refused at start; the first goes on, and its end frees the file", async () => {
  const file = join(folder, "twice.sqlite");
  const link = join(folder, "link.sqlite");
  const elsewhere = join(folder, "elsewhere");
  mkdirSync(elsewhere);
  let met: readonly unknown[] = [];
  await start({ KETTLEBACK_DB: file }, async (address, signal) => {
    symlinkSync(file, link);
    const second = await start({ KETTLEBACK_DB: file });
    const linked = await start({ KETTLEBACK_DB: link });
    linkSync(file, join(elsewhere, "hard.sqlite"));
    const hard = await start({ KETTLEBACK_DB: join(elsewhere, "hard.sqlite") });
    const recovering = await start({ KETTLEBACK_DB: file }, undefined, ["recover"]);
    met = [second, linked, hard, recovering].map(({ code, err }) => [
      code,
      /is in use by another Kettleback/.test(err),
    ]);
    met = [...met, (await fetch(`${address}/api/health`)).status];
    signal("SIGKILL");
  });
  expect(met).toEqual([[1, true], [1, true], [1, true], [1, true], 200]);
  const third = await start({ KETTLEBACK_DB: file }, (_, signal) => signal("SIGTERM"));
  expect(third.code).toBe(0);
});

test.each([
  ["cut off", (file: string) => truncateSync(file, 5_000)],
  ["overwritten", (file: string) => writeFileSync(file, "junk ".repeat(2_000))],
])("%s while it runs health says so, and the page's button goes on from a copy", async (_, wreck) => {
  const file = join(folder, `wreck-${_.length}.sqlite`);
  let met: readonly unknown[] = [];
  const run = await start({ KETTLEBACK_DB: file, KETTLEBACK_DEMO: "1" }, async (address, signal) => {
    for (let i = 0; i < 100 && !existsSync(copiesFolder(file)); i++)
      await new Promise((done) => setTimeout(done, 50));
    const well = (await fetch(`${address}/api/health`)).status;
    wreck(file);
    const health = await fetch(`${address}/api/health`);
    const page = await (await fetch(`${address}/path`)).text();
    const pressed = await fetch(`${address}/recover`, { method: "POST", redirect: "manual" });
    const garage = await (await fetch(`${address}/api/households/fallow-quay/garage`)).text();
    met = [
      well,
      health.status,
      page.includes("Go on from the copy of"),
      pressed.status,
      garage.includes("Plover"),
      (await fetch(`${address}/api/health`)).status,
    ];
    signal("SIGTERM");
  });
  expect(met).toEqual([200, 503, true, 303, true, 200]);
  expect(run.code).toBe(0);
});

test("a folder that cannot be written is said in words, naming the setting", async () => {
  const plain = join(folder, "plain.txt");
  writeFileSync(plain, "no folder");
  const below = await start({ KETTLEBACK_DB: join(plain, "own.sqlite") });
  const nowhere = await start({ KETTLEBACK_DB: "/dev/null/own.sqlite" });
  for (const { code, err } of [below, nowhere])
    expect([code, err]).toEqual([
      1,
      expect.stringMatching(
        /KETTLEBACK_DB: accepted: a file in a folder that can be written; \S+ cannot \(E[A-Z]+\)\./,
      ),
    ]);
});

test("the passphrase may stand in a file, which the environment then does not have; one of both, and one that is there", async () => {
  const file = join(folder, "passphrase.txt");
  writeFileSync(file, "terns over the ferry\r\n");
  const wide = { KETTLEBACK_LISTEN: "0.0.0.0" };
  let met: readonly unknown[] = [];
  await start({ ...wide, KETTLEBACK_PASSPHRASE_FILE: file }, async (address, signal) => {
    const enter = (passphrase: string) =>
      fetch(`${address}/sign-in`, {
        method: "POST",
        body: new URLSearchParams({ passphrase }),
        redirect: "manual",
      });
    met = [(await enter("terns over the ferry")).status, (await enter("terns over the ferry\r\n")).status];
    signal("SIGTERM");
  });
  expect(met).toEqual([303, 403]);
  const both = await start({
    ...wide,
    KETTLEBACK_PASSPHRASE_FILE: file,
    KETTLEBACK_PASSPHRASE: "terns over the ferry",
  });
  expect([both.code, both.err]).toEqual([
    1,
    expect.stringContaining("KETTLEBACK_PASSPHRASE_FILE: accepted: this or"),
  ]);
  const none = await start({ ...wide, KETTLEBACK_PASSPHRASE_FILE: join(folder, "none.txt") });
  expect([none.code, none.err]).toEqual([
    1,
    expect.stringContaining("KETTLEBACK_PASSPHRASE_FILE: accepted: a file that can be read (ENOENT)"),
  ]);
  writeFileSync(file, "short\n");
  const short = await start({ ...wide, KETTLEBACK_PASSPHRASE_FILE: file });
  expect([short.code, short.err]).toEqual([1, expect.stringContaining("12 to 256 characters")]);
});

test("deleted while it runs the page says so, and its button goes on with all that was kept until then", async () => {
  const file = join(folder, "deleted.sqlite");
  let met: readonly unknown[] = [];
  await start({ KETTLEBACK_DB: file, KETTLEBACK_DEMO: "1" }, async (address, signal) => {
    const add = (name: string) =>
      fetch(`${address}/api/households/fallow-quay/places`, {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({ spec: { name }, parentId: null }),
      });
    const kept = await add("before it was deleted");
    rmSync(file);
    const refused = await add("after it was deleted");
    const page = await fetch(`${address}/path`);
    const pressed = await fetch(`${address}/recover`, { method: "POST", redirect: "manual" });
    const garage = await (await fetch(`${address}/api/households/fallow-quay/garage`)).text();
    met = [
      kept.status,
      refused.status,
      page.status,
      pressed.status,
      garage.includes("before it was deleted"),
      existsSync(file),
    ];
    signal("SIGTERM");
  });
  expect(met).toEqual([201, 503, 503, 303, true, true]);
});

test("over TLS it answers with its certificate, its cookie comes back over TLS alone, and plain requests get nothing", async () => {
  const passphrase = "curlews over the slip";
  const fixture = (name: string) => join(__dirname, "fixtures", name);
  const ca = readFileSync(fixture("tls-cert.pem"));
  const ask = (address: string, path: string, options: RequestOptions, body = "") =>
    new Promise<{ status: number; cookies: readonly string[] }>((resolve, reject) => {
      const asked = httpsRequest(`${address}${path}`, { ca, ...options }, (answer) => {
        answer.resume();
        resolve({ status: answer.statusCode!, cookies: answer.headers["set-cookie"] ?? [] });
      });
      asked.once("error", reject);
      asked.end(body);
    });
  let met: readonly unknown[] = [];
  await start(
    {
      KETTLEBACK_LISTEN: "0.0.0.0",
      KETTLEBACK_PASSPHRASE: passphrase,
      KETTLEBACK_TLS_CERT: fixture("tls-cert.pem"),
      KETTLEBACK_TLS_KEY: fixture("tls-key.pem"),
    },
    async (address, signal) => {
      const form = { "Content-Type": "application/x-www-form-urlencoded", Origin: address };
      const entered = await ask(
        address,
        "/sign-in",
        { method: "POST", headers: form },
        String(new URLSearchParams({ passphrase })),
      );
      const cookie = entered.cookies.map((one) => one.split(";")[0]).join("; ");
      const inside = await ask(address, "/api/households", { headers: { Cookie: cookie } });
      const foreign = await ask(address, "/api/households", {
        headers: { Cookie: cookie, Origin: address.replace("https", "http") },
      });
      const plain = await fetch(address.replace("https", "http")).catch(() => "nothing");
      met = [
        address.startsWith("https://"),
        entered.status,
        entered.cookies.every((one) => one.startsWith("__Host-") && one.includes("; Secure")),
        inside.status,
        foreign.status,
        plain,
      ];
      signal("SIGTERM");
    },
  );
  expect(met).toEqual([true, 303, true, 200, 403, "nothing"]);
});

test("on 127.0.0.5 it answers at the address it says", async () => {
  let status = 0;
  const run = await start({ KETTLEBACK_LISTEN: "127.0.0.5" }, async (address, signal) => {
    status = (await fetch(`${address}/api/health`)).status;
    signal("SIGTERM");
  });
  expect([run.out.includes("http://127.0.0.5:"), status]).toEqual([true, 200]);
});

test("a request whose head or body does not come is closed within the time stated", async () => {
  let met: readonly (readonly [string, number])[] = [];
  await start({}, async (address, signal) => {
    const { port } = new URL(address);
    const told = (text: string) =>
      new Promise<readonly [string, number]>((resolve) => {
        const began = performance.now();
        let said = "";
        const socket = connect(Number(port), "127.0.0.1", () => socket.write(text));
        socket.on("data", (chunk: Buffer) => (said += chunk.toString()));
        socket.on("close", () => resolve([said.split("\r\n")[0]!, (performance.now() - began) / 1000]));
        socket.on("error", () => undefined);
      });
    met = await Promise.all([
      told("GET / HTTP/1.1\r\nHost: 127.0.0.1"),
      told(
        "POST /api/households HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 100\r\n\r\n{",
      ),
    ]);
    signal("SIGTERM");
  });
  expect(met.map(([said]) => said)).toEqual(["HTTP/1.1 408 Request Timeout", "HTTP/1.1 408 Request Timeout"]);
  expect(met[0]![1]).toBeLessThan(5 + 5);
  expect(met[1]![1]).toBeGreaterThan(14);
  expect(met[1]![1]).toBeLessThan(15 + 5);
});

test("a limit on the size of files is told as a full disk, and what was kept before stays", async () => {
  const file = join(folder, "limited.sqlite");
  await start({ KETTLEBACK_DB: file, KETTLEBACK_DEMO: "1" }, (_, signal) => signal("SIGTERM"));
  // In blocks of 1024 bytes; enough for the log to begin and not for all that is written.
  const blocks = Math.ceil(statSync(file).size / 1024) + 100;
  let [added, refused, body] = [0, 0, ""];
  let there = 0;
  const run = await start(
    { KETTLEBACK_DB: file },
    async (address, signal) => {
      for (let i = 0; i < 2_000 && refused === 0; i++) {
        const sent = await fetch(`${address}/api/households/fallow-quay/places`, {
          method: "POST",
          headers: { "Content-Type": "application/json" },
          body: JSON.stringify({ spec: { name: `mooring ${i}`, note: "x".repeat(190) }, parentId: null }),
        });
        if (sent.status === 201) added += 1;
        else [refused, body] = [sent.status, await sent.text()];
      }
      signal("SIGKILL");
    },
    [],
    `ulimit -f ${blocks}`,
  );
  expect([run.code, refused, body]).toEqual([null, 507, expect.stringContaining("Disk full")]);
  expect(added).toBeGreaterThan(5);
  await start({ KETTLEBACK_DB: file }, async (address, signal) => {
    const garage = (await (await fetch(`${address}/api/households/fallow-quay/garage`)).json()) as {
      places: { spec: { name: string } }[];
    };
    there = garage.places.filter(({ spec }) => spec.name.startsWith("mooring ")).length;
    signal("SIGTERM");
  });
  expect(there).toBe(added);
});

test("killed while readings stream in, every one that was acknowledged is there after a restart, and no half batch", async () => {
  const file = join(folder, "streamed.sqlite");
  const BATCH = 200;
  const T0 = Date.UTC(2026, 10, 23, 18);
  const batch = (n: number) =>
    Array.from({ length: BATCH }, (_, i) => [T0 + (n * BATCH + i) * 1000, 2300 + n, 10, 230, null]);
  const post = (address: string, at: string, body: object) =>
    fetch(`${address}/api/households/fallow-quay/sessions${at}`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(body),
    });
  const acknowledged: number[] = [];
  let session = "";
  await start({ KETTLEBACK_DB: file, KETTLEBACK_DEMO: "1" }, async (address, signal) => {
    const spec = { name: "streamed", begin: "2026-11-23T18:00:00Z", source: "meter", key: "streamed" };
    session = ((await (await post(address, "", { spec })).json()) as { id: string }).id;
    for (let n = 0; ; n++) {
      // In the middle of one that is on its way.
      if (acknowledged.length === 8) setTimeout(() => signal("SIGKILL"), 3);
      const sent = await post(address, `/${session}/samples`, { samples: batch(n) }).catch(() => null);
      if (!sent) return;
      if (sent.status === 201) acknowledged.push(n);
    }
  });
  expect(acknowledged.length).toBeGreaterThanOrEqual(8);
  let moments: number[] = [];
  await start({ KETTLEBACK_DB: file, KETTLEBACK_DEMO: "1" }, async (address, signal) => {
    for (let from = 0; ;) {
      const page = (await (
        await fetch(`${address}/api/households/fallow-quay/sessions/${session}/samples?from=${from}`)
      ).json()) as { rows: [number][]; next: string | null };
      moments.push(...page.rows.map(([at]) => at));
      if (page.next === null) break;
      from = Number(page.next);
    }
    signal("SIGTERM");
  });
  moments = moments.map((at) => (at - T0) / 1000);
  expect(moments).toEqual(Array.from({ length: moments.length }, (_, i) => i));
  expect(moments.length % BATCH).toBe(0);
  expect(moments.length).toBeGreaterThanOrEqual(acknowledged.length * BATCH);
});

describe("a lost database, by the words that are told", () => {
  const households = async (address: string) =>
    ((await (await fetch(`${address}/api/households`)).json()) as object[]).length;

  /** A server that keeps the demo, has made its copy and is ended by a signal; then its file is wrecked or gone. */
  const lose = async (signal: "SIGTERM" | "SIGKILL", how: "damaged" | "gone") => {
    const home = mkdtempSync(join(folder, "lost-"));
    const file = join(home, "own.sqlite");
    await start({ KETTLEBACK_DB: file, KETTLEBACK_DEMO: "1" }, async (address, end) => {
      while (
        !existsSync(copiesFolder(file)) ||
        readdirSync(copiesFolder(file)).every((n) => n.endsWith(".part"))
      )
        await new Promise((again) => setTimeout(again, 20));
      const added = await fetch(`${address}/api/households/fallow-quay/places`, {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({ spec: { name: "the far mooring" }, parentId: null }),
      });
      expect(added.status).toBe(201);
      end(signal);
    });
    if (how === "gone") rmSync(file);
    else {
      writeFileSync(file, "x".repeat(40_000));
      // A whole log alone would still bring everything back.
      if (existsSync(`${file}-wal`)) truncateSync(`${file}-wal`, 5_000);
    }
    return { home, file };
  };

  test.each([
    ["SIGTERM", "damaged"],
    ["SIGKILL", "damaged"],
    ["SIGKILL", "gone"],
  ] as const)("after %s, %s: the page says so, and its button goes on from the copy", async (signal, how) => {
    const { home, file } = await lose(signal, how);
    const wreck = how === "damaged" ? readFileSync(file) : undefined;
    let met: readonly unknown[] = [];
    const run = await start({ KETTLEBACK_DB: file }, async (address, end) => {
      const page = await fetch(`${address}/path`);
      const text = await page.text();
      const refused = await fetch(`${address}/api/households`);
      const elsewhere = await fetch(`${address}/recover`, {
        method: "POST",
        headers: { Origin: "http://evil.example" },
      });
      const pressed = await fetch(`${address}/recover`, { method: "POST", redirect: "manual" });
      met = [
        page.status,
        /Go on from the copy of \d{4}-\d\d-\d\d, \d\d:\d\d UTC/.test(text),
        refused.status,
        elsewhere.status,
        pressed.status,
        await households(address),
      ];
      end("SIGTERM");
    });
    expect(met).toEqual([503, true, 503, 403, 303, 2]);
    expect(run.code).toBe(0);
    expect(run.err).toContain("npm run recover");
    const kept = readdirSync(home).filter((name) => name.includes(".lost-"));
    if (wreck) expect(kept.some((name) => readFileSync(join(home, name)).equals(wreck))).toBe(true);
  });

  test.each([
    ["SIGTERM", "damaged"],
    ["SIGKILL", "damaged"],
    ["SIGKILL", "gone"],
  ] as const)(
    "after %s, %s: the command goes on from the copy, and leaves a sound database alone",
    async (signal, how) => {
      const { file } = await lose(signal, how);
      const recovered = await start({ KETTLEBACK_DB: file }, undefined, ["recover"]);
      expect([recovered.code, recovered.out]).toEqual([
        0,
        expect.stringContaining("goes on from kettleback-"),
      ]);
      let there = 0;
      await start({ KETTLEBACK_DB: file }, async (address, end) => {
        there = await households(address);
        end("SIGTERM");
      });
      expect(there).toBe(2);
      const again = await start({ KETTLEBACK_DB: file }, undefined, ["recover"]);
      expect([again.code, again.err]).toEqual([
        1,
        expect.stringContaining("can be read: nothing was changed"),
      ]);
    },
  );

  test("a copy put in its place by hand, beside the log that kill -9 left, is what is opened", async () => {
    const { file } = await lose("SIGKILL", "damaged");
    const [copy] = readdirSync(copiesFolder(file)).filter((name) => name.endsWith(".sqlite"));
    copyFileSync(join(copiesFolder(file), copy!), file);
    let there = 0;
    await start({ KETTLEBACK_DB: file }, async (address, end) => {
      there = await households(address);
      end("SIGTERM");
    });
    expect(there).toBe(2);
  });

  test("where even the newest copy is damaged the one before it is taken; where none can be read, that is said", async () => {
    const { file } = await lose("SIGTERM", "gone");
    const [copy] = readdirSync(copiesFolder(file));
    const newer = join(copiesFolder(file), "kettleback-000099-2099-01-01.sqlite");
    copyFileSync(join(copiesFolder(file), copy!), newer);
    truncateSync(newer, 5_000);
    const recovered = await start({ KETTLEBACK_DB: file }, undefined, ["recover"]);
    expect(recovered.out).toContain(copy!);
    rmSync(file);
    truncateSync(join(copiesFolder(file), copy!), 5_000);
    const none = await start({ KETTLEBACK_DB: file }, undefined, ["recover"]);
    expect([none.code, none.err]).toEqual([1, expect.stringContaining("has no copy that can be read")]);
    expect(existsSync(file)).toBe(false);
  });
});
