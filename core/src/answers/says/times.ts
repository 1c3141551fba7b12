import { compile, isRefusal } from "../../engine/path";
import { pathOf, type Plan } from "../../engine/plan";
import { modeOf, pathStores } from "../../engine/session";
import { setTo } from "./causes";

/** How long the same charge took at a current. Times may be relative, 100 and 70 say, where only their ratio is known. */
export interface TimedCurrent {
  readonly amps: number;
  readonly time: number;
}

/** What times at several currents come to. */
export interface FromTimes {
  /** The car's own draw (W) that makes their ratios true. */
  readonly ownDrawW: number;
  /** Efficiency (0 to 1) that makes them true as they stand; undefined where they are only relative. */
  readonly efficiency: number | undefined;
  /** Largest share by which one of them is missed. */
  readonly miss: number;
}

const MOST_DRAW_W = 1_000;
const GOLDEN = (Math.sqrt(5) - 1) / 2;
const STEPS = 26;

/** Power stored (W) at a current, with an own draw and an efficiency; 0 where nothing charges. */
function storedAt(plan: Plan, amps: number, ownDrawW: number, efficiency: number): number {
  const car = { ...plan.car, ownDrawW, charger: { ...plan.car.charger, efficiency } };
  const path = pathOf(setTo({ ...plan, car }, amps));
  const circuit = compile(path);
  if (isRefusal(circuit)) return 0;
  const mode = modeOf(circuit, Infinity);
  return mode ? Math.max(0, pathStores(mode, plan.session.fromSoc)) : 0;
}

/** Where a function of one valley is least. */
function least(low: number, high: number, of: (x: number) => number): number {
  let [a, b] = [low, high];
  for (let k = 0; k < STEPS; k++) {
    const [p, q] = [b - GOLDEN * (b - a), a + GOLDEN * (b - a)];
    if (of(p) < of(q)) b = q;
    else a = p;
  }
  return (a + b) / 2;
}

/**
 * Own draw from how long the same charge takes at two currents or more: the energy stored is the same, so that time and
 * stored power are in inverse ratio. With whole times (s) for the plan's own charge the efficiency follows too.
 * @throws RangeError for fewer than two currents
 * @example fromTimes(plan, [{ amps: 6, time: 100 }, { amps: 10, time: 54 }], false).miss < 1 // true
 */
export function fromTimes(plan: Plan, times: readonly TimedCurrent[], whole: boolean): FromTimes {
  if (new Set(times.map(({ amps }) => amps)).size < 2)
    throw new RangeError("at least two currents are needed");
  const wh = (plan.session.toSoc - plan.session.fromSoc) * plan.car.battery.usableWh;
  /** Logarithms of what each time and its stored power make together: all the same where the draw is right. */
  const logs = (draw: number, efficiency: number) =>
    times.map(({ amps, time }) => Math.log(time * Math.max(1, storedAt(plan, amps, draw, efficiency))));
  const spread = (values: readonly number[]) => {
    const mean = values.reduce((sum, v) => sum + v, 0) / values.length;
    return Math.max(...values.map((v) => Math.abs(v - mean)));
  };
  // A draw that leaves the slowest nothing cannot be: it did charge.
  const most = (efficiency: number) =>
    Math.min(MOST_DRAW_W, 0.95 * Math.min(...times.map(({ amps }) => storedAt(plan, amps, 0, efficiency))));
  const drawFor = (efficiency: number) =>
    least(0, most(efficiency), (draw) => spread(logs(draw, efficiency)));
  let { efficiency } = plan.car.charger;
  if (whole) {
    const off = (e: number) => {
      const values = logs(drawFor(e), e);
      return Math.abs(values.reduce((sum, v) => sum + v, 0) / values.length - Math.log(wh * 3600));
    };
    efficiency = least(0.7, 0.99, off);
  }
  const ownDrawW = drawFor(efficiency);
  return {
    ownDrawW,
    efficiency: whole ? efficiency : undefined,
    miss: Math.exp(spread(logs(ownDrawW, efficiency))) - 1,
  };
}
