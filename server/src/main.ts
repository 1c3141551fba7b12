import {
  createServer as createPlainServer,
  type IncomingMessage,
  type Server,
  type ServerResponse,
} from "node:http";
import { createServer as createTlsServer } from "node:https";
import type { AddressInfo, Socket } from "node:net";
import pino from "pino";
import { createApp } from "./app";
import { readConfig, type Config } from "./config";
import { keepForOneself, Keeper, LostDatabaseError, recoverLost, seedDemo } from "./database";
import { createLostApp } from "./lost";
import { Events } from "./api/events";
import { Central } from "./live";
import { doorOf } from "./safety/door";
import { dropSpooled } from "./take/spool";
import { isAll, knownNames, ownAddresses } from "./safety/names";
import { secretFile, secretIn } from "./safety/secret";
import { followRenewal, readTls } from "./safety/tls";

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

/** Closes lines on which nothing has come or gone for so long (ms). */
const SILENT_MS = 60_000;

/** Speaks TLS where it has a certificate. Lines that do not ask, or are silent, are closed when they are said to be. */
function serverFor({ tls }: Config, answer: Answering): Server {
  const options = {
    // All of a request's head; its body has limits of its own.
    headersTimeout: 5_000,
    requestTimeout: 0,
    connectionsCheckingInterval: 1_000,
  };
  if (!tls) return createPlainServer(options, answer).setTimeout(SILENT_MS);
  const server = createTlsServer({ ...options, ...readTls(tls), handshakeTimeout: 5_000 }, answer);
  followRenewal(server, tls, (error) =>
    log.warn(`The new certificate is not used: ${(error as Error).message}`),
  );
  return server.setTimeout(SILENT_MS);
}

async function run(config: Config): Promise<void> {
  const { pages, database, tls } = config;
  const release = keepForOneself(database);
  const events = new Events();
  const all = isAll(config.listen);
  const isOwn = config.passphrase === null ? undefined : knownNames(config.hosts, all ? ownAddresses : null);
  const door =
    config.passphrase === null
      ? undefined
      : doorOf({
          passphrase: config.passphrase,
          secret: secretIn(secretFile(database)),
          secure: tls !== null,
        });
  let keeper: Keeper | undefined;
  let central: Central | undefined;
  let answer: Answering;
  const lose = (lost: LostDatabaseError) => {
    void central?.close();
    central = undefined;
    answer = createLostApp({ file: database, lost, log, isOwn, door, recovered: open });
  };
  dropSpooled(database);
  const open = async () => {
    const opened = await Keeper.open(database);
    keeper = opened;
    if (config.demo) await seedDemo(opened.em.fork(), config.passphrase === null);
    opened.startCopying((trouble) => log.warn(trouble));
    opened.onLost = (lost) => {
      log.error(lost.message);
      lose(lost);
      void opened.close().then(() => {
        // Another may be open by then.
        if (keeper === opened) keeper = undefined;
      });
    };
    central = new Central({
      orm: opened,
      keeper: opened,
      events,
      isOwn: isOwn ?? knownNames(),
      trustClocks: config.demo,
    });
    answer = createApp({
      orm: opened,
      keeper: opened,
      log,
      pages,
      isOwn,
      door,
      events,
      central,
      ...(config.demo ? { standInsAt: config.standIns } : {}),
    });
  };
  try {
    await open();
  } catch (lost) {
    if (!(lost instanceof LostDatabaseError) || lost.copies.length === 0) throw lost;
    process.stderr.write(`${lost.message} Or open the address below and press the button there.\n`);
    lose(lost);
  }
  const server = serverFor(config, (req, res) => answer(req, res));
  server.on("upgrade", (req, socket: Socket, head) => {
    if (central) central.upgrade(req, socket, head);
    else socket.destroy();
  });
  const { port } = await listen(server, config).catch(async (error: unknown) => {
    await keeper?.close();
    throw error;
  });
  let stopping = false;
  const stop = (signal: string) => {
    if (stopping) return;
    stopping = true;
    log.info(`${signal}: finishing open requests`);
    const force = setTimeout(() => server.closeAllConnections(), 3_000);
    events.close();
    void central?.close();
    server.closeIdleConnections();
    server.close(() => {
      clearTimeout(force);
      void Promise.resolve(keeper?.close()).then(() => {
        release();
        process.exit(0);
      });
    });
  };
  process.on("SIGINT", stop);
  process.on("SIGTERM", stop);

  const here = all ? "127.0.0.1" : config.listen === "::1" ? "[::1]" : config.listen;
  const scheme = tls ? "https" : "http";
  process.stdout.write(`Kettleback is ready at ${scheme}://${here}:${port}/\n`);
  if (door) {
    const names = [...(all ? ownAddresses() : []), ...config.hosts];
    process.stdout.write(
      `It also answers, to whoever gives the passphrase, at ${names.map((name) => `${scheme}://${name}:${port}/`).join(" ")}\n`,
    );
  }
}

// A write beyond a limit on the size of files (`ulimit -f`) fails like one on a full disk, instead of ending the program.
process.on("SIGXFSZ", () => undefined);

try {
  const config = readConfig(process.env);
  // Whatever else reads the environment of this process need not see it.
  delete process.env.KETTLEBACK_PASSPHRASE;
  if (process.argv[2] === "recover") {
    const release = keepForOneself(config.database);
    const name = await recoverLost(config.database);
    release();
    process.stdout.write(
      `${config.database} goes on from ${name}. What lay there before is kept beside it, under a name with "lost" in it.\n`,
    );
  } else await run(config);
} catch (error) {
  process.stderr.write(`Kettleback cannot start. ${(error as Error).message}\n`);
  process.exit(1);
}
