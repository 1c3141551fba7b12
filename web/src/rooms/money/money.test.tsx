/** @jest-environment jsdom */
import { useState } from "react";
import { act, fireEvent, render, screen } from "@testing-library/react";
import { fallowQuay } from "@kettleback/core/demo";
import {
  everywhereOf,
  flatTariff,
  isRefusal,
  planOf,
  slotsOf,
  solvePlan,
  STARTERS,
  type Tariff,
  SPEC_VERSION,
} from "@kettleback/core";
import type { Answered, Charging } from "../../jobs/answer";
import { answerOf } from "../../jobs/answer";
import { draftOf, pathOfDraft } from "../../stores/draft";
import { moneyStoreOf } from "../../stores/money";
import { pricesDiffer, stretchesOfSlots } from "../../plan/bands";
import { Elements } from "./Elements";
import { firstMoney } from "./first";
import { amountText, tickText } from "../../plan/money";
import { NumberInput } from "./NumberInput";
import { Terms } from "./Terms";

const path = (id: string) => fallowQuay.paths.find((p) => p.id === id)!;
const answered = (id: string): Answered => answerOf(fallowQuay, draftOf(path(id).spec, id));
const charging = (id: string) => answered(id) as Charging & Answered;

test("amounts: cents where they are enough, a thousandth where a price is small, whole on an axis", () => {
  expect([
    amountText(12.345, "EUR"),
    amountText(0.1234, "EUR"),
    amountText(0, "EUR"),
    amountText(-0.05, "EUR"),
  ]).toEqual(["€12.35", "€0.123", "€0.00", "-€0.05"]);
  expect([tickText(14_000, "EUR"), tickText(2.5, "EUR")]).toEqual(["€14,000", "€2.50"]);
  expect(amountText(Number.NaN, "EUR")).toBe("–");
});

test("hours of one price are one stretch, and how dear each is among them is told", () => {
  const { plan, solution } = charging("fq-path-curlew-slip");
  const slots = (tariff: Tariff) =>
    stretchesOfSlots(slotsOf(tariff, solution.clock, 48_000, [], { volts: 230, chosenAmps: 32 }));
  expect(slots(plan.tariff).map(({ perKWh, level }) => [perKWh, level])).toEqual([
    [0.342, 1],
    [0.174, 0],
    [0.342, 1],
  ]);
  expect(pricesDiffer(slots(plan.tariff))).toBe(true);
  expect(pricesDiffer(slots(flatTariff("x", 0.3)))).toBe(false);
});

test("what was typed out of range stays, with what would be accepted; another value from outside replaces it", () => {
  const changes: number[] = [];
  const { rerender } = render(
    <NumberInput label="Loop" unit="Ω" min={0.001} max={20} value={0.4} onChange={(v) => changes.push(v)} />,
  );
  const field = screen.getByLabelText<HTMLInputElement>("Loop, Ω");
  fireEvent.change(field, { target: { value: "99" } });
  rerender(
    <NumberInput label="Loop" unit="Ω" min={0.001} max={20} value={99} onChange={(v) => changes.push(v)} />,
  );
  expect(screen.getByRole("alert").textContent).toBe("Loop: accepted: 0.001 to 20 Ω");
  fireEvent.change(field, { target: { value: "" } });
  expect(Number.isNaN(changes.at(-1))).toBe(true);
  rerender(
    <NumberInput label="Loop" unit="Ω" min={0.001} max={20} value={0.37} onChange={(v) => changes.push(v)} />,
  );
  expect(field.value).toBe("0.37");
});

test("money questions start from the path in view and the places that are paid for", () => {
  const found = charging("fq-path-curlew-slip");
  const first = firstMoney(fallowQuay, found);
  const { solution, plan } = found;
  expect(first.fuel.perKWh).toBeCloseTo(solution.bill.total / 1e6 / (solution.ledger.wall / 1000), 2);
  const offers = everywhereOf(fallowQuay, pathOfDraft(found.draft));
  const ferry = offers.find(({ place }) => place === "Ferry terminal")!.charging!;
  expect(first.payback.elsewhere).toBeCloseTo(ferry.per100Km, 2);
  expect(first.payback.now.name).toBe(plan.name);
  expect(first.lead.nearW / first.lead.volts).toBeCloseTo(first.lead.amps, 1);
});

