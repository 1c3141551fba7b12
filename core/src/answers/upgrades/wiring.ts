import { CONNECTORS } from "../../trade/connectors";
import {
  fixedAmps,
  fixedOhmsPerKm,
  gaugeArea,
  largestBreakerFor,
  oneWayOhms,
  type FixedGauge,
} from "../../trade/conductors";
import { hasEarth, outletType, type OutletTypeId, type Terminals } from "../../trade/outlets";
import { phasesAt, relaid, tapIdOf, threePhasesHere, type Outlet, type Evse } from "../../things/parts";
import { circuitAmps, CONDUCTORS, gaugeText, voltsOn } from "../../engine/path";
import type { Plan } from "../../engine/plan";
import { supplySystem, tapOf, type SupplyId, type Tap, type TapVolts } from "../../trade/supply";
import type { Amps } from "../../trade/units";
import type { Change } from "./change";
import { adapterFor, cableFor, carAmps, carPhases, outputFor } from "./pieces";
import { renewed } from "./repairs";
import {
  LAID,
  NEW_CIRCUITS,
  PORTABLE_AMPS,
  takesConductor,
  tradeOf,
  evseTerminals,
  type NewCircuit,
} from "../../trade/sizes";
import { withArticle } from "../../trade/units";

/** Share of the supply that a new run may lose (common practice). */
const RUN_DROP = 0.03;

/** The share of its volts that a run loses at a current. */
function dropOf(
  gauge: FixedGauge,
  lengthM: number,
  amps: Amps,
  live: TapVolts,
  temperatureC: number,
): number {
  const phases = live.phases;
  const ohms = oneWayOhms(fixedOhmsPerKm(gauge), lengthM, temperatureC);
  return (CONDUCTORS[phases] * amps * ohms) / phases / voltsOn(phases, live)!;
}

/** What a new conductor is laid for: the breaker before it, what is drawn for hours, and the terminals it ends on. */
interface LaidFor {
  readonly breakerAmps: Amps;
  readonly amps: Amps;
  readonly live: TapVolts;
  readonly terminals: Terminals;
}

/** Whether a conductor may stand behind a breaker and carry a load for hours, in the worst usual way of laying. */
export const mayStandBehind = (
  gauge: FixedGauge,
  phases: number,
  system: SupplyId,
  { breakerAmps, amps }: Pick<LaidFor, "breakerAmps" | "amps">,
): boolean =>
  largestBreakerFor(gauge, phases, "strict") >= breakerAmps &&
  fixedAmps(gauge, phases, "strict") * supplySystem(system).continuousShare >= amps - 1e-9;

/**
 * The smallest conductor that may stand behind a breaker, in the worst usual way of laying, and loses no more than 3 %;
 * undefined where the terminals at its end take none that heavy.
 * @example conductorFor(plan, { breakerAmps: 32, amps: 32, live: phasesAt(plan.outlet), terminals: evseTerminals(32) }) // "6 mm2"
 */
export function conductorFor(
  { outlet }: { readonly outlet: Pick<Outlet, "supply" | "circuit"> },
  laidFor: LaidFor,
): FixedGauge | undefined {
  const { run } = outlet.circuit;
  const { system } = outlet.supply;
  const { amps, live, terminals } = laidFor;
  const gauge = LAID[tradeOf(system)].find(
    (size) =>
      mayStandBehind(size, live.phases, system, laidFor) &&
      (!run || dropOf(size, run.lengthM, amps, live, run.temperatureC) <= RUN_DROP),
  );
  return gauge && takesConductor(terminals, gauge) ? gauge : undefined;
}

/** The tap a new circuit is taken from: three phases, or the higher of the voltages one phase can have. */
const tapFor = ({ outlet }: Plan, phases: 1 | 3): Tap =>
  phases === 3 ? "three" : tapOf(outlet.supply.system, "high") ? "high" : "single";

interface Laid {
  readonly outlet: Outlet;
  readonly gauge: FixedGauge;
}

