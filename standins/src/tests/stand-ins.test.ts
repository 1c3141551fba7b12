import request from "supertest";
import { createStandIns } from "../app";
import { SimulatedClock } from "../clock";
import { readNetwork } from "@kettleback/core";
import { DEMO_NETWORKS } from "@kettleback/core/demo";
import { PublicNetwork } from "../network";
import { PowerMeter, voltsUnder } from "../power-meter";
import { FAULT_NAMES } from "../stand-in";

const START = Date.UTC(2026, 10, 23, 18);
let real: number;
let clock: SimulatedClock;
let call: ReturnType<typeof request>;
const MINUTE = 60_000;

beforeEach(() => {
  real = 5_000;
  clock = new SimulatedClock(() => real, START);
  call = request(createStandIns([new PowerMeter(clock)], clock));
});

interface Reading {
  readonly at: string;
  readonly watts: number;
  readonly volts: number;
  readonly amps: number;
  readonly totalWh: number;
}
const reading = async () => (await call.get("/power-meter/reading")).body as Reading;
const fail = (fault: string) => call.put("/power-meter/fault").send({ fault });
const load = (watts: number) => call.put("/power-meter/load").send({ watts });
const speed = (times: number) => call.put("/clock").send({ speed: times });

test("its time runs at its own pace, and what has passed stays passed when the pace changes", async () => {
  expect((await reading()).at).toBe("2026-11-23T18:00:00.000Z");
  real += MINUTE;
  expect((await reading()).at).toBe("2026-11-23T18:01:00.000Z");
  await speed(600);
  expect((await reading()).at).toBe("2026-11-23T18:01:00.000Z");
  real += MINUTE;
  expect((await reading()).at).toBe("2026-11-24T04:01:00.000Z");
  await speed(0);
  real += MINUTE;
  expect((await reading()).at).toBe("2026-11-24T04:01:00.000Z");
});

test("energy is power over its own time, across changes of load and of pace", async () => {
  await load(2294);
  real += 30 * MINUTE;
  expect((await reading()).totalWh).toBeCloseTo(1150, 3);
  await speed(60);
  real += MINUTE;
  expect((await reading()).totalWh).toBeCloseTo(1150 + 2300, 3);
  await load(0);
  real += MINUTE;
  // What stands by goes on drawing 6 W.
  expect((await reading()).totalWh).toBeCloseTo(1150 + 2300 + 6, 3);
});

test("volts sag under a load as the wiring's resistance has it, and amps make up the watts", async () => {
  // 231 V behind 0.35 Ω with 2.3 kW: V² − 231·V + 0.35·2300 = 0 (arithmetic).
  expect(voltsUnder(231, 2300)).toBeCloseTo(227.461, 3);
  const idle = await reading();
  await load(2294);
  const loaded = await reading();
  expect([idle.watts, loaded.watts]).toEqual([6, 2300]);
  expect(idle.volts - loaded.volts).toBeCloseTo(3.53, 1);
  expect(loaded.amps * loaded.volts).toBeCloseTo(2300, 0);
});

test("every fault can be switched on, is what it says, and is mended", async () => {
  await load(1000);
  await fail("refusing");
  expect((await call.get("/power-meter/reading")).status).toBe(503);
  await fail("garbled");
  const garbled = await call
    .get("/power-meter/reading")
    .buffer(true)
    .parse((res, done) => {
      let text = "";
      res.on("data", (chunk: Buffer) => (text += chunk.toString()));
      res.on("end", () => done(null, text));
    });
  expect(garbled.status).toBe(200);
  expect(() => JSON.parse(garbled.body as string) as unknown).toThrow();
  await fail("silent");
  await expect(call.get("/power-meter/reading").timeout(200)).rejects.toThrow(/Timeout/);
  await fail("stuck");
  const first = await reading();
  real += 60 * MINUTE;
  expect(await reading()).toEqual(first);
  await fail("none");
  const after = await reading();
  // It went on counting all the while.
  expect(after.totalWh - first.totalWh).toBeCloseTo(1006, 3);
  await fail("reset");
  expect((await reading()).totalWh).toBe(0);
  real += 60 * MINUTE;
  expect((await reading()).totalWh).toBeCloseTo(1006, 3);
});

test("what there is, its time and its faults are told", async () => {
  await fail("stuck");
  await speed(60);
  const { body } = await call.get("/");
  expect(body).toMatchObject({
    now: "2026-11-23T18:00:00.000Z",
    speed: 60,
    devices: [{ name: "power-meter", fault: "stuck" }],
  });
  expect(Object.keys((body as { faults: object }).faults)).toEqual(FAULT_NAMES);
});

test.each([
  ["/clock", { speed: 3601 }, "speed", "accepted: 0 to 3600"],
  ["/clock", { speed: -1 }, "speed", "accepted: 0 to 3600"],
  ["/clock", {}, "speed", "accepted"],
  ["/power-meter/fault", { fault: "joy" }, "fault", "accepted: none, silent"],
  ["/power-meter/load", { watts: 30_000 }, "watts", "accepted: 0 to 22,000 W"],
])("PUT %s with %j is refused by field", async (path, body, field, message) => {
  const response = await call.put(path).send(body);
  expect(response.status).toBe(422);
  const [problem] = (response.body as { errors: { field: string; message: string }[] }).errors;
  expect([problem!.field, problem!.message]).toEqual([field, expect.stringContaining(message)]);
});

