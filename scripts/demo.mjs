// npm run demo: installs what is missing, builds, makes the database with the demo data, serves on one address.
import { buildPages, ensurePackages, say, startServer } from "./lib.mjs";

ensurePackages();
buildPages();
const { child, address } = await startServer({
  KETTLEBACK_DEMO: "1",
  KETTLEBACK_DB: process.env.KETTLEBACK_DB ?? "data/demo.sqlite",
}).catch(() => process.exit(1));
say(`open ${address} in a browser; the two demo households are in the list at the top. Ctrl+C stops.`);
child.removeAllListeners("exit");
child.on("exit", (code) => process.exit(code ?? 0));
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => child.kill(signal));
