// npm run shots: one picture of each main view, from the demo data, into docs/screenshots.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { buildPages, CHROMIUM, ensureChromium, ensurePackages, must, startServer, tool } from "./lib.mjs";

ensurePackages();
ensureChromium();
buildPages();
const folder = mkdtempSync(join(tmpdir(), "kettleback-shots-"));
const { child, address } = await startServer({
  PORT: "0",
  KETTLEBACK_DEMO: "1",
  KETTLEBACK_DB: join(folder, "shots.sqlite"),
  LOG_LEVEL: "error",
});
child.removeAllListeners("exit");
try {
  must("taking pictures", tool("tsx"), ["e2e/shots.ts", address, CHROMIUM]);
} finally {
  child.kill("SIGTERM");
  rmSync(folder, { recursive: true, force: true });
}
