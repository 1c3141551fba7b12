import { readFileSync } from "node:fs";
import Ajv from "ajv";
import addFormats from "ajv-formats";
import fc from "fast-check";
import type { RPCClient } from "ocpp-rpc";
import { planOf, sharedHall, wantedPart } from "./live-plan";
import { LiveServer, POINT, start } from "./live-server";

/**
 * Every message of OCPP 1.6J this server claims, both ways, against the JSON schemas that are published with the standard
 * (Open Charge Alliance), judged here and not by the library that carries them.
 */
const live = LiveServer.forEachTest();

interface Schema {
  readonly $id?: string;
  readonly type?: string;
  readonly enum?: readonly string[];
  readonly format?: string;
  readonly maxLength?: number;
  readonly items?: Schema;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[];
}
const schemas = JSON.parse(
  readFileSync("node_modules/ocpp-rpc/lib/schemas/ocpp1_6.json", "utf8"),
) as Schema[];
const ajv = addFormats(new Ajv({ strict: false, multipleOfPrecision: 6 }));
// Their names are no whole URNs, which this judge takes no schema by.
for (const { $id, ...schema } of schemas) ajv.addSchema(schema, $id!.slice("urn:".length));
const schemaOf = (message: string): Schema => schemas.find(({ $id }) => $id === `urn:${message}`)!;
/** What is wrong with a message; null where nothing is. */
const wrongWith = (message: string, said: unknown): string | null =>
  ajv.validate(message, said) ? null : `${message} ${JSON.stringify(said)}: ${ajv.errorsText()}`;

/** What a charge point may tell. */
const TOLD = [
  "BootNotification",
  "Heartbeat",
  "StatusNotification",
  "Authorize",
  "StartTransaction",
  "MeterValues",
  "StopTransaction",
  "DataTransfer",
  "FirmwareStatusNotification",
  "DiagnosticsStatusNotification",
] as const;
/** What a charge point is asked, by the press that asks it. */
const ASKED = [
  "RemoteStartTransaction",
  "RemoteStopTransaction",
  "SetChargingProfile",
  "ClearChargingProfile",
  "ChangeAvailability",
  "GetConfiguration",
  "TriggerMessage",
  "Reset",
] as const;

/** How many messages of each kind are told: fewer where laws are tried on fewer cases. */
const RUNS = Math.max(10, Math.round(60 * Number(process.env.KETTLEBACK_RUNS ?? 1)));

/** Anything a schema allows: every choice of every list, with and without what may be left out. */
function anyOf(schema: Schema): fc.Arbitrary<unknown> {
  if (schema.enum) return fc.constantFrom(...schema.enum);
  if (schema.format === "date-time")
    return fc
      .date({ min: new Date("1970-01-01"), max: new Date("2099-12-31"), noInvalidDate: true })
      .map((date) => date.toISOString());
  switch (schema.type) {
    case "string":
      return fc.oneof(
        fc.string({ maxLength: Math.min(schema.maxLength ?? 60, 60) }),
        fc.constantFrom("", "0", "-1", "16.0", "1e308", "NaN", "ffee"),
      );
    case "integer":
      return fc.oneof(fc.integer({ min: -3, max: 4 }), fc.integer());
    case "array":
      return fc.array(anyOf(schema.items!), { maxLength: 4 });
    default: {
      const properties = Object.entries(schema.properties ?? {});
      return fc.record(Object.fromEntries(properties.map(([name, of]) => [name, anyOf(of)])), {
        requiredKeys: [...(schema.required ?? [])],
      });
    }
  }
}

