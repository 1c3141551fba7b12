import {
  ampacitySource,
  cordAmps,
  gaugeArea,
  largestBreakerFor,
  breakerFrom,
  breakerUpTo,
  type BreakerSizes,
  type FixedGauge,
} from "../../trade/conductors";
import { outletType } from "../../trade/outlets";
import { phasesAt, type Outlet } from "../../things/parts";
import { gaugeText } from "../../engine/path";
import { tradeOf } from "../../trade/sizes";
import type { Amps } from "../../trade/units";
import { above, ampsWord as a, type Caution, type Rule } from "./caution";

/**
 * The breaker protects the conductor: what the load draws ≤ the breaker ≤ what the conductor carries
 * (IEC 60364-4-43; NEC 240.4). It is judged whatever flows today, as the breaker lets anything up to it through.
 */

/** Conductors of a British ring, of which each end carries part of the load (BS 7671 433.1.204, from memory). */
const RING = { breakerAmps: 32, mm2: 2.5 } as const;

const isRing = (outlet: Outlet, gauge: FixedGauge): boolean =>
  outlet.kind === "socket" &&
  outletType(outlet.type).ring === true &&
  outlet.circuit.breakerAmps <= RING.breakerAmps &&
  gaugeArea(gauge) >= RING.mm2;

/** Share by which IEC tables, recalled and for two ways of laying, may be passed before it is no longer a matter of them. */
const IEC_MARGIN = 1.1;

/** Largest breaker that a kinder reading might still allow: the next size made (NEC 240.4(B)), or the table's own margin. */
function mostArguable(gauge: FixedGauge, phases: number, trade: BreakerSizes): Amps {
  const allowed = largestBreakerFor(gauge, phases, "kind");
  if (trade === "iec") return allowed * IEC_MARGIN;
  // Small conductors have a breaker of their own and no next size (NEC 240.4(D)).
  return gauge.endsWith("AWG") && allowed <= 30 ? allowed : breakerFrom(allowed, trade);
}

/** A breaker above what the run behind it carries. */
const overConductor: Rule = ({ path: { outlet }, direct }) => {
  const { run, breakerAmps } = outlet.circuit;
  if (!run || direct) return undefined;
  const { phases } = phasesAt(outlet);
  const allowed = largestBreakerFor(run.gauge, phases, "kind");
  if (!above(breakerAmps, allowed)) return undefined;
  const told = { code: "breaker-over-conductor", amount: breakerAmps / allowed } as const;
  const what = `A ${a(breakerAmps)} breaker before a run of ${gaugeText(run.gauge)}.`;
  if (isRing(outlet, run.gauge))
    return {
      ...told,
      severity: "note",
      what,
      why: `It protects that size only where the sockets stand on a ring, fed from both ends (BS 7671 433.1, from memory); a branch off it carries ${a(allowed)} at most.`,
      todo: "Have it tested once that the ring is whole, and that this socket is on it.",
    };
  const trade = tradeOf(outlet.supply.system);
  const rule = trade === "nec" ? "NEC 240.4" : "IEC 60364-4-43";
  const right = breakerUpTo(allowed, trade);
  return {
    ...told,
    severity: above(breakerAmps, mostArguable(run.gauge, phases, trade)) ? "stop" : "careful",
    what,
    why: `That conductor carries ${a(allowed)}, laid as well as is usual, and the breaker may not be above that (${rule}; ${ampacitySource(run.gauge).name}, from memory): in a fault, or under other loads, the wire in the wall burns before the breaker trips.`,
    todo: `Have a licensed electrician ${right === undefined ? "lay a heavier run" : `put ${a(right)} before it, or lay a heavier run`}; do not charge on it until then.`,
  };
};

/** Shares by which a breaker may pass a lead's amps before it is a stop: a household plug carries one known load. */
const LEAD_MARGIN = { household: 2, industrial: 1.1 } as const;

/** A breaker, or the fuse in the plug, above what an extension lead carries. */
const overLead: Rule = ({ path: { lead, outlet } }) => {
  if (!lead) return undefined;
  const plug = outletType(lead.plug);
  const protects = Math.min(outlet.circuit.breakerAmps, plug.fuseAmps ?? Infinity);
  const cord = lead.resistance.by === "conductor" ? cordAmps(lead.resistance.gauge) : undefined;
  const carries = Math.min(lead.amps, cord ?? Infinity);
  if (!above(protects, carries)) return undefined;
  const far = carries * LEAD_MARGIN[plug.industrial ? "industrial" : "household"];
  return {
    code: "breaker-over-lead",
    severity: above(protects, far) ? "stop" : "careful",
    amount: protects / carries,
    what: `Nothing before ${lead.name} trips below ${a(protects)}; the lead carries ${a(carries)}.`,
    why: "A lead is protected by the breaker, or the fuse in its plug, only up to their own amps (IEC 60364-4-43, NEC 240.5): beyond its own it depends on what is plugged into it.",
    todo: "Plug nothing else into it, keep the current within what it carries, or take a heavier lead.",
  };
};

/** Share above what a cord usually carries at which it is no longer a matter of reserve. */
const FAR_OVER = 1.25;

/**
 * A charging cable's code, or its unit, says what it may carry; its copper says what it can. What flows decides how
 * grave it is; what may flow with another car is told all the same.
 */
const thinCable: Rule = ({ path: { cable, evse }, amps, direct }) => {
  const gauge = evse.output.kind === "tethered" ? evse.output.gauge : cable?.gauge;
  const carries = gauge === undefined || direct ? undefined : cordAmps(gauge);
  if (carries === undefined) return undefined;
  const may = evse.output.kind === "tethered" ? evse.maxAmps : Math.min(cable!.amps, evse.maxAmps);
  const most = Math.max(amps, may);
  if (!above(most, carries)) return undefined;
  const flows = above(amps, carries);
  const found: Caution = {
    code: "cable-conductor-thin",
    severity: above(amps, carries * FAR_OVER) ? "stop" : "careful",
    amount: (flows ? amps : most) / carries,
    what: flows
      ? `${a(amps)} through a charging cable of ${gaugeText(gauge!)}.`
      : `A charging cable of ${gaugeText(gauge!)} that is told to carry ${a(most)}.`,
    why: `Cords of that size usually carry ${a(carries)}; thinner copper gets hotter.${flows ? "" : ` This car draws ${a(amps)}; another may draw more.`}`,
    todo: "Check what is printed on the cable; lower the current, or take a heavier one.",
  };
  return found;
};

/** Rules about what protects a conductor. */
export const PROTECTION_RULES: readonly Rule[] = [overConductor, overLead, thinCable];
