// npm run bench: the core against its rivals, the server's reading, and the pages in a browser. A broken limit fails it.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { build, CHROMIUM, ensureChromium, ensurePackages, must, run, tool, withDemoServer } from "./lib.mjs";

await ensurePackages();
ensureChromium();
const folder = mkdtempSync(join(tmpdir(), "kettleback-bench-"));
let broken = 0;
for (const part of ["core", "money", "week", "install", "away", "log"]) {
  // Bundled like the pages are, so that nothing is measured but the code itself.
  const bundle = join(folder, `${part}.mjs`);
  must(`bundling ${part}`, tool("esbuild"), [
    `bench/${part}.ts`,
    "--bundle",
    "--platform=node",
    "--format=esm",
    // Of a package that comes both ways the modules: its other form cannot be bundled.
    "--main-fields=module,main",
    "--log-level=error",
    `--outfile=${bundle}`,
  ]);
  broken += run(process.execPath, [bundle]);
}
rmSync(folder, { recursive: true });
broken += run(tool("tsx"), ["bench/recording.ts"]);
build();
await withDemoServer(async (address, _, pid) => {
  broken += run(tool("tsx"), ["bench/server.ts", address]);
  broken += run(tool("tsx"), ["bench/keeping.ts", address, String(pid)]);
  broken += run(tool("tsx"), ["bench/flood.ts", address.replace(/\/$/, "")]);
  broken += run(tool("tsx"), ["bench/live.ts", address.replace(/\/$/, ""), CHROMIUM, String(pid)]);
});
// Sessions that go on and what was told of them would be measured with the pages.
await withDemoServer(async (address) => {
  broken += run(tool("tsx"), ["bench/browser.ts", address, CHROMIUM, "web/dist"]);
  broken += run(tool("tsx"), ["bench/slowline.ts", address, CHROMIUM]);
  broken += run(tool("tsx"), ["bench/lineup.ts", address, CHROMIUM]);
  broken += run(tool("tsx"), ["bench/garage.ts", address, CHROMIUM]);
  broken += run(tool("tsx"), ["bench/pages.ts", address, CHROMIUM]);
});
// What it leaves behind is much: a server of its own.
await withDemoServer(async (address, _, pid) => {
  broken += run(tool("tsx"), ["bench/load.ts", address, String(pid)]);
});
process.exit(broken > 0 ? 1 : 0);
