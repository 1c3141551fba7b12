/** @jest-environment jsdom */
import { planOf, startLineup } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { draftOf } from "./draft";
import { lineupDraftOf, lineupStoreOf } from "./lineup";
import { useNotices } from "./notices";
import { sendOutlet, sendPath } from "./sendPath";

const path = fallowQuay.paths.find(({ spec }) => spec.name.startsWith("Curlew at the harbour"))!.spec;
const made = planOf(fallowQuay, path);
if (!made.ok) throw new Error("demo");
const plan = made.value;
const draft = draftOf(path, null);
const store = lineupStoreOf("fallow-quay");
const lineup = () => store.getState().draft!;

beforeEach(() => store.getState().set(lineupDraftOf(startLineup(fallowQuay, plan.session), null)));

test("a path stands first in the line-up, as its baseline, with its own car in view", () => {
  const before = lineup();
  sendPath(fallowQuay, draft, plan);
  const [first, ...rest] = lineup().ways;
  expect([first!.name, first!.first]).toEqual([plan.name, true]);
  expect(lineup().baseline).toBe(first!.id);
  expect(before.ways.map(({ id }) => id)).not.toContain(first!.id);
  expect(rest).toEqual(before.ways);
  expect(lineup().cars).toEqual(before.cars);
  expect(lineup().cars[lineup().carAt]).toBe(draft.carId);
  expect(useNotices.getState().notices.at(-1)!.text).toBe(
    `“${plan.name}” stands first in the line-up, as its baseline.`,
  );
});

test("a car that is not in the line-up comes with its path, last and in view", () => {
  const others = lineup().cars.filter((car) => car !== draft.carId);
  store.getState().set({ ...lineup(), cars: others, carAt: 0 });
  sendPath(fallowQuay, draft, plan);
  expect(lineup().cars).toEqual([...others, draft.carId]);
  expect(lineup().carAt).toBe(others.length);
});

test("an outlet of one's own with its unit is put on the first page, once, and only where a line-up is worked on", () => {
  const ways = () => lineup().ways.map(({ outlet, first }) => [outlet, first]);
  const without = lineup().ways.filter(({ outlet }) => outlet !== "fq-hall-bay");
  store.getState().set({ ...lineup(), ways: without });
  sendOutlet(fallowQuay, "fq-hall-bay");
  expect(ways().slice(0, -1)).toEqual(without.map(({ outlet, first }) => [outlet, first]));
  expect(ways().at(-1)).toEqual(["fq-hall-bay", true]);
  sendOutlet(fallowQuay, "fq-hall-bay");
  // A socket has no unit of its own: there is nothing to compare.
  sendOutlet(fallowQuay, "fq-boathouse-socket");
  expect(ways()).toHaveLength(without.length + 1);
});
