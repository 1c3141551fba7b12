/** @jest-environment jsdom */
import { fallowQuay, larchHollow } from "@kettleback/core/demo";
import { firstDraft, draftStoreOf } from "./draft";
import { lineupStoreOf } from "./lineup";
import { moneyStoreOf } from "./money";
import { writeDrafts } from "./pausing";

const households = [fallowQuay, larchHollow] as const;

test.each([
  ["a path", draftStoreOf],
  ["a line-up", lineupStoreOf],
  ["money questions", moneyStoreOf],
] as const)("%s of one household never lies where another's does", (_, storeOf) => {
  const [here, there] = households.map(({ household }) => storeOf(household.id));
  const kept = () => {
    writeDrafts();
    return Object.fromEntries(Object.entries({ ...localStorage }).map(([key, text]) => [key, String(text)]));
  };
  const before = kept();
  (here as { setState(s: object): void }).setState({ draft: { mark: "here" } });
  (there as { setState(s: object): void }).setState({ draft: { mark: "there" } });
  expect(here!.getState().draft).toEqual({ mark: "here" });
  const changed = Object.entries(kept()).filter(([key, text]) => before[key] !== text);
  const marks = changed.map(([key, text]) => [
    households.findIndex(({ household }) => key.endsWith(household.id)),
    /here|there/.exec(text)![0],
  ]);
  expect(marks.sort()).toEqual([
    [0, "here"],
    [1, "there"],
  ]);
  // Asked for again it is the same store, with the same history.
  expect(storeOf(fallowQuay.household.id)).toBe(here);
});

test("an undo in one household leaves the other's draft as it is", () => {
  const [here, there] = households.map((garage) => {
    const store = draftStoreOf(garage.household.id);
    const draft = firstDraft(garage, "2026-11-23")!;
    store.getState().set(draft);
    store.getState().set({ ...draft, name: "changed" });
    return store;
  });
  here!.temporal.getState().undo();
  expect([here!.getState().draft!.name === "changed", there!.getState().draft!.name]).toEqual([
    false,
    "changed",
  ]);
});
