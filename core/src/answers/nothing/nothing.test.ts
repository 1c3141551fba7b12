import { fallowQuay, larchHollow } from "../../household/demo";
import { planOf } from "../../household/garage";
import type { Plan } from "../../engine/plan";
import { checksFor } from ".";

const demo = (garage: typeof fallowQuay, id: string): Plan => {
  const plan = planOf(garage, garage.paths.find((row) => row.id === id)!.spec);
  if (!plan.ok) throw new Error(JSON.stringify(plan.problems));
  return plan.value;
};
const ids = (plan: Plan) => checksFor(plan).map(({ id }) => id);
const home = demo(fallowQuay, "fq-path-plover-night");
const post = demo(fallowQuay, "fq-path-curlew-harbour");
const station = demo(larchHollow, "lh-path-town");

test("at home what is pressed on the spot comes first, the board and the electrician last", () => {
  const found = ids({ ...home, session: { ...home.session, batteryC: null } });
  expect(found).toEqual(["plug", "limit", "timer", "paused", "lights", "asleep", "dead", "breaker"]);
  const board = checksFor(home).at(-1)!;
  expect(board.press).toContain("Switch it on once");
  expect(board.press).toContain("licensed electrician");
});

test("away it is the post that must know who pays, and nobody is sent to a stranger's board", () => {
  expect(ids({ ...post, session: { ...post.session, batteryC: null } })).toEqual([
    "plug",
    "limit",
    "timer",
    "authorised",
    "lights",
    "asleep",
    "cable",
    "beside",
  ]);
  const rapid = ids(station);
  for (const id of ["breaker", "paused", "dead", "timer"]) expect(rapid).not.toContain(id);
  expect(rapid).toContain("authorised");
});

test.each([
  ["switch", { outlet: { ...home.outlet, kind: "socket", type: "bs1363" } as Plan["outlet"] }],
  ["lead", { lead: demo(fallowQuay, "fq-path-reel").lead }],
  ["adapter", { adapter: station.adapter }],
  ["cold", { session: { ...home.session, batteryC: -5 } }],
] as const)("%s is looked at only where it is there", (id, change) => {
  expect(ids({ ...home, session: { ...home.session, batteryC: 15 } })).not.toContain(id);
  expect(ids({ ...home, ...change })).toContain(id);
});

test("what is known of the unit and the car stands in the question", () => {
  const known: Plan = {
    ...home,
    evse: { ...home.evse, lights: "green: ready\nred, two blinks: no earth" },
    car: { ...home.car, endsAt: { ac: 0.8 } },
    session: { ...home.session, fromSoc: 0.42 },
  };
  const look = (id: string) => checksFor(known).find((check) => check.id === id)!.look;
  expect(look("lights")).toContain("green: ready; red, two blinks: no earth");
  expect(look("limit")).toContain("starts from 42 %, and the car ends by itself at 80 %");
});
