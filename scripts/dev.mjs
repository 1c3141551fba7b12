// npm run dev: server and pages, both reloading on change.
import { spawn } from "node:child_process";
import { ensurePackages, ROOT, say, tool } from "./lib.mjs";

await ensurePackages();
const children = [
  spawn(tool("tsx"), ["watch", "server/src/main.ts"], {
    cwd: ROOT,
    stdio: "inherit",
    env: {
      ...process.env,
      KETTLEBACK_DEMO: "1",
      KETTLEBACK_DB: process.env.KETTLEBACK_DB ?? "data/dev.sqlite",
    },
  }),
  spawn(tool("vite"), ["--config", "web/vite.config.ts"], { cwd: ROOT, stdio: "inherit" }),
];
say("pages on http://127.0.0.1:4181/, the interface on port 4180");
const stop = () => children.forEach((child) => child.kill("SIGTERM"));
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, stop);
for (const child of children) child.on("exit", stop);
