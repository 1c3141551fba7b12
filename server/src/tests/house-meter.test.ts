import type { MikroORM } from "@mikro-orm/core";
import pino from "pino";
import request from "supertest";
import {
  firstInstall,
  madeUpHouse,
  meterRecord,
  meterSamples,
  meterSeriesOf,
  type Garage,
  type Kept,
  type Sample,
  type SavedInstallation,
  type SessionRecord,
} from "@kettleback/core";
import { createApp } from "../app";
import { openDatabase, seedDemo } from "../database";

let orm: MikroORM;
beforeEach(async () => {
  orm = await openDatabase(":memory:");
  await seedDemo(orm.em.fork());
});
afterEach(() => orm.close(true));

const call = () =>
  request.agent(createApp({ orm, log: pino({ level: "silent" }) })).set("Host", "127.0.0.1:4180");
const AT = "/api/households/larch-hollow";
const WHEN = "from=2000-01-01T00:00:00Z&to=2100-01-01T00:00:00Z";

async function garageOf(at: string): Promise<Garage> {
  return (await call().get(`${at}/garage`)).body as Garage;
}
async function records(at: string, of = ""): Promise<Kept<SessionRecord>[]> {
  return ((await call().get(`${at}/sessions?${WHEN}${of}`)).body as { rows: Kept<SessionRecord>[] }).rows;
}
async function samplesOf(at: string, id: string, range = ""): Promise<Sample[]> {
  return ((await call().get(`${at}/sessions/${id}/samples?limit=10000${range}`)).body as { rows: Sample[] })
    .rows;
}

test("what a house's meter told is kept as a series read by time, is no charging session, and goes with the household's file", async () => {
  const garage = await garageOf(AT);
  const { carId, tariffId, ...part } = firstInstall(garage);
  const series = madeUpHouse(part.service, {
    seed: 1,
    from: "2026-03-01",
    zone: "America/Toronto",
    days: 40,
  });
  const record = meterRecord("Spring", series, "spring");
  const told = await call().post(`${AT}/sessions`).send({ spec: record });
  expect(told.status).toBe(201);
  const { id } = told.body as Kept<SessionRecord>;
  const samples = meterSamples(series);
  const added = await call().post(`${AT}/sessions/${id}/samples`).send({ samples });
  expect(added.body).toEqual({ added: 40 * 96 });
  // Sent again it is the same series.
  expect((await call().post(`${AT}/sessions/${id}/samples`).send({ samples })).body).toEqual({ added: 0 });

  expect((await records(AT)).some(({ spec }) => spec.source === "house meter")).toBe(false);
  expect((await records(AT, "&of=house")).map(({ spec }) => spec.name)).toEqual(["Spring"]);
  const odd = await call().get(`${AT}/sessions?${WHEN}&of=cats`);
  expect([odd.status, (odd.body as { errors: object[] }).errors]).toEqual([
    422,
    [expect.objectContaining({ field: "of", message: "accepted: charging, house" })],
  ]);

  const hour = samples[1_000]![0];
  expect(await samplesOf(AT, id, `&from=${hour}&to=${hour + 3_600_000}`)).toEqual(
    samples.slice(1_000, 1_004),
  );
  expect(meterSeriesOf(await samplesOf(AT, id))).toEqual(series);

  const spec: SavedInstallation = { name: "Farm house", carId, tariffId, meterKey: record.key, ...part };
  expect((await call().post(`${AT}/installations`).send({ spec })).status).toBe(201);
  const file = (await call().get(`${AT}/file`)).text;
  const taken = await call().post("/api/take").type("json").send(file);
  expect(taken.status).toBe(201);
  const there = `/api/households/${(taken.body as { id: string }).id}`;
  const [house] = await records(there, "&of=house");
  expect(meterSeriesOf(await samplesOf(there, house!.id))).toEqual(series);
  const copy = await garageOf(there);
  const installation = copy.installations[0]!.spec;
  expect(installation.meterKey).toBe(house!.spec.key);
  expect(copy.cars.find(({ id: car }) => car === installation.carId)!.spec.name).toBe(
    garage.cars.find(({ id: car }) => car === carId)!.spec.name,
  );
  expect(installation.carId).not.toBe(carId);
});

test.each([
  [
    { service: { system: "split-phase", phases: 1, mainAmps: 0, areaM2: 90, loads: [] } },
    "spec.service.mainAmps",
    "accepted: 10 to 400 A",
  ],
  [{ run: { lengthM: 1e9 } }, "spec.run.lengthM", "accepted: 1 to 300 m"],
  [{ wanted: { phases: 3, amps: 16 } }, "spec.wanted.phases", "accepted: 1, as the house has one phase"],
])("an installation with %j is refused by its field, and nothing is kept", async (more, field, message) => {
  const { carId, tariffId, ...part } = firstInstall(await garageOf(AT));
  const refused = await call()
    .post(`${AT}/installations`)
    .send({ spec: { name: "x", carId, tariffId, meterKey: null, ...part, ...more } });
  expect(refused.status).toBe(422);
  expect((refused.body as { errors: object[] }).errors).toContainEqual(
    expect.objectContaining({ field, message }),
  );
  expect((await garageOf(AT)).installations).toEqual([]);
});
