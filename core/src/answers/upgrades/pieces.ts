import { CONNECTORS } from "../../trade/connectors";
import { outletType } from "../../trade/outlets";
import { phasesAt, schoolOf, type Cable, type Evse } from "../../things/parts";
import { circuitAmps, plugAtCar, evseFitsOutlet } from "../../engine/path";
import type { Plan } from "../../engine/plan";
import type { Amps } from "../../trade/units";
import type { Change } from "./change";
import { ADAPTER_AMPS, CABLES, PORTABLE_AMPS, STATIONS, TETHERS, tradeOf } from "../../trade/sizes";
import { withArticle } from "../../trade/units";

const phasesWord = (phases: number): string => (phases === 3 ? "three-phase" : "single-phase");

/** Most phases the car's charger can use. */
export const carPhases = ({ car }: Plan): 1 | 3 =>
  Math.max(...car.charger.limits.map((l) => l.phases)) > 1 ? 3 : 1;

/** Most amps the car takes on that many phases, or on fewer. */
export const carAmps = ({ car }: Plan): Amps => Math.max(...car.charger.limits.map((l) => l.amps));

/** A cable like this one for other amps and phases. */
const cableLike = (cable: Cable, phases: 1 | 3, { amps, gauge }: (typeof CABLES)[number]): Cable => {
  // Another cable: neither this one's mass and price nor its state are its own.
  const { massKg: _, price: __, state: ___, ...rest } = cable;
  return { ...rest, name: `${phasesWord(phases)} cable, ${amps} A`, phases, amps, gauge };
};

/** The cable a socketed unit of these amps and phases wants for this car, where the one at hand is too small for it. */
export function cableFor(plan: Plan, phases: 1 | 3, amps: Amps): { cable: Cable; what: string } | undefined {
  const { cable } = plan;
  if (!cable) return undefined;
  const ends = [CONNECTORS[cable.stationEnd], CONNECTORS[cable.vehicleEnd]];
  // Those who buy a cable once take one that a next car can use in full.
  const once = schoolOf(plan.household.schools, "cable") === "once";
  const may = ends.every((e) => e.phases === 3);
  const wanted = may && (once || (phases === 3 && carPhases(plan) === 3)) ? 3 : 1;
  if (cable.phases >= wanted && cable.amps >= amps) return undefined;
  const most = Math.min(...ends.map((e) => e.amps));
  const size =
    CABLES.find((c) => c.amps >= amps && c.amps <= most) ?? CABLES.findLast((c) => c.amps <= most)!;
  const kind = wanted === 3 ? "three-phase" : "plain single-phase";
  return { cable: cableLike(cable, wanted, size), what: `a ${kind} cable for ${size.amps} A` };
}

/** The conductor of a unit's own cable at these amps. */
export const tetherGauge = (plan: Plan, amps: Amps) =>
  TETHERS[tradeOf(plan.outlet.supply.system)].find(([most]) => most >= amps)![1];

/** The unit's side towards the car, kept as it is but for a conductor that carries the amps. */
export const outputFor = (plan: Plan, amps: Amps): Exclude<Evse, { kind: "rapid" }>["output"] => {
  const { output } = plan.evse;
  return output.kind === "tethered" ? { ...output, gauge: tetherGauge(plan, amps) } : output;
};

/** An AC adapter that is too small for the amps, replaced by the next that is not. */
export function adapterFor({ adapter }: Plan, amps: Amps) {
  if (!adapter || adapter.amps >= amps) return undefined;
  const most = Math.min(CONNECTORS[adapter.from].amps, CONNECTORS[adapter.to].amps);
  const sizes: readonly Amps[] = ADAPTER_AMPS[CONNECTORS[adapter.from].current];
  const size = sizes.find((a) => a >= amps && a <= most) ?? sizes.findLast((a) => a <= most);
  const { state: _, ...rest } = adapter;
  return size !== undefined && size > adapter.amps
    ? { adapter: { ...rest, name: `adapter, ${size} A`, amps: size }, what: `an adapter for ${size} A` }
    : undefined;
}

