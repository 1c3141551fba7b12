// npm run recover: puts the newest whole copy in the place of a database that is lost or damaged.
import { buildServer, ensurePackages, must, SERVER } from "./lib.mjs";

await ensurePackages();
buildServer();
must("going on from the newest copy", process.execPath, [SERVER, "recover"], {
  env: { KETTLEBACK_DB: process.env.KETTLEBACK_DB ?? "data/kettleback.sqlite" },
});
