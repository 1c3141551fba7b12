import { fixedAmps } from "../../trade/conductors";
import { outletType } from "../../trade/outlets";
import { phasesAt } from "../../things/parts";
import {
  circuitAmps,
  gaugeText,
  leadAmps,
  LINK_WORDS,
  plugInUse,
  typeAtLead,
  typeAtOutlet,
  type ChargingPath,
} from "../../engine/path";
import { supplySystem } from "../../trade/supply";
import type { Amps } from "../../trade/units";
import { above, ampsWord as a, type Caution, type Rule } from "./caution";
import { withArticle } from "../../trade/units";

const LOWER = "Lower the current in the car or on the unit before you plug in.";

/** Nothing in a socket limits the current: the car pulls what unit, cable and charger allow. */
function outletAt(amps: Amps, path: ChargingPath): Caution | undefined {
  const { outlet, houseRule } = path;
  if (outlet.kind !== "socket") return undefined;
  const { name, ratedAmps, sustained } = outletType(typeAtOutlet(path, outlet.type));
  if (above(amps, ratedAmps))
    return {
      code: "outlet-over-rating",
      severity: "stop",
      what: `The car would pull ${a(amps)} from ${withArticle(`${ratedAmps} A outlet`)}.`,
      why: `${name} is made for ${ratedAmps} A; the socket itself limits nothing.`,
      todo: `${LOWER} ${a(sustained[houseRule])} is what your house rule allows here.`,
    };
  return above(amps, sustained[houseRule])
    ? {
        code: "outlet-over-sustained",
        severity: "careful",
        amount: amps / sustained[houseRule],
        what: `The car would pull ${a(amps)} for hours; this outlet should hold ${a(sustained[houseRule])}.`,
        why: `${name}: ${ratedAmps} A is moulded on it, ${a(sustained[houseRule])} is the ${houseRule} house rule for hours. Nothing in it holds the current down.`,
        todo: LOWER,
      }
    : undefined;
}

function breakerAt(amps: Amps, { outlet }: ChargingPath): Caution | undefined {
  const { breakerAmps, otherLoadAmps } = outlet.circuit;
  const share = supplySystem(outlet.supply.system).continuousShare;
  const total = amps + otherLoadAmps;
  const others = otherLoadAmps > 0 ? ` with ${a(otherLoadAmps)} of other loads` : "";
  if (above(total, breakerAmps))
    return {
      code: "breaker-over-rating",
      severity: "stop",
      what: `The car would pull ${a(amps)}${others} on ${withArticle(`${breakerAmps} A breaker`)}.`,
      why: `${a(total)} is above the breaker's ${breakerAmps} A: it will trip, or the wiring runs hot until it does.`,
      todo: LOWER,
    };
  return above(total, breakerAmps * share)
    ? {
        code: "breaker-over-continuous",
        severity: "careful",
        amount: total / breakerAmps,
        what: `The car would pull ${a(amps)}${others}; this circuit should hold ${a(circuitAmps(outlet))} for hours.`,
        why: `A load of hours may take ${share * 100} % of the breaker (NEC 625.41, 210.19).`,
        todo: LOWER,
      }
    : undefined;
}

/** House wiring is judged by the best usual way of laying it, so that sound wiring is never called unsound. */
function conductorAt(amps: Amps, { outlet }: ChargingPath): Caution | undefined {
  const { run, otherLoadAmps } = outlet.circuit;
  if (!run) return undefined;
  const carries = fixedAmps(run.gauge, phasesAt(outlet).phases, "kind");
  const share = supplySystem(outlet.supply.system).continuousShare;
  const total = amps + otherLoadAmps;
  const what = `${a(total)} through a run of ${gaugeText(run.gauge)}.`;
  if (above(total, carries))
    return {
      code: "conductor-over",
      severity: "stop",
      what,
      why: `Laid as well as is usual, it carries ${a(carries)} for hours; the wire in the wall gets hot.`,
      todo: `${LOWER} Have a licensed electrician look at the run and its breaker.`,
    };
  return above(total, carries * share)
    ? {
        code: "conductor-over-continuous",
        severity: "careful",
        amount: total / carries,
        what,
        why: `Laid as well as is usual, it carries ${a(carries)}; a load of hours may take ${share * 100} % of that (NEC 210.19).`,
        todo: `${LOWER} ${a(share * carries)} is what this run should carry for hours, other loads included.`,
      }
    : undefined;
}

