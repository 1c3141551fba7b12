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
import { lanesAt, tapIdOf, threePhasesHere, type Outlet, type Unit } from "../../things/parts";
import { circuitAmps, CONDUCTORS, gaugeText, voltsOn } from "../../engine/path";
import type { Plan } from "../../engine/plan";
import { supplySystem, tapOf, type SupplyId, type Tap, type TapVolts } from "../../trade/supply";
import type { Amps } from "../../trade/units";
import type { Change } from "./change";
import { adapterFor, cableFor, carAmps, carLanes, outputFor } from "./pieces";
import { renewed } from "./repairs";
import {
  LAID,
  NEW_CIRCUITS,
  PORTABLE_AMPS,
  takesConductor,
  tradeOf,
  unitTerminals,
  type NewCircuit,
} from "../../trade/sizes";

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
  const lanes = live.lanes;
  const ohms = oneWayOhms(fixedOhmsPerKm(gauge), lengthM, temperatureC);
  return (CONDUCTORS[lanes] * amps * ohms) / lanes / voltsOn(lanes, live)!;
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
  lanes: number,
  system: SupplyId,
  { breakerAmps, amps }: Pick<LaidFor, "breakerAmps" | "amps">,
): boolean =>
  largestBreakerFor(gauge, lanes, "strict") >= breakerAmps &&
  fixedAmps(gauge, lanes, "strict") * supplySystem(system).continuousShare >= amps - 1e-9;

/**
 * The smallest conductor that may stand behind a breaker, in the worst usual way of laying, and loses no more than 3 %;
 * undefined where the terminals at its end take none that heavy.
 */
export function conductorFor(plan: Plan, laidFor: LaidFor): FixedGauge | undefined {
  const { run } = plan.outlet.circuit;
  const { system } = plan.outlet.supply;
  const { amps, live, terminals } = laidFor;
  const gauge = LAID[tradeOf(system)].find(
    (size) =>
      mayStandBehind(size, live.lanes, system, laidFor) &&
      (!run || dropOf(size, run.lengthM, amps, live, run.temperatureC) <= RUN_DROP),
  );
  return gauge && takesConductor(terminals, gauge) ? gauge : undefined;
}

/** The tap a new circuit is taken from: three phases, or the higher of the voltages one lane can have. */
const tapFor = ({ outlet }: Plan, lanes: 1 | 3): Tap =>
  lanes === 3 ? "three" : tapOf(outlet.supply.system, "high") ? "high" : "single";

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
  if (circuit.unitAmps <= holds) return circuit;
  const unitAmps = PORTABLE_AMPS.findLast((amps) => amps <= holds);
  return unitAmps === undefined ? undefined : { ...circuit, unitAmps };
}

