import { outletType } from "../../trade/outlets";
import { leadOhms, lineVolts, phasesAt, schoolOf, type Lead } from "../../things/parts";
import { leadHeat } from "../steps";
import { ampsWord as a, type Caution, type Rule } from "./caution";

/** Current above which a household lead should not be used for hours (common practice). */
const LEAD_AMPS = 8;
/** … and above which a heavy, short and unrolled one should not, for those who hold with that school. */
const HEAVY_AMPS = 10;
/** Most metres and ohms a kilometre of a conductor, warm, of such a lead: 2.5 mm² or 12 AWG. */
const HEAVY = { lengthM: 10, ohmsPerKm: 8.6 };

/** Whether a lead is one that may carry 10 A for those who hold with it. */
const isHeavy = (lead: Lead): boolean =>
  !lead.coiled &&
  !lead.chained &&
  !lead.overBlock &&
  lead.lengthM <= HEAVY.lengthM &&
  (leadOhms(lead, 1) / lead.lengthM) * 1000 <= HEAVY.ohmsPerKm;

const misused: Rule = ({ path: { lead, schools }, flowing, amps }) => {
  if (!lead) return undefined;
  const heat = flowing && leadHeat(lead, amps, flowing.moment.flow.way.phases);
  const warmth = heat === undefined ? "" : ` It gives off ${heat.toFixed(1)} W a metre.`;
  const found: Caution[] = [];
  if (lead.coiled)
    found.push({
      code: "lead-coiled",
      severity: "stop",
      what: `The ${lead.name} is used coiled.`,
      why: `A coil cannot shed its heat.${warmth}`,
      todo: "Unwind it to the last turn before you charge.",
    });
  if (lead.chained)
    found.push({
      code: "lead-chained",
      severity: "stop",
      what: `The ${lead.name} is joined from several leads.`,
      why: "Every joint is another contact that heats, and the fault protection may no longer act in time.",
      todo: "Use one lead that is long enough, or none.",
    });
  if (lead.overBlock)
    found.push({
      code: "lead-over-block",
      severity: "stop",
      what: "There is a block or travel adapter in between.",
      why: "They are not made for hours of load.",
      todo: "Take it out.",
    });
  const industrial = outletType(lead.plug).industrial && outletType(lead.socket).industrial;
  const most = schoolOf(schools, "leads") === "heavy" && isHeavy(lead) ? HEAVY_AMPS : LEAD_AMPS;
  const over = !industrial && amps > most;
  found.push({
    code: over ? "lead-over-eight" : "lead-used",
    severity: over ? "careful" : "note",
    amount: amps,
    what: over ? `An extension lead at ${a(amps)}.` : "An extension lead is in use.",
    why: `Extension leads are not recommended for charging.${warmth}`,
    todo: `If you must: one only, heavy, fully unwound, dry, at ${most} A or less${industrial ? " if it is not an industrial one" : ""}, and feel it for warmth. A window left ajar for it is an open house.`,
  });
  return found;
};

/** A lead that ends in another type changes volts, amps and earth with it, and the breaker no longer knows its socket. */
const changesType: Rule = ({ path: { lead, outlet }, amps }) => {
  if (!lead || lead.plug === lead.socket) return undefined;
  const [plug, socket] = [outletType(lead.plug), outletType(lead.socket)];
  const { breakerAmps } = outlet.circuit;
  const dead = socket.conductors
    .filter((c) => (c === "N" || c === "PE") && !plug.conductors.includes(c))
    .map((c) => (c === "N" ? "the neutral" : "earth"));
  const unprotected = breakerAmps > socket.ratedAmps;
  return {
    code: "lead-changes-type",
    severity: unprotected ? "stop" : "careful",
    amount: amps,
    what: `The lead turns ${plug.name} into ${socket.name}.`,
    why: unprotected
      ? `A ${breakerAmps} A breaker lets more through than the ${socket.ratedAmps} A socket at its end can carry, and nothing between protects it.`
      : `With the type, volts, amps and earth change; neither outlet nor unit can see it.${dead.length > 0 ? ` ${socket.name} has a contact for ${dead.join(" and ")} that nothing is behind.` : ""}`,
    todo: "Use an outlet of the unit's own type, fitted by a licensed electrician.",
  };
};

/** Times its rated current at which a breaker trips at once (type B, IEC 60898-1; fuses much the same, from memory). */
const TRIPS_AT = 5;

/** A long thin lead lets too little through in a fault for what protects it to trip at once. */
const faultTooWeak: Rule = ({ path: { lead, outlet } }) => {
  if (!lead) return undefined;
  const protects = Math.min(outlet.circuit.breakerAmps, outletType(lead.plug).fuseAmps ?? Infinity);
  const flows = lineVolts(phasesAt(outlet)) / (2 * leadOhms(lead, 1));
  const needed = TRIPS_AT * protects;
  return flows < needed
    ? {
        code: "fault-too-weak",
        severity: "careful",
        amount: needed / flows,
        what: `In a short circuit at the end of ${lead.name} no more than ${a(flows)} would flow.`,
        why: `What protects it (${a(protects)}) trips at once from about ${a(needed)} on (IEC 60364-4-41, from memory); below that the lead heats until it does. The house wiring takes its own share off that.`,
        todo: "Take a shorter or a heavier lead. Residual-current protection before it cuts off a fault to earth all the same.",
      }
    : undefined;
};

/** Rules about extension leads. */
export const LEAD_RULES: readonly Rule[] = [misused, changesType, faultTooWeak];
