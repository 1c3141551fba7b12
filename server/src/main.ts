import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import pino from "pino";
import { createApp } from "./app";
import { readConfig, type Config } from "./config";
import { Keeper, LostDatabaseError, recoverLost, seedDemo } from "./database";
import { createLostApp } from "./lost";
import { Events } from "./api/events";
import { SignIns } from "./safety/sign-ins";

const ALL = new Set(["0.0.0.0", "::"]);
const log = pino({ level: process.env.LOG_LEVEL ?? "info" }, pino.destination(2));

function listen(server: Server, { port, listen: address }: Config): Promise<AddressInfo> {
  return new Promise((resolve, reject) => {
    server.once("error", (error: NodeJS.ErrnoException) =>
      reject(
        error.code === "EADDRINUSE"
          ? new Error(`Port ${port} is taken. Stop what uses it, or give another with PORT=…`)
          : error.code === "EADDRNOTAVAIL"
            ? new Error(`KETTLEBACK_LISTEN: ${address} is no address of this machine`)
            : error,
      ),
    );
    server.listen(port, address, () => resolve(server.address() as AddressInfo));
  });
}

/** What answers: the application, or the page that says the database is lost until it is not. */
type Answering = (req: IncomingMessage, res: ServerResponse) => void;

async function run(config: Config): Promise<void> {
  const { pages, hosts, database } = config;
  const events = new Events();
  const signIns = config.passphrase === null ? undefined : await SignIns.for(config.passphrase);
  let keeper: Keeper | undefined;
  let answer: Answering;
  const open = async () => {
    keeper = await Keeper.open(database);
    if (config.demo) await seedDemo(keeper.em.fork());
    keeper.startCopying((error) => log.warn(`No copy could be made: ${(error as Error).message}`));
    answer = createApp({ orm: keeper, keeper, log, pages, hosts, signIns, events });
  };
  try {
    await open();
  } catch (lost) {
    if (!(lost instanceof LostDatabaseError) || lost.copies.length === 0) throw lost;
    process.stderr.write(`${lost.message} Or open the address below and press the button there.\n`);
    answer = createLostApp({ file: database, lost, log, hosts, signIns, recovered: open });
  }
  const server = createServer((req, res) => answer(req, res));
  server.requestTimeout = 15_000;
  server.headersTimeout = 5_000;
  const { port } = await listen(server, config).catch(async (error: unknown) => {
    await keeper?.close();
    throw error;
  });
  const here = ALL.has(config.listen) ? "127.0.0.1" : config.listen === "::1" ? "[::1]" : config.listen;
  process.stdout.write(`Kettleback is ready at http://${here}:${port}/\n`);
  if (signIns)
    process.stdout.write(
      `It also answers, to whoever gives the passphrase, at ${hosts.map((host) => `http://${host}:${port}/`).join(" ")}\n`,
    );

  let stopping = false;
  const stop = (signal: string) => {
    if (stopping) return;
    stopping = true;
    log.info(`${signal}: finishing open requests`);
    const force = setTimeout(() => server.closeAllConnections(), 3_000);
    events.close();
    server.closeIdleConnections();
    server.close(() => {
      clearTimeout(force);
      void Promise.resolve(keeper?.close()).then(() => process.exit(0));
    });
  };
  process.on("SIGINT", stop);
  process.on("SIGTERM", stop);
}

try {
  const config = readConfig(process.env);
  // Whatever else reads the environment of this process need not see it.
  delete process.env.KETTLEBACK_PASSPHRASE;
  if (process.argv[2] === "recover") {
    const name = await recoverLost(config.database);
    process.stdout.write(
      `${config.database} goes on from ${name}. What lay there before is kept beside it, under a name with "lost" in it.\n`,
    );
  } else await run(config);
} catch (error) {
  process.stderr.write(`Kettleback cannot start. ${(error as Error).message}\n`);
  process.exit(1);
}
