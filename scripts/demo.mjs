// npm run demo: installs what is missing, builds, makes the database with the demo data, serves on one address.
import { serve } from "./lib.mjs";

await serve(
  { KETTLEBACK_DEMO: "1", KETTLEBACK_DB: process.env.KETTLEBACK_DB ?? "data/demo.sqlite" },
  "the two demo households are in the list at the top.",
  true,
);
