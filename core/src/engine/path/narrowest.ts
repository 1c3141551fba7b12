import type { Amps, Volts } from "../../trade/units";
import type { Circuit } from "./circuit";
import { ampsForPower, type Flow } from "./flow";
import { PHASE_COUNTS } from "./phases";
import type { Link, LinkKind } from "./link";

/** What one link alone would let through: amps a phase on the phases in use, and power on as many phases as it has. */
export interface Ceiling {
  readonly amps: Amps;
  readonly watts: number;
}

/** The battery's own ceiling at a moment: the power (W) it makes the inlet take; Infinity where it never limits. */
export type BatteryTakes = number;

function acCeiling(circuit: Circuit, link: Link, { way, volts }: Flow, takes: BatteryTakes): Ceiling {
  const loss = way.conductors * circuit.ohms;
  if (link.kind === "battery") return { amps: ampsForPower(takes, volts, loss), watts: takes };
  const { ampsOn } = link;
  const { phaseVolts } = circuit;
  const most = Math.max(
    phaseVolts[1] * ampsOn[1],
    2 * phaseVolts[2] * ampsOn[2],
    3 * phaseVolts[3] * ampsOn[3],
  );
  const amps = ampsOn[way.phases];
  if (link.kind !== "charger" || circuit.capW === Infinity) return { amps, watts: most };
  // A cap that the voltage drop keeps out of reach lowers no amps.
  const atCap = volts * volts > 4 * loss * circuit.capW ? ampsForPower(circuit.capW, volts, loss) : Infinity;
  return { amps: Math.min(amps, atCap), watts: Math.min(most, circuit.capW) };
}

function dcCeiling(circuit: Circuit, link: Link, packVolts: Volts, takes: BatteryTakes): Ceiling {
  if (link.kind === "battery") return { amps: takes / packVolts, watts: takes };
  const amps = link.ampsOn[1];
  if (link.kind !== "evse") return { amps, watts: amps * packVolts };
  // The sign is met at the station's output, where the cable's drop comes on top of the pack's volts.
  const heat = 2 * circuit.ohms;
  return {
    amps: Math.min(amps, ampsForPower(circuit.capW, packVolts, -heat)),
    watts: Math.min(circuit.capW, amps * (packVolts + heat * amps)),
  };
}

/**
 * The ceiling of every link of a circuit at one moment, in walking order.
 * @example ceilingsAt(circuit, moment.flow, Infinity)[0]?.amps // 32
 */
export function ceilingsAt(circuit: Circuit, flow: Flow, takes: BatteryTakes): Ceiling[] {
  const { links, sign } = circuit;
  const ceilings = new Array<Ceiling>(links.length);
  for (let i = 0; i < links.length; i++)
    ceilings[i] =
      sign > 0
        ? acCeiling(circuit, links[i]!, flow, takes)
        : dcCeiling(circuit, links[i]!, flow.volts, takes);
  return ceilings;
}

/**
 * Why the narrowest link is the narrowest: its amps; a power cap; the voltage drop over it; phases it withholds that
 * the charger would use; or what it should hold, for which somebody has set the current lower.
 */
export type Because = "amps" | "cap" | "sag" | "phases" | "holds";

/** Which link binds, by its index, and why. */
export interface Binding {
  readonly binding: number;
  readonly because: Because;
}

/** … and which one would next; the same one where no other would. */
export interface Narrowest extends Binding {
  readonly runnerUp: number;
}

const mostOhms = (links: readonly Link[]): number =>
  links.reduce((worst, link, i) => (link.ohms > links[worst]!.ohms ? i : worst), 0);

/** The first link that withholds phases which supply and charger share and which would bring more power. */
function withholder(
  { links, supplyPhases, phaseVolts }: Circuit,
  { way, amps }: Flow,
  ceilings: readonly Ceiling[],
) {
  const at = links.findIndex((link) => link.kind === "charger");
  const charger = links[at];
  if (!charger || supplyPhases <= way.phases || ceilings[at]!.amps > amps * (1 + 1e-9)) return -1;
  const more = PHASE_COUNTS.some(
    (n) =>
      n > way.phases &&
      n * charger.ampsOn[n] * phaseVolts[1] > way.phases * amps * phaseVolts[1] * (1 + 1e-9),
  );
  return more ? links.findIndex((link) => link !== charger && link.phases <= way.phases) : -1;
}

