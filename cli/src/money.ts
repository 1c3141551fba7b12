import { DateTime } from "luxon";
import {
  amountOf,
  calendarOf,
  isRefusal,
  LINE_WORDS,
  msAt,
  parsePlan,
  PLAN_MAX_BYTES,
  ROUNDING,
  schedulesOf,
  SCHEDULE_IDS,
  solvePlan,
  spillOf,
  timerOf,
  toKm,
  type Clock,
  type Plan,
  type Scheduled,
  type Window,
  type Solution,
} from "@kettleback/core";
import { lineJson } from "./line";
import { readLimited } from "./read";
import { NO_CHARGING, refuse } from "./refuse";

const iso = (clock: Clock, seconds: number): string =>
  DateTime.fromMillis(Math.round(msAt(clock, seconds)), { zone: clock.zone }).toISO()!;
const local = (clock: Clock, seconds: number): string =>
  DateTime.fromMillis(msAt(clock, 60 * Math.round(seconds / 60)), { zone: clock.zone }).toFormat("ccc HH:mm");

/** Reads and solves a plan, or says why not and with which exit code. */
function solvedFile(file: string, json: boolean): { plan: Plan; solution: Solution } | number {
  let text: string;
  try {
    text = readLimited(file, PLAN_MAX_BYTES);
  } catch (error) {
    return refuse(file, [{ field: "(file)", message: (error as Error).message }], json);
  }
  const parsed = parsePlan(text);
  if (!parsed.ok) return refuse(file, parsed.problems, json);
  const solution = solvePlan(parsed.value);
  if (!isRefusal(solution)) return { plan: parsed.value, solution };
  if (json) console.log(JSON.stringify({ ok: false, refusal: solution }, null, 2));
  console.error(`${file}: ${solution.field}: ${solution.message} ${solution.remedy}`);
  return NO_CHARGING;
}

/** `cost FILE`: what a session costs, line by line. */
export function costCommand(file: string, { json }: { json: boolean }): number {
  const solved = solvedFile(file, json);
  if (typeof solved === "number") return solved;
  const { plan, solution } = solved;
  const { bill, clock, ledger, circuit, start, endSoc } = solution;
  const { currency } = plan.household;
  const total = amountOf(bill.total);
  const km = ((endSoc - start.soc) * circuit.pack.usableWh) / plan.car.whPerKm;
  if (json) {
    console.log(
      JSON.stringify(
        {
          ok: true,
          name: plan.name,
          currency,
          lines: bill.lines.map((line) => ({
            ...lineJson(line),
            fromAt: iso(clock, line.from),
            toAt: iso(clock, line.to),
          })),
          net: amountOf(bill.net),
          vat: amountOf(bill.vat),
          total,
          lost: amountOf(bill.lost),
          unpricedKWh: bill.unpriced,
          perKWhMeter: total / (ledger.wall / 1000),
          perKWhBattery: total / (ledger.stored / 1000),
          per100Km: (100 * total) / km,
          perMile: toKm(1, "mi") * (total / km),
        },
        null,
        2,
      ),
    );
    return 0;
  }
  const rows = bill.lines.map(
    (line) =>
      `  ${local(clock, line.from)} to ${local(clock, line.to)}  ${line.quantity.toFixed(3).padStart(9)} ${LINE_WORDS[line.component].unit.padEnd(4)} at ${amountOf(line.price).toFixed(4)}  ${amountOf(line.amount).toFixed(4).padStart(9)}${line.vat ? `  + VAT ${amountOf(line.vat).toFixed(4)}` : ""}  ${LINE_WORDS[line.component].what}`,
  );
  console.log(
    [
      `${plan.name}: ${total.toFixed(2)} ${currency} (${plan.tariff.name})`,
      ...rows,
      `  ${(total / (ledger.wall / 1000)).toFixed(4)} a kWh on the meter, ${(total / (ledger.stored / 1000)).toFixed(4)} a kWh in the battery, ${((100 * total) / km).toFixed(2)} for 100 km, ${(toKm(1, "mi") * (total / km)).toFixed(4)} a mile`,
      ...(bill.unpriced > 0 ? [`  ${bill.unpriced.toFixed(3)} kWh have no price in this tariff.`] : []),
      `  ${ROUNDING}`,
    ].join("\n"),
  );
  return 0;
}