describe("the published schemas of OCPP 1.6", () => {
  test("know every message that is claimed, asked and answered", () => {
    for (const action of [...TOLD, ...ASKED])
      for (const way of ["req", "conf"])
        expect([action, way, typeof schemaOf(`${action}.${way}`)]).toContain("object");
  });

  /** Tells a server whatever is allowed as an action, so many times, half of what names a transaction naming the one that goes on. */
  async function tellAny(client: RPCClient, action: string, transactionId: number): Promise<void> {
    let told = 0;
    await fc.assert(
      fc.asyncProperty(anyOf(schemaOf(`${action}.req`)), async (any) => {
        const params = any as object;
        const about = told++ % 2 === 0 && "transactionId" in params ? { ...params, transactionId } : params;
        expect(wrongWith(`${action}.req`, about)).toBeNull();
        expect(wrongWith(`${action}.conf`, await client.call(action, about))).toBeNull();
      }),
      { numRuns: RUNS },
    );
    expect(told).toBeGreaterThanOrEqual(RUNS);
  }

  const TELLING_OF_SESSIONS = new Set<string>(["StartTransaction", "MeterValues", "StopTransaction"]);
  test.each([
    ["of a session", TOLD.filter((action) => TELLING_OF_SESSIONS.has(action))],
    ["of the unit", TOLD.filter((action) => !TELLING_OF_SESSIONS.has(action))],
  ])(
    "whatever they allow to be told %s is answered as they allow, and no record becomes unsound",
    async (_, actions) => {
      const client = await live.point(await live.givePassword());
      const { transactionId } = (await client.call("StartTransaction", start)) as { transactionId: number };
      for (const action of actions) await tellAny(client, action, transactionId);
      const sessions = await live.sessions();
      expect(sessions.length).toBeGreaterThan(0);
      for (const { spec } of sessions) {
        expect(Number.isFinite(Date.parse(spec.begin))).toBe(true);
        expect(spec.wallWh ?? 0).toBeGreaterThanOrEqual(0);
      }
      expect((await live.send("GET", "/garage")).status).toBe(200);
    },
  );

  test("allow what each press asks of a charge point, and each asks by the message that is claimed", async () => {
    const client = await live.point(await live.givePassword());
    const asked: [action: string, params: unknown][] = [];
    const ends: Readonly<Record<string, object>> = {
      GetConfiguration: { configurationKey: [], unknownKey: [] },
    };
    client.handle((({ method, params }: { method: string; params: unknown }) => {
      asked.push([method, params]);
      return Promise.resolve(ends[method] ?? { status: "Accepted" });
    }) as never);
    const act = async (body: object) => {
      const { status, body: said } = await live.send<object>("POST", `/charge-points/${POINT}/acts`, body);
      expect([status, said]).toMatchObject([200, { taken: true }]);
    };
    await everyPress(client, act);
    expect(new Set(asked.map(([action]) => action))).toEqual(new Set(ASKED));
    expect(asked.map(([action, params]) => wrongWith(`${action}.req`, params)).filter(Boolean)).toEqual([]);
    // The judge is awake: a current with two places after the point is none of these.
    const profile = asked.find(([action]) => action === "SetChargingProfile")![1];
    expect(
      wrongWith(
        "SetChargingProfile.req",
        JSON.parse(JSON.stringify(profile).replace(/"limit":8/, '"limit":8.25')),
      ),
    ).toMatch(/multiple of 0.1/);
  });
});

/** Everything that can be asked of a charge point from a screen, once. */
async function everyPress(client: RPCClient, act: (body: object) => Promise<void>): Promise<void> {
  const wanted = wantedPart(sharedHall());
  await act({ act: "start", wanted });
  const timestamp = new Date().toISOString();
  await client.call("StartTransaction", { ...start, idTag: "kettleback", timestamp });
  await act({ act: "follow", wanted });
  await act({ act: "limit", amps: 8 });
  // Currents as people type them: a unit takes tenths.
  await act({ act: "limit", amps: 9.37 });
  const at = (minutes: number) => new Date(Date.now() + minutes * 60_000).toISOString();
  await act({ act: "schedule", schedule: [{ from: at(5), to: at(65), amps: 11.94 }] });
  await act({ act: "take-back" });
  await act({ act: "follow", wanted: wantedPart(planOf("fq-path-curlew-hall")) });
  await act({ act: "take-back" });
  for (const hard of [true, false]) await act({ act: "reset", hard });
  for (const operative of [true, false]) await act({ act: "availability", operative });
  await act({ act: "ask-now" });
  await act({ act: "configuration" });
  await act({ act: "stop" });
}