test("it answers this machine only, no page of another origin, and says what is not there", async () => {
  expect((await call.get("/").set("Host", "meter.example")).status).toBe(403);
  expect((await call.get("/").set("Origin", "http://localhost:4180")).status).toBe(403);
  expect((await call.get("/nothing")).status).toBe(404);
});

describe("a public network", () => {
  const [island, hills] = [DEMO_NETWORKS["fallow-quay"], DEMO_NETWORKS["larch-hollow"]];
  interface Answer {
    readonly data: {
      readonly uid?: string;
      readonly evses: { readonly uid: string; readonly status: string; readonly last_updated: string }[];
    }[];
    readonly status_code: number;
  }
  beforeEach(() => {
    call = request(
      createStandIns([new PublicNetwork(island, clock.now()), new PublicNetwork(hills, clock.now())], clock),
    );
  });
  const locations = async (query = "limit=100") =>
    (await call.get(`/island-network/2.2.1/locations?${query}`)).body as Answer;
  const stateOf = async (uid: string) =>
    (await locations()).data.flatMap(({ evses }) => evses).find((evse) => evse.uid === uid)!;

  test("leads from its versions to its locations and tariffs, which this program reads without a fault", async () => {
    const versions = (await call.get("/island-network/versions")).body as {
      data: { version: string; url: string }[];
    };
    expect(versions.data.map(({ version }) => version)).toEqual(["2.2.1"]);
    const details = (await call.get("/island-network/2.2.1")).body as {
      data: { endpoints: { identifier: string }[] };
    };
    expect(details.data.endpoints.map(({ identifier }) => identifier)).toEqual([
      "locations",
      "tariffs",
      "sessions",
      "cdrs",
    ]);
    const tariffs = ((await call.get("/island-network/2.2.1/tariffs?limit=100")).body as { data: unknown[] })
      .data;
    const read = readNetwork(JSON.stringify({ locations: (await locations()).data, tariffs }), "EUR");
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.value.posts).toHaveLength(island.locations.length);
    expect(Object.keys(read.value.tariffs).sort()).toEqual(["camp", "fast", "free", "lamp", "quay", "rapid"]);
    expect(read.value.notes).toEqual([]);
  });

  test("comes in pages, each naming the next", async () => {
    const first = await call.get("/island-network/2.2.1/locations?limit=5");
    expect((first.body as Answer).data).toHaveLength(5);
    expect(first.headers["x-total-count"]).toBe(String(island.locations.length));
    expect(first.headers.link).toMatch(/\/island-network\/2\.2\.1\/locations\?offset=5&limit=5>; rel="next"/);
    const last = await call.get("/island-network/2.2.1/locations?limit=5&offset=10");
    expect((last.body as Answer).data).toHaveLength(island.locations.length - 10);
    expect(last.headers.link).toBeUndefined();
  });

  test("its points change as time passes and say since when; what is out of order stays so", async () => {
    const before = await stateOf("hall-1");
    expect(before.status).toBe("AVAILABLE");
    real += 52 * MINUTE;
    const after = await stateOf("hall-1");
    expect(after.status).toBe("CHARGING");
    expect(Date.parse(after.last_updated)).toBeGreaterThan(START);
    expect((await stateOf("light-1")).status).toBe("OUTOFORDER");
    real += 52 * MINUTE;
    expect((await stateOf("hall-1")).status).toBe("AVAILABLE");
  });

  test("somebody may break a point by hand, and wrong states are refused", async () => {
    await call.put("/island-network/state").send({ uid: "hall-1", status: "OUTOFORDER" });
    expect((await stateOf("hall-1")).status).toBe("OUTOFORDER");
    expect((await call.put("/island-network/state").send({ uid: "hall-1", status: "SAD" })).status).toBe(422);
  });

  test("one that asks for a token answers to it alone, in base 64", async () => {
    const at = (token?: string) => {
      const asking = call.get("/hill-network/versions");
      return token === undefined
        ? asking
        : asking.set("Authorization", `Token ${Buffer.from(token).toString("base64")}`);
    };
    expect((await at()).status).toBe(401);
    expect((await at("wrong")).status).toBe(401);
    expect((await at("sugar-maple")).status).toBe(200);
  });

  test("it can refuse, and answer with what is no JSON", async () => {
    await call.put("/island-network/fault").send({ fault: "refusing" });
    expect((await call.get("/island-network/versions")).status).toBe(503);
    await call.put("/island-network/fault").send({ fault: "garbled" });
    const garbled = call
      .get("/island-network/versions")
      .buffer(true)
      .parse((res, done) => {
        let text = "";
        res.on("data", (piece) => (text += String(piece)));
        res.on("end", () => done(null, text));
      });
    expect((await garbled).body).toBe('{"data": [');
  });
});
