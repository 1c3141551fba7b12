import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium, type Page } from "@playwright/test";
import Database from "libsql";
import { RPCClient } from "ocpp-rpc";
import { planOf, type Garage } from "@kettleback/core";
import { Limits } from "./limits";
import { followTasks } from "./long-tasks";
import { round } from "./rate";
import { inRounds, rounds } from "./rounds";

/**
 * Measures what charge points tell: how many readings a second are accepted and kept, beside plain inserts; whether memory
 * grows from one hundred thousand of them to the next; how long one takes from the wire to the page; and whether ten sessions that
 * stream hold up the page.
 */
const [address = "", executablePath = "", pid = ""] = process.argv.slice(2);
const HOUSE = "fallow-quay";
const PATH = "fq-path-curlew-hall";
const POINTS = 20;
const IN_FLIGHT = 8;
const MESSAGES = 200_000;
/** A point that tells more than 500 a second is sent away. */
const A_SECOND = 400;
const BEGAN = Date.now() - 3_600_000;

async function api<T>(method: string, path: string, body?: object): Promise<T> {
  const response = await fetch(`${address}/api/households/${HOUSE}${path}`, {
    method,
    ...(body ? { body: JSON.stringify(body), headers: { "Content-Type": "application/json" } } : {}),
  });
  if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`);
  return (await response.json()) as T;
}

interface Point {
  readonly id: string;
  readonly client: RPCClient;
  readonly session: number;
  told: number;
}

async function pointOf(n: number): Promise<Point> {
  const identity = `bench-${n}`;
  const spec = { name: `Bench ${n}`, identity, cards: [], anyCard: true };
  const { id } = await api<{ id: string }>("POST", "/chargePoints", { spec, parentId: null });
  const { password } = await api<{ password: string }>("POST", `/charge-points/${id}/password`, {});
  const client = new RPCClient({
    endpoint: `${address.replace(/^http/, "ws")}/ocpp`,
    identity,
    password,
    protocols: ["ocpp1.6"],
    strictMode: false,
    reconnect: false,
    callConcurrency: IN_FLIGHT,
  } as never);
  await client.connect();
  const timestamp = new Date(BEGAN).toISOString();
  const start = { connectorId: 1, idTag: "bench", meterStart: 0, timestamp };
  const { transactionId: session } = (await client.call("StartTransaction", start)) as {
    transactionId: number;
  };
  return { id, client, session, told: 0 };
}

/** One reading, as a unit of three phases tells it, a tenth of a second after the one before. */
const values = ({ session, told }: Point, watts = 11_000, at = BEGAN + told * 100) => ({
  connectorId: 1,
  transactionId: session,
  meterValue: [
    {
      timestamp: new Date(at).toISOString(),
      sampledValue: [
        { value: String(told), measurand: "Energy.Active.Import.Register", unit: "Wh" },
        { value: String(watts), measurand: "Power.Active.Import", unit: "W" },
        { value: "229.4", measurand: "Voltage", unit: "V", phase: "L1-N" },
        ...["L1", "L2", "L3"].map((phase) => ({
          value: "16.0",
          measurand: "Current.Import",
          unit: "A",
          phase,
        })),
      ],
    },
  ],
});

/** Has a point tell readings, so many at once, until all points together have told so many. */
async function stream(point: Point, left: () => boolean): Promise<void> {
  let [second, within] = [0, 0];
  await Promise.all(
    Array.from({ length: IN_FLIGHT }, async () => {
      while (left()) {
        const now = Math.floor(performance.now() / 1000);
        [second, within] = now === second ? [second, within + 1] : [now, 1];
        if (within > A_SECOND) {
          await new Promise((resolve) => setTimeout(resolve, 1000 - (performance.now() % 1000)));
          continue;
        }
        point.told += 1;
        await point.client.call("MeterValues", values(point));
      }
    }),
  );
}

/** What the server's process holds (MB). */
const memory = (): number =>
  Number(/VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))![1]) / 1024;

/** The rival: the same figures by plain SQL, flushed as often as so many lines share a write. */
function plainRate(): number {
  const folder = mkdtempSync(join(tmpdir(), "kettleback-live-"));
  const database = new Database(join(folder, "plain.sqlite"));
  database.exec(
    "pragma journal_mode = wal; pragma synchronous = full; create table sample (session_id integer not null, at integer not null, " +
      "watts double, amps double, volts double, amps2 double, amps3 double, counter_wh double, primary key (session_id, at)) without rowid;",
  );
  const insert = database.prepare("insert or ignore into sample values (?, ?, ?, ?, ?, ?, ?, ?)");
  const all = database.transaction((from: number) => {
    for (let i = from; i < from + POINTS * IN_FLIGHT; i++)
      insert.run(1 + (i % POINTS), i, 11_000, 16, 229.4, 16, 16, i);
  });
  const start = performance.now();
  const count = 40_000;
  for (let i = 0; i < count; i += POINTS * IN_FLIGHT) all(i);
  const rate = (1000 * count) / (performance.now() - start);
  database.close();
  rmSync(folder, { recursive: true });
  return rate;
}

/** How long (ms) a reading takes from the wire to the page: the power it tells, in the sentence. */
async function toPixel(page: Page, point: Point): Promise<number[]> {
  const times: number[] = [];
  for (let i = 0; i < 30; i++) {
    const shown = `${(6 + i / 10).toFixed(2)} kW`;
    const seen = page.evaluate(
      (text) =>
        new Promise<number>((resolve) => {
          const look = () => {
            const there = document.querySelector("[aria-label='Charging now']")?.textContent?.includes(text);
            if (there) requestAnimationFrame(() => resolve(Date.now()));
            else requestAnimationFrame(look);
          };
          look();
        }),
      shown,
    );
    // The middle of three minutes is shown: each is told at a moment far from the last.
    const at = Date.now() + (i + 1) * 600_000;
    const from = Date.now();
    point.told += 1;
    await point.client.call("MeterValues", values(point, 6_000 + i * 100, at));
    times.push((await seen) - from);
  }
  return times.sort((a, b) => a - b);
}

const points = await Promise.all(Array.from({ length: POINTS }, (_, n) => pointOf(n)));
let sent = 0;
let least = Infinity;
/** Tells readings until all points together have told so many. @returns the least memory meanwhile (MB): what is kept */
async function tellUntil(most: number): Promise<number> {
  least = Infinity;
  await Promise.all(
    points.map((point) =>
      stream(point, () => {
        if (sent % 500 === 0) least = Math.min(least, memory());
        return sent < most && ++sent > 0;
      }),
    ),
  );
  return least;
}
await tellUntil(20_000);
const start = performance.now();
const first = await tellUntil(MESSAGES / 2);
const second = await tellUntil(MESSAGES);
const rate = (1000 * (MESSAGES - 20_000)) / (performance.now() - start);
const plain = plainRate();
const told = points.reduce((sum, point) => sum + point.told, 0);
let kept = 0;
for (const { session } of points)
  for (let from: string | null = ""; from !== null;) {
    const page: { rows: unknown[]; next: string | null } = await api(
      "GET",
      `/sessions/${session}/samples${from}`,
    );
    kept += page.rows.length;
    from = page.next === null ? null : `?from=${page.next}`;
  }
console.log(
  `MeterValues of ${POINTS} charge points: ${round(rate)} a second accepted, judged, flushed and told on; plain SQL ${round(plain)} a second`,
);
console.log(
  `${round(kept - POINTS)} of ${round(told)} kept; least memory ${round(first)} MB while the first half came, ${round(second)} MB while the second did`,
);

// Ten sessions over a way of the household, watched on one page.
const garage = await api<Garage>("GET", "/garage");
const made = planOf(garage, garage.paths.find(({ id }) => id === PATH)!.spec);
if (!made.ok) throw new Error(made.problems[0]!.message);
for (const { client } of points) await client.close({ force: true });
const ten = await Promise.all(Array.from({ length: 10 }, (_, n) => pointOf(POINTS + n)));
for (const { id } of ten)
  await api("POST", `/charge-points/${id}/acts`, {
    act: "follow",
    wanted: { plan: made.value, carId: null, placeId: null },
  });
const browser = await chromium.launch({
  executablePath,
  args: ["--headless", "--no-sandbox", "--disable-gpu"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
// What the bundler puts around functions with a name.
await page.addInitScript("globalThis.__name = (made) => made");
const longestTask = await followTasks(page);
await page.goto(`${address}/path`);
await page.getByRole("region", { name: "Charging now" }).waitFor();
await page.waitForTimeout(3_000);
await longestTask();
const tasks = await rounds(async () => {
  for (let i = 0; i < 8; i++) {
    await Promise.all(
      ten.map((point) => {
        point.told += 1;
        return point.client.call("MeterValues", values(point, 11_000, BEGAN + point.told * 60_000));
      }),
    );
    await page.waitForTimeout(1_000);
  }
  return longestTask();
});
const longest = Math.min(...tasks);
const times = await toPixel(page, ten[0]!);
const median = times[Math.floor(times.length / 2)]!;
console.log(
  `Ten sessions stream: longest task of the page ${Math.round(longest)} ms (${inRounds(tasks)}); from the wire to the page ${Math.round(median)} ms at the median, ${Math.round(times.at(-1)!)} ms at the most`,
);
await browser.close();
for (const { client } of ten) await client.close({ force: true });
const limits = new Limits();
limits.atLeast("MeterValues a second", rate, 2_000);
limits.atLeast("share kept", (kept - POINTS) / told, 1);
limits.atMost("least memory of the second 100,000 readings over that of the first", second / first, 1.25);
limits.atMost("ms from the wire to the page", median, 250);
limits.atMost("longest task (ms) with ten sessions", longest, 50);
limits.report();
