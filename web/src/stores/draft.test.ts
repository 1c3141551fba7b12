/** @jest-environment jsdom */
import { membershipQuestionSchema, paybackQuestionSchema } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import { writeDrafts } from "./pausing";
import { typing } from "./typed";
import { draftFrom, draftOf, draftStoreOf, firstDraft, pathOfDraft, type Draft } from "./draft";

const path = fallowQuay.paths[0]!.spec;
const draft = draftOf(path, "fq-path-plover-night");
const named = (name: string): Draft => ({ ...draft, name });
/** What the browser holds for a household, as it would be read after a reload. */
const kept = (id: string) => {
  writeDrafts();
  return JSON.parse(localStorage.getItem(`kettleback-draft-${id}`) ?? "null") as {
    state: { draft: Draft };
  } | null;
};

beforeEach(() => localStorage.clear());

test("every household has a draft and a history of its own", () => {
  const [here, there] = [draftStoreOf("one"), draftStoreOf("two")];
  expect(draftStoreOf("one")).toBe(here);
  here.getState().set(named("a"));
  there.getState().set(named("x"));
  here.getState().set(named("b"));
  there.temporal.getState().undo();
  expect(here.getState().draft!.name).toBe("b");
  here.temporal.getState().undo();
  expect(here.getState().draft!.name).toBe("a");
  expect(there.temporal.getState().pastStates).toHaveLength(0);
});

test("what undo brings back is what a reload finds", () => {
  const store = draftStoreOf("three");
  store.getState().set(named("first"));
  store.getState().set(named("second"));
  expect(kept("three")!.state.draft.name).toBe("second");
  store.temporal.getState().undo();
  expect(kept("three")!.state.draft.name).toBe("first");
  store.temporal.getState().redo();
  expect(kept("three")!.state.draft.name).toBe("second");
});

test("a draft of the first release is taken over, what it left unsaid written out", () => {
  const { batteryC: _, heatingW: __, ...session } = path.session;
  const { otherBusy: ___, ...settings } = path.settings;
  const { trial: ____, ...old } = { ...named("old"), session, settings };
  localStorage.setItem("kettleback-drafts", JSON.stringify({ state: { drafts: { four: old } }, version: 1 }));
  const found = draftStoreOf("four").getState().draft!;
  expect(found).toMatchObject({ name: "old", trial: null, session: { batteryC: null, heatingW: 0 } });
  expect(found.settings.otherBusy).toBe(false);
});

test("what is no draft of ours is left out, whatever it is", () => {
  for (const rubbish of [null, 7, "x", [], {}, { ...draft, carId: "../etc" }, { ...draft, colour: 1 }])
    expect(draftFrom(rubbish, 2)).toBeNull();
  localStorage.setItem("kettleback-drafts", "{");
  expect(draftStoreOf("five").getState().draft).toBeNull();
});

test("numbers being typed survive, be they out of range or not there yet", () => {
  const typing = { ...draft, session: { ...draft.session, toSoc: 3, fromSoc: null } };
  expect(draftFrom(typing, 2)!.session).toMatchObject({ toSoc: 3, fromSoc: Number.NaN });
});

test("what is tried out is kept with the draft and is not part of the path", () => {
  const trial = { what: "no lead", parts: { lead: null } };
  expect(draftFrom({ ...draft, trial }, 2)!.trial).toEqual(trial);
  expect(draftFrom({ ...draft, trial: { what: "x", parts: { car: 1 } } }, 2)).toBeNull();
  expect(pathOfDraft({ ...draft, trial })).toEqual(path);
});

test("a household starts with its first path, or with the first of everything, or with nothing", () => {
  expect(firstDraft(fallowQuay, "2026-11-23")!.name).toBe(path.name);
  const bare = { ...fallowQuay, paths: [] };
  expect(firstDraft(bare, "2026-11-23")).toMatchObject({ name: "New path", savedId: null });
  expect(firstDraft({ ...bare, cars: [] }, "2026-11-23")).toBeUndefined();
});

test("a trial of an older version is brought up to this one with the parts it describes", () => {
  const evse = fallowQuay.evses[0]!.spec;
  const { phases, ...older } = evse;
  const kept = { ...draft, trial: { what: "another unit", parts: { unit: { ...older, lanes: phases } } } };
  expect(draftFrom(kept, 3)!.trial).toEqual({ what: "another unit", parts: { evse } });
});

test("what was typed of a question is kept: some fields, numbers missing or out of range, every other field as it must be", () => {
  const asked = typing(membershipQuestionSchema);
  const typed = { fee: -5, discount: null, perKWh: 0.4, months: [...Array<number>(11).fill(1e9), null] };
  const kept = asked.parse(typed);
  expect([kept.discount, kept.months![11], kept.months![0]]).toEqual([Number.NaN, Number.NaN, 1e9]);
  expect(asked.parse({ fee: 3 })).toEqual({ fee: 3 });
  expect(asked.safeParse({ ...typed, months: "none" }).success).toBe(false);
  expect(asked.safeParse({ ...typed, colour: 1 }).success).toBe(false);
  const way = { name: "x", per100Km: null, aYear: 1, share: 0.5 };
  const payback = { kmAYear: 1, years: 1, elsewhere: 1, now: way, then: way, items: [] };
  const items = [{ what: "box", sign: 1, cost: { low: null, high: -1 } }];
  expect(typing(paybackQuestionSchema).safeParse({ ...payback, items }).success).toBe(true);
  expect(
    typing(paybackQuestionSchema).safeParse({ ...payback, items: [{ ...items[0], sign: 2 }] }).success,
  ).toBe(false);
});