/**
 * A circuit as this household would use it: a unit at an outlet draws no more than its house rule lets the outlet hold.
 * Undefined where no unit is that small.
 */
function byHouseRule({ household }: Plan, circuit: NewCircuit): NewCircuit | undefined {
  if (!circuit.outlet) return circuit;
  const holds = outletType(circuit.outlet).sustained[household.houseRule];
  if (circuit.evseAmps <= holds) return circuit;
  const evseAmps = PORTABLE_AMPS.findLast((amps) => amps <= holds);
  return evseAmps === undefined ? undefined : { ...circuit, evseAmps };
}

/** The outlet, or the wired-in point, at the end of a new circuit. Its length is that of the run there is. */
function laid(plan: Plan, { phases, breakerAmps, evseAmps, outlet: type }: NewCircuit): Laid | undefined {
  const { system, measuredVolts, threePhases } = plan.outlet.supply;
  const tap = tapFor(plan, phases);
  const live = tapOf(system, tap);
  if (!live || (live.delta && !plan.car.charger.delta)) return undefined;
  const terminals = type ? outletType(type).terminals : evseTerminals(evseAmps);
  const gauge = conductorFor(plan, { breakerAmps, amps: evseAmps, live, terminals });
  if (!gauge) return undefined;
  const { run } = plan.outlet.circuit;
  // A measured voltage stays only with the tap it was measured at.
  const same = tapIdOf(plan.outlet) === tap;
  const common = {
    condition: "sound" as const,
    exposed: false,
    supply: {
      system,
      ...(same && measuredVolts !== undefined ? { measuredVolts } : {}),
      ...(threePhases === undefined ? {} : { threePhases }),
    },
    circuit: {
      breakerAmps,
      otherLoadAmps: 0,
      ...(run ? { run: { ...run, gauge } } : {}),
    },
  };
  return {
    gauge,
    outlet: type
      ? { kind: "socket", name: `new ${outletType(type).name}`, type, ...common }
      : { kind: "hardwired", name: "new circuit", tap, ...common },
  };
}

/** A unit for a new circuit: the portable there is where it is strong enough, else one for it; or a wallbox. */
function evseFor(
  plan: Plan,
  { phases, evseAmps, outlet }: NewCircuit,
): { evse: Evse; what: string } | undefined {
  const { evse } = plan;
  if (evse.kind === "rapid") return undefined;
  const ends = CONNECTORS[evse.output.connector];
  const most = Math.min(phases, ends.phases) as 1 | 3;
  if (most < phases) return undefined;
  const common = {
    phases: most,
    maxAmps: evseAmps,
    steps: [],
    standingW: evse.standingW,
    output: outputFor(plan, evseAmps),
  };
  if (!outlet)
    return {
      evse: { ...common, kind: "wallbox", name: `wallbox, ${phases} × ${evseAmps} A` },
      what: `a ${phases === 3 ? "three-phase " : ""}wallbox for ${evseAmps} A`,
    };
  const plug = { type: outlet, amps: evseAmps };
  // What a plug for this outlet lets through is the outlet's full size: the unit itself must be no larger.
  if (evse.kind === "portable" && evse.maxAmps === evseAmps && evse.phases >= phases) {
    const others = evse.plugs.filter((p) => p.type !== outlet);
    const has = others.length < evse.plugs.length;
    const { setAmps: _, setLocked: __, ...open } = evse;
    return {
      evse: { ...open, plugs: [...others, plug], output: common.output },
      what: has ? "the unit you have" : "the plug for it on the unit you have",
    };
  }
  return {
    evse: {
      ...common,
      kind: "portable",
      name: `portable unit, ${phases} × ${evseAmps} A`,
      plugs: [plug],
      knowsPlugs: true,
    },
    what: `a ${phases === 3 ? "three-phase " : ""}portable unit for ${evseAmps} A`,
  };
}

/** An outlet as one asks for it in a shop: a blue 32 A, a NEMA 14-50. */
const outletWord = (id: OutletTypeId): string =>
  withArticle(`${outletType(id).name.replace("IEC 60309 ", "")} outlet`);

