import { DateTime } from "luxon";
import {
  amountOf,
  CAUSE_WORDS,
  fromKm,
  LINK_WORDS,
  LOSS_CAUSES,
  msAt,
  RESULT_DIGITS,
  TERM_DIGITS,
  usualPrice,
  type Caution,
  type OperatingPoint,
  type Plan,
  type Rung,
  type Solution,
  type Term,
  type WayOut,
  type Working,
} from "@kettleback/core";

import { lineJson } from "./line";

/** A solved plan with all that is printed of it. */
export interface Solved {
  readonly plan: Plan;
  readonly solution: Solution;
  readonly point: OperatingPoint;
  readonly cautions: readonly Caution[];
  readonly upgrades: readonly Rung[];
  readonly workings: readonly Working[];
}

const kilo = (n: number): string => (n / 1000).toFixed(2);
const phases = (n: number): string => (n === 1 ? "one phase" : n === 2 ? "two phases" : "three phases");
const readyAt = ({ clock, secondsToTarget }: Solution): DateTime =>
  DateTime.fromMillis(msAt(clock, secondsToTarget), { zone: clock.zone });

/** Rows of label and value in two columns. */
const columns = (rows: readonly (readonly [string, string])[]): string => {
  const width = Math.max(...rows.map(([label]) => label.length));
  return rows.map(([label, value]) => `  ${label.padEnd(width)}  ${value}`).join("\n");
};

const figure = ({ value, unit }: Term, digits: number): string =>
  `${Number(value.toPrecision(digits))}${unit ? ` ${unit}` : ""}`;

const workingText = ({ title, steps, notes }: Working): string =>
  [
    title,
    ...steps.flatMap((step) => [
      `  ${step.what}: ${step.formula} = ${figure(step.result, RESULT_DIGITS)}`,
      ...step.terms.map(
        (t) =>
          `    ${t.symbol}, ${t.name}: ${figure(t, TERM_DIGITS)}${t.source ? ` [${t.source.mark}] ${t.source.name}` : ""}`,
      ),
    ]),
    ...notes.map((note) => `  Note: ${note}`),
  ].join("\n");

const settingText = ({ plan, solution: { circuit } }: Solved): string[] => {
  const { setting, pulls } = circuit;
  if (!setting) return [];
  const by = setting.by === "evse" ? plan.evse.name : `the car, ${plan.car.name}`;
  return [`Counted on: ${by} is set to ${setting.amps} A; untouched it would pull ${pulls.toFixed(1)} A.`];
};

/** A solved plan as a table to read. */
export function tableOf(solved: Solved): string {
  const { plan, solution: s, point, cautions, upgrades, workings } = solved;
  const { ledger, moment } = s;
  const { currency, distanceUnit: unit } = plan.household;
  const narrow = point.links[point.binding]!;
  const answers = columns([
    [
      "flows",
      `${point.amps.toFixed(1)} A ${point.current === "DC" ? "of direct current" : `on ${phases(point.phases)}`} at ${point.volts.toFixed(0)} V`,
    ],
    ["power from the wall", `${kilo(moment.balance.wall)} kW`],
    ["power into the battery", `${kilo(moment.balance.stored)} kW`],
    ["ready at", `${readyAt(s).toFormat("yyyy-MM-dd HH:mm ZZZZ")}${s.reached ? "" : ", after departure"}`],
    ["charge at the end", `${(s.endSoc * 100).toFixed(1)} %`],
    ["energy on the meter", `${kilo(ledger.wall)} kWh`],
    ["energy stored", `${kilo(ledger.stored)} kWh`],
    ["energy lost", `${kilo(ledger.lost)} kWh`],
    ["cost", `${amountOf(s.bill.total).toFixed(2)} ${currency}`],
    [
      "range by the hour",
      `${fromKm(s.range.kmPerHour, unit).toFixed(1)} ${unit}/h (${fromKm(s.range.wallKmPerHour, unit).toFixed(1)} counted at the wall)`,
    ],
    ["range added", `${fromKm(s.range.added, unit).toFixed(0)} ${unit}`],
  ]);
  const links = columns(
    point.links.map((link, i) => [
      `${LINK_WORDS[link.kind]}: ${link.name}`,
      `${link.ceilingAmps.toFixed(1).padStart(5)} A ${kilo(link.ceilingW).padStart(6)} kW  ${link.role}${i === point.binding ? ", narrowest" : ""}${link.over ? ", overdrawn" : ""}`,
    ]),
  );
  const losses = columns(
    LOSS_CAUSES.filter((cause) => ledger[cause] > 0).map((cause) => [
      CAUSE_WORDS[cause],
      `${ledger[cause].toFixed(0).padStart(6)} Wh`,
    ]),
  );
  return [
    plan.name,
    `The ${LINK_WORDS[narrow.kind]} is the narrowest link: ${narrow.name} (${narrow.why}).`,
    ...settingText(solved),
    ...s.clock.notes,
    "",
    answers,
    "",
    "Links, from the board to the battery",
    links,
    "",
    "Lost on the way",
    losses,
    "",
    "Cautions",
    ...(cautions.length > 0
      ? cautions.flatMap((c) => [
          `  ${c.severity}: ${c.what} ${c.todo}`,
          ...(c.waysOut ?? []).map(
            (way) => `    ${way.what}: usually ${usualSpan(way, plan.household.currency)}.`,
          ),
        ])
      : ["  Nothing here speaks against this path."]),
    "  Kettleback does not replace a licensed electrician or your local code: they decide.",
    "",
    "What would lift it",
    ...(upgrades.length > 0
      ? upgrades.map((r) => `  ${r.what}: ${gainOf(r)}`)
      : ["  No further improvement to suggest."]),
    ...workings.map((w) => `\n${workingText(w)}`),
  ].join("\n");
}