/** Whether a link is narrower than another one further on: by amps, then by what it would let through alone. */
const narrower = (ceilings: readonly Ceiling[], i: number, j: number): boolean => {
  const [a, b] = [ceilings[i]!, ceilings[j]!];
  return a.amps < b.amps || (a.amps === b.amps && (a.watts < b.watts || (a.watts === b.watts && i < j)));
};

/** The narrowest of the links that are wanted; −1 where none is. */
function least(circuit: Circuit, ceilings: readonly Ceiling[], wanted: (link: Link, i: number) => boolean) {
  const { links } = circuit;
  let found = -1;
  for (let i = 0; i < links.length; i++)
    if (wanted(links[i]!, i) && (found < 0 || narrower(ceilings, i, found))) found = i;
  return found;
}

/** The link of a kind; −1 where there is none. */
function placeOf(links: readonly Link[], kind: LinkKind): number {
  for (let i = 0; i < links.length; i++) if (links[i]!.kind === kind) return i;
  return -1;
}

/**
 * Which link binds. Links that limit are ordered by amps, then by what each would let through alone, then in walking
 * order; one that should hold less binds where somebody has set the current lower for it.
 * @param battery whether the battery takes less than the path would bring at this moment
 * @example circuit.links[bindingOf(circuit, moment.flow, moment.ceilings, false).binding]?.kind // "cable"
 */
export function bindingOf(
  circuit: Circuit,
  flow: Flow,
  ceilings: readonly Ceiling[],
  battery: boolean,
): Binding {
  const { links, setting } = circuit;
  if (battery) return { binding: placeOf(links, "battery"), because: "amps" };
  if (setting !== null && flow.amps >= setting.amps * (1 - 1e-9))
    return { binding: least(circuit, ceilings, ({ role }) => role === "holds"), because: "holds" };
  if (flow.boundBy === "sag") return { binding: mostOhms(links), because: "sag" };
  // Where battery and cap meet they are equal but for rounding: the cap's own link is named.
  if (flow.boundBy === "cap")
    return { binding: placeOf(links, circuit.sign > 0 ? "charger" : "evse"), because: "cap" };
  const blocker = withholder(circuit, flow, ceilings);
  if (blocker >= 0) return { binding: blocker, because: "phases" };
  // Of links that are equally narrow the car's own charger is named, as nothing before it would help; else the first
  // on the way, be it one that limits or one that should hold.
  const limiting = least(circuit, ceilings, ({ role }) => role === "limits");
  const most = ceilings[limiting]!.amps;
  const ties = (i: number) => Math.abs(ceilings[i]!.amps - most) <= 1e-9 * most;
  const charger = placeOf(links, "charger");
  return {
    binding: charger >= 0 && ties(charger) ? charger : links.findIndex((_, i) => ties(i)),
    because: "amps",
  };
}

/**
 * Which link binds and which comes next: the narrowest of those that do not already carry more than they should.
 * @example circuit.links[narrowestOf(circuit, moment.flow, moment.ceilings, false).runnerUp]?.kind // "circuit"
 */
export function narrowestOf(
  circuit: Circuit,
  flow: Flow,
  ceilings: readonly Ceiling[],
  battery: boolean,
): Narrowest {
  const { binding, because } = bindingOf(circuit, flow, ceilings, battery);
  // What more flows through than it should hold is named by the cautions, not as what comes next.
  const next = least(
    circuit,
    ceilings,
    (_, i) => i !== binding && ceilings[i]!.amps >= flow.amps * (1 - 1e-9),
  );
  return { binding, runnerUp: next < 0 ? binding : next, because };
}
