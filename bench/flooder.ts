import { connect } from "node:net";
import { RPCClient } from "ocpp-rpc";

/**
 * A hostile client, in a process of its own: it knocks without end by names and passwords nobody knows and in another
 * tongue, and of a charge point whose password it has got hold of it sends ten megabytes at once, what is no JSON, and
 * ten thousand messages a second. Each kind starts anew as soon as it is refused or cut off.
 */
const [address = "", identity = "", password = "", guessed = "", only = ""] = process.argv.slice(2);
const endpoint = `${address.replace(/^http/, "ws")}/ocpp`;
const { port } = new URL(address);
const done: Record<string, number> = {};
const BREATH_MS = 2;
/** Ten thousand a second, in handfuls of a hundredth of it. */
const HANDFUL = 100;

/** Does something hostile over and over, so many at once, and counts how often it could. */
function keepAt(what: string, at: number, once: () => Promise<unknown>): void {
  if (only && only !== what) return;
  done[what] = 0;
  const again = async (): Promise<never> => {
    for (;;) {
      await once().then(
        () => (done[what]! += 1),
        () => undefined,
      );
      await new Promise((resolve) => setTimeout(resolve, BREATH_MS));
    }
  };
  for (let i = 0; i < at; i++) void again();
}

const client = (name: string, key: string, protocols = ["ocpp1.6"]) =>
  new RPCClient({ endpoint, identity: name, password: key, protocols, reconnect: false } as never);
/** Knocks, and is turned away. */
const knock = (one: RPCClient) =>
  one.connect().then(
    () => Promise.reject(new Error("let in")),
    () => undefined,
  );
const drawn = () => Math.random().toString(36).slice(2);

/** A line that was let in, as the socket beneath it. */
async function letIn(): Promise<{
  socket: { send(text: string): void; readyState: number };
  ended: Promise<unknown>;
}> {
  const one = client(identity, password);
  const ended = new Promise((resolve) => one.once("close", resolve));
  await one.connect();
  return { socket: (one as unknown as { _ws: { send(text: string): void; readyState: number } })._ws, ended };
}

keepAt("names nobody knows", 4, () => knock(client(`nobody-${drawn()}`, drawn())));
keepAt("wrong passwords", 4, () => knock(client(guessed, `${drawn()}-${drawn()}`)));
keepAt("another subprotocol", 2, () => knock(client(identity, password, ["ocpp2.0.1"])));
keepAt("ten megabytes", 1, async () => {
  const { socket, ended } = await letIn();
  socket.send(`[2,"a","Heartbeat",{"x":"${"y".repeat(1e7)}"}]`);
  await ended;
});
keepAt("what is no JSON", 1, async () => {
  const { socket, ended } = await letIn();
  const timer = setInterval(() => socket.readyState === 1 && socket.send("{nothing"), 1);
  await Promise.race([ended, new Promise((resolve) => setTimeout(resolve, 2_000))]);
  clearInterval(timer);
});
keepAt("ten thousand a second", 1, async () => {
  const { socket, ended } = await letIn();
  let over = false;
  void ended.then(() => (over = true));
  while (!over) {
    for (let i = 0; i < HANDFUL; i++) socket.send(`[2,"${drawn()}","Heartbeat",{}]`);
    await new Promise((resolve) => setTimeout(resolve, 1000 / HANDFUL));
  }
});
keepAt(
  "half a head",
  2,
  () =>
    new Promise((resolve) => {
      const socket = connect(Number(port), "127.0.0.1", () =>
        socket.write("GET /ocpp/hall-post HTTP/1.1\r\nHost: "),
      );
      socket.resume();
      socket.on("error", resolve);
      socket.on("close", resolve);
    }),
);
process.on("message", () => process.send!(done));
