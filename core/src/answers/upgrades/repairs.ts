import { breakerUpTo, largestBreakerFor } from "../../trade/conductors";
import { hasEarth, outletType } from "../../trade/outlets";
import { phasesAt, relaid, type Outlet, type PieceState } from "../../things/parts";
import type { Plan } from "../../engine/plan";
import { tradeOf } from "../../trade/sizes";
import type { Change } from "./change";
import { withArticle } from "../../trade/units";

/** A new outlet of the same type in an old one's place; in the weather, one that is made for it. */
export function renewed(outlet: Outlet): { outlet: Outlet; what: string } {
  const weather = outlet.exposed ? "weatherproof " : "";
  if (outlet.kind === "hardwired")
    return {
      outlet: { ...outlet, condition: "sound", exposed: false, circuit: relaid(outlet.circuit) },
      what: `the connections of ${outlet.name} remade${weather && ", and closed against the weather"}`,
    };
  const { name } = outletType(outlet.type);
  return {
    outlet: {
      ...outlet,
      name: `new ${name}`.slice(0, 80),
      condition: "sound",
      exposed: false,
      circuit: relaid(outlet.circuit),
    },
    what: `${outlet.name} replaced by a new ${weather}${name} outlet`,
  };
}

/** A lead as it should be used; undefined where it is. */
function leadInUse({ lead }: Plan): Change | undefined {
  if (!lead || !(lead.coiled || lead.overBlock)) return undefined;
  const what = [
    lead.coiled ? "the lead unwound to its last turn" : "",
    lead.overBlock ? "the block or travel adapter taken out" : "",
  ];
  return {
    what: what.filter(Boolean).join(", and "),
    effort: "habit",
    parts: { lead: { ...lead, coiled: false, overBlock: false } },
  };
}

/** What is worn or wet put right in its place, the run behind it looked at on the way. */
function outletRepaired({ outlet }: Plan): Change | undefined {
  if (outlet.condition !== "worn" && !outlet.exposed) return undefined;
  if (outlet.kind === "socket" && !hasEarth(outlet.type)) return undefined;
  // Old wiring does not become sound by a new outlet.
  if (outlet.condition === "unknown") return undefined;
  const fixed = renewed(outlet);
  return {
    what: `${fixed.what}, the run behind it checked`,
    effort: "repair",
    parts: { outlet: fixed.outlet },
  };
}

/** A breaker that protects the run there is, where the one before it does not. */
function breakerRight({ outlet }: Plan): Change | undefined {
  const { run, breakerAmps } = outlet.circuit;
  if (!run) return undefined;
  const most = largestBreakerFor(run.gauge, phasesAt(outlet).phases, "strict");
  const amps = breakerUpTo(most, tradeOf(outlet.supply.system));
  if (amps === undefined || amps >= breakerAmps) return undefined;
  return {
    what: `${withArticle(`${amps} A breaker`)} put before the run there is`,
    effort: "repair",
    parts: { outlet: { ...outlet, circuit: { ...outlet.circuit, breakerAmps: amps } } },
  };
}

/** Whether a piece must not be used as it is. */
const unfit = (piece: { readonly state?: PieceState | undefined } | null | undefined): boolean =>
  (piece?.state?.wear?.length ?? 0) > 0 || piece?.state?.tested?.result === "faulty";
const anew = <P extends { readonly state?: PieceState | undefined }>({ state: _, ...piece }: P): P =>
  piece as P;

/** Every piece that must not be used as it is, replaced by a sound one of its kind. */
function piecesReplaced({ lead, evse, cable, adapter }: Plan): Change | undefined {
  const fixed = evse.kind === "rapid" || evse.kind === "post";
  const parts: Change["parts"] = {
    ...(lead && unfit(lead) ? { lead: anew(lead) } : {}),
    ...(unfit(evse) && !fixed ? { evse: anew(evse) } : {}),
    ...(cable && unfit(cable) ? { cable: anew(cable) } : {}),
    ...(adapter && unfit(adapter) ? { adapter: anew(adapter) } : {}),
  };
  const names = Object.values(parts).map((piece) => (piece as { name: string }).name);
  return names.length === 0
    ? undefined
    : { what: `${names.join(" and ")} replaced by a sound one of its kind`, effort: "repair", parts };
}

/** What stops a path, put right: a lead used as it should be, a worn or wet outlet replaced, a breaker that protects. */
export const repairChanges = (plan: Plan): Change[] =>
  (plan.evse.kind === "rapid" || plan.evse.kind === "post"
    ? [piecesReplaced(plan)]
    : [leadInUse(plan), piecesReplaced(plan), outletRepaired(plan), breakerRight(plan)]
  ).filter((change) => change !== undefined);
