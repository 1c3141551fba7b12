import { specText } from "../../things/documents";
import { plugGoesInto } from "../../trade/outlets";
import type { Amps, Kilometres, Seconds, Watts } from "../../trade/units";
import type { Adapter, Cable, Evse, Lead } from "../../things/parts";
import {
  compile,
  isRefusal,
  plugAtCar,
  type ChargingPath,
  type LinkKind,
  type PhaseCount,
  type Refusal,
} from "../../engine/path";
import { charge } from "../../engine/plan";
import { clockOf } from "../../engine/clock";
import { cautionsFor, type Caution } from "../cautions";
import type { KitAsked, StopPlace } from "./document";
import type { KitPiece } from "./pieces";

/** Places in the list of pieces, by the part each plays. */
export interface Used {
  readonly unit?: number;
  readonly lead?: number;
  readonly cable?: number;
  readonly adapter?: number;
}

/** Pieces that charge together at a place, and what a night there gives. */
export interface Combination {
  readonly used: Used;
  /** A bit for each piece it needs, by its place in the list. */
  readonly mask: number;
  /** Range a night adds. */
  readonly km: Kilometres;
  /** From plugging in until the target; null where the night ends before. */
  readonly fullAfter: Seconds | null;
  /** At full flow: at the meter, and into the battery. */
  readonly wallW: Watts;
  readonly batteryW: Watts;
  readonly amps: Amps;
  readonly phases: PhaseCount;
  readonly current: "AC" | "DC";
  readonly narrowest: LinkKind;
  /** Somebody has to set this current, in the car or at the unit: the place holds no more. */
  readonly setTo: Amps | null;
  /** Worst first. */
  readonly cautions: readonly Caution[];
}

/** Pieces tried together at a place: what they give, or why nothing. */
export type Attempt =
  | { readonly kind: "gives"; readonly mask: number; readonly gives: Combination }
  | { readonly kind: "refused"; readonly mask: number; readonly refusal: Refusal };

/**
 * A combination that must not be used, whatever it gives.
 * @example isStopped(attemptsAt(kit, kit.places[0])[0].gives ?? { cautions: [] }) // false
 */
export const isStopped = ({ cautions }: Combination): boolean => cautions[0]?.severity === "stop";
/**
 * A combination with nothing to stop for and nothing to be careful about.
 * @example isClean({ cautions: [] }) // true
 */
export const isClean = ({ cautions }: Combination): boolean =>
  cautions.every(({ severity }) => severity === "note");

interface Part<T> {
  readonly at: number;
  readonly spec: T;
}
/** Pieces by the part they can play. */
interface Drawer {
  readonly units: readonly Part<Evse>[];
  readonly leads: readonly Part<Lead>[];
  readonly cables: readonly Part<Cable>[];
  readonly adapters: readonly Part<Adapter>[];
}

function drawerOf(pieces: readonly KitPiece[]): Drawer {
  const pick = <T>(of: (piece: KitPiece) => T | undefined): Part<T>[] =>
    pieces.flatMap((piece, at) => {
      const spec = of(piece);
      return spec ? [{ at, spec }] : [];
    });
  return {
    units: pick((piece) => (piece.kind === "unit" ? piece.unit : undefined)),
    leads: pick((piece) => (piece.kind === "lead" ? piece.lead : undefined)),
    cables: pick((piece) => (piece.kind === "cable" ? piece.cable : undefined)),
    adapters: pick((piece) => (piece.kind === "adapter" ? piece.adapter : undefined)),
  };
}

const bit = (at: number | undefined): number => (at === undefined ? 0 : 2 ** at);
const maskOf = ({ unit, lead, cable, adapter }: Used): number =>
  bit(unit) + bit(lead) + bit(cable) + bit(adapter);

/** What can follow a unit towards the car: nothing, a cable, an adapter, or both. Contacts that cannot meet are left out. */
function* towardsCar(
  evse: Evse,
  { cables, adapters }: Drawer,
): Generator<readonly [Part<Cable>?, Part<Adapter>?]> {
  const ownCables: readonly (Part<Cable> | undefined)[] =
    evse.output.kind === "tethered" ? [undefined] : cables;
  if (ownCables.length === 0) yield [];
  for (const cable of ownCables) {
    yield [cable, undefined];
    const plug = plugAtCar(evse, cable?.spec);
    for (const adapter of adapters) if (adapter.spec.from === plug) yield [cable, adapter];
  }
}