function circuitChange(plan: Plan, circuit: NewCircuit): Change | undefined {
  const end = laid(plan, circuit);
  const evse = evseFor(plan, circuit);
  if (!end || !evse) return undefined;
  const cable =
    plan.evse.output.kind === "socket" ? cableFor(plan, circuit.phases, circuit.evseAmps) : undefined;
  const adapter = adapterFor(plan, Math.min(circuit.evseAmps, carAmps(plan)));
  const wiring = circuit.phases === 3 ? "three-phase " : "";
  const size = `${wiring}${circuit.breakerAmps} A circuit in ${gaugeText(end.gauge)}`;
  const more = [cable?.what, adapter?.what].filter((what) => what !== undefined);
  const with_ = circuit.outlet ? `with ${outletWord(circuit.outlet)}, and ${evse.what}` : `with ${evse.what}`;
  const brought = circuit.phases === 3 && !threePhasesHere(plan.outlet);
  const own = [`its own ${size} ${with_}`, ...more].join(", and ");
  return {
    what: brought ? `three phases brought in by the utility, and ${own}` : own,
    effort: circuit.outlet ? "outlet" : "wired",
    ...(brought ? { needs: "three-phases" as const } : {}),
    parts: {
      outlet: end.outlet,
      lead: null,
      evse: evse.evse,
      ...(cable ? { cable: cable.cable } : {}),
      ...(adapter ? { adapter: adapter.adapter } : {}),
      settings: { ...plan.settings, evseAmps: null, carAmps: null },
    },
  };
}

/** The first size that is no smaller than what the car takes, and all below it: more would help nobody. */
function useful(plan: Plan, circuits: readonly NewCircuit[]): NewCircuit[] {
  const amps = (phases: number) =>
    Math.max(
      0,
      ...plan.car.charger.limits.filter((l) => (phases === 3 ? l.phases > 1 : true)).map((l) => l.amps),
    );
  return circuits.filter((circuit) => {
    if (circuit.phases === 3 && carPhases(plan) === 1) return false;
    const takes = amps(circuit.phases);
    const smaller = circuits.filter(
      (c) =>
        c.phases === circuit.phases &&
        (c.outlet !== undefined) === (circuit.outlet !== undefined) &&
        c.evseAmps < circuit.evseAmps,
    );
    return smaller.every((c) => c.evseAmps < takes);
  });
}

/** A stronger unit wired in where one hangs, as far as the circuit holds it. */
function strongerEvse(plan: Plan): Change[] {
  const { evse, outlet } = plan;
  if (evse.kind !== "wallbox" || outlet.kind !== "hardwired") return [];
  const holds = circuitAmps(outlet);
  const live = phasesAt(outlet);
  const { run, breakerAmps, otherLoadAmps } = outlet.circuit;
  // Judged as new work is: the run behind the breaker in the worst usual way of laying, and its terminals.
  const sound = (amps: Amps): boolean =>
    !run ||
    (mayStandBehind(run.gauge, live.phases, outlet.supply.system, {
      breakerAmps,
      amps: amps + otherLoadAmps,
    }) &&
      takesConductor(evseTerminals(amps), run.gauge));
  const sizes = NEW_CIRCUITS[outlet.supply.system].filter(
    (c) => !c.outlet && c.evseAmps <= holds + 1e-9 && sound(c.evseAmps),
  );
  const amps = Math.max(0, ...sizes.map((c) => c.evseAmps));
  const phases = Math.min(live.phases, CONNECTORS[evse.output.connector].phases) as 1 | 3;
  if (amps <= evse.maxAmps && phases <= evse.phases) return [];
  const most = Math.max(amps, Math.min(evse.maxAmps, holds));
  if (!sound(most)) return [];
  const { setAmps: _, setLocked: __, howSet: ___, planned: ____, ...open } = evse;
  const cable = evse.output.kind === "socket" ? cableFor(plan, phases, most) : undefined;
  return [
    {
      what: `a ${phases === 3 && evse.phases === 1 ? "three-phase " : ""}unit for ${most} A on the circuit there is${run ? "" : ", once its run is checked"}${cable ? `, and ${cable.what}` : ""}`,
      effort: "evse",
      parts: {
        evse: {
          ...open,
          name: `wallbox, ${phases} × ${most} A`,
          phases,
          maxAmps: most,
          steps: [],
          output: outputFor(plan, most),
        },
        ...(cable ? { cable: cable.cable } : {}),
        settings: { ...plan.settings, evseAmps: null, carAmps: null },
      },
    },
  ];
}

