import { randomBytes } from "node:crypto";
import { connect as connectPlain, isIP, type Socket } from "node:net";
import { connect as connectTls } from "node:tls";
import { MqttClient } from "mqtt";
import type { Device } from "@kettleback/core";
import { judgedLookup, NeverAskedError, refuseNeverAsked } from "../../outside/address";
import { MOST_SAID, parsedSaid, type Ear } from "./said";

type Mqtt = Extract<Device["reach"], { kind: "mqtt" }>;

/** How long (ms) a broker has to take a connection, and until it is tried anew. */
const WITHIN_MS = 5_000;
const AGAIN_MS = 3_000;
/** Messages within a second that are looked at; more are a broker gone wild. */
const A_SECOND = 50;
/** Bytes that may come without being a message: a broker that never ends one is left alone. */
const MOST_UNSAID = 1024 * 1024;

/** What a message below one's own topic says, in the place that topic has: `power/total` is `{ power: { total } }`. */
function placed(below: string, said: unknown): unknown {
  return below
    .split("/")
    .filter(Boolean)
    .reduceRight<unknown>((inner, name) => ({ [name]: inner }), said);
}

/** Name and password of a broker, as one secret: `name:password`, or a password alone. */
function namedIn(secret: string | null) {
  if (secret === null) return {};
  const [username, ...rest] = secret.split(":");
  return rest.length === 0
    ? { password: secret, username: "" }
    : { username: username!, password: rest.join(":") };
}

/** The ports a broker has unless its address names another (IANA service names mqtt and secure-mqtt). */
const PORT = { "mqtt:": 1883, "mqtts:": 8883 } as const;

/** A line to a broker, at an address of its that was judged. */
function lineTo({ protocol, hostname, port }: URL): Socket {
  const host = hostname.replace(/^\[|\]$/g, "");
  const secure = protocol === "mqtts:";
  const to = { host, port: Number(port) || PORT[secure ? "mqtts:" : "mqtt:"], lookup: judgedLookup };
  return secure ? connectTls({ ...to, ...(isIP(host) ? {} : { servername: host }) }) : connectPlain(to);
}

/** Hears what a device says by MQTT 3.1.1. @returns how to leave it */
export function followMqtt({ address, topic }: Mqtt, secret: string | null, ear: Ear): () => void {
  const broker = new URL(address);
  let unreached = "has a broker that cannot be reached";
  try {
    refuseNeverAsked(broker);
  } catch (error) {
    ear.failed((error as Error).message);
    return () => undefined;
  }
  const client = new MqttClient(
    () =>
      lineTo(broker).on("error", (error) => {
        if (error instanceof NeverAskedError) unreached = error.message;
      }),
    {
      clientId: `kettleback-${randomBytes(6).toString("hex")}`,
      clean: true,
      connectTimeout: WITHIN_MS,
      reconnectPeriod: AGAIN_MS,
      ...namedIn(secret),
    },
  );
  const own = topic.replace(/#$/, "");
  let [second, within] = [0, 0];
  client.on("connect", () => {
    let unsaid = 0;
    client.stream.on("data", (piece: Buffer) => {
      if ((unsaid += piece.length) <= MOST_UNSAID) return;
      ear.failed(`says more than ${MOST_SAID / 1024} KiB`);
      client.stream.destroy();
    });
    client.on("packetreceive", () => (unsaid = 0));
    client.subscribe(topic, { qos: 1 }, (error) => {
      if (error) ear.failed("does not let itself be heard");
    });
  });
  client.on("message", (from, payload) => {
    const now = Math.floor(Date.now() / 1000);
    within = now === second ? within + 1 : 1;
    second = now;
    if (within > A_SECOND) return;
    if (payload.length > MOST_SAID) return ear.failed(`says more than ${MOST_SAID / 1024} KiB`);
    const said = parsedSaid(payload);
    if (said === undefined) return ear.failed("says what is no JSON");
    ear.heard(placed(from.slice(own.length), said));
  });
  client.on("error", (error: Error & { code?: number | string }) =>
    // Return codes of MQTT 3.1.1 (3.2.2.3): a bad name or password, not authorised.
    ear.failed(error.code === 4 || error.code === 5 ? "wants another secret" : unreached),
  );
  client.on("offline", () => ear.failed(unreached));
  return () => client.end(true);
}
