// npm run shots: one picture of each main view, from the demo data, into docs/screenshots.
import { build, CHROMIUM, ensureChromium, ensurePackages, must, tool, withDemoServer } from "./lib.mjs";

ensurePackages();
ensureChromium();
build();
await withDemoServer(async (address) =>
  must("taking pictures", tool("tsx"), ["e2e/shots.ts", address, CHROMIUM]),
);
