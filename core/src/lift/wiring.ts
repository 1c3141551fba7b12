import { CONNECTORS } from "../connectors";
import { gaugeArea, fixedOhmsPerKm, largestBreakerFor, oneWayOhms, type FixedGauge } from "../conductors";
import { outletType, type OutletTypeId } from "../outlets";
import { lanesAt, tapIdOf, type Outlet, type Unit } from "../parts";
import { circuitAmps, CONDUCTORS, gaugeText, voltsOn } from "../path";
import type { Plan } from "../plan";
import { tapOf, type Tap, type TapVolts } from "../supply";
import type { Amps } from "../units";
import type { Change } from "./change";
import { adapterFor, cableFor, carAmps, carLanes, outputFor } from "./pieces";
import { LAID, NEW_CIRCUITS, tradeOf, type NewCircuit } from "../sizes";

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

/** The smallest conductor that may stand behind a breaker, in the worst usual way of laying, and loses no more than 3 %. */
export function conductorFor(
  plan: Plan,
  breakerAmps: Amps,
  amps: Amps,
  live: TapVolts,
): FixedGauge | undefined {
  const { run } = plan.outlet.circuit;
  return LAID[tradeOf(plan.outlet.supply.system)].find(
    (gauge) =>
      largestBreakerFor(gauge, live.lanes, "strict") >= breakerAmps &&
      (!run || dropOf(gauge, run.lengthM, amps, live, run.temperatureC) <= RUN_DROP),
  );
}

/** The tap a new circuit is taken from: three phases, or the higher of the voltages one lane can have. */
const tapFor = ({ outlet }: Plan, lanes: 1 | 3): Tap =>
  lanes === 3 ? "three" : tapOf(outlet.supply.system, "high") ? "high" : "single";

interface Laid {
  readonly outlet: Outlet;
  readonly gauge: FixedGauge;
}

/** The outlet, or the wired-in point, at the end of a new circuit. Its length is that of the run there is. */
function laid(plan: Plan, { lanes, breakerAmps, unitAmps, outlet: type }: NewCircuit): Laid | undefined {
  const { system, measuredVolts } = plan.outlet.supply;
  const tap = tapFor(plan, lanes);
  const live = tapOf(system, tap);
  if (!live || (live.delta && !plan.car.charger.delta)) return undefined;
  const gauge = conductorFor(plan, breakerAmps, unitAmps, live);
  if (!gauge) return undefined;
  const { run } = plan.outlet.circuit;
  // A measured voltage stays only with the tap it was measured at.
  const same = tapIdOf(plan.outlet) === tap;
  const common = {
    condition: "sound" as const,
    exposed: false,
    supply: same && measuredVolts !== undefined ? { system, measuredVolts } : { system },
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
  if (unit.kind === "portable" && unit.maxAmps === unitAmps && unit.lanes >= lanes) {
    const others = unit.plugs.filter((p) => p.type !== outlet);
    const has = others.length < unit.plugs.length;
    const { setAmps: _, ...open } = unit;
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
  return {
    what: [`its own ${size} ${with_}`, ...more].join(", and "),
    effort: circuit.outlet ? "outlet" : "wired",
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
  const sizes = NEW_CIRCUITS[outlet.supply.system].filter((c) => !c.outlet && c.unitAmps <= holds + 1e-9);
  const amps = Math.max(0, ...sizes.map((c) => c.unitAmps));
  const lanes = Math.min(live.lanes, CONNECTORS[unit.output.connector].lanes) as 1 | 3;
  if (amps <= unit.maxAmps && lanes <= unit.lanes) return [];
  const most = Math.max(amps, Math.min(unit.maxAmps, holds));
  const { setAmps: _, ...open } = unit;
  const cable = unit.output.kind === "socket" ? cableFor(plan, lanes, most) : undefined;
  return [
    {
      what: `a ${lanes === 3 && unit.lanes === 1 ? "three-phase " : ""}unit for ${most} A on the circuit there is${cable ? `, and ${cable.what}` : ""}`,
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

/** The run there is, renewed in a heavier conductor behind the same breaker. */
function heavierRun(plan: Plan): Change[] {
  const { outlet } = plan;
  const { run, breakerAmps } = outlet.circuit;
  if (!run) return [];
  const live = lanesAt(outlet);
  const gauge = conductorFor(
    plan,
    breakerAmps,
    circuitAmps({ ...outlet, circuit: { ...outlet.circuit, otherLoadAmps: 0 } }),
    live,
  );
  if (!gauge || gaugeArea(gauge) <= gaugeArea(run.gauge)) return [];
  return [
    {
      what: `the run renewed in ${gaugeText(gauge)}`,
      effort: "outlet",
      parts: {
        outlet: { ...outlet, condition: "sound", circuit: { ...outlet.circuit, run: { ...run, gauge } } },
      },
    },
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
  const circuits = useful(plan, NEW_CIRCUITS[outlet.supply.system]);
  return [
    ...strongerUnit(plan),
    ...heavierRun(plan),
    ...circuits.map((circuit) => circuitChange(plan, circuit)).filter((change) => change !== undefined),
  ];
}
