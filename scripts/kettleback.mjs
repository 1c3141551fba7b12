// npm run -s kettleback -- …: the same computation on the command line.
import { join } from "node:path";
import { ensurePackages, ROOT, run, tool } from "./lib.mjs";

await ensurePackages();
process.exit(
  run(tool("tsx"), [join(ROOT, "cli/src/main.ts"), ...process.argv.slice(2)], {
    // File names are meant from where the person stands, not from the project.
    cwd: process.env.INIT_CWD ?? process.cwd(),
  }),
);
