import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import {
  createServer as createSocketServer,
  type AddressInfo,
  type Server as SocketServer,
  type Socket,
} from "node:net";
import { Aedes } from "aedes";
import {
  recordSchema,
  type Device,
  type DeviceState,
  type Kept,
  type Sample,
  type SessionRecord,
} from "@kettleback/core";
import { ENTITY_OF } from "../database";
import { Devices } from "../live";
import { LiveServer } from "./live-server";
import { planOf } from "./live-plan";

const live = LiveServer.forEachTest();
const NIGHT = "fq-path-plover-night";

let devices: Devices;
let asked: IncomingMessage[];
let answer: (res: ServerResponse) => void;
let teller: Server;
beforeEach(async () => {
  asked = [];
  answer = (res) => res.end("{}");
  teller = createServer((req, res) => {
    asked.push(req);
    answer(res);
  });
  await new Promise<void>((resolve) => void teller.listen(0, "127.0.0.1", () => resolve()));
  devices = live.devices;
});
afterEach(async () => {
  teller.closeAllConnections();
  await new Promise((resolve) => void teller.close(resolve));
});

const at = (path = "/now"): string => `http://127.0.0.1:${(teller.address() as AddressInfo).port}${path}`;
const says = (said: unknown) => (answer = (res) => res.end(JSON.stringify(said)));

const METER_FIELDS: Device["fields"] = [
  { role: "watts", path: "power", unit: "W" },
  { role: "counterWh", path: "total", unit: "kWh" },
];
const meter = (change: Partial<Device> = {}): Device => ({
  name: "Meter",
  of: { kind: "outlets", id: "fq-boathouse-socket" },
  reach: { kind: "http", address: at(), everySeconds: 2 },
  fields: METER_FIELDS,
  ...change,
});
const keep = async (spec: Device): Promise<Kept<Device>> => {
  // Those of the demo would ask stand-ins that do not run here.
  const { body } = await live.send<Kept<Device>>("POST", "/devices", { spec, parentId: null });
  await live.orm.em.fork().nativeDelete(ENTITY_OF.devices, { id: { $like: "fq-%" } } as never);
  return body;
};
const begin = async (change: Partial<SessionRecord> = {}): Promise<string> => {
  const spec = recordSchema.parse({
    name: "night",
    carId: "fq-plover",
    placeId: "fq-boathouse",
    begin: new Date(Date.now() - 60_000).toISOString(),
    source: "by hand",
    key: `night-${Math.random()}`,
    plan: planOf(NIGHT),
    fromSoc: 0.4,
    ...change,
  });
  return (await live.send<Kept<SessionRecord>>("POST", "/sessions", { spec })).body.id;
};
const stateOf = async (id: string): Promise<DeviceState> =>
  (await live.send<{ devices: DeviceState[] }>("GET", "/devices-now")).body.devices.find(
    (state) => state.id === id,
  )!;
