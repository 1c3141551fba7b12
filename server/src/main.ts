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
import { Central, Devices } from "./live";
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

/** Whether a name or address is this server's. */
type Owns = ReturnType<typeof knownNames>;

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

/** Charge points and devices of one's own, as long as a database is open. */
interface Live {
  readonly central: Central;
  readonly devices: Devices;
  close(): void;
}

function beginLive(keeper: Keeper, events: Events, isOwn: Owns | undefined, demo: boolean): Live {
  // Simulated charge points and devices live at their own pace.
  const common = { events, trustClocks: demo };
  const central = new Central({ ...common, orm: keeper, keeper, isOwn: isOwn ?? knownNames() });
  const devices = new Devices({ ...common, kept: central.kept, readings: central.readings });
  devices.start();
  return {
    central,
    devices,
    close: () => {
      devices.close();
      void central.close();
    },
  };
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
  let live: Live | undefined;
  let answer: Answering;
  const lose = (lost: LostDatabaseError) => {
    live?.close();
    live = undefined;
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
    live = beginLive(opened, events, isOwn, config.demo);
    answer = createApp({
      orm: opened,
      keeper: opened,
      log,
      pages,
      isOwn,
      door,
      events,
      ...live,
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
    if (live) live.central.upgrade(req, socket, head);
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
    live?.close();
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
