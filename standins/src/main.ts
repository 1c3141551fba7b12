import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { createStandIns } from "./app";
import { SimulatedClock } from "./clock";
import { DEMO_NETWORKS } from "@kettleback/core/demo";
import { PublicNetwork } from "./network";
import { PowerMeter } from "./power-meter";

/** The usual port; 0 takes any that is free. */
const PORT = 4182;

const given = process.env.STANDINS_PORT;
const port = given === undefined || given === "" ? PORT : Number(given);
if (!Number.isInteger(port) || port < 0 || port > 65_535) {
  process.stderr.write("The stand-ins cannot start. STANDINS_PORT: accepted: 0 to 65535\n");
  process.exit(1);
}

const clock = new SimulatedClock();
const began = clock.now();
const devices = [
  new PowerMeter(began),
  ...Object.values(DEMO_NETWORKS).map((network) => new PublicNetwork(network, began)),
];
const server = createServer(createStandIns(devices, clock));
server.once("error", (error: NodeJS.ErrnoException) => {
  const why =
    error.code === "EADDRINUSE" ? `port ${port} is taken; give another with STANDINS_PORT` : error.message;
  process.stderr.write(`The stand-ins cannot start: ${why}.\n`);
  process.exit(1);
});
server.listen(port, "127.0.0.1", () => {
  process.stdout.write(
    `Stand-ins are ready at http://127.0.0.1:${(server.address() as AddressInfo).port}/\n`,
  );
});
for (const signal of ["SIGINT", "SIGTERM"] as const)
  process.on(signal, () => {
    server.closeAllConnections();
    server.close(() => process.exit(0));
  });
