import {
  ANY_POST,
  KIT_MAX_BYTES,
  kitRows,
  NETWORK_MAX_BYTES,
  parseKit,
  parsePosts,
  parseTrip,
  postsOut,
  STATE_WORDS,
  TRIP_MAX_BYTES,
  tripRows,
  windOf,
  type KitDocument,
  type PostOut,
  type TripOut,
} from "@kettleback/core";
import { aligned } from "./lineup";
import { readAs } from "./read";
import { refuse } from "./refuse";

interface Printed {
  readonly json: boolean;
}

const km = (value: number | null): string => (value === null ? "" : `${Math.floor(value + 1e-9)} km`);
const kW = (watts: number | null): string => (watts === null ? "" : `${(watts / 1000).toFixed(1)} kW`);
const percent = (soc: number | null): string => (soc === null ? "" : `${Math.round(100 * soc)} %`);
const hours = (seconds: number | null): string => {
  if (seconds === null) return "";
  const minutes = Math.round(seconds / 60);
  return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, "0")}`;
};
const printJson = (value: object): void => console.log(JSON.stringify({ ok: true, ...value }, null, 2));

function kitText({ household, wantedKm, least: measure, ...asked }: KitDocument): string {
  const { places, pieces, least } = kitRows({ household, wantedKm, least: measure, ...asked });
  const { mass, volume, price } = least.sum;
  const served = [
    ["place", "a night", "power", "with", "with the least kit"],
    ...places.map((row) => [
      row.place,
      row.km === null ? "nothing" : km(row.km),
      kW(row.batteryW),
      row.km === null
        ? (row.whyNot ?? "")
        : `${row.pieces.join(" + ") || "nothing of one's own"}${row.setToAmps === null ? "" : `, set to ${row.setToAmps} A`}${row.caution ? `; careful: ${row.caution}` : ""}`,
      row.leastKitKm === null ? "nothing" : km(row.leastKitKm),
    ]),
  ];
  const packed = [
    ["piece", "how", "mass", "still costs", "opens alone", "least kit"],
    ...pieces.map((row) => [
      row.piece,
      row.have,
      `${row.massKg.toFixed(1)} kg`,
      row.price === 0 ? "" : `${row.price.toFixed(2)} ${household.currency}`,
      row.opens === 0 ? "" : `${row.opens} of ${places.length}`,
      row.inLeastKit ? "yes" : "",
    ]),
  ];
  return [
    aligned(served),
    aligned(packed),
    `Least kit for ${km(wantedKm)} a night: ${least.pieces.join(" + ") || "nothing at all"}; ${mass.toFixed(1)} kg, ${volume.toFixed(0)} litres, ${price.toFixed(2)} ${household.currency} to buy.`,
    ...(least.beyond.length > 0 ? [`No kit of these brings that at: ${least.beyond.join("; ")}.`] : []),
  ].join("\n\n");
}

/** Prints a kit: every place, every piece, and the least kit. */
export function kitCommand(file: string, { json }: Printed): number {
  const read = readAs(file, KIT_MAX_BYTES, parseKit);
  if ("problems" in read) return refuse(file, read.problems, json);
  if (json) printJson({ name: read.value.name, ...kitRows(read.value) });
  else console.log(kitText(read.value));
  return 0;
}

const postText = (row: PostOut): string[] => [
  row.post,
  `${row.km.toFixed(1)} km ${windOf(row.towardsDegrees)}`,
  row.plug ?? "",
  `${STATE_WORDS[row.state]}${row.fitting > 1 ? `, ${row.free} of ${row.fitting}` : ""}`,
  row.whyNot ?? `${kW(row.batteryW)}, ${km(row.kmPerHour)} an hour`,
  row.pieces.join(" + "),
  km(row.stayKm),
  row.cost === null ? "" : row.cost.toFixed(2),
];

/** Prints posts near a place, nearest first. */
export function postsCommand(file: string, { json }: Printed): number {
  const read = readAs(file, NETWORK_MAX_BYTES, parsePosts);
  if ("problems" in read) return refuse(file, read.problems, json);
  const out = postsOut(read.value, ANY_POST, "near");
  if (!out.ok) return refuse(file, out.problems, json);
  if (json) printJson({ name: read.value.name, rows: out.rows, notes: out.notes });
  else {
    const head = [
      "post",
      "away",
      "plug",
      "state",
      "this car",
      "with",
      `in ${read.value.stayHours} h`,
      read.value.household.currency,
    ];
    console.log(aligned([head, ...out.rows.map(postText)]));
    for (const note of out.notes) console.log(`\n${note}`);
  }
  return 0;
}

const GOAL_WORDS = { time: "quickest", cost: "cheapest", stops: "fewest stops" } as const;

function tripText({ goal, stops, noWay, ...plan }: TripOut): string {
  if (noWay) {
    const { from, to, km: length, takes, had, limited } = noWay;
    return `${GOAL_WORDS[goal]}: no way leads through. From ${from} to ${to}, ${km(length)}, takes ${percent(takes)} of the battery; there could be ${percent(had)}.${limited ? " The time limits of the stops are in the way." : ""}`;
  }
  const head = ["stop", "at", "arrive", "with", "leave with", "charging", "cost"];
  const rows = stops!.map((stop) => [
    stop.stop,
    km(stop.atKm),
    stop.arriveAt.slice(0, 16),
    percent(stop.arriveSoc),
    percent(stop.leaveSoc),
    hours(stop.chargeSeconds),
    stop.cost === null ? "" : stop.cost.toFixed(2),
  ]);
  const total = `${GOAL_WORDS[goal]}: ${hours(plan.seconds)}, ${hours(plan.driveSeconds)} of it driving; arrives ${plan.arriveAt!.slice(0, 16)}Z with ${percent(plan.arriveSoc)}${plan.cost === null ? "" : `; ${plan.cost.toFixed(2)} ${plan.currency}`}.`;
  return rows.length === 0 ? `${total} No stop is needed.` : `${total}\n${aligned([head, ...rows])}`;
}

/** Prints a trip's plans: the one asked for, then the others beside it. */
export function stopsCommand(file: string, { json }: Printed): number {
  const read = readAs(file, TRIP_MAX_BYTES, parseTrip);
  if ("problems" in read) return refuse(file, read.problems, json);
  const plans = tripRows(read.value);
  if (json) printJson({ name: read.value.name, plans });
  else console.log(plans.map(tripText).join("\n\n"));
  return 0;
}
