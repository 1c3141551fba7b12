import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import { spawn } from "node:child_process";
import mqtt from "mqtt";
import request from "supertest";
import { planOf } from "@kettleback/core";
import { DEMO_CHARGE_POINT, DEMO_METERED_PATH, fallowQuay } from "@kettleback/core/demo";
import { createStandIns } from "../app";
import { Broker } from "../broker";
import { CarReport } from "../car-report";
import { SimulatedClock } from "../clock";
import { PowerMeter } from "../power-meter";
import { SimulatedCar } from "../simulated-car";

const carAt = (path: string): SimulatedCar => {
  const made = planOf(fallowQuay, fallowQuay.paths.find(({ id }) => id === path)!.spec);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  return new SimulatedCar(made.value);
};
const HOUR = 3_600_000;
let real: number;
let clock: SimulatedClock;
let meter: PowerMeter;
let curlew: SimulatedCar;
let call: ReturnType<typeof request>;
beforeEach(() => {
  real = 0;
  clock = new SimulatedClock(() => real, Date.UTC(2026, 10, 23, 18));
  meter = new PowerMeter(clock, carAt(DEMO_METERED_PATH));
  curlew = carAt(DEMO_CHARGE_POINT.pathId);
  call = request(createStandIns([meter, new CarReport("curlew", () => curlew)], clock));
});

interface Reading {
  readonly watts: number;
  readonly totalWh: number;
}
const reading = async () => (await call.get("/power-meter/reading")).body as Reading;

test("a car plugged in behind the meter draws what its path lets flow, until it is taken away; what stands by goes on", async () => {
  expect((await call.put("/power-meter/plug").send({ plugged: true, soc: 0.5 })).body).toEqual({
    plugged: true,
    soc: 0.5,
  });
  real += 2 * HOUR;
  const { watts, totalWh } = await reading();
  // A socket of 230 V at 10 A, less what the wiring's resistance takes of the volts.
  expect(watts).toBeGreaterThan(2_150);
  expect(watts).toBeLessThan(2_350);
  expect(totalWh).toBeGreaterThan(1.9 * watts);
  expect(totalWh).toBeLessThan(2.1 * watts);
  await call.put("/power-meter/plug").send({ plugged: false });
  real += HOUR;
  expect(await reading()).toMatchObject({ watts: 6, totalWh: expect.closeTo(totalWh + 6, 2) });
});

test("a car tells its charge, warmth and limit, and ends at the limit that is set in it", async () => {
  const told = async () => (await call.get("/curlew/reading")).body as Record<string, number>;
  curlew.arrives(0.42);
  expect(await told()).toMatchObject({ charge_percent: 42, charge_limit_percent: 100 });
  await call.put("/curlew/limit").send({ percent: 45 });
  curlew.charge(5 * 3_600, Infinity, {});
  expect(await told()).toMatchObject({ charge_percent: 45, charge_limit_percent: 45 });
  expect(curlew.charge(3_600, Infinity, {})).toMatchObject({ wh: 0, flowing: { watts: 0 } });
  const { body } = await call.put("/curlew/limit").send({ percent: 5 });
  expect(body).toEqual({ errors: [{ field: "percent", message: "accepted: 20 to 100 %" }] });
});

test("by MQTT it says by its own time what it measures, and keeps silent or says nonsense as its fault has it", async () => {
  const broker = await Broker.open(0, [meter]);
  const client = await mqtt.connectAsync(`mqtt://127.0.0.1:${broker.port}`);
  try {
    const said: string[] = [];
    client.on("message", (topic, payload) => void said.push(`${topic} ${payload.toString()}`));
    await client.subscribeAsync("boathouse/#");
    const next = async () => {
      const before = said.length;
      real += 5_000;
      for (let i = 0; i < 30 && said.length === before; i++)
        await new Promise((resolve) => setTimeout(resolve, 50));
      return said[before];
    };
    expect(await next()).toMatch(
      /^boathouse\/meter \{"at":"2026-11-23T18:00:\d\d\.000Z","watts":6,"volts":23/,
    );
    await call.put("/power-meter/fault").send({ fault: "stuck" });
    const first = await next();
    expect(await next()).toBe(first);
    await call.put("/power-meter/fault").send({ fault: "garbled" });
    expect(await next()).toBe('boathouse/meter {"at": "2026-');
    await call.put("/power-meter/fault").send({ fault: "silent" });
    expect(await next()).toBeUndefined();
  } finally {
    await client.endAsync(true);
    await broker.close();
  }
});

test("from the command line: what there is, a fault, a plug; what is not understood is told with all there is", async () => {
  const server = createStandIns([meter], clock).listen(0, "127.0.0.1") as Server;
  await new Promise((resolve) => server.once("listening", resolve));
  const env = { ...process.env, STANDINS_PORT: String((server.address() as AddressInfo).port) };
  const run = (...words: string[]) =>
    new Promise<{ out: string; code: number | null }>((resolve) => {
      const child = spawn(process.execPath, ["scripts/standins.mjs", ...words], { env });
      let out = "";
      child.stdout.on("data", (text: Buffer) => (out += text.toString()));
      child.stderr.on("data", (text: Buffer) => (out += text.toString()));
      child.once("close", (code) => resolve({ out, code }));
    });
  try {
    await run("power-meter", "fault", "refusing");
    expect((await run()).out).toMatch(/power-meter: a power meter .* \(refusing\)/);
    await run("power-meter", "fault", "none");
    expect((await run("power-meter", "plug", "40")).out).toMatch(/"soc": 0\.4/);
    expect((await run("clock", "60")).out).toMatch(/"speed": 60/);
    const wrong = await run("power-meter", "fault", "sulking");
    expect(wrong.code).toBe(1);
    expect(wrong.out).toMatch(/Not done: fault: accepted: none, silent/);
    expect(await run("power-meter", "sulk")).toMatchObject({
      code: 1,
      out: expect.stringMatching(/^npm run standins /),
    });
  } finally {
    await new Promise((resolve) => server.close(resolve));
  }
  expect((await run()).out).toMatch(/^No stand-ins answer at/);
});
