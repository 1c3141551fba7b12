import { clockOf, localMinuteOf } from "../../engine/clock";
import { compile, isRefusal } from "../../engine/path";
import { connectionOf, pathOf } from "../../engine/plan";
import { atOnce, ledgerOf, run, type Ledger, type Run, type Slice } from "../../engine/session";
import { bill, type Bill } from "../../engine/tariff";
import type { Fraction, Seconds, WattHours } from "../../trade/units";
import type { SessionRecord } from "../record";

/** What a session was reckoned to take, by its own plan, from the charge before to the charge after. */
export interface Reckoned {
  readonly run: Run;
  readonly ledger: Ledger;
  readonly seconds: Seconds;
}

/**
 * The charge a session began and ended with: as recorded, or as its plan had it.
 * @example socsOf({ ...recorded, toSoc: 0.6 }).to // 0.6
 */
export const socsOf = ({
  fromSoc,
  toSoc,
  plan,
}: SessionRecord): { from: Fraction | null; to: Fraction | null } => ({
  from: fromSoc ?? plan?.session.fromSoc ?? null,
  to: toSoc,
});

/**
 * What a session should have taken at the meter for what it charged; null where that cannot be said.
 * @example reckonedOf({ ...recorded, plan: null }) // null
 */
export function reckonedOf(record: SessionRecord): Reckoned | null {
  const { plan } = record;
  const { from, to } = socsOf(record);
  if (!plan || from === null || to === null || to <= from) return null;
  const circuit = compile(pathOf(plan));
  if (isRefusal(circuit)) return null;
  const whole = run(circuit, atOnce(to), { soc: from, packC: plan.session.batteryC, elapsed: 0 });
  if (whole.end.soc < to - 1e-9) return null;
  return { run: whole, ledger: ledgerOf(whole.slices), seconds: whole.end.elapsed };
}

const scaled = (slice: Slice, time: number, energy: number): Slice => ({
  ...slice,
  from: slice.from * time,
  to: slice.to * time,
  startWallW: (slice.startWallW * energy) / time,
  endWallW: (slice.endWallW * energy) / time,
  startW: (slice.startW * energy) / time,
  endW: (slice.endW * energy) / time,
  wall: (slice.wall * energy) as WattHours,
  stored: (slice.stored * energy) as WattHours,
  upstream: (slice.upstream * energy) as WattHours,
  wh: Object.fromEntries(
    Object.entries(slice.wh).map(([cause, wh]) => [cause, wh * energy]),
  ) as unknown as Slice["wh"],
});

/**
 * What a session costs by the tariff it was planned under: energy as the meter counted it, spread over the session as
 * reckoned; time from its beginning to its end. Null where no plan says the tariff, or nothing the energy.
 * @example receiptOf({ ...recorded, plan: null }) // null
 */
export function receiptOf(record: SessionRecord): Bill | null {
  const { plan, wallWh, end } = record;
  const reckoned = reckonedOf(record);
  if (!plan || !reckoned) return null;
  const stood = end === null ? reckoned.seconds : (Date.parse(end) - Date.parse(record.begin)) / 1000;
  // It cannot have gone on longer than it stood there.
  const time = Math.min(1, Math.max(1, stood) / reckoned.seconds);
  const energy = wallWh === null ? 1 : wallWh / reckoned.ledger.wall;
  if (!(energy > 0)) return null;
  const slices = reckoned.run.slices.map((slice) => scaled(slice, time, energy));
  const run: Run = {
    slices,
    end: { ...reckoned.run.end, elapsed: reckoned.seconds * time },
  };
  const circuit = compile(pathOf(plan));
  if (isRefusal(circuit)) return null;
  const { timeZone } = plan.household;
  const began = localMinuteOf(Date.parse(record.begin), timeZone);
  const clock = clockOf({ pluggedInAt: began, neededBy: null }, timeZone);
  return bill(plan.tariff, run, clock, {
    ...connectionOf(plan, circuit, clock),
    to: Math.max(stood, run.end.elapsed),
  });
}
