import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { createServer, type AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { openDatabase } from "../database";

// A whole server is started for each.
jest.setTimeout(60_000);

const folder = mkdtempSync(join(tmpdir(), "kettleback-start-"));
afterAll(() => rmSync(folder, { recursive: true }));

interface Run {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
}

/** Runs the server as a person would; `onReady` gets its address and a way to signal it. */
const start = (
  env: Record<string, string>,
  onReady?: (address: string, signal: (s: NodeJS.Signals) => void) => void | Promise<void>,
) =>
  new Promise<Run>((resolve) => {
    const child = spawn(process.execPath, ["--import", "tsx", join(__dirname, "../main.ts")], {
      env: {
        ...process.env,
        KETTLEBACK_DB: join(folder, "own.sqlite"),
        PORT: "0",
        LOG_LEVEL: "silent",
        ...env,
      },
    });
    let [out, err] = ["", ""];
    let told = false;
    child.stderr.on("data", (chunk: Buffer) => (err += chunk.toString()));
    child.stdout.on("data", (chunk: Buffer) => {
      out += chunk.toString();
      const address = /http:\/\/[^\s/]+/.exec(out)?.[0];
      if (!address || told) return;
      told = true;
      void onReady?.(address, (s) => child.kill(s));
    });
    child.once("exit", (code) => resolve({ code, out, err }));
  });

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
      const cookie = entered.headers.get("set-cookie")!.split(";")[0]!;
      const inside = await fetch(`${address}/api/households`, { headers: { cookie } });
      met = [outside.status, entered.status, inside.status];
      signal("SIGTERM");
    },
  );
  expect(met).toEqual([401, 303, 200]);
  expect(wide.code).toBe(0);
  expect(wide.out).toContain("to whoever gives the passphrase, at http://");
  expect(wide.out + wide.err).not.toContain(passphrase);

  const bare = await start({ KETTLEBACK_LISTEN: "0.0.0.0" });
  expect([bare.code, bare.err]).toEqual([1, expect.stringContaining("KETTLEBACK_PASSPHRASE: needed")]);
  const elsewhere = await start({ KETTLEBACK_LISTEN: "203.0.113.7", KETTLEBACK_PASSPHRASE: passphrase });
  expect([elsewhere.code, elsewhere.err]).toEqual([
    1,
    expect.stringContaining("is no address of this machine"),
  ]);
});