/** What can stand before it: the place's own unit, or a unit of one's own, over a lead or straight from the outlet. */
function* fromOutlet(
  { outlet, evse }: StopPlace,
  { units, leads }: Drawer,
): Generator<{
  readonly evse: Evse;
  readonly unit?: number;
  readonly lead?: Part<Lead>;
}> {
  if (evse) return yield { evse };
  for (const unit of units) {
    yield { evse: unit.spec, unit: unit.at };
    for (const lead of leads)
      if (outlet.kind === "socket" && plugGoesInto(lead.spec.plug, outlet.type))
        yield { evse: unit.spec, unit: unit.at, lead };
  }
}

type Asked = Pick<KitAsked, "car" | "household" | "session">;

/** Solves one combination: the Path's own session until the morning. */
function tried({ car, session }: Asked, path: ChargingPath, used: Used, night: Seconds): Attempt {
  const mask = maskOf(used);
  const circuit = compile(path);
  const done = isRefusal(circuit) ? circuit : charge(path, circuit, session, night);
  if (isRefusal(done)) return { kind: "refused", mask, refusal: done };
  const { moment, start, endSoc, reached, secondsToTarget } = done;
  const { amps, balance, because } = moment;
  return {
    kind: "gives",
    mask,
    gives: {
      used,
      mask,
      km: ((endSoc - start.soc) * done.circuit.pack.usableWh) / car.whPerKm,
      fullAfter: reached ? secondsToTarget : null,
      wallW: balance.wall as Watts,
      batteryW: balance.stored as Watts,
      amps,
      phases: moment.flow.way.phases,
      current: done.circuit.current,
      narrowest: done.circuit.links[moment.binding]!.kind,
      setTo: because === "holds" ? amps : null,
      cautions: cautionsFor(path, done, session.toSoc),
    },
  };
}

/** Hours of a night where nobody says when the car is needed. */
const NIGHT_HOURS = 10;

/**
 * How long the car stands plugged in: until it is needed, on the clock of the household.
 * @example nightSeconds(kit) / 3600 // 13
 */
export const nightSeconds = ({ session, household }: Pick<KitAsked, "session" | "household">): Seconds =>
  clockOf(session, household.timeZone).departure ?? NIGHT_HOURS * 3600;

/**
 * Everything that can be put together at a place from all of the pieces. Each is the single solve of its path.
 * @example attemptsAt(kit, kit.places[0]).length // 8
 */
export function attemptsAt(asked: Asked & Pick<KitAsked, "pieces">, place: StopPlace): Attempt[] {
  const drawer = drawerOf(asked.pieces);
  const night = nightSeconds(asked);
  const { car, household, session } = asked;
  const found: Attempt[] = [];
  for (const { evse, unit, lead } of fromOutlet(place, drawer))
    for (const [cable, adapter] of towardsCar(evse, drawer)) {
      const used: Used = {
        ...(unit === undefined ? {} : { unit }),
        ...(lead ? { lead: lead.at } : {}),
        ...(cable ? { cable: cable.at } : {}),
        ...(adapter ? { adapter: adapter.at } : {}),
      };
      const path: ChargingPath = {
        car,
        outlet: place.outlet,
        lead: lead?.spec,
        evse,
        cable: cable?.spec,
        adapter: adapter?.spec,
        houseRule: household.houseRule,
        schools: household.schools,
        settings: { heatingW: session.heatingW },
      };
      found.push(tried(asked, path, used, night));
    }
  return found;
}

/**
 * Everything at every place, place by place; places that are alike but for their name are tried once. Each step is how far
 * it is (0 to 1).
 * @example [...attemptsEach(kit)].length // 11
 */
export function* attemptsEach(asked: KitAsked): Generator<number, (readonly Attempt[])[]> {
  const known = new Map<string, readonly Attempt[]>();
  const found: (readonly Attempt[])[] = [];
  for (const place of asked.places) {
    const key = specText({ outlet: place.outlet, evse: place.evse });
    const attempts = known.get(key) ?? attemptsAt(asked, place);
    known.set(key, attempts);
    found.push(attempts);
    yield found.length / asked.places.length;
  }
  return found;
}

/**
 * Everything at every place, in one go.
 * @example attemptsEverywhere(kit).length // 11
 */
export function attemptsEverywhere(asked: KitAsked): (readonly Attempt[])[] {
  const work = attemptsEach(asked);
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}
