import type { OutletTypeId } from "../../trade/outlets";
import { feedOf, outletType } from "../../trade/outlets";
import type { Car, Household, Evse } from "../../things/parts";
import { compile, isRefusal, LINK_WORDS, type LinkKind } from "../../engine/path";
import { charge, type PlannedSession } from "../../engine/plan";
import { socketOf, WALL_SOCKET } from "../start";
import { plugFor } from "./plug";
import { TETHERS, tradeOf } from "../../trade/sizes";
import { tapOf, type SupplyId } from "../../trade/supply";
import type { Amps } from "../../trade/units";

/** A kind of portable unit that is sold: its steps, its plugs, and whether a plug that gets hot turns it down. */
interface PortableBuild {
  readonly name: string;
  readonly steps: readonly Amps[];
  readonly phases: 1 | 3;
  readonly plugs: readonly (readonly [OutletTypeId, Amps])[];
  readonly sensesHeat: boolean;
  readonly lengthM: number;
  readonly euros: number;
}

/** Usual builds (common practice). The wall plug of the region stands in for each other's. */
const BUILDS: Readonly<Record<"nec" | "iec", readonly PortableBuild[]>> = {
  nec: [
    {
      name: "receptacle unit, 12 A",
      steps: [8, 12],
      phases: 1,
      plugs: [["nema-5-15", 12]],
      sensesHeat: false,
      lengthM: 6,
      euros: 180,
    },
    {
      name: "two-plug unit, 32 A",
      steps: [8, 12, 16, 24, 32],
      phases: 1,
      plugs: [
        ["nema-5-15", 12],
        ["nema-14-50", 32],
      ],
      sensesHeat: true,
      lengthM: 7,
      euros: 420,
    },
    {
      name: "many-plug unit, 40 A",
      steps: [8, 12, 16, 24, 32, 40],
      phases: 1,
      plugs: [
        ["nema-5-15", 12],
        ["nema-5-20", 16],
        ["nema-6-20", 16],
        ["nema-14-30", 24],
        ["nema-14-50", 40],
      ],
      sensesHeat: true,
      lengthM: 7,
      euros: 560,
    },
  ],
  iec: [
    {
      name: "wall-socket unit, 10 A",
      steps: [10],
      phases: 1,
      plugs: [["cee-7", 10]],
      sensesHeat: false,
      lengthM: 5,
      euros: 200,
    },
    {
      name: "stepped wall-socket unit, 13 A",
      steps: [6, 8, 10, 13],
      phases: 1,
      plugs: [["cee-7", 13]],
      sensesHeat: true,
      lengthM: 6,
      euros: 260,
    },
    {
      name: "two-plug unit, 1 × 16 A",
      steps: [6, 8, 10, 13, 16],
      phases: 1,
      plugs: [
        ["cee-7", 10],
        ["blue-16", 16],
      ],
      sensesHeat: true,
      lengthM: 6,
      euros: 330,
    },
    {
      name: "single-phase unit, 1 × 32 A",
      steps: [6, 8, 10, 13, 16, 20, 24, 32],
      phases: 1,
      plugs: [
        ["cee-7", 10],
        ["blue-16", 16],
        ["blue-32", 32],
      ],
      sensesHeat: true,
      lengthM: 6,
      euros: 450,
    },
    {
      name: "three-phase unit, 3 × 16 A",
      steps: [6, 8, 10, 13, 16],
      phases: 3,
      plugs: [
        ["cee-7", 10],
        ["blue-16", 16],
        ["red-16", 16],
      ],
      sensesHeat: true,
      lengthM: 6,
      euros: 520,
    },
    {
      name: "three-phase unit, 3 × 32 A",
      steps: [6, 8, 10, 13, 16, 20, 24, 32],
      phases: 3,
      plugs: [
        ["cee-7", 10],
        ["blue-16", 16],
        ["blue-32", 32],
        ["red-16", 16],
        ["red-32", 32],
      ],
      sensesHeat: true,
      lengthM: 6,
      euros: 750,
    },
  ],
};

/** A portable one could carry. */
export interface PortableCandidate {
  readonly id: string;
  readonly evse: Extract<Evse, { kind: "portable" }>;
  /** Turns itself down when its plug gets hot; null where nobody said. */
  readonly sensesHeat: boolean | null;
  readonly lengthM: number | null;
  readonly euros: number | null;
}

/**
 * Usual portables of the region, with this car's plug and this region's wall plug.
 * @example portableCandidates(plan.car, "230/400", "cee-7").length // 6
 */
