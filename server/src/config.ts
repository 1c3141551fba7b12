import { readFileSync } from "node:fs";
import { isIP } from "node:net";
import { resolve } from "node:path";
import { z } from "zod";
import { STANDINS_AT, type StandInsAt } from "./outside/stand-ins-at";
import { readTls, type TlsFiles } from "./safety/tls";
import { asHost, isAll, isLoopback } from "./safety/names";

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
  KETTLEBACK_PASSPHRASE_FILE: z.string().min(1).optional(),
  KETTLEBACK_HOSTS: z
    .string()
    .regex(/^[a-z0-9.-]+(,[a-z0-9.-]+)*$/i, {
      error: "KETTLEBACK_HOSTS: accepted: names apart by commas, such as kettleback.local,house",
    })
    .optional(),
  KETTLEBACK_TLS_CERT: z.string().min(1).optional(),
  KETTLEBACK_TLS_KEY: z.string().min(1).optional(),
  KETTLEBACK_STANDINS: z
    .string()
    .regex(/^http:\/\/127\.0\.0\.1:\d{1,5}$/, {
      error: "KETTLEBACK_STANDINS: accepted: an address of this machine such as http://127.0.0.1:4182",
    })
    .default(STANDINS_AT.http),
  KETTLEBACK_STANDINS_MQTT: z
    .string()
    .regex(/^mqtt:\/\/127\.0\.0\.1:\d{1,5}$/, {
      error: "KETTLEBACK_STANDINS_MQTT: accepted: a broker of this machine such as mqtt://127.0.0.1:4183",
    })
    .default(STANDINS_AT.mqtt),
  KETTLEBACK_DEMO: z.enum(["0", "1"], { error: "KETTLEBACK_DEMO: accepted: 0 or 1" }).default("0"),
});

/** How this server was asked to run. It listens on loopback unless told otherwise, and then asks for a passphrase. */
export interface Config {
  readonly port: number;
  readonly database: string;
  readonly pages: string;
  /** Put the demo households into an empty database. */
  readonly demo: boolean;
  /** Where the demo's simulated devices answer. */
  readonly standIns: StandInsAt;
  /** The address it listens on. */
  readonly listen: string;
  /** Asked of everybody where it listens wider than loopback; null there. */
  readonly passphrase: string | null;
  /** Names it answers to beside loopback; where it listens to all addresses of the machine, to those as well. */
  readonly hosts: readonly string[];
  /** Files of its certificate and key; null where it speaks plain HTTP. */
  readonly tls: TlsFiles | null;
}

/** Reads the settings from the environment. @throws Error naming the variable and what is accepted */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const result = schema.safeParse({ ...env, ...passphraseIn(env) });
  if (!result.success) throw new Error(result.error.issues.map((issue) => issue.message).join("\n"));
  const { PORT, KETTLEBACK_DB, KETTLEBACK_PAGES, KETTLEBACK_DEMO, KETTLEBACK_LISTEN, KETTLEBACK_PASSPHRASE } =
    result.data;
  const wide = !isLoopback(KETTLEBACK_LISTEN);
  if (wide && KETTLEBACK_PASSPHRASE === undefined)
    throw new Error(
      `KETTLEBACK_PASSPHRASE: needed where KETTLEBACK_LISTEN is not loopback: ${LEAST_PASSPHRASE} characters or more, that whoever opens it has to give; or KETTLEBACK_PASSPHRASE_FILE, a file that has it`,
    );
  return {
    port: PORT,
    database: resolve(KETTLEBACK_DB),
    pages: resolve(KETTLEBACK_PAGES),
    demo: KETTLEBACK_DEMO === "1",
    standIns: { http: result.data.KETTLEBACK_STANDINS, mqtt: result.data.KETTLEBACK_STANDINS_MQTT },
    listen: KETTLEBACK_LISTEN,
    passphrase: wide ? KETTLEBACK_PASSPHRASE! : null,
    hosts: wide
      ? [
          ...(isAll(KETTLEBACK_LISTEN) ? [] : [asHost(KETTLEBACK_LISTEN)]),
          ...(result.data.KETTLEBACK_HOSTS?.split(",") ?? []),
        ]
      : [],
    tls: tlsFiles(result.data.KETTLEBACK_TLS_CERT, result.data.KETTLEBACK_TLS_KEY),
  };
}

/** The passphrase as it stands in a file, without the line end after it. @throws Error naming the variable and what is accepted */
function passphraseIn({
  KETTLEBACK_PASSPHRASE_FILE: file,
  KETTLEBACK_PASSPHRASE: given,
}: NodeJS.ProcessEnv): { readonly KETTLEBACK_PASSPHRASE?: string } {
  if (!file) return {};
  if (given !== undefined)
    throw new Error("KETTLEBACK_PASSPHRASE_FILE: accepted: this or KETTLEBACK_PASSPHRASE, not both");
  try {
    return { KETTLEBACK_PASSPHRASE: readFileSync(file, "utf8").replace(/\r?\n$/, "") };
  } catch (error) {
    throw new Error(
      `KETTLEBACK_PASSPHRASE_FILE: accepted: a file that can be read (${(error as NodeJS.ErrnoException).code})`,
    );
  }
}

/** Both files or none, each judged at start. @throws Error naming the variable and what is accepted */
function tlsFiles(cert: string | undefined, key: string | undefined): TlsFiles | null {
  if (cert === undefined && key === undefined) return null;
  if (cert === undefined) throw new Error("KETTLEBACK_TLS_CERT: needed beside KETTLEBACK_TLS_KEY");
  if (key === undefined) throw new Error("KETTLEBACK_TLS_KEY: needed beside KETTLEBACK_TLS_CERT");
  const files = { cert: resolve(cert), key: resolve(key) };
  readTls(files);
  return files;
}
