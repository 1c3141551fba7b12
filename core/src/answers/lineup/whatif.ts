import { outletType, plugGoesInto } from "../../trade/outlets";
import { CABLES, evseTerminals, NEW_CIRCUITS, TETHERS, tradeOf } from "../../trade/sizes";
import { supplySystem, tapOf, type SupplyId } from "../../trade/supply";
import { phasesAt, type Car, type Evse, type Outlet } from "../../things/parts";
import { circuitAmps } from "../../engine/path";
import type { Clock } from "../../engine/clock";
import { chosenAmps, type Plan } from "../../engine/plan";
import type { Amps } from "../../trade/units";
import { conductorFor } from "../upgrades";
import { planOn, wayOf, type Lineup } from "./document";
import { quantityOf } from "./quantities";
import { cellOf, type Cell } from "./row";
import type { Way } from "./way";

/** One thing that could be otherwise on every way at once. */
export interface WhatIf {
  /** As a question names it: "the cable". */
  readonly name: string;
  /** Sizes it is asked about on a supply, smallest first; none where it cannot be otherwise there. */
  sizes(system: SupplyId): readonly number[];
  /** Why a way stays as it is at this size; undefined where it may change. */
  never(plan: Plan, size: number): string | undefined;
  /** The plan with it. */
  with(plan: Plan, size: number): Plan;
}

type OnAc = Exclude<Evse, { kind: "rapid" }>;

/** A unit's own cable as a loose one of a rating: it is told apart from the unit, so that it can be the narrowest. */
function withOwnCable(plan: Plan, amps: Amps): Plan {
  const { evse } = plan;
  if (evse.output.kind !== "tethered") return quantityOf("cable").with(plan, amps);
  const { connector, lengthM } = evse.output;
  const gauge = (CABLES.find((size) => size.amps >= amps) ?? CABLES.at(-1)!).gauge;
  return {
    ...plan,
    evse: { ...(evse as OnAc), output: { kind: "socket", connector } },
    cable: {
      name: `cable for ${amps} A`,
      stationEnd: connector,
      vehicleEnd: connector,
      phases: evse.phases === 3 ? 3 : 1,
      amps,
      lengthM,
      gauge,
    },
  };
}

/** A wired-in point whose circuit holds the amps: as it is where it does, laid anew by our own rules where it does not. */
function circuitFor(plan: Plan, amps: Amps): Outlet {
  const { outlet } = plan;
  if (outlet.kind === "socket" || circuitAmps(outlet) >= amps - 1e-9) return outlet;
  const live = phasesAt(outlet);
  const { system } = outlet.supply;
  const laid = NEW_CIRCUITS[system].find(
    (c) => !c.outlet && c.phases === (live.phases === 3 ? 3 : 1) && c.evseAmps >= amps,
  );
  if (!laid) return outlet;
  const { breakerAmps } = laid;
  const { run } = outlet.circuit;
  const terminals = evseTerminals(amps);
  const gauge = run && conductorFor(plan, { breakerAmps, amps, live, terminals });
  return {
    ...outlet,
    circuit: {
      breakerAmps,
      otherLoadAmps: 0,
      ...(run ? { run: { ...run, gauge: gauge ?? run.gauge } } : {}),
    },
  };
}

/** A way whose unit gives these amps, over a circuit that holds them where one can be laid. */
function onAmps(plan: Plan, amps: Amps): Plan {
  const { outlet } = plan;
  const changed = quantityOf("evse").with(plan, amps);
  const evse = changed.evse as OnAc;
  const socket = plan.lead?.socket ?? (outlet.kind === "socket" ? outlet.type : undefined);
  const { output } = evse;
  const gauge = TETHERS[tradeOf(outlet.supply.system)].find(([most]) => most >= amps)?.[1];
  const stronger = amps > plan.evse.maxAmps && output.kind === "tethered" && gauge !== undefined;
  return {
    ...changed,
    outlet: circuitFor(plan, amps),
    evse: {
      ...evse,
      ...(evse.kind === "portable"
        ? {
            plugs: evse.plugs.map((plug) =>
              socket && plugGoesInto(plug.type, socket) && plug.amps < amps ? { ...plug, amps } : plug,
            ),
          }
        : {}),
      output: stronger ? { ...output, gauge } : output,
    } as Evse,
    settings: { ...changed.settings, carAmps: null },
  };
}

const rapid = ({ evse }: Plan, why: string): string | undefined => (evse.kind === "rapid" ? why : undefined);

