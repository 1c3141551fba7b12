/** @jest-environment jsdom */
import type { Kept, MeterSeries, SessionRecord } from "@kettleback/core";
import { api } from "../api/client";
import { useMeters } from "./meters";

const series: MeterSeries = {
  startMs: Date.UTC(2026, 0, 1),
  stepMinutes: 15,
  watts: Array.from({ length: 25_000 }, (_, i) => (i === 7 ? null : i % 5_000)),
};
const row = (spec: SessionRecord): Kept<SessionRecord> => ({ id: "3", version: 1, parentId: null, spec });
afterEach(() => jest.restoreAllMocks());

test("a long series is sent in pieces the server takes, each reading once", async () => {
  useMeters.setState({ householdId: "h", rows: [], series: {} });
  jest.spyOn(api, "addSession").mockImplementation((_, spec) => Promise.resolve(row(spec)));
  const sent = jest.spyOn(api, "addSamples").mockResolvedValue({ added: 1 });
  const key = await useMeters.getState().keep("h", "Year", series);
  const pieces = sent.mock.calls.map(([, , samples]) => samples);
  expect(pieces.map(({ length }) => length)).toEqual([10_000, 10_000, 4_999]);
  const moments = pieces.flat().map(([at]) => at);
  expect(new Set(moments).size).toBe(24_999);
  expect(moments).toEqual([...moments].sort((a, b) => a - b));
  expect(useMeters.getState().series[key]).toBe(series);
  expect(useMeters.getState().rows.map(({ spec }) => spec.key)).toEqual([key]);
});

test("of two lists the one that was asked for last counts, whichever comes first", async () => {
  const answers: ((rows: Kept<SessionRecord>[]) => void)[] = [];
  jest.spyOn(api, "houseMeters").mockImplementation(() => new Promise((done) => answers.push(done)));
  const [first, second] = [useMeters.getState().load("a"), useMeters.getState().load("b")];
  answers[1]!([]);
  await second;
  answers[0]!([row({ key: "old" } as SessionRecord)]);
  await first;
  expect([useMeters.getState().householdId, useMeters.getState().rows]).toEqual(["b", []]);
});
