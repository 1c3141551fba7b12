import { feedOf, hasContactsFor, hasEarth, type OutletTypeId } from "../../trade/outlets";
import { phasesAt, tapIdOf, type Lead, type Outlet } from "../../things/parts";
import { tapOf, type Tap, type TapVolts } from "../../trade/supply";
import type { ChargingPath } from "./describe";

/** What reaches the charging unit through outlet and lead. */
export interface Feed {
  readonly live: TapVolts;
  /** The plugs and sockets it came through, outlet first; none for a unit that is wired in. */
  readonly types: readonly OutletTypeId[];
  /** Protective earth is there all the way. */
  readonly earth: boolean;
}

/** Taps that a lead can take from another: a neutral and one line out of three, or one leg out of two. */
const WITHIN: Readonly<Record<Tap, readonly Tap[]>> = {
  single: ["single"],
  high: ["high", "single"],
  three: ["three", "single"],
};

/**
 * The tap at a lead's socket: each type brings the volts of its own standard. Undefined where outlet and plug cannot
 * give them: no lead makes three phases out of one, 240 V out of 120, or a neutral that its plug has no contact for.
 * @example leadTap(overReel.outlet, overReel.lead) // "single"
 */
export function leadTap(outlet: Outlet, lead: Lead): Tap | undefined {
  const { system } = outlet.supply;
  const from = tapIdOf(outlet)!;
  const to = feedOf(lead.socket, system)?.tap;
  if (!to || !WITHIN[from].includes(to)) return undefined;
  return hasContactsFor(lead.plug, tapOf(system, to)!) ? to : undefined;
}

/**
 * What reaches the unit. The parts must fit together ({@link fitProblem}).
 * @example feedAt(path).live.volts // 230
 */
export function feedAt({ outlet, lead }: Pick<ChargingPath, "outlet" | "lead">): Feed {
  const at = phasesAt(outlet);
  const types: OutletTypeId[] = outlet.kind === "socket" ? [outlet.type] : [];
  if (lead) types.push(lead.plug, lead.socket);
  const earth = types.every(hasEarth);
  const tap = lead && leadTap(outlet, lead);
  if (!lead || tap === tapIdOf(outlet)) return { live: at, types, earth };
  const nominal = tapOf(outlet.supply.system, tap!)!;
  // A voltage measured at the outlet says how far off the supply is, on whichever tap it was measured.
  const own = tapOf(outlet.supply.system, tapIdOf(outlet)!)!;
  return { live: { ...nominal, volts: (nominal.volts * at.volts) / own.volts }, types, earth };
}
