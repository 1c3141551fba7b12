import request from "supertest";
import { planOf } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { createStandIns } from "../app";
import { SimulatedChargePoint, TROUBLES } from "../charge-point";
import { SimulatedClock } from "../clock";
import { SimulatedCar } from "../simulated-car";

const made = planOf(fallowQuay, fallowQuay.paths.find(({ id }) => id === "fq-path-curlew-hall")!.spec);
if (!made.ok) throw new Error(made.problems[0]!.message);
/** Three phases of 230 V, 16 A on each by the car, 8 W for the unit; from 50 to 80 %. */
const plan = made.value;

describe("the car that stands at it", () => {
  test.each([
    ["at whatever flows", Infinity, {}, 3 * 16 * 230 + 8, 3, 16],
    ["lowered to 8 A", 8, {}, 3 * 8 * 230 + 8, 3, 8],
    ["one phase alone, up to what the car takes there", Infinity, { onePhase: true }, 32 * 230 + 8, 1, 32],
    ["at 208 V", Infinity, { volts: 208 }, 3 * 16 * 208 + 8, 3, 16],
  ] as const)("%s", (_, amps, matter, watts, phases, flows) => {
    const { wh, flowing } = new SimulatedCar(plan).charge(1_800, amps, matter);
    expect(wh).toBeCloseTo(watts / 2, 3);
    expect(flowing.watts).toBeCloseTo(watts, 3);
    expect([flowing.phases, Math.round(flowing.amps)]).toEqual([phases, flows]);
  });

  test("below 6 A nothing flows; at its target it ends, and takes no more", () => {
    const car = new SimulatedCar(plan);
    expect(car.charge(3_600, 5.9, {})).toMatchObject({ wh: 0, flowing: { watts: 0 } });
    expect(car.soc).toBe(0.5);
    const done = car.charge(6 * 3_600, Infinity, {});
    expect(car.soc).toBeCloseTo(0.8, 9);
    expect(done.flowing.watts).toBe(0);
    expect(car.charge(3_600, Infinity, {}).wh).toBe(0);
    // What it stored by what it took: the path's own losses, about a tenth.
    expect((0.3 * plan.car.battery.usableWh) / done.wh).toBeCloseTo(0.895, 2);
  });

  test("in ten steps it takes what it takes in one", () => {
    const [one, ten] = [new SimulatedCar(plan), new SimulatedCar(plan)];
    const whole = one.charge(3_600, Infinity, {}).wh;
    const parts = Array.from({ length: 10 }, () => ten.charge(360, Infinity, {}).wh);
    expect(parts.reduce((a, b) => a + b)).toBeCloseTo(whole, 6);
    expect(ten.soc).toBeCloseTo(one.soc, 9);
  });
});

describe("asked over HTTP", () => {
  const clock = new SimulatedClock();
  const point = new SimulatedChargePoint(
    "hall-post",
    plan,
    { endpoint: "ws://127.0.0.1:9/ocpp", identity: "hall-post", password: "none" },
    clock,
  );
  const call = request(createStandIns([point], clock));

  test("it tells how it stands, and what may go wrong with it", async () => {
    expect((await call.get("/hall-post/reading")).body).toMatchObject({
      status: "Available",
      plugged: true,
      soc: 0.5,
      watts: 0,
      transaction: null,
    });
    expect((await call.get("/hall-post/troubles")).body).toEqual({ trouble: "none", troubles: TROUBLES });
  });

  test("a trouble there is not, and a charge beyond full, are refused in words", async () => {
    const trouble = await call.put("/hall-post/trouble").send({ trouble: "flood" });
    expect([trouble.status, trouble.body.errors[0].field]).toEqual([422, "trouble"]);
    expect(trouble.body.errors[0].message).toMatch(/^accepted: none, does-not-start, stops, /);
    const plug = await call.put("/hall-post/plug").send({ plugged: true, soc: 1.2 });
    expect(plug.body.errors).toEqual([{ field: "soc", message: "accepted: 0 to 1" }]);
  });

  test("a transaction that begins while nobody answers is kept, in its order, and counts on", async () => {
    await call.put("/hall-post/plug").send({ plugged: true, soc: 0.4, card: "otter-7" });
    clock.setPace(3_600);
    await new Promise((resolve) => setTimeout(resolve, 300));
    const charging = (await call.get("/hall-post/reading")).body as {
      watts: number;
      kept: number;
      soc: number;
    };
    expect(charging.watts).toBeGreaterThan(11_000);
    expect(charging.soc).toBeGreaterThan(0.4);
    expect(charging.kept).toBeGreaterThan(1);
    await call.put("/hall-post/plug").send({ plugged: false });
    expect((await call.get("/hall-post/reading")).body).toMatchObject({ watts: 0, status: "Available" });
    await point.leave();
  });
});