test("a line of the price list is changed, given hours, moved and removed; every change is a whole tariff", () => {
  let tariff = STARTERS.find(({ id }) => id === "free-then-dear")!.make(0.3);
  const Kept = () => {
    const [shown, show] = useState(tariff);
    return <Elements tariff={shown} currency="EUR" onEdit={(t) => ((tariff = t), show(t))} />;
  };
  render(<Kept />);
  expect(screen.getByText("from 2 h after plugging in")).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "Change line 2" }));
  fireEvent.change(screen.getAllByLabelText("Price an hour, EUR")[0]!, {
    target: { value: "9" },
  });
  expect(tariff.elements[1]!.price_components[0]).toMatchObject({ type: "TIME", price: 9 });
  fireEvent.change(screen.getByLabelText("from minutes after plugging in, min"), { target: { value: "90" } });
  expect(tariff.elements[1]!.restrictions).toEqual({ min_duration: 5400 });
  fireEvent.click(screen.getByLabelText("Sun"));
  expect(tariff.elements[1]!.restrictions!.day_of_week).toHaveLength(6);
  fireEvent.click(screen.getByLabelText("Sun"));
  expect(tariff.elements[1]!.restrictions!.day_of_week).toBeUndefined();
  fireEvent.click(screen.getByRole("button", { name: "Ask earlier" }));
  expect(tariff.elements[0]!.restrictions).toEqual({ min_duration: 5400 });
  fireEvent.click(screen.getByRole("button", { name: "Remove this line" }));
  expect(tariff.elements).toHaveLength(1);
  fireEvent.click(screen.getByRole("button", { name: "Add a line" }));
  expect(tariff.elements).toHaveLength(2);
});

test("least, most, grace and membership come and go without a trace", () => {
  const start = flatTariff("x", 0.3);
  let tariff = start;
  const Kept = () => {
    const [shown, show] = useState(tariff);
    return <Terms tariff={shown} currency="EUR" onEdit={(t) => ((tariff = t), show(t))} />;
  };
  render(<Kept />);
  for (const name of [/at least/, /at most/, /standing is free/, /a membership/])
    fireEvent.click(screen.getByLabelText(name));
  expect(tariff).toMatchObject({
    min_price: { excl_vat: 1 },
    max_price: { excl_vat: 50 },
    kettleback: { grace_minutes: 10, membership: { joined: true } },
  });
  for (const name of [/at least/, /at most/, /standing is free/, /a membership/])
    fireEvent.click(screen.getByLabelText(name));
  expect(tariff).toEqual(start);
});

test("the money questions of a household keep a history of their own, and what cannot be read is not kept", () => {
  const store = moneyStoreOf("test-house");
  const first = firstMoney(fallowQuay, charging("fq-path-curlew-slip"));
  act(() => store.getState().set(first));
  act(() => store.getState().set({ ...first, member: { ...first.member, fee: Number.NaN } }));
  store.temporal.getState().undo();
  expect(store.getState().draft?.member.fee).toBe(first.member.fee);
  expect(moneyStoreOf("test-house")).toBe(store);
  const key = "kettleback-money-test-unread";
  const put = (draft: unknown) =>
    localStorage.setItem(key, JSON.stringify({ state: { draft }, version: SPEC_VERSION }));
  put({ ...first, fuel: "petrol" });
  expect(moneyStoreOf("test-unread").getState().draft).toBeNull();
  localStorage.setItem(
    "kettleback-money-test-read",
    JSON.stringify({ state: { draft: first }, version: SPEC_VERSION }),
  );
  expect(moneyStoreOf("test-read").getState().draft).toEqual(first);
});

test("a receipt shows what was used and what is billed, and its rounding rule", async () => {
  const { default: Receipt } = await import("./Receipt");
  const made = planOf(fallowQuay, path("fq-path-curlew-hall").spec);
  if (!made.ok) throw new Error("demo");
  const solved = solvePlan(made.value);
  if (isRefusal(solved)) throw new Error(solved.message);
  const found = charging("fq-path-curlew-hall");
  render(<Receipt garage={fallowQuay} charging={found} draft={found.draft} onChange={() => undefined} />);
  expect(screen.getByText("2.097 used")).toBeTruthy();
  expect(screen.getByText(/kept to a millionth of the currency/)).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: /fee a session.*the working/ }));
  expect(screen.getByText("k1 = q·price")).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: "The whole working" }));
  expect(screen.getByText(/^k = k1 \+ v1 \+ k2/)).toBeTruthy();
});

test("a membership starts from the path's own tariff away from home, else from one that has some, else from usual figures", () => {
  const of = (garage: typeof fallowQuay, path: string) => {
    const { fee, discount, perKWh } = firstMoney(garage, charging(path)).member;
    return [fee, discount, perKWh];
  };
  // The ferry's rate: a club of 4.50 a month that takes a fifth off 0.62. The hall, at whose post Curlew stands, has none.
  expect(of(fallowQuay, "fq-path-plover-night")).toEqual([4.5, 0.2, 0.62]);
  expect(of(fallowQuay, "fq-path-curlew-hall")).toEqual([5, 0.2, 0.38]);
  const none = {
    ...fallowQuay,
    tariffs: fallowQuay.tariffs.filter(({ spec }) => !spec.kettleback?.membership),
  };
  expect(of(none, "fq-path-plover-night")).toEqual([5, 0.2, 0.6]);
});
