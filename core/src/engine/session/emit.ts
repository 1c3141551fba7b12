import type { Circuit, Flow, LinkKind } from "../path";
import { watts, wattHours, type Celsius, type Fraction, type Seconds } from "../../trade/units";
import { balanceFor, type LossCause, type PowerBalance } from "./balance";
import { GAUSS_3 } from "./integrate";
import type { Slice, State } from "./slice";

/** What is stored, and at which charge, at a share of a slice; its weight beside that of an even clock. */
export type AtShare = (share: number) => {
  readonly power: number;
  readonly soc: Fraction;
  readonly weight: number;
};

type Sums = { -readonly [cause in LossCause]: number };

const emptySums = (): Sums => ({
  circuit: 0,
  contacts: 0,
  lead: 0,
  evse: 0,
  cable: 0,
  conversion: 0,
  ownDraw: 0,
  battery: 0,
});

/** Adds a balance held for some hours. Written out: this is the inner loop of every session. */
function add(sum: Sums, balance: PowerBalance, hours: number): void {
  sum.circuit += balance.circuit * hours;
  sum.contacts += balance.contacts * hours;
  sum.lead += balance.lead * hours;
  sum.evse += balance.evse * hours;
  sum.cable += balance.cable * hours;
  sum.conversion += balance.conversion * hours;
  sum.ownDraw += balance.ownDraw * hours;
  sum.battery += balance.battery * hours;
}

function scale(sum: Sums, by: number): void {
  sum.circuit *= by;
  sum.contacts *= by;
  sum.lead *= by;
  sum.evse *= by;
  sum.cable *= by;
  sum.conversion *= by;
  sum.ownDraw *= by;
  sum.battery *= by;
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
    : balanceFor(circuit, flow, startW, at.soc).wall;
}

/**
 * Puts a slice on the list, its losses summed over it, and says where it leaves the car.
 * @param to charge and clock at its end; a slice that a window ends ends at just that moment, as a moment that rounding
 * left open would let the next stretch begin away from where the car stands
 * @param seconds it lasts, to more digits than the clock tells late in a session
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
  inside: AtShare,
  toC: Celsius | null = at.packC,
): State {
  const { soc } = to;
  const last = balanceFor(circuit, flow, endW, soc);
  const level = startW === endW && circuit.sign > 0;
  const wh = emptySums();
  const hours = seconds / 3600;
  if (level) add(wh, last, hours);
  else {
    let whole = 0;
    for (const [x, w] of GAUSS_3) {
      const { power, soc: node, weight } = inside(x);
      add(wh, balanceFor(circuit, flow, power, node), w * weight);
      whole += w * weight;
    }
    scale(wh, hours / whole);
  }
  const stored = (soc - at.soc) * circuit.pack.usableWh;
  let wall = stored;
  wall += wh.circuit + wh.contacts + wh.lead + wh.evse + wh.cable + wh.conversion + wh.ownDraw + wh.battery;
  const { standingW, efficiency } = circuit.upstream;
  const end: State = { soc, packC: toC, elapsed: to.elapsed };
  slices.push({
    from: at.elapsed,
    to: end.elapsed,
    fromSoc: at.soc,
    toSoc: soc,
    startW: watts(startW),
    endW: watts(endW),
    startWallW: level ? last.wall : wallBefore(slices, circuit, flow, at, startW),
    endWallW: last.wall,
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
