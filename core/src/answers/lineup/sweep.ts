import type { FieldProblem } from "../../things/documents";
import { bill } from "../../engine/tariff";
import { compile, isRefusal, LINK_KINDS, type Circuit, type LinkKind } from "../../engine/path";
import { connectionOf, pathOf, type Plan } from "../../engine/plan";
import {
  atOnce,
  bindingAt,
  fullest,
  glance,
  LEAST_STORED_W,
  ledgerOf,
  momentAt,
  run,
  type Moment,
  type Run,
  targetOn,
} from "../../engine/session";
import type { Clock } from "../../engine/clock";
import { amountOf, type Seconds } from "../../trade/units";
import { quantityOf, QUANTITY_IDS, type QuantityId } from "./quantities";

/** One axis of a sweep: a quantity from one value to another in even steps. */
export interface Axis {
  readonly quantity: QuantityId;
  readonly from: number;
  readonly to: number;
  readonly count: number;
}

/** Most points along one side of a sweep. */
export const MOST_POINTS = 200;

/** A point of a session at a glance: its moment of full flow and its time. */
interface Glanced {
  readonly plan: Plan;
  readonly moment: Moment;
  readonly seconds: Seconds;
}

/** What is delivered until the target or departure, for results that departure cuts short. */
interface Delivered {
  readonly plan: Plan;
  readonly circuit: Circuit;
  readonly done: Run;
  readonly clock: Clock;
}

type Result = { readonly name: string; readonly unit: string } & (
  { glanced(point: Glanced): number } | { delivered(point: Delivered): number }
);

/** Results a sweep can show. */
export const RESULTS = {
  batteryW: { name: "power into the battery", unit: "W", glanced: ({ moment }) => moment.balance.stored },
  wallW: { name: "power from the wall", unit: "W", glanced: ({ moment }) => moment.balance.wall },
  kmPerHour: {
    name: "range by the hour",
    unit: "km/h",
    glanced: ({ moment, plan }) => moment.balance.stored / plan.car.whPerKm,
  },
  secondsToTarget: { name: "time to the target", unit: "s", glanced: ({ seconds }) => seconds },
  wallWh: { name: "energy from the wall", unit: "Wh", delivered: ({ done }) => ledgerOf(done.slices).wall },
  lostWh: { name: "energy lost", unit: "Wh", delivered: ({ done }) => ledgerOf(done.slices).lost },
  lostShare: {
    name: "share lost",
    unit: "",
    delivered: ({ done }) => {
      const { lost, wall } = ledgerOf(done.slices);
      return wall > 0 ? lost / wall : 0;
    },
  },
  endSoc: { name: "charge at departure", unit: "", delivered: ({ done }) => done.end.soc },
  cost: {
    name: "cost of the session",
    unit: "",
    delivered: ({ plan, circuit, done, clock }) =>
      amountOf(bill(plan.tariff, done, clock, connectionOf(plan, circuit, clock)).total),
  },
} as const satisfies Record<string, Result>;

/** A result a sweep can show. */
export type ResultId = keyof typeof RESULTS;
/** All results, in the order in which they are offered. */
export const RESULT_IDS = Object.keys(RESULTS) as [ResultId, ...ResultId[]];

/** Two quantities and a result. */
export interface SweepSpec {
  readonly x: Axis;
  readonly y: Axis;
  readonly of: ResultId;
}

/** A row of a sweep: the result at every x, NaN where nothing charges, and the index of the narrowest link in `links`. */
export interface SweepRow {
  readonly values: Float64Array;
  /** Place of the narrowest link's kind in {@link LINK_KINDS}; 255 where nothing charges. */
  readonly links: Uint8Array;
}

/** Said of a point at which nothing charges. */
export const NO_LINK = 255;

/**
 * Value of an axis at a place along it.
 * @example axisValue({ quantity: "start", from: 10, to: 50, count: 5 }, 1) // 20
 */
export const axisValue = ({ from, to, count }: Axis, i: number): number =>
  count === 1 ? from : i === count - 1 ? to : from + ((to - from) * i) / (count - 1);

/**
 * What is wrong with a sweep on this path, field by field; none where nothing is.
 * @example sweepProblems(plan, spec) // []
 */
