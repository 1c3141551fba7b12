/** @jest-environment jsdom */
import type { Garage, Kept } from "@kettleback/core";
import { fallowQuay, larchHollow } from "@kettleback/core/demo";
import { api, Refused } from "../api/client";
import { useGarage } from "./garage";

/** A promise that is settled from outside, to let answers come in any order. */
function pending<T>() {
  let settle!: (value: T) => void;
  let fail!: (error: unknown) => void;
  const promise = new Promise<T>((resolve, reject) => ([settle, fail] = [resolve, reject]));
  return { promise, settle, fail };
}

const lead = fallowQuay.leads[0]!;
const row = (id: string): Kept<typeof lead.spec> => ({ ...lead, id, spec: { ...lead.spec, name: id } });
const state = () => useGarage.getState();
const names = () => state().garage!.leads.map((l) => l.id);
const households = [fallowQuay.household, larchHollow.household];

beforeEach(() => {
  jest.restoreAllMocks();
  useGarage.setState({
    households,
    householdId: "fallow-quay",
    garage: fallowQuay,
    failure: null,
    loaded: true,
  });
});

test("two adds under way at once are both shown, whichever is answered first", async () => {
  const [first, second] = [pending<typeof lead>(), pending<typeof lead>()];
  jest
    .spyOn(api, "add")
    .mockReturnValueOnce(first.promise as never)
    .mockReturnValueOnce(second.promise as never);
  const both = [0, 1].map(() => state().keep("leads", { spec: lead.spec, parentId: null }));
  second.settle(row("second"));
  first.settle(row("first"));
  await Promise.all(both);
  expect(names()).toEqual([...fallowQuay.leads.map((l) => l.id), "second", "first"]);
});

test("an answer for a household no longer in view is not shown in the other", async () => {
  const answer = pending<typeof lead>();
  jest.spyOn(api, "add").mockReturnValue(answer.promise as never);
  const add = state().keep("leads", { spec: lead.spec, parentId: null });
  useGarage.setState({ garage: larchHollow, householdId: "larch-hollow" });
  answer.settle(row("late"));
  await add;
  expect(state().garage).toBe(larchHollow);
});

test("of two loads the newest is shown, whichever is answered last", async () => {
  const [slow, quick] = [pending<Garage>(), pending<Garage>()];
  jest.spyOn(api, "households").mockResolvedValue(households);
  jest.spyOn(api, "garage").mockImplementation((id) => (id === "fallow-quay" ? slow.promise : quick.promise));
  const loads = [state().load("fallow-quay"), state().load("larch-hollow")];
  quick.settle(larchHollow);
  await loads[1];
  slow.settle(fallowQuay);
  await loads[0];
  expect(state().garage!.household.id).toBe("larch-hollow");
});

test("an empty database is loaded, and has nothing; a failure says what it is", async () => {
  useGarage.setState({ garage: null, loaded: false });
  jest.spyOn(api, "households").mockResolvedValueOnce([]);
  await state().load();
  expect(state()).toMatchObject({ loaded: true, garage: null, failure: null });
  jest.spyOn(api, "households").mockRejectedValueOnce(new Refused(0, "no answer"));
  await state().load();
  expect(state().failure).toBe("no answer");
});

test("after a lost update the row as it is now is shown, and the refusal goes on", async () => {
  const now = { ...lead, version: 9, spec: { ...lead.spec, name: "theirs" } };
  jest.spyOn(api, "change").mockRejectedValue(new Refused(409, "changed meanwhile", [], now));
  await expect(state().keep("leads", lead)).rejects.toThrow("changed meanwhile");
  expect(state().garage!.leads.find((l) => l.id === lead.id)).toEqual(now);
});

test("a deletion, or a household's settings, refused as somebody was first: theirs is shown, and the refusal goes on", async () => {
  const now = { ...lead, version: 9, spec: { ...lead.spec, name: "theirs" } };
  jest.spyOn(api, "remove").mockRejectedValue(new Refused(409, "changed meanwhile", [], now));
  await expect(state().remove("leads", lead)).rejects.toThrow("changed meanwhile");
  expect(state().garage!.leads.find((l) => l.id === lead.id)).toEqual(now);
  const theirs = {
    ...fallowQuay.household,
    version: 7,
    spec: { ...fallowQuay.household.spec, name: "Theirs" },
  };
  jest.spyOn(api, "saveHousehold").mockRejectedValue(new Refused(409, "changed meanwhile", [], theirs));
  await expect(state().changeHousehold(fallowQuay.household)).rejects.toThrow("changed meanwhile");
  expect([state().households[0], state().garage!.household]).toEqual([theirs, theirs]);
});

test("a thing is deleted and brought back; a household's settings are shown in both places", async () => {
  jest.spyOn(api, "remove").mockResolvedValue(lead);
  jest.spyOn(api, "restore").mockResolvedValue(lead as never);
  const gone = await state().remove("leads", lead);
  expect(names()).not.toContain(lead.id);
  await state().restore("leads", gone);
  expect(names()).toContain(lead.id);
  const spec = { ...fallowQuay.household.spec, distanceUnit: "mi" as const };
  jest.spyOn(api, "saveHousehold").mockResolvedValue({ ...fallowQuay.household, version: 2, spec });
  await state().saveHousehold(spec);
  expect(state().garage!.household.spec.distanceUnit).toBe("mi");
  expect(state().households[0]!.version).toBe(2);
});

test("a plan that came in late is not shown in the household in view by then", async () => {
  const late = pending<Garage>();
  jest.spyOn(api, "importPlan").mockResolvedValue(fallowQuay.paths[0]!);
  jest.spyOn(api, "garage").mockReturnValue(late.promise);
  const taken = state().importPlan({} as never);
  useGarage.setState({ garage: larchHollow, householdId: "larch-hollow" });
  late.settle({ ...fallowQuay, leads: [] });
  await taken;
  expect(state().garage).toBe(larchHollow);
});

test("a plan comes in with all it brings, and is shown with it", async () => {
  const path = fallowQuay.paths[0]!;
  jest.spyOn(api, "importPlan").mockResolvedValue(path);
  jest.spyOn(api, "garage").mockResolvedValue({ ...fallowQuay, leads: [] });
  expect(await state().importPlan({} as never)).toBe(path);
  expect(names()).toEqual([]);
});

test("each tab keeps its own household over a reload; a new one begins where the last was", async () => {
  localStorage.clear();
  sessionStorage.clear();
  const reloaded = async () => {
    await useGarage.persist.rehydrate();
    return state().householdId;
  };
  useGarage.setState({ householdId: "fallow-quay" });
  const mine = sessionStorage.getItem("kettleback-household")!;
  // Another tab chooses another household: what tabs share says so, what is this tab's own does not.
  localStorage.setItem("kettleback-household", mine.replace("fallow-quay", "larch-hollow"));
  expect(await reloaded()).toBe("fallow-quay");
  localStorage.setItem("kettleback-household", mine.replace("fallow-quay", "larch-hollow"));
  sessionStorage.clear();
  expect(await reloaded()).toBe("larch-hollow");
});
