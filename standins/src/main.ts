import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { createStandIns } from "./app";
import { planOf } from "@kettleback/core";
import { DEMO_CHARGE_POINT, DEMO_NETWORKS, fallowQuay } from "@kettleback/core/demo";
import { SimulatedChargePoint } from "./charge-point";
import { SimulatedClock } from "./clock";
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
/** Where the demo's charge point connects to: ws://127.0.0.1:4180/ocpp; without it, it is left out. */
const central = process.env.STANDINS_CENTRAL;

/** The charge point of the demo, with the car of its path. */
function chargePoint(endpoint: string): SimulatedChargePoint {
  const { identity, password, pathId } = DEMO_CHARGE_POINT;
  const made = planOf(fallowQuay, fallowQuay.paths.find(({ id }) => id === pathId)!.spec);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  return new SimulatedChargePoint(identity, made.value, { endpoint, identity, password }, clock);
}
const point = central ? chargePoint(central) : undefined;

const devices = [
  ...(point ? [point] : []),
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
const leave = point?.start();
server.listen(port, "127.0.0.1", () => {
  process.stdout.write(
    `Stand-ins are ready at http://127.0.0.1:${(server.address() as AddressInfo).port}/\n`,
  );
});
for (const signal of ["SIGINT", "SIGTERM"] as const)
  process.on(signal, () => {
    leave?.();
    server.closeAllConnections();
    server.close(() => process.exit(0));
  });
