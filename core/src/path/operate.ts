import { lanesAt } from "../parts";
import { MIN_AMPS } from "../signals";
import { watts, type Amps, type Ohms, type Volts, type Watts } from "../units";
import type { ChargingPath } from "./describe";
import { fitProblem } from "./fit";
import { bestLanes, ceilingOf, CONDUCTORS, type BoundBy, type LaneCount, type LanePoint } from "./lanes";
import { LINK_WORDS, type FlowingLink, type Link, type LinkKind } from "./link";
import { linksOf } from "./links";
import type { PathField, Refusal } from "./refusal";

/** What flows once everything is plugged in and the battery takes all it is given. */
export interface OperatingPoint {
  readonly current: "AC" | "DC";
  readonly volts: Volts;
  readonly lanes: LaneCount;
  readonly conductors: 2 | 3;
  readonly amps: Amps;
  /** Sum of the one-way resistances of all links. */
  readonly ohms: Ohms;
  readonly dropVolts: Volts;
  /** From the outlet's side of the path, without the unit's standing draw. */
  readonly drawnW: Watts;
  readonly inletW: Watts;
  readonly links: readonly FlowingLink[];
  /** Index in `links` of the narrowest link. */
  readonly binding: number;
  /** Index of the next narrowest. */
  readonly runnerUp: number;
  readonly boundBy: BoundBy;
  /** Live lanes at the outlet. */
  readonly liveLanes: 1 | 3;
}

/**
 * The operating point of an AC path:
 * I = least amps over the links on the lanes in use (6 A or nothing), lowered to the charger's kW cap and to the
 * voltage the inlet needs; ΔU = I·R (both conductors for one lane, one for balanced three); P = n·(U − ΔU)·I.
 * @returns the point, or why nothing flows and what to change
 */
export function operate(path: ChargingPath): OperatingPoint | Refusal {
  const misfit = fitProblem(path);
  if (misfit) return misfit;

  const live = lanesAt(path.outlet);
  const links = linksOf(path);
  let ohms = 0;
  for (const link of links) ohms += link.ohms;
  const { capW } = path.car.charger;
  const point = bestLanes(links, live, ohms, capW);
  if (!point) return noLanes(links, live.lanes);
  if (point.amps < MIN_AMPS) return belowSix(links, point);

  const { lanes, volts, amps } = point;
  const conductors = CONDUCTORS[lanes];
  const flowing = links.map((link): FlowingLink => {
    const cap = link.kind === "charger" && capW !== undefined ? capW : Infinity;
    // Written out rather than spread: this runs for every link of every solve of a sweep.
    return {
      kind: link.kind,
      name: link.name,
      lanes: link.lanes,
      ampsOn: link.ampsOn,
      why: link.why,
      source: link.source,
      ohms: link.ohms,
      ceilingAmps: link.ampsOn[lanes],
      ceilingW: watts(Math.min(ceilingOf(link, live), cap)),
      lossW: watts(conductors * amps * amps * link.ohms),
    };
  });
  const { order, boundBy } = narrowest(flowing, point, live.lanes);
  return {
    current: "AC",
    volts,
    lanes,
    conductors,
    amps,
    ohms,
    dropVolts: (conductors * amps * ohms) / lanes,
    drawnW: watts(lanes * volts * amps),
    inletW: point.inletW,
    links: flowing,
    binding: order[0]!,
    runnerUp: order[1]!,
    boundBy,
    liveLanes: live.lanes,
  };
}

/** Whether a result is a refusal. */
export const isRefusal = (result: object): result is Refusal => "remedy" in result;

/**
 * Links from the narrowest up: by amps on the lanes in use, then by what each would let through alone, then in
 * walking order. A cap binds at the charger, a sag at the link with most resistance. Where the charger is at its
 * amps but would take more lanes at more power, the link that withholds the lanes is the narrow one.
 */
function narrowest(links: readonly FlowingLink[], point: LanePoint, liveLanes: number) {
  const order = links
    .map((_, i) => i)
    .sort((a, b) => {
      const [l, r] = [links[a]!, links[b]!];
      return l.ceilingAmps - r.ceilingAmps || l.ceilingW - r.ceilingW || a - b;
    });
  const first = (i: number, boundBy: BoundBy) => ({ order: [i, ...order.filter((j) => j !== i)], boundBy });
  const last = links.length - 1;
  if (point.boundBy === "charger-cap") return first(last, "charger-cap");
  if (point.boundBy === "voltage-sag") return first(mostOhms(links), "voltage-sag");
  const charger = links[last]!;
  if (charger.ceilingAmps === point.amps && charger.ceilingW > point.lanes * point.volts * point.amps) {
    const blocker = links.findIndex((l) => l !== charger && l.lanes <= point.lanes && l.lanes < liveLanes);
    if (blocker >= 0) return first(blocker, "lanes");
  }
  return { order, boundBy: point.boundBy };
}

const mostOhms = (links: readonly Link[]): number =>
  links.reduce((worst, link, i) => (link.ohms > links[worst]!.ohms ? i : worst), 0);

/** The part of the setting a link belongs to. */
const FIELD_OF: Record<LinkKind, PathField> = {
  circuit: "outlet",
  outlet: "outlet",
  lead: "lead",
  unit: "unit",
  cable: "cable",
  adapter: "adapter",
  inlet: "car",
  charger: "car",
  battery: "car",
};

function belowSix(links: readonly Link[], { lanes, amps, boundBy }: LanePoint): Refusal {
  const narrow =
    boundBy === "voltage-sag"
      ? links[mostOhms(links)]!
      : links.reduce((least, link) => (link.ampsOn[lanes] < least.ampsOn[lanes] ? link : least));
  const figure = Math.round(amps * 10) / 10;
  const because = boundBy === "voltage-sag" ? " before the voltage sags too far" : "";
  return {
    field: FIELD_OF[narrow.kind],
    code: "below-six-amps",
    message: `The ${LINK_WORDS[narrow.kind]} leaves ${figure} A${because}, and a car needs at least ${MIN_AMPS} A: it does not charge.`,
    remedy: `Raise it to ${MIN_AMPS} A or more, or take another way in.`,
  };
}

function noLanes(links: readonly Link[], live: number): Refusal {
  const shut = links.find((link) => link.ampsOn[1] <= 0 && link.kind !== "charger");
  if (shut) return belowSix(links, { lanes: 1, amps: 0, boundBy: "amps", volts: 0, inletW: watts(0) });
  const charger = links.at(-1)!;
  return {
    field: "car",
    code: "no-common-lanes",
    message: `The onboard charger of ${charger.name} works on ${charger.lanes} lanes; this path brings ${live}.`,
    remedy: "Take an outlet and a cable with as many phases as the charger needs.",
  };
}