export function portableCandidates(car: Car, system: SupplyId, wallPlug: OutletTypeId): PortableCandidate[] {
  const trade = tradeOf(system);
  const connector = plugFor(car, system);
  return BUILDS[trade].map(({ name, steps, phases, plugs, sensesHeat, lengthM, euros }) => {
    const maxAmps = steps.at(-1)!;
    return {
      id: name,
      evse: {
        kind: "portable",
        name,
        phases: connector === "type1" ? 1 : phases,
        maxAmps,
        steps: [...steps],
        standingW: 5,
        plugs: plugs.map(([type, amps]) => ({
          type: type === WALL_SOCKET ? wallPlug : type,
          amps: type === WALL_SOCKET ? Math.min(amps, outletType(wallPlug).ratedAmps) : amps,
        })),
        knowsPlugs: true,
        output: {
          kind: "tethered",
          connector,
          lengthM,
          gauge: TETHERS[trade].find(([most]) => most >= maxAmps)![1],
        },
      },
      sensesHeat,
      lengthM,
      euros,
    };
  });
}

/** What a portable gives at one kind of socket, and what it holds back. */
export interface AtSocket {
  readonly type: OutletTypeId;
  /** No plug for it. */
  readonly fits: boolean;
  readonly amps: Amps;
  readonly phases: number;
  readonly batteryW: number;
  readonly narrowest: LinkKind | null;
  /** It pulls more than the socket should hold by the house rule, and nobody can set it lower: not to be used there. */
  readonly over: boolean;
  /** Power (W) less than the best of the candidates gives at this socket. */
  readonly heldBackW: number;
}

/** What each school would carry, and what it gives. */
export interface PortableChoice {
  readonly candidate: PortableCandidate;
  readonly at: readonly AtSocket[];
}

/** What is asked of the chooser of portables. */
export interface PortablesAsked {
  readonly car: Car;
  readonly household: Household;
  readonly session: PlannedSession;
  readonly system: SupplyId;
  readonly sockets: readonly OutletTypeId[];
}

function atSocket(
  { car, household, session, system }: PortablesAsked,
  evse: Evse,
  type: OutletTypeId,
): Omit<AtSocket, "heldBackW"> {
  const none = { type, fits: false, amps: 0, phases: 0, batteryW: 0, narrowest: null, over: false };
  const path = {
    car,
    outlet: socketOf(type, system, outletType(type).ratedAmps),
    evse,
    houseRule: household.houseRule,
    schools: household.schools,
    settings: { heatingW: session.heatingW },
  };
  const circuit = compile(path);
  if (isRefusal(circuit)) return none;
  const done = charge(path, circuit, session, null);
  if (isRefusal(done)) return { ...none, fits: true };
  const { moment } = done;
  return {
    type,
    fits: true,
    amps: moment.amps,
    phases: moment.flow.way.phases,
    batteryW: moment.balance.stored,
    narrowest: circuit.links[moment.binding]!.kind,
    over: moment.amps > circuit.holds * (1 + 1e-9),
  };
}

/**
 * Every portable at every kind of socket one meets, by what it holds back there.
 * @example portableChoices(portableQuestion, portableCandidates(plan.car, "230/400", "cee-7")).length // 6
 */
export function portableChoices(
  asked: PortablesAsked,
  candidates: readonly PortableCandidate[],
): PortableChoice[] {
  const sockets = asked.sockets.filter((type) => {
    const feed = feedOf(type, asked.system);
    return feed && tapOf(asked.system, feed.tap);
  });
  const all = candidates.map((candidate) => ({
    candidate,
    at: sockets.map((type) => atSocket(asked, candidate.evse, type)),
  }));
  // One that overdraws its socket gives nothing that counts, and is no measure for the others.
  const counts = ({ over, batteryW }: Omit<AtSocket, "heldBackW">): number => (over ? 0 : batteryW);
  const best = sockets.map((_, i) => Math.max(0, ...all.map(({ at }) => counts(at[i]!))));
  return all.map(({ candidate, at }) => ({
    candidate,
    at: at.map((socket, i) => ({ ...socket, heldBackW: best[i]! - counts(socket) })),
  }));
}

/**
 * What a portable holds back at a socket, in words.
 * @example heldBackBy({ ...atSocket, fits: false }) // "no plug for it"
 */
export const heldBackBy = ({ fits, narrowest, over, amps }: AtSocket): string => {
  if (!fits) return "no plug for it";
  if (over) return `pulls ${Math.round(amps * 10) / 10} A, too much for this socket`;
  return narrowest === null ? "does not charge" : LINK_WORDS[narrowest];
};