/** What a way out usually costs in a plan's currency, from and to. */
const costsOf = ({ euros }: WayOut, currency: string): readonly number[] =>
  euros.map((euro) => usualPrice(euro, currency));
const usualSpan = (way: WayOut, currency: string): string => {
  const [low, high] = costsOf(way, currency);
  return `${low} to ${high} ${currency}`;
};

/** What a way up gains, and against what. */
const gainOf = ({ gainW, secondsSaved, against }: Rung): string =>
  secondsSaved === null
    ? `${kilo(gainW)} kW, where nothing is safe as it stands`
    : `${gainW < 0 ? "" : "+"}${kilo(gainW)} kW, ${(secondsSaved / 60).toFixed(0)} min sooner${against === "safe" ? " than with the current lowered to what is safe" : ""}`;

/** A solved plan as JSON: canonical units, named in every field. */
export const jsonOf = ({ plan, solution: s, point, cautions, upgrades, workings }: Solved): object => ({
  ok: true,
  name: plan.name,
  flow: {
    current: point.current,
    phases: point.phases,
    amps: point.amps,
    volts: point.volts,
    dropVolts: point.dropVolts,
    pulls: s.circuit.pulls,
    holds: Number.isFinite(s.circuit.holds) ? s.circuit.holds : null,
    setting: s.circuit.setting,
    boundBy: point.because,
    binding: point.links[point.binding]!.kind,
    runnerUp: point.links[point.runnerUp]!.kind,
  },
  links: point.links.map(({ kind, role, name, ceilingAmps, ceilingW, lossW, over, why }) => ({
    kind,
    role,
    name,
    ceilingAmps: Number.isFinite(ceilingAmps) ? ceilingAmps : null,
    ceilingW: Number.isFinite(ceilingW) ? ceilingW : null,
    lossW,
    over,
    why,
  })),
  powerW: s.moment.balance,
  energyWh: s.ledger,
  pluggedInAt: DateTime.fromMillis(s.clock.startMs, { zone: s.clock.zone }).toISO(),
  readyAt: readyAt(s).toISO(),
  notes: s.clock.notes,
  secondsToTarget: s.secondsToTarget,
  reached: s.reached,
  endsItself: s.endsItself,
  endSoc: s.endSoc,
  cost: {
    total: amountOf(s.bill.total),
    lost: amountOf(s.bill.lost),
    currency: plan.household.currency,
    lines: s.bill.lines.map(lineJson),
  },
  rangeKm: {
    perHour: s.range.kmPerHour,
    perHourWall: s.range.wallKmPerHour,
    added: s.range.added,
    byHour: s.range.byHour,
  },
  cautions: cautions.map(({ code, severity, what, why, todo, waysOut }) => ({
    code,
    severity,
    what,
    why,
    todo,
    ...(waysOut
      ? { waysOut: waysOut.map((way) => ({ what: way.what, costs: costsOf(way, plan.household.currency) })) }
      : {}),
  })),
  upgrades: upgrades.map(({ what, plan: upgraded, gainW, secondsSaved, costMore, needs, against }) => ({
    what,
    plan: upgraded,
    gainW,
    secondsSaved,
    costMore: costMore === null ? null : amountOf(costMore),
    needs,
    against,
  })),
  ...(workings.length > 0 ? { workings } : {}),
});
