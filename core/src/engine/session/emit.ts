import type { Circuit, Flow, LinkKind } from "../path";
import { watts, wattHours, type Celsius, type Fraction, type Seconds } from "../../trade/units";
import { lossesOf, sumOfLosses, varyingAt, wallOf, type Varying } from "./balance";
import { WEIGHTS_3 } from "./integrate";
import type { Slice, State } from "./slice";

/** A node of the quadrature of a slice: what is stored, at which charge, and its weight beside that of an even clock. */
export interface Node {
  readonly power: number;
  readonly soc: Fraction;
  readonly weight: number;
}

/** Energies over a slice of what varies: Wh, and Wh an ohm of one conductor. */
interface Sums {
  battery: number;
  conversion: number;
  squared: number;
}

function add(sums: Sums, varying: Varying, hours: number): void {
  sums.battery += varying.battery * hours;
  sums.conversion += varying.conversion * hours;
  sums.squared += varying.squared * hours;
}

/** Wall power where a slice begins: that at which the one before it ended, where they meet. */
function wallBefore(
  slices: readonly Slice[],
  circuit: Circuit,
  flow: Flow,
  at: State,
  startW: number,
): number {
  const before = slices.at(-1);
  return before && before.to === at.elapsed && before.endW === startW
    ? before.endWallW
    : wallOf(circuit, varyingAt(circuit, flow, startW, at.soc));
}

/**
 * Puts a slice on the list, its losses summed over it, and says where it leaves the car.
 * @param to charge and clock at its end; a slice that a window ends ends at just that moment, as a moment that rounding
 * left open would let the next stretch begin away from where the car stands
 * @param seconds it lasts, to more digits than the clock tells late in a session
 * @param nodes what is stored at each of {@link NODES_3}; none for a slice over which no power changes
 */
export function emit(
  slices: Slice[],
  circuit: Circuit,
  flow: Flow,
  at: State,
  to: Pick<State, "soc" | "elapsed">,
  seconds: Seconds,
  startW: number,
  endW: number,
  limitedBy: LinkKind,
  nodes: readonly Node[],
  toC: Celsius | null = at.packC,
): State {
  const { soc } = to;
  const last = varyingAt(circuit, flow, endW, soc);
  const endWallW = wallOf(circuit, last);
  const level = nodes.length === 0;
  const hours = seconds / 3600;
  const sums: Sums = { battery: 0, conversion: 0, squared: 0 };
  if (level) add(sums, last, hours);
  else {
    let whole = 0;
    for (let i = 0; i < nodes.length; i++) whole += WEIGHTS_3[i]! * nodes[i]!.weight;
    for (let i = 0; i < nodes.length; i++) {
      const { power, soc: node, weight } = nodes[i]!;
      add(sums, varyingAt(circuit, flow, power, node), (hours * WEIGHTS_3[i]! * weight) / whole);
    }
  }
  const wh = lossesOf(circuit, sums, hours);
  const stored = (soc - at.soc) * circuit.pack.usableWh;
  const wall = stored + sumOfLosses(wh);
  const { standingW, efficiency } = circuit.upstream;
  const end: State = { soc, packC: toC, elapsed: to.elapsed };
  slices.push({
    from: at.elapsed,
    to: end.elapsed,
    fromSoc: at.soc,
    toSoc: soc,
    startW: watts(startW),
    endW: watts(endW),
    startWallW: level ? endWallW : wallBefore(slices, circuit, flow, at, startW),
    endWallW,
    wh: wh as Slice["wh"],
    wall: wattHours(wall),
    stored: wattHours(stored),
    upstream: wattHours(wall * (1 / efficiency - 1) + standingW * hours),
    fromC: at.packC,
    toC,
    phases: flow.way.phases,
    limitedBy,
  });
  return end;
}
