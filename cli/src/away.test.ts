import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import {
  kitRows,
  parseKit,
  parseTrip,
  plannerOf,
  type KitRows,
  type PostOut,
  type TripOut,
  type TripPlan,
} from "@kettleback/core";
import { kettleback } from "./tests/kettleback";

const at = (name: string) => join(__dirname, "../../docs/examples", name);
const [KIT, POSTS, TRIP] = ["weekend.kit.json", "island.posts.json", "causeway.trip.json"].map(at) as [
  string,
  string,
  string,
];
const folder = mkdtempSync(join(tmpdir(), "kettleback-away-"));
afterAll(() => rmSync(folder, { recursive: true }));
const changed = (from: string, change: object): string => {
  const path = join(folder, `${Math.random()}.json`);
  writeFileSync(path, JSON.stringify({ ...(JSON.parse(readFileSync(from, "utf8")) as object), ...change }));
  return path;
};
const json = <T>(command: string, file: string) =>
  JSON.parse(kettleback(command, file, "--json").stdout) as T;

test("kit prints every place and piece and the least kit, as a table and as JSON", () => {
  const rows = json<KitRows & { ok: boolean }>("kit", KIT);
  const document = parseKit(readFileSync(KIT, "utf8"));
  if (!document.ok) throw new Error("example");
  expect({ places: rows.places, pieces: rows.pieces, least: rows.least }).toEqual(
    JSON.parse(JSON.stringify(kitRows(document.value))),
  );
  const { stdout, status } = kettleback("kit", KIT);
  expect(status).toBe(0);
  const camp = rows.places.find(({ place }) => place.startsWith("camp"))!;
  expect(stdout).toMatch(
    new RegExp(`camp site.*  ${Math.floor(camp.km!)} km .*${camp.pieces.join(" \\+ ")}`),
  );
  expect(stdout).toContain(
    `Least kit for 120 km a night: ${rows.least.pieces.join(" + ")}; ${rows.least.sum.mass.toFixed(1)} kg`,
  );
  expect(stdout).toMatch(/No kit of these brings that at: .*CHAdeMO/);
});

test("posts prints what this car gets at each, nearest first, and what was read past", () => {
  const { rows } = json<{ rows: PostOut[] }>("posts", POSTS);
  expect(rows.map(({ km }) => km)).toEqual([...rows.map(({ km }) => km)].sort((a, b) => a - b));
  const { stdout } = kettleback("posts", POSTS);
  const hall = rows.find(({ post }) => post === "Co-op hall")!;
  expect(stdout).toMatch(
    new RegExp(
      `Co-op hall +0\\.7 km north-east +Type 2 +free, 1 of 2 +${(hall.batteryW! / 1000).toFixed(1)} kW, ${Math.floor(hall.kmPerHour!)} km an hour +thin three-phase cable +${Math.floor(hall.stayKm!)} km +${hall.cost!.toFixed(2)}`,
    ),
  );
  const odd = changed(POSTS, {
    locations: [
      {
        id: "a",
        coordinates: { latitude: "53", longitude: "-14" },
        mood: 1,
        evses: [{ uid: "1", status: "DREAMING", connectors: [] }],
      },
    ],
  });
  expect(kettleback("posts", odd).stdout).toMatch(/DREAMING \(1\)[\s\S]*location\.mood \(1\)/);
});

test("stops prints the plan that was asked for, then the others", () => {
  const { plans } = json<{ plans: TripOut[] }>("stops", TRIP);
  expect(plans.map(({ goal }) => goal)).toEqual(["time", "cost", "stops"]);
  const document = parseTrip(readFileSync(TRIP, "utf8"));
  if (!document.ok) throw new Error("example");
  const plan = plannerOf(document.value).plan("time") as TripPlan;
  expect(plans[0]!.seconds).toBe(plan.seconds);
  expect(plans[0]!.stops!.map(({ stop, leaveSoc }) => [stop, leaveSoc])).toEqual(
    plan.stops.map(({ name, leaveSoc }) => [name, leaveSoc]),
  );
  expect(plans[1]!.cost!).toBeLessThan(plans[0]!.cost!);
  const { stdout } = kettleback("stops", TRIP);
  expect(stdout).toMatch(
    /^quickest: 4 h \d\d, 3 h 53 of it driving; arrives 2026-11-27T1\d:\d\dZ with 1\d %; [\d.]+ EUR\./,
  );
  expect(stdout).toMatch(/Moorgate services +214 km/);
});

test("where no way leads through the stretch is named, and that is no failure of the program", () => {
  const { stdout, status } = kettleback("stops", changed(TRIP, { stops: [] }));
  expect(status).toBe(0);
  expect(stdout).toMatch(
    /no way leads through\. From the start to the end, 374 km, takes 1?\d\d % of the battery; there could be 80 %/,
  );
});

test.each([
  ["kit", () => changed(KIT, { wantedKm: 0 }), /wantedKm: accepted: 1 to 2,000 km/],
  ["posts", () => changed(POSTS, { from: { lat: 95, lon: 0 } }), /from\.lat: accepted: -90 to 90/],
  [
    "stops",
    () => changed(TRIP, { legs: [{ km: -5, speedKmh: 80 }] }),
    /legs\.0\.km: accepted: 0\.01 to 3,000 km/,
  ],
  ["kit", () => TRIP, /format: accepted: "kettleback-kit"/],
  ["stops", () => join(folder, "nothing.json"), /\(file\)/],
] as const)("%s refuses what is wrong, naming field and what is accepted", (command, file, says) => {
  const { stderr, status } = kettleback(command, file());
  expect(status).toBe(2);
  expect(stderr).toMatch(says);
});
