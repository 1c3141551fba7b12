import { feedOf, OUTLET_TYPE_IDS, outletType, type OutletTypeId } from "../../trade/outlets";
import { tapOf, type SupplyId } from "../../trade/supply";
import { REGIONS, type HomePoint, type Region } from "./regions";

/** Sockets that are found in a part of the world beside those a house is asked for (common practice, from memory). */
const BESIDE: Readonly<Record<string, readonly OutletTypeId[]>> = {
  eu: ["red-32", "red-63", "type-l"],
  au: ["as3123-20", "as3123-40-three", "blue-16", "blue-32"],
  nz: ["as3112-15", "as3123-20", "as3123-20-three", "as3123-32-three", "as3123-40-three"],
  us: ["nema-6-50", "nema-6-20", "nema-tt-30"],
  ca: ["nema-6-50", "nema-6-20", "nema-tt-30"],
  my: ["blue-16", "blue-32", "red-16", "red-32"],
  in: ["blue-16", "blue-32", "red-16", "red-32"],
  no: ["blue-16-three", "blue-32-three"],
  jp: ["nema-5-20"],
};

/** Outlet types of a part of the world, and the rest that its supply could feed. */
export interface Sockets {
  readonly own: readonly OutletTypeId[];
  readonly others: readonly OutletTypeId[];
  /** What the supply cannot feed. */
  readonly elsewhere: readonly OutletTypeId[];
}

/**
 * The outlet types found where a region's houses stand, in the order people meet them; what its supply could feed but
 * the place does not have comes apart; what a household keeps already is its own, whatever others have. On a supply other than the region's houses, those of that supply's regions.
 * @example socketsOf(regionOfZone("America/New_York"), "split-phase").own[0] // "nema-5-15"
 */
export function socketsOf(region: Region, system: SupplyId, kept: readonly OutletTypeId[] = []): Sockets {
  const there = region.system === system ? [region] : REGIONS.filter((other) => other.system === system);
  const asked = there.flatMap(({ points }) => points.flatMap(({ outlet }) => outlet ?? []));
  const beside = there.flatMap(({ id }) => BESIDE[id] ?? []);
  const usual = OUTLET_TYPE_IDS.filter((type) => feedOf(type, system) && !feedOf(type, system)!.odd);
  const found = there.length === 0 ? usual : [...asked, ...beside];
  const own = [...new Set([...found, ...kept.filter((type) => feedOf(type, system))])];
  const rest = OUTLET_TYPE_IDS.filter((type) => !own.includes(type));
  return {
    own,
    others: rest.filter((type) => feedOf(type, system)),
    elsewhere: rest.filter((type) => !feedOf(type, system)),
  };
}

/**
 * What one is asked of at home where a socket of a type is what there is: its usual amps, the breaker of its rating.
 * @example pointOfSocket("nema-10-30", "split-phase").amps // 24
 */
export function pointOfSocket(type: OutletTypeId, system: SupplyId, name: string): HomePoint {
  const { ratedAmps, sustained, largestBreaker, fuseAmps } = outletType(type);
  return {
    id: type,
    name,
    outlet: type,
    breakerAmps: fuseAmps ? largestBreaker : ratedAmps,
    amps: sustained.usual,
    phases: tapOf(system, feedOf(type, system)!.tap)!.phases,
  };
}
