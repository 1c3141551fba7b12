import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import pino from "pino";
import { createApp } from "./app";
import { readConfig, type Config } from "./config";
import { Keeper, seedDemo } from "./database";
import { Door } from "./safety/door";

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

async function run(config: Config): Promise<void> {
  const keeper = await Keeper.open(config.database);
  if (config.demo) await seedDemo(keeper.em.fork());
  keeper.startCopying((error) => log.warn(`No copy could be made: ${(error as Error).message}`));
  const door = config.passphrase === null ? undefined : await Door.for(config.passphrase);
  const { pages, hosts } = config;
  const server = createServer(createApp({ orm: keeper, keeper, log, pages, hosts, door }));
  server.requestTimeout = 15_000;
  server.headersTimeout = 5_000;
  const { port } = await listen(server, config).catch(async (error: unknown) => {
    await keeper.close();
    throw error;
  });
  const here = ALL.has(config.listen) ? "127.0.0.1" : config.listen === "::1" ? "[::1]" : config.listen;
  process.stdout.write(`Kettleback is ready at http://${here}:${port}/\n`);
  if (door)
    process.stdout.write(
      `It also answers, to whoever gives the passphrase, at ${hosts.map((host) => `http://${host}:${port}/`).join(" ")}\n`,
    );

  let stopping = false;
  const stop = (signal: string) => {
    if (stopping) return;
    stopping = true;
    log.info(`${signal}: finishing open requests`);
    const force = setTimeout(() => server.closeAllConnections(), 3_000);
    server.closeIdleConnections();
    server.close(() => {
      clearTimeout(force);
      void keeper.close().then(() => process.exit(0));
    });
  };
  process.on("SIGINT", stop);
  process.on("SIGTERM", stop);
}

try {
  const config = readConfig(process.env);
  // Whatever else reads the environment of this process need not see it.
  delete process.env.KETTLEBACK_PASSPHRASE;
  await run(config);
} catch (error) {
  process.stderr.write(`Kettleback cannot start. ${(error as Error).message}\n`);
  process.exit(1);
}