/** Two clock times to set, in time for whoever waits. */
const setTimes = (window: Window, clock: Clock): object => {
  const { start, stop } = timerOf(window, clock, clock.departure ?? undefined);
  return { start, stop };
};

const scheduledJson = (s: Scheduled, atOnce: Scheduled, clock: Clock): object => ({
  id: s.id,
  windows: s.windows.map(({ from, to, amps }) => ({
    from,
    to,
    amps: amps ?? null,
    fromAt: iso(clock, from),
    toAt: iso(clock, to),
    timer: setTimes({ from, to }, clock),
  })),
  cost: amountOf(s.bill.total),
  costLess: amountOf(atOnce.bill.total) - amountOf(s.bill.total),
  readyAt: s.readyAt === null ? null : iso(clock, s.readyAt),
  wallWh: s.wallWh,
  lostWh: s.lostWh,
  lostMoreWh: s.lostWh - atOnce.lostWh,
});

const WORDS: Readonly<Record<Scheduled["id"], string>> = {
  "at-once": "at once",
  cheapest: "cheapest",
  "one-timer": "cheapest with one timer",
  "just-in-time": "just in time",
  gentlest: "gentlest current",
  "least-lost": "least lost",
};

/** `schedule FILE`: when to charge, each way beside starting at once. */
export function scheduleCommand(file: string, { json, ics }: { json: boolean; ics: boolean }): number {
  const solved = solvedFile(file, json);
  if (typeof solved === "number") return solved;
  const { plan, solution } = solved;
  const { clock } = solution;
  const { by, atOnce, placing } = schedulesOf(plan, solution);
  const { currency } = plan.household;
  const placed = SCHEDULE_IDS.flatMap((id) => (by[id] ? [by[id]] : []));
  const best = by.cheapest ?? atOnce;
  if (ics) {
    const amps = (a: number | undefined) => (a === undefined ? "" : `, ${a} A`);
    const entries = best.windows.map((window) => ({
      window,
      summary: `Charge ${plan.car.name}${amps(window.amps)}`,
      description: `${plan.name}: ${WORDS[best.id]}, ${amountOf(best.bill.total).toFixed(2)} ${currency}`,
    }));
    process.stdout.write(calendarOf(plan.name, entries, clock, clock.startMs));
    return 0;
  }
  if (json) {
    const spill = spillOf(placing, best);
    console.log(
      JSON.stringify(
        {
          ok: true,
          name: plan.name,
          currency,
          inTime: atOnce.readyAt !== null,
          ...scheduledJson(best, atOnce, clock),
          atOnce: scheduledJson(atOnce, atOnce, clock),
          schedules: placed.map((s) => scheduledJson(s, atOnce, clock)),
          spill,
        },
        null,
        2,
      ),
    );
    return 0;
  }
  const lines = placed.map(
    (s) =>
      `  ${WORDS[s.id].padEnd(24)} ${amountOf(s.bill.total).toFixed(2).padStart(7)} ${currency}  ready ${s.readyAt === null ? "too late" : local(clock, s.readyAt)}  lost ${(s.lostWh / 1000).toFixed(2)} kWh  ${s.windows.map((w) => `${local(clock, w.from)}–${local(clock, w.to)}${w.amps === undefined ? "" : ` at ${w.amps} A`}`).join(", ")}`,
  );
  console.log(
    [
      plan.name,
      ...(atOnce.readyAt === null ? ["The target cannot be reached before departure: start at once."] : []),
      ...lines,
    ].join("\n"),
  );
  return 0;
}
