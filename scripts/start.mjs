// npm start: installs what is missing, builds, serves one's own database on one address.
import { serve } from "./lib.mjs";

const database = process.env.KETTLEBACK_DB ?? "data/kettleback.sqlite";
await serve({ KETTLEBACK_DB: database }, `what you keep is in ${database}.`);