/** Waits until something is so. */
async function until<T>(what: () => Promise<T | undefined | false>): Promise<T> {
  for (let i = 0; i < 240; i++) {
    const found = await what();
    if (found) return found;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error("it never came to that");
}
const readings = (session: string, count = 1): Promise<Sample[]> =>
  until(async () => {
    const rows = await live.samplesOf(session);
    return rows.length >= count && rows;
  });

describe("a device that is asked over HTTP", () => {
  test("is read while a session goes on at its outlet, in its own units, and left once that is over", async () => {
    says({ power: 2288.4, total: "1.5", other: true });
    const { id } = await keep(meter());
    await devices.look();
    expect(asked).toHaveLength(0);
    const session = await begin();
    await devices.look();
    const [sample] = (await readings(session)) as [Sample];
    expect(sample.slice(1)).toEqual([2288.4, null, null, null, null, null, null, null, null, 1500]);
    expect(Math.abs(sample[0] - Date.now())).toBeLessThan(5_000);
    expect(await stateOf(id)).toEqual({
      id,
      session,
      readAt: expect.stringMatching(/^20/),
      trouble: null,
      limitSoc: null,
      note: null,
      secretFor: null,
    });
    expect(live.told.filter(({ event }) => event === "samples")).toMatchObject([
      { data: { session, samples: [sample] } },
    ]);
    const { body } = await live.send<{ rows: Kept<SessionRecord>[] }>(
      "GET",
      "/sessions?from=2026-01-01T00:00:00Z&to=2099-01-01T00:00:00Z",
    );
    const row = body.rows.find((one) => one.id === session)!;
    await live.send("PUT", `/sessions/${session}`, {
      version: row.version,
      spec: { ...row.spec, end: new Date().toISOString() },
    });
    await devices.look();
    expect(await stateOf(id)).toMatchObject({ session: null, readAt: null });
  });

  test("it is not read for another outlet, another car, or a household's that is not its own", async () => {
    const outlet = await keep(meter({ of: { kind: "outlets", id: "fq-hall" } }));
    const car = await keep(meter({ of: { kind: "cars", id: "fq-curlew" } }));
    await begin();
    await devices.look();
    expect((await stateOf(outlet.id)).session).toBeNull();
    expect((await stateOf(car.id)).session).toBeNull();
    expect(asked).toHaveLength(0);
  });

  test("its secret goes along as a bearer's, is told to no page and no file, and may be taken away", async () => {
    says({ power: 100, total: 1 });
    const { id } = await keep(meter());
    await live.send("PUT", `/devices-now/${id}/secret`, { secret: "hush-hush-curlew" });
    await begin();
    await devices.look();
    await until(async () => asked.length > 0);
    expect(asked[0]!.headers.authorization).toBe("Bearer hush-hush-curlew");
    expect(await stateOf(id)).toMatchObject({ secretFor: new URL(at()).origin });
    const file = await (await fetch(`http://127.0.0.1:${live.port}/api/households/fallow-quay/file`)).text();
    expect(file).toContain('"Meter"');
    expect(file).not.toContain("hush-hush");
    await live.send("PUT", `/devices-now/${id}/secret`, { secret: null });
    expect(await stateOf(id)).toMatchObject({ secretFor: null });
    await devices.look();
    await until(async () => asked.some(({ headers }) => headers.authorization === undefined));
    expect((await live.send("PUT", "/devices-now/nobody/secret", { secret: "x" })).status).toBe(404);
    expect((await live.send("PUT", `/devices-now/${id}/secret`, { secret: "" })).status).toBe(422);
  });

  test("its secret is told to nobody but the address it was given for: tried or changed, it has to be typed again", async () => {
    says({ power: 100, total: 1 });
    const elsewhere = createServer((req, res) => {
      asked.push(req);
      res.end("{}");
    });
    await new Promise<void>((resolve) => void elsewhere.listen(0, "127.0.0.1", () => resolve()));
    const other = `http://127.0.0.1:${(elsewhere.address() as AddressInfo).port}/now`;
    try {
      const { id } = await keep(meter());
      const { origin } = new URL(at());
      const given = await live.send("PUT", `/devices-now/${id}/secret`, { secret: "hush-hush-curlew" });
      expect(given.body).toEqual({ secretFor: origin });
      const tried = async (address: string, more: object = {}) => {
        const reach = { kind: "http", address, everySeconds: 2 };
        expect((await live.send("POST", "/devices-now/try", { reach, id, ...more })).status).toBe(200);
        return asked.at(-1)!.headers.authorization;
      };
      expect(await tried(at("/another/path"))).toBe("Bearer hush-hush-curlew");
      expect(await tried(other)).toBeUndefined();
      expect(await tried(at().replace("127.0.0.1", "localhost"))).toBeUndefined();
      expect(await tried(other, { secret: "typed again" })).toBe("Bearer typed again");
      // Changed and saved it still belongs to the old address, and is read nowhere with it.
      const changed = await live.send("PUT", `/devices/${id}`, {
        version: 1,
        spec: meter({ reach: { kind: "http", address: other, everySeconds: 2 } }),
        parentId: null,
      });
      expect(changed.status).toBe(200);
      expect((await stateOf(id)).secretFor).toBe(origin);
      asked.length = 0;
      await begin();
      await devices.look();
      await until(async () => asked.length > 0);
      expect(asked.map(({ headers }) => headers.authorization)).toEqual(asked.map(() => undefined));
      expect((await live.send("PUT", `/devices-now/${id}/secret`, { secret: "for this one" })).body).toEqual({
        secretFor: new URL(other).origin,
      });
      await devices.look();
      await until(async () => asked.some(({ headers }) => headers.authorization === "Bearer for this one"));
      expect(asked.some(({ headers }) => headers.authorization?.includes("hush"))).toBe(false);
    } finally {
      elsewhere.closeAllConnections();
      elsewhere.close();
    }
  });

  test("lists and objects in each other more than 64 deep are no JSON it tells", async () => {
    answer = (res) => res.end(`{"power": 5, "x": ${"[".repeat(64)}1${"]".repeat(64)}}`);
    const reach = { kind: "http", address: at(), everySeconds: 2 };
    const tried = () => live.send<{ trouble: string | null }>("POST", "/devices-now/try", { reach });
    expect(await tried()).toMatchObject({ status: 200, body: { trouble: "answers with what is no JSON" } });
    answer = (res) => res.end(`{"power": 5, "x": ${"[".repeat(63)}1${"]".repeat(63)}}`);
    expect(await tried()).toMatchObject({ status: 200, body: { trouble: null } });
    answer = (res) => res.end(`${"[".repeat(20_000)}${"]".repeat(20_000)}`);
    expect((await tried()).status).toBe(200);
  });

  test.each<[string, (res: ServerResponse) => void, string]>([
    ["a fault", (res) => res.writeHead(503).end("{}"), "answers with 503"],
    ["what is no JSON", (res) => res.end('{"power": 1'), "answers with what is no JSON"],
    ["a refusal", (res) => res.writeHead(401).end(), "wants another secret"],
    [
      "another address",
      (res) => res.writeHead(302, { Location: "http://127.0.0.1:1/" }).end(),
      "sends on to another address",
    ],
    ["far too much", (res) => res.end(`"${"x".repeat(70_000)}"`), "says more than 64 KiB"],
    [
      "an end in the middle",
      (res) => {
        res.write("{");
        setTimeout(() => res.destroy(), 50);
      },
      "broke off in the middle",
    ],
    ["none of its figures", (res) => res.end('{"voltage": 230}'), "tells none of its figures"],
    [
      "a figure that cannot be",
      (res) => res.end('{"power": 1e9}'),
      "power from the wall: 1000000000 W is none; accepted: -1000000 to 1000000 W",
    ],
  ])("that answers with %s is said to, and nothing is kept", async (_, how, why) => {
    answer = how;
    const { id } = await keep(meter());
    const session = await begin();
    await devices.look();
    await until(async () => (await stateOf(id)).trouble === why);
    expect(await live.samplesOf(session)).toEqual([]);
  });

  test("that was in trouble and is well again is said to be, and its readings are kept from then on", async () => {
    answer = (res) => res.writeHead(503).end();
    const { id } = await keep(meter());
    const session = await begin();
    await devices.look();
    await until(async () => (await stateOf(id)).trouble !== null);
    says({ power: 5, total: 1 });
    await readings(session);
    await until(async () => (await stateOf(id)).trouble === null);
    expect(live.told.filter(({ event }) => event === "device")).not.toHaveLength(0);
  });

  test("what a charge point's own meter counts is not counted again by another: only what it does not tell is taken", async () => {
    says({ power: 2_300, total: 7, plug: 31 });
    await keep(meter({ fields: [...METER_FIELDS, { role: "plugC", path: "plug", unit: "°C" }] }));
    const session = await begin({ key: "ocpp somewhere 1", source: "charge point" });
    await devices.look();
    const [sample] = (await readings(session)) as [Sample];
    expect(sample.slice(1)).toEqual([null, null, null, null, null, null, null, 31]);
  });

  test("of two that count the same session one does: the meter at the outlet, whichever was added first", async () => {
    says({ power: 2_300, total: 7, soc: 42 });
    const fields: Device["fields"] = [...METER_FIELDS, { role: "soc", path: "soc", unit: "%" }];
    await keep(meter({ name: "In the car", of: { kind: "cars", id: "fq-plover" }, fields }));
    await keep(meter());
    const session = await begin();
    await devices.look();
    const rows = await readings(session, 2);
    const merged = rows.map((row) => [row[1], row[4] ?? null, row[10] ?? null]);
    expect(merged).toContainEqual([2_300, null, 7_000]);
    expect(merged).toContainEqual([null, 0.42, null]);
  });

  test("a meter that only repeats itself while power flows is said to, and is not read until it moves again", async () => {
    // By its own clock, as simulated devices are.
    const begun = Date.now() - 600_000;
    const telling = (seconds: number, power: number) =>
      says({ at: new Date(begun + seconds * 1000).toISOString(), power, total: 7 });
    telling(0, 2_300);
    const fields: Device["fields"] = [...METER_FIELDS, { role: "at", path: "at" }];
    const { id } = await keep(meter({ fields }));
    const session = await begin({ begin: new Date(begun - 60_000).toISOString() });
    await devices.look();
    await readings(session, 1);
    // In between it moved: what comes back is no repetition.
    telling(60, 2_310);
    await readings(session, 2);
    telling(200, 2_300);
    await readings(session, 3);
    expect((await stateOf(id)).trouble).toBeNull();
    telling(390, 2_300);
    await until(async () => (await stateOf(id)).trouble === "tells the same again and again");
    expect(await live.samplesOf(session)).toHaveLength(3);
    telling(420, 2_290);
    await readings(session, 4);
    await until(async () => (await stateOf(id)).trouble === null);
  });

  test("a car's own report gives its charge, and where it ends by itself", async () => {
    says({ soc: 61.5, limit: 0.7 });
    const { id } = await keep(
      meter({
        of: { kind: "cars", id: "fq-plover" },
        fields: [
          { role: "soc", path: "soc", unit: "%" },
          { role: "limitSoc", path: "limit", unit: "share of 1" },
        ],
      }),
    );
    const session = await begin();
    await devices.look();
    expect((await readings(session))[0]!.slice(1)).toEqual([null, null, null, 0.615]);
    expect(await stateOf(id)).toMatchObject({ limitSoc: 0.7, trouble: null });
    // Another limit is told to the pages that follow, though nothing else has changed.
    const before = live.told.filter(({ event }) => event === "device").length;
    says({ soc: 61.5, limit: 0.8 });
    await until(async () => (await stateOf(id)).limitSoc === 0.8);
    expect(live.told.filter(({ event }) => event === "device").length).toBe(before + 1);
  });
});

describe("a device that is heard by MQTT", () => {
  let broker: Aedes;
  let sockets: SocketServer;
  let lines: Socket[];
  const wanted: { username?: string | undefined; password?: string | undefined } = {};
  beforeEach(async () => {
    broker = await Aedes.createBroker();
    broker.authenticate = (_client, username, password, done) => {
      wanted.username = username;
      wanted.password = password?.toString();
      done(null, true);
    };
    lines = [];
    sockets = createSocketServer((socket) => {
      lines.push(socket);
      broker.handle(socket);
    });
    await new Promise<void>((resolve) => void sockets.listen(0, "127.0.0.1", () => resolve()));
  });
  afterEach(async () => {
    devices.close();
    await new Promise<void>((resolve) => broker.close(() => resolve()));
    await new Promise((resolve) => void sockets.close(resolve));
  });
  const reach = (topic: string): Device["reach"] => ({
    kind: "mqtt",
    address: `mqtt://127.0.0.1:${(sockets.address() as AddressInfo).port}`,
    topic,
  });
  const say = (topic: string, payload: string | Buffer) =>
    new Promise<void>((resolve) =>
      broker.publish({ cmd: "publish", topic, payload, qos: 0, retain: false, dup: false }, () => resolve()),
    );
  const subscribed = () =>
    new Promise<void>((resolve) => broker.once("subscribe", () => setTimeout(resolve, 50)));

  test("is heard while its session goes on, with name and password; nonsense is said and passed over", async () => {
    const { id } = await keep(meter({ reach: reach("house/meter") }));
    await live.send("PUT", `/devices-now/${id}/secret`, { secret: "kettle:a:b" });
    const session = await begin();
    const ready = subscribed();
    await devices.look();
    await ready;
    expect(wanted).toEqual({ username: "kettle", password: "a:b" });
    await say("house/meter", "{nothing");
    await until(async () => (await stateOf(id)).trouble === "says what is no JSON");
    await say("house/meter", Buffer.alloc(70_000, 49));
    await until(async () => (await stateOf(id)).trouble === "says more than 64 KiB");
    await say("house/meter", '{"power": 2300, "total": 3}');
    const [sample] = (await readings(session)) as [Sample];
    expect([sample[1], sample[10]]).toEqual([2_300, 3_000]);
    await until(async () => (await stateOf(id)).trouble === null);
    expect(await live.samplesOf(session)).toHaveLength(1);
  });

  test("of a broker gone wild fifty messages a second are looked at, and one that never ends a message is left", async () => {
    const fields: Device["fields"] = [...METER_FIELDS, { role: "at", path: "at" }];
    const { id } = await keep(meter({ reach: reach("house/meter"), fields }));
    const begun = Date.now() - 900_000;
    const session = await begin({ begin: new Date(begun - 60_000).toISOString() });
    const ready = subscribed();
    await devices.look();
    await ready;
    // Each with a moment of its own, so that each would be a reading.
    const told = (i: number) =>
      JSON.stringify({ at: new Date(begun + i * 1000).toISOString(), power: 2_000 + i, total: 3 });
    const sent = 800;
    const from = Math.floor(Date.now() / 1000);
    await Promise.all(Array.from({ length: sent }, (_, i) => say("house/meter", told(i))));
    await readings(session, 40);
    await new Promise((resolve) => setTimeout(resolve, 300));
    const seconds = Math.floor(Date.now() / 1000) - from + 1;
    const kept = await live.samplesOf(session);
    expect(kept.length).toBeLessThanOrEqual(50 * seconds);
    expect(kept.length).toBeLessThan(sent / 2);
    // The head of a message of 200 MB, and what never becomes one: its line is left.
    const line = lines.at(-1)!;
    const left = new Promise((resolve) => line.once("close", resolve));
    line.on("error", () => undefined);
    line.write(Buffer.concat([Buffer.from([0x30, 0x80, 0x80, 0x80, 0x64]), Buffer.alloc(2 * 1024 * 1024)]));
    await left;
    await until(async () => (await stateOf(id)).trouble !== null);
  });

  test("topics below its own are heard each for itself, a bare figure each", async () => {
    await keep(
      meter({
        reach: reach("plug/3/#"),
        fields: [
          { role: "watts", path: "power.now", unit: "W" },
          { role: "counterWh", path: "energy.total", unit: "Wh" },
        ],
      }),
    );
    const session = await begin();
    const ready = subscribed();
    await devices.look();
    await ready;
    await say("plug/3/power/now", "2301.5");
    await readings(session, 1);
    await new Promise((resolve) => setTimeout(resolve, 5));
    await say("plug/3/energy/total", "4200");
    const rows = await readings(session, 2);
    expect(rows.map((row) => [row[1], row[10] ?? null])).toEqual([
      [2301.5, null],
      [null, 4_200],
    ]);
  });

  test("a broker that is away is said to be, and is heard again once it is there", async () => {
    const { id } = await keep(
      meter({ reach: { ...reach("house/meter"), address: "mqtt://127.0.0.1:9" } as never }),
    );
    await begin();
    await devices.look();
    await until(async () => (await stateOf(id)).trouble === "has a broker that cannot be reached");
  });

  test("tried, it tells its figures with what they are likely to be", async () => {
    const ready = subscribed();
    const tried = live.send<{ leaves: object[]; guess: object[]; trouble: string | null }>(
      "POST",
      "/devices-now/try",
      { reach: reach("house/#") },
    );
    await ready;
    await say("house/power_w", "2300");
    await say("house/meter", '{"energy": {"total_kwh": 12.5}, "voltage": 229.8}');
    expect((await tried).body).toEqual({
      leaves: [
        { path: "power_w", value: 2300 },
        { path: "meter.energy.total_kwh", value: 12.5 },
        { path: "meter.voltage", value: 229.8 },
      ],
      guess: [
        { role: "watts", path: "power_w", unit: "W" },
        { role: "counterWh", path: "meter.energy.total_kwh", unit: "kWh" },
        { role: "volts", path: "meter.voltage", unit: "V" },
      ],
      trouble: null,
    });
  });
});

test("tried over HTTP it answers at once, with the secret that is kept or the one that is given; or says why not", async () => {
  says({ apower: 12 });
  const { id } = await keep(meter());
  await live.send("PUT", `/devices-now/${id}/secret`, { secret: "kept" });
  const reach = { kind: "http", address: at(), everySeconds: 5 };
  await live.send("POST", "/devices-now/try", { reach, id });
  await live.send("POST", "/devices-now/try", { reach, id, secret: "given" });
  await live.send("POST", "/devices-now/try", { reach, id, secret: null });
  expect(asked.map(({ headers }) => headers.authorization)).toEqual([
    "Bearer kept",
    "Bearer given",
    undefined,
  ]);
  answer = (res) => res.writeHead(500).end();
  expect((await live.send("POST", "/devices-now/try", { reach })).body).toEqual({
    leaves: [],
    guess: [],
    trouble: "answers with 500",
  });
  const local = { ...reach, address: "http://169.254.169.254/latest" };
  expect((await live.send("POST", "/devices-now/try", { reach: local })).body).toMatchObject({
    trouble: "has an address Kettleback never connects to: link-local, multicast, metadata or none at all",
  });
  const named = { ...reach, address: "http://a:b@127.0.0.1/" };
  expect(await live.send("POST", "/devices-now/try", { reach: named })).toMatchObject({
    status: 422,
    body: {
      errors: [{ field: "reach.address", message: expect.stringMatching(/without a password in it$/) }],
    },
  });
});

describe("a public network that is asked for one's own sessions", () => {
  const RAPID = "fq-path-ferry";
  const began = Math.floor(Date.now() / 1000) * 1000;
  const iso = (minutes: number): string => new Date(began + minutes * 60_000).toISOString();
  let told: object[];
  let bills: object[];
  let lists: string[];
  const speak = () => {
    lists = [];
    answer = (res) => {
      const { url } = asked.at(-1)!;
      const { pathname, searchParams } = new URL(url!, at());
      if (searchParams.has("date_from")) lists.push(`${pathname} ${searchParams.get("date_from")}`);
      const data = {
        "/versions": [{ version: "2.2.1", url: at("/2.2.1") }],
        "/2.2.1": {
          version: "2.2.1",
          endpoints: ["sessions", "cdrs"].map((identifier) => ({
            identifier,
            role: "SENDER",
            url: at(`/2.2.1/${identifier}`),
          })),
        },
        "/2.2.1/sessions": told,
        "/2.2.1/cdrs": bills,
      }[pathname];
      res.setHeader("Content-Type", "application/json");
      res.end(JSON.stringify({ data, status_code: 1000 }));
    };
  };
  const session = (change: object = {}) => ({
    country_code: "ZZ",
    party_id: "ISL",
    id: "S-7",
    start_date_time: iso(0),
    kwh: 4.2,
    status: "ACTIVE",
    last_updated: iso(5),
    charging_periods: [{ dimensions: [{ type: "STATE_OF_CHARGE", volume: 22 }] }],
    ...change,
  });
  const cdr = (change: object = {}) => ({
    country_code: "ZZ",
    party_id: "ISL",
    id: "C-7",
    session_id: "S-7",
    start_date_time: iso(0),
    end_date_time: iso(20),
    currency: "EUR",
    cdr_location: { name: "Ferry terminal", connector_power_type: "DC" },
    total_energy: 14.25,
    total_cost: { excl_vat: 9.62 },
    charging_periods: [],
    ...change,
  });
  const network = () =>
    meter({
      name: "Island",
      of: { kind: "cars", id: "fq-curlew" },
      reach: { kind: "ocpi", address: at("/versions"), everySeconds: 5 },
      fields: [],
    });
  const beginRapid = (change: Partial<SessionRecord> = {}) =>
    begin({
      carId: "fq-curlew",
      placeId: "fq-ferry",
      begin: iso(0.5),
      plan: planOf(RAPID),
      fromSoc: 0.1,
      ...change,
    });
  const note = ({ note: said }: DeviceState, says: string, at: string) =>
    said?.says === says && Date.parse(said.at!) === Date.parse(at);
  const kept = async (id: string): Promise<Kept<SessionRecord>> =>
    (
      await live.send<{ rows: Kept<SessionRecord>[] }>(
        "GET",
        "/sessions?from=2026-01-01T00:00:00Z&to=2099-01-01T00:00:00Z",
      )
    ).body.rows.find((row) => row.id === id)!;
  beforeEach(() => {
    told = [];
    bills = [];
    speak();
  });

  test("what it counted by when is read as it comes; once its bill is there the session is closed by it", async () => {
    const { id } = await keep(network());
    await live.send("PUT", `/devices-now/${id}/secret`, { secret: "sugar-maple" });
    const own = await beginRapid();
    await devices.look();
    await until(async () => (await stateOf(id)).note?.says === "no-session");
    // OCPI 2.2.1 has the token in base 64; it is asked for what was changed since an hour before.
    expect(asked[0]!.headers.authorization).toBe(`Token ${Buffer.from("sugar-maple").toString("base64")}`);
    expect(lists).toEqual([`/2.2.1/sessions ${iso(-59.5)}`, `/2.2.1/cdrs ${iso(-59.5)}`]);
    told = [session({ id: "S-6", start_date_time: iso(-120) }), session()];
    const rows = await readings(own, 2);
    expect(rows.map((row) => [row[0], row[4], row[10]])).toEqual([
      [Date.parse(iso(0.5)), null, 0],
      [Date.parse(iso(5)), 0.22, 4_200],
    ]);
    await until(async () => note(await stateOf(id), "late", iso(5)));
    expect((await kept(own)).spec).toMatchObject({ key: "ocpi ZZ*ISL*S-7", end: null });
    told = [session({ status: "COMPLETED", end_date_time: iso(20), kwh: 14.25, last_updated: iso(20) })];
    await until(async () => note(await stateOf(id), "ended", iso(20)));
    bills = [cdr()];
    await until(async () => (await kept(own)).spec.end !== null);
    expect((await kept(own)).spec).toMatchObject({
      key: "ZZ*ISL*C-7",
      end: iso(20),
      wallWh: 14_250,
      paid: 9.62,
      plan: { car: { name: "Curlew" } },
    });
    await until(async () => (await stateOf(id)).session === null);
    expect(await live.samplesOf(own)).toHaveLength(3);
  });

  test("told again, and corrected downwards, its counter neither falls nor is told anew", async () => {
    await keep(network());
    const own = await beginRapid();
    told = [session({ kwh: 0.25, last_updated: iso(0.5) })];
    await devices.look();
    // Told of its own beginning: one figure for that moment, and that is what was counted.
    expect((await readings(own)).map((row) => [row[0], row[10]])).toEqual([[Date.parse(iso(0.5)), 250]]);
    const heard = () => live.told.filter(({ event }) => event === "samples").length;
    const before = heard();
    const questions = asked.length;
    await until(async () => asked.length > questions + 6);
    expect(heard()).toBe(before);
    told = [session({ kwh: 4.2, last_updated: iso(5) })];
    await readings(own, 2);
    told = [session({ kwh: 3.9, last_updated: iso(6) })];
    const rows = await readings(own, 3);
    expect(rows.map((row) => row[10])).toEqual([250, 4_200, 4_200]);
  });

  test("one that was finished by hand is still billed, and what was typed stays", async () => {
    told = [session()];
    const { id } = await keep(network());
    const own = await beginRapid();
    await devices.look();
    await until(async () => (await kept(own)).spec.key === "ocpi ZZ*ISL*S-7");
    const row = await kept(own);
    await live.send("PUT", `/sessions/${own}`, {
      version: row.version,
      spec: { ...row.spec, end: iso(18), wallWh: 14_000, toSoc: 0.3 },
    });
    await devices.look();
    expect(await stateOf(id)).toMatchObject({ session: own });
    bills = [cdr()];
    told = [session({ status: "COMPLETED", end_date_time: iso(20) })];
    await until(async () => (await kept(own)).spec.paid !== undefined);
    expect((await kept(own)).spec).toMatchObject({
      end: iso(18),
      wallWh: 14_000,
      toSoc: 0.3,
      paid: 9.62,
      key: "ZZ*ISL*C-7",
    });
  });

  test("a bill that was taken from a file before closes it all the same; one in another currency is said and not taken", async () => {
    await begin({ key: "ZZ*ISL*C-7", end: iso(20), carId: null, placeId: null });
    told = [session({ status: "COMPLETED", end_date_time: iso(20) })];
    bills = [cdr({ currency: "GBP" })];
    const { id } = await keep(network());
    const own = await beginRapid();
    await devices.look();
    await until(async () =>
      (await stateOf(id)).trouble?.startsWith(
        "has a bill that is not taken: currency: this household counts in EUR",
      ),
    );
    expect((await kept(own)).spec).toMatchObject({ end: null });
    bills = [cdr()];
    await until(async () => (await kept(own)).spec.paid === 9.62);
    expect((await kept(own)).spec.key).toBe("ocpi ZZ*ISL*S-7");
    await devices.look();
    expect((await stateOf(id)).session).toBeNull();
  });

  test("it is not asked for what charges at home, or at one's own charge point; and what does not go is said", async () => {
    const { id } = await keep(network());
    await begin({ carId: "fq-curlew" });
    await beginRapid({ key: "ocpp fq-hall-point 1" });
    await devices.look();
    expect((await stateOf(id)).session).toBeNull();
    answer = (res) => res.writeHead(401).end();
    await beginRapid();
    await devices.look();
    await until(async () => (await stateOf(id)).trouble === "is not read: it asks for a token");
    answer = (res) => res.end(JSON.stringify({ data: { endpoints: [] }, status_code: 1000 }));
    const reach = { kind: "ocpi", address: at("/versions"), everySeconds: 5 };
    expect((await live.send("POST", "/devices-now/try", { reach })).body).toMatchObject({
      trouble: "is not read: it tells of no sessions: it has no module of that name",
    });
    told = [session()];
    bills = [cdr()];
    speak();
    expect((await live.send("POST", "/devices-now/try", { reach })).body).toEqual({
      leaves: [
        { path: "sessions", value: 1 },
        { path: "bills", value: 1 },
      ],
      guess: [],
      trouble: null,
    });
  });
});
