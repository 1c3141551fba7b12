import pino from "pino";
import { readConfig, type Config } from "./config";
import { keepForOneself, recoverLost } from "./database";
import { outliveFaults, START_AGAIN } from "./safety/faults";
import { serve } from "./serve";

const log = pino({ level: process.env.LOG_LEVEL ?? "info" }, pino.destination(2));

/** Longest that open requests are finished for once it is told to stop (ms). */
const FINISHING_MS = 3_000;

async function run(config: Config): Promise<void> {
  const { address, also, stop } = await serve(config, log);
  let stopping = false;
  const end = (why: string, code = 0) => {
    if (stopping) return;
    stopping = true;
    log.info(`${why}: finishing open requests`);
    void stop(FINISHING_MS).finally(() => process.exit(code));
    // Whatever holds that up.
    setTimeout(() => process.exit(code), 2 * FINISHING_MS).unref();
  };
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) process.on(signal, () => end(signal));
  // Whoever started it holds the other end, and is gone when that is.
  if (process.env.KETTLEBACK_ENDS_WITH_STDIN === "1")
    process.stdin
      .resume()
      .on("error", () => undefined)
      .once("close", () => end("what started it is gone"));
  outliveFaults(log, () => end("an error that nothing expected", START_AGAIN));
  process.stdout.write(`Kettleback is ready at ${address}\n`);
  if (also.length > 0)
    process.stdout.write(`It also answers, to whoever gives the passphrase, at ${also.join(" ")}\n`);
}

// A write beyond a limit on the size of files (`ulimit -f`) fails like one on a full disk, instead of ending the program.
process.on("SIGXFSZ", () => undefined);

try {
  const config = readConfig(process.env);
  // Whatever else reads the environment of this process need not see it.
  delete process.env.KETTLEBACK_PASSPHRASE;
  if (process.argv[2] === "recover") {
    const own = keepForOneself(config.database);
    const name = await recoverLost(config.database);
    own.release();
    process.stdout.write(
      `${config.database} goes on from ${name}. What lay there before is kept beside it, under a name with "lost" in it.\n`,
    );
  } else await run(config);
} catch (error) {
  process.stderr.write(`Kettleback cannot start. ${(error as Error).message}\n`);
  process.exit(1);
}
