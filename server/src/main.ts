import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import pino from "pino";
import { createApp } from "./app";
import { readConfig, type Config } from "./config";
import { Keeper, seedDemo } from "./database";

const LOOPBACK = "127.0.0.1";
const log = pino({ level: process.env.LOG_LEVEL ?? "info" }, pino.destination(2));

function listen(server: Server, port: number): Promise<AddressInfo> {
  return new Promise((resolve, reject) => {
    server.once("error", (error: NodeJS.ErrnoException) =>
      reject(
        error.code === "EADDRINUSE"
          ? new Error(`Port ${port} is taken. Stop what uses it, or give another with PORT=…`)
          : error,
      ),
    );
    server.listen(port, LOOPBACK, () => resolve(server.address() as AddressInfo));
  });
}

async function run(config: Config): Promise<void> {
  const keeper = await Keeper.open(config.database);
  if (config.demo) await seedDemo(keeper.em.fork());
  keeper.startCopying((error) => log.warn(`No copy could be made: ${(error as Error).message}`));
  const server = createServer(createApp({ orm: keeper, keeper, log, pages: config.pages }));
  server.requestTimeout = 15_000;
  server.headersTimeout = 5_000;
  const { port } = await listen(server, config.port).catch(async (error: unknown) => {
    await keeper.close();
    throw error;
  });
  process.stdout.write(`Kettleback is ready at http://${LOOPBACK}:${port}/\n`);

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
  await run(readConfig(process.env));
} catch (error) {
  process.stderr.write(`Kettleback cannot start. ${(error as Error).message}\n`);
  process.exit(1);
}
