import {
  createServer as createPlainServer,
  type IncomingMessage,
  type Server,
  type ServerResponse,
} from "node:http";
import { createServer as createTlsServer } from "node:https";
import type { AddressInfo, Socket } from "node:net";
import type { Logger } from "pino";
import { createApp } from "./app";
import type { Config } from "./config";
import { keepForOneself, Keeper, LostDatabaseError, seedDemo } from "./database";
import { createLostApp } from "./lost";
import { Events } from "./api/events";
import { Central, Devices } from "./live";
import { doorOf } from "./safety/door";
import { dropSpooled } from "./take/spool";
import { contained, logFault, type Fault } from "./safety/faults";
import { isAll, knownNames, ownAddresses } from "./safety/names";
import { secretFile, secretIn } from "./safety/secret";
import { isTarget } from "./safety/upgrade";
import { followRenewal, readTls } from "./safety/tls";

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
function serverFor({ tls }: Config, log: Logger, answer: Answering): Server {
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

function beginLive(
  keeper: Keeper,
  events: Events,
  isOwn: Owns | undefined,
  demo: boolean,
  fault: Fault,
): Live {
  // Simulated charge points and devices live at their own pace.
  const common = { events, trustClocks: demo, fault };
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

/** A server that answers. */
export interface Serving {
  /** Where it answers on this machine. */
  readonly address: string;
  /** Where else it answers, to whoever gives the passphrase. */
  readonly also: readonly string[];
  /** Finishes open requests, then puts down the database. @param withinMs lines that are open after this are cut */
  stop(withinMs: number): Promise<void>;
}

/**
 * Serves a database.
 * @throws InUseError where another program does; Error where its port or address cannot be had
 */
export async function serve(config: Config, log: Logger): Promise<Serving> {
  const { pages, database, tls } = config;
  const own = keepForOneself(database);
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
  const fault = logFault(log);
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
    own.follow();
    opened.onSwapped = own.follow;
    if (config.demo) await seedDemo(opened.em.fork(), config.passphrase === null, config.standIns);
    opened.startCopying((trouble) => log.warn(trouble));
    opened.onLost = (lost) => {
      log.error(lost.message);
      lose(lost);
      void opened.close().then(() => {
        // Another may be open by then.
        if (keeper === opened) keeper = undefined;
      });
    };
    live = beginLive(opened, events, isOwn, config.demo, fault);
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
    if (!(lost instanceof LostDatabaseError) || lost.copies.length === 0) {
      own.release();
      throw lost;
    }
    process.stderr.write(`${lost.message} Or open the address below and press the button there.\n`);
    lose(lost);
  }
  const server = serverFor(
    config,
    log,
    contained(
      (req: IncomingMessage, res: ServerResponse) =>
        isTarget(req.url) ? answer(req, res) : res.writeHead(400, { Connection: "close" }).end(),
      (error, _req, res) => {
        fault(error);
        res.destroy();
      },
    ),
  );
  server.on("upgrade", (req, socket: Socket, head) => {
    if (live) live.central.upgrade(req, socket, head);
    else socket.destroy();
  });
  const { port } = await listen(server, config).catch(async (error: unknown) => {
    await keeper?.close();
    own.release();
    throw error;
  });
  const here = all ? "127.0.0.1" : config.listen === "::1" ? "[::1]" : config.listen;
  const scheme = tls ? "https" : "http";
  const names = door ? [...(all ? ownAddresses() : []), ...config.hosts] : [];
  return {
    address: `${scheme}://${here}:${port}/`,
    also: names.map((name) => `${scheme}://${name}:${port}/`),
    stop: async (withinMs) => {
      const force = setTimeout(() => server.closeAllConnections(), withinMs);
      events.close();
      live?.close();
      server.closeIdleConnections();
      await new Promise((resolve) => server.close(resolve));
      clearTimeout(force);
      await keeper?.close();
      own.release();
    },
  };
}