/** Sizes of each trade, and of Japan's lower volts. Common practice. */
const AMPS = { iec: [6, 8, 10, 13, 16, 20, 25, 32], nec: [8, 12, 16, 24, 32, 40, 48] } as const;
const CABLE_AMPS = { iec: [10, 13, 16, 20, 32], nec: [16, 24, 32, 40, 48] } as const;
const CHARGER_KW = {
  europe: [3.7, 7.4, 11, 22],
  "north-america": [3.3, 6.6, 7.7, 9.6, 11.5, 19.2],
  japan: [3, 6],
} as const;

/** The four questions people ask of a comparison, in the order in which they follow the current. */
export const WHAT_IFS = {
  cable: {
    name: "the cable",
    sizes: (system) => CABLE_AMPS[tradeOf(system)],
    never: (plan, amps) =>
      rapid(plan, "a rapid station's cable is its own") ??
      (!plan.cable && amps >= chosenAmps(plan) ? "its own cable carries all the unit gives" : undefined),
    with: withOwnCable,
  },
  phases: {
    name: "the phases",
    sizes: (system) => (tapOf(system, "three") && supplySystem(system).market === "europe" ? [1, 3] : []),
    never: (plan) => quantityOf("phases").never!(plan),
    with: (plan, phases) => quantityOf("phases").with(plan, phases),
  },
  amps: {
    name: "the amps",
    sizes: (system) => AMPS[tradeOf(system)],
    never: (plan, amps) => {
      const { outlet, lead } = plan;
      const type = lead?.socket ?? (outlet.kind === "socket" ? outlet.type : undefined);
      const made = type && outletType(type).ratedAmps;
      return (
        rapid(plan, "a rapid station's amps are its own") ??
        (made !== undefined && amps > made ? `this socket is made for ${made} A` : undefined) ??
        (outlet.kind === "socket" && amps > circuitAmps(outlet)
          ? `its circuit holds ${Number(circuitAmps(outlet).toFixed(1))} A for hours`
          : undefined)
      );
    },
    with: onAmps,
  },
  charger: {
    name: "the onboard charger",
    sizes: (system) => CHARGER_KW[supplySystem(system).market],
    never: (plan) => quantityOf("charger").never!(plan),
    with: (plan, kW) => quantityOf("charger").with(plan, kW),
  },
} as const satisfies Record<string, WhatIf>;

/** One of the four questions. */
export type WhatIfId = keyof typeof WHAT_IFS;
/** The four questions, in their order. */
export const WHAT_IF_IDS = Object.keys(WHAT_IFS) as readonly WhatIfId[];
/** What is taken to be otherwise, and how large. */
export type Supposed = Readonly<Partial<Record<WhatIfId, number>>>;

/** A way with what is supposed: the plan, and what of it leaves this way as it is. */
export interface SupposedPlan {
  readonly plan: Plan;
  readonly unmoved: readonly { readonly id: WhatIfId; readonly why: string }[];
}

/** Supposed first what the car has, then what reaches it: the amps after the phases they flow on, the cable last. */
const ORDER = ["charger", "phases", "amps", "cable"] as const satisfies readonly WhatIfId[];

/**
 * A plan as it would be if what is supposed were so.
 * @example suppose(plan, { cable: 16 }).plan.cable?.amps // 16
 */
export function suppose(plan: Plan, supposed: Supposed): SupposedPlan {
  return ORDER.reduce<SupposedPlan>(
    (so, id) => {
      const size = supposed[id];
      if (size === undefined) return so;
      const what: WhatIf = WHAT_IFS[id];
      const why = what.never(so.plan, size);
      return why === undefined
        ? { ...so, plan: what.with(so.plan, size) }
        : { ...so, unmoved: [...so.unmoved, { id, why }] };
    },
    { plan, unmoved: [] },
  );
}

/** A cell as it would be, and what of the supposition leaves it as it is. */
export interface SupposedCell extends Pick<SupposedPlan, "unmoved"> {
  readonly cell: Cell;
}

/**
 * One car on one way, supposing something: the single solve of its supposed plan.
 * @param clock the session's clock, made once for the whole line-up
 * @example cellSupposing(lineup, plan.car, wayOf(plan), { charger: 11 }, clock).cell.kind // "charging"
 */
export function cellSupposing(
  asked: Pick<Lineup, "household" | "session" | "stayHours" | "dayKm">,
  car: Car,
  way: Way,
  supposed: Supposed,
  clock: Clock,
): SupposedCell {
  const { plan, unmoved } = suppose(planOn(asked, car, way), supposed);
  return { cell: cellOf(asked, plan.car, { ...wayOf(plan), buy: way.buy }, clock), unmoved };
}