export function sweepProblems(plan: Plan, { x, y, of }: SweepSpec): FieldProblem[] {
  const problems: FieldProblem[] = [];
  const say = (field: string, message: string) => problems.push({ field, message });
  if (!RESULT_IDS.includes(of)) say("of", `accepted: ${RESULT_IDS.join(", ")}`);
  for (const [name, axis] of [
    ["x", x],
    ["y", y],
  ] as const) {
    if (!QUANTITY_IDS.includes(axis.quantity)) {
      say(name, `accepted: ${QUANTITY_IDS.join(", ")}`);
      continue;
    }
    const { only, range, never, unit } = quantityOf(axis.quantity);
    const no = axis.quantity === "conductor" ? "it comes in sizes, not in steps" : never?.(plan);
    if (no) say(name, `${axis.quantity} cannot be varied here: ${no}`);
    const [min, max] = range(plan);
    for (const end of ["from", "to"] as const)
      if (!(axis[end] >= min && axis[end] <= max))
        problems.push({
          field: `${name}.${end}`,
          message: `accepted: ${min} to ${max} ${unit}`.trim(),
          accepts: { code: "range", min, max, unit },
        });
    if (!(axis.to > axis.from)) say(`${name}.to`, `must be above ${axis.from}`);
    if (!(Number.isInteger(axis.count) && axis.count >= 2 && axis.count <= MOST_POINTS))
      problems.push({
        field: `${name}.count`,
        message: `accepted: 2 to ${MOST_POINTS} points a side; ${axis.count} asked`,
        accepts: { code: "range", min: 2, max: MOST_POINTS, unit: "points" },
      });
    else if (only && !only.includes(axis.from + (axis.to - axis.from) / (axis.count - 1)))
      say(`${name}.count`, `${axis.quantity} takes ${only.join(", ")} only`);
  }
  if (x.quantity === y.quantity) say("y", "must be another quantity than x");
  if (
    [x.quantity, y.quantity].every((id) => id === "start" || id === "target") &&
    !(Math.max(...ends(x, y, "start")) < Math.min(...ends(x, y, "target")))
  )
    say("y", "the charge at the start must stay below the target everywhere");
  return problems;
}

const ends = (x: Axis, y: Axis, id: QuantityId): number[] =>
  [x, y].filter((axis) => axis.quantity === id).flatMap(({ from, to }) => [from, to]);

/** What is stored at the moment of full flow, and how far it gets: enough to say whether anything charges. */
const charges = (storedW: number, endSoc: number, toSoc: number): boolean =>
  storedW >= LEAST_STORED_W && endSoc >= toSoc;

/** One point: its value and its narrowest link, the same a single solve of the plan gives; undefined where nothing charges. */
function pointAt(plan: Plan, circuit: Circuit, clock: Clock, of: ResultId) {
  const { fromSoc, batteryC } = plan.session;
  const toSoc = targetOn(circuit, plan.session.toSoc);
  if (toSoc <= fromSoc) return undefined;
  const start = { soc: fromSoc, packC: batteryC, elapsed: 0 };
  const result: Result = RESULTS[of];
  if ("glanced" in result) {
    const { fullest: full, seconds, endSoc } = glance(circuit, toSoc, start);
    if (!charges(full.storedW, endSoc, toSoc)) return undefined;
    const moment = momentAt(circuit, full);
    return {
      value: result.glanced({ plan, moment, seconds }),
      link: LINK_KINDS.indexOf(circuit.links[moment.binding]!.kind),
    };
  }
  const whole = run(circuit, atOnce(toSoc), start);
  const full = fullest(whole, start);
  if (!charges(full.storedW, whole.end.soc, toSoc)) return undefined;
  const { departure } = clock;
  const late = departure !== null && whole.end.elapsed > departure;
  const done = late ? run(circuit, atOnce(toSoc, departure), start) : whole;
  return {
    value: result.delivered({ plan, circuit, done, clock }),
    link: LINK_KINDS.indexOf(bindingAt(circuit, full)),
  };
}

/**
 * Makes the rows of a sweep, one at a time and in any order. What does not change from point to point is made once: a
 * plan with its y, and the circuit where the other quantity is of the session alone.
 * @example const row = sweepOf(plan, spec, clock); row(0).values[0]
 */
export function sweepOf(plan: Plan, { x, y, of }: SweepSpec, clock: Clock): (j: number) => SweepRow {
  const [along, up] = [quantityOf(x.quantity), quantityOf(y.quantity)];
  const across = up.session ? circuitsAlong(plan, x) : undefined;
  return (j) => {
    const values = new Float64Array(x.count).fill(Number.NaN);
    const links = new Uint8Array(x.count).fill(NO_LINK);
    const row = up.with(plan, axisValue(y, j));
    const whole = !across && along.session ? compile(pathOf(row)) : undefined;
    for (let i = 0; i < x.count; i++) {
      const at = along.with(row, axisValue(x, i));
      const circuit = across ? across[i]! : (whole ?? compile(pathOf(at)));
      const point = isRefusal(circuit) ? undefined : pointAt(at, circuit, clock, of);
      if (!point) continue;
      values[i] = point.value;
      links[i] = point.link;
    }
    return { values, links };
  };
}

const circuitsAlong = (plan: Plan, x: Axis) =>
  Array.from({ length: x.count }, (_, i) =>
    compile(pathOf(quantityOf(x.quantity).with(plan, axisValue(x, i)))),
  );

/**
 * The kind of the narrowest link at a point; undefined where nothing charges.
 * @example linkAt(sweepOf(plan, spec, clock)(0), 0) // "cable"
 */
export const linkAt = ({ links }: SweepRow, i: number): LinkKind | undefined => LINK_KINDS[links[i]!];
