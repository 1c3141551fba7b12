import { command } from "./command";

// Left to end by itself, so that what was printed into a pipe gets through.
process.exitCode = await command(process.argv.slice(2));
