import { z } from "zod";
import { CONNECTOR_IDS, CONNECTORS, type ConnectorId } from "../../trade/connectors";
import { feedOf, outletType, type OutletTypeId } from "../../trade/outlets";
import { SUPPLY_IDS, tapOf, type SupplyId, type Tap } from "../../trade/supply";
import { TETHERS } from "../../trade/sizes";
import type { Amps, Volts } from "../../trade/units";
import { choice, quantity, type Evse, type Outlet } from "../../things/parts";
import type { StopPlace } from "../kit";

/** A plug or a socket of a public post, as its sign or its network states it. */
export const postPointSchema = z
  .strictObject({
    plug: choice(CONNECTOR_IDS),
    /** It has a cable of its own; else a socket for a cable of one's own. */
    tethered: z.boolean(),
    phases: z.literal([1, 3], { error: "accepted: 1 or 3 phases" }).default(1),
    /** Volts across a phase (AC), or the most it gives (DC). */
    volts: quantity(90, 1_500, "V"),
    amps: quantity(6, 1_000, "A"),
    /** The power on its sign, where it is below volts times amps. */
    watts: quantity(500, 1_000_000, "W").optional(),
  })
  .superRefine(({ plug, phases, tethered }, ctx) => {
    if (phases > CONNECTORS[plug].phases)
      ctx.addIssue({
        code: "custom",
        path: ["phases"],
        message: `a ${CONNECTORS[plug].name} plug carries one phase only`,
      });
    if (CONNECTORS[plug].current === "DC" && !tethered)
      ctx.addIssue({ code: "custom", path: ["tethered"], message: "a rapid station has a cable of its own" });
  });
/** A plug or a socket for a cable, as stated. */
export type PostPoint = z.infer<typeof postPointSchema>;

/** What one meets at a post: a plug or its socket, a household or camping socket, or something this program has no name for. */
export type Met =
  | ({ readonly kind: "post" } & PostPoint)
  | { readonly kind: "socket"; readonly outlet: OutletTypeId; readonly amps: Amps }
  | { readonly kind: "unknown"; readonly standard: string };

/** Wide enough for whatever post stands before it. */
const BAY_AMPS: Amps = 400;
/** Most amps of a unit as the core describes it, on AC and on DC. */
const MOST_AMPS = { ac: 80, dc: 600 } as const;
const MOST_VOLTS: Volts = 1000;
const MOST_WATTS = 500_000;
/** Volts line to line of three-phase supplies, which some networks state where a phase's volts belong. */
const LINE_TO_LINE: readonly [Volts, Volts] = [340, 440];

/** The supply whose meter shows such volts on so many phases, by how near its nominal is. */
function supplyFor(volts: Volts, phases: number): { readonly system: SupplyId; readonly tap: Tap } {
  const taps = SUPPLY_IDS.flatMap((system) =>
    (["single", "high", "three"] as const).flatMap((tap) => {
      const gives = tapOf(system, tap);
      return gives && !gives.delta && gives.phases === phases
        ? [{ system, tap, off: Math.abs(gives.volts - volts) }]
        : [];
    }),
  );
  return taps.reduce((best, one) => (one.off < best.off ? one : best));
}

function bayFor(volts: Volts, phases: 1 | 3): Outlet {
  const { system, tap } = supplyFor(volts, phases);
  const nominal = tapOf(system, tap)!.volts;
  return {
    kind: "hardwired",
    name: "bay",
    condition: "sound",
    exposed: false,
    tap,
    supply: { system, ...(Math.abs(nominal - volts) < 0.5 ? {} : { measuredVolts: volts }) },
    circuit: { breakerAmps: BAY_AMPS, otherLoadAmps: 0 },
  };
}

const tetherGauge = (amps: Amps) => TETHERS.iec.find(([most]) => most >= amps)?.[1] ?? "16 mm2";

/** Station or post of a stated plug, named as the row it stands in names it. */
function unitOf({ plug, tethered, phases, amps, volts, watts }: PostPoint, name: string): Evse {
  if (CONNECTORS[plug].current === "DC")
    return {
      kind: "rapid",
      name,
      phases: 1,
      maxW: Math.max(5_000, Math.min(MOST_WATTS, watts ?? volts * amps)),
      maxAmps: Math.max(10, Math.min(MOST_AMPS.dc, amps)),
      maxVolts: Math.max(100, Math.min(MOST_VOLTS, volts)),
      shared: false,
      rectifierEfficiency: 0.95,
      steps: [],
      standingW: 40,
      output: { kind: "tethered", connector: plug, lengthM: 4, gauge: "35 mm2" },
    };
  const bySign = watts === undefined ? amps : Math.min(amps, watts / (phases * volts));
  const maxAmps = Math.max(1, Math.min(MOST_AMPS.ac, bySign));
  return {
    kind: "post",
    name,
    phases,
    maxAmps,
    steps: [],
    standingW: 5,
    output: tethered
      ? { kind: "tethered", connector: plug, lengthM: 5, gauge: tetherGauge(maxAmps) }
      : { kind: "socket", connector: plug },
  };
}

/**
 * The place a post's plug or socket stands for, to be solved like any other; null for what has no name here. A phase's
 * volts stated line to line are taken as such.
 * @example placeMet({ kind: "post", plug: "type2", tethered: false, phases: 3, volts: 230, amps: 16 }, "Quay post")?.evse.maxAmps // 16
 */
export function placeMet(met: Met, name: string): StopPlace | null {
  if (met.kind === "unknown") return null;
  if (met.kind === "socket") {
    const system = SUPPLY_IDS.find((id) => feedOf(met.outlet, id) && !feedOf(met.outlet, id)!.odd);
    if (!system) return null;
    const { largestBreaker, ratedAmps, fuseAmps } = outletType(met.outlet);
    return {
      name,
      outlet: {
        kind: "socket",
        name,
        type: met.outlet,
        condition: "sound",
        exposed: false,
        supply: { system },
        circuit: {
          breakerAmps: Math.max(6, fuseAmps ? largestBreaker : Math.min(met.amps, ratedAmps)),
          otherLoadAmps: 0,
        },
      },
      evse: null,
    };
  }
  const direct = CONNECTORS[met.plug].current === "DC";
  const [low, high] = LINE_TO_LINE;
  const volts =
    !direct && met.phases === 3 && met.volts >= low && met.volts <= high
      ? met.volts / Math.sqrt(3)
      : met.volts;
  return {
    name,
    outlet: direct ? bayFor(230, 3) : bayFor(Math.min(300, volts), met.phases),
    evse: unitOf({ ...met, volts }, name),
  };
}

/**
 * A connector's name with what it is fastened to.
 * @example metName(postMet) // "Type 2"
 */
export const metName = (met: Met): string =>
  met.kind === "post"
    ? CONNECTORS[met.plug as ConnectorId].name
    : met.kind === "socket"
      ? outletType(met.outlet).name
      : met.standard;
