import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { createStandIns } from "./app";
import { planOf, type Plan } from "@kettleback/core";
import {
  DEMO_CHARGE_POINT,
  DEMO_METERED_PATH,
  DEMO_NETWORKS,
  DEMO_RAPID,
  fallowQuay,
} from "@kettleback/core/demo";
import { Broker } from "./broker";
import { CarReport } from "./car-report";
import { SimulatedChargePoint } from "./charge-point";
import { SimulatedClock } from "./clock";
import { PublicNetwork } from "./network";
import { PowerMeter } from "./power-meter";
import { SimulatedCar } from "./simulated-car";

function fail(why: string): never {
  process.stderr.write(`The stand-ins cannot start: ${why}.\n`);
  process.exit(1);
}

/** A whole number as it is given, or the usual one. */
function numberIn(name: string, usual: number, least: number, most: number): number {
  const given = process.env[name];
  const number = given === undefined || given === "" ? usual : Number(given);
  if (!Number.isInteger(number) || number < least || number > most)
    fail(`${name}: accepted: ${least} to ${most}`);
  return number;
}
/** A port; 0 takes any that is free. */
const portIn = (name: string, usual: number): number => numberIn(name, usual, 0, 65_535);
const port = portIn("STANDINS_PORT", 4182);
const mqttPort = portIn("STANDINS_MQTT_PORT", 4183);
/** How many charge points there are: the demo's own, and others like it, hall-post-2 and so on, with its password. */
const posts = numberIn("STANDINS_POSTS", 1, 1, 50);

const clock = new SimulatedClock();
const began = clock.now();
/** Where the demo's charge point connects to: ws://127.0.0.1:4180/ocpp; without it, it is left out. */
const central = process.env.STANDINS_CENTRAL;

/** A path of the demo, described whole. */
function planAt(pathId: string): Plan {
  const made = planOf(fallowQuay, fallowQuay.paths.find(({ id }) => id === pathId)!.spec);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  return made.value;
}

const { identity, password, pathId } = DEMO_CHARGE_POINT;
/** Charge points, the car of the demo's path at each; the first is the demo's own. */
const points = central
  ? Array.from({ length: posts }, (_, n) => (n === 0 ? identity : `${identity}-${n + 1}`)).map(
      (name) =>
        new SimulatedChargePoint(
          name,
          planAt(pathId),
          { endpoint: central, identity: name, password },
          clock,
        ),
    )
  : [];
const parked = new SimulatedCar(planAt(pathId));
const meter = new PowerMeter(clock, new SimulatedCar(planAt(DEMO_METERED_PATH)));

/** A car that may be plugged in at a rapid point of the demo's network. */
const atTheFerry = new Map([[DEMO_RAPID.uid, new SimulatedCar(planAt(DEMO_RAPID.pathId))]]);

const networks = Object.entries(DEMO_NETWORKS).map(
  ([household, network]) =>
    new PublicNetwork(network, began, household === DEMO_RAPID.household ? atTheFerry : undefined),
);

const devices = [
  ...points,
  meter,
  // Wherever it charges.
  new CarReport("curlew", () => networks[0]?.carNow(clock.now()) ?? points[0]?.carNow() ?? parked),
  ...networks,
];
const server = createServer(createStandIns(devices, clock));
/** Why a port is not to be had. */
const taken = (name: string, of: number) => (error: NodeJS.ErrnoException) =>
  fail(error.code === "EADDRINUSE" ? `port ${of} is taken; give another with ${name}` : error.message);
server.once("error", taken("STANDINS_PORT", port));
const broker = await Broker.open(mqttPort, [meter]).catch(taken("STANDINS_MQTT_PORT", mqttPort));
const leave = points.map((point) => point.start());
server.listen(port, "127.0.0.1", () => {
  process.stdout.write(
    `Stand-ins are ready at http://127.0.0.1:${(server.address() as AddressInfo).port}/ and, for MQTT, at mqtt://127.0.0.1:${broker.port}\n`,
  );
});
const end = () => {
  leave.forEach((leaveIt) => leaveIt());
  void broker.close();
  server.closeAllConnections();
  server.close(() => process.exit(0));
};
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) process.on(signal, end);
// Whoever started it holds the other end, and is gone when that is.
if (process.env.KETTLEBACK_ENDS_WITH_STDIN === "1")
  process.stdin
    .resume()
    .on("error", () => undefined)
    .once("close", end);
