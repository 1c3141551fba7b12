import type { RPCClient } from "ocpp-rpc";
import type { Kept, Plan, SessionRecord } from "@kettleback/core";
import { planOf, sharedHall, wantedPart } from "./live-plan";
import { after, begin, LiveServer, POINT, start } from "./live-server";

const live = LiveServer.forEachTest();

describe("what is asked of it", () => {
  const answers = (client: RPCClient, action: string, status = "Accepted") => {
    const calls: Record<string, unknown>[] = [];
    client.handle(action, (async ({ params }: { params: Record<string, unknown> }) => {
      calls.push(params);
      return { status };
    }) as never);
    return calls;
  };
  /** The limits of a profile that was sent, one after the other. */
  const limitsOf = (call: Record<string, unknown>): number[] =>
    (
      call.csChargingProfiles as { chargingSchedule: { chargingSchedulePeriod: { limit: number }[] } }
    ).chargingSchedule.chargingSchedulePeriod.map(({ limit }) => limit);
  const act = (body: object) =>
    live.send<
      Record<string, unknown> & {
        session?: Kept<SessionRecord>;
        detail?: string;
        errors?: { field: string; message: string }[];
      }
    >("POST", `/charge-points/${POINT}/acts`, body);
  const wanted = (change?: (plan: Plan) => Plan) => wantedPart(planOf("fq-path-curlew-hall", change));

  test("started from here it is the session that was asked for, and says that it was", async () => {
    const client = await live.point(await live.givePassword());
    const calls = answers(client, "RemoteStartTransaction");
    expect((await act({ act: "start", wanted: wanted() })).body).toMatchObject({
      taken: true,
      said: "Accepted",
    });
    expect(calls).toEqual([{ connectorId: 1, idTag: "kettleback" }]);
    const now = new Date().toISOString();
    await client.call("StartTransaction", { ...start, idTag: "kettleback", timestamp: now });
    const [{ spec }] = (await live.sessions()) as [Kept<SessionRecord>];
    expect(spec).toMatchObject({
      name: "Curlew at the co-op hall, left standing",
      carId: "fq-curlew",
      placeId: "fq-hall",
      fromSoc: wanted().plan.session.fromSoc,
      plan: { evse: { name: "Hall post" } },
      acts: [{ act: "start", taken: true }],
    });
    expect((await act({ act: "start", wanted: wanted() })).body.detail).toBe(
      "A session goes on at it already. Stop that one first.",
    );
    // Over another way the charge it began with is still the same.
    const other = wanted((plan) => ({ ...plan, session: { ...plan.session, fromSoc: 0.01 } }));
    expect((await act({ act: "follow", wanted: other })).body.session!.spec).toMatchObject({
      fromSoc: spec.fromSoc,
      plan: { session: { fromSoc: 0.01 } },
    });
  });

  test("started with hours: they go along as a profile, and above the path they are refused", async () => {
    const client = await live.point(await live.givePassword());
    const calls = answers(client, "RemoteStartTransaction");
    const hours = (amps: number) => [
      {
        from: new Date(Date.now() + 3_600_000).toISOString(),
        to: new Date(Date.now() + 7_200_000).toISOString(),
        amps,
      },
    ];
    expect(
      (await act({ act: "start", wanted: { ...wanted(), schedule: hours(20) } })).body.errors,
    ).toMatchObject([{ field: "schedule.0.amps" }]);
    expect(calls).toEqual([]);
    await act({ act: "start", wanted: { ...wanted(), schedule: hours(12) } });
    expect(calls).toMatchObject([
      {
        idTag: "kettleback",
        chargingProfile: {
          chargingProfilePurpose: "TxProfile",
          chargingSchedule: { chargingSchedulePeriod: [{ limit: 0 }, { limit: 12 }, { limit: 0 }] },
        },
      },
    ]);
    expect((calls[0] as { chargingProfile: object }).chargingProfile).not.toHaveProperty("transactionId");
    await client.call("StartTransaction", {
      ...start,
      idTag: "kettleback",
      timestamp: new Date().toISOString(),
    });
    expect((await live.sessions())[0]!.spec.schedule).toMatchObject([{ amps: 12 }]);
  });

  test("over a way that carries less than the car would pull it is started held to that, and is then not lowered", async () => {
    const client = await live.point(await live.givePassword());
    const calls = answers(client, "RemoteStartTransaction");
    await act({ act: "start", wanted: wantedPart(sharedHall()) });
    expect(calls).toMatchObject([
      {
        chargingProfile: {
          chargingProfilePurpose: "TxProfile",
          chargingSchedule: { chargingSchedulePeriod: [{ startPeriod: 0, limit: 12 }, { limit: 0 }] },
        },
      },
    ]);
    const sent = answers(client, "SetChargingProfile");
    const timestamp = new Date().toISOString();
    await client.call("StartTransaction", { ...start, idTag: "kettleback", timestamp });
    const [{ spec }] = (await live.sessions()) as [Kept<SessionRecord>];
    expect(spec.schedule!.at(-1)).toMatchObject({ amps: 12 });
    // Lowered and taken back it is held to the same, not let go.
    await act({ act: "limit", amps: 8 });
    const back = await act({ act: "take-back" });
    expect(sent.map(limitsOf)).toEqual([
      [8, 0],
      [12, 0],
    ]);
    expect(back.body.session!.spec.schedule!.at(-1)).toMatchObject({ amps: 12 });
  });

  test("begun at the unit over such a way it is held as soon as the way is known, and the next one at once", async () => {
    const client = await live.point(await live.givePassword());
    const sent = answers(client, "SetChargingProfile");
    const first = await begin(client);
    expect(sent).toEqual([]);
    const { body } = await act({ act: "follow", wanted: wantedPart(sharedHall()) });
    expect(sent.map(limitsOf)).toEqual([[12, 0]]);
    expect(body.session!.spec.acts).toMatchObject([{ act: "limit", amps: 12, taken: true }]);
    // What is lower already stays.
    await act({ act: "limit", amps: 8 });
    await act({ act: "follow", wanted: wantedPart(sharedHall()) });
    expect(sent.map(limitsOf)).toEqual([
      [12, 0],
      [8, 0],
    ]);
    await client.call("StopTransaction", { transactionId: first, meterStop: 1_204_700, timestamp: after(5) });
    const held = new Promise<void>((resolve) =>
      client.handle("SetChargingProfile", (async ({ params }: { params: Record<string, unknown> }) => {
        sent.push(params);
        resolve();
        return { status: "Accepted" };
      }) as never),
    );
    const { transactionId } = (await client.call("StartTransaction", {
      ...start,
      meterStart: 1_204_700,
      timestamp: after(10),
    })) as { transactionId: number };
    await held;
    expect(sent.at(-1)).toMatchObject({ csChargingProfiles: { transactionId } });
    expect(limitsOf(sent.at(-1)!)).toEqual([12, 0]);
  });

  test("of more acts than a record has room for the newest are kept", async () => {
    const client = await live.point(await live.givePassword());
    await begin(client);
    answers(client, "RemoteStopTransaction");
    await act({ act: "follow", wanted: wanted() });
    const [{ id, version, spec }] = (await live.sessions()) as [Kept<SessionRecord>];
    const acts = Array.from({ length: 500 }, () => ({ at: after(1), act: "limit", amps: 9, taken: true }));
    expect((await live.send("PUT", `/sessions/${id}`, { version, spec: { ...spec, acts } })).status).toBe(
      200,
    );
    const { body } = await act({ act: "stop" });
    expect(body.session!.spec.acts).toHaveLength(500);
    expect(body.session!.spec.acts!.at(-1)).toMatchObject({ act: "stop", taken: true });
  });

  test("what flows as it will is no schedule that holds: it is held to what its way carries", async () => {
    const client = await live.point(await live.givePassword());
    await begin(client);
    await act({ act: "follow", wanted: wanted() });
    const sent = answers(client, "SetChargingProfile");
    answers(client, "ClearChargingProfile");
    await act({ act: "limit", amps: 10 });
    await act({ act: "take-back" });
    // From now on at whatever flows; then over a way that carries less.
    await act({ act: "follow", wanted: wantedPart(sharedHall()) });
    expect(sent.map(limitsOf)).toEqual([
      [10, 0],
      [12, 0],
    ]);
  });

  test("of two that begin at once each is held by itself", async () => {
    const client = await live.point(await live.givePassword());
    await begin(client);
    await act({ act: "follow", wanted: wantedPart(sharedHall()) }).catch(() => undefined);
    const sent: Record<string, unknown>[] = [];
    const both = new Promise<void>((resolve) =>
      client.handle("SetChargingProfile", (async ({ params }: { params: Record<string, unknown> }) => {
        if (sent.push(params) === 2) resolve();
        return { status: "Accepted" };
      }) as never),
    );
    const numbers = (await Promise.all(
      [2, 3].map((connectorId) =>
        client.call("StartTransaction", { ...start, connectorId, timestamp: after(1) }),
      ),
    )) as { transactionId: number }[];
    await both;
    const held = sent.map(({ connectorId, csChargingProfiles }) => [
      connectorId,
      (csChargingProfiles as { transactionId: number }).transactionId,
    ]);
    expect(held.sort()).toEqual(numbers.map(({ transactionId }, i) => [i + 2, transactionId]));
  });

  test("a unit that does not let itself be held says so, and it is written down", async () => {
    const client = await live.point(await live.givePassword());
    await begin(client);
    answers(client, "SetChargingProfile", "NotSupported");
    const { body } = await act({ act: "follow", wanted: wantedPart(sharedHall()) });
    expect(body).toMatchObject({ taken: false, said: "NotSupported" });
    expect(body.session!.spec.acts).toMatchObject([{ act: "limit", amps: 12, taken: false }]);
    expect(body.session!.spec.plan).toMatchObject({ outlet: { circuit: { otherLoadAmps: 8 } } });
  });

  test("nothing is started over a path with a caution to stop, and the unit is not asked", async () => {
    const client = await live.point(await live.givePassword());
    const calls = answers(client, "RemoteStartTransaction");
    const worn = wanted(
      (plan) => ({ ...plan, cable: { ...plan.cable!, state: { wear: ["sheath"] } } }) as Plan,
    );
    const { status, body } = await act({ act: "start", wanted: worn });
    expect([status, body.detail]).toEqual([409, expect.stringMatching(/^It is not started: /)]);
    expect(calls).toEqual([]);
  });

  test("lowered: a profile in amps for this transaction, never above what the path holds, and written down", async () => {
    const client = await live.point(await live.givePassword());
    const id = await begin(client);
    const calls = answers(client, "SetChargingProfile");
    expect((await act({ act: "limit", amps: 10 })).body.detail).toMatch(/Nobody has said over which way/);
    await act({ act: "follow", wanted: wanted() });
    // The car's charger takes 16 A on three phases.
    expect((await act({ act: "limit", amps: 20 })).body.errors).toEqual([
      { field: "amps", message: expect.stringMatching(/^accepted: 6 to 16 A/) },
    ]);
    expect(calls).toEqual([]);
    const { body } = await act({ act: "limit", amps: 10 });
    expect(calls).toMatchObject([
      {
        connectorId: 1,
        csChargingProfiles: {
          transactionId: id,
          chargingProfilePurpose: "TxProfile",
          chargingSchedule: {
            chargingRateUnit: "A",
            chargingSchedulePeriod: [{ startPeriod: 0, limit: 10 }, { limit: 0 }],
          },
        },
      },
    ]);
    expect(body.session!.spec.acts).toMatchObject([{ act: "limit", amps: 10, taken: true }]);
    expect(body.session!.spec.schedule!.at(-1)).toMatchObject({ amps: 10 });
  });

  test("what it refuses is written down as refused, and changes nothing of what is expected", async () => {
    const client = await live.point(await live.givePassword());
    await begin(client);
    await act({ act: "follow", wanted: wanted() });
    answers(client, "SetChargingProfile", "NotSupported");
    const { body } = await act({ act: "limit", amps: 10 });
    expect(body).toMatchObject({ taken: false, said: "NotSupported" });
    expect(body.session!.spec.acts).toMatchObject([{ act: "limit", taken: false, said: "NotSupported" }]);
    expect(body.session!.spec.schedule).toBeUndefined();
  });

  test("a schedule is sent and taken back; a stretch without a current, or above the path, is refused at its field", async () => {
    const client = await live.point(await live.givePassword());
    await begin(client);
    await act({ act: "follow", wanted: wanted() });
    const sent = answers(client, "SetChargingProfile");
    const cleared = answers(client, "ClearChargingProfile");
    const now = Date.now();
    const row = (from: number, to: number, amps: number | null) => ({
      from: new Date(now + from * 60_000).toISOString(),
      to: new Date(now + to * 60_000).toISOString(),
      amps,
    });
    for (const amps of [null, 17])
      expect((await act({ act: "schedule", schedule: [row(10, 20, amps)] })).body.errors).toMatchObject([
        { field: "schedule.0.amps" },
      ]);
    const { body } = await act({ act: "schedule", schedule: [row(10, 70, 16), row(90, 100, 8)] });
    const periods = (
      sent[0] as {
        csChargingProfiles: {
          chargingSchedule: { chargingSchedulePeriod: { limit: number; startPeriod: number }[] };
        };
      }
    ).csChargingProfiles.chargingSchedule.chargingSchedulePeriod;
    expect(periods.map(({ limit }) => limit)).toEqual([0, 16, 0, 8, 0]);
    for (const [i, minutes] of [0, 10, 70, 90, 100].entries())
      expect(Math.abs(periods[i]!.startPeriod - minutes * 60)).toBeLessThanOrEqual(2);
    expect(body.session!.spec.schedule!.slice(-2)).toEqual([row(10, 70, 16), row(90, 100, 8)]);
    const back = await act({ act: "take-back" });
    expect(cleared).toEqual([{ chargingProfilePurpose: "TxProfile" }]);
    expect(back.body.session!.spec.schedule!.at(-1)).toMatchObject({ amps: null });
    expect(back.body.session!.spec.acts!.map(({ act: what }) => what)).toEqual(["schedule", "take-back"]);
  });

  test("of two connectors each has its own session, after a restart too, and what is asked is done to the one that is meant", async () => {
    const password = await live.givePassword();
    let client = await live.point(password);
    const first = await begin(client);
    const { transactionId: second } = (await client.call("StartTransaction", {
      ...start,
      connectorId: 2,
      timestamp: after(1),
    })) as { transactionId: number };
    await live.leave();
    await live.serve();
    client = await live.point(password);
    await client.call("Heartbeat", {});
    const stops = answers(client, "RemoteStopTransaction");
    const sent = answers(client, "SetChargingProfile");
    await act({ act: "follow", wanted: wanted() });
    await act({ act: "limit", amps: 8 });
    expect(sent).toMatchObject([{ connectorId: 2, csChargingProfiles: { transactionId: second } }]);
    await act({ act: "stop", session: String(first) });
    await act({ act: "stop" });
    expect(stops).toEqual([{ transactionId: first }, { transactionId: second }]);
    await client.call("StopTransaction", { transactionId: first, meterStop: 1_204_700, timestamp: after(5) });
    expect((await act({ act: "stop", session: String(first) })).body.detail).toBe(
      "That session does not go on at it any more.",
    );
    expect((await act({ act: "stop", session: "the first" })).body.errors).toEqual([
      { field: "session", message: "accepted: the number of a session" },
    ]);
  });

  test("stopped, reset, out of service, its settings: each by its own message", async () => {
    const client = await live.point(await live.givePassword());
    expect((await act({ act: "stop" })).body.detail).toBe("Nothing is charging at it.");
    const id = await begin(client);
    const stops = answers(client, "RemoteStopTransaction");
    const resets = answers(client, "Reset");
    const changes = answers(client, "ChangeAvailability", "Scheduled");
    client.handle("GetConfiguration", (async () => ({
      configurationKey: [{ key: "MeterValueSampleInterval", readonly: false, value: "60" }],
    })) as never);
    expect((await act({ act: "stop" })).body.session!.spec.acts).toMatchObject([
      { act: "stop", taken: true },
    ]);
    await act({ act: "reset", hard: false });
    expect((await act({ act: "availability", operative: false })).body).toMatchObject({
      taken: true,
      said: "Scheduled",
    });
    expect((await act({ act: "configuration" })).body.settings).toEqual([
      { key: "MeterValueSampleInterval", readonly: false, value: "60" },
    ]);
    expect([stops, resets, changes]).toEqual([
      [{ transactionId: id }],
      [{ type: "Soft" }],
      [{ connectorId: 0, type: "Inoperative" }],
    ]);
    // What it has no handler for it says itself.
    expect((await act({ act: "ask-now" })).body.detail).toMatch(/^The charge point cannot do that/);
    await client.close({ force: true });
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect((await act({ act: "stop" })).body.detail).toMatch(/^The charge point is not connected/);
  });
});
