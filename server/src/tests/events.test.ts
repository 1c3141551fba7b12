import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import type { MikroORM } from "@mikro-orm/core";
import pino from "pino";
import { createApp } from "../app";
import { Events } from "../api/events";
import { openDatabase, seedDemo } from "../database";

let orm: MikroORM;
let events: Events;
let server: Server;
let address: string;
beforeEach(async () => {
  orm = await openDatabase(":memory:");
  await seedDemo(orm.em.fork());
  events = new Events();
  server = createServer(createApp({ orm, events, log: pino({ level: "silent" }) }));
  await new Promise<void>((resolve) => void server.listen(0, "127.0.0.1", () => resolve()));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/households`;
});
afterEach(async () => {
  events.close();
  await new Promise((resolve) => void server.close(resolve));
  await orm.close(true);
});

interface Told {
  readonly id?: string;
  readonly event: string;
  readonly data: unknown;
}

/** Follows a household, and gives what is told one after the other. */
async function follow(household: string, lastEventId?: string) {
  const leave = new AbortController();
  const response = await fetch(`${address}/${household}/events`, {
    signal: leave.signal,
    headers: lastEventId === undefined ? {} : { "Last-Event-ID": lastEventId },
  });
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let text = "";
  const next = async (): Promise<Told | undefined> => {
    for (;;) {
      const end = text.indexOf("\n\n");
      if (end < 0) {
        const { value, done } = await reader.read();
        if (done) return undefined;
        text += value;
        continue;
      }
      const fields = new Map(
        text
          .slice(0, end)
          .split("\n")
          .map((line) => /^(\w*): ?(.*)$/.exec(line)?.slice(1) as [string, string]),
      );
      text = text.slice(end + 2);
      if (fields.has("event"))
        return {
          ...(fields.has("id") ? { id: fields.get("id")! } : {}),
          event: fields.get("event")!,
          data: JSON.parse(fields.get("data")!) as unknown,
        };
    }
  };
  return { response, next, leave: () => leave.abort() };
}

const post = async (path: string, body: object): Promise<{ id: string }> =>
  (await (
    await fetch(`${address}/${path}`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(body),
    })
  ).json()) as { id: string };
const begin = (household: string, key: string) =>
  post(`${household}/sessions`, {
    spec: { name: key, begin: "2026-11-23T18:10:00Z", source: "meter", key },
  });
const T0 = Date.UTC(2026, 10, 23, 18, 10);
const read = (household: string, id: string, ...seconds: number[]) =>
  post(`${household}/sessions/${id}/samples`, {
    samples: seconds.map((s) => [T0 + s * 1000, 2300, null, null, null]),
  });

test("who follows a household is told of its sessions and readings, in order, and of no other's", async () => {
  const line = await follow("fallow-quay");
  expect(line.response.headers.get("content-type")).toBe("text/event-stream; charset=utf-8");
  await begin("larch-hollow", "elsewhere");
  const { id } = await begin("fallow-quay", "here");
  // Told again it is nothing new.
  await begin("fallow-quay", "here");
  await read("fallow-quay", id, 3, 1, 2);
  await read("fallow-quay", id, 1, 2);
  await read("fallow-quay", id, 4);
  expect(await line.next()).toMatchObject({ event: "session", data: { id, version: 1 } });
  expect(await line.next()).toMatchObject({
    event: "samples",
    data: { session: id, from: T0 + 1000, to: T0 + 3000, added: 3 },
  });
  // The batch sent again added nothing, so that nothing was told of it.
  expect(await line.next()).toMatchObject({ event: "samples", data: { from: T0 + 4000, added: 1 } });
  line.leave();
});

test("a session that is deleted or brought back is told too, for who has it on the screen", async () => {
  const { id } = await begin("fallow-quay", "gone");
  const line = await follow("fallow-quay");
  const send = (method: string, path: string, version: number) =>
    fetch(`${address}/fallow-quay/sessions/${id}${path}`, {
      method,
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ version }),
    });
  expect((await send("DELETE", "", 1)).status).toBe(200);
  expect((await send("DELETE", "", 1)).status).toBe(404);
  expect((await send("POST", "/restore", 2)).status).toBe(200);
  expect(await line.next()).toMatchObject({ event: "session", data: { id, version: 2, deleted: true } });
  // The deletion that was refused is not told.
  const back = (await line.next())!;
  expect(back.data).toEqual({ id, version: 3 });
  line.leave();
});

test("who lost the line goes on from the last it had; who missed too much is asked to read again", async () => {
  const line = await follow("fallow-quay");
  const { id } = await begin("fallow-quay", "long");
  const first = (await line.next())!;
  line.leave();
  await read("fallow-quay", id, 1);
  await read("fallow-quay", id, 2);
  const resumed = await follow("fallow-quay", first.id);
  expect(await resumed.next()).toMatchObject({ event: "samples", data: { from: T0 + 1000 } });
  const last = (await resumed.next())!;
  expect(last).toMatchObject({ event: "samples", data: { from: T0 + 2000 } });
  resumed.leave();
  // Nothing since; what comes next is told.
  const after = await follow("fallow-quay", last.id);
  await read("fallow-quay", id, 3);
  expect(await after.next()).toMatchObject({ event: "samples", data: { from: T0 + 3000 } });
  after.leave();
  for (let i = 0; i < 1_000; i++) events.publish("larch-hollow", "samples", {});
  for (const lost of [first.id!, "another-run-7", "", `${last.id!.split("-")[0]}-99999`]) {
    const late = await follow("fallow-quay", lost);
    expect([lost, await late.next()]).toEqual([lost, { event: "reset", data: {} }]);
    late.leave();
  }
});

test("fifty follow at once; one more is asked to come back, and let in once one has left", async () => {
  const lines = [];
  for (let i = 0; i < 50; i++) lines.push(await follow("fallow-quay"));
  const refused = await fetch(`${address}/fallow-quay/events`);
  expect([refused.status, refused.headers.get("content-type")]).toEqual([
    503,
    "application/problem+json; charset=utf-8",
  ]);
  lines[0]!.leave();
  for (let tries = 0; ; tries++) {
    const again = await follow("fallow-quay");
    again.leave();
    if (again.response.status === 200) break;
    if (tries > 50) throw new Error("never let in");
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  lines.forEach(({ leave }) => leave());
});

test("stopping ends every line", async () => {
  const line = await follow("fallow-quay");
  events.close();
  expect(await line.next()).toBeUndefined();
});