function cableChanges(plan: Plan): Change[] {
  const { evse, outlet } = plan;
  const phases = Math.min(evse.phases, phasesAt(outlet).phases) as 1 | 3;
  const found = cableFor(plan, phases, Math.min(evse.maxAmps, Math.max(carAmps(plan), 16)));
  return found ? [{ what: found.what, effort: "piece", parts: { cable: found.cable } }] : [];
}

function leadChanges(plan: Plan): Change[] {
  const { lead, evse, outlet } = plan;
  if (!lead) return [];
  const changes: Change[] = [];
  if (evseFitsOutlet(evse, outlet))
    changes.push({
      what: "no extension lead: plugged straight in",
      effort: "piece",
      parts: { lead: null },
    });
  return changes;
}

function adapterChanges(plan: Plan): Change[] {
  const { adapter } = plan;
  if (!adapter) return [];
  const sizes: readonly Amps[] = ADAPTER_AMPS[CONNECTORS[adapter.from].current];
  return sizes
    .filter((amps) => amps > adapter.amps)
    .flatMap((amps) => {
      const found = adapterFor(plan, amps);
      return found?.adapter.amps === amps
        ? [{ what: found.what, effort: "piece" as const, parts: { adapter: found.adapter } }]
        : [];
    });
}

/** Another portable for the same outlet, as strong as outlet and circuit hold and no stronger. */
function portableChanges(plan: Plan): Change[] {
  const { evse, outlet, household } = plan;
  if (evse.kind !== "portable" || outlet.kind !== "socket") return [];
  const holds = Math.min(outletType(outlet.type).sustained[household.houseRule], circuitAmps(outlet));
  const amps = PORTABLE_AMPS.findLast((size) => size <= holds + 1e-9);
  const { phases } = phasesAt(outlet);
  if (amps === undefined || (evse.maxAmps === amps && evse.phases >= phases)) return [];
  // Another unit: what was said of this one is not said of it.
  const {
    setAmps: _,
    setLocked: __,
    howSet: ___,
    planned: ____,
    state: _____,
    lights: ______,
    ...rest
  } = evse;
  const portable: Evse = {
    ...rest,
    name: `portable unit, ${amps} A`,
    phases:
      evse.output.kind === "tethered"
        ? (Math.min(phases, CONNECTORS[evse.output.connector].phases) as 1 | 3)
        : phases,
    maxAmps: amps,
    steps: [],
    plugs: [{ type: outlet.type, amps }],
    knowsPlugs: true,
    output: outputFor(plan, amps),
  };
  const cable = evse.output.kind === "socket" ? cableFor(plan, phases, amps) : undefined;
  const wiring = phases === 3 && evse.phases === 1 ? "three-phase " : "";
  return [
    {
      what: `another ${wiring}portable unit, for ${amps} A${cable ? `, and ${cable.what}` : ""}`,
      effort: "evse",
      parts: {
        evse: portable,
        lead: null,
        ...(cable ? { cable: cable.cable } : {}),
        settings: { ...plan.settings, evseAmps: null, carAmps: null },
      },
    },
  ];
}

function stationChanges(plan: Plan): Change[] {
  const { evse } = plan;
  if (evse.kind !== "rapid") return [];
  const plug = CONNECTORS[plugAtCar(evse, undefined)!];
  return STATIONS.filter((s) => s.maxW > evse.maxW).map((size): Change => {
    const maxAmps = Math.max(evse.maxAmps, Math.min(size.maxAmps, plug.amps));
    const { state: _, lights: __, ...rest } = evse;
    return {
      what: withArticle(`${size.maxW / 1000} kW station`),
      effort: "elsewhere",
      parts: { evse: { ...rest, name: `${size.maxW / 1000} kW station`, maxW: size.maxW, maxAmps } },
    };
  });
}

/** What can be fetched or bought without touching the house: cable, adapter, no lead, another portable, another station. */
export const pieceChanges = (plan: Plan): Change[] =>
  plan.evse.kind === "rapid"
    ? [...adapterChanges(plan), ...stationChanges(plan)]
    : [...leadChanges(plan), ...cableChanges(plan), ...adapterChanges(plan), ...portableChanges(plan)];