/** The outlet, or the wired-in point, at the end of a new circuit. Its length is that of the run there is. */
function laid(plan: Plan, { lanes, breakerAmps, unitAmps, outlet: type }: NewCircuit): Laid | undefined {
  const { system, measuredVolts, threePhases } = plan.outlet.supply;
  const tap = tapFor(plan, lanes);
  const live = tapOf(system, tap);
  if (!live || (live.delta && !plan.car.charger.delta)) return undefined;
  const terminals = type ? outletType(type).terminals : unitTerminals(unitAmps);
  const gauge = conductorFor(plan, { breakerAmps, amps: unitAmps, live, terminals });
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
function unitFor(
  plan: Plan,
  { lanes, unitAmps, outlet }: NewCircuit,
): { unit: Unit; what: string } | undefined {
  const { unit } = plan;
  if (unit.kind === "rapid") return undefined;
  const ends = CONNECTORS[unit.output.connector];
  const most = Math.min(lanes, ends.lanes) as 1 | 3;
  if (most < lanes) return undefined;
  const common = {
    lanes: most,
    maxAmps: unitAmps,
    steps: [],
    standingW: unit.standingW,
    output: outputFor(plan, unitAmps),
  };
  if (!outlet)
    return {
      unit: { ...common, kind: "wallbox", name: `wallbox, ${lanes} × ${unitAmps} A` },
      what: `a ${lanes === 3 ? "three-phase " : ""}wallbox for ${unitAmps} A`,
    };
  const plug = { type: outlet, amps: unitAmps };
  // What a plug for this outlet lets through is the outlet's full size: the unit itself must be no larger.
  if (unit.kind === "portable" && unit.maxAmps === unitAmps && unit.lanes >= lanes) {
    const others = unit.plugs.filter((p) => p.type !== outlet);
    const has = others.length < unit.plugs.length;
    const { setAmps: _, setLocked: __, ...open } = unit;
    return {
      unit: { ...open, plugs: [...others, plug], output: common.output },
      what: has ? "the unit you have" : "the plug for it on the unit you have",
    };
  }
  return {
    unit: {
      ...common,
      kind: "portable",
      name: `portable unit, ${lanes} × ${unitAmps} A`,
      plugs: [plug],
      knowsPlugs: true,
    },
    what: `a ${lanes === 3 ? "three-phase " : ""}portable unit for ${unitAmps} A`,
  };
}

/** An outlet as one asks for it in a shop: a blue 32 A, a NEMA 14-50. */
const outletWord = (id: OutletTypeId): string => `a ${outletType(id).name.replace("IEC 60309 ", "")} outlet`;

function circuitChange(plan: Plan, circuit: NewCircuit): Change | undefined {
  const end = laid(plan, circuit);
  const unit = unitFor(plan, circuit);
  if (!end || !unit) return undefined;
  const cable =
    plan.unit.output.kind === "socket" ? cableFor(plan, circuit.lanes, circuit.unitAmps) : undefined;
  const adapter = adapterFor(plan, Math.min(circuit.unitAmps, carAmps(plan)));
  const phases = circuit.lanes === 3 ? "three-phase " : "";
  const size = `${phases}${circuit.breakerAmps} A circuit in ${gaugeText(end.gauge)}`;
  const more = [cable?.what, adapter?.what].filter((what) => what !== undefined);
  const with_ = circuit.outlet ? `with ${outletWord(circuit.outlet)}, and ${unit.what}` : `with ${unit.what}`;
  const brought = circuit.lanes === 3 && !threePhasesHere(plan.outlet);
  const own = [`its own ${size} ${with_}`, ...more].join(", and ");
  return {
    what: brought ? `three phases brought in by the utility, and ${own}` : own,
    effort: circuit.outlet ? "outlet" : "wired",
    ...(brought ? { needs: "three-phases" as const } : {}),
    parts: {
      outlet: end.outlet,
      lead: null,
      unit: unit.unit,
      ...(cable ? { cable: cable.cable } : {}),
      ...(adapter ? { adapter: adapter.adapter } : {}),
      settings: { ...plan.settings, unitAmps: null, carAmps: null },
    },
  };
}

/** The first size that is no smaller than what the car takes, and all below it: more would help nobody. */
function useful(plan: Plan, circuits: readonly NewCircuit[]): NewCircuit[] {
  const amps = (lanes: number) =>
    Math.max(
      0,
      ...plan.car.charger.limits.filter((l) => (lanes === 3 ? l.lanes > 1 : true)).map((l) => l.amps),
    );
  return circuits.filter((circuit) => {
    if (circuit.lanes === 3 && carLanes(plan) === 1) return false;
    const takes = amps(circuit.lanes);
    const smaller = circuits.filter(
      (c) =>
        c.lanes === circuit.lanes &&
        (c.outlet !== undefined) === (circuit.outlet !== undefined) &&
        c.unitAmps < circuit.unitAmps,
    );
    return smaller.every((c) => c.unitAmps < takes);
  });
}

/** A stronger unit wired in where one hangs, as far as the circuit holds it. */
function strongerUnit(plan: Plan): Change[] {
  const { unit, outlet } = plan;
  if (unit.kind !== "wallbox" || outlet.kind !== "hardwired") return [];
  const holds = circuitAmps(outlet);
  const live = lanesAt(outlet);
  const { run, breakerAmps, otherLoadAmps } = outlet.circuit;
  // Judged as new work is: the run behind the breaker in the worst usual way of laying, and its terminals.
  const sound = (amps: Amps): boolean =>
    !run ||
    (mayStandBehind(run.gauge, live.lanes, outlet.supply.system, {
      breakerAmps,
      amps: amps + otherLoadAmps,
    }) &&
      takesConductor(unitTerminals(amps), run.gauge));
  const sizes = NEW_CIRCUITS[outlet.supply.system].filter(
    (c) => !c.outlet && c.unitAmps <= holds + 1e-9 && sound(c.unitAmps),
  );
  const amps = Math.max(0, ...sizes.map((c) => c.unitAmps));
  const lanes = Math.min(live.lanes, CONNECTORS[unit.output.connector].lanes) as 1 | 3;
  if (amps <= unit.maxAmps && lanes <= unit.lanes) return [];
  const most = Math.max(amps, Math.min(unit.maxAmps, holds));
  if (!sound(most)) return [];
  const { setAmps: _, setLocked: __, ...open } = unit;
  const cable = unit.output.kind === "socket" ? cableFor(plan, lanes, most) : undefined;
  return [
    {
      what: `a ${lanes === 3 && unit.lanes === 1 ? "three-phase " : ""}unit for ${most} A on the circuit there is${run ? "" : ", once its run is checked"}${cable ? `, and ${cable.what}` : ""}`,
      effort: "unit",
      parts: {
        unit: {
          ...open,
          name: `wallbox, ${lanes} × ${most} A`,
          lanes,
          maxAmps: most,
          steps: [],
          output: outputFor(plan, most),
        },
        ...(cable ? { cable: cable.cable } : {}),
        settings: { ...plan.settings, unitAmps: null, carAmps: null },
      },
    },
  ];
}

/** The run there is, renewed in a heavier conductor behind the same breaker; a worn or wet outlet is renewed with it. */
function heavierRun(plan: Plan): Change[] {
  const { outlet, unit } = plan;
  const { run, breakerAmps } = outlet.circuit;
  if (!run) return [];
  const live = lanesAt(outlet);
  const share = supplySystem(outlet.supply.system).continuousShare;
  const gauge = conductorFor(plan, {
    breakerAmps,
    amps: share * breakerAmps,
    live,
    terminals: outlet.kind === "socket" ? outletType(outlet.type).terminals : unitTerminals(unit.maxAmps),
  });
  if (!gauge || gaugeArea(gauge) <= gaugeArea(run.gauge)) return [];
  if (outlet.kind === "socket" && !hasEarth(outlet.type)) return [];
  const circuit = { ...outlet.circuit, run: { ...run, gauge } };
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
  const { unit, outlet } = plan;
  if (unit.kind !== "post") return [];
  return useful(
    plan,
    NEW_CIRCUITS[outlet.supply.system].filter((c) => !c.outlet),
  ).flatMap((circuit): Change[] => {
    const end = laid(plan, circuit);
    const fixed = unitFor(plan, circuit);
    if (!end || !fixed) return [];
    const cable = unit.output.kind === "socket" ? cableFor(plan, circuit.lanes, circuit.unitAmps) : undefined;
    const adapter = adapterFor(plan, Math.min(circuit.unitAmps, carAmps(plan)));
    const phases = circuit.lanes === 3 ? "three phases" : "one phase";
    const more = [cable?.what, adapter?.what].filter((what) => what !== undefined);
    return [
      {
        what: [`another post: ${phases}, ${circuit.unitAmps} A`, ...more].join(", and "),
        effort: "elsewhere",
        parts: {
          outlet: { ...end.outlet, name: "another bay" },
          unit: {
            ...fixed.unit,
            kind: "post",
            name: `post, ${circuit.lanes} × ${circuit.unitAmps} A`,
          } as Unit,
          ...(cable ? { cable: cable.cable } : {}),
          ...(adapter ? { adapter: adapter.adapter } : {}),
          settings: { ...plan.settings, unitAmps: null, carAmps: null },
        },
      },
    ];
  });
}

/** What an electrician would do, or another post where there is nothing to be done to this one. */
export function wiringChanges(plan: Plan): Change[] {
  const { unit, outlet } = plan;
  if (unit.kind === "rapid") return [];
  if (unit.kind === "post") return otherPosts(plan);
  const circuits = useful(
    plan,
    NEW_CIRCUITS[outlet.supply.system]
      .map((circuit) => byHouseRule(plan, circuit))
      .filter((circuit) => circuit !== undefined),
  );
  return [
    ...strongerUnit(plan),
    ...heavierRun(plan),
    ...circuits.map((circuit) => circuitChange(plan, circuit)).filter((change) => change !== undefined),
  ];
}