/** A plug the unit does not know of limits nothing. */
function plugAt(amps: Amps, path: ChargingPath): Caution | undefined {
  const plug = plugInUse(path);
  return plug && above(amps, plug.amps)
    ? {
        code: "plug-over-rating",
        severity: "stop",
        what: `The car would pull ${a(amps)} through a plug made for ${a(plug.amps)}.`,
        why: "The unit does not know this plug and offers more than it holds.",
        todo: LOWER,
      }
    : undefined;
}

function leadAt(amps: Amps, path: ChargingPath): Caution | undefined {
  const { lead } = path;
  if (!lead || !above(amps, leadAmps(path))) return undefined;
  const socket = outletType(typeAtLead(path));
  const moulded = Math.min(lead.amps, socket.ratedAmps);
  return above(amps, moulded) || leadAmps(path) < socket.sustained[path.houseRule]
    ? {
        code: "lead-over-rating",
        severity: "stop",
        what: `The car would pull ${a(amps)} through a lead for ${a(Math.min(leadAmps(path), moulded))}.`,
        why: "The lead limits nothing; it only gets hot.",
        todo: LOWER,
      }
    : {
        code: "lead-over-sustained",
        severity: "careful",
        amount: amps / leadAmps(path),
        what: `The car would pull ${a(amps)} for hours; the lead's ${socket.name} socket should hold ${a(leadAmps(path))}.`,
        why: `${socket.ratedAmps} A is moulded on it, for minutes to an hour or two.`,
        todo: LOWER,
      };
}

const adapterAt = (amps: Amps, { adapter }: ChargingPath): Caution | undefined =>
  adapter && above(amps, adapter.amps)
    ? {
        code: "adapter-below-path",
        severity: "stop",
        what: `The car would pull ${a(amps)} through an adapter rated ${a(adapter.amps)}.`,
        why: "An adapter limits nothing; it only gets hot.",
        todo: "Lower the current, or take an adapter rated for the path.",
      }
    : undefined;

const PARTS = [outletAt, breakerAt, conductorAt, plugAt, leadAt, adapterAt] as const;

const overdrawnAt = (amps: Amps, path: ChargingPath): Caution[] =>
  PARTS.map((part) => part(amps, path)).filter((caution) => caution !== undefined);

/** What really flows through parts that should not carry it. */
const overdrawn: Rule = ({ path, amps, direct }) => (direct ? undefined : overdrawnAt(amps, path));

/** A setting somebody has to make: what it is, who makes it, and what happens if nobody does. */
const setLower: Rule = ({ path, flowing }) => {
  const setting = flowing?.circuit.setting;
  if (!flowing || !setting) return undefined;
  const { pulls, holds } = flowing.circuit;
  const untouched = overdrawnAt(pulls, path);
  const worst = untouched.find((caution) => caution.severity === "stop") ?? untouched[0];
  const by = setting.by === "evse" ? path.evse.name : `the car, ${path.car.name},`;
  const narrow = flowing.circuit.links.reduce((least, link) =>
    link.role === "holds" && link.ampsOn[1] < least.ampsOn[1] ? link : least,
  );
  return {
    code: "set-lower",
    severity: worst?.severity === "stop" ? "careful" : "note",
    amount: pulls / holds,
    what: `Set ${by} to ${a(setting.amps)} before you plug in: the figures count on it.`,
    why: `Left untouched it would pull ${a(pulls)}; the ${LINK_WORDS[narrow.kind]} should hold ${a(holds)}. ${worst?.what ?? ""}`.trim(),
    todo: `Make sure the setting stays: some ${setting.by === "evse" ? "units" : "cars"} forget it when they are unplugged.`,
  };
};

/** Rules about more current than a part should carry. */
export const OVERDRAWN_RULES: readonly Rule[] = [overdrawn, setLower];
