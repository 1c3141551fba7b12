import request from "supertest";
import { networkBill, networkSessions, planOf } from "@kettleback/core";
import { DEMO_NETWORKS, DEMO_RAPID, fallowQuay } from "@kettleback/core/demo";
import { createStandIns } from "../app";
import { SimulatedClock } from "../clock";
import { PublicNetwork } from "../network";
import { SimulatedCar } from "../simulated-car";

const START = Date.UTC(2026, 10, 23, 18);
const MINUTE = 60_000;
let real: number;
let call: ReturnType<typeof request>;
beforeEach(() => {
  real = 0;
  const clock = new SimulatedClock(() => real, START);
  const made = planOf(fallowQuay, fallowQuay.paths.find(({ id }) => id === DEMO_RAPID.pathId)!.spec);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  const cars = new Map([[DEMO_RAPID.uid, new SimulatedCar(made.value)]]);
  call = request(createStandIns([new PublicNetwork(DEMO_NETWORKS["fallow-quay"], START, cars)], clock));
});

type Row = Readonly<Record<string, unknown>>;
const get = async (module: string, query = ""): Promise<Row[]> =>
  ((await call.get(`/island-network/2.2.1/${module}${query}`)).body as { data: Row[] }).data;
const plug = (plugged: boolean, soc?: number) =>
  call
    .put("/island-network/plug")
    .send({ uid: DEMO_RAPID.uid, plugged, ...(soc === undefined ? {} : { soc }) });

/** Fields of the 2.2.1 text: those an object has to have, and those it may (9.3.1, 10.3.1, 10.4.1 to 10.4.3; from memory). */
const FIELDS = {
  session: {
    needed:
      "country_code party_id id start_date_time kwh cdr_token auth_method location_id evse_uid connector_id currency status last_updated",
    may: "end_date_time authorization_reference meter_id charging_periods total_cost",
  },
  cdr: {
    needed:
      "country_code party_id id start_date_time end_date_time cdr_token auth_method cdr_location currency charging_periods total_cost total_energy total_time last_updated",
    may: "session_id authorization_reference meter_id tariffs signed_data total_fixed_cost total_energy_cost total_time_cost total_parking_time total_parking_cost total_reservation_cost remark invoice_reference_id credit credit_reference_id home_charging_compensation",
  },
  location: {
    needed:
      "id address city country coordinates evse_uid evse_id connector_id connector_standard connector_format connector_power_type",
    may: "name postal_code state",
  },
  token: { needed: "country_code party_id uid type contract_id", may: "" },
  period: { needed: "start_date_time dimensions", may: "tariff_id" },
} as const;
function hasFields(of: keyof typeof FIELDS, object: unknown): void {
  const needed = FIELDS[of].needed.split(" ");
  const has = Object.keys(object as object);
  expect(has).toEqual(expect.arrayContaining(needed));
  const known = new Set([...needed, ...FIELDS[of].may.split(" ")]);
  expect(has.filter((name) => !known.has(name))).toEqual([]);
}

test("a session goes on, is told late by full steps, ends, and its bill comes ten minutes later", async () => {
  await plug(true, 0.1);
  real += 4 * MINUTE;
  const [first] = await get("sessions");
  expect(first).toMatchObject({ status: "ACTIVE", kwh: 0, evse_uid: "ferry-2", location_id: "ferry" });
  real += 7 * MINUTE;
  const [second] = await get("sessions");
  expect(second).toMatchObject({ status: "ACTIVE", last_updated: "2026-11-23T18:10:00Z" });
  // At 50 kW at the most, less while the battery is cold.
  expect(second!.kwh as number).toBeGreaterThan(2);
  expect(second!.kwh as number).toBeLessThan(50 / 6);
  const points = (await get("locations", "?limit=100")).flatMap(
    ({ evses }) => evses as { uid: string; status: string }[],
  );
  expect(points.find(({ uid }) => uid === "ferry-2")!.status).toBe("CHARGING");
  await plug(false);
  const [third] = await get("sessions");
  expect(third).toMatchObject({ status: "COMPLETED", end_date_time: "2026-11-23T18:11:00Z" });
  expect(third!.kwh as number).toBeGreaterThan(second!.kwh as number);
  expect(await get("cdrs")).toEqual([]);
  real += 10 * MINUTE;
  const [bill] = await get("cdrs");
  const kWh = third!.kwh as number;
  expect(bill).toMatchObject({ session_id: third!.id, total_energy: kWh, total_time: 0.1833 });
  // Its own tariff: 0.50 a session and 0.64 a kilowatt-hour.
  expect((bill!.total_cost as { excl_vat: number }).excl_vat).toBe(
    Math.round((0.5 + 0.64 * kWh) * 100) / 100,
  );
  expect(await get("cdrs", "?date_from=2026-11-23T18:12:00Z")).toEqual([]);
  expect(await get("sessions", "?date_from=2026-11-23T18:10:30Z")).toHaveLength(1);
});

test("a car that takes nothing more ends it by itself, at the charge its plan ends at", async () => {
  await plug(true, 0.7);
  real += 3 * 60 * MINUTE;
  const [session] = await get("sessions");
  expect(session!.status).toBe("COMPLETED");
  const [own] = networkSessions([session]);
  expect(own!.soc).toBeCloseTo(0.8, 2);
});

test("sessions and bills have the fields of OCPI 2.2.1 and no others, and are read as they are", async () => {
  await plug(true, 0.3);
  real += 12 * MINUTE;
  await plug(false);
  real += 12 * MINUTE;
  const [[session], [cdr]] = [await get("sessions"), await get("cdrs")] as [[Row], [Row]];
  hasFields("session", session);
  hasFields("cdr", cdr);
  hasFields("location", cdr.cdr_location);
  hasFields("token", session.cdr_token);
  for (const period of [...(session.charging_periods as object[]), ...(cdr.charging_periods as object[])])
    hasFields("period", period);
  const [own] = networkSessions([session]);
  expect(own).toMatchObject({ id: session.id, wallWh: (session.kwh as number) * 1000 });
  const bill = networkBill([cdr], own!, "EUR");
  expect(bill).toMatchObject({
    bill: {
      wallWh: (session.kwh as number) * 1000,
      fromSoc: 0.3,
      toSoc: own!.soc,
      current: "DC",
      name: "Ferry terminal",
    },
  });
});

test("only where a car may be plugged in is one, and what is asked wrongly is refused with what is accepted", async () => {
  const at = (body: object) => call.put("/island-network/plug").send(body);
  expect((await at({ uid: "hall-1", plugged: true })).body).toEqual({
    errors: [{ field: "uid", message: "accepted: ferry-2" }],
  });
  expect((await at({ plugged: true })).status).toBe(422);
  await plug(true, 0.2);
  real += 6 * MINUTE;
  // Plugged in again it is another session, and the one before is over.
  await plug(true, 0.2);
  expect((await get("sessions")).map(({ status }) => status)).toEqual(["COMPLETED", "ACTIVE"]);
});
