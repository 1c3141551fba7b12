/** @jest-environment jsdom */
import { isRefusal, ladder, pathOf, schedulesOf, solvePlan, stepTable, type Plan } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { draftOf, draftStoreOf } from "../stores/draft";
import { useGarage } from "../stores/garage";
import { startSolving, todayIn, useSolve } from "./store";

const saved = (name: string) => fallowQuay.paths.find(({ spec }) => spec.name === name)!.spec;
const open = (path: ReturnType<typeof saved>) =>
  draftStoreOf("fallow-quay").getState().set(draftOf(path, null));
const state = () => useSolve.getState();

/** Until what takes many solves is there for the plan in view. */
async function asideThere(): Promise<Plan> {
  for (let i = 0; i < 200; i++) {
    const { answered, aside } = state();
    if (answered?.kind === "charging" && aside?.plan === answered.plan) return answered.plan;
    await new Promise((done) => setTimeout(done, 10));
  }
  throw new Error("nothing came");
}

beforeAll(() => {
  useGarage.setState({
    households: [fallowQuay.household],
    householdId: "fallow-quay",
    garage: fallowQuay,
    failure: null,
    loaded: true,
  });
  startSolving();
});

test("today is the date where the household is", () => {
  jest.useFakeTimers({ now: Date.UTC(2026, 10, 23, 23, 30) });
  const at = (timeZone: string) =>
    todayIn({
      ...fallowQuay,
      household: { ...fallowQuay.household, spec: { ...fallowQuay.household.spec, timeZone } },
    });
  expect([at("Pacific/Auckland"), at("Europe/Dublin"), at("America/Toronto")]).toEqual([
    "2026-11-24",
    "2026-11-23",
    "2026-11-23",
  ]);
  jest.useRealTimers();
});

test("what takes many solves follows the answer, and is about the very plan in view", async () => {
  open(saved("Curlew at the harbour with the wrong cable"));
  const plan = await asideThere();
  const { aside } = state();
  expect(aside!.rungs.map(({ what }) => what)).toEqual(ladder(plan).map(({ what }) => what));
  expect(aside!.rungs.length).toBeGreaterThan(0);
  expect(aside!.steps).toEqual(stepTable(pathOf(plan), plan.session, aside!.clock.departure));
});

test("the cheapest hours are told where they save something, and not where nothing is dearer than another hour", async () => {
  const night = saved("Plover overnight in the boathouse");
  open({ ...night, session: { ...night.session, fromSoc: 0.7, toSoc: 0.85 } });
  const plan = await asideThere();
  const solution = solvePlan(plan);
  if (isRefusal(solution)) throw new Error(solution.message);
  const { by, atOnce } = schedulesOf(plan, solution);
  expect(atOnce.bill.total - by.cheapest!.bill.total).toBeGreaterThan(100_000);
  expect(state().aside!.cheaper).toEqual({
    cost: by.cheapest!.bill.total,
    atOnce: atOnce.bill.total,
    from: by.cheapest!.windows[0]!.from,
  });
  open(saved("Curlew at the harbour with the wrong cable"));
  await asideThere();
  expect(state().aside!.cheaper).toBeNull();
});
