import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { readConfig } from "../config";
import { secretFile, secretIn } from "../safety/secret";
import { readTls } from "../safety/tls";

const folder = mkdtempSync(join(tmpdir(), "kettleback-door-"));
afterAll(() => rmSync(folder, { recursive: true }));
const fixture = (name: string) => join(__dirname, "fixtures", name);
const [CERT, KEY] = [fixture("tls-cert.pem"), fixture("tls-key.pem")];

test("what cookies are signed with is the same after every start, and nobody else may read it", () => {
  const file = secretFile(join(folder, "new", "own.sqlite"));
  const made = secretIn(file);
  expect(made).toMatch(/^[0-9a-f]{64}$/);
  expect(secretIn(file)).toBe(made);
  expect(statSync(file).mode & 0o077).toBe(0);
  writeFileSync(file, "no secret");
  const again = secretIn(file);
  expect([/^[0-9a-f]{64}$/.test(again), again === made]).toEqual([true, false]);
});

test("a certificate and its key are read together", () => {
  expect(readTls({ cert: CERT, key: KEY })).toEqual({ cert: readFileSync(CERT), key: readFileSync(KEY) });
  expect(readConfig({ KETTLEBACK_TLS_CERT: CERT, KETTLEBACK_TLS_KEY: KEY }).tls).toEqual({
    cert: CERT,
    key: KEY,
  });
  expect(readConfig({}).tls).toBeNull();
});

test.each<[NodeJS.ProcessEnv, string]>([
  [{ KETTLEBACK_TLS_CERT: CERT }, "KETTLEBACK_TLS_KEY: needed beside KETTLEBACK_TLS_CERT"],
  [{ KETTLEBACK_TLS_KEY: KEY }, "KETTLEBACK_TLS_CERT: needed beside KETTLEBACK_TLS_KEY"],
  [
    { KETTLEBACK_TLS_CERT: "/nowhere/cert.pem", KETTLEBACK_TLS_KEY: KEY },
    "KETTLEBACK_TLS_CERT: accepted: a file that can be read (ENOENT)",
  ],
  [
    { KETTLEBACK_TLS_CERT: __filename, KETTLEBACK_TLS_KEY: KEY },
    "KETTLEBACK_TLS_CERT: accepted: a certificate",
  ],
  [
    { KETTLEBACK_TLS_CERT: CERT, KETTLEBACK_TLS_KEY: __filename },
    "KETTLEBACK_TLS_KEY: accepted: a private key",
  ],
  [
    { KETTLEBACK_TLS_CERT: CERT, KETTLEBACK_TLS_KEY: fixture("tls-other-key.pem") },
    "KETTLEBACK_TLS_KEY: accepted: the key of the certificate",
  ],
])("%j is refused at start", (env, message) => expect(() => readConfig(env)).toThrow(message));
