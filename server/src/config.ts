import { resolve } from "node:path";
import { z } from "zod";

const schema = z.object({
  PORT: z.coerce
    .number({ error: "PORT: accepted: 0 to 65535" })
    .int({ error: "PORT: accepted: 0 to 65535" })
    .min(0, { error: "PORT: accepted: 0 to 65535" })
    .max(65535, { error: "PORT: accepted: 0 to 65535" })
    .default(4180),
  KETTLEBACK_DB: z.string().min(1).default("data/kettleback.sqlite"),
  KETTLEBACK_PAGES: z.string().min(1).default("web/dist"),
  KETTLEBACK_DEMO: z.enum(["0", "1"], { error: "KETTLEBACK_DEMO: accepted: 0 or 1" }).default("0"),
});

/** How this server was asked to run. It always listens on loopback. */
export interface Config {
  readonly port: number;
  readonly database: string;
  readonly pages: string;
  /** Put the demo households into an empty database. */
  readonly demo: boolean;
}

/** Reads the settings from the environment. @throws Error naming the variable and what is accepted */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const result = schema.safeParse(env);
  if (!result.success) throw new Error(result.error.issues.map((issue) => issue.message).join("\n"));
  const { PORT, KETTLEBACK_DB, KETTLEBACK_PAGES, KETTLEBACK_DEMO } = result.data;
  return {
    port: PORT,
    database: resolve(KETTLEBACK_DB),
    pages: resolve(KETTLEBACK_PAGES),
    demo: KETTLEBACK_DEMO === "1",
  };
}
