import { isIP } from "node:net";
import { networkInterfaces } from "node:os";
import { resolve } from "node:path";
import { z } from "zod";

const LOOPBACK = "127.0.0.1";
const LEAST_PASSPHRASE = 12;

const schema = z.object({
  PORT: z.coerce
    .number({ error: "PORT: accepted: 0 to 65535" })
    .int({ error: "PORT: accepted: 0 to 65535" })
    .min(0, { error: "PORT: accepted: 0 to 65535" })
    .max(65535, { error: "PORT: accepted: 0 to 65535" })
    .default(4180),
  KETTLEBACK_DB: z.string().min(1).default("data/kettleback.sqlite"),
  KETTLEBACK_PAGES: z.string().min(1).default("web/dist"),
  KETTLEBACK_LISTEN: z
    .string()
    .refine((address) => isIP(address) !== 0 || address === "localhost", {
      error:
        "KETTLEBACK_LISTEN: accepted: an address of this machine such as 192.168.1.20, or 0.0.0.0 for all",
    })
    .default(LOOPBACK),
  KETTLEBACK_PASSPHRASE: z
    .string()
    .min(LEAST_PASSPHRASE, {
      error: `KETTLEBACK_PASSPHRASE: accepted: ${LEAST_PASSPHRASE} to 256 characters`,
    })
    .max(256, { error: `KETTLEBACK_PASSPHRASE: accepted: ${LEAST_PASSPHRASE} to 256 characters` })
    .optional(),
  KETTLEBACK_HOSTS: z
    .string()
    .regex(/^[a-z0-9.-]+(,[a-z0-9.-]+)*$/i, {
      error: "KETTLEBACK_HOSTS: accepted: names apart by commas, such as kettleback.local,house",
    })
    .optional(),
  KETTLEBACK_DEMO: z.enum(["0", "1"], { error: "KETTLEBACK_DEMO: accepted: 0 or 1" }).default("0"),
});

/** How this server was asked to run. It listens on loopback unless told otherwise, and then asks for a passphrase. */
export interface Config {
  readonly port: number;
  readonly database: string;
  readonly pages: string;
  /** Put the demo households into an empty database. */
  readonly demo: boolean;
  /** The address it listens on. */
  readonly listen: string;
  /** Asked of everybody where it listens wider than loopback; null there. */
  readonly passphrase: string | null;
  /** Names and addresses it answers to beside loopback. */
  readonly hosts: readonly string[];
}

const isLoopback = (address: string): boolean =>
  address === "localhost" || address === "::1" || address.startsWith("127.");

/** A literal address as it stands in a Host header. */
const asHost = (address: string): string => (isIP(address) === 6 ? `[${address}]` : address);

/** Addresses this machine is reached by on an address it listens on. */
const reachedBy = (listen: string): string[] =>
  listen === "0.0.0.0" || listen === "::"
    ? Object.values(networkInterfaces()).flatMap((list) => (list ?? []).map(({ address }) => asHost(address)))
    : [asHost(listen)];

/** Reads the settings from the environment. @throws Error naming the variable and what is accepted */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const result = schema.safeParse(env);
  if (!result.success) throw new Error(result.error.issues.map((issue) => issue.message).join("\n"));
  const { PORT, KETTLEBACK_DB, KETTLEBACK_PAGES, KETTLEBACK_DEMO, KETTLEBACK_LISTEN, KETTLEBACK_PASSPHRASE } =
    result.data;
  const wide = !isLoopback(KETTLEBACK_LISTEN);
  if (wide && KETTLEBACK_PASSPHRASE === undefined)
    throw new Error(
      `KETTLEBACK_PASSPHRASE: needed where KETTLEBACK_LISTEN is not loopback: ${LEAST_PASSPHRASE} characters or more, that whoever opens it has to give`,
    );
  return {
    port: PORT,
    database: resolve(KETTLEBACK_DB),
    pages: resolve(KETTLEBACK_PAGES),
    demo: KETTLEBACK_DEMO === "1",
    listen: KETTLEBACK_LISTEN,
    passphrase: wide ? KETTLEBACK_PASSPHRASE! : null,
    hosts: wide ? [...reachedBy(KETTLEBACK_LISTEN), ...(result.data.KETTLEBACK_HOSTS?.split(",") ?? [])] : [],
  };
}
