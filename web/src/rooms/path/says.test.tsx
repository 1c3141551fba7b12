/** @jest-environment jsdom */
import { act, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { fallowQuay } from "@kettleback/core/demo";
import { api } from "../../api/client";
import { writeAs } from "../../format/manner";
import { answerOf, type Charging } from "../../jobs/answer";
import { draftOf, type Draft } from "../../stores/draft";
import { useGarage } from "../../stores/garage";
import { useNotices } from "../../stores/notices";
import { useSpanIn } from "../../stores/spanIn";
import { Sentence } from "../../plan/Sentence";
import { Economy } from "./Economy";
import Says from "./Says";

const draft = draftOf(fallowQuay.paths[0]!.spec, "fq-path-plover-night");
const charging = answerOf(fallowQuay, draft) as Charging;
const { range, moment } = charging.solution;
const shown = (onChange: (draft: Draft) => void = () => undefined) =>
  render(<Says charging={charging} draft={draft} onChange={onChange} />);
const pick = (value: string) => fireEvent.change(screen.getByLabelText("It says"), { target: { value } });
const type = (label: string, value: string) =>
  act(async () => void fireEvent.change(screen.getByLabelText(label), { target: { value } }));
const reasons = () => screen.getAllByRole("listitem").map(({ textContent }) => textContent);

beforeEach(() => {
  writeAs({});
  jest.restoreAllMocks();
  useGarage.setState({ garage: fallowQuay, householdId: "fallow-quay", loaded: true });
});

test("what agrees is said to agree; nothing typed asks for something", async () => {
  shown();
  expect(screen.getByText(/^Type what the car/)).toBeTruthy();
  await type("Rate, km/h", range.kmPerHour.toFixed(1));
  expect(
    await screen.findByText(`It says what is computed here: ${range.kmPerHour.toFixed(1)} km/h.`),
  ).toBeTruthy();
});

test("the wall's figure is told as the wall's, and cannot be kept", async () => {
  shown();
  await type("Rate, km/h", range.wallKmPerHour.toFixed(1));
  await screen.findByText(/computed is/);
  expect(reasons()[0]).toBe(`It counts at the wall: ${range.wallKmPerHour.toFixed(1)} km/h there. `);
});

test("a lower step is set on the path with a press", async () => {
  const changes: Draft[] = [];
  shown((next) => changes.push(next));
  pick("amps");
  await type("Current, A", "8");
  await screen.findByText("It says 8 A, computed is 10 A.", { exact: false });
  fireEvent.click(screen.getByRole("button", { name: "Set 8 A on the path" }));
  expect(changes.at(-1)!.settings.evseAmps).toBe(8);
});

test("a figure is kept with the car as measured, its mark gone, and taken back by undo", async () => {
  const plover = {
    ...fallowQuay.cars[0]!,
    spec: { ...fallowQuay.cars[0]!.spec, assumed: ["ownDraw", "economy"] as const },
  };
  const garage = {
    ...fallowQuay,
    cars: [plover, ...fallowQuay.cars.slice(1)],
  } as unknown as typeof fallowQuay;
  useGarage.setState({ garage });
  const change = jest
    .spyOn(api, "change")
    .mockImplementation(async (_, __, row) => ({ ...row, version: row.version + 1 }));
  shown();
  pick("power");
  // 60 W more of its own draw than is taken: 60 W less are stored.
  await type("Power, kW", ((moment.balance.stored - 60) / 1000).toFixed(3));
  fireEvent.click(await screen.findByRole("button", { name: "Keep the car's own draw with the car" }));
  await waitFor(() => expect(change).toHaveBeenCalledTimes(1));
  const { spec } = change.mock.lastCall![2] as typeof plover;
  expect(Math.abs(spec.ownDrawW - (plover.spec.ownDrawW + 60))).toBeLessThanOrEqual(2);
  expect(spec.assumed).toEqual(["economy"]);
  await act(async () => useNotices.getState().notices[0]!.action!.run());
  await waitFor(() => expect(change).toHaveBeenCalledTimes(2));
  expect(change.mock.lastCall![2]).toMatchObject({ version: plover.version + 1, spec: plover.spec });
});

test("times at two currents give own draw and efficiency; those that do not belong together are told so", async () => {
  shown();
  pick("times");
  const row = async (i: number, amps: string, hours: string) => {
    const at = <T extends HTMLElement>(label: string) => screen.getAllByLabelText<T>(label)[i]!;
    await act(async () => void fireEvent.change(at("At, A"), { target: { value: amps } }));
    await act(async () => void fireEvent.change(at("it took, h"), { target: { value: hours } }));
  };
  await row(0, "6", "10");
  expect(screen.getByText(/^Type what the car/)).toBeTruthy();
  await row(1, "10", "2");
  expect(await screen.findByText("These times do not belong together:")).toBeTruthy();
  await row(1, "10", "5.3");
  expect(await screen.findByText(/^The car itself draws about \d+ W, and its charger turns/)).toBeTruthy();
  expect(screen.getByRole("button", { name: "Keep what was measured with the car" })).toBeTruthy();
});

test("what distances are counted with is changed in place, kept with the car, and taken back", async () => {
  const change = jest
    .spyOn(api, "change")
    .mockImplementation(async (_, __, row) => ({ ...row, version: row.version + 1 }));
  const { container } = render(<Economy charging={charging} draft={draft} />);
  expect(container.textContent).toContain("Distances are counted with 15.0 kWh/100 km.");
  fireEvent.click(screen.getByRole("button", { name: "Change what the car uses" }));
  await screen.findByLabelText("What it uses, kWh/100 km");
  await type("What it uses, kWh/100 km", "18");
  await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Take it" })));
  await waitFor(() => expect(change).toHaveBeenCalledTimes(1));
  expect(change.mock.lastCall![2].spec).toMatchObject({ whPerKm: 180 });
  await act(async () => useNotices.getState().notices[0]!.action!.run());
  await waitFor(() => expect(change).toHaveBeenCalledTimes(2));
  expect(change.mock.lastCall![2].spec).toMatchObject({ whPerKm: 150 });
});

test("another car in the sentence: so many km more stay as many", () => {
  const changes: Draft[] = [];
  useSpanIn.setState({ start: "percent", target: "more" });
  // 40 % of 38 kWh at 150 Wh/km: 101 km; Curlew has 71 kWh and uses 182.
  const asked = { ...draft, session: { ...draft.session, fromSoc: 0.2, toSoc: 0.6 } };
  render(
    <Sentence
      garage={fallowQuay}
      draft={asked}
      problems={[]}
      blamed={null}
      repeated={[]}
      onChange={(next) => changes.push(next)}
    />,
  );
  fireEvent.change(screen.getByLabelText("Car"), { target: { value: fallowQuay.cars[1]!.id } });
  const { session, carId } = changes.at(-1)!;
  expect(carId).toBe(fallowQuay.cars[1]!.id);
  const km = ((session.toSoc - session.fromSoc) * 71_000) / 182;
  expect(km).toBeCloseTo((0.4 * 38_000) / 150, 6);
  useSpanIn.setState({ start: "percent", target: "percent" });
});
