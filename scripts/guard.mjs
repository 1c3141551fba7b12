// Runs a command as the head of a group of its own, and ends all of the group when whoever started it is gone, however that
// ended, or when it is told to stop itself.
import { spawn } from "node:child_process";

const [command, ...args] = process.argv.slice(2);
/** How long the group has to end by itself (ms). */
const WITHIN = 10_000;

const child = spawn(command, args, { stdio: ["ignore", "inherit", "inherit"], detached: true });
const tell = (signal) => {
  try {
    process.kill(-child.pid, signal);
  } catch {
    // It is gone already.
  }
};
const end = (signal) => {
  tell(signal);
  setTimeout(() => tell("SIGKILL"), WITHIN).unref();
};
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => end(signal));
// Nothing is ever written to it: it ends when the process at its other end does.
process.stdin.resume();
process.stdin.on("end", () => end("SIGTERM"));
process.stdin.on("error", () => end("SIGTERM"));
child.once("error", (error) => {
  console.error(error.message);
  process.exit(127);
});
child.once("exit", (code, signal) => {
  // What it has left behind in its group goes with it.
  tell("SIGKILL");
  process.exit(code ?? (signal === "SIGKILL" ? 137 : 1));
});
