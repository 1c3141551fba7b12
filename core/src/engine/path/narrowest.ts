import type { Amps, Volts } from "../../trade/units";
import type { Circuit } from "./circuit";
import { ampsForPower, type Flow } from "./flow";
import { PHASE_COUNTS } from "./phases";
import type { Link } from "./link";

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
  let most = 0;
  for (const n of PHASE_COUNTS) most = Math.max(most, n * circuit.phaseVolts[n] * link.ampsOn[n]);
  const amps = link.ampsOn[way.phases];
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

/** The ceiling of every link of a circuit at one moment, in walking order. */
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

/** Which link binds, which one would next, and why the binding one does. */
export interface Narrowest {
  /** Index of the narrowest link, and of the next. */
  readonly binding: number;
  readonly runnerUp: number;
  readonly because: Because;
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

/**
 * Which link binds and which comes next. Links that limit are ordered by amps, then by what each would let through
 * alone, then in walking order; one that should hold less binds where somebody has set the current lower for it.
 * @param battery whether the battery takes less than the path would bring at this moment
 */
export function narrowestOf(
  circuit: Circuit,
  flow: Flow,
  ceilings: readonly Ceiling[],
  battery: boolean,
): Narrowest {
  const { links } = circuit;
  const held = circuit.setting !== null && flow.amps >= circuit.setting.amps * (1 - 1e-9);
  // Every point of a field asks: one pass for each question costs less than putting the links in order.
  const least = (wanted: (i: number) => boolean): number => {
    let found = -1;
    for (let i = 0; i < links.length; i++)
      if (wanted(i) && (found < 0 || narrower(ceilings, i, found))) found = i;
    return found;
  };
  // What more flows through than it should hold is named by the cautions, not as what comes next.
  const next = (binding: number) => {
    const found = least((i) => i !== binding && ceilings[i]!.amps >= flow.amps * (1 - 1e-9));
    return found < 0 ? binding : found;
  };
  const first = (binding: number, because: Because): Narrowest => ({
    binding,
    runnerUp: next(binding),
    because,
  });
  if (battery)
    return first(
      links.findIndex((l) => l.kind === "battery"),
      "amps",
    );
  if (held)
    return first(
      least((i) => links[i]!.role === "holds"),
      "holds",
    );
  if (flow.boundBy === "sag") return first(mostOhms(links), "sag");
  const limiting = least((i) => links[i]!.role === "limits");
  // Where battery and cap meet they are equal but for rounding: the cap's own link is named.
  if (flow.boundBy === "cap")
    return first(
      links.findIndex(({ kind }) => kind === (circuit.sign > 0 ? "charger" : "evse")),
      "cap",
    );
  const blocker = withholder(circuit, flow, ceilings);
  if (blocker >= 0) return first(blocker, "phases");
  // Of links that are equally narrow the car's own charger is named, as nothing before it would help; else the first
  // on the way, be it one that limits or one that should hold.
  const most = ceilings[limiting]!.amps;
  const ties = (i: number) => Math.abs(ceilings[i]!.amps - most) <= 1e-9 * most;
  const charger = links.findIndex(({ kind }, i) => kind === "charger" && ties(i));
  return first(charger >= 0 ? charger : links.findIndex((_, i) => ties(i)), "amps");
}
