// npm run bench: the core against a fixed-step integrator, and the pages in a browser, in one run.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { buildPages, CHROMIUM, ensureChromium, ensurePackages, must, startServer, tool } from "./lib.mjs";

ensurePackages();
ensureChromium();
must("the core", tool("tsx"), ["bench/core.ts"]);
buildPages();
const folder = mkdtempSync(join(tmpdir(), "kettleback-bench-"));
const { child, address } = await startServer({
  PORT: "0",
  KETTLEBACK_DEMO: "1",
  KETTLEBACK_DB: join(folder, "bench.sqlite"),
  LOG_LEVEL: "error",
});
child.removeAllListeners("exit");
try {
  must("the pages", tool("tsx"), ["bench/browser.ts", address, CHROMIUM, "web/dist"]);
} finally {
  child.kill("SIGTERM");
  rmSync(folder, { recursive: true, force: true });
}