/** The run there is, renewed in a heavier conductor behind the same breaker; a worn or wet outlet is renewed with it. */
function heavierRun(plan: Plan): Change[] {
  const { outlet, evse } = plan;
  const { run, breakerAmps } = outlet.circuit;
  if (!run) return [];
  const live = phasesAt(outlet);
  const share = supplySystem(outlet.supply.system).continuousShare;
  const gauge = conductorFor(plan, {
    breakerAmps,
    amps: share * breakerAmps,
    live,
    terminals: outlet.kind === "socket" ? outletType(outlet.type).terminals : evseTerminals(evse.maxAmps),
  });
  if (!gauge || gaugeArea(gauge) <= gaugeArea(run.gauge)) return [];
  if (outlet.kind === "socket" && !hasEarth(outlet.type)) return [];
  const circuit = { ...relaid(outlet.circuit), run: { ...run, gauge } };
  const what = `the run renewed in ${gaugeText(gauge)}`;
  if (outlet.condition === "sound" && !outlet.exposed)
    return [{ what, effort: "outlet", parts: { outlet: { ...outlet, circuit } } }];
  const fixed = renewed(outlet);
  return [
    { what: `${what}, and ${fixed.what}`, effort: "outlet", parts: { outlet: { ...fixed.outlet, circuit } } },
  ];
}

/** Another public post, on as many phases and amps as posts have where this one stands. */
function otherPosts(plan: Plan): Change[] {
  const { evse, outlet } = plan;
  if (evse.kind !== "post") return [];
  return useful(
    plan,
    NEW_CIRCUITS[outlet.supply.system].filter((c) => !c.outlet),
  ).flatMap((circuit): Change[] => {
    const end = laid(plan, circuit);
    const fixed = evseFor(plan, circuit);
    if (!end || !fixed) return [];
    const cable =
      evse.output.kind === "socket" ? cableFor(plan, circuit.phases, circuit.evseAmps) : undefined;
    const adapter = adapterFor(plan, Math.min(circuit.evseAmps, carAmps(plan)));
    const wiring = circuit.phases === 3 ? "three phases" : "one phase";
    const more = [cable?.what, adapter?.what].filter((what) => what !== undefined);
    return [
      {
        what: [`another post: ${wiring}, ${circuit.evseAmps} A`, ...more].join(", and "),
        effort: "elsewhere",
        parts: {
          outlet: { ...end.outlet, name: "another bay" },
          evse: {
            ...fixed.evse,
            kind: "post",
            name: `post, ${circuit.phases} × ${circuit.evseAmps} A`,
          } as Evse,
          ...(cable ? { cable: cable.cable } : {}),
          ...(adapter ? { adapter: adapter.adapter } : {}),
          settings: { ...plan.settings, evseAmps: null, carAmps: null },
        },
      },
    ];
  });
}

/** What an electrician would do, or another post where there is nothing to be done to this one. */
export function wiringChanges(plan: Plan): Change[] {
  const { evse, outlet } = plan;
  if (evse.kind === "rapid") return [];
  if (evse.kind === "post") return otherPosts(plan);
  const circuits = useful(
    plan,
    NEW_CIRCUITS[outlet.supply.system]
      .map((circuit) => byHouseRule(plan, circuit))
      .filter((circuit) => circuit !== undefined),
  );
  return [
    ...strongerEvse(plan),
    ...heavierRun(plan),
    ...circuits.map((circuit) => circuitChange(plan, circuit)).filter((change) => change !== undefined),
  ];
}
